import { grouped } from "../session/grouped.ts";
import type { Alike } from "../sound/alike.ts";
import type { DeliverySort } from "./delivered.ts";
import { offInFile, offTogether, polarityOf } from "./off.ts";
import type { Off } from "./off.ts";
import type { Against, Row } from "./rows.ts";
import { groupOf } from "./together.ts";
import { wantedOf } from "./wanted.ts";
import type { Wanted } from "./wanted.ts";

/** A file with what is off with it, the gravest first. */
export interface JudgedRow extends Row {
  readonly off: readonly Off[];
}

/** What a folder holds against what it should hold. */
export interface DeliveryLook {
  readonly sort: DeliverySort;
  readonly rows: readonly JudgedRow[];
  /** Of these it should hold something and does not. */
  readonly missing: readonly Wanted[];
  /** Of which tracks files may be, in the order of the session. */
  readonly wanted: readonly Wanted[];
}

/** Two files that were compared, by their paths. Null: there is nothing to compare in one of them. */
export interface Compared {
  readonly first: string;
  readonly second: string;
  readonly alike: Alike | null;
}

/**
 * Holds the files of a folder against what the session and the house want of it. O(files × length of a name).
 * @param compared files of one source that were compared with each other
 */
export function lookAt(
  against: Against,
  rows: readonly Row[],
  compared: readonly Compared[] = [],
): DeliveryLook {
  const { style, session, sort } = against;
  const wanted = wantedOf(style, session, sort);
  const off = new Map(rows.map((row) => [row, offInFile(against, row)]));
  for (const group of grouped(rows, ({ name }) => groupOf(name)).values())
    for (const [row, found] of offTogether(group)) off.get(row)?.push(...found);
  const byPath = new Map(rows.map((row) => [row.file.path, row]));
  for (const { first, second, alike } of compared) {
    const [a, b] = [byPath.get(first), byPath.get(second)];
    const found = a && b && alike && polarityOf(sort, a, b, alike);
    if (b && found) off.get(b)?.push(found);
  }
  const there = new Set(rows.map(({ name }) => name.of?.track.id));
  return {
    sort,
    rows: rows.map((row) => ({ ...row, off: off.get(row) ?? [] })),
    missing: wanted.filter((w) => w.must && !there.has(w.track.id)),
    wanted,
  };
}
