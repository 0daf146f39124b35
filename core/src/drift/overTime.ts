import { z } from "zod";
import { fisher } from "../habits/chance.ts";
import type { DriftOf } from "../check/causes.ts";
import { grouped } from "../session/grouped.ts";
import { PARTS, partOf } from "./parts.ts";

/** A check-in with what its room brought about in it, by rule. */
export interface DriftIn {
  readonly session: string;
  readonly number: number;
  readonly room: string;
  readonly template: string;
  /** What its session stood on when it came in. */
  readonly release: number;
  readonly edition: number;
  /** When, in milliseconds since 1970. */
  readonly at: number;
  readonly came: DriftOf;
  /** What of it is open now, and what was let stand with a reason. */
  readonly open: DriftOf;
  readonly kept: DriftOf;
}

/** What became of the drift of one rule in one check-in. */
export interface DriftCount {
  /** Came in, and was not open in the check-in before. */
  readonly came: number;
  /** Of these, what had been put right in an earlier check-in of the session. */
  readonly back: number;
  readonly right: number;
  readonly kept: number;
  /** Open, in the last check-in of its session. */
  readonly open: number;
}
export interface DriftLine extends Pick<
  DriftIn,
  "session" | "room" | "template" | "release" | "edition" | "at"
> {
  readonly rules: ReadonlyMap<string, DriftCount>;
}

/** What became of the drift in each check-in; O(check-ins × findings). */
export function driftLines(all: readonly DriftIn[]): DriftLine[] {
  return [...grouped(all, (c) => c.session).values()].flatMap((of) => {
    const inOrder = of.toSorted((a, b) => a.number - b.number);
    const mended = new Map<string, Set<string>>();
    let before: DriftOf = {};
    return inOrder.map((c, i): DriftLine => {
      const last = i === inOrder.length - 1;
      const rules = new Map<string, DriftCount>();
      for (const rule of new Set([...Object.keys(c.came), ...(last ? Object.keys(c.open) : [])])) {
        const [came, open] = [c.came[rule] ?? [], new Set(c.open[rule])];
        const [kept, left] = [new Set(c.kept[rule]), new Set(before[rule])];
        const earlier = mended.get(rule) ?? new Set<string>();
        const right = came.filter((t) => !open.has(t) && !kept.has(t));
        const fresh = came.filter((t) => !left.has(t));
        rules.set(rule, {
          came: fresh.length,
          back: fresh.filter((t) => earlier.has(t)).length,
          right: right.length,
          kept: came.filter((t) => kept.has(t)).length,
          open: last ? open.size : 0,
        });
        mended.set(rule, new Set([...earlier, ...right]));
      }
      before = c.open;
      const { session, room, template, release, edition, at } = c;
      return { session, room, template, release, edition, at, rules };
    });
  });
}

/** What drift is taken together by. */
export const DRIFT_BY = ["rule", "part", "room", "template"] as const;
export type DriftBy = (typeof DRIFT_BY)[number];

/** Since when sessions drift so: from this edition (or release) on so many of so many, before so many of so many. */
const since = z.object({
  what: z.enum(["edition", "release"]),
  number: z.int(),
  now: z.int(),
  ofNow: z.int(),
  before: z.int(),
  ofBefore: z.int(),
});
export type Since = z.infer<typeof since>;
const counts = {
  came: z.int(),
  back: z.int(),
  right: z.int(),
  kept: z.int(),
  open: z.int(),
};
export const driftGroup = z.object({
  /** A rule, a part, a room or a template. */
  key: z.string(),
  ...counts,
  /** So many sessions drifted so, of so many that came back. */
  sessions: z.int(),
  of: z.int(),
  /** How much came in each week. */
  weeks: z.array(z.int()),
  since: since.nullable(),
});
export type DriftGroup = z.infer<typeof driftGroup>;

export interface DriftWish {
  readonly by: DriftBy;
  /** Weeks of 7 days up to now. */
  readonly weeks: number;
  /** In milliseconds since 1970. */
  readonly now: number;
}
const WEEK = 7 * 24 * 3_600_000;
const NOTHING: DriftCount = { came: 0, back: 0, right: 0, kept: 0, open: 0 };
const plus = (a: DriftCount, b: DriftCount): DriftCount => ({
  came: a.came + b.came,
  back: a.back + b.back,
  right: a.right + b.right,
  kept: a.kept + b.kept,
  open: a.open + b.open,
});

