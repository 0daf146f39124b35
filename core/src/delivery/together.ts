import type { House } from "../house/house.ts";
import { grouped } from "../session/grouped.ts";
import type { Row } from "./rows.ts";

/** Files that are to begin and end together: all stems of a version, all files of a take. */
export const groupOf = ({ version, take }: Row["name"]): string => `${version ?? ""} ${take ?? ""}`;

/** Of these each is a source of its own: high and low congas are two drums. */
const OTHERS: ReadonlySet<string> = new Set(["high", "middle", "low"]);

/** Two files of one source from two places: heard together, they should not work against each other. */
export interface Pair {
  readonly first: Row;
  readonly second: Row;
}

/**
 * The pairs among files of one channel: the same source in the same take, of which only one position is another one
 * of its kind (top and bottom, near and far, left and right). Each is compared with the first of its kind.
 */
export function pairsIn({ words }: Pick<House, "words">, rows: readonly Row[]): Pair[] {
  const groupOfPosition = new Map(words.positions.map((p) => [p.id, p.group]));
  const found = new Map<string, Pair>();
  for (const kind of ["height", "depth", "distance", "side", "source"] as const) {
    const of = grouped(rows, (row) => {
      const what = row.name.of?.what;
      if (!what || row.file.says?.channels !== 1) return null;
      const rest = what.positions.filter((p) => OTHERS.has(p) || groupOfPosition.get(p) !== kind);
      if (rest.length === what.positions.length) return null;
      const { rate } = row.file.says;
      return JSON.stringify([what.role, what.of, what.number, rest.toSorted(), groupOf(row.name), rate]);
    });
    for (const [first, ...others] of of.values())
      for (const second of others) {
        if (first.name.of === second.name.of) continue;
        found.set(JSON.stringify([first.file.path, second.file.path]), { first, second });
      }
  }
  return [...found.values()];
}
