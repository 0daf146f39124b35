import { useState } from "react";
import { PickOne } from "../ui/chooser.tsx";
import { Input } from "../ui/pieces.tsx";
import { saveFrom } from "../ui/saveAs.ts";
import { mention } from "../ui/toasts.tsx";
import { fileAddress } from "../wire/ask.ts";

const LAST = "mossy-programme-begins";
const TIME = /^([01]?\d|2[0-3]):[0-5]\d$/;

/** The running order or the music of a programme, on paper; by the time it begins at. */
export function Print({ document, name }: { document: string; name: string }) {
  const [begins, setBegins] = useState(() => localStorage.getItem(LAST) ?? "19:30");
  const off = !TIME.test(begins);
  const print = (sheet: string): void => {
    if (off) {
      mention("When does it begin? A time of day is written 19:30.");
      return;
    }
    localStorage.setItem(LAST, begins);
    saveFrom(fileAddress("paper", { document }, { sheet, begins, title: name }));
  };
  return (
    <span className="flex items-center gap-1.5">
      <label className="flex items-center gap-1.5 text-sm text-ink-2">
        Begins at
        <Input
          small
          aria-label="Begins at"
          className="w-16 font-mono"
          value={begins}
          aria-invalid={off}
          onChange={(e) => setBegins(e.target.value)}
        />
      </label>
      <PickOne
        small
        aria-label="Print"
        className="w-28"
        says="Print…"
        options={[
          ["order", "running order, PDF"],
          ["music", "cue sheet, PDF"],
        ]}
        onPick={print}
      />
    </span>
  );
}
