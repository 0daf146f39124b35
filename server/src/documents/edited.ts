import { attempt } from "@mossy/core/session/attempt";
import { HouseProblem, stale } from "../problems.ts";

/**
 * A stored document with changes made to it that were meant for its revision `from`.
 * @param apply how documents of the kind change
 * @throws HouseProblem 409 when they do not fit: somebody was faster, or they never could
 */
export function edited<D, C>(
  apply: (doc: D, changes: readonly C[]) => D,
  stored: { readonly doc: D; readonly revision: number; readonly updatedBy: string },
  from: number,
  changes: readonly C[],
): D {
  const made = attempt(apply, stored.doc, changes);
  if ("doc" in made) return made.doc;
  if (from < stored.revision)
    throw stale(
      `${stored.updatedBy} changed the same thing meanwhile: ${made.refused} Load it again ` +
        "to see that change.",
    );
  throw new HouseProblem(409, "This change no longer fits", made.refused);
}
