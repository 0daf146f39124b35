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

/** So often, and so many milliseconds after each other, somebody asks again while the house is not there. */
const TRIES = 60;
const AGAIN_AFTER = 500;

/** Somebody who asks the house over HTTP, signed in by a cookie as in a browser. */
export class Asker {
  #cookie = "";
  constructor(readonly base: string) {}

  /** The same person at a server of the house itself. */
  at(base: string): Asker {
    const there = new Asker(base);
    there.#cookie = this.#cookie;
    return there;
  }

  /**
   * Asks until the house is there, as browsers do; what is written is written once however often it is sent.
   * @throws Refused where the house says no
   */
  async ask<N extends RouteName>(
    name: N,
    params: Params<N>,
    body?: unknown,
    query: Readonly<Record<string, string>> = {},
  ): Promise<AnswerOf<N>> {
    const asked = new URLSearchParams(query).toString();
    const url = `${this.base}/api${pathOf(name, params)}${asked === "" ? "" : `?${asked}`}`;
    const init = {
      method: paths[name][0].toUpperCase(),
      headers: {
        cookie: this.#cookie,
        "idempotency-key": randomUUID(),
        ...(body === undefined ? {} : { "content-type": "application/json" }),
      },
      ...(body === undefined ? {} : { body: JSON.stringify(body) }),
    };
    const { res, text } = await insist(() => fetch(url, init));
    if (!res.ok) {
      const said = problem.safeParse(tryJson(text));
      throw new Refused(res.status, said.success ? said.data.detail : `the house answered ${res.status}`);
    }
    this.#cookie = res.headers.get("set-cookie")?.split(";")[0] ?? this.#cookie;
    return tryJson(text) as AnswerOf<N>;
  }
}

/** An answer that came whole from a house that is there. */
async function insist(asking: () => Promise<Response>): Promise<{ res: Response; text: string }> {
  for (let n = 1; ; n++) {
    const heard = await asking()
      .then(async (res) => ({ res, text: await res.text() }))
      .catch((e: unknown) => {
        if (n === TRIES) throw e;
        return null;
      });
    if (heard && (n === TRIES || ![502, 503, 504].includes(heard.res.status))) return heard;
    await new Promise((resolve) => {
      setTimeout(resolve, AGAIN_AFTER);
    });
  }
}

function tryJson(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    return null;
  }
}
