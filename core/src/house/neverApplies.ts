import { CHANNEL_FORMATS, TRACK_KINDS } from "../session/document.ts";
import type { WordList } from "../words/wordlist.ts";
import { fieldsOf, wordsOf } from "./exceptions.ts";
import type { Exception } from "./house.ts";

/** An exception, or some of its values, that can never decide anything. */
export interface NeverApplies {
  readonly id: string;
  /** The values that never apply; all of them where `whole`. */
  readonly values: readonly string[];
  readonly whole: boolean;
  /** The earlier ones that take all its cases; none where its own conditions contradict one another. */
  readonly because: readonly string[];
}

/**
 * A set of cases: what a track can be (role with family), kind, format and note as bit sets; words and
 * folders as things that hold or do not. Every condition is a union of such boxes, and every box minus a
 * box is a list of boxes.
 */
interface Box {
  readonly what: bigint;
  readonly kind: number;
  readonly format: number;
  readonly note: number;
  readonly yes: ReadonlySet<string>;
  readonly no: ReadonlySet<string>;
}

/** Past so many pieces the question is left open rather than answered slowly. */
const MOST_BOXES = 20_000;

/**
 * Which exceptions can never apply because earlier ones take all their cases, found by subtracting sets of
 * cases, not by trying tracks.
 * What it says is certain; words and folders count as independent of roles, so a rule that only a whole
 * word list's meaning shuts out is not told.
 */
export function neverApply(exceptions: readonly Exception[], words: WordList): NeverApplies[] {
  const boxes = boxMaker(words);
  const all = exceptions.map((e) => boxes(e));
  return exceptions.flatMap((e, i): NeverApplies[] => {
    const values = valuesOf(e);
    const mine = all[i] ?? [];
    if (mine.length === 0) return [{ id: e.id, values, whole: true, because: [] }];
    const because = new Set<string>();
    const dead = values.filter((value) => {
      let left: readonly Box[] = mine;
      const by: string[] = [];
      for (let j = 0; j < i && left.length > 0; j++) {
        const earlier = exceptions[j];
        if (!earlier || !(earlier.then.alone || valuesOf(earlier).includes(value))) continue;
        let touched = false;
        for (const box of all[j] ?? []) {
          const next: Box[] = [];
          for (const b of left) {
            const rest = minus(b, box);
            if (rest.length !== 1 || rest[0] !== b) touched = true;
            next.push(...rest);
          }
          left = next;
          if (left.length > MOST_BOXES) return false;
        }
        if (touched) by.push(earlier.id);
      }
      if (left.length > 0) return false;
      for (const id of by) because.add(id);
      return true;
    });
    return dead.length === 0
      ? []
      : [{ id: e.id, values: dead, whole: dead.length === values.length, because: [...because] }];
  });
}

/** What an exception decides: colour, icon, folder, leaving alone, and each starting value. */
function valuesOf({ then }: Exception): string[] {
  return [
    ...(["colour", "icon", "folder"] as const).filter((k) => then[k] !== null),
    ...fieldsOf(then.start),
    ...(then.alone ? ["alone"] : []),
  ];
}

function boxMaker(words: WordList): (e: Exception) => Box[] {
  // A place goes with whatever family it is the place of.
  const whats: { role: string | null; family: string | null }[] = [{ role: null, family: null }];
  for (const r of words.roles)
    for (const family of r.sort === "place" ? words.families.map((f) => f.id) : [r.family])
      whats.push({ role: r.id, family });
  // The lowest bit stands for none of them: a track without sound has no format, but each has a kind.
  const mask = <T>(all: readonly T[], chosen: readonly T[], none: boolean): number =>
    chosen.length === 0
      ? (1 << (all.length + 1)) - (none ? 1 : 2)
      : chosen.reduce((m, x) => m | (1 << (all.indexOf(x) + 1)), 0);
  return ({ when }) => {
    let what = 0n;
    const roles = new Set(when.roles),
      families = new Set(when.families);
    whats.forEach((w, i) => {
      if (
        (roles.size === 0 || (w.role !== null && roles.has(w.role))) &&
        (families.size === 0 || (w.family !== null && families.has(w.family)))
      )
        what |= 1n << BigInt(i);
    });
    if (what === 0n) return [];
    const box: Box = {
      what,
      kind: mask(TRACK_KINDS, when.kinds, false),
      format: mask(CHANNEL_FORMATS, when.formats, true),
      note: when.hasNote === null ? 3 : when.hasNote ? 1 : 2,
      yes: new Set(),
      no: new Set(),
    };
    return anyOf(
      anyOf(
        [box],
        when.words.map((w) => `word ${wordsOf(w)}`),
      ),
      when.inside.map((r) => `inside ${r}`),
    );
  };
}

/**
 * The boxes in which at least one of these holds, kept apart: the first, or not the first but the second…
 */
function anyOf(boxes: readonly Box[], things: readonly string[]): Box[] {
  if (things.length === 0) return [...boxes];
  return boxes
    .flatMap((b) =>
      things.map((t, i): Box => ({
        ...b,
        yes: new Set([...b.yes, t]),
        no: new Set([...b.no, ...things.slice(0, i)]),
      })),
    )
    .filter((b) => [...b.yes].every((t) => !b.no.has(t)));
}

/** The cases of `a` that are not in `b`, as boxes that share none; `[a]` itself where they do not meet. */
function minus(a: Box, b: Box): Box[] {
  if (
    (a.what & b.what) === 0n ||
    (a.kind & b.kind) === 0 ||
    (a.format & b.format) === 0 ||
    (a.note & b.note) === 0
  )
    return [a];
  for (const t of b.yes) if (a.no.has(t)) return [a];
  for (const t of b.no) if (a.yes.has(t)) return [a];
  const rest: Box[] = [];
  let now = a;
  const part = <K extends "kind" | "format" | "note">(key: K): void => {
    const out = now[key] & ~b[key];
    if (out !== 0) rest.push({ ...now, [key]: out });
    now = { ...now, [key]: now[key] & b[key] };
  };
  const out = now.what & ~b.what;
  if (out !== 0n) rest.push({ ...now, what: out });
  now = { ...now, what: now.what & b.what };
  part("kind");
  part("format");
  part("note");
  for (const t of b.yes)
    if (!now.yes.has(t)) {
      rest.push({ ...now, no: new Set([...now.no, t]) });
      now = { ...now, yes: new Set([...now.yes, t]) };
    }
  for (const t of b.no)
    if (!now.no.has(t)) {
      rest.push({ ...now, yes: new Set([...now.yes, t]) });
      now = { ...now, no: new Set([...now.no, t]) };
    }
  return rest;
}
