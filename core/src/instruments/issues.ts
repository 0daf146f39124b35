import type { Reader } from "../words/reader.ts";
import { ARTICULATION_CELLS, PATCH_CELLS, articulationText, patchText } from "./cells.ts";
import type { InstrumentCell } from "./cells.ts";
import { foldedOf } from "./find.ts";
import type { Articulation, Patch, SampleLibrary } from "./library.ts";
import { madeOf } from "./table.ts";
import type { SaidPatch } from "./table.ts";

/** Things by their folded name, each once: two of one name stand for neither. */
function byName<T extends { readonly name: string }>(all: readonly T[]): Map<string, T> {
  const many = new Map<string, T[]>();
  for (const x of all) many.set(foldedOf(x.name), [...(many.get(foldedOf(x.name)) ?? []), x]);
  return new Map(
    [...many].flatMap(([name, [one, ...more]]) => (one && more.length === 0 ? [[name, one]] : [])),
  );
}

/**
 * A library with what a file says of its patches laid over it: what stands in both (by name) keeps its id and takes
 * what the file says, nothing else; what the file does not have is gone.
 */
export function laidOver(
  library: SampleLibrary,
  said: readonly SaidPatch[],
  newId: () => string,
): SampleLibrary {
  const known = byName(library.patches);
  const patches = madeOf(said, newId).map((made, i): Patch => {
    const file = said[i];
    const was = known.get(foldedOf(made.name));
    if (!file || !was) return made;
    known.delete(foldedOf(made.name));
    const inner = byName(was.articulations);
    return {
      ...was,
      ...file.said,
      name: was.name,
      articulations: made.articulations.map((a, n): Articulation => {
        const old = inner.get(foldedOf(a.name));
        inner.delete(foldedOf(a.name));
        return old ? { ...old, ...file.articulations[n]?.said, name: old.name } : a;
      }),
    };
  });
  return { ...library, patches };
}

/** One patch or articulation that is another in another state of its library. */
export interface LibraryDifference {
  readonly id: string;
  readonly patch: string;
  /** Null where it is the patch itself. */
  readonly articulation: string | null;
  readonly what: "new" | "gone" | "changed";
  /** What of it is another: a cell, as it was and as it is. */
  readonly cells: readonly { readonly cell: InstrumentCell; readonly was: string; readonly is: string }[];
  /** Of a whole patch that is new or gone how many articulations it has. */
  readonly holds: number;
}

/** What is another in `b` than in `a`: patches, and the articulations of those in both, told apart by their ids. */
export function libraryDifferences(
  reader: Reader,
  a: SampleLibrary,
  b: SampleLibrary,
): LibraryDifference[] {
  const was = new Map(a.patches.map((p) => [p.id, p]));
  const is = new Set(b.patches.map((p) => p.id));
  const whole = (p: Patch, what: "new" | "gone"): LibraryDifference => ({
    id: p.id,
    patch: p.name,
    articulation: null,
    what,
    cells: [],
    holds: p.articulations.length,
  });
  return [
    ...b.patches.flatMap((p) => {
      const old = was.get(p.id);
      return old ? patchDifferences(reader, old, p) : [whole(p, "new")];
    }),
    ...a.patches.filter((p) => !is.has(p.id)).map((p) => whole(p, "gone")),
  ];
}

function cellsThatDiffer<T, C extends InstrumentCell>(
  cells: readonly C[],
  was: T,
  is: T,
  text: (of: T, cell: C) => string,
): LibraryDifference["cells"] {
  return cells
    .map((cell) => ({ cell, was: text(was, cell), is: text(is, cell) }))
    .filter((c) => c.was !== c.is);
}

function patchDifferences(reader: Reader, was: Patch, is: Patch): LibraryDifference[] {
  const line = (
    id: string,
    articulation: string | null,
    what: LibraryDifference["what"],
    cells: LibraryDifference["cells"] = [],
  ): LibraryDifference => ({ id, patch: is.name, articulation, what, cells, holds: 0 });
  const own = cellsThatDiffer(PATCH_CELLS, was, is, (p, cell) => patchText(reader, p, cell));
  const old = new Map(was.articulations.map((x) => [x.id, x]));
  const now = new Set(is.articulations.map((x) => x.id));
  return [
    ...(own.length > 0 ? [line(is.id, null, "changed", own)] : []),
    ...is.articulations.flatMap((x) => {
      const before = old.get(x.id);
      if (!before) return [line(x.id, x.name, "new")];
      const cells = cellsThatDiffer(ARTICULATION_CELLS, before, x, (a, cell) =>
        articulationText(reader, a, cell),
      );
      return cells.length > 0 ? [line(x.id, x.name, "changed", cells)] : [];
    }),
    ...was.articulations.filter((x) => !now.has(x.id)).map((x) => line(x.id, x.name, "gone")),
  ];
}

/** A library with some of the differences to another state of it taken over, by id; the rest stays as it is. */
export function takenOver(
  now: SampleLibrary,
  other: SampleLibrary,
  ids: ReadonlySet<string>,
): SampleLibrary["patches"] {
  return mixed(now.patches, other.patches, ids).map((p) => {
    const [mine, theirs] = [now, other].map((l) => l.patches.find((x) => x.id === p.id));
    if (!mine || !theirs) return p;
    const fields = ids.has(p.id) ? theirs : mine;
    return { ...fields, articulations: mixed(mine.articulations, theirs.articulations, ids) };
  });
}

/**
 * Mine in their order, with those of theirs that are wanted where they stand there: behind what stands before them, or
 * before what stands behind; at the end where neither is here.
 */
function mixed<T extends { readonly id: string }>(
  mine: readonly T[],
  theirs: readonly T[],
  ids: ReadonlySet<string>,
): T[] {
  const other = new Map(theirs.map((x) => [x.id, x]));
  const has = new Set(mine.map((x) => x.id));
  const made = mine
    .filter((x) => other.has(x.id) || !ids.has(x.id))
    .map((x) => (ids.has(x.id) ? (other.get(x.id) ?? x) : x));
  let before: string | null = null;
  for (const [i, x] of theirs.entries()) {
    if (!has.has(x.id) && ids.has(x.id)) made.splice(placeOf(made, before, theirs.slice(i + 1)), 0, x);
    if (has.has(x.id) || ids.has(x.id)) before = x.id;
  }
  return made;
}

function placeOf<T extends { readonly id: string }>(
  made: readonly T[],
  before: string | null,
  after: readonly T[],
): number {
  const at = made.findIndex((x) => x.id === before);
  if (at >= 0) return at + 1;
  const next = new Set(after.map((x) => x.id));
  const behind = made.findIndex((x) => next.has(x.id));
  return behind < 0 ? made.length : behind;
}
