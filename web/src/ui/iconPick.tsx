import { clsx } from "clsx";
import { useState } from "react";
import { Drawing } from "./tile.tsx";
import { useAllIcons } from "./icons.ts";
import { Input } from "./pieces.tsx";

const SHOWN = 42;

/** Chooses an icon, found by typing; null stands for "as the family". */
export function IconPick({
  value,
  family,
  colour,
  onChoose,
}: {
  value: string | null;
  family: string | null;
  colour: string | null;
  onChoose: ((icon: string | null) => void) | null;
}) {
  const [find, setFind] = useState("");
  const icons = useAllIcons().filter((i) => i.name !== "folder");
  const wanted = find.trim().toLowerCase();
  const now = value ?? family;
  const fit = icons.filter((i) => wanted === "" || `${i.name} ${i.tags}`.toLowerCase().includes(wanted));
  const shown = [...fit.filter((i) => i.name === now), ...fit.filter((i) => i.name !== now)].slice(
    0,
    SHOWN,
  );
  return (
    <fieldset disabled={!onChoose}>
      <legend className="pb-1.5 text-xs font-semibold text-ink-2">
        Icon: <span className="text-ink">{value ?? "as the family"}</span>
      </legend>
      <Input
        small
        type="search"
        aria-label="Find an icon"
        placeholder="Find among all icons"
        className="mb-1.5 w-full"
        value={find}
        onChange={(e) => setFind(e.target.value)}
      />
      <div className="flex flex-wrap gap-1">
        {shown.map(({ name, paths }) => (
          <button
            key={name}
            type="button"
            aria-pressed={name === value}
            aria-label={name}
            title={name}
            onClick={() => {
              onChoose?.(name);
            }}
            className={clsx(
              "grid size-7 place-items-center rounded-sm border",
              name === now ? "border-ink" : "border-line hover:bg-sunk",
            )}
          >
            <Drawing
              paths={paths}
              size={16}
              ink={name === now ? (colour ?? "currentColor") : "var(--ink-2)"}
            />
          </button>
        ))}
      </div>
      {fit.length > SHOWN && (
        <p className="pt-1 text-xs text-ink-2">{fit.length - SHOWN} more; type to find them.</p>
      )}
      {fit.length === 0 && <p className="pt-1 text-sm text-ink-2">No icon is found by “{find}”.</p>}
      {family !== null && value !== null && onChoose && (
        <button
          type="button"
          className="mt-1.5 text-sm font-semibold text-moss hover:underline"
          onClick={() => onChoose(null)}
        >
          Back to the family's icon
        </button>
      )}
    </fieldset>
  );
}
