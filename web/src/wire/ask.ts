import type { Problem } from "@mossy/contract/problem";
import { pathOf, paths } from "@mossy/contract/paths";
import type { Params, RouteName } from "@mossy/contract/paths";
import type { AnswerOf, BodyOf } from "@mossy/contract/routes";
import { AskProblem } from "../ui/askProblem.ts";

/** Asks the house. @throws AskProblem with what is wrong and what to do */
export async function ask<N extends RouteName>(
  name: N,
  params: Params<N>,
  body?: BodyOf<N>,
): Promise<AnswerOf<N>> {
  return send(
    name,
    pathOf(name, params),
    body === undefined ? undefined : JSON.stringify(body),
    "application/json",
  );
}

/** Asks the house with a query in the address. */
export const look = async <N extends RouteName>(
  name: N,
  params: Params<N>,
  query: Readonly<Record<string, string>>,
): Promise<AnswerOf<N>> =>
  send(name, `${pathOf(name, params)}?${new URLSearchParams(query).toString()}`, undefined, "");

/** Hands a file over, with what the query says about it. */
export async function hand<N extends RouteName>(
  name: N,
  params: Params<N>,
  file: Blob,
  query: Readonly<Record<string, string>>,
): Promise<AnswerOf<N>> {
  return send(
    name,
    `${pathOf(name, params)}?${new URLSearchParams(query).toString()}`,
    file,
    "application/octet-stream",
  );
}

async function send<N extends RouteName>(
  name: N,
  path: string,
  body: BodyInit | undefined,
  type: string,
): Promise<AnswerOf<N>> {
  let res: Response;
  try {
    res = await fetch(`/api${path}`, {
      method: paths[name][0].toUpperCase(),
      ...(body === undefined ? {} : { body, headers: { "Content-Type": type } }),
    });
  } catch {
    throw new AskProblem(
      0,
      "The house does not answer",
      "There is no connection to the house. What you see is kept; try again in a moment.",
      null,
    );
  }
  if (res.ok) return (await res.json()) as AnswerOf<N>;
  const problem = (await res.json().catch(() => null)) as Problem | null;
  throw new AskProblem(
    res.status,
    problem?.title ?? "That did not work",
    problem?.detail ?? `The house answered with ${res.status}. Try again.`,
    problem?.where ?? null,
  );
}

/** The address of a file the house hands out. */
export const fileAddress = <N extends RouteName>(name: N, params: Params<N>): string =>
  `/api${pathOf(name, params)}`;
