import { afterAll, expect, it } from "vitest";
import { clear, dataFolder, databasePid, litAt, processesOf, serverPid, start } from "./testing/lit.ts";
import type { Start } from "./testing/lit.ts";

const data = dataFolder();
afterAll(() => clear(data));
const pause = (ms: number): Promise<void> =>
  new Promise((r) => {
    setTimeout(r, ms);
  });

/** Runs the start command and waits until it says where it serves. */
async function light(): Promise<{ begun: Start; base: string }> {
  const begun = start(data, { DEMO: "yes" });
  const base = await litAt(begun);
  await begun.hears(/Ctrl-C stops it/);
  return { begun, base };
}

async function signedIn(base: string): Promise<{ cookie: string; "content-type": string }> {
  const res = await fetch(`${base}/api/sign-in`, {
    method: "POST",
    headers: { "content-type": "application/json" },
    body: JSON.stringify({ name: "marram", password: "tide-table" }),
  });
  return { cookie: res.headers.get("set-cookie")?.split(";")[0] ?? "", "content-type": "application/json" };
}

/** Waits until a house answers that it and its database are there. */
async function ready(base: string): Promise<void> {
  await expect
    .poll(async () => (await fetch(`${base}/api/ready`).catch(() => null))?.status, { timeout: 30_000 })
    .toBe(200);
}

it(
  "npm start says how to sign in, begins again what dies, keeps what was done through kill -9 of everything, " +
    "and Ctrl-C takes its database along",
  async () => {
    const first = await light();
    expect(first.begun.said()).toContain("Sign in as marram (lead, password tide-table)");
    const headers = await signedIn(first.base);
    const added = async (name: string) =>
      (
        await fetch(`${first.base}/api/library`, {
          method: "POST",
          headers,
          body: JSON.stringify({ name, shelf: "Field" }),
        })
      ).status;
    expect(await added("Kept through the night")).toBe(200);

    // The database alone, then the server alone: each is there again under the same address.
    process.kill(databasePid(data), "SIGKILL");
    await first.begun.hears(/The database ended \(SIGKILL\)\. Beginning it again in 0\.5 s\./);
    await ready(first.base);
    expect(await added("After the database fell")).toBe(200);
    process.kill(await serverPid(data), "SIGKILL");
    await first.begun.hears(/The server ended \(SIGKILL\)\. Beginning it again in 0\.5 s\./);
    await ready(first.base);
    expect(await added("After the server fell")).toBe(200);

    // Everything at once, the start command too.
    const database = databasePid(data);
    first.begun.process.kill("SIGKILL");
    process.kill(database, "SIGKILL");
    await first.begun.ended;

    const second = await light();
    await expect(async () => {
      for (let n = 0; n < 100; n++) {
        await fetch(`${first.base}/api/health`);
        await pause(100);
      }
    }).rejects.toThrow();
    const library = await (
      await fetch(`${second.base}/api/library`, { headers: await signedIn(second.base) })
    ).text();
    for (const name of ["Kept through the night", "After the database fell", "After the server fell"])
      expect(library).toContain(name);
    const rival = start(data);
    expect(await rival.ended).toBe(1);
    expect(rival.said()).toContain(`runs already (process ${second.begun.process.pid})`);

    second.begun.process.kill("SIGINT");
    expect(await second.begun.ended).toBe(0);
    expect(processesOf(data)).toEqual([]);
    await expect(fetch(`${second.base}/api/health`)).rejects.toThrow();
  },
  240_000,
);
