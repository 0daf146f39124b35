import type { AnswerOf } from "@mossy/contract/routes";
import { writeExchange } from "@mossy/core/formats/exchange/write";
import { makeStyle } from "@mossy/core/house/style";
import { blockFrom, madeKnown, reachedBy } from "@mossy/core/library/blockMake";
import { joinsFor, putBlock } from "@mossy/core/library/blockPut";
import { setField } from "@mossy/core/session/change";
import type { Change } from "@mossy/core/session/change";
import type { Session, Track } from "@mossy/core/session/document";
import { endOf } from "@mossy/core/sheet/typed";
import { describe, expect, it } from "vitest";
import { everyPage } from "../testing/everyPage.ts";
import { takenIn } from "../testing/sessions.ts";
import { otherThanCounted } from "../testing/readModels.ts";
import { visit } from "../testing/visit.ts";

const {
  house,
  visitors: [lead, engineer, elsewhere],
} = await visit("marram", "tamsin", "ossian");

const YARD = "steelpan-orchestra-full-yard";
const CHOIR = "shanty-choir";
const BLOCK = "toms-and-irons";
const { data: current } = await lead.ask("currentEdition", {});
const style = makeStyle(current.house);

const draftOf = async (template: string) => (await lead.ask("template", { template })).data.draft;
const edit = async (template: string, changes: readonly Change[]) => {
  const { id, revision } = await draftOf(template);
  return lead.ask("editDocument", { document: id }, { revision, changes: [...changes] });
};
const named = (s: Session, name: string): Track => {
  const t = s.tracks.find((x) => x.name === name);
  if (!t) throw new Error(`no track ${name} among ${s.tracks.map((x) => x.name).join()}`);
  return t;
};
const folderOf = (s: Session): Track => s.tracks.find((t) => t.kind === "folder" && t.role === "drum-kit")!;
const releaseOf = (s: Session, held: string) => s.blocks.find((b) => b.id === held)?.release;
const card = async (template: string) =>
  (await lead.ask("library", {})).data.templates.find((t) => t.id === template)!;
const places = async () => {
  const pages = await everyPage((from) => lead.ask("blockPlaces", { template: BLOCK, from }));
  return { ...pages.at(-1)!, places: pages.flatMap((p) => p.places) };
};
const whole = async (session: string): Promise<AnswerOf<"session">> =>
  (await engineer.ask("session", { session })).data;

// The yard's kit as a block: known in the yard, put into the choir, both published; a session of each.
const yard = (await draftOf(YARD)).session;
const kit = blockFrom(yard, {
  name: "Toms and irons",
  ids: [folderOf(yard).id],
  along: new Set(reachedBy(yard, [folderOf(yard).id]).flatMap((r) => (r.own ? [r.track.id] : []))),
}) as Session;
const wish = { name: "Toms and irons", shelf: "Blocks", says: "The kit as it stands in the yard." };
const made = await lead.ask("newBlock", {}, { ...wish, session: kit, note: "As in the yard" });
await edit(YARD, madeKnown(yard, kit, { id: "yard-kit", block: BLOCK, name: wish.name, release: 1 }));
const hat = named(yard, "Hat");
// The yard has the hat down by itself: that is the yard's own, and its sessions'.
await edit(YARD, [setField(hat, "level", -17)]);
const choir = (await draftOf(CHOIR)).session;
const release = { block: BLOCK, name: wish.name, release: 1, session: kit };
await edit(
  CHOIR,
  putBlock(style, choir, release, {
    id: "choir-kit",
    place: endOf(choir),
    joins: joinsFor(choir, kit, null),
  }),
);
const publish = async (template: string, note: string) =>
  (await lead.ask("publishRelease", { template }, { revision: (await draftOf(template)).revision, note }))
    .data.number;
const published = await publish(YARD, "With the kit as a block");
const start = { title: "Block tide", room: "pan-yard", template: YARD, release: published, leaveOut: [] };
const session = (await engineer.ask("startSession", {}, start)).data;

describe("a block of the library", () => {
  it("is begun with a release, on a shelf of its own, and nothing is started from it", async () => {
    expect(made.data).toMatchObject({ id: BLOCK, number: 1, note: "As in the yard" });
    expect(await card(BLOCK)).toMatchObject({ kind: "block", shelf: "Blocks", changed: false });
    expect(
      (await engineer.ask("startSession", {}, { ...start, template: BLOCK, release: 1 })).problem,
    ).toMatch(/put into sessions and templates/);
    const again = await lead.ask("newBlock", {}, { ...wish, session: kit, note: "Again" });
    expect(again.problem).toMatch(/has a template or block called/);
    expect((await engineer.ask("newBlock", {}, { ...wish, session: kit, note: "x" })).status).toBe(403);
  });

  it("is found wherever it stands, also in a session that went out with it, with nothing changed there", async () => {
    expect((await card(BLOCK)).places).toEqual({ templates: 2, sessions: 1, behind: 0 });
    expect(await places()).toMatchObject({ release: 1, of: 3, next: null });
    expect((await places()).places.map((p) => [p.kind, p.title, p.release, p.forward])).toEqual([
      ["template", "Shanty choir", 1, null],
      ["template", "Steelpan orchestra, full yard", 1, null],
      ["session", "Block tide", 1, null],
    ]);
    expect(session.now.blocks.map((b) => b.id)).toContain("yard-kit");
    expect(await card(YARD)).toMatchObject({ blocks: ["talkback-to-the-room", BLOCK], blocksBehind: 0 });
    expect((await lead.ask("blockPlaces", { template: "none", from: 0 })).status).toBe(404);
  });
});

