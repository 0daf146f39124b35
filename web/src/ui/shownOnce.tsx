import { Check, Copy } from "lucide-react";
import { useState } from "react";
import { Button } from "./button.tsx";
import { Input } from "./pieces.tsx";

/** Something secret that is shown this once: to be copied, by hand where the browser does not let us. */
export function ShownOnce({ label, value, says }: { label: string; value: string; says: string }) {
  const [copied, setCopied] = useState(false);
  return (
    <div role="group" aria-label={label} className="flex flex-col gap-1.5 rounded-md bg-tide-soft p-2.5">
      <p className="text-sm text-tide">{says}</p>
      <div className="flex gap-2">
        <Input
          small
          readOnly
          aria-label={label}
          className="flex-1 font-mono"
          value={value}
          onFocus={(e) => e.target.select()}
        />
        <Button
          small
          onClick={() =>
            void navigator.clipboard?.writeText(value).then(
              () => setCopied(true),
              () => undefined,
            )
          }
        >
          {copied ? <Check size={14} aria-hidden /> : <Copy size={14} aria-hidden />}{" "}
          {copied ? "Copied" : "Copy"}
        </Button>
      </div>
    </div>
  );
}
