import {
  applyPlain,
  decidesTheSame,
  insist,
  sortOut,
  undoOfPlain,
  valueAt,
} from "@mossy/core/plain/change";
import type { PlainChange } from "@mossy/core/plain/change";
import type { ClashWords } from "./clashes.tsx";
import type { ChangeRules, Clash } from "./rules.ts";

/** How the house style, a sample library and other plain documents change. */
export const plainRules = <D>(): ChangeRules<D, PlainChange> => ({
  apply: applyPlain,
  inverse: undoOfPlain,
  sortOut,
  decidesTheSame,
  insist: (now, _mine, clashes) => insist(now, clashes),
});

/** A clash of a plain document in words. @param names what the value at a way is of, and which of it */
export function plainClash(
  doc: unknown,
  { label, yours }: Clash<PlainChange>,
  names: (at: readonly string[]) => Pick<ClashWords, "name" | "what">,
): ClashWords {
  const [first] = yours;
  if (first?.do !== "set")
    return { name: label, what: "", theirs: "as it stands now", yours: "as you had it" };
  return { ...names(first.at), theirs: short(valueAt(doc, first.at)), yours: short(first.to) };
}

const short = (value: unknown): string =>
  (value === undefined ? "not there" : typeof value === "string" ? value : JSON.stringify(value)).slice(
    0,
    80,
  );
