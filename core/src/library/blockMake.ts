import type { BlockEnd, HeldBlock } from "../session/beside.ts";
import { diff } from "../session/diff.ts";
import type { Change } from "../session/change.ts";
import { SETTINGS, blankTrack, emptySession } from "../session/document.ts";
import type { Session, Track, TrackId, TrackKind } from "../session/document.ts";
import { PATHS } from "../session/kind.ts";
import { byId, foldersAround, goesTo, leavesTheSession, mainOf } from "../session/routing.ts";
import { withInside } from "../sheet/folders.ts";
import { idHere } from "./blockIds.ts";

/** A path that some tracks lead to, and whether nobody else does: then it belongs to them. */
export interface Reached {
  readonly track: Track;
  readonly own: boolean;
}

/** The chosen tracks with all they hold, but for what leaves the session: that is never of a block. */
const chosenOf = (session: Session, ids: Iterable<TrackId>): Set<TrackId> => {
  const tracks = byId(session);
  return new Set(
    [...withInside(session, ids)].filter((id) => {
      const t = tracks.get(id);
      return t !== undefined && !leavesTheSession(t);
    }),
  );
};

/**
 * The paths outside some tracks that their sound goes on to, in session order. A bus or return that only they
 * (or what is theirs) lead to is their own. O(tracks + feeds + sends).
 */
export function reachedBy(session: Session, ids: Iterable<TrackId>): Reached[] {
  const tracks = byId(session);
  const chosen = chosenOf(session, ids);
  const reached = new Set<TrackId>();
  const waiting = [...chosen];
  for (let id = waiting.pop(); id !== undefined; id = waiting.pop()) {
    const t = tracks.get(id);
    for (const to of t ? goesTo(t) : [])
      if (tracks.has(to) && !chosen.has(to) && !reached.has(to)) {
        reached.add(to);
        waiting.push(to);
      }
  }
  const own = new Set([...reached].filter((id) => MAY_COME.has(tracks.get(id)?.kind ?? "main")));
  for (let before = -1; before !== own.size;) {
    before = own.size;
    for (const t of session.tracks)
      if (!chosen.has(t.id) && !own.has(t.id)) for (const to of goesTo(t)) own.delete(to);
  }
  return session.tracks
    .filter((t) => reached.has(t.id))
    .map((track) => ({ track, own: own.has(track.id) }));
}
const MAY_COME: ReadonlySet<TrackKind> = new Set<TrackKind>(["bus", "return"]);

/** What a block is made of. */
export interface BlockWish {
  /** What it is to be called. */
  readonly name: string;
  readonly ids: Iterable<TrackId>;
  /** Paths of `reachedBy` that come along; the others become ends. */
  readonly along: ReadonlySet<TrackId>;
}

/**
 * A block made of tracks of a session: those tracks with all they hold and the paths that come along, under the
 * ids they have; link sets that are wholly among them; blocks that are wholly among them. Whatever they lead to
 * outside is an end: a path that stands for it and feeds the main path; a folder they stand in that carries their
 * sound stands around them.
 * @returns the block, or why it cannot be made
 */
export function blockFrom(session: Session, { name, ids, along }: BlockWish): Session | string {
  const tracks = byId(session);
  const there = new Set([...chosenOf(session, ids), ...along]);
  if (![...there].some((id) => !PATHS.has(tracks.get(id)?.kind ?? "main")))
    return "Choose at least one track that is no path; the main path and cue mixes are never of a block.";
  const cut = session.blocks.find((b) => {
    const within = b.tracks.filter((t) => there.has(t.track)).length;
    return within > 0 && within < b.tracks.length;
  });
  if (cut) return `Part of the block “${cut.name}” is among them. Choose all of it, or let it go first.`;
  const main = mainOf(session);
  const led = session.tracks.filter((t) => there.has(t.id)).flatMap(goesTo);
  const outside = new Set(led.filter((id) => tracks.has(id) && !there.has(id)));
  if (main) outside.add(main.id);
  const ends = session.tracks.filter((t) => outside.has(t.id));
  return {
    ...emptySession(name),
    ...Object.fromEntries(SETTINGS.map((s) => [s, session[s]])),
    tracks: session.tracks.flatMap((t) => {
      if (!there.has(t.id) && !outside.has(t.id)) return [];
      const parent = foldersAround(tracks, t).find((f) => there.has(f.id) || outside.has(f.id))?.id ?? null;
      return [{ ...(there.has(t.id) ? alone(tracks, t, there) : endTrack(t, main?.id ?? null)), parent }];
    }),
    links: session.links.filter((l) => [...l.members, ...l.followers].every((id) => there.has(id))),
    blocks: session.blocks.filter((b) => b.tracks.every((t) => there.has(t.track))),
    ends: ends.map((t): BlockEnd => ({ track: t.id, name: t.name === "" ? t.kind : t.name.slice(0, 60) })),
    fixed: [],
  };
}

