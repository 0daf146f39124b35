import { dressed } from "../house/dress.ts";
import type { Style } from "../house/style.ts";
import type { Session, Track, TrackId } from "../session/document.ts";
import { itemsThatStay, lookAtMarkers, markersThatStay } from "../items/stay.ts";
import type { LookedItem } from "../items/stay.ts";
import { blocksLeft } from "../session/blocks.ts";
import { readName } from "../words/read.ts";

/** What a track of a foreign session is to the house. */
export type ForeignSort = "role" | "job" | "unfed" | "empty-folder";

/** A track with what the house makes of it. */
export interface ForeignTrack {
  readonly track: Track;
  readonly standing: ForeignSort;
  readonly says: string;
}

/**
 * Looks through a session for what belongs to its job: names nobody can tell a role from, paths nobody
 * feeds, folders that hold nothing.
 * Names of the job are told from names of roles by reading them.
 */
export function lookThrough(style: Style, session: Session): ForeignTrack[] {
  const fed = new Set(
    session.tracks.flatMap((t) => [t.feeds, ...t.sends.map((s) => s.to), ...t.inserts.map((i) => i.key)]),
  );
  const holds = new Set(session.tracks.map((t) => t.parent));
  return session.tracks.map((track): ForeignTrack => {
    if (track.kind === "folder" && !holds.has(track.id))
      return { track, standing: "empty-folder", says: "holds nothing" };
    if (["bus", "return", "cue-mix"].includes(track.kind) && !fed.has(track.id))
      return { track, standing: "unfed", says: "nobody feeds it" };
    const reading = readName(style.reader, track.name);
    if (reading.sure && reading.role !== null)
      return { track, standing: "role", says: style.reader.roles.get(reading.role)?.name ?? reading.role };
    // A folder or a path under a name of the job still does its work.
    if (track.kind === "folder" || track.kind === "main")
      return { track, standing: "role", says: "keeps its name" };
    return {
      track,
      standing: "job",
      says:
        reading.role === null
          ? "no role"
          : `perhaps ${style.reader.roles.get(reading.role)?.name ?? reading.role}`,
    };
  });
}

/** What stays of a session that a template starts from. */
export interface Stay {
  /** Tracks that stay; a folder stays with any of what it holds. */
  readonly tracks: ReadonlySet<TrackId>;
  /** Items that stay, by their keys; those of tracks that go, go with them. */
  readonly items: ReadonlySet<string>;
  /** Markers that stay, by their ids. */
  readonly markers: ReadonlySet<string>;
  /** Tempo moves, meter changes, keys, sections, picture. */
  readonly along: boolean;
  readonly processors: boolean;
  readonly sends: boolean;
  readonly levels: boolean;
  readonly inputs: boolean;
  readonly notes: boolean;
  readonly settings: boolean;
  /** What is armed, what is a job's own, what was kept as it is. */
  readonly marks: boolean;
  /** Names, colours, order as the house has them. */
  readonly dress: boolean;
}

/** What moves along the time of a session, and belongs to its piece. */
const alongOf = ({ tempos, meters, keys, sections, picture }: Session) => ({
  tempos,
  meters,
  keys,
  sections,
  picture,
});

/**
 * The session that is left when what does not stay is taken away, dressed if so wished. The source is not
 * changed.
 * Feeds to a path that was taken away go where that fed; sends and key inputs to it go.
 * @param base an empty session as the house starts one, for settings that do not stay
 */
