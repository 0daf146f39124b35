import { IMPORTANCES } from "../session/document.ts";
import type { Importance, TrackId } from "../session/document.ts";
import { grouped } from "../session/grouped.ts";
import type { RoomInput } from "./room.ts";
import { placesForAll } from "./plug.ts";
import { runsOf, straddlesOf } from "./runs.ts";
import type { Run } from "./runs.ts";
import type { Column, Row, Solution, Solver } from "../solve/solver.ts";
import { inputsFrom, kindOf, suits } from "./wish.ts";
import type { InputWish } from "./wish.ts";

/** Which sources get inputs, and first inputs that are there for each kind of them. */
export interface Selection {
  readonly kept: ReadonlySet<TrackId>;
  /** Of each kind that wants several inputs side by side: where those that were kept could stand. */
  readonly places: ReadonlyMap<string, readonly number[]>;
}

/** Wishes that go together or not at all. */
interface Party {
  readonly word: string;
  readonly wishes: readonly InputWish[];
  /** Where its wishes stand in the session, added up. */
  readonly order: number;
  readonly last: number;
}
/** Parties that want the same and count the same: only how many of them is decided, the first come first. */
interface Sort {
  readonly parties: readonly Party[];
  readonly wants: ReadonlyMap<string, number>;
  readonly counts: Readonly<Record<Count, number>>;
  /** So many of them at least. */
  readonly atLeast: number;
}
/** What is made as much as can be, one after the other. */
const COUNTS = [...IMPORTANCES, "standing"] as const;
type Count = (typeof COUNTS)[number];
const AIMS = [
  ["must", "should"],
  ["may", "standing"],
] as const satisfies readonly (readonly [Count, Count])[];

/**
 * The best choice of sources for these inputs: as many as can be that must have one, then that should, then
 * that may; then as many as can be that the standing patch names; then those that stand first in the session;
 * then those that were there last time. What goes together is there whole or not at all. Exact: an integer
 * programme over kinds of parties and runs of inputs, solved one aim after the other.
 * @param always words of what must be there, whatever goes for it
 * @returns null where those cannot all be there
 */
export function select(
  solver: Solver,
  wishes: readonly InputWish[],
  inputs: readonly RoomInput[],
  always: ReadonlySet<string> = new Set(),
): Selection | null {
  const all = placesForAll(wishes, inputs);
  if (all) return { kept: new Set(wishes.map((w) => w.track)), places: all };
  const runs = runsOf(inputs, wishes);
  const parties = partiesOf(wishes).filter((p) =>
    p.wishes.every((w) => runs.some((r) => suits(w, r.like))),
  );
  const there = new Set(parties.map((p) => p.word));
  if ([...always].some((word) => !there.has(word))) return null;
  const frame = frameOf(sortsOf(parties, always, inputs.length), wishes, runs);
  const rows = [...frame.rows];
  // Two at a time: one of the first outweighs all of the second, and neither number grows too large to be exact.
  for (const [first, second] of AIMS) {
    const worth = { [first]: wishes.length + 1, [second]: 1 };
    const best = solver({ aim: "most", worth, columns: frame.columns, rows });
    if (!best) return null;
    for (const count of [first, second]) rows.push({ name: count, least: countOf(frame, best, count) });
  }
  const order = inOrder(frame.sorts);
  const chosen = solver({
    aim: "least",
    worth: { order: 1 },
    columns: [...frame.columns, ...order.columns],
    rows: [...rows, ...order.rows],
  });
  return chosen && selectionOf(frame, chosen);
}

function partiesOf(wishes: readonly InputWish[]): Party[] {
  const places = new Map(wishes.map((w, at) => [w, at]));
  const parties = grouped(wishes, (w) => w.together);
  return [...parties].map(([word, own]) => ({
    word,
    wishes: own,
    order: own.reduce((sum, w) => sum + (places.get(w) ?? 0), 0),
    last: own.filter((w) => w.last !== null).length,
  }));
}

function sortsOf(parties: readonly Party[], always: ReadonlySet<string>, inputs: number): Sort[] {
  const alike = grouped(parties, (p) =>
    always.has(p.word) ? `always ${p.word}` : JSON.stringify([[...wantsOf(p)].toSorted(), countsOf(p)]),
  );
  return [...alike].map(([word, own]) => {
    const channels = own[0].wishes.reduce((sum, w) => sum + w.channels, 0);
    return {
      // More of them than there are inputs for is never kept, whatever else is.
      parties: own.toSorted((a, b) => costOf(a) - costOf(b)).slice(0, Math.ceil(inputs / channels)),
      wants: wantsOf(own[0]),
      counts: countsOf(own[0]),
      atLeast: word.startsWith("always ") ? 1 : 0,
    };
  });
}

function wantsOf(p: Party): Map<string, number> {
  const wants = new Map<string, number>();
  for (const w of p.wishes) wants.set(kindOf(w), (wants.get(kindOf(w)) ?? 0) + 1);
  return wants;
}

function countsOf(p: Party): Record<Count, number> {
  const of = (importance: Importance): number => p.wishes.filter((w) => w.importance === importance).length;
  return {
    must: of("must"),
    should: of("should"),
    may: of("may"),
    standing: p.wishes.filter((w) => w.standing !== null).length,
  };
}

