import type { Params, RouteName } from "@mossy/contract/paths";
import type { AnswerOf } from "@mossy/contract/routes";
import type { Asker } from "../doors/asker.ts";
import { holdTogether } from "../measure/servers.ts";
import { atOnce } from "./atOnce.ts";
import type { World } from "./world.ts";

/** So many sessions are looked at together. */
const TOGETHER = 4;

/**
 * Looks in each server of the house for all it acknowledged.
 * @param servers one of the leads at each of them, of which there is one at least
 * @param sessions ids of those that are looked at
 */
export async function lookBack(
  { ledger, figures, templates }: World,
  servers: readonly Asker[],
  sessions: readonly string[],
): Promise<void> {
  const ask = async <N extends RouteName>(name: N, params: Params<N>): Promise<AnswerOf<N>> => {
    const answers = await Promise.all(servers.map((s) => s.ask(name, params)));
    holdTogether(answers, `${name} ${JSON.stringify(params)}`, figures.servers);
    return answers[0]!;
  };
  const count = figures.ledger;
  ledger.lookAtHouse(await ask("house", {}), count);
  await ask("library", {});
  await ask("rooms", {});
  for (const { id } of templates) ledger.lookAtTemplate(await ask("template", { template: id }), count);
  await atOnce(sessions, TOGETHER, async (session) => {
    ledger.lookAtSession(await ask("session", { session }), count);
  });
}
