import type { Comparison } from "@mossy/core/compare/sentences";
import type { TrackId } from "@mossy/core/session/document";
import { panInWords } from "@mossy/core/session/valueWords";
import { standings } from "@mossy/core/signal/image";
import type { ImagePlace } from "@mossy/core/signal/image";
import { flowOf } from "@mossy/core/signal/ways";
import { useMemo } from "react";
import { Floor, stageOf } from "../signal/pictureStage.tsx";
import { Halo } from "../signal/spotMark.tsx";
import { Empty } from "../ui/states.tsx";
import { useSize } from "../ui/useSize.ts";

/** So little a source may have moved and stand where it stood, in places (−100 … 100). */
const HARDLY = 1;

interface Moved {
  readonly id: TrackId;
  readonly name: string;
  readonly colour: string;
  readonly from: ImagePlace | null;
  readonly to: ImagePlace | null;
}

/** Sources that are heard elsewhere, or are gone or new, in the order of the second. */
function movedBetween({ a, b }: Comparison): { moved: Moved[]; still: number } {
  const [before, after] = [a, b].map((s) => new Map(standings(flowOf(s)).map((p) => [p.id, p]))) as [
    Map<TrackId, ImagePlace>,
    Map<TrackId, ImagePlace>,
  ];
  const tracks = new Map([...a.tracks, ...b.tracks].map((t) => [t.id, t]));
  const all = [...tracks.values()].flatMap((t): Moved[] => {
    const [from, to] = [before.get(t.id) ?? null, after.get(t.id) ?? null];
    return from || to ? [{ id: t.id, name: t.name, colour: t.colour ?? "#8a8f88", from, to }] : [];
  });
  const moved = all.filter(({ from, to }) => !from || !to || Math.abs(from.place - to.place) > HARDLY);
  return { moved, still: all.length - moved.length };
}

const ROW = 24;

/** Where sources are heard in both, from left to right: of those that moved, from where to where. */
export function PictureCompare({
  compared,
  at,
  onAt,
}: {
  compared: Comparison;
  at: TrackId | null;
  onAt: (track: TrackId) => void;
}) {
  const { moved, still } = useMemo(() => movedBetween(compared), [compared]);
  const { size, watch } = useSize<HTMLDivElement>({ width: 600, height: 400 });
  const height = Math.max(size.height - 40, moved.length * ROW + 100);
  const stage = stageOf("audience", { width: size.width, height });
  return (
    <div className="flex h-full min-h-0 flex-col">
      <p className="border-b border-line px-3.5 py-2 text-sm text-ink-2">
        {moved.length === 0
          ? "Every source is heard where it was."
          : `${moved.length} heard elsewhere, gone or new`}
        {moved.length > 0 && still > 0 ? `; ${still} where they were` : ""}
      </p>
      <div ref={watch} className="min-h-0 flex-1 overflow-y-auto">
        {moved.length === 0 ? (
          <Empty title="No source moved">Pan, width and ways come to the same at the main path.</Empty>
        ) : (
          <svg width="100%" height={height} role="group" aria-label="Both on the picture">
            <Floor stage={stage} />
            {moved.map((m, n) => (
              <MovedMark
                key={m.id}
                moved={m}
                y={50 + n * ROW}
                x={stage.x}
                chosen={at === m.id}
                onChoose={() => onAt(m.id)}
              />
            ))}
          </svg>
        )}
      </div>
    </div>
  );
}

const at = (p: ImagePlace): string => panInWords(Math.round(p.place));

function MovedMark({
  moved: { id, name, colour, from, to },
  y,
  x,
  chosen,
  onChoose,
}: {
  moved: Moved;
  y: number;
  x: (place: number) => number;
  chosen: boolean;
  onChoose: () => void;
}) {
  const [start, end] = [from && x(from.place), to && x(to.place)];
  const right = Math.max(start ?? -Infinity, end ?? -Infinity);
  const was = from ? `; was ${at(from)}` : "";
  const left = Math.min(start ?? Infinity, end ?? Infinity);
  return (
    <g
      id={`moved-${id}`}
      role="button"
      tabIndex={0}
      aria-label={to ? `${name}, ${from ? at(from) : "not there"} to ${at(to)}` : `${name}, gone${was}`}
      aria-pressed={chosen}
      className="cursor-pointer outline-none focus-visible:[&>circle]:stroke-[var(--ink)]"
      onClick={onChoose}
      onKeyDown={(e) => {
        if (e.key !== "Enter" && e.key !== " ") return;
        e.preventDefault();
        onChoose();
      }}
    >
      {/* The whole row of it can be clicked. */}
      <rect x={left - 10} y={y - 11} width={right - left + 120} height={22} fill="transparent" />
      {start !== null && end !== null && (
        <line
          x1={start}
          x2={end}
          y1={y}
          y2={y}
          stroke="var(--lantern)"
          strokeWidth={1.5}
          strokeDasharray="3 3"
        />
      )}
      {start !== null && (
        <circle
          cx={start}
          cy={y}
          r={7}
          fill="none"
          stroke={end === null ? "var(--brick)" : "var(--lantern)"}
          strokeWidth={2}
          strokeDasharray="3 2"
        />
      )}
      {end !== null && (
        <circle
          cx={end}
          cy={y}
          r={8}
          fill={colour}
          stroke={chosen ? "var(--ink)" : start === null ? "var(--moss)" : "var(--surface)"}
          strokeWidth={chosen || start === null ? 2.5 : 1}
        />
      )}
      <Halo x={right + 12} y={y + 4} anchor="start" strong={chosen}>
        {end === null ? `${name.slice(0, 14)}, gone` : name.slice(0, 14)}
      </Halo>
    </g>
  );
}
