import type { TemplateCard } from "@mossy/contract/library";
import { setSessionField } from "@mossy/core/session/change";
import { describe, expect, it } from "vitest";
import { visit } from "../testing/visit.ts";

const {
  visitors: [lead, engineer],
} = await visit("marram", "tamsin");

const SHANTY = "shanty-choir";
const cardOf = async (id: string): Promise<TemplateCard> => {
  const found = (await lead.ask("library", {})).data.templates.find((t) => t.id === id);
  if (!found) throw new Error(`no template ${id}`);
  return found;
};
const productionOf = async (code: string) =>
  (await lead.ask("productions", {})).data.productions.find((p) => p.code === code);
const start = (template: string, production?: string | null) =>
  engineer.ask(
    "startSession",
    {},
    { title: "Slack water", room: "ferry-van", template, release: 1, leaveOut: [], production },
  );

describe("a template of a production", () => {
  it("is made of a session in one step, published, and the session stays as it is", async () => {
    const { releases } = (await lead.ask("template", { template: SHANTY })).data;
    const release = releases[0]?.number ?? 1;
    const { data: session } = await engineer.ask(
      "startSession",
      {},
      { title: "Surge", room: "ferry-van", template: SHANTY, release, leaveOut: [], production: "Surge26" },
    );
    expect(session.production).toBe("SURGE26");
    const made = await lead.ask(
      "newTemplate",
      {},
      {
        name: "Surge, the record",
        shelf: "Records",
        production: "surge26",
        session: { ...session.now, origin: { template: SHANTY, release } },
        note: "From the first approved mix.",
      },
    );
    const card = await cardOf(made.data.id);
    expect(card).toMatchObject({ production: "SURGE26", retired: false, changed: false });
    expect(card.latest).toMatchObject({ number: 1, note: "From the first approved mix." });
    expect(card.origin).toMatchObject({ template: SHANTY, release });
    expect((await engineer.ask("session", { session: session.id })).data.now).toEqual(session.now);
    const p = await productionOf("SURGE26");
    expect([p?.templates.map((t) => t.id), p?.sessions, p?.open]).toEqual([[made.data.id], 1, 1]);
  });

  it("begins sessions of that production, and of no other", async () => {
    const { data: begun } = await start("surge-the-record");
    expect([begun.production, begun.templateName]).toEqual(["SURGE26", "Surge, the record"]);
    const other = await start("surge-the-record", "FLOW26");
    expect([other.status, other.problem]).toEqual([
      409,
      expect.stringMatching(/belongs to production SURGE26; for FLOW26/),
    ]);
    expect((await start("surge-the-record", "two words")).status).toBe(400);
    const found = (await lead.ask("sessions", {}, undefined, "?find=surge26")).data.sessions;
    expect(found.map((s) => s.title).sort()).toEqual(["Slack water", "Surge"]);
  });

  it("is put away when the production is closed, by the lead alone, and comes back with it", async () => {
    const close = (who: typeof lead, closed: boolean) =>
      who.ask("editProduction", { production: "surge26" }, { title: "The Surge record", closed });
    expect((await close(engineer, true)).status).toBe(403);
    expect((await close(lead, true)).data.closed?.by.name).toBe("Marram Vale");
    expect(await cardOf("surge-the-record")).toMatchObject({ retired: true, production: "SURGE26" });
    expect((await start("surge-the-record")).problem).toMatch(/production SURGE26 is closed/);
    expect((await start(SHANTY, "SURGE26")).problem).toMatch(/SURGE26 is closed. Open it again/);
    const { data } = await lead.ask("template", { template: "surge-the-record" });
    expect([data.retired, data.productionClosed]).toEqual([true, true]);
    expect((await productionOf("SURGE26"))?.open).toBe(2);
    await close(lead, false);
    expect((await start("surge-the-record")).status).toBe(200);
  });

  it("belongs to a production that a lead can begin beforehand, under a code", async () => {
    const begin = (code: string) =>
      lead.ask("editProduction", { production: code }, { title: "The tide clock", closed: false });
    expect((await begin("tide26")).data).toMatchObject({
      code: "TIDE26",
      title: "The tide clock",
      sessions: 0,
    });
    for (const code of ["Straße-1", "ﬁnale", "тихо.2", "潮26", "a".repeat(24)])
      expect([code, (await begin(code)).data.code]).toEqual([code, code.toUpperCase()]);
    for (const code of ["-1", "a b", "x".repeat(25), "😀", "a\u0000b"])
      expect([code, (await begin(code)).status]).toEqual([code, 400]);
    expect((await begin("no code")).problem).toMatch(/“no code”: letters, digits/);
    expect((await productionOf("NO CODE")) ?? null).toBeNull();
  });

  it("can be given to all, or to another production; a block cannot", async () => {
    const edit = (template: string, production?: string | null) =>
      lead.ask(
        "editTemplate",
        { template },
        { name: template === "kit" ? "Kit" : "Surge, the record", shelf: "Records", says: "", production },
      );
    expect((await edit("surge-the-record")).data.production).toBe("SURGE26");
    expect((await edit("surge-the-record", null)).data.production).toBeNull();
    expect((await edit("surge-the-record", "FLOW26")).data.production).toBe("FLOW26");
    const block = (await lead.ask("library", {})).data.templates.find((t) => t.kind === "block");
    const wish = { name: block?.name ?? "", shelf: block?.shelf ?? "", says: "", production: "FLOW26" };
    expect((await lead.ask("editTemplate", { template: block?.id ?? "" }, wish)).problem).toMatch(
      /A block stands in templates/,
    );
  });
});

describe("a template begun from another", () => {
  it("knows which release of it, and shows that a later one is out", async () => {
    const before = (await cardOf(SHANTY)).latest?.number ?? 0;
    const { data } = await lead.ask(
      "newTemplate",
      {},
      { name: "Shanty choir, small", shelf: "Choirs", from: { template: SHANTY, release: null } },
    );
    expect((await cardOf(data.id)).origin).toEqual({
      template: SHANTY,
      name: (await cardOf(SHANTY)).name,
      release: before,
      latest: before,
    });
    const { draft } = (await lead.ask("template", { template: SHANTY })).data;
    await lead.ask(
      "editDocument",
      { document: draft.id },
      {
        revision: draft.revision,
        changes: [setSessionField(draft.session, "notes", "Doors shut.")],
      },
    );
    await lead.ask("publishRelease", { template: SHANTY }, { revision: draft.revision + 1, note: "Doors" });
    expect((await cardOf(data.id)).origin).toMatchObject({ release: before, latest: before + 1 });
  });
});
