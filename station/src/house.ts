import { randomUUID } from "node:crypto";
import { news } from "@mossy/contract/news";
import type { News } from "@mossy/contract/news";
import { pathOf, paths } from "@mossy/contract/paths";
import type { RouteName } from "@mossy/contract/paths";
import { problem } from "@mossy/contract/problem";
import { reported } from "@mossy/contract/rooms";
import type { Reported } from "@mossy/contract/rooms";
import { layoutsHere } from "@mossy/contract/layouts";
import { startUpHere } from "@mossy/contract/startUp";
import { handInAnswer } from "@mossy/contract/sessions";
import type { HandInAnswer } from "@mossy/contract/sessions";
import type { MachineReport } from "@mossy/core/instruments/machines/machineReport";

/** What the house says to a room: something is sent there, or its stations are to have something else. */
export type SentNews = Extract<News, { kind: "sent" | "start-up" | "layouts" }>;
const AGAIN_AFTER = 2000;
const TRIES = 30;

/** The house does not know this station's token (any more). */
export class NotKnown extends Error {
  override readonly name = "NotKnown";
}

/** The house wants to know whether a file belongs where it is handed in. */
export class Asked extends Error {
  override readonly name = "Asked";
}

/** How a file is handed in. */
export interface HandInHow {
  /** However often it is sent with the same one, it is one check-in. */
  readonly key?: string;
  /** Whether somebody says that it belongs there. */
  readonly sure?: boolean;
}

/** The house as a station sees it: over HTTP, with the token of its room, as a real workstation would. */
export class HouseClient {
  constructor(
    private readonly base: string,
    private readonly token: string,
  ) {}

  /**
   * Tells the house how this station stands, and of a sample machine what it holds.
   * @returns which station, room and sample machine the token is of
   */
  async report(says: string, machine?: MachineReport): Promise<Reported> {
    const body = JSON.stringify({ says, ...(machine && { machine }) });
    const res = await this.#send("report", pathOf("report", {}), body, "application/json");
    return reported.parse(await res.json());
  }

  /** What it is to open with, the one to begin with first. */
  async startUp(): Promise<{ template: string; name: string; release: number | null }[]> {
    const res = await this.#send("startUpHere", pathOf("startUpHere", {}));
    return startUpHere.parse(await res.json()).list;
  }

  /** The latest release of a template it opens with, as a session file. */
  async startUpFile(template: string): Promise<Uint8Array> {
    const res = await this.#send("startUpFile", pathOf("startUpFile", { template }));
    return new Uint8Array(await res.arrayBuffer());
  }

  /** Tells what it opens with now. */
  async opensWith(has: readonly { template: string; release: number }[]): Promise<void> {
    await this.#send(
      "reportStartUp",
      pathOf("reportStartUp", {}),
      JSON.stringify({ has }),
      "application/json",
    );
  }

  /** Which layouts and maps it is to have. */
  async layouts(): Promise<{ layout: string; name: string; version: number; file: string }[]> {
    const res = await this.#send("layoutsHere", pathOf("layoutsHere", {}));
    return layoutsHere.parse(await res.json()).layouts;
  }

  async layoutFile(layout: string, version: number): Promise<Uint8Array> {
    const res = await this.#send("layoutFile", pathOf("layoutFile", { layout, version }));
    return new Uint8Array(await res.arrayBuffer());
  }

  /** Tells which layouts and maps it has now. */
  async hasLayouts(has: readonly { layout: string; version: number }[]): Promise<void> {
    const body = JSON.stringify({ has });
    await this.#send("reportLayouts", pathOf("reportLayouts", {}), body, "application/json");
  }

  /** The package of a session, a ZIP. @param has hashes of sounds that need not come again */
  async fetchPackage(session: string, has: readonly string[] = []): Promise<Uint8Array> {
    // As many as an address can say; what is not said comes again.
    const without = has.slice(0, 100).join(",");
    const res = await this.#send("package", `${pathOf("package", { session })}?without=${without}`);
    return new Uint8Array(await res.arrayBuffer());
  }

  /** @throws Asked where the house asks whether the file belongs there */
  async handIn(
    session: string,
    file: Uint8Array | Blob,
    name: string,
    { key = randomUUID(), sure = false }: HandInHow = {},
  ): Promise<HandInAnswer> {
    const query = new URLSearchParams({ session, name, ...(sure && { sure: "yes" }) }).toString();
    const res = await this.#send(
      "handIn",
      `${pathOf("handIn", {})}?${query}`,
      file instanceof Blob ? file : new Uint8Array(file),
      "application/octet-stream",
      { "idempotency-key": key },
    );
    const answer = handInAnswer.parse(await res.json());
    if (!answer.taken)
      throw new Asked(
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

  /** What is sent to its room from now on; keeps listening through breaks of the line. @throws NotKnown */
  async *sent(): AsyncGenerator<SentNews> {
    for (;;) {
      try {
        const res = await fetch(`${this.base}/api/news`, { headers: this.#headers() });
        if (res.status === 401) throw new NotKnown(WITHDRAWN);
        if (!res.ok || !res.body) throw new Error(`the house answered ${res.status}`);
        let text = "";
        for await (const piece of res.body.pipeThrough(new TextDecoderStream())) {
          text += piece;
          for (let end = text.indexOf("\n\n"); end >= 0; end = text.indexOf("\n\n")) {
            const heard = news.safeParse(tryJson(/^data: (.*)$/m.exec(text.slice(0, end))?.[1] ?? ""));
            text = text.slice(end + 2);
            const said = heard.data;
            if (said?.kind === "sent" || said?.kind === "start-up" || said?.kind === "layouts") yield said;
          }
        }
      } catch (e) {
        if (e instanceof NotKnown) throw e;
        console.error(
          `station: no line to the house (${e instanceof Error ? e.message : String(e)}), trying again`,
        );
      }
      await new Promise((resolve) => {
        setTimeout(resolve, AGAIN_AFTER);
      });
    }
  }

  /** Asks again while the house is not there or not ready: a room goes on when the house does. */
  async #insist(asking: () => Promise<Response>): Promise<Response> {
    for (let n = 1; ; n++) {
      const res = await asking().catch((e: unknown) => {
        if (n === TRIES) throw e;
        return null;
      });
      if (res && (n === TRIES || ![502, 503, 504].includes(res.status))) return res;
      const wait = Number(res?.headers.get("retry-after") ?? AGAIN_AFTER / 1000) * 1000;
      await new Promise((resolve) => {
        setTimeout(resolve, wait);
      });
    }
  }

  #headers(): Record<string, string> {
    return { authorization: `Bearer ${this.token}` };
  }

  async #send(
    name: RouteName,
    path: string,
    body?: NonNullable<RequestInit["body"]>,
    type?: string,
    headers: Readonly<Record<string, string>> = {},
  ): Promise<Response> {
    const init = {
      method: paths[name][0].toUpperCase(),
      headers: { ...this.#headers(), ...(type === undefined ? {} : { "content-type": type }), ...headers },
      ...(body === undefined ? {} : { body }),
    };
    const res = await this.#insist(() => fetch(`${this.base}/api${path}`, init));
    if (res.ok) return res;
    if (res.status === 401) throw new NotKnown(WITHDRAWN);
    const said = problem.safeParse(tryJson(await res.text()));
    throw new Error(said.success ? said.data.detail : `the house answered ${res.status}`);
  }
}

const WITHDRAWN =
  "the house does not know this token: it was withdrawn, or is another house's. A lead makes a new one on " +
  "the room's page";

function tryJson(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    return null;
  }
}
