import { clsx } from "clsx";
import type { Style } from "@mossy/core/house/style";
import { setField } from "@mossy/core/session/change";
import type { Session, TrackId } from "@mossy/core/session/document";
import { CHANNELS } from "@mossy/core/session/document";
import { leaning, panFor, withPan } from "@mossy/core/signal/image";
import type { ImagePlace } from "@mossy/core/signal/image";
import { flowOf } from "@mossy/core/signal/ways";
import { useMemo, useState } from "react";
import { useSize } from "../ui/useSize.ts";
import { useShortcuts } from "../ui/shortcuts.tsx";
import { Choice } from "../ui/sideBySide.tsx";
import { Empty } from "../ui/states.tsx";
import type { Workpiece } from "../documents/workpiece.ts";
import { spotsOf } from "./spots.ts";
import type { PictureSpot } from "./spots.ts";
import { useDrag } from "../ui/useDrag.ts";
import { Crowds, FRONT, Floor, FromHome, placeOn, stageOf } from "./pictureStage.tsx";
import type { Stage } from "./pictureStage.tsx";
import { PictureSide } from "./pictureSide.tsx";
import type { Side } from "./picture.ts";
import type { Squeeze } from "./pictureSide.tsx";
import { SpotMark } from "./spotMark.tsx";
import { depthOf, heardPlaces, homePlaces } from "./picture.ts";

/** Nearer than this to where it was, in places, a source is put back. */
const HARDLY = 3;

/**
 * A top view of where every source ends up at the main output: left to right where it is heard, front to
 * back how far, its size how loud.
 */
export function PictureView({
  style,
  session,
  selected,
  onSelect,
  work,
}: {
  style: Style;
  session: Session;
  selected: TrackId | null;
  onSelect: (id: TrackId | null) => void;
  work: Workpiece | null;
}) {
  const [side, setSide] = useState<Side>(style.house.view === "player" ? "players" : "audience");
  const [compare, setCompare] = useState(false);
  const [squeeze, setSqueeze] = useState<Squeeze | null>(null);
  const { size, element, watch } = useSize<SVGSVGElement>({ width: 520, height: 480 });
  const all = useMemo(() => heardPlaces(session, squeeze), [session, squeeze]);
  const home = useMemo(() => (compare ? homePlaces(style, session) : null), [compare, style, session]);
  const stage = useMemo(() => stageOf(side, size), [side, size]);
  const spots = useSpots(style, session, all, stage);
  const put = (id: TrackId, place: number): void => {
    const t = session.tracks.find((x) => x.id === id);
    const pan = panFor((p) => flowOf(withPan(session, id, p)), id, place);
    if (t && work && pan !== null && pan !== t.pan) work.edit([setField(t, "pan", pan)], "place");
  };
  useNudgeKeys(session, selected, work, stage.players);
  const heardAt = new Map(all.map((s) => [s.id, s]));
  const placeAt = (x: number): number =>
    placeOn(stage, x - (element.current?.getBoundingClientRect().left ?? 0));
  const [moving, setMoving] = useState<{ id: TrackId; place: number } | null>(null);
  const { onPointerDown } = useDrag<TrackId>({
    grip: (e) => {
      const id = e.target instanceof Element ? (e.target.closest("[data-spot]")?.id ?? null) : null;
      if (id !== null) onSelect(id);
      return work ? id : null;
    },
    move: (id, at) => setMoving({ id, place: placeAt(at.x) }),
    drop: (id, at) => {
      setMoving(null);
      const to = placeAt(at.x);
      if (Math.abs(to - (heardAt.get(id)?.place ?? 0)) > HARDLY) put(id, to);
    },
    giveUp: () => setMoving(null),
  });
  if (all.length === 0)
    return (
      <Empty title="Nothing is heard at the main path">Add sources that feed it, then look again.</Empty>
    );
  // Where no room is left names and marks would only hide each other: they are counted, and drawn when
  // chosen.
  const drawn = spots.filter((d) => d.name !== null || d.id === selected || d.id === moving?.id);
  return (
    <div
      className={clsx(
        "grid h-full min-h-0 grid-cols-[minmax(0,1fr)_196px]",
        "max-[900px]:grid-cols-[minmax(0,1fr)_150px]",
      )}
    >
      <div className="flex min-h-0 flex-col">
        <PictureBar
          session={session}
          lean={leaning(all)}
          side={side}
          compare={compare}
          onSide={setSide}
          onCompare={setCompare}
        />
        <svg
          ref={watch}
          className="min-h-0 w-full flex-1 touch-none select-none"
          role="group"
          aria-label="Stereo picture"
          onPointerDown={onPointerDown}
        >
          <Floor stage={stage} />
          {spots.map((d) => {
            const from = home?.get(d.id);
            const far = from !== undefined && Math.abs(from - (heardAt.get(d.id)?.place ?? 0)) > 1;
            return far ? <FromHome key={d.id} stage={stage} spot={d} from={from} /> : null;
          })}
          <Crowds spots={spots} />
          {drawn.map((d) => {
            const s = heardAt.get(d.id);
            const t = session.tracks.find((x) => x.id === d.id);
            if (!s || !t) return null;
            return (
              <SpotMark
                key={d.id}
                spot={d}
                standing={s}
                track={t}
                x={moving?.id === d.id ? stage.x(moving.place) : d.x}
                y={stage.y(d.y)}
                edges={s.to - s.from > 2 ? [stage.x(s.from), stage.x(s.to)] : null}
                chosen={selected === d.id}
                movable={work !== null}
                onChoose={() => onSelect(d.id)}
              />
            );
          })}
        </svg>
      </div>
      <PictureSide
        session={session}
        all={all}
        selected={selected}
        work={work}
        squeeze={squeeze}
        onSqueeze={setSqueeze}
        onSelect={onSelect}
      />
    </div>
  );
}

