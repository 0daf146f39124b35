import { feedsAfterMove } from "../house/dress.ts";
import { planHouse } from "../house/plan.ts";
import { carrierOf } from "../session/routing.ts";
import { colourFor, familyFor, folderFor } from "../house/style.ts";
import type { Style } from "../house/style.ts";
import type { Change, Place } from "../session/change.ts";
import { diff } from "../session/diff.ts";
import { blankTrack } from "../session/document.ts";
import type { Session, Track, TrackId } from "../session/document.ts";
import { blocksLeft } from "../session/blocks.ts";
import { byId, foldersAround, insideOf, mainOf } from "../session/routing.ts";
import { compose } from "../names/compose.ts";

/** Of some tracks those that stand in none of the others, in session order. */
export function outermost(session: Session, ids: Iterable<TrackId>): Track[] {
  const chosen = new Set(ids);
  const tracks = byId(session);
  return session.tracks.filter(
    (t) => chosen.has(t.id) && !foldersAround(tracks, t).some((f) => chosen.has(f.id)),
  );
}

/** Tracks and everything inside them. */
export function withInside(session: Session, ids: Iterable<TrackId>): Set<TrackId> {
  const all = new Set(ids);
  for (const t of session.tracks) if (t.parent !== null && all.has(t.parent)) all.add(t.id);
  return all;
}

/**
 * The changes that take tracks out, folders with all they hold. What fed or sent to them is left for the
 * findings to say.
 */
export function takeOut(session: Session, ids: Iterable<TrackId>): Change[] {
  const gone = withInside(session, ids);
  const tracks = session.tracks.filter((t) => !gone.has(t.id));
  const left = new Set(tracks.map((t) => t.id));
  return diff(session, {
    ...session,
    tracks,
    blocks: blocksLeft(session.blocks, (id) => left.has(id)),
    ends: session.ends.filter((e) => !gone.has(e.track)),
  });
}

/**
 * The changes that move tracks (with all they hold) together to a place, in the order they have; none where
 * one would come inside itself.
 */
export function moveTo(session: Session, ids: Iterable<TrackId>, to: Place): Change[] {
  const moving = outermost(session, ids);
  const carried = withInside(
    session,
    moving.map((t) => t.id),
  );
  const tracks = byId(session);
  if (
    moving.length === 0 ||
    (to.parent !== null && (carried.has(to.parent) || tracks.get(to.parent)?.kind !== "folder"))
  )
    return [];
  const inside = insideOf(session.tracks.filter((t) => !moving.some((m) => m.id === t.id)));
  // Behind a neighbour that moves as well means behind the nearest one before it that stays.
  let after = to.after;
  const before = insideOf(session.tracks).get(to.parent) ?? [];
  while (after !== null && carried.has(after)) {
    const at = before.findIndex((t) => t.id === after);
    after = before[at - 1]?.id ?? null;
  }
  const list = inside.get(to.parent) ?? [];
  const at = after === null ? 0 : list.findIndex((t) => t.id === after) + 1;
  const main = mainOf(session)?.id ?? null;
  const moved = moving.map((t): Track =>
    t.parent === to.parent
      ? t
      : { ...t, parent: to.parent, feeds: feedsAfterMove(t, to.parent, main, tracks) },
  );
  inside.set(to.parent, [...list.slice(0, at), ...moved, ...list.slice(at)]);
  return diff(session, { ...session, tracks: inOrder(inside) });
}

function inOrder(inside: ReadonlyMap<TrackId | null, readonly Track[]>): Track[] {
  const out: Track[] = [];
  const walk = (parent: TrackId | null): void => {
    for (const t of inside.get(parent) ?? []) {
      out.push(t);
      walk(t.id);
    }
  };
  walk(null);
  return out;
}

/**
 * The changes that wrap tracks in a new folder where the first of them stands, named from what they share:
 * the house's folder for them where it is one and not there yet, else their role, their family, the words
 * their names begin with.
 * The folder carries sound and feeds what they fed; they feed it.
 */
