import { LANES } from "@mossy/core/session/lanes";
import type { Lane } from "@mossy/core/session/lanes";
import { ChevronLeft, X } from "lucide-react";
import { PickOne } from "../ui/chooser.tsx";

/** Which lanes there are above the tracks, in which order. */
export function LanesField({
  lanes,
  onChange,
}: {
  lanes: readonly Lane[];
  onChange: ((lanes: Lane[]) => void) | null;
}) {
  const free = LANES.filter((l) => !lanes.includes(l));
  const forward = (n: number): void => {
    const next = [...lanes];
    next.splice(n - 1, 2, ...lanes.slice(n - 1, n + 1).toReversed());
    onChange?.(next);
  };
  return (
    <fieldset disabled={!onChange}>
      <legend className="contents">
        <span className="block pb-1 text-xs font-semibold text-ink-2">
          Lanes it opens with, from the top
        </span>
      </legend>
      <div className="flex flex-wrap items-center gap-1">
        {lanes.length === 0 && <span className="text-sm text-ink-2">none</span>}
        {lanes.map((lane, n) => (
          <span key={lane} className="inline-flex h-7 items-center rounded-full bg-sunk px-1 text-sm">
            {onChange && n > 0 ? (
              <button
                type="button"
                aria-label={`${lane} before ${lanes[n - 1] ?? ""}`}
                className="grid size-6 place-items-center rounded-full hover:bg-line"
                onClick={() => forward(n)}
              >
                <ChevronLeft size={13} aria-hidden />
              </button>
            ) : (
              <span className="w-1.5" />
            )}
            {lane}
            {onChange ? (
              <button
                type="button"
                aria-label={`Without the lane ${lane}`}
                className="grid size-6 place-items-center rounded-full hover:bg-line"
                onClick={() => onChange(lanes.filter((l) => l !== lane))}
              >
                <X size={12} aria-hidden />
              </button>
            ) : (
              <span className="w-1.5" />
            )}
          </span>
        ))}
        {onChange && free.length > 0 && (
          <PickOne
            small
            aria-label="One more lane"
            className="w-32"
            says="one more…"
            options={free.map((l) => [l, l])}
            onPick={(l) => onChange([...lanes, l as Lane])}
          />
        )}
      </div>
    </fieldset>
  );
}