export function cleaned(style: Style, source: Session, base: Session, stay: Stay): Session {
  const kept = new Set(stay.tracks);
  const byId = new Map(source.tracks.map((t) => [t.id, t]));
  for (const id of stay.tracks)
    for (let at = byId.get(id)?.parent ?? null; at !== null; at = byId.get(at)?.parent ?? null)
      kept.add(at);
  const onTo = (id: TrackId | null): TrackId | null => {
    const seen = new Set<TrackId>();
    for (let at = id; at !== null && !seen.has(at); at = byId.get(at)?.feeds ?? null) {
      seen.add(at);
      if (kept.has(at)) return at;
    }
    return null;
  };
  const tracks = source.tracks
    .filter((t) => kept.has(t.id))
    .map((t): Track => ({
      ...t,
      ...(stay.marks ? {} : { job: false, armed: false }),
      items: itemsThatStay(t, stay.items),
      // Where it sat on the machines of a room is that room's.
      plays: t.plays && { ...t.plays, seat: null },
      feeds: onTo(t.feeds) === t.id ? null : onTo(t.feeds),
      sends: stay.sends ? t.sends.filter((s) => kept.has(s.to)) : [],
      inserts: stay.processors
        ? t.inserts.map((i) => (i.key !== null && !kept.has(i.key) ? { ...i, key: null } : i))
        : [],
      ...(stay.levels ? {} : { level: 0, pan: 0, width: 100, muted: false }),
      ...(stay.inputs ? {} : { input: null }),
      ...(stay.notes ? {} : { notes: "" }),
    }));
  const { format, version } = base;
  const session: Session = {
    ...(stay.settings
      ? {
          ...source,
          kept: stay.marks ? source.kept : [],
          links: source.links.map((l) => ({
            ...l,
            members: l.members.filter((id) => kept.has(id)),
            followers: l.followers.filter((id) => kept.has(id)),
          })),
          inputSets: source.inputSets.map((s) => ({
            ...s,
            inputs: s.inputs.filter((i) => kept.has(i.track)),
          })),
          blocks: blocksLeft(source.blocks, (id) => kept.has(id)),
          ends: source.ends.filter((e) => kept.has(e.track)),
        }
      : base),
    markers: markersThatStay(source.markers, stay.markers),
    ...(stay.along ? alongOf(source) : alongOf(base)),
    notes: stay.notes ? source.notes : "",
    // What a template was begun from is known in its own house only.
    origin: null,
    format,
    version,
    tracks,
  };
  return stay.dress ? dressed(style, session) : session;
}

/**
 * What stays unless somebody says otherwise: all that reads as a role, with its routing, processing and
 * levels; notes of the job go. Of a template of ours everything stays, as it is.
 * @param items what lies on its tracks; a track stays with what stays on it
 * @param whole whether it is a template as a house wrote it, and no job's session
 */
export function usualStay(
  looked: readonly ForeignTrack[],
  items: readonly LookedItem[],
  session: Session,
  whole = false,
): Stay {
  const staying = items.filter((i) => whole || i.stays);
  const carries = new Set(staying.map((i) => i.track.id));
  const out = new Set(
    looked.filter((l) => l.standing !== "role" && !carries.has(l.track.id)).map((l) => l.track.id),
  );
  // A folder stays with what stays of it; one that holds only the job's tracks goes with them.
  return {
    tracks: new Set(
      session.tracks.filter((t) => whole || (!out.has(t.id) && t.kind !== "folder")).map((t) => t.id),
    ),
    items: new Set(staying.map((i) => i.key)),
    markers: new Set(lookAtMarkers(session).flatMap((m) => (whole || m.stays ? [m.marker.id] : []))),
    along: whole,
    processors: true,
    sends: true,
    levels: true,
    inputs: true,
    notes: whole,
    settings: true,
    marks: whole,
    dress: !whole,
  };
}

/**
 * What stays of a session that becomes the template of its own production: the names of that production as well,
 * marked as they are; only paths nobody feeds and folders that hold nothing go, and what was noted.
 */
export function productionStay(
  looked: readonly ForeignTrack[],
  items: readonly LookedItem[],
  session: Session,
): Stay {
  const out = new Set(
    looked.filter((l) => l.standing === "unfed" || l.standing === "empty-folder").map((l) => l.track.id),
  );
  return {
    ...usualStay(looked, items, session),
    tracks: new Set(session.tracks.filter((t) => !out.has(t.id) && t.kind !== "folder").map((t) => t.id)),
    marks: true,
  };
}
