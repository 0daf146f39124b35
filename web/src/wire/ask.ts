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

/** What a request carries. */
export interface Sent {
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

/** The keys of what was asked and not answered yet: asked again, it goes by the same one. */
const unanswered = new Map<string, string>();
const TRIES = 6;
const AGAIN_AFTER = 2;

/**
 * Asks for something that is done once, again and again while the house does not answer.
 * @param what tells it from others
 */
export async function insist<N extends OnceRoute>(
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

export async function send<N extends RouteName>(
  name: N,
  path: string,
  { body, type }: Sent,
  key?: string,
): Promise<AnswerOf<N>> {
  const method = paths[name][0].toUpperCase();
  const known = method === "GET" ? answered.get(path) : undefined;
  const res = await reach(`/api${path}`, {
    method,
    // Said while a page goes away as well.
    ...(name === "here" && { keepalive: true }),
    ...(body === undefined ? {} : { body, headers: { "Content-Type": type, ...keyed(key) } }),
    // The house need not say again what it said last.
    ...(known && { headers: { "If-None-Match": known.tag, "Cache-Control": "max-age=0" } }),
  });
  if (res.status === 304 && known) return known.answer as AnswerOf<N>;
  if (res.ok) {
    const answer = (await res.json()) as AnswerOf<N>;
    if (ASKED_AGAIN.has(name)) remember(path, res.headers.get("ETag"), answer);
    return answer;
  }
  throw await problemOf(res);
}

/** @throws AskProblem where there is no connection */
export async function reach(address: string, options: RequestInit): Promise<Response> {
  try {
    return await fetch(address, options);
  } catch {
    throw new AskProblem(
      0,
      "The house does not answer",
      "There is no connection to the house. What you see is kept; try again in a moment.",
      null,
    );
  }
}

/** What an answer says is wrong. */
export async function problemOf(res: Response): Promise<AskProblem> {
  const problem = (await res.json().catch(() => null)) as Problem | null;
  const retryAfter = Number(res.headers.get("Retry-After") ?? Number.NaN);
  return new AskProblem(
    res.status,
    problem?.title ?? "That did not work",
    problem?.detail ?? `The house answered with ${res.status}. Try again.`,
    problem?.where ?? null,
    Number.isNaN(retryAfter) ? null : retryAfter,
  );
}

/** What is asked again and again, and mostly is what it was. */
const ASKED_AGAIN: ReadonlySet<RouteName> = new Set<RouteName>([
  "today",
  "drift",
  "rooms",
  "library",
  "sessions",
  "house",
  "currentEdition",
  "chains",
]);
/** What the house answered last, and by which tag it knows that; kept in this window alone. */
const answered = new Map<string, { readonly tag: string; readonly answer: unknown }>();
const MOST_REMEMBERED = 30;

function remember(path: string, tag: string | null, answer: unknown): void {
  answered.delete(path);
  if (tag === null) return;
  answered.set(path, { tag, answer });
  const [oldest] = answered.keys();
  if (answered.size > MOST_REMEMBERED && oldest !== undefined) answered.delete(oldest);
}

/** Another person is at this window: nothing of what was answered is kept. */
export const forgetAnswers = (): void => answered.clear();

const keyed = (key: string | undefined): Record<string, string> =>
  key === undefined ? {} : { "Idempotency-Key": key };

/** The address of a file the house hands out. */
export const fileAddress = <N extends RouteName>(
  name: N,
  params: Params<N>,
  query: Readonly<Record<string, string>> = {},
): string => {
  const said = new URLSearchParams(query).toString();
  return `/api${pathOf(name, params)}${said === "" ? "" : `?${said}`}`;
};
