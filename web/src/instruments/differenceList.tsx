import type { LibraryDifference } from "@mossy/core/instruments/issues";
import { plural } from "@mossy/core/session/plural";
import { BeforeAfter } from "../ui/beforeAfter.tsx";
import { LongList } from "../ui/longList.tsx";
import { Pill } from "../ui/pieces.tsx";
import { cellName } from "./rowLook.ts";

const LOOK = { new: "ok", gone: "look", changed: "note" } as const;

/** What is another between two states of a library; with `chosen` each line is taken over or not. */
export function DifferenceList({
  all,
  label,
  chosen,
  onChoose,
}: {
  all: readonly LibraryDifference[];
  label: string;
  chosen?: ReadonlySet<string>;
  onChoose?: (next: ReadonlySet<string>) => void;
}) {
  const many = (["new", "changed", "gone"] as const)
    .map((what) => [what, all.filter((d) => d.what === what).length] as const)
    .filter(([, n]) => n > 0);
  return (
    <>
      <div className="flex flex-wrap items-center gap-2 text-sm">
        {many.map(([what, n]) => (
          <Pill key={what} look={LOOK[what]}>
            {n} {what}
          </Pill>
        ))}
        {chosen && (
          <label className="ml-auto flex items-center gap-1.5">
            <input
              type="checkbox"
              checked={chosen.size === all.length}
              onChange={(e) => onChoose?.(new Set(e.target.checked ? all.map((d) => d.id) : []))}
            />
            all lines
          </label>
        )}
      </div>
      <div role="region" aria-label={label} tabIndex={0} className="min-h-32 flex-1 overflow-y-auto">
        <LongList items={all} keyOf={(d) => d.id} height={44} itemClass="border-t border-line py-1.5">
          {(d) => (
            <label className="flex items-start gap-2.5">
              {chosen && (
                <input
                  type="checkbox"
                  className="mt-1"
                  checked={chosen.has(d.id)}
                  onChange={(e) => {
                    const next = new Set(chosen);
                    if (e.target.checked) next.add(d.id);
                    else next.delete(d.id);
                    onChoose?.(next);
                  }}
                />
              )}
              <Difference of={d} />
            </label>
          )}
        </LongList>
      </div>
    </>
  );
}

function Difference({ of: d }: { of: LibraryDifference }) {
  return (
    <span className="min-w-0 flex-1">
      <span className="flex items-center gap-2">
        <span className="truncate font-semibold">
          {d.articulation ?? d.patch}
          {d.articulation !== null && <span className="font-normal text-ink-2"> of {d.patch}</span>}
        </span>
        {d.what !== "changed" && <Pill look={LOOK[d.what]}>{d.what}</Pill>}
        {d.holds > 0 && <span className="text-sm text-ink-2">{plural(d.holds, "articulation")}</span>}
      </span>
      {d.cells.map((c) => (
        <span key={c.cell} className="flex flex-wrap items-baseline gap-x-2 text-sm">
          <span className="text-ink-2">{cellName(c.cell, d.articulation === null)}</span>
          <BeforeAfter before={c.was} after={c.is} />
        </span>
      ))}
    </span>
  );
}
