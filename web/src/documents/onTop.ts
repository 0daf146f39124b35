import { attempt } from "@mossy/core/session/attempt";
import type { Deed } from "./deeds.ts";
import type { ChangeRules, Clash } from "./rules.ts";

/** Edits that were on their way, put on top of what others did meanwhile. */
export interface OnTop<D, C> {
  readonly now: D;
  /** What still goes to the house. */
  readonly kept: readonly Deed<C>[];
  /** What of edits that did not fit as they were goes in all the same. */
  readonly parts: readonly Deed<C>[];
  /** Edits that did not fit as they were. */
  readonly lost: readonly Deed<C>[];
  readonly clashes: readonly Omit<Clash<C>, "id">[];
}

/**
 * Puts edits on their way on top of the document as the house has it. Of those that no longer fit, what
 * touches nothing of others' goes in; the rest are clashes, unless a later edit of one's own decides the
 * same anew, or the other one brought about the same.
 * @param mine the document as it was for whoever made the edits
 */
export function onTop<D, C>(
  rules: ChangeRules<D, C>,
  doc: D,
  mine: D,
  waiting: readonly Deed<C>[],
): OnTop<D, C> {
  let now = doc;
  const [kept, parts, lost]: [Deed<C>[], Deed<C>[], Deed<C>[]] = [[], [], []];
  const clashes: Omit<Clash<C>, "id">[] = [];
  waiting.forEach((deed, n) => {
    const made = attempt(rules.apply, now, deed.changes);
    if ("doc" in made) {
      now = made.doc;
      kept.push(deed);
      return;
    }
    lost.push(deed);
    const sorted = rules.sortOut(now, deed.changes);
    now = sorted.doc;
    if (sorted.stand.length > 0) {
      const part = { changes: sorted.stand, label: deed.label };
      kept.push(part);
      parts.push(part);
    }
    const after = waiting.slice(n + 1).flatMap((d) => d.changes);
    const asked = sorted.clash.filter((c) => !after.some((x) => rules.decidesTheSame(x, c)));
    const yours = rules.insist(now, mine, asked);
    const alone = asked.map((c) => rules.insist(now, mine, [c])).filter((part) => part.length > 0);
    if (yours.length > 0) clashes.push({ label: deed.label, yours, parts: alone });
  });
  return { now, kept, parts, lost, clashes };
}

/** A clash without one of its parts, which was decided; null where nothing is left of it. */
export function withoutPart<C>(clash: Clash<C>, part: number): Clash<C> | null {
  const parts = clash.parts.filter((_, n) => n !== part);
  return parts.length === 0 ? null : { ...clash, parts, yours: parts.flat() };
}
