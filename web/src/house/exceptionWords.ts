import type { Exception, House } from "@mossy/core/house/house";
import type { NeverApplies } from "@mossy/core/house/neverApplies";
import { startInWords } from "@mossy/core/house/starts";

/** What a role is called; its id where it is gone. */
export const roleName = (house: House, id: string): string =>
  house.words.roles.find((r) => r.id === id)?.name ?? id;

/** Why an exception can never apply. */
export function deadInWords(dead: NeverApplies, nameOf: (id: string) => string): string {
  if (dead.because.length === 0) return "It can never apply: no role it names is in a family it names.";
  const by = dead.because.map((id) => `“${nameOf(id)}”`).join(" and ");
  return dead.whole
    ? `It can never apply: ${by} ${dead.because.length > 1 ? "take" : "takes"} all its cases before.`
    : `Its ${dead.values.join(", ")} can ` +
        "never apply: " +
        `${by} ${dead.because.length > 1 ? "decide" : "decides"} before.`;
}

/** When an exception holds. */
export function whenInWords(house: House, { when }: Exception): string {
  const names = <T extends { id: string; name: string }>(
    list: readonly T[],
    ids: readonly string[],
  ): string => ids.map((id) => list.find((x) => x.id === id)?.name ?? id).join(" or ");
  const said = [
    when.words.length > 0 && `the name has ${when.words.map((w) => `“${w}”`).join(" or ")}`,
    when.roles.length > 0 && `it is ${names(house.words.roles, when.roles)}`,
    when.families.length > 0 && `it is of ${names(house.words.families, when.families)}`,
    when.kinds.length > 0 && `it is ${when.kinds.join(" or ")}`,
    when.formats.length > 0 && `it is ${when.formats.join(" or ")}`,
    when.inside.length > 0 && `it stands in ${names(house.words.roles, when.inside)}`,
    when.hasNote !== null && (when.hasNote ? "it has a note" : "it has no note"),
  ].filter((s) => s !== false);
  return said.length === 0 ? "it is anything at all" : said.join(" and ");
}

/** What an exception decides. */
export function thenInWords(house: House, { then }: Exception): string {
  const said = [
    then.colour !== null && house.palette.find((c) => c.id === then.colour)?.name,
    then.icon !== null && `icon ${then.icon}`,
    then.folder !== null && `in folder ${roleName(house, then.folder)}`,
    then.start !== null && startInWords(then.start),
    then.alone && "leave it alone",
  ].filter((s) => typeof s === "string" && s !== "");
  return said.length === 0 ? "nothing yet" : said.join(", ");
}