export function wrap(style: Style, session: Session, ids: Iterable<TrackId>, id: TrackId): Change[] {
  const members = outermost(session, ids).filter((t) => t.kind !== "main");
  const [first] = members;
  if (!first) return [];
  const { name, role } = sharedName(style, session, members);
  const tracks = byId(session);
  const feeds = carrierOf(first.parent, tracks) ?? mainOf(session)?.id ?? null;
  const what = { role, of: null, positions: [], number: null };
  const folder = blankTrack(id, name, {
    kind: "folder",
    parent: first.parent,
    format: session.mainFormat,
    role,
    feeds,
    icon: "folder",
    colour:
      role === null ? sharedColour(members) : (colourFor(style, what, "folder") ?? sharedColour(members)),
  });
  const inside = insideOf(session.tracks.filter((t) => !members.some((m) => m.id === t.id)));
  const around = insideOf(session.tracks).get(first.parent) ?? [];
  const neighbours = new Set(
    around
      .slice(0, around.indexOf(first))
      .filter((t) => !members.includes(t))
      .map((t) => t.id),
  );
  const list = inside.get(first.parent) ?? [];
  inside.set(first.parent, [
    ...list.filter((t) => neighbours.has(t.id)),
    folder,
    ...list.filter((t) => !neighbours.has(t.id)),
  ]);
  const main = mainOf(session)?.id ?? null;
  inside.set(
    id,
    members.map((t): Track => ({
      ...t,
      parent: id,
      feeds: t.feeds !== null && t.feeds === (carrierOf(t.parent, tracks) ?? main) ? id : t.feeds,
    })),
  );
  return diff(session, { ...session, tracks: inOrder(inside) });
}

function sharedColour(members: readonly Track[]): string | null {
  const colours = new Set(members.map((t) => t.colour));
  return colours.size === 1 ? (members[0]?.colour ?? null) : null;
}

function sharedName(
  style: Style,
  session: Session,
  members: readonly Track[],
): { name: string; role: string | null } {
  const plan = planHouse(style, session);
  const known = members
    .map((t) => plan.wanted.get(t.id)?.what)
    .filter((w) => w?.sure === true && w.role !== null);
  if (known.length === members.length) {
    const shared = <T>(of: (w: NonNullable<(typeof known)[number]>) => T): T | null => {
      const all = new Set(known.map((w) => (w ? of(w) : null)));
      return all.size === 1 ? ([...all][0] ?? null) : null;
    };
    const house = shared((w) => folderFor(style, w));
    if (house && !session.tracks.some((t) => t.kind === "folder" && t.role === house.role)) {
      const name = compose(style.house.names.folder, style.reader, {
        role: house.role,
        of: null,
        positions: [],
        number: null,
      });
      if (name !== null) return { name, role: house.role };
    }
    const role = shared((w) => w.role);
    const named = role === null ? undefined : style.reader.roles.get(role)?.name;
    if (named !== undefined) return { name: named.toUpperCase(), role: null };
    const family = shared((w) => familyFor(style, w));
    if (family !== null)
      return { name: (style.families.get(family)?.name ?? family).toUpperCase(), role: null };
  }
  const words = members.map((t) => t.name.split(/[\s_.-]+/));
  const same = (words[0] ?? []).filter((w, i) =>
    words.every((x) => x[i]?.toLowerCase() === w.toLowerCase()),
  );
  return { name: same.length > 0 ? same.join(" ").toUpperCase() : "FOLDER", role: null };
}

/**
 * The changes that dissolve a folder: what it holds stands where it stood; what fed it feeds what it fed.
 */
export function dissolve(session: Session, id: TrackId): Change[] {
  const folder = byId(session).get(id);
  if (folder?.kind !== "folder") return [];
  const tracks = session.tracks
    .filter((t) => t.id !== id)
    .map((t): Track => {
      const parent = t.parent === id ? folder.parent : t.parent;
      const feeds = t.feeds === id ? folder.feeds : t.feeds;
      const sends = t.sends.filter((s) => s.to !== id);
      return parent === t.parent && feeds === t.feeds && sends.length === t.sends.length
        ? t
        : { ...t, parent, feeds, sends };
    });
  return diff(session, { ...session, tracks });
}
