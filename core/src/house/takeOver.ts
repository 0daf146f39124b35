import { house as houseSchema, houseProblems } from "./house.ts";
import type { House } from "./house.ts";
import { applyPlain, insist, sortOut, valueAt } from "../plain/change.ts";
import type { PlainChange } from "../plain/change.ts";
import { housePieces } from "./pieces.ts";
import type { HousePiece } from "./pieces.ts";
import { keyOf } from "../plain/plain.ts";

/** The parts people speak of, with what of the document each is. */
export const HOUSE_PARTS = [
  { part: "Roles and words", fields: ["words", "view"] },
  { part: "Colours", fields: ["palette", "thresholds"] },
  { part: "Icons", fields: ["icons"] },
  { part: "Names", fields: ["names"] },
  { part: "Folders", fields: ["folders", "folderFrom"] },
  {
    part: "Starts",
    fields: ["starts", "session", "formats", "programmes", "sampled", "instruments"],
  },
  { part: "Checklist", fields: ["checklist"] },
  { part: "Exceptions", fields: ["exceptions"] },
  { part: "Folders on disk", fields: ["disk"] },
] as const;
export type HousePart = (typeof HOUSE_PARTS)[number]["part"];

/** One thing another house style does otherwise. */
export interface Offered extends HousePiece {
  readonly part: HousePart;
}

const partOf = (change: PlainChange | undefined): HousePart | null =>
  HOUSE_PARTS.find(({ fields }) => fields.some((f) => f === change?.at[0]))?.part ?? null;

/** Everything another house style does otherwise, thing by thing, in the order of the parts; never its name. */
export function offeredBy(own: House, other: House): Offered[] {
  const pieces = housePieces(own, { ...other, name: own.name }).flatMap((p): Offered[] => {
    const part = partOf(p.changes[0]);
    return part === null ? [] : [{ ...p, part }];
  });
  return HOUSE_PARTS.flatMap(({ part }) => pieces.filter((p) => p.part === part));
}

/** What taking some things over leads to. */
export interface TakenOver {
  readonly house: House;
  /** Things that were not chosen and had to come along: what was chosen speaks of them. */
  readonly along: readonly Offered[];
  /** Why it cannot be taken over like this; null where it can. */
  readonly problem: string | null;
}

/**
 * The own house style with some of what another does otherwise. What that speaks of (a colour of a role, a
 * role of a folder) comes along.
 * @param chosen things of those offered
 */
export function takenOver(own: House, offered: readonly Offered[], chosen: ReadonlySet<string>): TakenOver {
  const along = new Set<Offered>();
  for (;;) {
    const taken = offered.filter((p) => chosen.has(p.thing) || along.has(p));
    const house = withPieces(own, taken);
    const problems = houseProblems(house);
    const [first] = problems;
    const whole = first ? null : houseSchema.safeParse(house);
    if (!first)
      return {
        house,
        along: [...along],
        problem: whole?.success ? null : (whole?.error.issues[0]?.message ?? "something is off"),
      };
    const left = offered.filter((p) => !taken.includes(p));
    const needed = left.filter((p) => problems.some((problem) => settles(house, p, problem)));
    if (needed.length === 0) return { house, along: [...along], problem: first.message };
    for (const p of needed) along.add(p);
  }
}

/** Brings changes about one after the other; one that no longer fits as it was is brought about as it fits. */
function withPieces(own: House, pieces: readonly HousePiece[]): House {
  const { doc, clash } = sortOut(
    own,
    pieces.flatMap((p) => p.changes),
  );
  return applyPlain(doc, insist(doc, clash));
}

/** Whether a thing may be what a problem wants: it brings what is not there, or changes where it is missed. */
function settles(
  house: House,
  { thing, changes }: HousePiece,
  problem: { readonly path: readonly (string | number)[]; readonly message: string },
): boolean {
  const missed = /“([^”]+)”/.exec(problem.message)?.[1];
  if (changes.some((c) => c.do === "add" && keyOf(c.item) === missed)) return true;
  // The item a problem is in, by its id: places in lists are not what a thing is known by.
  const deep = problem.path[0] === "words" ? 2 : 1;
  const list = problem.path.slice(0, deep).map(String);
  const items = valueAt(house, list);
  const at = problem.path[deep];
  const item = Array.isArray(items) && typeof at === "number" ? items[at] : null;
  const id = typeof item === "object" && item !== null && !Array.isArray(item) ? keyOf(item) : at;
  return thing === JSON.stringify([...list, String(id ?? "")]);
}
