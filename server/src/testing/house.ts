import { randomUUID } from "node:crypto";
import { createServer } from "node:http";
import { cp, mkdtemp, rm } from "node:fs/promises";
import { tmpdir } from "node:os";
import { join } from "node:path";
import type { AddressInfo } from "node:net";
import { demoPeople } from "@mossy/demo/people";
import { pathOf, paths } from "@mossy/contract/paths";
import type { Params, RouteName } from "@mossy/contract/paths";
import type { AnswerOf } from "@mossy/contract/routes";
import { problem } from "@mossy/contract/problem";
import pino from "pino";
import { inject } from "vitest";
import { makeApp } from "../app.ts";
import type { Parts } from "../app.ts";
import { connect } from "../database.ts";
import type { Pool } from "../database.ts";
import { inPlace } from "../crew/crew.ts";
import { Files } from "../files/files.ts";
import { Styles } from "../house/styles.ts";
import { Newsroom } from "../news/newsroom.ts";
import { Seal } from "../people/factors.ts";
import { accountsIn } from "../people/signIns.ts";
import { addressesOf } from "../settings.ts";
import { Space } from "../space.ts";
import { copyDatabase, dropDatabase, linkFiles } from "./copies.ts";

export interface TestHouse {
  readonly base: string;
  readonly pool: Pool;
  readonly url: string;
  readonly diskDir: string;
  /** The store of its files. */
  readonly filesDir: string;
  close(): Promise<void>;
}

/** A server on a database and a disk of its own, with the demo in them. */
export async function openHouse(withDemo = true, parts: Partial<Parts> = {}): Promise<TestHouse> {
  const url = await copyDatabase(
    inject("postgres"),
    withDemo ? "demo" : "empty",
    `t${randomUUID().replaceAll("-", "")}`,
  );
  const diskDir = await mkdtemp(join(tmpdir(), "mossy-disk-"));
  if (withDemo) {
    await cp(inject("demoDisk"), diskDir, { recursive: true });
    await linkFiles(inject("demoFiles"), `${diskDir}-files`);
  }
  const house = await serve(url, connect(url), diskDir, parts);
  return {
    ...house,
    close: async () => {
      await house.close();
      await dropDatabase(inject("postgres"), url);
      await rm(diskDir, { recursive: true, force: true });
      await rm(house.filesDir, { recursive: true, force: true });
    },
  };
}

/** One more server process on a database and a disk. */
export async function serve(
  url: string,
  pool: Pool,
  diskDir: string,
  parts: Partial<Parts> = {},
): Promise<TestHouse> {
  const log = pino({ level: "silent" });
  const filesDir = `${diskDir}-files`;
  const files = new Files(filesDir);
  const newsroom = new Newsroom(url, log, accountsIn(pool));
  const styles = new Styles();
  await newsroom.open();
  const server = createServer(
    makeApp({
      pool,
      newsroom,
      space: new Space([], { low: 0, full: 0 }),
      styles,
      files,
      crew: inPlace({ pool, styles, files }),
      log,
      addresses: addressesOf({ HOST: "127.0.0.1", HOSTS: [], PUBLIC_URL: undefined }),
      trusted: [],
      demo: true,
      hints: demoPeople,
      seal: new Seal("a secret of this test, long enough"),
      recordDays: 400,
      backupDays: 0,
      diskDir,
      ...parts,
    }),
  );
  // On a machine that stands still for a while, a connection at rest is not closed while it is used again.
  server.keepAliveTimeout = 60_000;
  await new Promise<void>((resolve) => {
    server.listen(0, "127.0.0.1", resolve);
  });
  const { port } = server.address() as AddressInfo;
  return {
    base: `http://127.0.0.1:${port}`,
    pool,
    url,
    diskDir,
    filesDir,
    close: async () => {
      await newsroom.close();
      server.closeAllConnections();
      server.close();
      await pool.end().catch(() => undefined);
    },
  };
}

export interface Answered<N extends RouteName> {
  readonly status: number;
  readonly data: AnswerOf<N>;
  readonly problem: string;
  readonly headers: Headers;
}

/** Somebody who talks to the house over HTTP. */
export class Visitor {
  cookie = "";
  constructor(readonly base: string) {}

  static async signedIn(base: string, signIn: string): Promise<Visitor> {
    const visitor = new Visitor(base);
    const password = demoPeople.find((p) => p.signIn === signIn)?.password ?? "";
    const { headers } = await visitor.ask("signIn", {}, { name: signIn, password });
    visitor.cookie = headers.get("set-cookie")?.split(";")[0] ?? "";
    return visitor;
  }

  async ask<N extends RouteName>(
    name: N,
    params: Params<N>,
    body?: unknown,
    query = "",
    headers: Record<string, string> = {},
  ): Promise<Answered<N>> {
    const bytes = body instanceof Uint8Array;
    const res = await fetch(`${this.base}/api${pathOf(name, params)}${query}`, {
      method: paths[name][0].toUpperCase(),
      headers: {
        cookie: this.cookie,
        ...(body === undefined
          ? {}
          : { "content-type": bytes ? "application/octet-stream" : "application/json" }),
        ...headers,
      },
      ...(body === undefined ? {} : { body: bytes ? new Uint8Array(body) : JSON.stringify(body) }),
    });
    const raw = new Uint8Array(await res.arrayBuffer());
    const json: unknown = res.headers.get("content-type")?.includes("json")
      ? JSON.parse(new TextDecoder().decode(raw))
      : null;
    if (!res.ok)
      return {
        status: res.status,
        data: null as AnswerOf<N>,
        problem: problem.parse(json).detail,
        headers: res.headers,
      };
    return { status: res.status, data: (json ?? raw) as AnswerOf<N>, problem: "", headers: res.headers };
  }
}
