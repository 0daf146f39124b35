import { useId } from "react";
import { Field, Input, TextArea } from "./pieces.tsx";
import { useTyped } from "./useTyped.ts";

/** A text that is set on leaving it, or on Enter; Escape takes it back. */
export function TextField({
  label,
  value,
  readOnly,
  mono = false,
  long = false,
  rows = 4,
  hint,
  problem,
  choices,
  onSet,
}: {
  label: string;
  value: string;
  readOnly: boolean;
  mono?: boolean;
  long?: boolean;
  rows?: number;
  hint?: string;
  problem?: string | null;
  /** Offered while one types; anything else can be typed too. */
  choices?: readonly string[];
  onSet: (value: string) => void;
}) {
  const { text, type, leave, drop } = useTyped((typed) => {
    if (typed.trim() !== value) onSet(typed.trim());
    return true;
  });
  const list = useId();
  const common = {
    readOnly,
    value: text ?? value,
    className: `w-full text-sm ${mono ? "font-mono" : ""}`,
    onBlur: () => {
      leave();
    },
    onChange: (e: React.ChangeEvent<HTMLInputElement | HTMLTextAreaElement>) => type(e.target.value),
    onKeyDown: (e: React.KeyboardEvent) => {
      if (e.key === "Escape") drop();
      if (e.key === "Enter") {
        e.preventDefault();
        leave();
      }
    },
  };
  return (
    <Field label={label} {...(hint === undefined ? {} : { hint })} problem={problem ?? null}>
      {long ? (
        <TextArea rows={rows} {...common} />
      ) : (
        <Input small {...common} {...(choices ? { list, autoComplete: "off" } : {})} />
      )}
      {choices && (
        <datalist id={list}>
          {choices.map((c) => (
            <option key={c} value={c} />
          ))}
        </datalist>
      )}
    </Field>
  );
}
