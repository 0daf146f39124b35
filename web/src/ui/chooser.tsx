import type { ComponentProps } from "react";
import { Field } from "./pieces.tsx";
import { Select } from "./select.tsx";

export type Option<T extends string | number = string> = readonly [value: T, name: string];

/** What stands to choose in a list. */
export function Options({ of }: { of: readonly Option<string | number>[] }) {
  return of.map(([value, name]) => (
    <option key={value} value={value}>
      {name}
    </option>
  ));
}

/** What has an id and a name, to choose from. */
export const named = (list: readonly { readonly id: string; readonly name: string }[]): Option[] =>
  list.map((x) => [x.id, x.name]);

/** A list that does something with what is chosen and then stands at its first line again, `says`. */
export function PickOne({
  says,
  options,
  onPick,
  ...rest
}: Omit<ComponentProps<typeof Select>, "value" | "onChange"> & {
  says: string;
  options: readonly Option[];
  onPick: (value: string) => void;
}) {
  return (
    <Select
      {...rest}
      value=""
      onChange={(e) => {
        if (e.target.value !== "") onPick(e.target.value);
      }}
    >
      <option value="">{says}</option>
      <Options of={options} />
    </Select>
  );
}

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
  options: readonly Option<NoInfer<T>>[];
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
        <Options of={options} />
      </Select>
    </Field>
  );
}
