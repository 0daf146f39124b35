import { merge } from "@mossy/core/merge/merge";
import type { Choices, Clash } from "@mossy/core/merge/decisions";
import { saferSide } from "@mossy/core/merge/safer";
import type { Session } from "@mossy/core/session/document";
import type { Hands, Told } from "../work/hands.ts";
import { TOLD } from "../work/hands.ts";

/** What bringing a session forward asks: decided where one side does less harm, the rest by whoever is asked. */
export interface Asked {
  readonly safer: Choices;
  readonly open: readonly Clash[];
  /** Those of the open ones to which there is only one sensible answer. */
  readonly needless: readonly Clash[];
}

/**
 * What is asked, and which of it had only one sensible answer: nobody in the room did it, its software did; or both
 * say the same but for how it is written.
 */
export function askedBy(base: Session, ours: Session, theirs: Session, hands: Hands): Asked {
  const { clashes } = merge(base, ours, theirs);
  const safer = new Map<string, "ours" | "theirs">();
  const open: Clash[] = [];
  for (const c of clashes) {
    const side = saferSide({ base, ours, theirs, job: true }, c);
    if (side) safer.set(c.key, side.side);
    else open.push(c);
  }
  return { safer, open, needless: open.filter((c) => isNeedless(c, hands)) };
}

function isNeedless(c: Clash, hands: Hands): boolean {
  if (c.of === "place")
    return c.tracks.every(
      (id) =>
        hands.software.get(id)?.has("parent") === true && hands.people.get(id)?.has("parent") !== true,
    );
  if (c.of !== "value") return false;
  if (plain(c.ours) === plain(c.theirs)) return true;
  const field = TOLD.find((f): f is Told => f === c.field);
  if (field === undefined) return false;
  return hands.software.get(c.track)?.has(field) === true && hands.people.get(c.track)?.has(field) !== true;
}

const plain = (value: unknown): string =>
  typeof value === "string" ? value.toLowerCase().replaceAll(/[\s_-]+/g, "") : JSON.stringify(value);
