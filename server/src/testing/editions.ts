import type { AnswerOf } from "@mossy/contract/routes";
import { plainDiff } from "@mossy/core/plain/diff";
import type { Visitor } from "./house.ts";

const part = (hex: string, from: number): string =>
  Math.round(parseInt(hex.slice(from, from + 2), 16) * 0.9)
    .toString(16)
    .padStart(2, "0");

/** Publishes an edition in which every colour of the house is a shade darker: it asks something of every session. */
export async function publishDarker(lead: Visitor): Promise<AnswerOf<"publishEdition">> {
  const {
    data: { draft },
  } = await lead.ask("house", {});
  const palette = draft.house.palette.map((c) => ({
    ...c,
    hex: `#${[1, 3, 5].map((from) => part(c.hex, from)).join("")}`,
  }));
  const changes = plainDiff(draft.house, { ...draft.house, palette });
  const { data: edited } = await lead.ask("editHouse", {}, { revision: draft.revision, changes });
  const body = { revision: edited.revision, note: "All a shade darker" };
  return (await lead.ask("publishEdition", {}, body)).data;
}
