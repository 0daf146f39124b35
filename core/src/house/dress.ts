import { diff } from "../session/diff.ts";
import { same } from "../session/change.ts";
import type { Change } from "../session/change.ts";
import { CHANNELS, blankTrack } from "../session/document.ts";
import type { Session, Track, TrackId } from "../session/document.ts";
import type { Identity } from "../names/pattern.ts";
import { compose } from "../names/compose.ts";
import { byId, foldersAround, insideOf, leavesTheSession } from "../session/routing.ts";
import { readName } from "../words/read.ts";
import { begunWith, led } from "./begun.ts";
import { NOBODY } from "./identify.ts";
import { planHouse } from "./plan.ts";
import { carrierOf } from "../session/routing.ts";
import type { HouseWish } from "./facts.ts";
import type { TrackLookUp } from "../session/routing.ts";
import { blankInsert } from "../session/processor.ts";
import { processorOfReturn } from "./returnKind.ts";
import { PATHS } from "../session/kind.ts";
import { startsFor } from "./startsFor.ts";
import { colourFor, iconFor, patternUse } from "./style.ts";
import type { Style } from "./style.ts";

/** A session dressed: each track it knows for sure has its house name, colour, icon and place. */
export function dressed(style: Style, session: Session): Session {
  const plan = planHouse(style, session);
  const all = new Map<TrackId, Track>([...session.tracks, ...plan.newFolders].map((t) => [t.id, t]));
  const tracks: Track[] = [];
  const main = session.tracks.find((t) => t.kind === "main")?.id ?? null;
  const walk = (parent: TrackId | null): void => {
    for (const id of plan.inside.get(parent) ?? []) {
      const t = all.get(id);
      if (!t) continue;
      tracks.push(dressTrack(t, plan.wanted.get(id), parent, main, all));
      walk(id);
    }
  };
  walk(null);
  return { ...session, tracks };
}

function dressTrack(
  t: Track,
  wanted: HouseWish | undefined,
  parent: TrackId | null,
  main: TrackId | null,
  tracks: ReadonlyMap<TrackId, Track>,
): Track {
  const dressed = wanted?.what.sure === true && wanted.name !== null && !alreadyWears(t, wanted);
  const look = wanted ? exceptedLook(t, wanted) : {};
  if (!dressed && parent === t.parent && Object.keys(look).length === 0) return t;
  const next: Track = { ...t };
  if (parent !== t.parent) {
    next.feeds = feedsAfterMove(t, parent, main, tracks);
    next.parent = parent;
  }
  if (dressed) {
    const { role, of, positions, number } = wanted.what;
    next.role = role;
    next.of = of;
    next.positions = [...positions];
    next.number = number;
    next.name = wanted.name ?? t.name;
    next.colour = wanted.colour ?? t.colour;
    next.icon = wanted.icon ?? t.icon;
  }
  return Object.assign(next, look);
}

/** What exceptions give to a track nobody can read for sure, where it is not so yet. */
function exceptedLook(
  t: Track,
  { what, name, colour, icon, verdict }: HouseWish,
): Partial<Pick<Track, "colour" | "icon">> {
  if (what.sure && name !== null) return {};
  return {
    ...(verdict.colour && colour !== t.colour ? { colour } : {}),
    ...(verdict.icon && icon !== t.icon ? { icon } : {}),
  };
}

function alreadyWears(t: Track, { what, name, colour, icon }: HouseWish): boolean {
  return (
    t.name === name &&
    t.role === what.role &&
    t.of === what.of &&
    t.number === what.number &&
    (colour === null || t.colour === colour) &&
    (icon === null || t.icon === icon) &&
    same(t.positions, what.positions)
  );
}

/**
 * A track that fed the folder it stood in (or what carries its sound further out) feeds the one it moves
 * to.
 */
export function feedsAfterMove(
  t: Track,
  to: TrackId | null,
  main: TrackId | null,
  tracks: TrackLookUp,
): TrackId | null {
  if (leavesTheSession(t)) return t.feeds;
  const fedHome = t.feeds === (carrierOf(t.parent, tracks) ?? main);
  return fedHome ? (carrierOf(to, tracks) ?? main) : t.feeds;
}

/** The changes that dress a session. */
export function dress(style: Style, session: Session): Change[] {
  return diff(session, dressed(style, session));
}

/** Positions that say what picks a source up: a "Bass DI" begins with a DI, not with a microphone. */
const SOURCE_OF: ReadonlyMap<string, NonNullable<Track["source"]>> = new Map([
  ["direct", "di"],
  ["line", "line"],
  ["wireless", "wireless"],
]);

/** What exceptions give to a new track nobody can read. */
function unread(style: Style, session: Session, track: Track): Track {
  return {
    ...track,
    ...begunWith(session, startsFor(style, NOBODY, track.kind, track.name, track.format)),
  };
}

