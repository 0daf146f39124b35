import { writeExchange } from "@mossy/core/formats/exchange/write";
import type { Session } from "@mossy/core/session/document";
import type { AnswerOf } from "@mossy/contract/routes";
import { describe, expect, it } from "vitest";
import { quayNight, takenIn } from "../testing/sessions.ts";
import { visit } from "../testing/visit.ts";

const {
  house,
  visitors: [lead, tamsin],
} = await visit("marram", "tamsin");

type Whole = AnswerOf<"session">;
const whole = async (session: string): Promise<Whole> => (await lead.ask("session", { session })).data;
const inputs = (s: Session) => s.tracks.filter((t) => t.input !== null).map((t) => [t.id, t.input]);
const hand = (session: string, room: string, revision: number | null = null, rest: object = {}) =>
  lead.ask("handOver", { session }, { room, revision, ...rest });
const LEFT = ["aud-left", "aud-right"];

describe("a session handed from the van to the yard and back", () => {
  it("is patched anew there, gets what was left out, and stands as it was when it comes back", async () => {
    const { data: van } = await quayNight(tamsin);
    const far = van.baseline.tracks.length;
    const look = await lead.ask(
      "lookAtFit",
      {},
      { room: "pan-yard", template: van.template, release: van.release, leaveOut: [], session: van.id },
    );
    expect(look.data.report.unplaced).toEqual([]);
    expect((await hand(van.id, "pan-yard")).problem).toBe("");
    const yard = await whole(van.id);
    expect([yard.room, yard.roomName]).toEqual(["pan-yard", "Pan Yard"]);
    expect(yard.now).toEqual(look.data.session);
    expect(yard.now.tracks.length).toBeGreaterThanOrEqual(far);
    expect(inputs(yard.now).length).toBeGreaterThan(inputs(van.now).length);
    expect(yard.report.unplaced).toEqual([]);
    expect(yard.forwards[0]).toMatchObject({ what: "From Ferry Van to Pan Yard", undone: null });

    expect((await hand(van.id, "ferry-van")).problem).toBe("");
    const back = await whole(van.id);
    expect([back.room, back.baseline, back.now]).toEqual(["ferry-van", van.baseline, van.now]);
    expect(back.report.adjusted).toEqual(van.report.adjusted);
  });

  it("takes along what was done in it, which alone is drift", async () => {
    const { data: van } = await quayNight(tamsin);
    const done = {
      ...van.baseline,
      tracks: van.baseline.tracks.map((t) => (t.id === "kick" ? { ...t, level: -7, notes: "close" } : t)),
    };
    const { checkIn } = takenIn((await tamsin.ask("handIn", {}, writeExchange(done, van.id))).data);
    const before = (await lead.ask("checkIn", { checkIn })).data;
    expect((await hand(van.id, "pan-yard", null)).status).toBe(409);
    expect((await hand(van.id, "pan-yard", before.now.revision)).problem).toBe("");
    const yard = await whole(van.id);
    expect(yard.now.tracks.find((t) => t.id === "kick")).toMatchObject({
      level: -7,
      notes: "close",
      input: 17,
    });
    expect(yard.lastCheckIn?.openNow).toBe(before.openNow);
    const { rows } = await house.pool.query<{ n: number }>(
      "select count(*)::int as n from forwards where session = $1",
      [van.id],
    );
    expect(rows[0]?.n).toBe(1);
  });

  it("is taken back, room and all, as long as nothing came back from there", async () => {
    const { data: van } = await quayNight(tamsin, LEFT);
    await hand(van.id, "pan-yard");
    expect((await lead.ask("undoForward", { session: van.id }, undefined)).problem).toBe("");
    const back = await whole(van.id);
    expect([back.room, back.baseline, back.now, back.report]).toEqual([
      "ferry-van",
      van.baseline,
      van.now,
      van.report,
    ]);
    expect(back.forwards[0]?.undone?.by.name).toBe("Marram Vale");
  });

  it("stands in its room wired otherwise, and is refused where it stands like that already", async () => {
    const { data: van } = await quayNight(tamsin);
    expect((await hand(van.id, "ferry-van")).problem).toContain("wired like this");
    expect((await hand(van.id, "ferry-van", null, { setUp: "at-the-quay" })).problem).toBe("");
    const quay = await whole(van.id);
    expect([quay.setUp, quay.roomAs.inputs.length]).toEqual(["at-the-quay", 36]);
    expect(quay.report.unplaced.length).toBeLessThan(van.report.unplaced.length);
  });

  it("is handed on by who works in its room, and not once it is closed", async () => {
    const { data: van } = await quayNight(tamsin);
    const to = (room: string) => tamsin.ask("handOver", { session: van.id }, { room, revision: null });
    expect((await to("loft")).problem).toBe("");
    // The loft is not Tamsin's: it is handed on from there by who works in it.
    expect((await to("pan-yard")).status).toBe(403);
    await lead.ask("closeSession", { session: van.id });
    expect((await hand(van.id, "pan-yard")).problem).toContain("closed");
  });
});
