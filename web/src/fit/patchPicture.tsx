import { whyNotOn } from "@mossy/core/fit/putOn";
import type { InputWish } from "@mossy/core/fit/wish";
import { inputsFrom, wishesOf } from "@mossy/core/fit/wish";
import type { Room, RoomInput } from "@mossy/core/fit/room";
import type { Session, Track, TrackId } from "@mossy/core/session/document";
import { clsx } from "clsx";
import { useState } from "react";
import { Empty } from "../ui/states.tsx";
import { Tile } from "../ui/tile.tsx";
import { useDrag } from "../ui/useDrag.ts";
import type { Point } from "../ui/useDrag.ts";

const ROW = 30;
const WIDTH = 216;
const SOURCE = { mic: "Mic", di: "DI", line: "Line", wireless: "Wireless" } as const;

/** The input under the pointer. */
function inputAt({ x, y }: Point): number | null {
  const under = document.elementFromPoint(x, y)?.closest("[data-input]")?.getAttribute("data-input");
  return under === null || under === undefined ? null : Number(under);
}

/**
 * What the template asks for at the left, what the room has at the right, a line for each source that has
 * its input. A source is chosen by a press and dragged onto an input.
 */
export function PatchPicture({
  before,
  session,
  room,
  unplaced,
  chosen,
  onChoose,
  onPut,
  asks = "What the template asks for",
}: {
  before: Session;
  session: Session;
  room: Room;
  unplaced: ReadonlySet<TrackId>;
  chosen: TrackId | null;
  onChoose: (track: TrackId) => void;
  /** Null where it can only be looked at. */
  onPut: ((track: TrackId, input: number) => void) | null;
  /** The head of the sources. */
  asks?: string;
}) {
  const [over, setOver] = useState<number | null>(null);
  const wishes = wishesOf(session);
  const landing = (track: TrackId, at: Point): number | null => {
    const wish = wishes.find((w) => w.track === track);
    const input = inputAt(at);
    return wish && input !== null && whyNotOn(wish, room.inputs, input) === null ? input : null;
  };
  const { onPointerDown, dragged } = useDrag<TrackId>({
    grip: (e) => {
      const row = e.target instanceof Element ? e.target.closest("[data-source]") : null;
      return row?.getAttribute("data-source") ?? null;
    },
    move: (track, at) => setOver(onPut ? landing(track, at) : null),
    drop: (track, at) => {
      const input = landing(track, at);
      setOver(null);
      if (input !== null) onPut?.(track, input);
    },
    giveUp: () => setOver(null),
    tap: onChoose,
  });
  const tracks = new Map(session.tracks.map((t) => [t.id, t]));
  const used = new Set(
    wishes.flatMap((w) => {
      const first = tracks.get(w.track)?.input ?? null;
      return first === null ? [] : inputsFrom(w, first);
    }),
  );
  if (wishes.length === 0)
    return <Empty title="Nothing to plug in">No track of this release records from outside.</Empty>;
  return (
    <div className="grid grid-cols-[minmax(0,1fr)_216px_minmax(0,1fr)]">
      <h2 className="pb-2 text-xs font-semibold text-ink-2">{asks}</h2>
      <span />
      <h2 className="pb-2 text-xs font-semibold text-ink-2">What the room has</h2>
      <ul onPointerDown={onPointerDown}>
        {wishes.map((w) => (
          <SourceRow
            key={w.track}
            wish={w}
            track={tracks.get(w.track)}
            chosen={chosen === w.track}
            dragged={dragged === w.track}
            onChoose={onChoose}
          />
        ))}
      </ul>
      <Lines
        wishes={wishes}
        tracks={tracks}
        before={before}
        room={room}
        unplaced={unplaced}
        chosen={chosen}
      />
      <ol>
        {room.inputs.map((i) => (
          <InputRow key={i.number} input={i} free={!used.has(i.number)} over={over === i.number} />
        ))}
      </ol>
    </div>
  );
}

