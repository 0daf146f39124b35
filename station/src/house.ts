import { news } from "@mossy/contract/news";
import type { News } from "@mossy/contract/news";
import { pathOf, paths } from "@mossy/contract/paths";
import type { RouteName } from "@mossy/contract/paths";
import { problem } from "@mossy/contract/problem";
import { handInAnswer } from "@mossy/contract/sessions";

/** What the house says when it sends something to a room. */
export type SentNews = Extract<News, { kind: "sent" }>;
const AGAIN_AFTER = 2000;

/** The house as a station sees it: over HTTP, as a real room would. */
export class HouseClient {
  #cookie = "";
  constructor(private readonly base: string) {}

  async signIn(name: string, password: string): Promise<void> {
    const res = await this.#send(
      "signIn",
      pathOf("signIn", {}),
      JSON.stringify({ name, password }),
      "application/json",
    );
    this.#cookie = res.headers.get("set-cookie")?.split(";")[0] ?? "";
  }

  /** The package of a session, a ZIP. */
  async fetchPackage(session: string): Promise<Uint8Array> {
    const res = await this.#send("package", pathOf("package", { session }));
    return new Uint8Array(await res.arrayBuffer());
  }

  async handIn(
    session: string,
    file: Uint8Array,
    name: string,
  ): Promise<{ number: number; findings: number }> {
    const query = new URLSearchParams({ session, name }).toString();
    const res = await this.#send(
      "handIn",
      `${pathOf("handIn", {})}?${query}`,
      new Uint8Array(file),
      "application/octet-stream",
    );
    const answer = handInAnswer.parse(await res.json());
    if (!answer.taken)
      throw new Error(
        `the house asks whether this file belongs to that session: ${answer.known} of ` +
          `${answer.of} tracks are known again`,
      );
    return answer;
  }

  /** The corrected file of a check-in. */
  async fetchCorrected(checkIn: string): Promise<Uint8Array> {
    const res = await this.#send("correctedFile", pathOf("correctedFile", { checkIn }));
    return new Uint8Array(await res.arrayBuffer());
  }

  /** What is sent from now on; keeps listening through breaks of the line. */
  async *sent(): AsyncGenerator<SentNews> {
    for (;;) {
      try {
        const res = await fetch(`${this.base}/api/news`, { headers: { cookie: this.#cookie } });
        if (!res.ok || !res.body) throw new Error(`the house answered ${res.status}`);
        let text = "";
        for await (const piece of res.body.pipeThrough(new TextDecoderStream())) {
          text += piece;
          for (let end = text.indexOf("\n\n"); end >= 0; end = text.indexOf("\n\n")) {
            const heard = news.safeParse(tryJson(/^data: (.*)$/m.exec(text.slice(0, end))?.[1] ?? ""));
            text = text.slice(end + 2);
            if (heard.success && heard.data.kind === "sent") yield heard.data;
          }
        }
      } catch (e) {
        console.error(
          `station: no line to the house (${e instanceof Error ? e.message : String(e)}), trying again`,
        );
      }
      await new Promise((resolve) => {
        setTimeout(resolve, AGAIN_AFTER);
      });
    }
  }

  async #send(
    name: RouteName,
    path: string,
    body?: NonNullable<RequestInit["body"]>,
    type?: string,
  ): Promise<Response> {
    const res = await fetch(`${this.base}/api${path}`, {
      method: paths[name][0].toUpperCase(),
      headers: { cookie: this.#cookie, ...(type === undefined ? {} : { "content-type": type }) },
      ...(body === undefined ? {} : { body }),
    });
    if (res.ok) return res;
    const said = problem.safeParse(tryJson(await res.text()));
    throw new Error(said.success ? said.data.detail : `the house answered ${res.status}`);
  }
}

function tryJson(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    return null;
  }
}
