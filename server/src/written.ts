import { routes } from "@mossy/contract/routes";
import type { AnswerOf, Route } from "@mossy/contract/routes";
import type { RouteName } from "@mossy/contract/paths";
import { FILE } from "@mossy/contract/routes";

/** An answer whose JSON is written and checked already, by another thread. */
export class Written {
  constructor(readonly json: Uint8Array) {}
}

/** What the contract says of an answer, with nothing else in it. @throws Error where it is anything else */
export function checked(name: RouteName, given: unknown): unknown {
  const route: Route = routes[name];
  if (route.answer === FILE) throw new Error(`${name} answers with a file`);
  const result = route.answer.safeParse(given);
  if (result.success) return result.data;
  throw new Error(`the answer of ${name} is not what the contract says: ${result.error.message}`);
}

/** Writes an answer out where that holds nobody up. @returns its JSON in UTF-8, for `Written` */
export const writeOut = <N extends RouteName>(name: N, answer: AnswerOf<N>): Uint8Array =>
  new TextEncoder().encode(JSON.stringify(checked(name, answer)));
