import type { Impact } from "@mossy/contract/house";
import type { House } from "@mossy/core/house/house";
import { plainDiff } from "@mossy/core/plain/diff";
import { describe, expect, it } from "vitest";
import { exceptionOf } from "@mossy/core/house/exceptions";
import { everyPage } from "../testing/everyPage.ts";
import { Visitor } from "../testing/house.ts";
import { visit } from "../testing/visit.ts";

const {
  house,
  visitors: [lead, engineer],
} = await visit("marram", "tamsin");

/** The whole impact of the draft, asked for until there is no more. */
const impactPages = (): Promise<Impact[]> => everyPage((from) => lead.ask("impact", { from }));

/** Brings the draft from one state to another, as changes made to a revision. */
const edit = (who: Visitor, revision: number, from: House, to: House) =>
  who.ask("editHouse", {}, { revision, changes: plainDiff(from, to) });

describe("the house style", () => {
  it("is a draft that becomes the next edition; the edition before stays as it was", async () => {
    const { data: before } = await lead.ask("house", {});
    const { data: second } = await lead.ask("houseEdition", { edition: 2 });
    const changed = {
      ...before.draft.house,
      palette: before.draft.house.palette.map((c) => (c.id === "saffron" ? { ...c, hex: "#d8a020" } : c)),
    };
    const { data: saved, status } = await edit(lead, before.draft.revision, before.draft.house, changed);
    expect(status).toBe(200);
    const { data: edition } = await lead.ask(
      "publishEdition",
      {},
      { revision: saved.revision, note: "Saffron a shade darker" },
    );
    expect(edition).toMatchObject({
      number: 3,
      note: "Saffron a shade darker",
      publishedBy: { id: "marram", name: "Marram Vale" },
    });
    expect((await lead.ask("houseEdition", { edition: 2 })).data).toEqual(second);
    const { data: current } = await lead.ask("currentEdition", {});
    expect(current.number).toBe(3);
    expect(current.house.palette.find((c) => c.id === "saffron")?.hex).toBe("#d8a020");
  });

  it("says before publishing what the draft would ask of drafts, releases and open sessions", async () => {
    const { data: before } = await lead.ask("house", {});
    const house = {
      ...before.draft.house,
      words: {
        ...before.draft.house.words,
        roles: before.draft.house.words.roles.map((r) =>
          r.id === "iron" ? { ...r, short: { ...r.short, full: "Irn" } } : r,
        ),
      },
    };
    await edit(lead, before.draft.revision, before.draft.house, house);
    const pages = await impactPages();
    const data = { on: pages.flatMap((p) => p.on), tracks: pages.reduce((n, p) => n + p.tracks, 0) };
    const yard = data.on.filter((o) => o.title.startsWith("Steelpan orchestra"));
    expect(yard.map((o) => [o.kind, o.touched])).toEqual([
      ["draft", 2],
      ["release", 2],
    ]);
    expect(yard[0]?.touches[0]).toEqual({
      track: "iron-1",
      name: "Iron_1",
      what: "name",
      before: "Iron_1",
      after: "Irn_1",
    });
    expect(
      data.on
        .filter((o) => o.kind === "session")
        .map((o) => o.title)
        .sort(),
    ).toEqual(["Engine overdubs", "Marram sessions 02"]);
    expect(data.tracks).toBe(data.on.reduce((n, o) => n + o.touched, 0));
    await edit(lead, before.draft.revision + 1, house, before.draft.house);
  });

  it("takes what two leads change at once, and says who was faster where both changed one thing", async () => {
    const {
      data: { draft },
    } = await lead.ask("house", {});
    const [first, second] = draft.house.palette;
    expect(
      (await edit(lead, draft.revision, draft.house, { ...draft.house, folderFrom: 3 })).data,
    ).toMatchObject({ merged: false });
    const other = {
      ...draft.house,
      palette: draft.house.palette.map((c) => (c === first ? { ...c, hex: "#123456" } : c)),
    };
    expect((await edit(lead, draft.revision, draft.house, other)).data).toMatchObject({ merged: true });
    const late = await edit(lead, draft.revision, draft.house, { ...draft.house, folderFrom: 5 });
    expect(late.status).toBe(409);
    expect(late.problem).toContain("Marram Vale changed the same thing meanwhile");
    const now = (await lead.ask("house", {})).data.draft.house;
    expect([now.folderFrom, now.palette[0]?.hex, now.palette[1]?.hex]).toEqual([3, "#123456", second?.hex]);
    const { rows } = await house.pool.query(
      "select made_by, jsonb_array_length(changes) as many from house_changes order by " +
        "revision desc limit 2",
    );
    expect(rows).toEqual([
      { made_by: "marram", many: 1 },
      { made_by: "marram", many: 1 },
    ]);
    const { hands } = (await lead.ask("houseHands", {})).data;
    expect(hands[JSON.stringify(["folderFrom", ""])]).toMatchObject({
      by: { id: "marram", name: "Marram Vale" },
    });
    expect(Date.now() - Date.parse(hands[JSON.stringify(["palette", first?.id])]?.at ?? "")).toBeLessThan(
      60_000,
    );
    expect(hands[JSON.stringify(["palette", second?.id])]).toBeUndefined();
    const {
      data: { draft: last },
    } = await lead.ask("house", {});
    await edit(lead, last.revision, last.house, draft.house);
  });

  it("does not publish a draft that says what the last edition says", async () => {
    const {
      data: { draft },
    } = await lead.ask("house", {});
    const { data: current } = await lead.ask("currentEdition", {});
    const answer = await lead.ask("publishEdition", {}, { revision: draft.revision, note: "again" });
    expect([answer.status, answer.problem]).toEqual([
      422,
      `The draft says the same as edition ${current.number}. Change something, then publish.`,
    ]);
  });

  it("refuses a draft that does not hold together, naming the place", async () => {
    const { data } = await lead.ask("house", {});
    const [first, ...rest] = data.draft.house.words.roles;
    const broken = {
      ...data.draft.house,
      words: { ...data.draft.house.words, roles: [{ ...first, family: "nowhere" }, ...rest] },
    };
    const answer = await edit(lead, data.draft.revision, data.draft.house, broken as House);
    expect(answer.status).toBe(422);
    expect(answer.problem).toBe("there is no family “nowhere”");
  });

  it("lists the names nobody could read, with where they stand", async () => {
    const { data } = await lead.ask("library", {});
    const { data: template } = await lead.ask("template", { template: data.templates[0]!.id });
    const t = template.draft.session.tracks.find((x) => x.kind === "audio")!;
    await lead.ask(
      "editDocument",
      { document: template.draft.id },
      {
        revision: template.draft.revision,
        changes: [
          {
            do: "add",
            track: { ...t, id: "strange", parent: null, role: null, name: "xqzv 2" },
            after: null,
          },
        ],
      },
    );
    const { data: unread } = await lead.ask("unreadNames", {});
    expect(unread.names).toContainEqual({ name: "xqzv 2", families: [], count: 1, where: [template.name] });
    expect(unread.names.some((n) => n.name === t.name)).toBe(false);
  });

  it(
    "goes through templates and sessions some at a time, says how far it is, and counts " +
      "what each exception meets",
    async () => {
      const { data: before } = await lead.ask("house", {});
      const house: House = {
        ...before.draft.house,
        exceptions: [
          ...before.draft.house.exceptions,
          exceptionOf("returns", "returns are grey", { kinds: ["return"] }, { colour: "stone" }),
          exceptionOf("nobody", "nobody", { words: ["xyzzy"] }, { colour: "stone" }),
        ],
      };
      const { data: saved } = await edit(lead, before.draft.revision, before.draft.house, house);
      const pages = await impactPages();
      expect(pages.length).toBeGreaterThan(1);
      expect(pages.at(-1)?.of).toBe(pages[0]?.of);
      const { data: uses } = await lead.ask("houseUses", {});
      const touched = pages
        .flatMap((p) => p.on)
        .reduce((n, o) => n + o.touches.filter((t) => t.what === "colour").length, 0);
      expect(uses.exceptions.slice(-2).map((e) => e.tracks)).toEqual([touched, 0]);
      expect(touched).toBeGreaterThan(10);
      expect((await lead.ask("impact", { from: "x" })).status).toBe(404);
      await edit(lead, saved.revision, house, before.draft.house);
    },
  );

  it("has a checklist that each room ticks off, by anybody, with a name and a date", async () => {
    const wren = await Visitor.signedIn(house.base, "wren");
    const { data } = await wren.ask("tick", { room: "story-tent", item: "rate" }, { done: true });
    expect(data.ticks.map((t) => [t.item, t.by])).toEqual([["rate", { id: "wren", name: "Wren Addis" }]]);
    expect((await lead.ask("room", { room: "story-tent" })).data.ticks).toEqual(data.ticks);
    expect(
      (await wren.ask("tick", { room: "story-tent", item: "rate" }, { done: false })).data.ticks,
    ).toEqual([]);
    expect((await wren.ask("tick", { room: "nowhere", item: "rate" }, { done: true })).status).toBe(404);
  });

  it("is the lead's to change", async () => {
    const { data } = await engineer.ask("house", {});
    const answer = await edit(engineer, data.draft.revision, data.draft.house, {
      ...data.draft.house,
      folderFrom: 4,
    });
    expect(answer.status).toBe(403);
    expect(answer.problem).toBe("This takes the right of lead; you are signed in as Tamsin Roe, engineer.");
  });

  it("cannot be changed behind the house's back once published", async () => {
    await expect(house.pool.query("update house_editions set note = 'x' where number = 1")).rejects.toThrow(
      "published and cannot be changed",
    );
    await expect(house.pool.query("delete from releases")).rejects.toThrow(
      "published and cannot be changed",
    );
    await expect(house.pool.query("update check_ins set notices = '[]'")).rejects.toThrow(
      "published and cannot be changed",
    );
    await expect(house.pool.query("delete from check_ins")).rejects.toThrow(
      "published and cannot be changed",
    );
  });
});
