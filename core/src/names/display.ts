import type { Reader } from "../words/reader.ts";
import type { Identity } from "./pattern.ts";

/** How many characters a control surface or a meter shows. */
export type DisplayLength = 6 | 8;

/**
 * Names for displays of a few characters, unique among themselves (letter case aside) and never longer than
 * the display:
 * the longest short form that leaves room for positions and number comes first, then positions shorten
 * before the role does, then inner vowels go; where two would still look the same, the last characters
 * count up.
 * @returns one name a track, in their order
 */
export function displayNames(
  reader: Reader,
  tracks: readonly { readonly name: string; readonly what: Identity }[],
  length: DisplayLength,
): string[] {
  const taken = new Set<string>();
  return tracks.map(({ name, what }) => shortName(reader, name, what, length, taken));
}

/**
 * The best name of at most so many characters that nobody has, by the rules of `displayNames`.
 * @param taken names in use, in small letters; the one given is added
 * @param written what a text becomes in the letters that can be shown
 */
export function shortName(
  reader: Reader,
  name: string,
  what: Identity,
  length: number,
  taken: Set<string>,
  written: (text: string) => string = (text) => text,
): string {
  const take = (made: string): string => {
    taken.add(made.toLowerCase());
    return made;
  };
  const free = (made: string): boolean => !taken.has(made.toLowerCase());
  let stem = "";
  for (const candidate of candidates(reader, name, what, length)) {
    const made = [...written(candidate)].slice(0, length).join("");
    stem ||= made;
    if (made !== "" && free(made)) return take(made);
  }
  stem ||= "Trk";
  for (let n = 2; ; n++) {
    const end = String(n);
    const made = [...stem].slice(0, length - end.length).join("") + end;
    if (free(made)) return take(made);
  }
}

/** What a track could be called in so many characters, best first. */
function* candidates(reader: Reader, name: string, what: Identity, length: number): Generator<string> {
  const role = what.role === null ? undefined : reader.roles.get(what.role);
  if (!role) {
    yield squeezed(name.replace(/[^\p{L}\p{N}]+/gu, ""), length) || "Trk";
    return;
  }
  const owner = what.of === null ? undefined : reader.roles.get(what.of);
  const number = what.number === null ? "" : String(what.number);
  const positions = what.positions.flatMap((id) => reader.positions.get(id)?.short ?? []);
  const bare = (text: string): string => text.replace(/[^\p{L}\p{N}]+/gu, "");
  // Positions lose letters before the role does: "DblSecFr2", then "DblSecF2", then "DSecF2".
  for (const form of [role.short.full, role.short.eight, role.short.four]) {
    for (const letters of [12, 3, 2, 1]) {
      const where = positions.map((p) => bare(p).slice(0, letters)).join("");
      for (const whose of owner
        ? [bare(owner.short.full), bare(owner.short.four), bare(owner.short.four).slice(0, 2)]
        : [""]) {
        const whole = whose + bare(form) + where + number;
        if (whole.length <= length) yield whole;
      }
    }
  }
  const where = positions.map((p) => bare(p).slice(0, 1)).join("");
  const rest = (where + number).slice(-Math.max(0, length - 2));
  yield (
    squeezed(
      (owner ? bare(owner.short.four).slice(0, 1) : "") + bare(role.short.four),
      length - rest.length,
    ) + rest
  );
}

/** Without inner vowels from the end on until it fits, then cut. */
function squeezed(text: string, length: number): string {
  const letters = [...text];
  for (let i = letters.length - 2; i > 0 && letters.length > length; i--)
    if (/[aeiouäöü]/i.test(letters[i] ?? "")) letters.splice(i, 1);
  return letters.slice(0, Math.max(0, length)).join("");
}
