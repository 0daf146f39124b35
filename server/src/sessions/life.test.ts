import { writeExchange } from "@mossy/core/formats/exchange/write";
import { readExchange } from "@mossy/core/formats/exchange/read";
import { setSessionField } from "@mossy/core/session/change";
import { inputsOf } from "@mossy/core/session/inputs";
import { unzipSync } from "fflate";
import { describe, expect, it } from "vitest";
import { takenIn } from "../testing/sessions.ts";
import { visit } from "../testing/visit.ts";

const {
  visitors: [lead, tamsin, wren],
} = await visit("marram", "tamsin", "wren");
const start = async (title: string, room = "pan-yard") =>
  (
    await tamsin.ask(
      "startSession",
      {},
      { title, room, template: "steelpan-orchestra-full-yard", release: 6, leaveOut: [] },
    )
  ).data;
const whole = async (session: string) => (await lead.ask("session", { session })).data;
const revisionOf = async (session: string): Promise<number | null> => {
  const { lastCheckIn } = await whole(session);
  return lastCheckIn && (await lead.ask("checkIn", { checkIn: lastCheckIn.id })).data.now.revision;
};

describe("inputs of a running session", () => {
  const two = async (session: string) => {
    const { now } = await whole(session);
    const plugged = now.tracks.filter(
      (t) => t.input !== null && t.format !== "stereo" && t.source === "mic",
    );
    const [a, b] = [
      plugged[0]!,
      plugged.find((t) => t.phantom === plugged[0]!.phantom && t !== plugged[0])!,
    ];
    return { a, b, now };
  };

  it("swap by whoever works in the room, which is no drift, and the list says so", async () => {
    const { id } = await start("Swap");
    const { a, b } = await two(id);
    const moves = [
      { track: a.id, input: b.input },
      { track: b.id, input: a.input },
    ];
    expect((await wren.ask("replug", { session: id }, { moves, revision: null })).data.what).toBe(
      "Inputs: 2 sources moved",
    );
    const after = await whole(id);
    const at = (track: string) => after.now.tracks.find((t) => t.id === track)?.input;
    expect([at(a.id), at(b.id)]).toEqual([b.input, a.input]);
    expect(after.baseline).toEqual(after.now);
    const checkIn = takenIn((await tamsin.ask("handIn", {}, writeExchange(after.now, id))).data);
    expect(checkIn.findings).toBe(0);
  });

  it("are taken back as they were, also after a check-in stood on them", async () => {
    const { id, baseline } = await start("Back");
    await tamsin.ask("handIn", {}, writeExchange(baseline, id));
    const { a, b } = await two(id);
    const moves = [
      { track: a.id, input: b.input },
      { track: b.id, input: a.input },
    ];
    await tamsin.ask("replug", { session: id }, { moves, revision: await revisionOf(id) });
    expect((await whole(id)).lastCheckIn?.openNow).toBe(0);
    await tamsin.ask("undoForward", { session: id });
    const { now, baseline: then, lastCheckIn } = await whole(id);
    expect([now, then, lastCheckIn?.openNow]).toEqual([baseline, baseline, 0]);
  });

  it("refuse what does not suit: taken by another, of another kind, not there, looked at too long ago", async () => {
    const { id } = await start("Refused");
    const { a, b, now } = await two(id);
    const ask = async (track: string, input: number | null, revision: number | null = null) =>
      (await tamsin.ask("replug", { session: id }, { moves: [{ track, input }], revision })).problem;
    expect(await ask(a.id, b.input)).toContain(`Input ${b.input} would have both “`);
    expect(await ask(a.id, 999)).toContain("There is no input 999.");
    expect(await ask(now.tracks.find((t) => t.kind === "folder")!.id, 1)).toContain("records nothing");
    expect(await ask(a.id, a.input)).toContain("already");
    expect(await ask(a.id, null, 7)).toContain("Somebody worked on the session");
    expect(await ask(a.id, null)).toBe("");
    const free = new Set((await whole(id)).now.tracks.flatMap(inputsOf));
    expect(free.has(a.input!)).toBe(false);
    expect((await whole(id)).now.tracks.filter((t) => t.kind === "audio")).toHaveLength(
      now.tracks.filter((t) => t.kind === "audio").length,
    );
  });
});

