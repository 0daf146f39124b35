import { clsx } from "clsx";
import { Input } from "./pieces.tsx";
import { useTyped } from "./useTyped.ts";

/** Goes on to the same column of the next line; on the last one the field is left. */
export function nextLine(field: HTMLInputElement): void {
  const below = field
    .closest("tr")
    ?.nextElementSibling?.querySelector<HTMLInputElement>(
      `input[data-column="${field.dataset["column"] ?? ""}"]`,
    );
  if (below) {
    below.focus();
    below.select();
  } else field.blur();
}

/** A text that is set on leaving or on Enter, which goes on to the next line; Escape takes it back. */
export function Cell({
  column,
  label,
  value,
  most,
  edits,
  list,
  onSet,
}: {
  column: string;
  label: string;
  value: string;
  most: number;
  edits: boolean;
  list?: string;
  onSet: (value: string) => void;
}) {
  const { text, type, leave, drop } = useTyped((typed) => {
    if (typed.trim() !== value) onSet(typed.trim());
    return true;
  });
  if (!edits) return <span className="text-ink-2">{value}</span>;
  return (
    <Input
      small
      aria-label={label}
      data-column={column}
      title={text ?? value}
      maxLength={most}
      list={list}
      className={clsx(
        "w-full border-transparent bg-transparent px-1! hover:border-line-strong",
        "focus:border-line-strong focus:bg-surface",
      )}
      value={text ?? value}
      onChange={(e) => type(e.target.value)}
      onBlur={() => {
        leave();
      }}
      onKeyDown={(e) => {
        if (e.key === "Enter") nextLine(e.currentTarget);
        if (e.key === "Escape") drop();
      }}
    />
  );
}
