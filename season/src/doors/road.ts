import { createServer, request } from "node:http";
import type { IncomingMessage, ServerResponse } from "node:http";
import type { AddressInfo } from "node:net";
import { paths } from "@mossy/contract/paths";

/** How long answers took, in milliseconds, by what was asked. */
export type Times = ReadonlyMap<string, readonly number[]>;

/** The road to a house of several servers, as a proxy before them is: each request goes to the next of them. */
export interface Road {
  readonly base: string;
  /** How long the house took to answer, from the last byte of what was asked to the last of the answer. */
  readonly times: Times;
  close(): Promise<void>;
}

const ROUTES = Object.entries(paths).map(([name, [method, path]]) => ({
  name,
  method: method.toUpperCase(),
  is: new RegExp(`^/api${path.replace(/:\w+/g, "[^/]+")}$`),
}));

/** What is asked, as the contract calls it. */
function routeOf({ method, url = "" }: IncomingMessage): string {
  const [path = ""] = url.split("?");
  return ROUTES.find((r) => r.method === method && r.is.test(path))?.name ?? `${method} ${path}`;
}

async function wholeOf(req: IncomingMessage): Promise<Buffer> {
  const pieces: Buffer[] = [];
  for await (const piece of req) pieces.push(piece as Buffer);
  return Buffer.concat(pieces);
}

/** Asks a server. @returns null where it is not there @throws Error where the line broke before the answer came */
const ask = (base: string, { method, url, headers }: IncomingMessage, body: Buffer) =>
  new Promise<IncomingMessage | null>((answered, broken) => {
    const to = request(new URL(url ?? "/", base), { method, headers, agent: false });
    to.on("response", answered);
    to.on("error", (e) => {
      if ("code" in e && e.code === "ECONNREFUSED") answered(null);
      else broken(e);
    });
    to.end(body);
  });

/**
 * Opens it on loopback. A server that is not there is passed over; where one breaks off in the middle, whoever asked
 * hears nothing, as over a broken line.
 * @param servers addresses of all, whether they are there or not
 */
export async function openRoad(servers: readonly string[]): Promise<Road> {
  const times = new Map<string, number[]>();
  let turn = 0;
  const pass = async (req: IncomingMessage, res: ServerResponse): Promise<void> => {
    const body = await wholeOf(req);
    const began = performance.now();
    for (let n = 0; n < servers.length; n++) {
      const answer = await ask(servers[turn++ % servers.length] ?? "", req, body);
      if (answer === null) continue;
      res.writeHead(answer.statusCode ?? 502, answer.headers);
      for await (const piece of answer) res.write(piece);
      res.end();
      const took = times.get(routeOf(req)) ?? [];
      times.set(routeOf(req), took);
      took.push(performance.now() - began);
      return;
    }
    res.writeHead(503, { "retry-after": "1" }).end();
  };
  const server = createServer((req, res) => void pass(req, res).catch(() => req.socket.destroy()));
  await new Promise<void>((there) => {
    server.listen(0, "127.0.0.1", there);
  });
  return {
    base: `http://127.0.0.1:${(server.address() as AddressInfo).port}`,
    times,
    close: () =>
      new Promise((closed) => {
        server.close(() => closed());
        server.closeAllConnections();
      }),
  };
}
