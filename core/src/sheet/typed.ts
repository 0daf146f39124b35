import { led } from "../house/begun.ts";
import { addDressed, newTrack } from "../house/dress.ts";
import { apply } from "../session/apply.ts";
import { carrierOf } from "../session/routing.ts";
import { colourFor } from "../house/style.ts";
import type { Style } from "../house/style.ts";
import type { Change, Place } from "../session/change.ts";
import { diff } from "../session/diff.ts";
import { CHANNELS, blankTrack } from "../session/document.ts";
import type { Session, Track, TrackId } from "../session/document.ts";
import { PATHS } from "../session/kind.ts";
import { byId, insideOf, leavesTheSession, mainOf } from "../session/routing.ts";
import { readName } from "../words/read.ts";
import type { Reading } from "../words/read.ts";
import { linesOf, ownersOf } from "./lines.ts";
import type { Line } from "./lines.ts";
import { named } from "./named.ts";

/** One track of what was typed or pasted, with what the house made of its line. */
export interface NewName {
  readonly line: Line;
  readonly reading: Reading;
  readonly track: Track;
}

const NONE: ReadonlySet<string> = new Set();

/** So many tracks are taken at once where they are typed; whoever reads a file takes all of it. */
export const MOST_AT_ONCE = 500;

/**
 * Reads typed or pasted names, one a line, and makes a dressed track of each that has a role.
 * A line with deeper ones below it is a folder and holds them; inputs of "8 of" count on.
 * Lines that are not read for sure become plain tracks under the name as typed: nothing is guessed, nothing
 * is lost.
 * @param newId gives a fresh id for each track
 * @param agreed names, as typed, whose doubtful reading somebody has agreed to
 * @param most how many are taken
 */
export function readLines(
  style: Style,
  session: Session,
  text: string | readonly Line[],
  newId: () => TrackId,
  agreed: ReadonlySet<string> = NONE,
  most = MOST_AT_ONCE,
): NewName[] {
  const lines = typeof text === "string" ? linesOf(text) : text;
  const owners = ownersOf(lines);
  const folders = new Set(owners.filter((o) => o !== null));
  const idOf = new Map<number, TrackId>();
  const made: NewName[] = [];
  lines.forEach((line, index) => {
    const owner = owners[index] ?? null;
    const parent = owner === null ? null : (idOf.get(owner) ?? null);
    const around = made.find((m) => m.track.id === parent)?.reading.role ?? null;
    const family = around === null ? undefined : style.reader.roles.get(around)?.family;
    const said = readName(
      style.reader,
      line.name,
      family === undefined ? undefined : { families: [family] },
    );
    const reading: Reading =
      said.role !== null && agreed.has(line.name) ? { ...said, sure: true, doubt: null } : said;
    const isFolder = folders.has(index);
    const known = reading.sure ? reading : { role: null, of: null, positions: [], number: null };
    for (let n = 0; n < (isFolder ? 1 : line.many) && made.length < most; n++) {
      const track = isFolder
        ? folderTrack(style, session, newId(), line, reading)
        : newTrack(
            style,
            session,
            newId(),
            { ...known, number: line.many > 1 ? null : known.number },
            line.name,
            reading.format,
            line.kind,
          );
      if (line.format !== null && track.format !== null) track.format = line.format;
      if (line.input !== null && track.kind === "audio") {
        const input = line.input + n * CHANNELS[track.format ?? "mono"];
        if (input + CHANNELS[track.format ?? "mono"] - 1 <= 1024) track.input = input;
      }
      if (line.level !== null) track.level = line.level;
      if (line.notes !== "") track.notes = line.notes;
      track.parent = parent;
      idOf.set(index, track.id);
      made.push({ line, reading, track });
    }
  });
  lead(session, made);
  return made;
}

/** Leads tracks to what their lines say they feed: one of the list, else one of the session, by its name. */
function lead(session: Session, made: readonly NewName[]): void {
  const called = new Map(session.tracks.map((t) => [t.name.toLowerCase(), t.id]));
  for (const { line, track } of made.toReversed()) called.set(line.name.toLowerCase(), track.id);
  for (const { line, track } of made) {
    const to = line.feeds === null ? undefined : called.get(line.feeds.toLowerCase());
    if (to !== undefined && to !== track.id) track.feeds = to;
  }
}

