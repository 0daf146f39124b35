import { compose } from "../names/compose.ts";
import { endingOf } from "../names/disk.ts";
import type { DiskScript } from "../names/disk.ts";
import { diskName, diskWords } from "../names/onDisk.ts";
import type { Grammar } from "../names/grammar.ts";
import type { NamePattern, Naming } from "../names/pattern.ts";
import { readName } from "../words/read.ts";
import type { Reader } from "../words/reader.ts";

const ISO = /(?<!\d)((?:19|20)\d\d)[-_. ]?(0[1-9]|1[0-2])[-_. ]?(0[1-9]|[12]\d|3[01])(?!\d)/;
const DAY_FIRST = /(?<!\d)(0?[1-9]|[12]\d|3[01])[-_. ](0?[1-9]|1[0-2])[-_. ]((?:19|20)\d\d)(?!\d)/;
const VERSION = /(?:^|[-_ .(])v(?:er|ersion)?[-_ .]?(\d{1,3})(?=$|[-_ .)])/i;
const TAKE = /(?:^|[-_ .(])(?:take|tk|t)[-_ .]?(\d{1,3})(?=$|[-_ .)])/i;
const LAST_NUMBER = /[-_ .](\d{2,3})$/;

/** What a name says beside its words: a date, a version, a take; nothing is guessed. */
export interface SaidBeside {
  readonly what: Pick<Naming, "date" | "version" | "take">;
  /** The name without that. */
  readonly rest: string;
}

/** Looks in a name for the date, version and take that a pattern has a place for. */
export function saidBeside({ pieces }: NamePattern, name: string): SaidBeside {
  const wanted = new Set(pieces.map((p) => p.piece));
  let rest = name.normalize("NFC");
  const pull = (pattern: RegExp): RegExpExecArray | null => {
    const found = pattern.exec(rest);
    if (found) rest = `${rest.slice(0, found.index)} ${rest.slice(found.index + found[0].length)}`;
    return found;
  };
  const what: { -readonly [K in keyof SaidBeside["what"]]: Naming[K] } = {};
  if (wanted.has("date")) {
    const iso = pull(ISO);
    const other = iso ? null : pull(DAY_FIRST);
    if (iso) what.date = `${iso[1] ?? ""}-${iso[2] ?? ""}-${iso[3] ?? ""}`;
    else if (other)
      what.date = `${other[3] ?? ""}-${(other[2] ?? "").padStart(2, "0")}-${(other[1] ?? "").padStart(2, "0")}`;
  }
  if (wanted.has("version")) {
    const v = pull(VERSION);
    if (v) what.version = Number(v[1]);
  }
  if (wanted.has("take")) {
    const t = pull(TAKE) ?? pull(LAST_NUMBER);
    if (t) what.take = Number(t[1]);
  }
  return { what, rest };
}

/**
 * The name a pattern would give to what a file or folder is called now; null where the name does not say
 * enough.
 * Dates, versions and takes are looked for, roles are read as track names are (and only taken when sure);
 * nothing is guessed.
 */
export function rightName(
  grammar: Grammar,
  reader: Reader,
  script: DiskScript,
  name: string,
  file: boolean,
): string | null {
  const words = diskWords(script);
  const { stem, ending } = file ? endingOf(name) : { stem: name, ending: "" };
  const pieces = new Set(grammar.pattern.pieces.map((p) => p.piece));
  const { what: beside, rest } = saidBeside(grammar.pattern, stem);
  const what: { -readonly [K in keyof Naming]: Naming[K] } = { ...beside };
  if (pieces.has("role")) {
    const reading = readName(reader, rest);
    if (!reading.sure || reading.role === null) return null;
    Object.assign(what, {
      role: reading.role,
      of: reading.of,
      positions: reading.positions,
      number: reading.number,
    });
  }
  if (pieces.has("title")) {
    const title = words(rest).join(" ");
    if (title === "") return null;
    what.title = title;
  }
  const made = compose(grammar.pattern, reader, what, words);
  if (made === null) return null;
  return withEnding(diskName(made, script), ending);
}

/** A file's name of what stands before its ending, and that in small letters. */
export const withEnding = (stem: string, ending: string): string =>
  ending === "" ? stem : `${stem}.${ending.toLowerCase()}`;
