import { afterAll, describe, expect, it } from "vitest";
import { connect } from "./database.ts";
import { Visitor, serve } from "./testing/house.ts";
import { visit } from "./testing/visit.ts";

const {
  house,
  visitors: [lead, engineer],
} = await visit("marram", "tamsin");
const watched = await serve(house.url, connect(house.url), house.diskDir, {
  metricsToken: "a secret of whoever watches",
});
afterAll(() => watched.close());
const read = (base: string, headers: Record<string, string>) => fetch(`${base}/metrics`, { headers });

describe("how the house does", () => {
  it("is told to leads and to whoever has the token, and to nobody else", async () => {
    const asked = await Promise.all([
      read(house.base, { cookie: lead.cookie }),
      read(watched.base, { authorization: "Bearer a secret of whoever watches" }),
      read(house.base, { cookie: engineer.cookie }),
      read(house.base, {}),
      read(watched.base, { authorization: "Bearer a secret of whoever watched" }),
      read(watched.base, { authorization: "Bearer ä" }),
      read(house.base, { authorization: "Bearer undefined" }),
    ]);
    expect(asked.map((a) => a.status)).toEqual([200, 200, 401, 401, 401, 401, 401]);
    expect(asked[0]?.headers.get("content-type")).toMatch(/^text\/plain; version=/);
  });

  it("counts requests by route and status, never by what they were about", async () => {
    const there = await Visitor.signedIn(watched.base, "marram");
    for (let n = 0; n < 3; n++) await there.ask("template", { template: "engine-room-only" });
    await there.ask("template", { template: "a-secret-production" });
    const text = await (
      await read(watched.base, { authorization: "Bearer a secret of whoever watches" })
    ).text();
    expect(text).toContain('mossy_request_seconds_count{route="template",status="200"} 3');
    expect(text).toContain('mossy_request_seconds_count{route="template",status="404"} 1');
    expect(text).not.toContain("secret-production");
    for (const name of ["mossy_event_lines 0", "mossy_database_waiting 0", "nodejs_eventloop_lag_seconds"])
      expect(text).toContain(name);
  });
});

describe("a backup", () => {
  it("is asked for of leads once it is long ago, and named with its age", async () => {
    const minded = await serve(house.url, connect(house.url), house.diskDir, { backupDays: 7 });
    try {
      const [there, other] = await Promise.all(
        ["marram", "tamsin"].map((who) => Visitor.signedIn(minded.base, who)),
      );
      const told = async (who = there) =>
        (await who!.ask("today", {})).data.upkeep.find((w) => w.about === "Backup");
      expect(await told()).toMatchObject({ says: "This house was never backed up", to: null });
      expect(await told(other)).toBeUndefined();
      const made = (days: number) =>
        house.pool.query(
          "insert into backups (made_at, bytes, file) values (now() - make_interval(days => $1), 1, 'x')",
          [days],
        );
      await made(9);
      expect(await told()).toMatchObject({ says: "The last backup is 9 days old", weight: "look" });
      await made(1);
      expect(await told()).toBeUndefined();
    } finally {
      await minded.close();
    }
  });
});
