import { NO_LIMITS } from "@mossy/core/fit/limits";
import { readExchange } from "@mossy/core/formats/exchange/read";
import { writeExchange } from "@mossy/core/formats/exchange/write";
import { diff } from "@mossy/core/session/diff";
import { blankTrack } from "@mossy/core/session/document";
import type { Session, Track } from "@mossy/core/session/document";
import type { AnswerOf } from "@mossy/contract/routes";
import { strFromU8, unzipSync, zipSync } from "fflate";
import { describe, expect, it } from "vitest";
import { quayNight, takenIn } from "../testing/sessions.ts";
import { visit } from "../testing/visit.ts";

// The van's software takes 10 plain characters, sixteen colours, and folders that carry no sound.
const {
  visitors: [lead, engineer],
} = await visit("marram", "tamsin");

type Whole = AnswerOf<"session">;
const whole = async (session: string): Promise<Whole> => (await lead.ask("session", { session })).data;
const packaged = async (session: string): Promise<Uint8Array> => {
  const { data } = await engineer.ask("package", { session });
  const files = unzipSync(data as Uint8Array);
  const [, file] = Object.entries(files).find(([name]) => name.endsWith(".dawproject")) ?? [];
  return file ?? new Uint8Array();
};
/** As software that knows nothing of us saves it. */
const savedElsewhere = (file: Uint8Array): Uint8Array => {
  const { "mossy-lantern.json": _, ...rest } = unzipSync(file);
  return zipSync(rest);
};
const handIn = async (file: Uint8Array, id: string) => {
  const { checkIn } = takenIn((await engineer.ask("handIn", {}, file, `?session=${id}`)).data);
  return (await lead.ask("checkIn", { checkIn })).data;
};
/** The van's software as it is, and how to write down that it takes something else. */
async function fieldRecorder() {
  const { data } = await lead.ask("allSoftware", {});
  const { id, name, limits, revision } = data.software.find((s) => s.id === "field-recorder")!;
  let at = revision;
  const takes = async (other: typeof limits): Promise<void> => {
    const said = await lead.ask("editSoftware", { software: id }, { name, limits: other, revision: at++ });
    expect(said.problem).toBe("");
  };
  return { limits, takes };
}
const differences = (a: Session, b: Session): string[] => diff(a, b).map((c) => JSON.stringify(c));
const renamed = (s: Session, id: string, by: Partial<Track>): Session => ({
  ...s,
  tracks: s.tracks.map((t) => (t.id === id ? { ...t, ...by } : t)),
});

