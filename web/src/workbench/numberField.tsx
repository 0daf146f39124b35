import { useState } from "react";
import { Field, Input } from "../ui/pieces.tsx";

/** A value that is set on Enter or on leaving; Escape takes it back, what cannot be is marked with what could. */
export function NumberField({ label, value, hint, placeholder, className = "", text: isText = false, onSet }: { label: string; value: string; hint: string; placeholder?: string; className?: string; text?: boolean; onSet: (value: string) => boolean }) {
  const [text, setText] = useState<string | null>(null);
  const [off, setOff] = useState(false);
  const done = (): void => { if (text === null) return; if (text === value || onSet(text)) { setText(null); setOff(false); } else setOff(true); };
  return (
    <span className={className}>
      <Field label={label} problem={off ? hint : null}>
        <Input small className="w-full font-mono" inputMode={isText ? "text" : "decimal"} aria-invalid={off} {...(placeholder === undefined ? {} : { placeholder })} value={text ?? value} onChange={(e) => { setText(e.target.value); }} onBlur={done}
          onKeyDown={(e) => { if (e.key === "Enter") { e.preventDefault(); done(); } if (e.key === "Escape") { setText(null); setOff(false); } }} />
      </Field>
    </span>
  );
}
