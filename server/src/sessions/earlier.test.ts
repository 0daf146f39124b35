import { check, open } from "@mossy/core/check/check";
import { makeStyle } from "@mossy/core/house/style";
import { diff } from "@mossy/core/session/diff";
import { describe, expect, it } from "vitest";
import { everyPage } from "../testing/everyPage.ts";
import { publishDarker } from "../testing/editions.ts";
import { visit } from "../testing/visit.ts";

const {
  visitors: [lead, engineer],
} = await visit("marram", "tamsin");

await publishDarker(lead);

const lines = async () =>
  (await everyPage((from) => lead.ask("earlier", { from }))).flatMap((p) => p.sessions);
const edition = async () => (await lead.ask("currentEdition", {})).data;
const follow = (session: string, body: { edition: number; revision: number | null }) =>
  lead.ask("followInSession", { session }, body);
const whole = async (session: string) => (await lead.ask("session", { session })).data;

describe("sessions started under an earlier edition", () => {
  it("are all there, some at a time, each with what the one in force asks of it", async () => {
    const { number } = await edition();
    const open = (await lead.ask("sessions", {}, undefined, "?which=open")).data.sessions;
    const earlier = await lines();
    expect(earlier.length).toBeGreaterThan(2);
    expect(earlier.map((l) => l.session.id).sort()).toEqual(
      open
        .filter((s) => s.edition < number)
        .map((s) => s.id)
        .sort(),
    );
    const asked = earlier.filter((l) => l.changes > 0);
    expect(asked.length).toBeGreaterThan(0);
    for (const l of asked)
      expect([l.says.length > 0, l.asks]).toEqual([
        true,
        expect.stringMatching(`^Follows edition ${number}: .*colour`),
      ]);
  });

  it("are brought to it: what it asks is done, nothing of it counts as drift, and it can be taken back", async () => {
    const { number, house } = await edition();
    const line = (await lines()).find((l) => l.changes > 0 && l.session.lastCheckIn);
    if (!line) throw new Error("the demo has no such session");
    const before = await whole(line.session.id);
    const { data } = await follow(line.session.id, { edition: number, revision: line.revision });
    expect(data).toMatchObject({
      what: `House style, edition ${before.edition} to ${number}`,
      changes: expect.any(Number) as number,
      undone: null,
    });
    const now = await whole(line.session.id);
    expect(now.edition).toBe(number);
    expect(now.lastCheckIn?.askedNow).toBe(0);
    expect(now.lastCheckIn?.openNow).toBeLessThanOrEqual(before.lastCheckIn?.openNow ?? 0);
    expect(now.now).not.toEqual(before.now);
    // What it went out as follows as well: the room's own changes are what is other, and nothing else.
    expect(diff(now.baseline, now.now).length).toBe(diff(before.baseline, before.now).length);
    const style = makeStyle(house);
    const off = (s: typeof now.now) => open(check(style, s)).length;
    expect(off(now.now)).toBe(off(before.now) - (before.lastCheckIn?.askedNow ?? 0) + line.left.length);
    expect((await lines()).map((l) => l.session.id)).not.toContain(line.session.id);
    await lead.ask("undoForward", { session: line.session.id });
    const back = await whole(line.session.id);
    expect([back.edition, back.now, back.baseline]).toEqual([before.edition, before.now, before.baseline]);
  });

  it("are left where somebody was faster, or they follow it already", async () => {
    const { number } = await edition();
    const [line] = await lines();
    if (!line) throw new Error("no session is under an earlier edition");
    const id = line.session.id;
    expect((await follow(id, { edition: number - 1, revision: line.revision })).problem).toMatch(
      /is in force by now/,
    );
    expect((await follow(id, { edition: number, revision: 900 })).problem).toMatch(/Somebody worked on/);
    expect((await follow(id, { edition: number, revision: line.revision })).problem).toBe("");
    expect((await follow(id, { edition: number, revision: line.revision })).problem).toMatch(
      /follows edition \d+ already/,
    );
    const [other] = (await lines()).filter((l) => l.session.room === "loft");
    const wish = { edition: number, revision: other?.revision ?? null };
    const strange = await engineer.ask("followInSession", { session: other?.session.id ?? "" }, wish);
    expect(strange.status).toBe(403);
  });
});