function SourceRow({
  wish: w,
  track: t,
  chosen,
  dragged,
  onChoose,
}: {
  wish: InputWish;
  track: Track | undefined;
  chosen: boolean;
  dragged: boolean;
  onChoose: (track: TrackId) => void;
}) {
  return (
    <li
      data-source={w.track}
      style={{ height: ROW }}
      className={clsx("touch-none", dragged && "opacity-60")}
    >
      <button
        type="button"
        aria-pressed={chosen}
        className={clsx(
          "flex h-full w-full items-center gap-2.5 rounded-sm pr-2 text-left",
          chosen ? "bg-moss-soft" : "hover:bg-sunk",
        )}
        onClick={(e) => {
          // A press by the pointer was heard already.
          if (e.detail === 0) onChoose(w.track);
        }}
      >
        <Tile colour={t?.colour ?? null} icon={t?.icon ?? null} />
        <span className="min-w-0 flex-1 truncate font-mono">{t?.name}</span>
        <span className="text-sm text-ink-2">
          {SOURCE[w.source]}
          {w.phantom ? ", 48 V" : ""}
          {w.channels > 1 ? ` × ${w.channels}` : ""}
          <span className="sr-only">, {t?.input === null ? "no input" : `input ${t?.input}`}</span>
        </span>
      </button>
    </li>
  );
}

function InputRow({ input: i, free, over }: { input: RoomInput; free: boolean; over: boolean }) {
  return (
    <li
      data-input={i.number}
      className={clsx("flex items-center gap-3 rounded-sm", over && "bg-glow/40")}
      style={{ height: ROW }}
    >
      <span className="w-6 text-right font-mono font-bold">{i.number}</span>
      <span className="truncate">
        {i.label}
        {i.phantom ? " · 48 V" : ""}
      </span>
      {i.holds !== "" ? (
        <span className="truncate text-sm text-ink-2">{i.holds}, for good</span>
      ) : (
        free && <span className="text-sm text-ink-3">free</span>
      )}
    </li>
  );
}

/** A line for each source that has its input; a dot where one has none. */
function Lines({
  wishes,
  tracks,
  before,
  room,
  unplaced,
  chosen,
}: {
  wishes: readonly InputWish[];
  tracks: ReadonlyMap<TrackId, Track>;
  before: Session;
  room: Room;
  unplaced: ReadonlySet<TrackId>;
  chosen: TrackId | null;
}) {
  const old = new Map(before.tracks.map((t) => [t.id, t.input]));
  const rowOf = new Map(room.inputs.map((i, n) => [i.number, n]));
  const height = Math.max(wishes.length, room.inputs.length) * ROW;
  const middle = (n: number): number => n * ROW + ROW / 2;
  return (
    <svg aria-hidden width={WIDTH} height={height} className="pointer-events-none overflow-visible">
      {wishes.map((w, i) => {
        const first = tracks.get(w.track)?.input ?? null;
        if (first === null)
          return unplaced.has(w.track) ? (
            <g key={w.track} fill="var(--brick)">
              <circle cx={8} cy={middle(i)} r={4.5} />
              <text x={19} y={middle(i) + 4.5} fontSize={13}>
                no input
              </text>
            </g>
          ) : null;
        return inputsFrom(w, first).map((n) => {
          const y = middle(rowOf.get(n) ?? 0);
          return (
            <path
              key={`${w.track}-${n}`}
              d={`M4 ${middle(i)} C ${WIDTH * 0.5} ${middle(i)}, ${WIDTH * 0.5} ${y}, ${WIDTH - 8} ${y}`}
              fill="none"
              stroke={old.get(w.track) === first ? "var(--moss)" : "var(--glow)"}
              strokeWidth={chosen === w.track ? 3.5 : 2}
              opacity={chosen === null || chosen === w.track ? 0.85 : 0.4}
            />
          );
        });
      })}
    </svg>
  );
}
