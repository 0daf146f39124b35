import type { Reader } from "../words/reader.ts";
import { readName } from "../words/read.ts";
import type { Position } from "../words/wordlist.ts";
import type { Articulation, Patch } from "./library.ts";

type Player = Pick<Patch, "role" | "positions" | "number">;
export const NOBODY: Player = { role: null, positions: [], number: null };

/** Who plays, as it is said and can be typed: "Violin, first section", "Horn 2"; empty where nobody said. */
export function playerInWords(reader: Reader, { role, positions, number }: Player): string {
  if (role === null) return "";
  const name = reader.roles.get(role)?.name ?? role;
  const at = positions.map((p) => reader.positions.get(p)?.name ?? p);
  return [number === null ? name : `${name} ${number}`, ...at].join(", ");
}

/** Groups that say how something is played or by whom it was made, not who plays. */
const NO_PLAYER: ReadonlySet<Position["group"]> = new Set(["maker", "articulation", "flag"]);

/** The player a name speaks of, whatever else it says; null where the house does not read it for sure. */
export function playerIn(reader: Reader, name: string): Player | null {
  const read = readName(reader, name);
  if (read.role === null || !read.sure) return null;
  const positions = read.positions.filter((p) => {
    const group = reader.positions.get(p)?.group;
    return group !== undefined && !NO_PLAYER.has(group);
  });
  return { role: read.role, positions, number: read.number };
}

type Played = Pick<Articulation, "words" | "seconds">;
const SECONDS = /(?:^|[\s,(])(\d{1,3}(?:[.,]\d{1,2})?)\s*(?:s|sec|seconds?)\)?\s*$/i;

/** How it is played in the house's words, as it can be typed: "muted, tremolo", "swell, 4 s". */
export function playedInWords(reader: Reader, { words, seconds }: Played): string {
  const said = words.map((w) => reader.positions.get(w)?.name ?? w);
  return [...said, ...(seconds === null ? [] : [`${seconds} s`])].join(", ");
}

/** The way of playing a name speaks of in the house's words; none where it says none of them. */
export function playedIn(reader: Reader, name: string): Played {
  const m = SECONDS.exec(name);
  const seconds = m ? Number((m[1] ?? "").replace(",", ".")) : null;
  const read = readName(reader, m ? name.slice(0, m.index) : name);
  const words = read.positions.filter((p) => reader.positions.get(p)?.group === "articulation");
  return {
    words: words.slice(0, 4),
    seconds: words.length > 0 && seconds !== null && seconds > 0 ? seconds : null,
  };
}

/**
 * The way of playing somebody typed: words of the house, parted by commas. Null where one of them is no word for a
 * way of playing.
 */
export function playedTyped(reader: Reader, text: string): Played | null {
  const typed = text.trim();
  if (typed === "") return { words: [], seconds: null };
  const m = SECONDS.exec(typed);
  const words: string[] = [];
  for (const part of (m ? typed.slice(0, m.index) : typed).split(",").map((x) => x.trim())) {
    if (part === "") continue;
    const read = playedIn(reader, part);
    const known = readName(reader, part).words.every((w) => w.as === "position" || w.as === "filler");
    if (read.words.length === 0 || !known) return null;
    for (const w of read.words) if (!words.includes(w)) words.push(w);
  }
  const seconds = m ? Number((m[1] ?? "").replace(",", ".")) : null;
  return words.length > 4 ? null : { words, seconds: seconds === 0 ? null : seconds };
}

/** What a name alone lets one think: who plays it, or how it is played. Nothing where it says neither. */
export const guessedPlayer = (reader: Reader, name: string): Partial<Player> =>
  playerIn(reader, name) ?? {};
export function guessedPlayed(reader: Reader, name: string): Partial<Played> {
  const played = playedIn(reader, name);
  return played.words.length > 0 ? played : {};
}
