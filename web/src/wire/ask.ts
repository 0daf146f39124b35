import type { Problem } from "@mossy/contract/problem";
import { pathOf, paths } from "@mossy/contract/paths";
import type { Params, RouteName } from "@mossy/contract/paths";
import type { AnswerOf, BodyOf, OnceRoute } from "@mossy/contract/routes";
import { AskProblem } from "../ui/askProblem.ts";

/** Asks the house. @throws AskProblem with what is wrong and what to do */
export async function ask<N extends RouteName>(
  name: N,
  params: Params<N>,
  body?: BodyOf<N>,
  key?: string,
): Promise<AnswerOf<N>> {
  return send(name, pathOf(name, params), json(body), key);
}

interface Sent {
  readonly body: BodyInit | undefined;
  readonly type: string;
}
const json = (body: unknown): Sent => ({
  body: body === undefined ? undefined : JSON.stringify(body),
  type: "application/json",
});

/** Asks the house with a query in the address. */
export const look = async <N extends RouteName>(
  name: N,
  params: Params<N>,
  query: Readonly<Record<string, string>>,
): Promise<AnswerOf<N>> =>
  send(name, `${pathOf(name, params)}?${new URLSearchParams(query).toString()}`, json(undefined));

/**
 * Asks for something that is done once: while the house does not answer it is asked again, and it stays one
 * request for the house, also when a person asks again later for the same.
 */
export const askOnce = async <N extends OnceRoute>(
  name: N,
  params: Params<N>,
  body: BodyOf<N>,
): Promise<AnswerOf<N>> => {
  const path = pathOf(name, params);
  const sent = json(body);
  return insist(name, path, sent, `${path} ${String(sent.body)}`);
};

/** Hands a file over, with what the query says about it; the same file is handed over once. */
export async function hand<N extends OnceRoute>(
  name: N,
  params: Params<N>,
  file: Blob,
  query: Readonly<Record<string, string>>,
): Promise<AnswerOf<N>> {
  const path = `${pathOf(name, params)}?${new URLSearchParams(query).toString()}`;
  const number = files.get(file) ?? ++handed;
  files.set(file, number);
  return insist(name, path, { body: file, type: "application/octet-stream" }, `${path} ${number}`);
}
const files = new WeakMap<Blob, number>();
let handed = 0;

/** The keys of what was asked and not answered yet: asked again, it goes by the same one. */
const unanswered = new Map<string, string>();
const TRIES = 6;
const AGAIN_AFTER = 2;

async function insist<N extends OnceRoute>(
  name: N,
  path: string,
  sent: Sent,
  what: string,
): Promise<AnswerOf<N>> {
  const key = unanswered.get(what) ?? newKey();
  unanswered.set(what, key);
  for (let n = 1; ; n++) {
    try {
      const answer = await send(name, path, sent, key);
      unanswered.delete(what);
      return answer;
    } catch (e) {
      if (!(e instanceof AskProblem) || !e.mayPass) {
        unanswered.delete(what);
        throw e;
      }
      if (n === TRIES) throw e;
      await new Promise((resolve) => {
        setTimeout(resolve, (e.retryAfter ?? AGAIN_AFTER) * 1000);
      });
    }
  }
}

/** A key no other request has. */
export const newKey = (): string =>
  [...crypto.getRandomValues(new Uint8Array(16))]
    .map((byte) => byte.toString(16).padStart(2, "0"))
    .join("");

async function send<N extends RouteName>(
  name: N,
  path: string,
  { body, type }: Sent,
  key?: string,
): Promise<AnswerOf<N>> {
  let res: Response;
  try {
    res = await fetch(`/api${path}`, {
      method: paths[name][0].toUpperCase(),
      ...(body === undefined ? {} : { body, headers: { "Content-Type": type, ...keyed(key) } }),
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
  const retryAfter = Number(res.headers.get("Retry-After") ?? Number.NaN);
  throw new AskProblem(
    res.status,
    problem?.title ?? "That did not work",
    problem?.detail ?? `The house answered with ${res.status}. Try again.`,
    problem?.where ?? null,
    Number.isNaN(retryAfter) ? null : retryAfter,
  );
}

const keyed = (key: string | undefined): Record<string, string> =>
  key === undefined ? {} : { "Idempotency-Key": key };

/** The address of a file the house hands out. */
export const fileAddress = <N extends RouteName>(name: N, params: Params<N>): string =>
  `/api${pathOf(name, params)}`;
