import { RULES } from "../check/rules.ts";

/** Parts of what a session follows, for telling where it drifts. */
export const PARTS = ["names", "look", "places", "signal", "release"] as const;
export type Part = (typeof PARTS)[number];

/** Each in words. */
export const PART_SAYS: Readonly<Record<Part, string>> = {
  names: "Names",
  look: "Colours and icons",
  places: "Folders and order",
  signal: "Where signal goes",
  release: "The release it started from",
};

/** What rules of the house style are about; those of the other areas are parts by themselves. */
const OF_STYLE: Readonly<Record<string, Part>> = {
  "name-unreadable": "names",
  "same-name": "names",
  "name-off-pattern": "names",
  "outside-folder": "places",
  "out-of-order": "places",
  "folder-sound": "places",
  "colour-off": "look",
  "icon-off": "look",
};
const PART_OF: ReadonlyMap<string, Part> = new Map(
  RULES.map((r) => [r.id, r.area === "style" ? (OF_STYLE[r.id] ?? "names") : r.area]),
);
const TITLE_OF: ReadonlyMap<string, string> = new Map(RULES.map((r) => [r.id, r.title]));

/** The part a rule belongs to; a rule of an earlier version counts as one of names. */
export const partOf = (rule: string): Part => PART_OF.get(rule) ?? "names";
/** A rule in a few words. */
export const ruleTitle = (rule: string): string => TITLE_OF.get(rule) ?? rule;