const countAll = ({ rules }: DriftLine): DriftCount => [...rules.values()].reduce(plus, NOTHING);

/** Drift over some weeks, taken together; what drifts most comes first, parts stand in their order. */
export function driftOver(lines: readonly DriftLine[], wish: DriftWish): DriftGroup[] {
  const groups = wish.by === "rule" || wish.by === "part" ? byRules(lines, wish) : byPlace(lines, wish);
  return wish.by === "part"
    ? groups.toSorted((a, b) => PARTS.findIndex((p) => p === a.key) - PARTS.findIndex((p) => p === b.key))
    : groups.toSorted((a, b) => b.came - a.came || b.open - a.open || a.key.localeCompare(b.key));
}

/** All of it as one. */
export const driftAll = (lines: readonly DriftLine[], wish: DriftWish): DriftGroup =>
  groupOf("", lines, countAll, wish);

const drifted = (g: DriftGroup): boolean => g.came + g.right + g.kept + g.open > 0;

/** By room or template: of each its own sessions. */
function byPlace(lines: readonly DriftLine[], wish: DriftWish): DriftGroup[] {
  const place = wish.by === "room" ? "room" : "template";
  return [...grouped(lines, (l) => l[place])]
    .map(([key, of]) => groupOf(key, of, countAll, wish))
    .filter(drifted);
}

/** By rule or part: of each all sessions. */
function byRules(lines: readonly DriftLine[], wish: DriftWish): DriftGroup[] {
  const keyOf = (rule: string): string => (wish.by === "part" ? partOf(rule) : rule);
  const counts = new Map<DriftLine, Map<string, DriftCount>>(
    lines.map((l) => {
      const of = new Map<string, DriftCount>();
      for (const [rule, c] of l.rules) of.set(keyOf(rule), plus(of.get(keyOf(rule)) ?? NOTHING, c));
      return [l, of];
    }),
  );
  const keys = new Set([...counts.values()].flatMap((of) => [...of.keys()]));
  return [...keys]
    .map((key) => groupOf(key, lines, (l) => counts.get(l)?.get(key) ?? NOTHING, wish))
    .filter(drifted);
}

/** @param lines of all times */
function groupOf(
  key: string,
  lines: readonly DriftLine[],
  countOf: (l: DriftLine) => DriftCount,
  { by, weeks, now }: DriftWish,
): DriftGroup {
  const inIt = lines.filter((l) => l.at > now - weeks * WEEK && l.at <= now);
  const byWeek = Array.from({ length: weeks }, () => 0);
  const [came, all] = [new Set<string>(), new Set<string>()];
  let sum = NOTHING;
  for (const l of inIt) {
    const count = countOf(l);
    const week = weeks - 1 - Math.floor((now - l.at) / WEEK);
    byWeek[week] = (byWeek[week] ?? 0) + count.came;
    sum = plus(sum, count);
    all.add(l.session);
    if (count.came > 0) came.add(l.session);
  }
  const what = by === "template" ? "release" : "edition";
  const since = sinceWhen(lines, (l) => countOf(l).came > 0, what);
  return { key, ...sum, sessions: came.size, of: all.size, weeks: byWeek, since };
}

const SURE = 0.05;

/**
 * The edition (of a template, the release) from which on more sessions drift than before: of all there are, the one
 * that chance explains least, by Fisher's exact test, where even so many tries leave chance less than 5 %
 * (Bonferroni). A session counts once, under what it stood on when it first came in.
 */
function sinceWhen(
  lines: readonly DriftLine[],
  drifts: (l: DriftLine) => boolean,
  what: "edition" | "release",
): Since | null {
  const sessions = [...grouped(lines, (l) => l.session).values()].map((of) => ({
    number: Math.min(...of.map((l) => l[what])),
    drifted: of.some(drifts),
  }));
  const starts = [...new Set(sessions.map((s) => s.number))].toSorted((a, b) => a - b).slice(1);
  const tried = starts.map((number) => {
    const [after, before] = [
      sessions.filter((s) => s.number >= number),
      sessions.filter((s) => s.number < number),
    ];
    const now = after.filter((s) => s.drifted).length;
    const then = before.filter((s) => s.drifted).length;
    const chance = fisher(now, after.length - now, then, before.length - then);
    return {
      chance,
      since: { what, number, now, ofNow: after.length, before: then, ofBefore: before.length } as const,
    };
  });
  const [best] = tried.toSorted((a, b) => a.chance - b.chance);
  return best && best.chance * tried.length <= SURE ? best.since : null;
}