function folderTrack(style: Style, session: Session, id: TrackId, line: Line, reading: Reading): Track {
  const role = reading.sure && reading.role !== null ? style.reader.roles.get(reading.role) : undefined;
  if (role?.kind === "folder") return newTrack(style, session, id, reading, line.name, null);
  return blankTrack(id, line.name, {
    kind: "folder",
    format: session.mainFormat,
    icon: "folder",
    colour: role ? colourFor(style, reading) : null,
  });
}

/**
 * The changes that add what was typed: where the house order wants it, or behind a place, in the order and
 * the folders it was typed in.
 * A typed folder that the session has already takes what was typed into it.
 */
export function addTyped(
  style: Style,
  session: Session,
  made: readonly NewName[],
  where: "house" | Place,
): Change[] {
  const tracks = made.map((m) => m.track);
  if (where === "house" && tracks.every((t) => t.parent === null))
    return addDressed(style, session, tracks);
  const changes =
    where === "house"
      ? insertTracks(style, session, tracks, endOf(session), true)
      : insertTracks(style, session, tracks, where, false);
  return diff(session, led(style, apply(session, changes), new Set(tracks.map((t) => t.id))));
}

/** Behind the last track that is no bus, return or other path of the session. */
export function endOf(session: Session): Place {
  const outer = session.tracks.filter((t) => t.parent === null);
  return {
    parent: null,
    after: outer.findLast((t) => t.kind === "folder" || !PATHS.has(t.kind))?.id ?? null,
  };
}

/**
 * The changes that put a forest of new tracks (parents by id among themselves, null: at the place) into a
 * session, named and coloured as the house would, feeding what is around them.
 * @param merge whether a folder that the session has already, by its role, takes what the new one holds
 */
export function insertTracks(
  style: Style,
  session: Session,
  fresh: readonly Track[],
  place: Place,
  merge: boolean,
): Change[] {
  const there = new Map(
    merge
      ? session.tracks.flatMap((t) =>
          t.kind === "folder" && t.role !== null ? [[t.role, t.id] as const] : [],
        )
      : [],
  );
  const insteadOf = new Map<TrackId, TrackId>();
  for (const t of fresh) {
    const old = t.kind === "folder" && t.role !== null ? there.get(t.role) : undefined;
    if (old !== undefined) insteadOf.set(t.id, old);
  }
  const ids = new Set(fresh.map((t) => t.id));
  const main = mainOf(session)?.id ?? fresh.find((t) => t.kind === "main")?.id ?? null;
  const placed = fresh
    .filter((t) => !insteadOf.has(t.id))
    .map((t): Track => ({
      ...t,
      parent: t.parent === null ? place.parent : (insteadOf.get(t.parent) ?? t.parent),
    }));
  const all = new Map([...byId(session), ...placed.map((t) => [t.id, t] as const)]);
  const feeding = placed.map((t): Track =>
    t.feeds !== null && all.has(t.feeds)
      ? t
      : {
          ...t,
          feeds: t.format === null || leavesTheSession(t) ? null : (carrierOf(t.parent, all) ?? main),
        },
  );
  const inside = insideOf(session.tracks);
  for (const parent of new Set(feeding.map((t) => t.parent))) {
    const list = inside.get(parent) ?? [];
    const mine = feeding.filter((t) => t.parent === parent);
    const at =
      parent === place.parent
        ? place.after === null
          ? 0
          : list.findIndex((t) => t.id === place.after) + 1
        : list.length;
    inside.set(parent, [...list.slice(0, at), ...mine, ...list.slice(at)]);
  }
  const tracks: Track[] = [];
  const walk = (parent: TrackId | null): void => {
    for (const t of inside.get(parent) ?? []) {
      tracks.push(t);
      walk(t.id);
    }
  };
  walk(null);
  return diff(session, named(style, { ...session, tracks }, ids));
}
