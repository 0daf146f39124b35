import { byThemselves } from "../session/item.ts";
import { z } from "zod";
import type { Style } from "../house/style.ts";
import type { Change, Place } from "../session/change.ts";
import { track } from "../session/document.ts";
import type { Session, Track, TrackId } from "../session/document.ts";
import { inputsOf } from "../session/inputs.ts";
import { byId } from "../session/routing.ts";
import { outermost, withInside } from "./folders.ts";
import { insertTracks } from "./typed.ts";

/** Tracks on their way from one template to another. */
export const clip = z.object({
  format: z.literal("mossy-lantern/tracks"),
  version: z.literal(1),
  tracks: z.array(track).min(1).max(2000),
});
export type Clip = z.infer<typeof clip>;

/** The chosen tracks with all they hold, to be pasted elsewhere. */
export function clipOf(session: Session, ids: Iterable<TrackId>): Clip {
  const chosen = [...ids];
  const all = withInside(session, chosen);
  const outer = new Set(outermost(session, chosen).map((t) => t.id));
  return {
    format: "mossy-lantern/tracks",
    version: 1,
    tracks: session.tracks
      .filter((t) => all.has(t.id))
      .map((t) => (outer.has(t.id) ? { ...t, parent: null } : t)),
  };
}

/** Reads a clip out of pasted text; null where it is something else. */
export function clipIn(text: string): Clip | null {
  if (!text.startsWith('{"format":"mossy-lantern/tracks"')) return null;
  try {
    const read = clip.safeParse(JSON.parse(text));
    return read.success ? read.data : null;
  } catch {
    return null;
  }
}

/**
 * The changes that paste tracks at a place under fresh ids. Feeds, sends and key inputs come along where
 * both ends do, or where the other end stands in this session; else a track feeds what is around it. Ends
 * in `insteadOf` are led to what stands here for them. Inputs somebody uses here are left empty; a second
 * main path comes as a bus.
 */
export function paste(
  style: Style,
  session: Session,
  { tracks }: Clip,
  place: Place,
  newId: () => TrackId,
  insteadOf: ReadonlyMap<TrackId, TrackId> = new Map(),
): Change[] {
  const fresh = new Map(tracks.map((t) => [t.id, newId()]));
  const here = byId(session);
  const end = (id: TrackId | null): TrackId | null =>
    id === null ? null : (fresh.get(id) ?? insteadOf.get(id) ?? (here.has(id) ? id : null));
  const taken = new Set(session.tracks.flatMap(inputsOf));
  const hasMain = session.tracks.some((t) => t.kind === "main");
  const copies = tracks.map((t): Track => ({
    ...t,
    id: fresh.get(t.id) ?? t.id,
    items: byThemselves(t.items),
    parent: end(t.parent),
    feeds: end(t.feeds),
    kind: t.kind === "main" && hasMain ? "bus" : t.kind,
    sends: t.sends.flatMap((s) => {
      const to = end(s.to);
      return to === null ? [] : [{ ...s, to }];
    }),
    inserts: t.inserts.map((i) => (i.key === null ? i : { ...i, key: end(i.key) })),
    input: inputsOf(t).some((n) => taken.has(n)) ? null : t.input,
  }));
  return insertTracks(style, session, copies, place, false);
}
