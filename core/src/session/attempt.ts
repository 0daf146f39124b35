import { ChangeRefused } from "./refused.ts";

/**
 * What comes of changes that may not fit any more, because somebody was faster: the document with them, or
 * why not.
 */
export type Attempt<D> = { readonly doc: D } | { readonly refused: string };

/**
 * Makes changes where they fit; says why where they do not. Everything else that goes wrong is thrown.
 * @param apply how documents of the kind change, e.g. `apply` of sessions
 */
export function attempt<D, C>(
  apply: (doc: D, changes: readonly C[]) => D,
  doc: D,
  changes: readonly C[],
): Attempt<D> {
  try {
    return { doc: apply(doc, changes) };
  } catch (e) {
    if (e instanceof ChangeRefused) return { refused: e.message };
    throw e;
  }
}
