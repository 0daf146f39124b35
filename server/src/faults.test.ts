import { randomUUID } from "node:crypto";
import { setTimeout as pause } from "node:timers/promises";
import { setField } from "@mossy/core/session/change";
import { afterAll, describe, expect, it } from "vitest";
import { connect } from "./database.ts";
import { Space } from "./space.ts";
import { Visitor, serve } from "./testing/house.ts";
import { layWire } from "./testing/wire.ts";
import { visit } from "./testing/visit.ts";

const {
  house,
  visitors: [lead],
} = await visit("marram");

/** The draft the tests edit, and an edit of its first track. */
const draftOf = async () => (await lead.ask("template", { template: "engine-room-only" })).data.draft;
async function edit(visitor: Visitor, level: number, key?: string) {
  const draft = await draftOf();
  const track = draft.session.tracks.find((t) => t.kind === "audio")!;
  const body = { revision: draft.revision, changes: [setField(track, "level", level)] };
  const headers: Record<string, string> = key === undefined ? {} : { "idempotency-key": key };
  return visitor.ask("editDocument", { document: draft.id }, body, "", headers);
}
const levelNow = async () =>
  (await draftOf()).session.tracks.find((t) => t.kind === "audio")?.level ?? Number.NaN;

/** Holds the row of the draft until it is let go of. */
async function holdDraft(): Promise<() => Promise<void>> {
  const { id } = await draftOf();
  const client = await house.pool.connect();
  await client.query("begin");
  await client.query("select 1 from documents where id = $1 for update", [id]);
  return async () => {
    await client.query("rollback");
    client.release();
  };
}
/** Waits until so many wait for a lock. */
async function waitForWaiting(many: number): Promise<number[]> {
  for (;;) {
    const { rows } = await house.pool.query<{ pid: number }>(
      "select pid from pg_stat_activity where wait_event_type = 'Lock' and datname = current_database()",
    );
    if (rows.length >= many) return rows.map((r) => r.pid);
    await pause(20);
  }
}

describe("a database connection that is lost", () => {
  it("in the middle of an edit is told, nothing was changed, and everything else goes on", async () => {
    const before = await levelNow();
    const letGo = await holdDraft();
    const editing = edit(lead, before - 3);
    const [pid] = await waitForWaiting(1);
    await house.pool.query("select pg_terminate_backend($1)", [pid]);
    const lost = await editing;
    expect([lost.status, lost.headers.get("retry-after"), lost.problem]).toEqual([
      503,
      "2",
      "The house cannot reach its records right now. Nothing was changed. Try again in a moment.",
    ]);
    await letGo();
    expect(await levelNow()).toBe(before);
    expect((await edit(lead, before - 3)).status).toBe(200);
    expect(await levelNow()).toBe(before - 3);
  });

  it("while everything is cut: not ready and 503, awake all the same, and back when the database is", async () => {
    const wire = await layWire(house.url);
    const over = await serve(wire.url, connect(wire.url), house.diskDir);
    afterAll(async () => {
      await over.close();
      wire.close();
    });
    const there = await Visitor.signedIn(over.base, "marram");
    expect((await there.ask("ready", {})).data).toEqual({ ready: true });
    wire.down();
    const refused = await there.ask("rooms", {});
    expect([refused.status, refused.headers.get("retry-after")]).toEqual([503, "2"]);
    expect((await there.ask("health", {})).data).toEqual({ ok: true });
    expect((await there.ask("ready", {})).status).toBe(503);
    wire.mend();
    await expect.poll(async () => (await there.ask("ready", {})).status, { timeout: 5000 }).toBe(200);
    expect((await there.ask("rooms", {})).status).toBe(200);
  });
});

