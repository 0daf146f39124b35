import type { AnswerOf } from "@mossy/contract/routes";
import { ask } from "../wire/ask.ts";

/** The revision of what a session stands in; null where nothing came back. */
export async function revisionOf({
  lastCheckIn,
}: Pick<AnswerOf<"session">, "lastCheckIn">): Promise<number | null> {
  if (!lastCheckIn) return null;
  return (await ask("checkIn", { checkIn: lastCheckIn.id })).now.revision;
}