/** A track among those of a block: leading to what there is, listening to none that does not come along. */
function alone(tracks: ReadonlyMap<TrackId, Track>, t: Track, there: ReadonlySet<TrackId>): Track {
  return {
    ...t,
    inserts: t.inserts.map((i) => (i.key === null || there.has(i.key) ? i : { ...i, key: null })),
    feeds: t.feeds !== null && tracks.has(t.feeds) ? t.feeds : null,
    sends: t.sends.filter((s) => tracks.has(s.to)),
  };
}

/** What stands in a block for a path outside: only where it leads and what it is. */
function endTrack(t: Track, main: TrackId | null): Track {
  const { format, role, of, positions, number, colour, icon } = t;
  const kind = PATHS.has(t.kind) || t.kind === "instrument" ? t.kind : "bus";
  const feeds = leavesTheSession(t) || t.id === main ? null : main;
  return blankTrack(t.id, t.name, { kind, format, role, of, positions, number, colour, icon, feeds });
}

/**
 * The changes that make known that tracks of a session are those of a block that was made of them. Blocks that
 * are part of it now are known by it alone; its link sets, sends and processors take the ids they have wherever it
 * stands.
 * @param as the same tracks, in the same order, as the block has them; where it was there before they go by
 *   ids of its own
 */
export function madeKnown(
  session: Session,
  block: Session,
  held: Omit<HeldBlock, "tracks" | "ends">,
  as: Session = block,
): Change[] {
  const ends = new Set(block.ends.map((e) => e.track));
  const there = new Map(block.tracks.map((t, i) => [t.id, as.tracks[i] ?? t]));
  const idIn = (id: TrackId): TrackId => there.get(id)?.id ?? id;
  const tracks = block.tracks
    .filter((t) => !ends.has(t.id))
    .map((t) => ({ track: t.id, from: idIn(t.id), given: {} }));
  const within = new Set(tracks.map((t) => t.track));
  const links = new Set(block.links.map((l) => l.id));
  const own = byId(block);
  return diff(session, {
    ...session,
    tracks: session.tracks.map((t) => {
      const [made, other] = [own.get(t.id), there.get(t.id)];
      if (!within.has(t.id) || !made || !other || made === other) return t;
      return {
        ...t,
        sends: underIds(t.sends, made.sends, other.sends),
        inserts: underIds(t.inserts, made.inserts, other.inserts),
      };
    }),
    links: session.links.map((l) => (links.has(l.id) ? { ...l, id: idHere(held.id, l.id) } : l)),
    blocks: [
      ...session.blocks.filter((b) => !b.tracks.every((t) => within.has(t.track))),
      { ...held, tracks, ends: block.ends.map((e) => ({ track: idIn(e.track), to: e.track })) },
    ],
  });
}

/** Items under the ids that stand at the same places in another list of them. */
function underIds<T extends { readonly id: string }>(
  items: readonly T[],
  before: readonly T[],
  after: readonly T[],
): T[] {
  const ids = new Map(before.map((x, i) => [x.id, after[i]?.id ?? x.id]));
  return items.map((x) => ({ ...x, id: ids.get(x.id) ?? x.id }));
}
