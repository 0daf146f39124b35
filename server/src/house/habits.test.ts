import { writeExchange } from "@mossy/core/formats/exchange/write";
import { withHabit } from "@mossy/core/habits/adopt";
import { describe, expect, it } from "vitest";
import { takenIn } from "../testing/sessions.ts";
import { visit } from "../testing/visit.ts";

const {
  house,
  visitors: [lead, tamsin],
} = await visit("marram", "tamsin");
const talkback = async () => {
  const { data } = await lead.ask("habits", {});
  return { data, habit: data.habits.find((h) => h.role === "talkback" && h.about === "name") };
};

// One story, in order.
describe("what rooms do against the house", () => {
  it("is found in what came back, with the rooms that do it", async () => {
    const { data, habit } = await talkback();
    const { rows } = await house.pool.query<{ many: number }>(
      "select count(*)::int as many from sessions where last_check_in is not null",
    );
    expect([data.edition, data.sessions]).toEqual([2, rows[0]!.many]);
    expect(habit).toMatchObject({ house: "TB", rooms: "Intercom" });
    expect(habit!.sessions * 2).toBeGreaterThan(habit!.of);
    expect(habit!.inRooms.length).toBeGreaterThan(1);
  });

  it("counts what comes back from then on, as it was handed in", async () => {
    const { habit: before } = await talkback();
    const body = {
      title: "Another row",
      room: "pan-yard",
      template: "steelpan-orchestra-full-yard",
      release: 6,
      leaveOut: [],
    };
    const { data: session } = await tamsin.ask("startSession", {}, body);
    const tracks = session.baseline.tracks.map((t) =>
      t.role === "talkback" ? { ...t, name: "Intercom" } : t,
    );
    const came = { ...session.baseline, tracks };
    const { checkIn } = takenIn((await tamsin.ask("handIn", {}, writeExchange(came, session.id))).data);
    const { habit: after } = await talkback();
    expect([after!.sessions, after!.of]).toEqual([before!.sessions + 1, before!.of + 1]);
    await lead.ask("setAside", { checkIn }, { reason: "a trial" });
    expect((await talkback()).habit?.of).toBe(before!.of);
  });

  it("is none any more once an edition takes it up", async () => {
    const { habit } = await talkback();
    const { data } = await lead.ask("house", {});
    const made = withHabit(data.draft.house, habit!);
    if (!made || !("house" in made)) throw new Error("not taken up");
    const { plainDiff } = await import("@mossy/core/plain/diff");
    const changes = plainDiff(data.draft.house, made.house);
    await lead.ask("editHouse", {}, { revision: data.draft.revision, changes: [...changes] });
    const { data: drafted } = await lead.ask("house", {});
    const published = await lead.ask(
      "publishEdition",
      {},
      { note: "As the rooms say it", revision: drafted.draft.revision },
    );
    expect(published.problem).toBe("");
    const { data: now, habit: gone } = await talkback();
    expect([now.edition, gone]).toEqual([3, undefined]);
  });
});
