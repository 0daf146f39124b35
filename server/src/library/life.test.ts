import type { AnswerOf } from "@mossy/contract/routes";
import type { TemplateCard } from "@mossy/contract/library";
import { setField } from "@mossy/core/session/change";
import { describe, expect, it } from "vitest";
import { everyPage } from "../testing/everyPage.ts";
import { visit } from "../testing/visit.ts";
import { otherThanCounted } from "../testing/readModels.ts";

const {
  house,
  visitors: [lead, engineer],
} = await visit("marram", "tamsin");

const SHANTY = "shanty-choir";
const WALK = "sound-walk";
const card = async (template: string): Promise<TemplateCard> => {
  const { templates } = (await lead.ask("library", {})).data;
  const found = templates.find((t) => t.id === template);
  if (!found) throw new Error(`no template ${template}`);
  return found;
};
const template = async (id: string): Promise<AnswerOf<"template">> =>
  (await lead.ask("template", { template: id })).data;
const take = (release: number, reason: string | null) =>
  lead.ask("takeBack", { template: SHANTY, release }, { reason });
const start = (release: number) =>
  engineer.ask(
    "startSession",
    {},
    { title: "Slip", room: "ferry-van", template: SHANTY, release, leaveOut: [] },
  );

describe("a template", () => {
  it("is renamed, described and moved, but not onto another's name", async () => {
    const { name, shelf } = await card(WALK);
    const { data } = await lead.ask(
      "editTemplate",
      { template: WALK },
      { name: "Sound walk, long", shelf: "Outdoors", says: "For walks of an hour." },
    );
    expect(data).toMatchObject({
      name: "Sound walk, long",
      shelf: "Outdoors",
      says: "For walks of an hour.",
    });
    expect((await lead.ask("library", {})).data.shelves.at(-1)?.name).toBe("Outdoors");
    const taken = { name: "shanty CHOIR", shelf, says: "" };
    expect((await lead.ask("editTemplate", { template: WALK }, taken)).problem).toMatch(
      /another template called/,
    );
    await lead.ask("editTemplate", { template: WALK }, { name, shelf, says: "" });
  });

  it("shows at a glance what folders it has and how much is in each", async () => {
    const { folders, tracks } = await card(SHANTY);
    const { draft } = await template(SHANTY);
    expect(folders.map((f) => f.name)).toEqual([
      ...draft.session.tracks.filter((t) => t.kind === "folder" && t.parent === null).map((t) => t.name),
      "",
    ]);
    const leaves = draft.session.tracks.filter((t) => t.kind !== "folder").length;
    expect(folders.reduce((n, f) => n + f.tracks, 0)).toBe(leaves);
    expect(tracks).toBeGreaterThan(leaves);
  });

  it("is found by what its tracks are called, are for, and go through", async () => {
    const find = async (text: string) =>
      (await lead.ask("findTemplates", {}, undefined, `?find=${text}`)).data.found;
    expect((await find("whistle"))[0]).toMatchObject({
      template: SHANTY,
      where: expect.arrayContaining(["track Whistle"]),
    });
    expect((await find("double second"))[0]?.where).toContain("role double second");
    expect((await find("reedbed")).length).toBeGreaterThan(1);
    expect(await find("no such thing anywhere")).toEqual([]);
  });

  it("begins another one with what it is, or was", async () => {
    const begun = { name: "Shanty choir, small", shelf: "Choirs", from: { template: SHANTY, release: 2 } };
    const { data } = await lead.ask("newTemplate", {}, begun);
    const { session } = (await lead.ask("release", { template: SHANTY, release: 2 })).data;
    expect((await template(data.id)).draft.session).toEqual({
      ...session,
      title: begun.name,
      origin: { template: SHANTY, release: 2 },
    });
  });

  it("is retired and brought back; nothing starts from it meanwhile, and nothing is lost", async () => {
    const before = await card(WALK);
    expect((await lead.ask("retireTemplate", { template: WALK }, { retired: true })).data.retired).toBe(
      true,
    );
    const wish = { title: "Late", room: "loft", template: WALK, release: 2, leaveOut: [] };
    expect((await lead.ask("startSession", {}, wish)).problem).toMatch(/retired/);
    expect((await lead.ask("retireTemplate", { template: WALK }, { retired: false })).data).toEqual(before);
  });
});

