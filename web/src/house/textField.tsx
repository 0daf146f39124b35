import { useState } from "react";
import { Field, Input, TextArea } from "../ui/pieces.tsx";

/** A text that is set on leaving it, or on Enter; Escape takes it back. */
export function TextField({ label, value, readOnly, mono = false, long = false, rows = 4, hint, problem, onSet }: { label: string; value: string; readOnly: boolean; mono?: boolean; long?: boolean; rows?: number; hint?: string; problem?: string | null; onSet: (value: string) => void }) {
  const [text, setText] = useState<string | null>(null);
  const done = (): void => { if (text !== null && text.trim() !== value) onSet(text.trim()); setText(null); };
  const common = {
    readOnly, value: text ?? value, className: `w-full text-sm ${mono ? "font-mono" : ""}`, onBlur: done,
    onChange: (e: React.ChangeEvent<HTMLInputElement | HTMLTextAreaElement>) => { setText(e.target.value); },
    onKeyDown: (e: React.KeyboardEvent) => { if (e.key === "Escape") setText(null); if (e.key === "Enter") { e.preventDefault(); done(); } },
  };
  return <Field label={label} {...(hint === undefined ? {} : { hint })} problem={problem ?? null}>{long ? <TextArea rows={rows} {...common} /> : <Input small {...common} />}</Field>;
}
