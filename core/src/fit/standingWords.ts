import type { Reader } from "../words/reader.ts";
import { readName } from "../words/read.ts";
import type { WordList } from "../words/wordlist.ts";
import type { Standing } from "./room.ts";

/** What usually stands on an input, as people say it: "Snare top", "Iron 2". */
export function standingInWords(
  s: Pick<Standing, "role" | "positions" | "number">,
  words: WordList,
): string {
  const role = words.roles.find((r) => r.id === s.role)?.name ?? s.role;
  const positions = s.positions.map((p) => words.positions.find((x) => x.id === p)?.name ?? p);
  return [role, ...(s.number === null ? [] : [String(s.number)]), ...positions].join(" ");
}

/**
 * What is meant by a name typed beside an input: role, positions and number, as the house reads them.
 * @returns null where the house does not know what it is
 */
export function standingFrom(reader: Reader, typed: string): Omit<Standing, "input"> | null {
  const { role, positions, number } = readName(reader, typed);
  if (role === null) return null;
  return { role, positions: [...positions], number };
}