describe("a session called otherwise", () => {
  it("has another folder and title in everything that goes out, and its earlier ones stay known", async () => {
    const s = await start("Working title");
    await tamsin.ask("handIn", {}, writeExchange(s.baseline, s.id));
    const { data } = await tamsin.ask(
      "renameSession",
      { session: s.id },
      { title: "Undertow", revision: await revisionOf(s.id) },
    );
    expect(data.title).toBe("Undertow");
    expect(data.folder).toBe(s.folder.replace(/Working-title/, "Undertow"));
    const now = await whole(s.id);
    expect(now.earlier).toEqual([{ title: "Working title", folder: s.folder }]);
    expect([now.title, now.now.title, now.baseline.title]).toEqual(["Undertow", "Undertow", "Undertow"]);
    expect(now.lastCheckIn?.openNow).toBe(0);
    const files = unzipSync((await tamsin.ask("package", { session: s.id })).data);
    const file = Object.keys(files).find((f) => f.endsWith(".dawproject"))!;
    expect(file.startsWith(`${data.folder}/`)).toBe(true);
    expect((await readExchange(files[file]!)).session.title).toBe("Undertow");
    // What the room works on still carries the earlier name: it is this session all the same.
    const late = takenIn((await tamsin.ask("handIn", {}, writeExchange(s.baseline, s.id))).data);
    expect([late.session, late.findings]).toEqual([s.id, 0]);
    expect((await whole(s.id)).now.title).toBe("Undertow");
    const { data: right } = await tamsin.ask("correctedFile", { checkIn: late.checkIn });
    expect((await readExchange(right)).session.title).toBe("Undertow");
  });

  it("never shares its folder with another, and keeps its name when something earlier is taken back", async () => {
    const [a, b] = [await start("Neap"), await start("Ebb")];
    const taken = await tamsin.ask("renameSession", { session: b.id }, { title: "Neap", revision: null });
    expect(taken.data.title).toBe("Neap 2");
    expect(taken.data.folder).not.toBe((await whole(a.id)).folder);
    const { now } = await whole(a.id);
    const t = now.tracks.find((x) => x.input !== null)!;
    const moves = [{ track: t.id, input: null }];
    await tamsin.ask("replug", { session: a.id }, { moves, revision: null });
    await tamsin.ask("renameSession", { session: a.id }, { title: "Neap tide", revision: null });
    await tamsin.ask("undoForward", { session: a.id });
    const after = await whole(a.id);
    expect([after.title, after.baseline.title]).toEqual(["Neap tide", "Neap tide"]);
    expect(after.baseline.tracks).toEqual(now.tracks);
    const same = await tamsin.ask(
      "renameSession",
      { session: a.id },
      { title: "Neap tide", revision: null },
    );
    expect(same.status).toBe(409);
  });
});

describe("a session for a second song", () => {
  it("is set up as the first is, inputs and all, with nothing that was worked in that", async () => {
    const s = await start("First song", "ferry-van");
    const [t] = s.baseline.tracks.filter((x) => x.input !== null);
    const worked = {
      ...s.baseline,
      tracks: s.baseline.tracks.map((x) => ({ ...x, level: -12 })),
    };
    await tamsin.ask("handIn", {}, writeExchange(worked, s.id));
    const moves = [{ track: t!.id, input: null }];
    await tamsin.ask("replug", { session: s.id }, { moves, revision: await revisionOf(s.id) });
    const { data } = await wren.ask("copySession", { session: s.id }, { title: "Second song" });
    const [first, second] = [await whole(s.id), await whole(data.id)];
    expect(second.baseline).toEqual({ ...first.baseline, title: "Second song" });
    expect([second.now, second.checkIns, second.sentAt]).toEqual([second.baseline, [], null]);
    expect([second.room, second.release, second.folder === first.folder]).toEqual(["ferry-van", 6, false]);
    const again = await wren.ask("copySession", { session: s.id }, { title: "Second song" });
    expect(again.data.title).toBe("Second song 2");
  });
});

describe("what a session would be called, and what was started last", () => {
  it("says the folder beforehand, and the name it gets where that is another's today", async () => {
    const look = async (title: string) =>
      (await wren.ask("nameLook", {}, undefined, `?room=pan-yard&title=${encodeURIComponent(title)}`)).data;
    const before = await look("High water");
    expect(before.title).toBe("High water");
    const s = await start("High water");
    expect(s.folder).toBe(before.folder);
    const after = await look("High water");
    expect([after.title, after.folder]).toEqual([
      "High water 2",
      before.folder.replace("water", "water-2"),
    ]);
    expect((await start("High water")).folder).toBe(after.folder);
  });

  it("starts again from the latest release, with what was chosen of what that leaves free", async () => {
    const body = {
      title: "Slow",
      room: "ferry-van",
      template: "steelpan-orchestra-full-yard",
      release: 5,
      leaveOut: [],
      settings: { tempo: 77, meter: { beats: 3, unit: 4 } },
    };
    const { problem } = await tamsin.ask("startSession", {}, body);
    expect(problem).toBe("");
    const { last } = (await wren.ask("lastStarted", { room: "ferry-van" })).data;
    expect(last).toMatchObject({
      title: "Slow",
      template: body.template,
      release: 6,
      settings: body.settings,
      setUp: null,
      by: { name: "Tamsin Roe" },
    });
    const again = await tamsin.ask(
      "startSession",
      {},
      { ...body, title: "Slow again", release: last!.release!, settings: last!.settings },
    );
    expect(again.data.baseline.tempo).toBe(77);
    expect((await lead.ask("lastStarted", { room: "nowhere" })).data.last).toBeNull();
  });

  it("leaves out what the latest release fixes by now", async () => {
    const { session } = (await lead.ask("template", { template: "engine-room-only" })).data.draft;
    const { data: made } = await lead.ask("newTemplate", {}, { name: "Loose", shelf: "Field", session });
    await lead.ask("publishRelease", { template: made.id }, { revision: 0, note: "Loose" });
    const body = { title: "Loose one", room: "pan-yard", template: made.id, release: 1, leaveOut: [] };
    const settings = { tempo: 77, meter: { beats: 3, unit: 4 } };
    await tamsin.ask("startSession", {}, { ...body, settings });
    const { draft } = (await lead.ask("template", { template: made.id })).data;
    const changes = [setSessionField(draft.session, "fixed", ["tempo"])];
    await lead.ask("editDocument", { document: draft.id }, { revision: draft.revision, changes });
    await lead.ask("publishRelease", { template: made.id }, { revision: 1, note: "Fixed" });
    const { last } = (await wren.ask("lastStarted", { room: "pan-yard" })).data;
    expect([last?.release, last?.settings]).toEqual([2, { meter: settings.meter }]);
  });
});
