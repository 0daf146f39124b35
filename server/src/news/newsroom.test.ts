import { connect as connectTo } from "node:net";
import { expect, it } from "vitest";
import { CHANNEL } from "./tell.ts";
import { visit } from "../testing/visit.ts";

const {
  house,
  visitors: [lead, engineer],
} = await visit("marram", "tamsin");

it("drops whoever does not read what is told, and tells the others all of it", async () => {
  const { hostname, port } = new URL(house.base);
  // Opens its line, reads the beginning and then nothing any more.
  const deaf = connectTo(Number(port), hostname);
  let ended = false;
  deaf.on("close", () => {
    ended = true;
  });
  deaf.on("error", () => undefined);
  deaf.write(`GET /api/news HTTP/1.1\r\nHost: ${hostname}\r\nCookie: ${engineer.cookie}\r\n\r\n`);
  await new Promise<void>((resolve) => {
    deaf.once("data", () => resolve());
  });
  deaf.pause();

  const leaving = new AbortController();
  const line = await fetch(`${house.base}/api/news`, {
    headers: { cookie: lead.cookie },
    signal: leaving.signal,
  });
  let heard = 0;
  const listening = (async () => {
    for await (const piece of line.body!.pipeThrough(new TextDecoderStream()))
      heard += piece.split('data: {"kind"').length - 1;
  })().catch(() => undefined);

  // A line's buffers in the system take some megabytes before anything is left unread here.
  const long = "x".repeat(7000);
  const MANY = 3000;
  for (let n = 0; n < MANY; n++)
    await house.pool.query("select pg_notify($1, $2)", [
      CHANNEL,
      JSON.stringify({ kind: "chain", chain: long, n }),
    ]);
  await expect.poll(() => heard, { timeout: 20_000 }).toBeGreaterThanOrEqual(MANY);
  deaf.resume();
  await expect.poll(() => ended, { timeout: 5000 }).toBe(true);
  leaving.abort();
  await listening;
});
