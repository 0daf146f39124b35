import type { Style } from "../house/style.ts";
import type { HeldBlock } from "../session/beside.ts";
import { apply } from "../session/apply.ts";
import { setSessionField } from "../session/change.ts";
import type { Change, Place } from "../session/change.ts";
import { diff } from "../session/diff.ts";
import type { Session, Track, TrackId } from "../session/document.ts";
import { byId, insideOf } from "../session/routing.ts";
import { blocksLeft } from "../session/blocks.ts";
import { idHere, tracksOfBlock } from "./blockIds.ts";
import { joinsFor, putBlock } from "./blockPut.ts";
import type { BlockRelease } from "./blockPut.ts";

/** The change that lets a block go: its tracks are just tracks from now on. */
export const letGo = (session: Session, id: string): Change[] => [
  setSessionField(
    session,
    "blocks",
    session.blocks.filter((b) => b.id !== id),
  ),
];

/**
 * The changes that put another block where one stands, its ends joined alike: an end of the same name leads where
 * that led. What else fed, sent to or listened to a track of the old one goes to the one like it (kind, role,
 * position) of the new; what stood in one of its folders stands in the like one, else around it.
 * @param old the release the block stands on
 * @param id what the new one goes by here
 */
export function replaceBlock(
  style: Style,
  host: Session,
  held: HeldBlock,
  old: Session,
  next: BlockRelease,
  id: string,
): Change[] {
  const members = new Set(held.tracks.map((t) => t.track));
  const place = placeOf(host, members);
  const bare = without(host, members);
  const changes = putBlock(style, bare, next, {
    id,
    place,
    joins: joinsAs(bare, held, old, next.session, place),
  });
  const put = apply(bare, changes);
  const like = likeIn(held, old, next.session, id);
  const here = byId(put);
  const before = byId(host);
  const leads = (to: TrackId | null): TrackId | null => {
    for (let at = to, n = 0; at !== null && n <= members.size; n++) {
      const other = members.has(at) ? like.get(at) : at;
      if (other !== undefined && here.has(other)) return other;
      at = before.get(at)?.feeds ?? null;
    }
    return null;
  };
  const tracks = put.tracks.map((t): Track => {
    const was = before.get(t.id);
    if (!was) return t;
    const folder = was.parent !== null && members.has(was.parent) ? like.get(was.parent) : undefined;
    return {
      ...t,
      parent: folder !== undefined && here.get(folder)?.kind === "folder" ? folder : t.parent,
      feeds: leads(was.feeds),
      sends: was.sends.flatMap((s) => {
        const to = members.has(s.to) ? like.get(s.to) : s.to;
        return to !== undefined && here.has(to) ? [{ ...s, to }] : [];
      }),
      inserts: was.inserts.map((i) =>
        i.key !== null && members.has(i.key) ? { ...i, key: like.get(i.key) ?? null } : i,
      ),
    };
  });
  return diff(host, { ...put, tracks: inTheirFolders(tracks) });
}

/** Where the first of some tracks stands that stand in none of each other's folders. */
function placeOf(host: Session, members: ReadonlySet<TrackId>): Place {
  const first = host.tracks.find((t) => members.has(t.id) && (t.parent === null || !members.has(t.parent)));
  const parent = first?.parent ?? null;
  const around = host.tracks.filter((t) => t.parent === parent);
  const before = first ? around.slice(0, around.indexOf(first)) : around;
  return { parent, after: before.findLast((t) => !members.has(t.id))?.id ?? null };
}

/** A session without some tracks; what stood in their folders stands around them. */
function without(host: Session, members: ReadonlySet<TrackId>): Session {
  const before = byId(host);
  const home = (parent: TrackId | null): TrackId | null => {
    let at = parent;
    while (at !== null && members.has(at)) at = before.get(at)?.parent ?? null;
    return at;
  };
  const tracks = host.tracks
    .filter((t) => !members.has(t.id))
    .map((t) => ({ ...t, parent: home(t.parent) }));
  const left = new Set(tracks.map((t) => t.id));
  const has = (id: TrackId): boolean => left.has(id);
  return {
    ...host,
    tracks: inTheirFolders(tracks),
    blocks: blocksLeft(host.blocks, has),
    links: host.links
      .map((l) => ({ ...l, members: l.members.filter(has), followers: l.followers.filter(has) }))
      .filter((l) => l.members.length + l.followers.length > 0),
  };
}

/** Tracks in depth-first order. */
function inTheirFolders(tracks: readonly Track[]): Track[] {
  const inside = insideOf(tracks);
  const walk = (parent: TrackId | null): Track[] =>
    (inside.get(parent) ?? []).flatMap((t) => [t, ...walk(t.id)]);
  return walk(null);
}

function joinsAs(
  host: Session,
  held: HeldBlock,
  old: Session,
  next: Session,
  place: Place,
): Map<TrackId, TrackId | null> {
  const joins = joinsFor(host, next, place.parent);
  const led = new Map(held.ends.map((e) => [e.track, e.to]));
  const called = new Map(old.ends.map((e) => [e.name.toLowerCase(), led.get(e.track)]));
  const here = byId(host);
  for (const e of next.ends) {
    const to = called.get(e.name.toLowerCase());
    if (to !== undefined && (to === null || here.has(to))) joins.set(e.track, to);
  }
  return joins;
}

/** Which track of another block is like which of one that stands here, each taken once. */
function likeIn(held: HeldBlock, old: Session, next: Session, id: string): Map<TrackId, TrackId> {
  const word = (t: Track): string =>
    JSON.stringify(
      t.role === null ? [t.kind, t.name.toLowerCase()] : [t.kind, t.role, t.of, t.positions, t.number],
    );
  const free = new Map(
    tracksOfBlock(next)
      .toReversed()
      .map((t) => [word(t), t.id]),
  );
  const from = byId(old);
  return new Map(
    held.tracks.flatMap(({ track, from: there }) => {
      const t = from.get(there);
      const like = t && free.get(word(t));
      if (!t || like === undefined) return [];
      free.delete(word(t));
      return [[track, idHere(id, like)] as const];
    }),
  );
}
