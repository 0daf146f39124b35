import { clsx } from "clsx";
import type { Style } from "@mossy/core/house/style";
import { setField } from "@mossy/core/session/change";
import type { Around, ChannelFormat, Session, TrackId } from "@mossy/core/session/document";
import { aroundInWords, levelInWords } from "@mossy/core/session/valueWords";
import { aroundStandings, directionOf, loudspeakerSums } from "@mossy/core/signal/around";
import type { AroundPlace } from "@mossy/core/signal/around";
import { LOUDSPEAKERS, hasTops, turned } from "@mossy/core/signal/speakers";
import { flowOf } from "@mossy/core/signal/ways";
import { useMemo, useState } from "react";
import type { Workpiece } from "../documents/workpiece.ts";
import { Pill } from "../ui/pieces.tsx";
import { useShortcuts } from "../ui/shortcuts.tsx";
import { Empty } from "../ui/states.tsx";
import { useDrag } from "../ui/useDrag.ts";
import { useSize } from "../ui/useSize.ts";
import { AroundSide } from "./aroundSide.tsx";
import { Ground, Loudspeakers, PlanCrowds } from "./planGround.tsx";
import { PlanMark } from "./planMark.tsx";
import { directionAt, planOf, planSpots, sourceAt } from "./plan.ts";

/**
 * The loudspeakers of the main path from above, and where every source is heard among them: placed by dragging,
 * towards the middle upwards where there are loudspeakers above.
 */
export function AroundView({
  style,
  session,
  format,
  selected,
  onSelect,
  work,
}: {
  style: Style;
  session: Session;
  format: ChannelFormat;
  selected: TrackId | null;
  onSelect: (id: TrackId | null) => void;
  work: Workpiece | null;
}) {
  const { size, element, watch } = useSize<SVGSVGElement>({ width: 520, height: 480 });
  const all = useMemo(() => aroundStandings(flowOf(session)), [session]);
  const sums = useMemo(() => loudspeakerSums(all, format), [all, format]);
  const plan = useMemo(() => planOf(size, hasTops(format)), [size, format]);
  const tracks = useMemo(() => new Map(session.tracks.map((t) => [t.id, t])), [session]);
  const spots = useMemo(
    () =>
      planSpots(
        plan,
        all.map((s) => ({ ...s, name: tracks.get(s.id)?.name ?? "" })),
      ),
    [plan, all, tracks],
  );
  const byId = new Map(all.map((s) => [s.id, s]));
  // Where no room is left marks would only hide each other: they are counted, and drawn when chosen.
  const drawn = spots.filter((d) => d.named || d.id === selected);
  const [moving, setMoving] = useState<{ id: TrackId; to: Around } | null>(null);
  const put = (id: TrackId, to: Around): void => {
    const t = tracks.get(id);
    if (t) work?.edit([setField(t, "around", to)], "place");
  };
  const under = (at: { x: number; y: number }): Around => {
    const r = element.current?.getBoundingClientRect();
    return directionAt(plan, { x: at.x - (r?.left ?? 0), y: at.y - (r?.top ?? 0) });
  };
  const { onPointerDown } = useDrag<TrackId>({
    grip: (e) => {
      const id = e.target instanceof Element ? (e.target.closest("[data-spot]")?.id ?? null) : null;
      if (id !== null) onSelect(id);
      return work && id !== null && byId.get(id)?.free ? id : null;
    },
    move: (id, at) => setMoving({ id, to: under(at) }),
    drop: (id, at) => {
      setMoving(null);
      put(id, under(at));
    },
    giveUp: () => setMoving(null),
  });
  useTurnKeys(session, selected, byId, plan.tops, work ? put : null);
  if (all.length === 0)
    return (
      <Empty title="Nothing is heard at the main path">Add sources that feed it, then look again.</Empty>
    );
  return (
    <div
      className={clsx(
        "grid h-full min-h-0 grid-cols-[minmax(0,1fr)_196px]",
        "max-[900px]:grid-cols-[minmax(0,1fr)_150px]",
      )}
    >
      <svg
        ref={watch}
        className="h-full min-h-0 w-full touch-none select-none"
        role="group"
        aria-label="Plan of the loudspeakers"
        onPointerDown={onPointerDown}
      >
        <Ground plan={plan} />
        <Loudspeakers plan={plan} format={format} sums={sums} chosen={byId.get(selected ?? "") ?? null} />
        <PlanCrowds spots={spots} />
        {drawn.map((spot) => {
          const [s, t] = [byId.get(spot.id), tracks.get(spot.id)];
          if (!s || !t) return null;
          const at = moving?.id === spot.id ? sourceAt(plan, moving.to) : spot;
          return (
            <PlanMark
              key={spot.id}
              spot={{ ...spot, ...at }}
              track={t}
              heard={moving?.id === spot.id ? aroundInWords(moving.to) : aroundInWords(s)}
              level={s.level}
              chosen={selected === spot.id}
              movable={work !== null && s.free}
              onChoose={() => onSelect(spot.id)}
            />
          );
        })}
        {moving && (
          <text
            x={plan.middle.x}
            y={16}
            textAnchor="middle"
            fontSize={13}
            fontWeight={700}
            fill="var(--ink)"
          >
            {aroundInWords(moving.to)}
          </text>
        )}
      </svg>
      <AroundSide style={style} session={session} work={work} onSelect={onSelect}>
        <Chosen s={byId.get(selected ?? "")} session={session} format={format} />
      </AroundSide>
    </div>
  );
}