/** A new track for a role, with everything the house starts it with. */
export function newTrack(
  style: Style,
  session: Session,
  id: TrackId,
  what: Identity,
  typed: string,
  format: "mono" | "stereo" | null = null,
  kind: "instrument" | "midi" | null = null,
): Track {
  const role = what.role === null ? undefined : style.reader.roles.get(what.role);
  // Of what no role fits, exceptions alone can say how it starts.
  if (!role)
    return unread(
      style,
      session,
      blankTrack(id, typed, {
        kind: kind ?? "audio",
        format: kind === "midi" ? null : (format ?? "mono"),
        source: kind === null ? "mic" : null,
      }),
    );
  // What plays by itself records from nowhere.
  const plays = kind !== null && !PATHS.has(role.kind);
  const track = blankTrack(id, typed, {
    kind: plays ? kind : role.kind,
    role: role.id,
    of: what.of,
    positions: [...what.positions],
    number: what.number,
    format: plays && kind === "midi" ? null : (role.format ?? session.mainFormat),
    source: plays ? null : role.source,
    colour: colourFor(style, what),
    icon: role.kind === "folder" ? "folder" : iconFor(style, what),
  });
  const own = role.kind === "return" ? processorOfReturn(role.name) : null;
  if (own !== null) track.inserts = [blankInsert("i1", own)];
  const by = what.positions.map((p) => SOURCE_OF.get(p)).find((s) => s !== undefined);
  if (track.source !== null && by) track.source = by;
  // A start may say how wide a source is, never how wide a path is: that follows the session.
  const given = startsFor(style, what, track.kind, typed, track.format);
  const { format: width, source, ...begun } = begunWith(session, given);
  Object.assign(
    track,
    begun,
    role.format !== null && width && track.format !== null ? { format: width } : {},
    track.source !== null && source ? { source } : {},
  );
  if (format !== null && track.format !== null && CHANNELS[track.format] <= 2) track.format = format;
  track.name = compose(style.house.names[patternUse(track.kind)], style.reader, what) ?? typed;
  return track;
}

/**
 * The changes that add tracks where the house order wants them, dressed among what is there. What was there
 * keeps its name, colour and place: adding tracks is not dressing the session. A folder is made only where
 * enough of the new tracks go in it.
 */
export function addDressed(style: Style, session: Session, tracks: readonly Track[]): Change[] {
  const main = [...session.tracks, ...tracks].find((t) => t.kind === "main")?.id ?? null;
  const feeding = tracks.map((t): Track => ({ ...t, feeds: leavesTheSession(t) ? null : main }));
  const wide: Session = { ...session, tracks: [...session.tracks, ...feeding] };
  const added = new Set(tracks.map((t) => t.id));
  const before = byId(session);
  const target = withoutNeedless(
    style,
    dressed(style, wide),
    main,
    (t) => before.has(t.id),
    (t) => added.has(t.id),
  );
  const inside = insideOf(target.tracks);
  const insideNow = insideOf(session.tracks);
  const result: Track[] = [];
  const walk = (parent: TrackId | null): void => {
    const wanted = inside.get(parent) ?? [];
    const list = [...(insideNow.get(parent) ?? [])];
    for (const t of wanted.filter((x) => !before.has(x.id))) {
      // After the last old neighbour that the house order puts before it.
      const ahead = new Set(wanted.slice(0, wanted.indexOf(t)).map((x) => x.id));
      list.splice(list.findLastIndex((x) => ahead.has(x.id)) + 1, 0, t);
    }
    for (const t of list) {
      result.push(before.get(t.id) ?? t);
      walk(t.id);
    }
  };
  walk(null);
  return diff(session, led(style, { ...session, tracks: result }, added));
}

/**
 * A session without the folders that are new and would hold too few of the new tracks; those stand, and
 * feed, where the folder would have stood.
 */
function withoutNeedless(
  style: Style,
  session: Session,
  main: TrackId | null,
  isOld: (t: Track) => boolean,
  isAdded: (t: Track) => boolean,
): Session {
  const tracks = byId(session);
  const held = new Map<TrackId, number>();
  for (const t of session.tracks) {
    if (isAdded(t)) for (const f of foldersAround(tracks, t)) held.set(f.id, (held.get(f.id) ?? 0) + 1);
  }
  const needless = new Set(
    session.tracks.flatMap((t) => {
      if (t.kind !== "folder" || isOld(t) || isAdded(t)) return [];
      const from = style.folderOfRole.get(t.role ?? "")?.plan.from ?? style.house.folderFrom;
      return (held.get(t.id) ?? 0) < from ? [t.id] : [];
    }),
  );
  if (needless.size === 0) return session;
  const standing = (id: TrackId | null): TrackId | null => {
    let at = id;
    while (at !== null && needless.has(at)) at = tracks.get(at)?.parent ?? null;
    return at;
  };
  return {
    ...session,
    tracks: session.tracks
      .filter((t) => !needless.has(t.id))
      .map((t) => {
        const parent = standing(t.parent);
        const feeds =
          t.feeds !== null && needless.has(t.feeds) ? (carrierOf(parent, tracks) ?? main) : t.feeds;
        return parent === t.parent && feeds === t.feeds ? t : { ...t, parent, feeds };
      }),
  };
}

/** The changes that say what a track is and give it what the house gives to that: name, colour, icon. */
export function giveRole(style: Style, session: Session, track: TrackId, role: string): Change[] {
  const saying = (name: (t: Track) => string): Session => ({
    ...session,
    tracks: session.tracks.map((t) => {
      if (t.id !== track) return t;
      const { positions, number } = readName(style.reader, t.name);
      const said = { ...t, role, of: null, positions: [...positions], number };
      return { ...said, name: name(said) };
    }),
  });
  let said = saying((t) => t.name);
  // A name that says something else for sure is not asked again: what was said counts.
  if (planHouse(style, said).wanted.get(track)?.what.role !== role)
    said = saying((t) => compose(style.house.names[patternUse(t.kind)], style.reader, t) ?? t.name);
  const wanted = planHouse(style, said).wanted.get(track);
  return diff(session, {
    ...said,
    tracks: said.tracks.map((t) => (t.id === track ? dressTrack(t, wanted, t.parent, null, new Map()) : t)),
  });
}
