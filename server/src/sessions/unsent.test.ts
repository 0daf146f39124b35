import { randomUUID } from "node:crypto";
import { writeExchange } from "@mossy/core/formats/exchange/write";
import { describe, expect, it } from "vitest";
import { takenIn } from "../testing/sessions.ts";
import { visit } from "../testing/visit.ts";

const {
  visitors: [lead, engineer],
} = await visit("marram", "tamsin");

const start = { room: "pan-yard", template: "steelpan-orchestra-full-yard", release: 3, leaveOut: [] };
const begun = async (title: string): Promise<string> =>
  (await engineer.ask("startSession", {}, { ...start, title })).data.id;
/** Whether a session is told to be not at its room as it stands, and stands in the list of those that are not. */
async function waits(session: string): Promise<boolean> {
  const { unsent, title } = (await lead.ask("session", { session })).data;
  const find = new URLSearchParams({ which: "unsent", find: title }).toString();
  const listed = (await lead.ask("sessions", {}, undefined, `?${find}`)).data.sessions.map((s) => s.id);
  expect(listed).toEqual(unsent ? [session] : []);
  return unsent;
}
const send = (session: string, as: "package" | "correction") =>
  lead.ask("sendToStation", { session }, { as });

describe("a session that is not at its room as it stands", () => {
  it("is one that was begun, until its package is sent, and again once it was brought forward", async () => {
    const session = await begun("Flood");
    expect(await waits(session)).toBe(true);
    await send(session, "package");
    expect(await waits(session)).toBe(false);
    await lead.ask("bringForward", { session }, { release: 6, revision: null, choices: [] });
    expect(await waits(session)).toBe(true);
    await send(session, "package");
    expect(await waits(session)).toBe(false);
    await lead.ask("undoForward", { session });
    expect(await waits(session)).toBe(true);
    await lead.ask("closeSession", { session });
    expect(await waits(session)).toBe(false);
  });

  it("is none that has just been handed in, until the house puts something right in it", async () => {
    const session = await begun("Ebb");
    const { now } = (await engineer.ask("session", { session })).data;
    const tracks = now.tracks.map((t) => (t.kind === "audio" ? { ...t, colour: "#123456" } : t));
    const { data } = await engineer.ask("handIn", {}, writeExchange({ ...now, tracks }, session));
    expect([takenIn(data).checkIn.length > 0, await waits(session)]).toEqual([true, false]);
    const right = (revision: number, isSent: boolean) =>
      lead.ask("putRight", { session }, { run: randomUUID(), rule: null, revision, send: isSent });
    expect((await right(0, false)).problem).toBe("");
    expect(await waits(session)).toBe(true);
    await send(session, "correction");
    expect(await waits(session)).toBe(false);
  });
});