describe("a session in a room whose software takes less", () => {
  it("goes out in names, colours and folders that it takes, and says so beforehand", async () => {
    const { data: session } = await quayNight(engineer);
    const { session: out } = await readExchange(await packaged(session.id));
    const { data: rooms } = await lead.ask("rooms", {});
    const palette = rooms.rooms.find((r) => r.id === "ferry-van")!.limits.palette;
    for (const t of out.tracks) {
      expect(t.name).toMatch(/^[ -~]{0,10}$/);
      if (t.colour !== null) expect(palette).toContain(t.colour);
      if (t.kind === "folder") expect([t.parent, t.format]).toEqual([null, null]);
    }
    const own = new Map(session.baseline.tracks.map((t) => [t.id, t]));
    const other = (field: "name" | "kind" | "colour"): number =>
      out.tracks.filter((t) => own.get(t.id)?.[field] !== t[field]).length;
    expect([other("name") > 0, other("kind") > 2, other("colour") > 20]).toEqual([true, true, true]);
    const said = (what: string): number => session.report.adjusted.filter((a) => a.what === what).length;
    expect([said("Name there"), said("Folder there")]).toEqual([other("name"), other("kind")]);
    expect(session.report.adjusted.find((a) => a.what === "Colours there")?.says).toMatch(
      /^\d+ colours of the house shown by \d+ that its software has/,
    );
  });

  it.each([
    ["with our file in it", (file: Uint8Array) => file],
    ["without", savedElsewhere],
  ])("comes back without drift where nothing was done, %s", async (_, saved) => {
    const { data: session } = await quayNight(engineer);
    const checkIn = await handIn(saved(await packaged(session.id)), session.id);
    expect(differences(session.baseline, checkIn.now.session)).toEqual([]);
    expect(checkIn.findingsThen).toBe(0);
  });

  it("keeps what the room did, in the house's terms, and puts right only what that left", async () => {
    const { data: session } = await quayNight(engineer);
    const { session: out } = await readExchange(await packaged(session.id));
    const folder = out.tracks.find((t) => t.kind === "bus" && out.tracks.some((o) => o.feeds === t.id))!;
    const [one, other] = out.tracks.filter((t) => t.kind === "audio");
    const worked = renamed(out, one!.id, { name: "Wrong name" });
    const fresh = blankTrack("extra", "Cowbell", { feeds: folder.id, colour: other!.colour });
    const { now: came } = await handIn(
      writeExchange({ ...worked, tracks: [...worked.tracks, fresh] }, session.id),
      session.id,
    );
    const now = new Map(came.session.tracks.map((t) => [t.id, t]));
    expect(now.get(one!.id)?.name).toBe("Wrong name");
    expect(now.get("extra")).toMatchObject({ parent: folder.id, name: "Cowbell" });
    const house = new Set(session.baseline.tracks.map((t) => t.colour));
    expect(house).toContain(now.get("extra")?.colour);

    // Only the name is put right: nothing else of the project is touched.
    const file = writeExchange(worked, session.id);
    const checkIn = await handIn(file, session.id);
    const name = session.baseline.tracks.find((t) => t.id === one!.id)!.name;
    await lead.ask(
      "editDocument",
      { document: checkIn.now.id },
      { revision: 0, changes: [{ do: "set", id: one!.id, field: "name", from: "Wrong name", to: name }] },
    );
    const { data: bytes } = await lead.ask("correctedFile", { checkIn: checkIn.id });
    const [before, after] = [file, bytes as Uint8Array].map((f) => strFromU8(unzipSync(f)["project.xml"]!));
    expect(after).toBe(before!.replace("Wrong name", one!.name));
  });

  it("is read under its house names whatever became of the software's limits meanwhile", async () => {
    const { data: session } = await quayNight(engineer);
    const file = savedElsewhere(await packaged(session.id));
    const field = await fieldRecorder();
    await field.takes(NO_LIMITS);
    expect(differences(session.baseline, (await handIn(file, session.id)).now.session)).toEqual([]);
    const { session: still } = await readExchange(await packaged(session.id));
    expect(still.tracks.every((t) => t.name.length <= 10)).toBe(true);
    await field.takes(field.limits);
  });

  it("keeps the names it has there when it is brought forward, and knows an older copy again", async () => {
    const title = "Two releases";
    const body = {
      title,
      room: "ferry-van",
      template: "steelpan-orchestra-full-yard",
      release: 3,
      leaveOut: [],
    };
    const { data: session } = await engineer.ask("startSession", {}, body);
    const file = await packaged(session.id);
    const { session: out } = await readExchange(file);
    const { data: look } = await engineer.ask("forwardLook", { session: session.id, release: 6 });
    const to = { release: 6, revision: look.revision, choices: [] };
    expect((await engineer.ask("bringForward", { session: session.id }, to)).problem).toBe("");
    const brought = await whole(session.id);
    const { session: then } = await readExchange(await packaged(session.id));
    const names = new Map(out.tracks.map((t) => [t.id, t.name]));
    const own = new Map(session.baseline.tracks.map((t) => [t.id, t.name]));
    const same = brought.baseline.tracks.filter((t) => own.get(t.id) === t.name).map((t) => t.id);
    expect(same.length).toBeGreaterThan(20);
    const written = new Map(then.tracks.map((t) => [t.id, t.name]));
    expect(same.map((id) => written.get(id))).toEqual(same.map((id) => names.get(id)));

    const checkIn = await handIn(file, session.id);
    expect((await whole(session.id)).release).toBe(3);
    expect(differences(session.baseline, checkIn.now.session)).toEqual([]);
  });

  it("keeps what was put right in it before, in a copy from before it was brought forward", async () => {
    const body = {
      title: "Put right, then brought",
      room: "ferry-van",
      template: "steelpan-orchestra-full-yard",
      release: 3,
      leaveOut: [],
    };
    const { data: session } = await engineer.ask("startSession", {}, body);
    const checkIn = await handIn(await packaged(session.id), session.id);
    const main = checkIn.now.session.tracks.find((t) => t.kind === "main")!;
    // A colour that is none of the house: its software shows it by the nearest it has.
    const red = "#e01818";
    await lead.ask(
      "editDocument",
      { document: checkIn.now.id },
      { revision: 0, changes: [{ do: "set", id: main.id, field: "colour", from: main.colour, to: red }] },
    );
    const { data: corrected } = await lead.ask("correctedFile", { checkIn: checkIn.id });
    const { session: out } = await readExchange(corrected as Uint8Array);
    expect(out.tracks.find((t) => t.id === main.id)?.colour).not.toBe(red);
    const { data: look } = await engineer.ask("forwardLook", { session: session.id, release: 6 });
    const to = { release: 6, revision: look.revision, choices: [] };
    // From then on it is written another way there.
    const field = await fieldRecorder();
    await field.takes({ ...field.limits, longestName: 9 });
    expect((await engineer.ask("bringForward", { session: session.id }, to)).problem).toBe("");
    await field.takes(field.limits);

    const again = await handIn(corrected as Uint8Array, session.id);
    expect((await whole(session.id)).release).toBe(3);
    expect(again.now.session.tracks.find((t) => t.id === main.id)?.colour).toBe(red);
  });

  it("goes on to another room as that room's software takes it, and comes back without drift", async () => {
    const { data: session } = await quayNight(engineer);
    const checkIn = await handIn(await packaged(session.id), session.id);
    const to = { room: "story-tent", revision: checkIn.now.revision };
    expect((await lead.ask("handOver", { session: session.id }, to)).problem).toBe("");
    const { data: rooms } = await lead.ask("rooms", {});
    const { palette } = rooms.rooms.find((r) => r.id === "story-tent")!.limits;
    const { data: bytes } = await lead.ask("correctedFile", { checkIn: checkIn.id });
    const { session: out } = await readExchange(bytes as Uint8Array);
    expect(out.tracks.filter((t) => t.colour !== null && !palette.includes(t.colour))).toEqual([]);
    const { data: back } = await lead.ask("handIn", {}, bytes as Uint8Array);
    const again = (await lead.ask("checkIn", { checkIn: takenIn(back).checkIn })).data;
    expect(differences(again.baseline, again.now.session)).toEqual([]);
  });
});
