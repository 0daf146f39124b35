import { compose } from "../names/compose.ts";
import { newTrack } from "../house/dress.ts";
import { processorOfReturn } from "../house/returnKind.ts";
import type { Style } from "../house/style.ts";
import { setField } from "../session/change.ts";
import type { Change } from "../session/change.ts";
import type { Send, Session, Track, TrackId } from "../session/document.ts";
import { freeName, freeNumber } from "../session/freeId.ts";
import { circleThrough } from "../session/circle.ts";
import { blankInsert } from "../session/processor.ts";
import { byId, leavesTheSession, mainOf } from "../session/routing.ts";
import { outermost } from "./folders.ts";

/** What a gesture changes, or why it cannot be done. */
export type Gesture =
  { readonly changes: readonly Change[]; readonly made: TrackId | null } | { readonly problem: string };

/** What can pass its sound on: everything that carries some and does not leave the session. */
const able = (session: Session, ids: Iterable<TrackId>): Track[] =>
  outermost(session, ids).filter((t) => t.format !== null && !leavesTheSession(t));
const NOTHING: Gesture = { problem: "Choose tracks that carry sound first." };

/** A new path of a role, named by the house; `of` says whose it is. */
function path(style: Style, session: Session, role: string, id: TrackId, of: string | null = null): Track {
  const known = style.reader.roles.get(role);
  if (!known) throw new Error(`the house knows no role “${role}”`);
  const sames = session.tracks.filter((t) => t.role === role && t.of === of);
  const number = sames.length === 0 ? null : Math.max(1, ...sames.map((t) => t.number ?? 1)) + 1;
  const what = { role, of, positions: [], number };
  const track = newTrack(style, session, id, what, known.name);
  return {
    ...track,
    format: session.mainFormat,
    name: freeName(
      compose(style.house.names[known.kind === "return" ? "return" : "bus"], style.reader, what) ??
        known.name,
      session.tracks.map((t) => t.name),
    ),
  };
}

/** Before the first return, main or monitor path at the outer level; buses behind other buses. */
function spot(session: Session, kind: Track["kind"]): TrackId | null {
  const outer = session.tracks.filter((t) => t.parent === null);
  const later: readonly Track["kind"][] =
    kind === "return" ? ["main", "monitor"] : kind === "monitor" ? [] : ["return", "main", "monitor"];
  const at = outer.findIndex((t) => later.includes(t.kind));
  return (at < 0 ? outer.at(-1) : outer[at - 1])?.id ?? null;
}

const adding = (session: Session, track: Track): Change => ({
  do: "add",
  track,
  after: spot(session, track.kind),
});

/** One more send of a track: behind the fader at −12 dB where `rest` says nothing else. */
export const addSend = (t: Track, to: TrackId, rest: Partial<Send> = {}): Change =>
  setField(t, "sends", [
    ...t.sends,
    { id: freeNumber("s", t.sends), to, level: -12, beforeFader: false, ...rest },
  ]);

/** "A bus for these": the chosen feed a new bus, which feeds what they fed. */
export function busFor(style: Style, session: Session, ids: Iterable<TrackId>, id: TrackId): Gesture {
  const chosen = able(session, ids);
  const [first] = chosen;
  if (!first) return NOTHING;
  const fed = new Set(chosen.map((t) => t.feeds));
  const roles = new Set(chosen.map((t) => t.role));
  const feeds = fed.size === 1 ? first.feeds : (mainOf(session)?.id ?? null);
  const bus = { ...path(style, session, "bus", id, roles.size === 1 ? first.role : null), feeds };
  return { changes: [adding(session, bus), ...chosen.map((t) => setField(t, "feeds", id))], made: id };
}

/**
 * "A return with this reverb for these": the chosen send to a return of that role, the one there is or a
 * new one with the processor on it. @param level of the sends, dB
 */
export function returnFor(
  style: Style,
  session: Session,
  ids: Iterable<TrackId>,
  role: string,
  id: TrackId,
  level = -12,
): Gesture {
  const chosen = able(session, ids).filter((t) => t.kind !== "return");
  if (chosen.length === 0) return NOTHING;
  const there = session.tracks.find((t) => t.kind === "return" && t.role === role);
  if (there) {
    const able = chosen.filter(
      (t) => !t.sends.some((s) => s.to === there.id) && circleThrough(session, t.id, there.id) === null,
    );
    return able.length === 0
      ? { problem: `They send to “${there.name}” already.` }
      : { changes: able.map((t) => addSend(t, there.id, { level })), made: there.id };
  }
  const kind = processorOfReturn(style.reader.roles.get(role)?.name ?? "") ?? "Modulation";
  const back: Track = {
    ...path(style, session, role, id),
    feeds: mainOf(session)?.id ?? null,
    inserts: [blankInsert("i1", kind)],
  };
  return { changes: [adding(session, back), ...chosen.map((t) => addSend(t, id, { level }))], made: id };
}