/** A place in the order weighs more than everything that was there last time. */
const costOf = (p: Party): number => p.order - p.last / 4096;

/** The integer programme, but for what it aims at. */
interface Frame {
  readonly sorts: readonly Sort[];
  readonly columns: readonly Column[];
  readonly rows: readonly Row[];
  /** What the columns that give inputs to wide kinds mean. */
  readonly wide: readonly { readonly column: string; readonly kind: string; readonly at: Run | number }[];
}

function frameOf(sorts: readonly Sort[], wishes: readonly InputWish[], runs: readonly Run[]): Frame {
  const inputs = inputColumns(wishes, runs);
  const columns = sorts.map((sort, at): Column => ({
    name: `sort ${at}`,
    whole: true,
    from: sort.atLeast,
    to: sort.parties.length,
    in: [
      ...[...sort.wants].map(([kind, many]) => [`kind ${kind}`, many] as const),
      ...COUNTS.map((count) => [count, sort.counts[count]] as const),
      [`chosen ${at}`, -1],
    ],
  }));
  return { ...inputs, sorts, columns: [...columns, ...inputs.columns] };
}

/** What each kind can have of each run, and over the ends of runs. */
function inputColumns(
  wishes: readonly InputWish[],
  runs: readonly Run[],
): Pick<Frame, "columns" | "rows" | "wide"> {
  const columns: Column[] = [];
  const rows: Row[] = runs.map((r, at) => ({ name: `run ${at}`, most: r.numbers.length }));
  const wide: Frame["wide"][number][] = [];
  const covered = new Set<number>();
  for (const [kind, [w]] of grouped(wishes, kindOf)) {
    rows.push({ name: `kind ${kind}`, most: 0 });
    const put = (name: string, own: Column["in"], at: Run | number): void => {
      columns.push({ name, whole: w.channels > 1, in: [[`kind ${kind}`, -1], ...own] });
      if (w.channels > 1) wide.push({ column: name, kind, at });
    };
    runs.forEach((r, at) => {
      if (suits(w, r.like)) put(`${kind} in ${at}`, [[`run ${at}`, w.channels]], r);
    });
    for (const { first, of } of straddlesOf(w, runs)) {
      const over = inputsFrom(w, first);
      for (const n of over) covered.add(n);
      const taken = [...of].map(([run, many]) => [`run ${runs.indexOf(run)}`, many] as const);
      put(`${kind} from ${first}`, [...taken, ...over.map((n) => [`input ${n}`, 1] as const)], first);
    }
  }
  for (const n of covered) rows.push({ name: `input ${n}`, most: 1 });
  return { columns, rows, wide };
}

/**
 * What comes first, for how many there are of each sort: its parties one by one, the cheapest first; with whole
 * numbers of each sort they come out whole by themselves.
 */
function inOrder(sorts: readonly Sort[]): Pick<Frame, "columns" | "rows"> {
  return {
    columns: sorts.flatMap((sort, at) =>
      sort.parties.map((party, n): Column => ({
        name: `party ${at} ${n}`,
        whole: false,
        to: 1,
        in: [
          [`chosen ${at}`, 1],
          ["order", costOf(party)],
        ],
      })),
    ),
    rows: sorts.map((_, at) => ({ name: `chosen ${at}`, least: 0, most: 0 })),
  };
}

/** What the sorts in a solution count together. */
const countOf = (frame: Frame, of: Solution, count: Count): number =>
  frame.sorts.reduce((sum, s, at) => sum + s.counts[count] * manyOf(of, at), 0);
const manyOf = (of: Solution, at: number): number => Math.round(of.get(`sort ${at}`) ?? 0);

function selectionOf(frame: Frame, of: Solution): Selection {
  const kept = new Set<TrackId>();
  frame.sorts.forEach((sort, at) => {
    for (const party of sort.parties.slice(0, manyOf(of, at)))
      for (const w of party.wishes) kept.add(w.track);
  });
  return { kept, places: placesOf(frame, of) };
}

/** Where wide ones stand: over the ends of runs where that was decided, else from the beginning of what is left. */
function placesOf(frame: Frame, of: ReadonlyMap<string, number>): Map<string, number[]> {
  const places = new Map<string, number[]>();
  const put = (kind: string, first: number): void => {
    places.set(kind, [...(places.get(kind) ?? []), first]);
  };
  const channels = (kind: string): number => Number(kind.split("|")[2]);
  const gone = new Set<number>();
  const used = frame.wide.flatMap((c) => {
    const many = Math.round(of.get(c.column) ?? 0);
    return many > 0 ? [{ ...c, many }] : [];
  });
  for (const { kind, at } of used) {
    if (typeof at !== "number") continue;
    put(kind, at);
    for (let k = 0; k < channels(kind); k++) gone.add(at + k);
  }
  for (const { kind, at, many } of used) {
    if (typeof at === "number") continue;
    const free = at.numbers.filter((n) => !gone.has(n));
    for (let i = 0; i < many; i++) {
      const own = free.slice(i * channels(kind), (i + 1) * channels(kind));
      put(kind, own[0] ?? 0);
      for (const n of own) gone.add(n);
    }
  }
  return places;
}
