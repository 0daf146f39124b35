import { sinceInWords } from "../drift/inWords.ts";
import type { DriftGroup } from "../drift/overTime.ts";
import type { List } from "./table.ts";

/** What drifts, one rule, part, room or template a line, with a column for each week; docs/formats.md. */
export const driftTable = (
  head: string,
  weeks: readonly string[],
  groups: readonly (DriftGroup & { readonly name: string })[],
): List => ({
  name: "Drift",
  heads: [
    head,
    "Came in",
    "Sessions",
    "Of",
    "Put right",
    "Let stand",
    "Came back",
    "Still off",
    "Since",
    ...weeks.map((w) => `From ${w.slice(0, 10)}`),
  ],
  rows: groups.map((g) => [
    g.name,
    g.came,
    g.sessions,
    g.of,
    g.right,
    g.kept,
    g.back,
    g.open,
    g.since ? sinceInWords(g.since) : "",
    ...g.weeks,
  ]),
});
