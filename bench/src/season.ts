// A small season: how long the house takes over what comes of it. `npm run season` has the large ones.
import { makeStyle } from "@mossy/core/house/style";
import { usualHouse } from "@mossy/core/house/usual";
import { season } from "@mossy/season/season";
import { rowsOf } from "@mossy/season/table";
import { PLANS_OF_HOUSE } from "@mossy/season/templates/plans";
import { templateOf } from "@mossy/season/templates/template";
import { compare } from "./measure.ts";

const SMALL = { rooms: 12, weeks: 4, seed: 7 };
const style = makeStyle(usualHouse("Bench"));
const sessions = PLANS_OF_HOUSE.map((plan) => templateOf(style, plan).session);
await compare(
  `a season of ${SMALL.rooms} rooms over ${SMALL.weeks} weeks`,
  Array.from({ length: 8 }, () => sessions),
  () => season(SMALL),
  null,
  3,
);
for (const { question, aim, figure, met } of rowsOf(await season(SMALL)))
  console.log(`${question.padEnd(64)} ${figure.padStart(8)}  (aim ${aim})${met ? "" : "  MISSED"}`);
