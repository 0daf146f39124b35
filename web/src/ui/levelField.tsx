import { levelInWords } from "@mossy/core/session/valueWords";
import { NumberField } from "./numberField.tsx";

/** A level in dB, as people type it: "−6", "-6.5", "silent". */
export function LevelField({
  label,
  value,
  className,
  onSet,
}: {
  label: string;
  value: number;
  className?: string;
  onSet: (to: number) => void;
}) {
  return (
    <NumberField
      label={label}
      {...(className === undefined ? {} : { className })}
      value={levelInWords(value).replace("+", "")}
      hint="−144 to 24"
      onSet={(text) => {
        const to = text === "silent" ? -144 : Number(text.replace(",", ".").replace("−", "-"));
        if (text.trim() === "" || !(to >= -144 && to <= 24)) return false;
        onSet(to);
        return true;
      }}
    />
  );
}