describe("a release taken back", () => {
  it("is offered no more, the one before is, and sessions on it say so and can go back to it", async () => {
    const { data: session } = await start(5);
    expect((await take(5, "The third bass sends to the wrong cue mix.")).data.latest?.number).toBe(4);
    expect((await start(5)).problem).toMatch(/wrong cue mix/);
    const { data: told } = await engineer.ask("session", { session: session.id });
    expect(told).toMatchObject({
      release: 5,
      latestRelease: 4,
      takenBack: "The third bass sends to the wrong cue mix.",
    });
    const { open } = (await lead.ask("today", {})).data;
    expect(open.find((s) => s.id === session.id)?.takenBack).toMatch(/wrong cue mix/);
    const behind = await everyPage((from) =>
      lead.ask("behind", { from }, undefined, `?template=${SHANTY}`),
    );
    expect(behind.flatMap((p) => p.sessions).map((s) => s.session.id)).toContain(session.id);
    await engineer.ask(
      "bringForward",
      { session: session.id },
      { release: 4, revision: null, choices: [] },
    );
    const { data: now } = await engineer.ask("session", { session: session.id });
    expect([now.release, now.takenBack, now.now.tracks.some((t) => t.name === "ShBass_3")]).toEqual([
      4,
      null,
      false,
    ]);
  });

  it("leaves the release as it is, counts on behind it, and is given out again", async () => {
    const { releases, draft } = await template(SHANTY);
    expect(releases[0]?.takenBack?.by.name).toBe("Marram Vale");
    expect((await take(5, "Again")).problem).toMatch(/Marram Vale took release 5/);
    const track = draft.session.tracks.find((t) => t.kind === "audio");
    if (!track) throw new Error("an empty draft");
    const edit = { revision: draft.revision, changes: [setField(track, "level", -7)] };
    const { revision } = (await lead.ask("editDocument", { document: draft.id }, edit)).data;
    expect(
      (await lead.ask("publishRelease", { template: SHANTY }, { revision, note: "Mended" })).data.number,
    ).toBe(6);
    expect((await take(5, null)).data.latest?.number).toBe(6);
    expect((await template(SHANTY)).releases.map((r) => r.takenBack)).toEqual([
      null,
      null,
      null,
      null,
      null,
      null,
    ]);
  });
});

describe("shelves", () => {
  const shelves = async () => (await lead.ask("library", {})).data.shelves;

  it("are named, ordered, said what they are for, and change names with each other", async () => {
    const { shelf: where } = await card(WALK);
    const [first, second, ...rest] = (await shelves()).map((s) => ({ ...s, was: s.name }));
    if (!first || !second) throw new Error("too few shelves");
    const wish = [
      { ...second, name: first.name, says: "What is out of doors." },
      { ...first, name: second.name, icon: "pan" },
      ...rest,
    ];
    const { data } = await lead.ask("editShelves", {}, { shelves: wish, merged: [] });
    expect(data.shelves.map((s) => [s.name, s.icon, s.says])).toEqual(
      wish.map((s) => [s.name, s.icon, s.says]),
    );
    // What stood on a shelf stands on it still, whatever it is called now.
    expect((await card(WALK)).shelf).toBe(
      where === first.name ? second.name : where === second.name ? first.name : where,
    );
  });

  it("are put together, and taken down only when nothing stands on them", async () => {
    const all = (await shelves()).map((s) => ({ ...s, was: s.name }));
    const { shelf } = await card(WALK);
    const others = all.filter((s) => s.name !== shelf);
    expect((await lead.ask("editShelves", {}, { shelves: others, merged: [] })).problem).toMatch(
      /On the shelf “.*” stands? \d+ template/,
    );
    const into = others[0]?.name ?? "";
    await lead.ask("editShelves", {}, { shelves: others, merged: [{ name: shelf, into }] });
    expect((await card(WALK)).shelf).toBe(into);
    expect((await shelves()).map((s) => s.name)).not.toContain(shelf);
    const twice = [...others, { ...others[0]!, was: null }];
    expect((await lead.ask("editShelves", {}, { shelves: twice, merged: [] })).problem).toMatch(
      /two shelves called/,
    );
    expect((await engineer.ask("editShelves", {}, { shelves: [], merged: [] })).status).toBe(403);
  });

  it("leave what lists show as it is counted", async () => {
    expect(await otherThanCounted(house.pool)).toEqual([]);
  });
});
