import type { Style } from "@mossy/core/house/style";
import { articulationText } from "@mossy/core/instruments/cells";
import type { ArticulationCell } from "@mossy/core/instruments/cells";
import type { Articulation, SampleLibrary } from "@mossy/core/instruments/library";
import { withMeasured } from "@mossy/core/instruments/sums";
import type { MeasuredArticulation, Spread } from "@mossy/core/instruments/sums";
import { clsx } from "clsx";
import { BeforeAfter } from "../ui/beforeAfter.tsx";
import { LongList } from "../ui/longList.tsx";
import { Pill } from "../ui/pieces.tsx";

/** Lags of one articulation that lie further apart than this are no one lag, in ms. */
const UNEVEN = 10;
const CELLS = [
  ["lag", "Lag, ms", 1],
  ["loudness", "Loudness, LUFS", 1],
  ["tail", "Tail, s", 2],
] as const satisfies readonly (readonly [ArticulationCell, string, digits: number])[];
const GRID =
  "grid grid-cols-[1.25rem_minmax(7rem,1.2fr)_repeat(3,minmax(6rem,1fr))_4.5rem] items-start gap-x-3 " +
  "max-[900px]:grid-cols-[1.25rem_minmax(0,1fr)]";

interface Lines {
  readonly library: SampleLibrary;
  readonly style: Style;
  readonly may: boolean;
  /** Of which something else stands in the sheet, and which of them are to be taken over. */
  readonly others: ReadonlySet<string>;
  readonly chosen: ReadonlySet<string>;
  readonly shown: string | null;
  readonly onChoose: (id: string, is: boolean) => void;
  readonly onShow: (id: string) => void;
}

/** What was measured, an articulation a line: as it stands, as it was measured, how far its notes lie apart. */
export function MeasuredList({ all, ...lines }: Lines & { all: readonly MeasuredArticulation[] }) {
  const { library } = lines;
  const places = new Map(
    library.patches.flatMap((p) => p.articulations.map((a) => [a.id, { patch: p.name, a }] as const)),
  );
  const measured = withMeasured(library, all, new Set(all.map((m) => m.id)));
  const after = new Map(measured.patches.flatMap((p) => p.articulations.map((a) => [a.id, a] as const)));
  return (
    <>
      <div className={`${GRID} text-sm font-semibold text-ink-2 max-[900px]:hidden`} aria-hidden>
        <span />
        <span>Articulation</span>
        {CELLS.map(([cell, says]) => (
          <span key={cell}>{says}</span>
        ))}
        <span>Notes</span>
      </div>
      <div
        role="region"
        aria-label="What was measured"
        tabIndex={0}
        className="-mx-2 min-h-32 flex-1 overflow-y-auto px-2"
      >
        <LongList items={all} keyOf={(m) => m.id} height={56} itemClass="border-t border-line">
          {(m) => {
            const place = places.get(m.id);
            const a = after.get(m.id);
            return place && a ? (
              <MeasuredLine {...lines} m={m} patch={place.patch} was={place.a} is={a} />
            ) : null;
          }}
        </LongList>
      </div>
    </>
  );
}

function MeasuredLine({
  m,
  patch,
  was,
  is,
  style,
  may,
  others,
  chosen,
  shown,
  onChoose,
  onShow,
}: Omit<Lines, "library"> & {
  m: MeasuredArticulation;
  patch: string;
  was: Articulation;
  is: Articulation;
}) {
  const spreads: Record<(typeof CELLS)[number][0], Spread | null> = m;
  const uneven = m.lag.most - m.lag.least > UNEVEN && m.lagBy.length === 0;
  return (
    <div className={clsx(GRID, "py-1.5", shown === m.id && "-mx-2 rounded-md bg-moss-soft px-2")}>
      {may && others.has(m.id) ? (
        <input
          type="checkbox"
          className="mt-1"
          aria-label={`Take over ${is.name} of ${patch}`}
          checked={chosen.has(m.id)}
          onChange={(e) => onChoose(m.id, e.target.checked)}
        />
      ) : (
        <span />
      )}
      <button
        type="button"
        aria-pressed={shown === m.id}
        className="min-h-6 min-w-0 text-left"
        onClick={() => onShow(m.id)}
      >
        <span className="block truncate font-semibold">{is.name}</span>
        <span className="block truncate text-sm text-ink-2">{patch}</span>
      </button>
      {CELLS.map(([cell, says, digits]) => {
        const of = spreads[cell];
        const [before, after] = [was, is].map((a) => articulationText(style.reader, a, cell));
        return (
          <span key={cell} className="min-w-0 max-[900px]:col-start-2">
            <span className="mr-2 text-sm text-ink-2 min-[901px]:hidden">{says}</span>
            {of ? (
              <BeforeAfter
                before={before === after || before === "" ? null : (before ?? null)}
                after={after ?? null}
              />
            ) : (
              <span className="font-mono text-sm text-ink-2">{after || "–"}</span>
            )}
            {m.notes - m.silent > 1 && of && <Apart of={of} digits={digits} />}
          </span>
        );
      })}
      <span className="text-sm text-ink-2 max-[900px]:col-start-2">
        {m.notes - m.silent} of {m.notes}
        {uneven && <Pill look="look">uneven</Pill>}
      </span>
    </div>
  );
}

/** Between which values the notes lie, where they differ. */
function Apart({ of: { least, most }, digits }: { of: Spread; digits: number }) {
  const [from, to] = [least, most].map((x) => x.toFixed(digits).replace("-", "−"));
  return from === to ? null : (
    <span className="block text-sm text-ink-2">
      {from} to {to}
    </span>
  );
}