/**
 * "A parallel path of this bus": it sends all of itself to a new path with a compressor, which feeds what
 * it feeds.
 */
export function parallelOf(style: Style, session: Session, of: TrackId, id: TrackId): Gesture {
  const bus = byId(session).get(of);
  if (!bus || bus.format === null || leavesTheSession(bus))
    return { problem: "Choose a folder, a bus or a track that carries sound." };
  const beside = {
    ...path(style, session, "parallel-compression", id, bus.role),
    feeds: bus.feeds,
    inserts: [blankInsert("i1", "Compressor")],
  };
  return { changes: [adding(session, beside), addSend(bus, id, { level: 0 })], made: id };
}

/** "A headphone mix from these": a cue mix they send to before the fader, as loud as they are now. */
export function cueMixFrom(style: Style, session: Session, ids: Iterable<TrackId>, id: TrackId): Gesture {
  const chosen = able(session, ids);
  if (chosen.length === 0) return NOTHING;
  const cue = { ...path(style, session, "cue-mix", id), kind: "cue-mix" as const, feeds: null };
  return {
    changes: [
      adding(session, cue),
      ...chosen.map((t) => addSend(t, id, { level: t.level, beforeFader: true })),
    ],
    made: id,
  };
}

/** "A stage before the main path": what fed the main path feeds a new bus, which feeds it. */
export function stageBeforeMain(style: Style, session: Session, id: TrackId): Gesture {
  const main = mainOf(session);
  if (!main) return { problem: "There is no main path yet." };
  const feeding = session.tracks.filter((t) => t.feeds === main.id);
  if (feeding.length === 1 && feeding[0]?.role === "pre-main")
    return { problem: `“${feeding[0].name}” is that stage already.` };
  const stage = { ...path(style, session, "pre-main", id), feeds: main.id };
  return { changes: [adding(session, stage), ...feeding.map((t) => setField(t, "feeds", id))], made: id };
}

/**
 * "A path to the monitors": the main path goes on to it; correction for the room stands there, not in what
 * is printed.
 */
export function monitorPath(style: Style, session: Session, id: TrackId): Gesture {
  const main = mainOf(session);
  if (!main) return { problem: "There is no main path yet." };
  const there = session.tracks.find((t) => t.kind === "monitor");
  if (there) return { problem: `“${there.name}” leads to the monitors already.` };
  const corrections = main.inserts.filter((i) => i.kind === "Correction");
  const monitor: Track = {
    ...path(style, session, "control-room-monitor", id),
    kind: "monitor",
    feeds: null,
    inserts: corrections.length > 0 ? corrections : [blankInsert("i1", "Correction", { bypassed: true })],
  };
  return {
    changes: [
      adding(session, monitor),
      setField(main, "feeds", id),
      ...(corrections.length > 0
        ? [
            setField(
              main,
              "inserts",
              main.inserts.filter((i) => i.kind !== "Correction"),
            ),
          ]
        : []),
    ],
    made: id,
  };
}

/** Feeds a track elsewhere, refused with the circle where it would close one. */
export function feed(session: Session, id: TrackId, to: TrackId | null): Gesture {
  const tracks = byId(session);
  const t = tracks.get(id);
  if (!t) return { problem: "That track is not there any more." };
  const end = to === null ? null : tracks.get(to);
  if (end === undefined) return { problem: "What it should feed is not there any more." };
  if (end !== null && end.format === null) return { problem: `“${end.name}” carries no sound.` };
  if (t.format === null) return { problem: `“${t.name}” carries no sound of its own to feed on.` };
  const round = to === null ? null : circleThrough(session, id, to);
  if (round)
    return {
      problem: `That would go round in a circle: ${round.map((x) => tracks.get(x)?.name ?? x).join(" → ")}.`,
    };
  return { changes: t.feeds === to ? [] : [setField(t, "feeds", to)], made: null };
}
