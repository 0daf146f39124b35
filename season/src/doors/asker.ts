import { randomUUID } from "node:crypto";
import { pathOf, paths } from "@mossy/contract/paths";
import type { Params, RouteName } from "@mossy/contract/paths";
import { problem } from "@mossy/contract/problem";
import type { AnswerOf } from "@mossy/contract/routes";

/** What the house would not do, and why. */
export class Refused extends Error {
  override readonly name = "Refused";
  constructor(
    readonly status: number,
    says: string,
  ) {
    super(says);
  }
}

/** Somebody who asks the house over HTTP, signed in by a cookie as in a browser. */
export class Asker {
  #cookie = "";
  constructor(readonly base: string) {}

  /** @throws Refused where the house says no */
  async ask<N extends RouteName>(
    name: N,
    params: Params<N>,
    body?: unknown,
    query: Readonly<Record<string, string>> = {},
  ): Promise<AnswerOf<N>> {
    const asked = new URLSearchParams(query).toString();
    const res = await fetch(`${this.base}/api${pathOf(name, params)}${asked === "" ? "" : `?${asked}`}`, {
      method: paths[name][0].toUpperCase(),
      headers: {
        cookie: this.#cookie,
        "idempotency-key": randomUUID(),
        ...(body === undefined ? {} : { "content-type": "application/json" }),
      },
      ...(body === undefined ? {} : { body: JSON.stringify(body) }),
    });
    const text = await res.text();
    if (!res.ok) {
      const said = problem.safeParse(tryJson(text));
      throw new Refused(res.status, said.success ? said.data.detail : `the house answered ${res.status}`);
    }
    this.#cookie = res.headers.get("set-cookie")?.split(";")[0] ?? this.#cookie;
    return tryJson(text) as AnswerOf<N>;
  }
}

function tryJson(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    return null;
  }
}
