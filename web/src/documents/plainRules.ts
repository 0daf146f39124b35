import { applyPlain, decidesTheSame, insist, sortOut, undoOfPlain } from "@mossy/core/plain/change";
import type { PlainChange } from "@mossy/core/plain/change";
import type { ChangeRules } from "./rules.ts";

/** How the house style, a sample library and other plain documents change. */
export const plainRules = <D>(): ChangeRules<D, PlainChange> => ({
  apply: applyPlain,
  inverse: undoOfPlain,
  sortOut,
  decidesTheSame,
  insist: (now, _mine, clashes) => insist(now, clashes),
});
