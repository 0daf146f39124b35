import type { Style } from "../house/style.ts";
import type { Identity } from "../names/pattern.ts";
import type { Session, Track } from "../session/document.ts";
import { mainOf } from "../session/routing.ts";
import { readName } from "../words/read.ts";
import type { DeliverySort } from "./delivered.ts";

/** A track of which a delivery may hold a file. */
export interface Wanted {
  readonly track: Track;
  /** What it is, in words of the word list; null where nobody knows. */
  readonly what: Identity | null;
  /** Whether something is missing where there is none of it. */
  readonly must: boolean;
}

/** Heard in the room, and kept by nobody. */
const UNKEPT: ReadonlySet<string | null> = new Set(["talkback", "click"]);
const NEVER: ReadonlySet<Track["kind"]> = new Set(["midi", "cue-mix", "main", "monitor"]);

/**
 * The tracks of which a delivery may hold files. A stem is due of everything that feeds the main path by itself, so
 * that all of them together are the mix; a recorded file of everything that is recorded from outside. (Common
 * practice, no source.)
 */
export function wantedOf({ reader }: Style, session: Session, sort: DeliverySort): Wanted[] {
  const main = mainOf(session)?.id;
  return session.tracks
    .filter((t) => (sort === "recorded" ? t.kind === "audio" : t.format !== null && !NEVER.has(t.kind)))
    .map((track) => {
      const due = sort === "recorded" ? track.source !== null : track.feeds === main && main !== undefined;
      const must = due && !UNKEPT.has(track.role);
      return { track, what: whatIs(reader, track), must };
    });
}

function whatIs(reader: Style["reader"], t: Track): Identity | null {
  if (t.role !== null && reader.roles.has(t.role)) return t;
  const read = readName(reader, t.name);
  return read.sure && read.role !== null ? read : null;
}

/** Whether two are the same thing: role, owner, positions in any order, and number. */
export const isSame = (a: Identity, b: Identity): boolean =>
  a.role === b.role &&
  a.of === b.of &&
  (a.number ?? null) === (b.number ?? null) &&
  a.positions.length === b.positions.length &&
  a.positions.every((p) => b.positions.includes(p));
