import { useState } from "react";
import { Button } from "../ui/button.tsx";
import { Field, Input } from "../ui/pieces.tsx";

/** How many copies that count up: number, input and MIDI channel. */
export function Copies({ channel, onCopy }: { channel: boolean; onCopy: (many: number) => void }) {
  const [many, setMany] = useState("1");
  const n = Number(many);
  const fits = Number.isInteger(n) && n >= 1 && n <= 128;
  return (
    <form
      aria-label="Copies that count up"
      className="flex flex-wrap items-end gap-x-2 gap-y-1 border-t border-line pt-3"
      onSubmit={(e) => {
        e.preventDefault();
        if (fits) onCopy(n);
      }}
    >
      <Field label="Copies that count up" problem={fits ? null : "1 to 128"}>
        <Input
          small
          className="w-20 font-mono"
          inputMode="numeric"
          aria-invalid={!fits}
          value={many}
          onChange={(e) => setMany(e.target.value)}
        />
      </Field>
      <Button small type="submit" disabled={!fits}>
        Copy
      </Button>
      <span className="w-full text-xs text-ink-2">
        {channel ? "Number, input and MIDI channel" : "Number and input"} count on.
      </span>
    </form>
  );
}