const TURNS = [
  ["ArrowLeft", "Chosen source further left", -5, 0],
  ["ArrowRight", "Chosen source further right", 5, 0],
  ["Shift+ArrowLeft", "A degree left", -1, 0],
  ["Shift+ArrowRight", "A degree right", 1, 0],
  ["ArrowUp", "Chosen source up", 0, 5],
  ["ArrowDown", "Chosen source down", 0, -5],
] as const;

function useTurnKeys(
  session: Session,
  selected: TrackId | null,
  places: ReadonlyMap<TrackId, AroundPlace>,
  tops: boolean,
  put: ((id: TrackId, to: Around) => void) | null,
): void {
  const turn = (by: number, up: number): void => {
    const t = session.tracks.find((x) => x.id === selected);
    if (!t || !put || places.get(t.id)?.free === false) return;
    const from = directionOf(t);
    const azimuth = turned(from.azimuth + by);
    put(t.id, {
      azimuth: azimuth === -180 ? 180 : azimuth,
      elevation: Math.max(0, Math.min(90, from.elevation + up)),
    });
  };
  useShortcuts(
    put
      ? TURNS.filter(([, , , up]) => tops || up === 0).map(([keys, says, by, up]) => ({
          keys,
          says,
          run: () => turn(by, up),
        }))
      : [],
  );
}

/** The source that is chosen: where it is heard, and which loudspeakers have how much of it. */
function Chosen({
  s,
  session,
  format,
}: {
  s: AroundPlace | undefined;
  session: Session;
  format: ChannelFormat;
}) {
  const t = session.tracks.find((x) => x.id === s?.id);
  if (!s || !t) return null;
  const feeds = session.tracks.find((x) => x.id === t.feeds)?.name ?? "";
  const has = LOUDSPEAKERS[format]
    .map((speaker, n) => ({ name: speaker.name, db: 20 * Math.log10(s.gains[n] ?? 0) }))
    .filter((x) => x.db > -40)
    .toSorted((a, b) => b.db - a.db);
  return (
    <div className="rounded-md bg-sunk p-2.5 text-sm">
      <p className="font-mono font-semibold">{t.name}</p>
      <p>
        Heard <Pill>{aroundInWords(s)}</Pill>
        {t.around === null && s.free ? " by its pan" : ""}
      </p>
      {!s.free && <p className="text-ink-2">Placed with {feeds}, which is no wider than stereo.</p>}
      <dl className="mt-1 grid grid-cols-[1fr_auto] text-ink-2">
        {has.map((x) => (
          <div key={x.name} className="contents">
            <dt>{x.name}</dt>
            <dd className="font-mono">{levelInWords(x.db)} dB</dd>
          </div>
        ))}
      </dl>
    </div>
  );
}