describe("a block's next release", () => {
  it("is brought to a session that came back: its own work stays, and what comes is no drift", async () => {
    // The room pulled an overhead down; then the house gives the kit a third overhead.
    const over = session.now.tracks.find((t) => t.name.includes("OH"))!;
    const back = {
      ...session.now,
      tracks: session.now.tracks.map((t) => (t.id === over.id ? { ...t, level: -11 } : t)),
    };
    takenIn((await engineer.ask("handIn", {}, writeExchange(back, session.id))).data);
    const { session: draft } = await draftOf(BLOCK);
    const first = draft.tracks.find((t) => t.id === over.id)!;
    const third = { ...first, id: "third-oh", positions: ["centre"], name: "OH_Ctr", input: null };
    await edit(BLOCK, [
      { do: "add", track: third, after: first.id },
      setField(named(draft, "Kick"), "level", -4),
    ]);
    await publish(BLOCK, "A third overhead");
    expect((await card(BLOCK)).places).toEqual({ templates: 2, sessions: 1, behind: 3 });
    expect((await card(YARD)).blocksBehind).toBe(1);

    const place = (await places()).places.find((p) => p.kind === "session")!;
    expect(place.forward).toMatchObject({ own: 2, open: 0 });
    const { data: look } = await engineer.ask("blockLook", {
      session: session.id,
      held: "yard-kit",
      release: 2,
    });
    expect(look.block).toEqual({ held: "yard-kit", block: BLOCK, name: wish.name, from: 1 });
    expect(look.notes.map((n) => n.note)).toEqual(["A third overhead"]);
    const asked = { release: 2, revision: place.revision, choices: place.forward!.choices };
    const at = { session: session.id, held: "yard-kit" };
    expect((await elsewhere.ask("bringBlock", at, asked)).status).toBe(403);
    expect((await engineer.ask("bringBlock", at, { ...asked, revision: null })).status).toBe(409);
    const { data: kept } = await engineer.ask("bringBlock", at, asked);
    expect(kept).toMatchObject({ what: "Toms and irons, release 1 to 2", undone: null });

    const now = await whole(session.id);
    const there = (id: string, s = now.now) => s.tracks.find((t) => t.id === id);
    expect(there(over.id)?.level).toBe(-11);
    expect([there(hat.id)?.level, there(hat.id, now.baseline)?.level]).toEqual([-17, -17]);
    expect(there(named(session.now, "Kick").id)?.level).toBe(-4);
    expect(there("yard-kit.third-oh")).toMatchObject({ source: first.source });
    expect(there("yard-kit.third-oh", now.baseline)).toBeDefined();
    expect(there(over.id, now.baseline)?.level).toBe(over.level);
    expect([now.release, releaseOf(now.now, "yard-kit")]).toEqual([published, 2]);
    expect(
      (await engineer.ask("bringBlock", at, { ...asked, revision: place.revision! + 1 })).problem,
    ).toMatch(/stands there on release 2/);

    await engineer.ask("undoForward", { session: session.id });
    const undone = await whole(session.id);
    expect([releaseOf(undone.now, "yard-kit"), there("yard-kit.third-oh", undone.baseline)]).toEqual([
      1,
      undefined,
    ]);
    const { revision } = (await places()).places.find((p) => p.kind === "session")!;
    await engineer.ask("bringBlock", at, { ...asked, revision });
  });

  it("is brought to drafts, published with it where that is wanted; taken back by what undoes it", async () => {
    await edit(CHOIR, [setField(named((await draftOf(CHOIR)).session, "Kick"), "level", -9)]);
    const byTitle = new Map((await places()).places.map((p) => [p.id, p]));
    const [inYard, inChoir] = [byTitle.get(YARD)!, byTitle.get(CHOIR)!];
    expect(inChoir).toMatchObject({ unpublished: true, forward: { open: 1, own: 1 } });
    const bring = (template: string, held: string, p: typeof inYard, more: object) =>
      lead.ask(
        "bringBlockInDraft",
        { template },
        { held, release: 2, revision: p.revision!, choices: p.forward!.choices, publish: null, ...more },
      );
    const { data: yardNow } = await bring(YARD, "yard-kit", inYard, { publish: "With the third overhead" });
    expect(yardNow.published).toBe(published + 1);
    expect((await card(YARD)).latest?.note).toBe("With the third overhead");
    expect((await bring(CHOIR, "choir-kit", inChoir, {})).problem).toMatch(
      /Both changed 1 thing differently/,
    );
    const key = JSON.stringify(["value", named((await draftOf(CHOIR)).session, "Kick").id, "level"]);
    const { data: done, problem } = await bring(CHOIR, "choir-kit", inChoir, { choices: [[key, "ours"]] });
    expect([problem, done.published]).toEqual(["", null]);
    const { session: now } = await draftOf(CHOIR);
    expect([named(now, "Kick").level, releaseOf(now, "choir-kit")]).toEqual([-9, 2]);
    const { document, revision, undo } = done;
    await lead.ask("editDocument", { document }, { revision, changes: undo });
    expect(releaseOf((await draftOf(CHOIR)).session, "choir-kit")).toBe(1);
    expect((await engineer.ask("bringBlockInDraft", { template: CHOIR }, {})).status).toBe(403);
  });

  it("brought to the template and to the session begun from it, the two agree", async () => {
    const before = await whole(session.id);
    const { data: look } = await engineer.ask("forwardLook", {
      session: session.id,
      release: published + 1,
    });
    expect(look.theirs.tracks.map((t) => t.id)).toEqual(before.baseline.tracks.map((t) => t.id));
    expect(look.theirs.tracks.map((t) => t.input)).toEqual(before.baseline.tracks.map((t) => t.input));
  });

  it("leaves every list as it would be counted anew", async () => {
    expect(await otherThanCounted(house.pool)).toEqual([]);
  });
});
