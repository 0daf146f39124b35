import type { Doer, Person } from "@mossy/contract/people";
import { HouseProblem } from "./problems.ts";

/** Leads edit all of what is brought to the shelves, others what they brought. @throws HouseProblem 403 */
export function mayEditBrought(
  person: Person,
  { by, name }: { readonly by: Doer; readonly name: string },
): void {
  if (person.right !== "lead" && by.id !== person.id)
    throw new HouseProblem(
      403,
      "Not yours to do",
      `“${name}” was brought by ${by.name}: they or a lead may change what is said of it.`,
    );
}

/** Tags, each once, whatever its capitals. */
export const tagsOnce = (tags: readonly string[]): string[] => [
  ...new Map(tags.map((t) => [t.toLowerCase(), t])).values(),
];

/** What the record says was done to something on a shelf: put away or brought back, called otherwise, or the rest. */
export function saysOfBrought(
  what: "sound" | "pattern",
  was: { readonly name: string; readonly gone: boolean },
  now: { readonly name: string; readonly gone: boolean },
): string {
  if (was.gone !== now.gone) return `${now.gone ? "put away" : "brought back"} the ${what} “${now.name}”`;
  if (was.name !== now.name) return `called the ${what} “${was.name}” “${now.name}”`;
  return `changed what is said of the ${what} “${now.name}”`;
}