describe("a commit whose connection breaks", () => {
  it("is looked up: what went through is answered as done, what did not as not done", async () => {
    const wire = await layWire(house.url);
    const over = await serve(wire.url, connect(wire.url), house.diskDir);
    try {
      const there = await Visitor.signedIn(over.base, "marram");
      const { revision } = await draftOf();
      wire.cutAtCommit("after");
      const done = await edit(there, -17);
      expect([done.status, done.data?.revision]).toEqual([200, revision + 1]);
      expect(await levelNow()).toBe(-17);
      wire.cutAtCommit("before");
      const not = await edit(there, -18);
      expect([not.status, not.problem]).toEqual([503, expect.stringContaining("Nothing was changed.")]);
      expect(await levelNow()).toBe(-17);
      expect((await draftOf()).revision).toBe(revision + 1);
    } finally {
      await over.close();
      wire.close();
    }
  });

  it("is not known to be done or not while the database stays away, and that is said", async () => {
    const wire = await layWire(house.url);
    const over = await serve(wire.url, connect(wire.url), house.diskDir);
    try {
      const there = await Visitor.signedIn(over.base, "marram");
      wire.cutAtCommit("after", "down");
      const unknown = await edit(there, -16);
      expect(await levelNow()).toBe(-16);
      expect([unknown.status, unknown.problem]).toEqual([
        503,
        expect.stringContaining("Look whether it was done before you do it again"),
      ]);
    } finally {
      await over.close();
      wire.close();
    }
  });
});

describe("what holds others up", () => {
  it("is waited for a while only, and those who read do not wait for it at all", async () => {
    const hasty = { connection: 5000, statement: 9000, lock: 2000, idle: 9000 };
    const over = await serve(house.url, connect(house.url, hasty), house.diskDir);
    const there = await Visitor.signedIn(over.base, "marram");
    const letGo = await holdDraft();
    try {
      let answered = 0;
      const editing = Promise.all(
        Array.from({ length: 14 }, (_, n) => edit(there, -20 - n).finally(() => answered++)),
      );
      await waitForWaiting(6);
      for (const name of ["rooms", "ready", "health"] as const)
        expect([name, (await there.ask(name, {})).status]).toEqual([name, 200]);
      // Nobody whom the lock holds up was answered yet.
      expect(answered).toBe(0);
      const answers = await editing;
      expect(answers.map((a) => a.status)).toEqual(answers.map(() => 503));
      expect(answers[0]?.problem).toBe(
        "Something else holds up what this needs. Nothing was changed. Try again in a few seconds.",
      );
    } finally {
      await letGo();
      await over.close();
    }
  });

  it("is ended where it does nothing itself", async () => {
    const hasty = { connection: 5000, statement: 4000, lock: 4000, idle: 300 };
    const pool = connect(house.url, hasty);
    const stuck = await pool.connect();
    await stuck.query("begin");
    const { id } = await draftOf();
    await stuck.query("select 1 from documents where id = $1 for update", [id]);
    // Nobody ends this transaction; the database does, and the edit behind it goes through.
    expect((await edit(lead, -6)).status).toBe(200);
    await expect(stuck.query("commit")).rejects.toThrow();
    stuck.release(true);
    await pool.end();
  });
});

describe("a disk that is nearly full", () => {
  it("takes nothing in, says so, and lets people in to read", async () => {
    const space = new Space([house.diskDir], { low: 1e9, full: 1e9 });
    await space.look();
    const over = await serve(house.url, connect(house.url), house.diskDir, { space });
    try {
      const [there, engineer] = await Promise.all(
        ["marram", "tamsin"].map((who) => Visitor.signedIn(over.base, who)),
      );
      const before = await levelNow();
      const refused = await edit(there!, -30);
      expect([refused.status, refused.problem]).toEqual([
        507,
        expect.stringContaining(
          "The disk on which the house keeps its records is full. Nothing was changed.",
        ),
      ]);
      expect(await levelNow()).toBe(before);
      const told = async (who: Visitor) =>
        (await who.ask("today", {})).data.upkeep.filter((w) => w.about === "Disk");
      expect(await told(there!)).toEqual([
        expect.objectContaining({
          weight: "broken",
          says: expect.stringContaining("takes nothing in any more"),
        }),
      ]);
      expect(await told(engineer!)).toEqual([]);
    } finally {
      await over.close();
    }
  });

  it("is told of before that, by how much is left", async () => {
    const space = new Space([house.diskDir], { low: 1e9, full: 0 });
    await space.look();
    expect(space.state).toBe("low");
    expect(space.left).toMatch(/^\d+(\.\d)? (MB|GB)$/);
    await space.look();
    expect(new Space([], { low: 1e9, full: 1e9 }).state).toBe("ample");
    // What is to come has to leave what the house keeps free.
    expect([space.fits(1e6), space.fits(1e18)]).toEqual([true, false]);
    const kept = new Space([house.diskDir], { low: 0, full: space.bytes / 2 ** 20 - 100 });
    await kept.look();
    expect([kept.fits(1e6), kept.fits(500 * 2 ** 20)]).toEqual([true, false]);
  });
});

