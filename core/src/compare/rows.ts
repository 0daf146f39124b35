import { same } from "../session/change.ts";
import { longestRun } from "../session/diff.ts";
import { TRACK_FIELDS } from "../session/document.ts";
import type { Track, TrackField, TrackId } from "../session/document.ts";
import type { Differing } from "./atoms.ts";

/** A row of two sheets side by side. */
export interface Row {
  /** Tells it from all other rows. */
  readonly key: string;
  readonly a: Track | null;
  readonly b: Track | null;
  readonly sort: "alike" | "changed" | "added" | "taken out" | "moved here" | "moved away";
  /** What is other in it. */
  readonly other: ReadonlySet<TrackField | "folder">;
}

/**
 * Two sessions as rows side by side, in the order of both: a track that both have in the same order shares a
 * row; one that moved stands where it was (left) and where it is (both). O(n log n).
 */
export function rowsOf({ a, b, before, after }: Differing): Row[] {
  const common = b.tracks.map((t) => t.id).filter((id) => before.has(id));
  const run = longestRun(
    common,
    a.tracks.map((t) => t.id),
  );
  const rows: Row[] = [];
  let [i, j] = [0, 0];
  const until = (id: TrackId | null): void => {
    for (; i < a.tracks.length && a.tracks[i]?.id !== id; i++) rows.push(...left(a.tracks[i], after));
    for (; j < b.tracks.length && b.tracks[j]?.id !== id; j++) rows.push(...right(b.tracks[j], before));
  };
  for (const id of run) {
    until(id);
    const [was, is] = [before.get(id), after.get(id)];
    if (was && is) rows.push(pairOf(was, is, false));
    i++;
    j++;
  }
  until(null);
  return rows;
}

const NOTHING: ReadonlySet<never> = new Set<never>();

const left = (t: Track | undefined, after: ReadonlyMap<TrackId, Track>): Row[] =>
  t
    ? [
        {
          key: `a ${t.id}`,
          a: t,
          b: null,
          sort: after.has(t.id) ? "moved away" : "taken out",
          other: NOTHING,
        },
      ]
    : [];

function right(t: Track | undefined, before: ReadonlyMap<TrackId, Track>): Row[] {
  if (!t) return [];
  const was = before.get(t.id);
  return was ? [pairOf(was, t, true)] : [{ key: t.id, a: null, b: t, sort: "added", other: NOTHING }];
}

function pairOf(a: Track, b: Track, moved: boolean): Row {
  const other = new Set<TrackField | "folder">(
    a === b ? [] : TRACK_FIELDS.filter((f) => !same(a[f], b[f])),
  );
  if (a.parent !== b.parent) other.add("folder");
  const sort = moved ? "moved here" : other.size > 0 ? "changed" : "alike";
  return { key: b.id, a, b, sort, other };
}

/** Rows as they show: those that are other, with one beside each; the runs between are folded. */
export type Shown =
  | { readonly of: "row"; readonly row: Row }
  | { readonly of: "fold"; readonly key: string; readonly rows: readonly Row[] };

/** A run of so many rows is not worth folding. */
const FOLDED_FROM = 4;

/**
 * Folds runs of rows that are not wanted.
 * @param wanted whether a row is to show
 * @param open runs that show all the same, by their keys
 */
export function folded(
  rows: readonly Row[],
  wanted: (row: Row) => boolean,
  open: ReadonlySet<string>,
): Shown[] {
  const shows = rows.map((row, i) =>
    [rows[i - 1], row, rows[i + 1]].some((x) => x !== undefined && wanted(x)),
  );
  const out: Shown[] = [];
  for (let i = 0; i < rows.length;) {
    let end = i;
    while (end < rows.length && shows[end] === false) end++;
    const run = rows.slice(i, end);
    const key = run[0]?.key ?? "";
    if (run.length >= FOLDED_FROM && !open.has(key)) out.push({ of: "fold", key, rows: run });
    else for (const row of run) out.push({ of: "row", row });
    const next = rows[end];
    if (next) out.push({ of: "row", row: next });
    i = end + 1;
  }
  return out;
}
