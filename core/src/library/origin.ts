import type { Session } from "../session/document.ts";

/** The three sides of a merge: what both began with, one's own, the other. */
export interface LaterChanges {
  readonly baseline: Session;
  readonly now: Session;
  readonly theirs: Session;
}

/**
 * What a template that was begun from another one is merged from to have the later changes of that: base is the
 * release it began with (or took the changes of last), theirs a later one. Merged, it stands on that later one;
 * what either of them was begun from itself is not the other's.
 * @param from the release the draft's origin names
 * @param to a later release of the same template, and its number
 */
export function laterChanges(draft: Session, from: Session, to: Session, release: number): LaterChanges {
  const { origin } = draft;
  return {
    baseline: { ...from, origin },
    now: draft,
    theirs: { ...to, origin: origin && { ...origin, release } },
  };
}
