import { compose } from "../names/compose.ts";
import { fold } from "../words/fold.ts";
import type { Identity } from "../names/pattern.ts";
import type { Track } from "../session/document.ts";
import { readName } from "../words/read.ts";
import type { Reading, ReadingContext } from "../words/read.ts";
import { patternUse } from "./style.ts";
import type { Style } from "./style.ts";

/** What a track is, and where we know it from. */
export interface Identification extends Identity {
  /**
   * "own": it says so itself and its name agrees; "name": its name says so; "kept": its name says nothing
   * else; "none".
   */
  readonly from: "own" | "name" | "kept" | "none";
  readonly sure: boolean;
  /** How its name was read; null where that was not needed. */
  readonly reading: Reading | null;
}

/** Nothing known at all. */
export const NOBODY: Identification = {
  role: null,
  of: null,
  positions: [],
  number: null,
  from: "none",
  sure: false,
  reading: null,
};

/**
 * What a track is. A track whose name is just what its role calls for is taken at its word; otherwise the
 * name is read: a sure reading wins over what the track said before (somebody renamed it to something
 * else), an unsure one does not.
 */
export function identify(style: Style, t: Track, context: ReadingContext): Identification {
  const what = identifyAny(style, t, context);
  return t.kind === "folder" ? asFolder(style, t.name, what) : what;
}

/**
 * A folder called by the name of a family ("Bass") is that family's folder, not a folder for one of its
 * roles.
 */
function asFolder(style: Style, name: string, what: Identification): Identification {
  if (
    !what.sure ||
    what.role === null ||
    what.of !== null ||
    what.positions.length > 0 ||
    what.number !== null ||
    style.folderOfRole.has(what.role)
  )
    return what;
  const family = style.families.get(style.reader.roles.get(what.role)?.family ?? "");
  const folder = family && style.folderOfFamily.get(family.id);
  // A name that the house would write as the family's ("Bs Gtr", which becomes "BASS") is its name as well.
  const written = compose(style.house.names.folder, style.reader, what) ?? name;
  if (!folder || !(sameWord(name, family.name) || sameWord(written, family.name))) return what;
  return {
    role: folder.role,
    of: null,
    positions: [],
    number: null,
    from: "name",
    sure: true,
    reading: what.reading,
  };
}

/** Whether two names are one word, in the singular or the plural. */
function sameWord(a: string, b: string): boolean {
  const stem = (text: string): string => fold(text).text.replace(/(?<=.{2}[^s])s$|(?<=ss)es$/, "");
  return stem(a) === stem(b);
}

function identifyAny(style: Style, t: Track, context: ReadingContext): Identification {
  const known = t.role !== null && style.reader.roles.has(t.role);
  const own = { role: t.role, of: t.of, positions: t.positions, number: t.number };
  if (known && compose(style.house.names[patternUse(t.kind)], style.reader, own) === t.name) {
    return { ...own, from: "own", sure: true, reading: null };
  }
  const reading = readName(style.reader, t.name, context);
  if (reading.sure && reading.role !== null && !(known && t.kind === "folder")) {
    const sameRole = known && reading.role === t.role;
    return {
      role: reading.role,
      of: reading.of ?? (sameRole ? t.of : null),
      positions: reading.positions.length > 0 || !sameRole ? reading.positions : t.positions,
      number: reading.number ?? (sameRole ? t.number : null),
      from: "name",
      sure: true,
      reading,
    };
  }
  if (known) return { ...own, from: "kept", sure: true, reading };
  if (reading.role === null) return { ...NOBODY, reading };
  return {
    role: reading.role,
    of: reading.of,
    positions: reading.positions,
    number: reading.number,
    from: "name",
    sure: false,
    reading,
  };
}
