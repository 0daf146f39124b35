import { Field, Select } from "./pieces.tsx";

/** One of a list under a label. `none` names the choice of nothing, where there is one. */
export function Chooser<T extends string>({
  label,
  value,
  options,
  none,
  hint,
  onChoose,
}: {
  label: string;
  value: T | null;
  options: readonly (readonly [value: NoInfer<T>, name: string])[];
  none?: string;
  hint?: string;
  /** Null where it can only be looked at. */
  onChoose: ((value: NoInfer<T> | null) => void) | null;
}) {
  return (
    <Field label={label} {...(hint === undefined ? {} : { hint })}>
      <Select
        small
        disabled={!onChoose}
        value={value ?? ""}
        onChange={(e) => onChoose?.(options.find(([v]) => v === e.target.value)?.[0] ?? null)}
      >
        {none !== undefined && <option value="">{none}</option>}
        {options.map(([v, name]) => (
          <option key={v} value={v}>
            {name}
          </option>
        ))}
      </Select>
    </Field>
  );
}
