import { Agent, request } from "node:http";
import type { ClientRequest } from "node:http";
import { pathOf, paths } from "@mossy/contract/paths";
import { gunzipSync } from "node:zlib";
import type { Params, RouteName } from "@mossy/contract/paths";
import type { News } from "@mossy/contract/news";
import { Figures } from "./figures.ts";

/** What came of a request. */
export class Came {
  /** @param took until its last byte, in milliseconds */
  constructor(
    readonly status: number,
    readonly took: number,
    private readonly bytes: Buffer,
    private readonly packed: boolean,
  ) {}
  /** Unpacked only where somebody reads it. */
  get text(): string {
    return (this.packed ? gunzipSync(this.bytes) : this.bytes).toString();
  }
}
const agent = new Agent({ keepAlive: true, maxSockets: 64 });

/** Asks a server as a browser does: kept connections, packed answers. */
export function send(
  base: string,
  method: string,
  path: string,
  headers: Readonly<Record<string, string>>,
  body?: Buffer,
): Promise<Came> {
  const begun = performance.now();
  return new Promise((resolve, reject) => {
    const req = request(
      `${base}${path}`,
      { method, agent, headers: { ...headers, "accept-encoding": "gzip" } },
      (res) => {
        const pieces: Buffer[] = [];
        res.on("data", (d: Buffer) => pieces.push(d));
        res.on("end", () => {
          const packed = res.headers["content-encoding"] === "gzip";
          const took = performance.now() - begun;
          resolve(new Came(res.statusCode ?? 0, took, Buffer.concat(pieces), packed));
        });
        res.on("error", reject);
      },
    );
    req.on("error", reject);
    req.end(body);
  });
}

/** Somebody at a browser in a room, with a line to the house. */
export class Visitor {
  #line: ClientRequest | null = null;
  constructor(
    readonly base: string,
    readonly room: string,
    private readonly cookie: string,
  ) {}

  ask<N extends RouteName>(name: N, params: Params<N>, body?: unknown, query = ""): Promise<Came> {
    const file = Buffer.isBuffer(body);
    const type = file ? "application/octet-stream" : "application/json";
    return send(
      this.base,
      paths[name][0].toUpperCase(),
      `/api${pathOf(name, params)}${query}`,
      { cookie: this.cookie, ...(body === undefined ? {} : { "content-type": type }) },
      body === undefined ? undefined : file ? body : Buffer.from(JSON.stringify(body)),
    );
  }

  /** Listens to the house from now on. @returns once the line is open */
  listen(hear: (news: News) => void): Promise<void> {
    return new Promise((open, failed) => {
      const req = request(
        `${this.base}/api/news`,
        { headers: { cookie: this.cookie }, agent: false },
        (res) => {
          let text = "";
          res.setEncoding("utf8");
          res.on("data", (piece: string) => {
            text += piece;
            const parts = text.split("\n\n");
            text = parts.pop() ?? "";
            for (const part of parts) {
              if (part.startsWith("data: {")) hear(JSON.parse(part.slice(6)) as News);
              else open();
            }
          });
          res.on("error", () => undefined);
        },
      );
      req.on("error", failed);
      req.end();
      this.#line = req;
    });
  }

  leave(): void {
    this.#line?.destroy();
  }
}

/** What one kind of request took, and how many of them went wrong. */
export interface Kind {
  readonly figures: Figures;
  wrong: number;
}

/** Keeps what each kind of request took. */
export class Tally {
  readonly kinds = new Map<string, Kind>();
  readonly all = new Figures();
  wrong = 0;
  /** What went wrong, a few of them. */
  readonly why: string[] = [];

  async take(kind: string, asking: () => Promise<Came>): Promise<Came | null> {
    const own = this.kinds.get(kind) ?? { figures: new Figures(), wrong: 0 };
    this.kinds.set(kind, own);
    const came = await asking().catch((e: unknown) => {
      this.#bad(own, `${kind}: ${String(e)}`);
      return null;
    });
    if (!came) return null;
    if (came.status >= 400) this.#bad(own, `${kind}: ${came.status} ${came.text.slice(0, 200)}`);
    own.figures.add(came.took);
    this.all.add(came.took);
    return came;
  }

  #bad(kind: Kind, why: string): void {
    kind.wrong++;
    this.wrong++;
    if (this.why.length < 5) this.why.push(why);
  }
}
