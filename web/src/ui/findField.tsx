import { Input } from "./pieces.tsx";

/** A field that looks through what stands below it while one types. */
export function FindField({
  label,
  className,
  value,
  onFind,
}: {
  label: string;
  className?: string;
  value: string;
  onFind: (text: string) => void;
}) {
  return (
    <Input
      type="search"
      aria-label={label}
      placeholder={label}
      className={className}
      maxLength={100}
      value={value}
      onChange={(e) => onFind(e.target.value)}
    />
  );
}
