import { useState } from "react";
import { Field, Input } from "./pieces.tsx";
import { useTyped } from "./useTyped.ts";

/**
 * A value that is set on Enter or on leaving; Escape takes it back, what cannot be is marked with what
 * could.
 */
export function NumberField({
  label,
  value,
  hint,
  placeholder,
  className = "",
  text: isText = false,
  onSet,
}: {
  label: string;
  value: string;
  hint: string;
  placeholder?: string;
  className?: string;
  text?: boolean;
  onSet: (value: string) => boolean;
}) {
  const [off, setOff] = useState(false);
  const { text, type, leave, drop } = useTyped((typed) => typed === value || onSet(typed));
  const done = (): void => setOff(!leave());
  return (
    <span className={className}>
      <Field label={label} problem={off ? hint : null}>
        <Input
          small
          className="w-full font-mono"
          inputMode={isText ? "text" : "decimal"}
          aria-invalid={off}
          {...(placeholder === undefined ? {} : { placeholder })}
          value={text ?? value}
          onChange={(e) => type(e.target.value)}
          onBlur={done}
          onKeyDown={(e) => {
            if (e.key === "Enter") {
              e.preventDefault();
              done();
            }
            if (e.key === "Escape") {
              drop();
              setOff(false);
            }
          }}
        />
      </Field>
    </span>
  );
}
