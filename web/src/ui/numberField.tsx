import { Field, Input } from "./pieces.tsx";
import { useTypedInput } from "./useTyped.ts";

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
  readOnly = false,
  onSet,
}: {
  label: string;
  value: string;
  hint: string;
  placeholder?: string;
  className?: string;
  text?: boolean;
  readOnly?: boolean;
  onSet: (value: string) => boolean;
}) {
  const { off, input } = useTypedInput(value, (typed) => typed === value || onSet(typed));
  return (
    <span className={className}>
      <Field label={label} problem={off ? hint : null}>
        <Input
          small
          className="w-full font-mono"
          readOnly={readOnly}
          inputMode={isText ? "text" : "decimal"}
          {...(placeholder === undefined ? {} : { placeholder })}
          {...input}
        />
      </Field>
    </span>
  );
}
