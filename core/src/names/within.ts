import { inLatin } from "./onDisk.ts";
import { shortName } from "./display.ts";
import type { Reader } from "../words/reader.ts";
import { readName } from "../words/read.ts";

/** Which characters a name may have: any, Latin letters with their accents, or ASCII only. */
export const CHARACTERS = ["any", "latin", "plain"] as const;
export type Characters = (typeof CHARACTERS)[number];

/** What names have to keep within; null is no limit. */
export interface NameLimits {
  readonly longestName: number | null;
  readonly characters: Characters;
}

const NOT_LATIN = /[^ -~\p{Script=Latin}\p{M}]+/gu;

/** A name in the characters it may have, whatever its length. */
export function inCharacters(name: string, characters: Characters): string {
  if (characters === "any") return name;
  const written = name.normalize("NFC");
  return (characters === "plain" ? inLatin(written) : written.replace(NOT_LATIN, (run) => inLatin(run)))
    .replace(/[^ -~\p{Script=Latin}\p{M}]/gu, "")
    .trim();
}

/** Whether a name can stay as it is. */
export const keepsWithin = (name: string, { longestName, characters }: NameLimits): boolean =>
  (longestName === null || [...name].length <= longestName) &&
  (characters === "any" || inCharacters(name, characters) === name);

/**
 * A name that keeps within limits and that nobody has: as it is in other letters where it is short enough, else
 * shortened as on small displays (`displayNames`).
 * @param taken names in use, in small letters; the one given is added
 */
export function nameWithin(reader: Reader, name: string, limits: NameLimits, taken: Set<string>): string {
  const written = inCharacters(name, limits.characters);
  const longest = limits.longestName ?? Math.max(40, written.length);
  if (written !== "" && [...written].length <= longest && !taken.has(written.toLowerCase())) {
    taken.add(written.toLowerCase());
    return written;
  }
  const plainly = (text: string): string => inCharacters(text, limits.characters);
  const read = readName(reader, name);
  // What is not sure to be read right would become another name.
  const what = read.sure ? read : { role: null, of: null, positions: [], number: null };
  return shortName(reader, written, what, longest, taken, plainly);
}
