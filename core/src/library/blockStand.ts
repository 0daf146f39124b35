import type { HeldBlock } from "../session/beside.ts";
import { diff } from "../session/diff.ts";
import type { Change } from "../session/change.ts";
import type { Session, Track, TrackId } from "../session/document.ts";
import { byId, carrierOf, insideOf, leavesTheSession, mainOf } from "../session/routing.ts";
import { idHere, idsHere, tracksOfBlock } from "./blockIds.ts";

/** A release of a block as it would stand in a session, and the session with it. */
export interface Standing {
  readonly session: Session;
  /** The tracks that came from it, by the id they have in the block. */
  readonly of: ReadonlyMap<TrackId, Track>;
}

/**
 * A session with one of its blocks as a release has it: nothing of the job's own in its tracks, all else as it
 * is. What the place decides stays: the folder its outermost tracks stand in, where open ways lead, names and
 * inputs that were given when it was put in. So the difference between this, made of the release it stands on,
 * and the session is what was changed here.
 */
export function standing(host: Session, held: HeldBlock, block: Session): Standing {
  const ids = idsHere(held, block);
  const members = new Set([...held.tracks.map((t) => t.track), ...ids.values()]);
  const made = tracksHere(host, held, block, ids, members);
  const of = new Map(
    tracksOfBlock(block).flatMap((t) => {
      const track = made.get(ids.get(t.id) ?? "");
      return track ? [[t.id, track] as const] : [];
    }),
  );
  return {
    session: { ...host, links: linksWith(host, held, block, ids), tracks: arranged(host, made, members) },
    of,
  };
}

/** What was changed in a block where it stands, since it was put in or last brought forward. */
export const changedHere = (host: Session, held: HeldBlock, release: Session): Change[] =>
  diff(standing(host, held, release).session, host);

function tracksHere(
  host: Session,
  held: HeldBlock,
  block: Session,
  ids: ReadonlyMap<TrackId, TrackId>,
  members: ReadonlySet<TrackId>,
): Map<TrackId, Track> {
  const here = byId(host);
  const ends = new Map(held.ends.map((e) => [e.track, e.to]));
  const isEnd = new Set(block.ends.map((e) => e.track));
  const given = new Map(held.tracks.map((t) => [t.from, t.given]));
  const to = (id: TrackId): TrackId | null =>
    isEnd.has(id) ? (ends.get(id) ?? null) : (ids.get(id) ?? null);
  const outside = (id: TrackId | null): boolean => id === null || !members.has(id);
  const homes = tracksOfBlock(block).flatMap((t) => {
    const at = t.parent === null ? here.get(ids.get(t.id) ?? "") : undefined;
    return at && outside(at.parent) ? [at.parent] : [];
  });
  const home = homes[0] ?? null;
  const around = carrierOf(home, here) ?? mainOf(host)?.id ?? null;
  const folders = new Map(tracksOfBlock(block).map((t) => [t.id, t]));
  const within = (t: Track): TrackId | null => {
    const carrier = carrierOf(t.parent, folders);
    return carrier === null ? null : (ids.get(carrier) ?? null);
  };
  return new Map(
    tracksOfBlock(block).map((t) => {
      const id = ids.get(t.id) ?? t.id;
      const now = here.get(id);
      const lead = t.feeds === null ? null : to(t.feeds);
      const silent = t.format === null || leavesTheSession(t);
      const track: Track = {
        ...t,
        ...given.get(t.id),
        id,
        parent:
          t.parent === null
            ? now && outside(now.parent)
              ? now.parent
              : home
            : (ids.get(t.parent) ?? null),
        feeds: lead ?? (now ? now.feeds : silent ? null : (within(t) ?? around)),
        sends: t.sends.flatMap((s) => {
          const end = to(s.to);
          return end === null ? [] : [{ ...s, to: end }];
        }),
        inserts: t.inserts.map((i) => (i.key === null ? i : { ...i, key: to(i.key) })),
      };
      return [id, track];
    }),
  );
}

/** The session's link sets, those of the block as it has them. */
function linksWith(
  host: Session,
  held: HeldBlock,
  block: Session,
  ids: ReadonlyMap<TrackId, TrackId>,
): Session["links"] {
  const made = new Map(
    block.links.map((l) => {
      const id = idHere(held.id, l.id);
      const here = (list: readonly TrackId[]): TrackId[] => list.flatMap((m) => ids.get(m) ?? []);
      return [id, { ...l, id, members: here(l.members), followers: here(l.followers) }];
    }),
  );
  const theirs = (id: string): boolean => id.startsWith(`${held.id}.`);
  return [
    ...host.links.flatMap((l) => (theirs(l.id) ? (made.get(l.id) ?? []) : [l])),
    ...[...made.values()].filter((l) => !host.links.some((x) => x.id === l.id)),
  ];
}

/**
 * The session's other tracks with those of the block among them: in each folder the block's stand where the
 * block's stood, in the order the block has; what stood in a folder the block no longer has stands around it.
 */
function arranged(
  host: Session,
  made: ReadonlyMap<TrackId, Track>,
  members: ReadonlySet<TrackId>,
): Track[] {
  const here = byId(host);
  const holds = (id: TrackId | null): boolean => id === null || made.has(id) || !members.has(id);
  const climbed = (t: Track): Track => {
    let at = t.parent;
    while (!holds(at)) at = here.get(at ?? "")?.parent ?? null;
    return at === t.parent ? t : { ...t, parent: at };
  };
  const others = host.tracks.filter((t) => !members.has(t.id)).map(climbed);
  const inside = insideOf(
    host.tracks.flatMap((t) => {
      const of = made.get(t.id);
      if (of) return of.parent === t.parent ? [of] : [];
      return members.has(t.id) ? [] : [climbed(t)];
    }),
  );
  const wanted = insideOf([...made.values()]);
  const list = (parent: TrackId | null): Track[] => {
    const there = inside.get(parent) ?? [];
    const left = [...(wanted.get(parent) ?? [])];
    const out: Track[] = [];
    let slots = there.filter((t) => made.has(t.id)).length;
    for (const t of there) {
      if (!made.has(t.id)) out.push(t);
      else {
        slots--;
        out.push(...left.splice(0, slots === 0 ? left.length : 1));
      }
    }
    return [...out, ...left];
  };
  const out: Track[] = [];
  const seen = new Set<TrackId>();
  const walk = (parent: TrackId | null): void => {
    for (const t of list(parent)) {
      if (seen.has(t.id)) continue;
      seen.add(t.id);
      out.push(t);
      walk(t.id);
    }
  };
  walk(null);
  // Where the block's folders would stand in each other by what was moved here, nothing is lost.
  for (const t of [...others, ...made.values()]) if (!seen.has(t.id)) out.push({ ...t, parent: null });
  return out;
}
