import { differences } from "./differences.ts";
import type { House } from "./house.ts";
import { applyPlain, insist, sortOut, undoOfPlain } from "../plain/change.ts";
import { plainDiff } from "../plain/diff.ts";
import type { PlainChange } from "../plain/change.ts";

/** One thing a draft does otherwise than an edition: what it says, and the changes it is made of. */
export interface HousePiece {
  /** What it is about, as `thingOf` has it. */
  readonly thing: string;
  readonly says: readonly string[];
  readonly changes: readonly PlainChange[];
}

/**
 * What a draft changes of an edition, thing by thing (a role, a colour, a name pattern…), so that one can
 * be taken back.
 */
export function housePieces(edition: House, draft: House): HousePiece[] {
  const things = new Map<string, PlainChange[]>();
  for (const change of plainDiff(edition, draft)) {
    const thing = thingOf(change);
    const list = things.get(thing);
    if (list) list.push(change);
    else things.set(thing, [change]);
  }
  return [...things].map(([thing, changes]) => ({
    thing,
    says: inSentences(edition, thing, changes),
    changes,
  }));
}

/**
 * What a change is about: in lists the item it changes, else the part of the house style. The same text for
 * the same thing.
 */
export function thingOf(c: PlainChange): string {
  const deep = c.at[0] === "words" ? 2 : 1;
  const list = c.at.slice(0, deep);
  const item =
    c.at[deep] ?? (c.do === "add" || c.do === "take-out" ? String(c.item.id ?? c.item.role) : "");
  return JSON.stringify(c.do === "move" ? [...list, "order"] : [...list, item]);
}

function inSentences(edition: House, thing: string, changes: readonly PlainChange[]): string[] {
  const said = differences(edition, sortOut(edition, changes).doc);
  if (said.length > 0) return said;
  const [list, part] = JSON.parse(thing) as string[];
  return [`Another order or detail in ${part && list === "words" ? part : (list ?? "the house style")}.`];
}

/**
 * A draft with one thing as it was. What can only be taken back together with something else may leave a
 * draft that does not hold together; that is for the caller to ask.
 */
export function withoutPiece(draft: House, piece: HousePiece): House {
  // Another thing may stand beside it by now: what no longer fits as it was is brought about as it fits
  // here.
  const { doc, clash } = sortOut(draft, undoOfPlain(piece.changes));
  return applyPlain(doc, insist(doc, clash));
}
