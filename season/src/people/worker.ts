import { anyHand } from "../spelling/hand.ts";
import type { Hand } from "../spelling/hand.ts";
import { oneOf } from "../spelling/rolls.ts";
import { THINGS } from "../spelling/spell.ts";

/** What somebody does to a session. */
export const DEEDS = [
  "rename",
  "recolour",
  "add",
  "takeOut",
  "split",
  "join",
  "move",
  "reroute",
  "swap",
  "level",
] as const;
export type Deed = (typeof DEEDS)[number];

/** Somebody who works in sessions, and what they are used to. */
export interface Worker {
  readonly hand: Hand;
  /** How often they do each in an afternoon, on average. */
  readonly does: Readonly<Record<Deed, number>>;
  /** Colours they like, as `#rrggbb`. */
  readonly colours: readonly string[];
  /** Things they colour their own way, always. */
  readonly dyes: ReadonlyMap<string, string>;
}

/** How often people do each in an afternoon, most of them. Invented. */
const USUAL: Readonly<Record<Deed, number>> = {
  rename: 3,
  recolour: 2,
  add: 2,
  takeOut: 1,
  split: 0.3,
  join: 0.2,
  move: 2,
  reroute: 0.5,
  swap: 0.5,
  level: 6,
};

const colour = (roll: () => number): string =>
  `#${Array.from({ length: 3 }, () =>
    Math.floor(roll() * 256)
      .toString(16)
      .padStart(2, "0"),
  ).join("")}`;

/** Somebody as chance has them: some do a lot, some hardly anything. @param roll 0…1 */
export function anyWorker(roll: () => number): Worker {
  const much = 0.4 + 1.4 * roll();
  const colours = Array.from({ length: 4 }, () => colour(roll));
  const does = { ...USUAL };
  for (const deed of DEEDS) does[deed] = USUAL[deed] * much * (0.5 + roll());
  const dyed = Array.from({ length: Math.floor(3 * roll()) }, () => oneOf(THINGS, roll).id);
  return {
    hand: anyHand(roll),
    does,
    colours,
    dyes: new Map(dyed.map((thing) => [thing, oneOf(colours, roll)])),
  };
}
