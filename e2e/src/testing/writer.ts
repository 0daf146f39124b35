import { randomUUID } from "node:crypto";
import { setTimeout as pause } from "node:timers/promises";
import { pathOf, paths } from "@mossy/contract/paths";
import type { Params, RouteName } from "@mossy/contract/paths";
import type { AnswerOf } from "@mossy/contract/routes";

/** How a write went: what the house answered in the end, and how long whoever asked waited, in milliseconds. */
export interface Written<A> {
  readonly status: number;
  readonly answer: A | null;
  readonly waited: number;
}
const AGAIN_AFTER = 200;

/** Somebody who writes to a house and asks again, by the same key, until it answers. */
export class Writer {
  #cookie = "";
  /** @param base where the house is; asked anew each time, for it may have moved */
  constructor(private readonly base: () => string) {}

  async signIn(name: string, password: string): Promise<void> {
    const { headers } = await fetch(`${this.base()}/api/sign-in`, {
      method: "POST",
      headers: { "content-type": "application/json" },
      body: JSON.stringify({ name, password }),
    });
    this.#cookie = headers.get("set-cookie")?.split(";")[0] ?? "";
  }

  async ask<N extends RouteName>(
    name: N,
    params: Params<N>,
    body?: unknown,
    query = "",
  ): Promise<Written<AnswerOf<N>>> {
    const begun = performance.now();
    const key = randomUUID();
    for (;;) {
      const res = await this.#once(name, `${pathOf(name, params)}${query}`, body, key);
      if (res && ![502, 503, 504].includes(res.status)) {
        const answer = res.ok ? ((await res.json()) as AnswerOf<N>) : null;
        return { status: res.status, answer, waited: performance.now() - begun };
      }
      await pause(AGAIN_AFTER);
    }
  }

  /** One request; null where there was no answer to it. */
  async #once(name: RouteName, path: string, body: unknown, key: string): Promise<Response | null> {
    const bytes = body instanceof Uint8Array;
    const type = bytes ? "application/octet-stream" : "application/json";
    return fetch(`${this.base()}/api${path}`, {
      method: paths[name][0].toUpperCase(),
      headers: { cookie: this.#cookie, "content-type": type, "idempotency-key": key },
      ...(body === undefined ? {} : { body: bytes ? new Uint8Array(body) : JSON.stringify(body) }),
    }).catch(() => null);
  }
}
