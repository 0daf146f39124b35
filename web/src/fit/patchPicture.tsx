import { wishesOf } from "@mossy/core/fit/wish";
import type { Room } from "@mossy/core/fit/room";
import type { Session, TrackId } from "@mossy/core/session/document";
import { Empty } from "../ui/states.tsx";
import { Tile } from "../ui/tile.tsx";

const ROW = 30;

const WIDTH = 216;

const SOURCE = { mic: "Mic", di: "DI", line: "Line", wireless: "Wireless" } as const;

/**
 * What the template asks for at the left, what the room has at the right, a line for each source that has
 * its input.
 */
export function PatchPicture({
  before,
  session,
  room,
  unplaced,
}: {
  before: Session;
  session: Session;
  room: Room;
  unplaced: ReadonlySet<TrackId>;
}) {
  const wishes = wishesOf(session);
  const tracks = new Map(session.tracks.map((t) => [t.id, t]));
  const old = new Map(before.tracks.map((t) => [t.id, t.input]));
  const rowOf = new Map(room.inputs.map((i, n) => [i.number, n]));
  const used = new Set(
    wishes.flatMap((w) => {
      const first = tracks.get(w.track)?.input ?? null;
      return first === null ? [] : Array.from({ length: w.channels }, (_, k) => first + k);
    }),
  );
  const height = Math.max(wishes.length, room.inputs.length) * ROW;
  const middle = (n: number): number => n * ROW + ROW / 2;
  if (wishes.length === 0)
    return <Empty title="Nothing to plug in">No track of this release records from outside.</Empty>;
  return (
    <div className="grid grid-cols-[minmax(0,1fr)_216px_minmax(0,1fr)]">
      <h2 className="pb-2 text-xs font-semibold text-ink-2">What the template asks for</h2>
      <span />
      <h2 className="pb-2 text-xs font-semibold text-ink-2">What the room has</h2>
      <ul>
        {wishes.map((w) => {
          const t = tracks.get(w.track);
          return (
            <li key={w.track} className="flex items-center gap-2.5" style={{ height: ROW }}>
              <Tile colour={t?.colour ?? null} icon={t?.icon ?? null} />
              <span className="min-w-0 flex-1 truncate font-mono">{t?.name}</span>
              <span className="pr-2 text-sm text-ink-2">
                {SOURCE[w.source]}
                {w.channels > 1 ? ` × ${w.channels}` : ""}
                {t?.input === null ? ", no input" : <span className="sr-only">, input {t?.input}</span>}
              </span>
            </li>
          );
        })}
      </ul>
      <svg aria-hidden width={WIDTH} height={height} className="overflow-visible">
        {wishes.map((w, i) => {
          const first = tracks.get(w.track)?.input ?? null;
          if (first === null)
            return unplaced.has(w.track) ? (
              <circle key={w.track} cx={8} cy={middle(i)} r={4.5} fill="var(--brick)" />
            ) : null;
          return Array.from({ length: w.channels }, (_, k) => {
            const y = middle(rowOf.get(first + k) ?? 0);
            return (
              <path
                key={`${w.track}-${k}`}
                d={`M4 ${middle(i)} C ${WIDTH * 0.5} ${middle(i)}, ${WIDTH * 0.5} ${y}, ${WIDTH - 8} ${y}`}
                fill="none"
                stroke={old.get(w.track) === first ? "var(--moss)" : "var(--glow)"}
                strokeWidth={2}
                opacity={0.85}
              />
            );
          });
        })}
      </svg>
      <ol>
        {room.inputs.map((i) => (
          <li key={i.number} className="flex items-center gap-3" style={{ height: ROW }}>
            <span className="w-6 text-right font-mono font-bold">{i.number}</span>
            <span className="truncate">
              {i.label}
              {i.phantom ? " · 48 V" : ""}
            </span>
            {!used.has(i.number) && <span className="text-sm text-ink-3">free</span>}
          </li>
        ))}
      </ol>
    </div>
  );
}