describe("a request that carries a key", () => {
  const keyed = (key: string) => ({ "idempotency-key": key });
  const wish = (title: string) => ({
    title,
    room: "ferry-van",
    template: "steelpan-orchestra-full-yard",
    release: 6,
    leaveOut: [],
  });
  const started = (title: string, key: string, visitor = lead) =>
    visitor.ask("startSession", {}, wish(title), "", keyed(key));
  const many = async () => (await lead.ask("sessions", {})).data.of;

  it("is done once: again, at the same time, and by each person for themselves", async () => {
    const key = randomUUID();
    const before = await many();
    const two = await Promise.all([started("Ebb", key), started("Ebb", key)]);
    const again = await started("Ebb", key);
    expect(new Set([...two, again].map((a) => a.data.id)).size).toBe(1);
    expect(await many()).toBe(before + 1);
    const tamsin = await Visitor.signedIn(house.base, "tamsin");
    const hers = await started("Ebb", key, tamsin);
    expect([hers.status, hers.data.id === again.data.id]).toEqual([200, false]);
    expect(await many()).toBe(before + 2);
  });

  it("is refused where the key was used for something else, or can be none", async () => {
    const key = randomUUID();
    await started("Neap", key);
    const other = await started("Spring", key);
    expect([other.status, other.problem]).toEqual([
      422,
      expect.stringContaining("was used for something else"),
    ]);
    expect((await started("Spring", "short")).status).toBe(400);
  });

  it("makes no second check-in, no second release, no second edition, no second edit", async () => {
    const { data: session } = await started("Slack water", randomUUID());
    const file = (await lead.ask("package", { session: session.id })).data as unknown as Uint8Array;
    const { unzipSync } = await import("fflate");
    const inside = unzipSync(file);
    const dawproject = inside[Object.keys(inside).find((n) => n.endsWith(".dawproject")) ?? ""]!;
    const key = randomUUID();
    const handed = await Promise.all(
      [1, 2, 3].map(() => lead.ask("handIn", {}, dawproject, `?session=${session.id}`, keyed(key))),
    );
    expect(new Set(handed.map((h) => (h.data.taken ? h.data.checkIn : null))).size).toBe(1);
    expect((await lead.ask("session", { session: session.id })).data.checkIns).toHaveLength(1);

    const edited = [await edit(lead, -9, key + "e")];
    const { revision } = await draftOf();
    // The same words again: the revision they were made for is in them.
    const track = (await draftOf()).session.tracks.find((t) => t.kind === "audio")!;
    const body = { revision, changes: [setField(track, "level", -10)] };
    const { id: document } = await draftOf();
    for (let n = 0; n < 2; n++)
      edited.push(await lead.ask("editDocument", { document }, body, "", keyed(key + "f")));
    expect(edited.map((e) => [e.status, e.data.revision])).toEqual([
      [200, revision],
      [200, revision + 1],
      [200, revision + 1],
    ]);

    const publish = () =>
      lead.ask(
        "publishRelease",
        { template: "engine-room-only" },
        { revision: revision + 1, note: "Quieter" },
        "",
        keyed(key + "p"),
      );
    const [first, second] = [await publish(), await publish()];
    expect([first.status, second.status, second.data]).toEqual([200, 200, first.data]);
  });
});
