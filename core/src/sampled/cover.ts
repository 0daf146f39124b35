/** What one offset has to serve: its own lag may differ by how hard it is struck. In ms. */
export interface Lagging {
  readonly least: number;
  readonly most: number;
}

/** Things served by one offset, and how far the worst of them is off. */
export interface Group<T> {
  readonly of: readonly T[];
  /** In ms: the one that makes the largest error smallest. */
  readonly offset: number;
  /** In ms. */
  readonly error: number;
}

/** What counts as nothing beside a millisecond: halves of sums are not exact. */
const NOTHING = 1e-9;

/** How far off a thing is at least, whatever the offset. In ms. */
export const halfOf = ({ least, most }: Lagging): number => (most - least) / 2;

/** Whether an error is within a limit. */
export const within = (error: number, limit: number): boolean => error <= limit + NOTHING;

/** The offset that makes the largest error of some lags smallest, and that error; none for nothing. */
export function bestOffset(lags: readonly Lagging[]): { offset: number; error: number } {
  if (lags.length === 0) return { offset: 0, error: 0 };
  const least = Math.min(...lags.map((l) => l.least));
  const most = Math.max(...lags.map((l) => l.most));
  return { offset: (least + most) / 2, error: (most - least) / 2 };
}

/** Whether an offset serves a lag within a limit. */
export const serves = (offset: number, { least, most }: Lagging, limit: number): boolean =>
  within(most - offset, limit) && within(offset - least, limit);

/**
 * Puts things into the fewest groups, such that one offset serves every one of a group within `limit`, and none has
 * more than `most`. Each thing is served by the offsets of an interval; the first interval to end takes its end as the
 * offset, with it those that hold it and end first: nobody is served by fewer (by exchange: an offset earlier than that
 * end, or somebody who ends later in place of one who ends sooner, serves no more; `cover.test.ts` tries all).
 * @param limit in ms
 * @returns the groups in the order of their lags, and what no offset serves
 */
export function cover<T extends Lagging>(
  things: readonly T[],
  limit: number,
  most: number,
): { groups: Group<T>[]; cannot: T[] } {
  const cannot = things.filter((t) => !within(halfOf(t), limit));
  // A thing is served by offsets from most − limit to least + limit.
  let left = things
    .filter((t) => within(halfOf(t), limit))
    .sort((a, b) => a.least - b.least || a.most - b.most);
  const groups: Group<T>[] = [];
  while (left.length > 0) {
    const at = (left[0]?.least ?? 0) + limit;
    const of: T[] = [];
    left = left.filter((t) => {
      const taken = of.length < most && serves(at, t, limit);
      if (taken) of.push(t);
      return !taken;
    });
    groups.push({ of, ...bestOffset(of) });
  }
  return { groups, cannot };
}

/**
 * The same with no more than so many groups, each as little off as that allows: of all limits that do, the smallest.
 * @param limit in ms, at which `many` groups are enough
 */
export function evenly<T extends Lagging>(
  things: readonly T[],
  limit: number,
  most: number,
  many: number,
): Group<T>[] {
  // It changes only where two lags come to share an offset, or one can be served at all.
  const errors = spans(things).filter((e) => within(e, limit));
  let [low, high] = [0, errors.length - 1];
  while (low < high) {
    const middle = (low + high) >> 1;
    const { groups, cannot } = cover(things, errors[middle] ?? 0, most);
    if (cannot.length === 0 && groups.length <= many) high = middle;
    else low = middle + 1;
  }
  return cover(things, errors[high] ?? limit, most).groups;
}

/** Every error at which some of these lags begin to be served by one offset, from the smallest. In ms. */
export function spans(things: readonly Lagging[]): number[] {
  const all = new Set<number>();
  for (const a of things) for (const b of things) if (b.most >= a.least) all.add((b.most - a.least) / 2);
  return [...all].sort((a, b) => a - b);
}
