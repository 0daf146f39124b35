import { clsx } from "clsx";
import type { PaletteColour } from "@mossy/core/house/house";

/** Chooses a colour of the house palette; null stands for "as the family". */
export function ColourPick({
  label,
  palette,
  value,
  family,
  onChoose,
}: {
  label: string;
  palette: readonly PaletteColour[];
  value: string | null;
  family: string | null;
  onChoose: ((id: string | null) => void) | null;
}) {
  return (
    <fieldset disabled={!onChoose}>
      <legend className="pb-1.5 text-xs font-semibold text-ink-2">
        {label}:{" "}
        <span className="text-ink">
          {value === null ? "as the family" : palette.find((c) => c.id === value)?.name}
        </span>
      </legend>
      <div className="flex flex-wrap gap-1">
        {palette.map((c) => (
          <button
            key={c.id}
            type="button"
            aria-pressed={c.id === value}
            aria-label={`${c.name}${c.id === family ? ", the family's" : ""}`}
            title={`${c.name} ${c.hex}`}
            onClick={() => {
              onChoose?.(c.id);
            }}
            className={clsx(
              "grid size-6 place-items-center rounded-[7px] text-xs font-bold text-[#fff]",
              "outline-offset-1",
            )}
            style={{
              background: c.hex,
              boxShadow: c.id === value ? "0 0 0 2px var(--surface), 0 0 0 4px var(--ink)" : undefined,
            }}
          >
            {c.id === value ? <span className="size-1.5 rounded-full bg-[#fff]" /> : ""}
          </button>
        ))}
      </div>
      {family !== null && value !== null && onChoose && (
        <button
          type="button"
          className="mt-1.5 text-sm font-semibold text-moss hover:underline"
          onClick={() => onChoose(null)}
        >
          Back to the family's colour
        </button>
      )}
    </fieldset>
  );
}