/** Where the sources are drawn, so that names do not stand on each other. */
function useSpots(
  style: Style,
  session: Session,
  all: readonly ImagePlace[],
  stage: Stage,
): readonly PictureSpot[] {
  return useMemo(() => {
    const tracks = new Map(session.tracks.map((t) => [t.id, t]));
    const placed = all.flatMap((standing) => {
      const t = tracks.get(standing.id);
      return t ? [{ standing, name: t.name, depth: depthOf(style, t) }] : [];
    });
    return spotsOf(placed, stage.width, stage.height - FRONT, stage.x);
  }, [all, session, style, stage]);
}

const NUDGES = [
  ["ArrowLeft", "Chosen source left", -5],
  ["ArrowRight", "Chosen source right", 5],
  ["Shift+ArrowLeft", "A little left", -1],
  ["Shift+ArrowRight", "A little right", 1],
] as const;

function useNudgeKeys(
  session: Session,
  selected: TrackId | null,
  work: Workpiece | null,
  players: boolean,
): void {
  const nudge = (by: number): void => {
    const t = session.tracks.find((x) => x.id === selected);
    if (!t || t.format === null) return;
    const pan = Math.max(-100, Math.min(100, t.pan + (players ? -by : by)));
    work?.edit([setField(t, "pan", pan)], "place");
  };
  useShortcuts(work ? NUDGES.map(([keys, says, by]) => ({ keys, says, run: () => nudge(by) })) : []);
}

const SIDES = [
  ["audience", "Audience"],
  ["players", "Players"],
] as const;

function PictureBar({
  session,
  lean,
  side,
  compare,
  onSide,
  onCompare,
}: {
  session: Session;
  /** By how many dB right is louder than left. */
  lean: number;
  side: Side;
  compare: boolean;
  onSide: (side: Side) => void;
  onCompare: (on: boolean) => void;
}) {
  return (
    <div
      role="toolbar"
      aria-label="The picture"
      className="flex flex-wrap items-center gap-3 border-b border-line px-3.5 py-1.5"
    >
      <Choice label="Who looks" value={side} choices={SIDES} onChoose={onSide} />
      <label className="flex items-center gap-1.5 text-sm text-ink-2">
        <input type="checkbox" checked={compare} onChange={(e) => onCompare(e.target.checked)} /> against
        the house
      </label>
      <span className="ml-auto text-sm text-ink-2">
        {CHANNELS[session.mainFormat] > 2 ? `left and right of ${session.mainFormat}: ` : ""}
        {Math.abs(lean) < 0.5
          ? "in balance"
          : `${lean > 0 ? "right" : "left"} ${Math.abs(lean).toFixed(1)} dB louder`}
      </span>
    </div>
  );
}
