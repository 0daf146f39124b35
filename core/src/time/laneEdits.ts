import { setSessionField } from "../session/change.ts";
import type { Change } from "../session/change.ts";
import type { Session, SessionField } from "../session/document.ts";
import { freeNumber } from "../session/freeId.ts";
import { LATEST } from "../session/item.ts";
import { blankMarker } from "../session/lanes.ts";
import type { Lane, Marker } from "../session/lanes.ts";
import { Along } from "./along.ts";

/** Which field of a session each lane is. */
export const LANE_FIELDS = {
  sections: "sections",
  markers: "markers",
  tempo: "tempos",
  meter: "meters",
  key: "keys",
  picture: "picture",
} as const satisfies Readonly<Record<Lane, keyof Session>>;
type ListLane = Exclude<Lane, "picture">;
type ThingOf<L extends ListLane> = Session[(typeof LANE_FIELDS)[L]][number];

/** As many as the form of a session allows. */
export const MOST_ON_LANE: Readonly<Record<Lane, number>> = {
  sections: 500,
  markers: 2000,
  tempo: 2000,
  meter: 1000,
  key: 1000,
  picture: 1,
};

/** The change that makes something on a lane another. */
export function changeOnLane<L extends ListLane>(
  session: Session,
  lane: L,
  id: string,
  to: Partial<Omit<ThingOf<L>, "id">>,
): Change {
  const list: readonly ThingOf<L>[] = session[LANE_FIELDS[lane]];
  return setSessionField<SessionField>(
    session,
    LANE_FIELDS[lane],
    list.map((x) => (x.id === id ? { ...x, ...to } : x)) as never,
  );
}

/** The change that takes something off a lane; null where there is no such thing. */
export function takeOffLane(session: Session, lane: Lane, id: string): Change | null {
  if (lane === "picture") return session.picture && setSessionField(session, "picture", null);
  const list: readonly { id: string }[] = session[LANE_FIELDS[lane]];
  return list.some((x) => x.id === id)
    ? setSessionField(session, LANE_FIELDS[lane], list.filter((x) => x.id !== id) as never)
    : null;
}

const LETTERS = { sections: "c", markers: "k", tempo: "p", meter: "e", key: "y" } as const;
const PICTURE_START = "01:00:00:00";

/**
 * Puts something on a lane.
 * @param at where, in seconds
 * @param rest what is known of a marker
 * @returns the change and its id; null where the lane holds as many as it can, or stands there already
 */
export function putOnLane(
  session: Session,
  lane: Lane,
  at: number,
  rest: Partial<Omit<Marker, "id" | "name">> = {},
): { readonly change: Change; readonly id: string } | null {
  const along = new Along(session);
  if (lane === "picture")
    return session.picture
      ? null
      : {
          change: setSessionField(session, "picture", { name: "", start: PICTURE_START, at, length: null }),
          id: "picture",
        };
  const list: readonly { id: string }[] = session[LANE_FIELDS[lane]];
  if (list.length >= MOST_ON_LANE[lane]) return null;
  const id = freeNumber(LETTERS[lane], list);
  const bar = Math.min(LAST, along.place("seconds", at).bar);
  const quarters = along.by("seconds", "beats", at);
  const made = {
    sections: () => ({ id, name: "", bar, bars: 8, colour: null }),
    markers: () => blankMarker(id, "", at, rest),
    tempo: () => ({
      id,
      at: Math.max(HAIR, quarters),
      bpm: tidyTempo(along.tempo.bpmAt(quarters)),
      by: "step",
    }),
    meter: () => ({ id, bar: Math.max(2, bar), ...along.bars.meterIn(bar) }),
    key: () => ({ id, bar, sharps: 0, scale: "major" }),
  }[lane]();
  return { change: setSessionField(session, LANE_FIELDS[lane], [...list, made] as never), id };
}

const tidyTempo = (bpm: number): number => Math.round(bpm * 100) / 100;
/** The least place after the start, in quarter notes. */
const HAIR = 1e-6;

/** The last bar anything can begin in, and the most bars a section has. */
const [LAST, LONGEST] = [99_999, 9999];

/** The bar whose start is nearest to a time. */
function nearestBar(along: Along, seconds: number, least = 1): number {
  const { bar } = along.place("seconds", Math.max(0, seconds));
  const [here, next] = [along.barAt(bar), along.barAt(bar + 1)];
  return Math.min(LAST, Math.max(least, seconds - here < next - seconds ? bar : bar + 1));
}

/** The change that puts something elsewhere on its lane; null where it cannot be moved. @param to in seconds */
export function moveOnLane(session: Session, lane: Lane, id: string, to: number): Change | null {
  const along = new Along(session);
  const at = Math.min(LATEST, Math.max(0, to));
  if (lane === "picture")
    return session.picture && setSessionField(session, "picture", { ...session.picture, at });
  if (!session[LANE_FIELDS[lane]].some((x) => x.id === id)) return null;
  if (lane === "markers") {
    const clock = session.markers.find((m) => m.id === id)?.clock ?? "seconds";
    return changeOnLane(session, lane, id, { at: along.by("seconds", clock, at) });
  }
  if (lane === "tempo")
    return changeOnLane(session, lane, id, { at: Math.max(HAIR, along.by("seconds", "beats", at)) });
  return changeOnLane(session, lane, id, { bar: nearestBar(along, at, lane === "meter" ? 2 : 1) });
}

/** The change that ends something elsewhere; null where it has no end. @param to in seconds */
export function endOnLane(session: Session, lane: Lane, id: string, to: number): Change | null {
  const along = new Along(session);
  if (lane === "picture") {
    const { picture } = session;
    return (
      picture &&
      setSessionField(session, "picture", {
        ...picture,
        length: Math.min(LATEST, Math.max(HAIR, to - picture.at)),
      })
    );
  }
  if (lane === "sections") {
    const found = session.sections.find((s) => s.id === id);
    return found
      ? changeOnLane(session, lane, id, {
          bars: Math.min(LONGEST, Math.max(1, nearestBar(along, to) - found.bar)),
        })
      : null;
  }
  const found = lane === "markers" ? session.markers.find((m) => m.id === id) : undefined;
  return found
    ? changeOnLane(session, "markers", id, {
        length: Math.max(HAIR, along.by("seconds", found.clock, to) - found.at),
      })
    : null;
}
