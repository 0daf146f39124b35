import { useQuery } from "@tanstack/react-query";
import { Field, Input } from "../ui/pieces.tsx";
import { later } from "../wire/laterQueries.ts";

/** The production something belongs to: one that runs, or a new one. */
export function ProductionField({
  value,
  disabled = false,
  onChange,
}: {
  value: string;
  disabled?: boolean;
  onChange: (code: string) => void;
}) {
  const { data } = useQuery(later.productions);
  return (
    <>
      <Field
        label="Of one production"
        hint="Its code: offered to its own sessions only, put away when it is closed."
      >
        <Input
          maxLength={24}
          list="productions"
          placeholder="for all"
          disabled={disabled}
          className="w-44 font-mono uppercase placeholder:font-sans placeholder:normal-case"
          value={value}
          onChange={(e) => onChange(e.target.value)}
        />
      </Field>
      <datalist id="productions">
        {data?.productions
          .filter((p) => p.closed === null)
          .map((p) => (
            <option key={p.code} value={p.code}>
              {p.title}
            </option>
          ))}
      </datalist>
    </>
  );
}
