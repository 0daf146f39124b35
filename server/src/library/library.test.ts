import { apply } from "@mossy/core/session/apply";
import { inverse, setField, setSessionField } from "@mossy/core/session/change";
import type { Change } from "@mossy/core/session/change";
import { blankTrack } from "@mossy/core/session/document";
import { describe, expect, it } from "vitest";
import { Visitor } from "../testing/house.ts";
import { visit } from "../testing/visit.ts";
import { keepStand } from "./stands.ts";

const {
  house,
  visitors: [lead],
} = await visit("marram");
const YARD = "steelpan-orchestra-full-yard";

const draft = async () => (await lead.ask("template", { template: YARD })).data.draft;
const edit = (document: string, revision: number, changes: Change[]) =>
  lead.ask("editDocument", { document }, { revision, changes });

describe("a template's draft", () => {
  it("changes by changes, and is undone exactly by their inverse", async () => {
    const before = await draft();
    const t = before.session.tracks.find((x) => x.name === "Kick")!;
    const changes: Change[] = [setField(t, "level", -3), setField({ ...t, level: -3 }, "armed", true)];
    const { data } = await edit(before.id, before.revision, changes);
    expect(data.revision).toBe(before.revision + 1);
    expect((await draft()).session).toEqual(apply(before.session, changes));
    await edit(before.id, data.revision, inverse(changes));
    expect((await draft()).session).toEqual(before.session);
  });

  it("takes changes of two people that do not touch", async () => {
    const base = await draft();
    const [a, b] = base.session.tracks.filter((t) => t.kind === "audio");
    await edit(base.id, base.revision, [setField(a!, "level", -20)]);
    const second = await edit(base.id, base.revision, [setField(b!, "level", -21)]);
    expect(second.data.merged).toBe(true);
    const now = await draft();
    expect(now.session.tracks.filter((t) => t.id === a!.id || t.id === b!.id).map((t) => t.level)).toEqual([
      -20, -21,
    ]);
  });

  it("refuses the later of two that touch the same, and keeps the first", async () => {
    const base = await draft();
    const t = base.session.tracks.find((x) => x.name === "Hat")!;
    await edit(base.id, base.revision, [setField(t, "level", -1)]);
    const second = await edit(base.id, base.revision, [setField(t, "level", -2)]);
    expect(second.status).toBe(409);
    expect(second.problem).toContain("Marram Vale changed the same thing meanwhile");
    expect((await draft()).session.tracks.find((x) => x.id === t.id)?.level).toBe(-1);
  });

  it("refuses what is no valid change, and changes nothing", async () => {
    const base = await draft();
    const t = base.session.tracks[0]!;
    expect(
      (await edit(base.id, base.revision, [{ ...setField(t, "level", 0), to: 900 } as unknown as Change]))
        .status,
    ).toBe(400);
    expect(
      (
        await edit(base.id, base.revision, [
          { do: "add", track: blankTrack("x", "X", { parent: "nobody" }), after: null },
        ])
      ).problem,
    ).toContain("no track with the id “nobody”");
    expect(await draft()).toEqual(base);
  });

  it("is the lead's alone", async () => {
    const base = await draft();
    const engineer = await Visitor.signedIn(house.base, "tamsin");
    const answer = await engineer.ask(
      "editDocument",
      { document: base.id },
      { revision: base.revision, changes: [setSessionField(base.session, "tempo", 99)] },
    );
    expect(answer.status).toBe(403);
  });
});

describe("releases", () => {
  it("are numbered on, and the one before stays as it was", async () => {
    const { data: sixth } = await lead.ask("release", { template: YARD, release: 6 });
    const now = await draft();
    const { data: seventh } = await lead.ask(
      "publishRelease",
      { template: YARD },
      { revision: now.revision, note: "Levels of the yard" },
    );
    expect(seventh).toMatchObject({ number: 7, edition: 2, note: "Levels of the yard" });
    expect((await lead.ask("release", { template: YARD, release: 6 })).data).toEqual(sixth);
    expect((await lead.ask("release", { template: YARD, release: 7 })).data.session).toEqual(now.session);
  });

  it("need a note and the draft as it was looked at", async () => {
    const now = await draft();
    expect(
      (await lead.ask("publishRelease", { template: YARD }, { revision: now.revision, note: "  " }))
        .problem,
    ).toBe("note: say in a few words what changed.");
    expect(
      (await lead.ask("publishRelease", { template: YARD }, { revision: now.revision - 1, note: "x" }))
        .status,
    ).toBe(409);
  });

  it("are not made of nothing", async () => {
    const { data } = await lead.ask("newTemplate", {}, { name: "Choir of gulls", shelf: "Choirs" });
    expect(data.id).toBe("choir-of-gulls");
    expect(
      (await lead.ask("publishRelease", { template: data.id }, { revision: 0, note: "x" })).problem,
    ).toContain("no tracks yet");
    expect((await lead.ask("newTemplate", {}, { name: "choir of gulls", shelf: "Choirs" })).status).toBe(
      409,
    );
    // A name that is an address of its own gets another one.
    expect((await lead.ask("newTemplate", {}, { name: "New", shelf: "Choirs" })).data).toEqual({
      id: "new-template",
    });
    expect((await lead.ask("template", { template: "new-template" })).data.name).toBe("New");
  });

  it("are compared with the draft as they came to be, not as one that came to nothing", async () => {
    const { session, revision } = await draft();
    const client = await house.pool.connect();
    await client.query("begin");
    await client.query(
      `insert into releases (template, number, session, tracks, note, edition, published_by)
       select template, 8, jsonb_set(session, '{title}', '"Of nothing"'), tracks, note, edition, published_by
       from releases where template = $1 and number = 7`,
      [YARD],
    );
    await client.query("update templates set latest = 8 where id = $1", [YARD]);
    await keepStand(client, YARD, session);
    await client.query("rollback");
    client.release();
    const { id } = await draft();
    const t = session.tracks[0]!;
    await edit(id, revision, [setField(t, "notes", "close")]);
    const now = await draft();
    await lead.ask(
      "publishRelease",
      { template: YARD },
      { revision: now.revision, note: "As it came to be" },
    );
    // What is said of a draft is told from the release it was compared with.
    await edit(now.id, now.revision, [setField({ ...t, notes: "close" }, "notes", "closer")]);
    const after = await draft();
    await edit(after.id, after.revision, [setField({ ...t, notes: "closer" }, "notes", "close")]);
    const card = (await lead.ask("library", {})).data.templates.find((x) => x.id === YARD);
    expect([card?.latest?.number, card?.changed]).toEqual([8, false]);
  });

  it("show in the library with what stands on them", async () => {
    const { data } = await lead.ask("library", {});
    expect(data.templates.find((t) => t.id === YARD)).toMatchObject({
      latest: { number: 8 },
      changed: false,
      sessions: 1,
    });
    expect(data.templates.find((t) => t.id === "choir-of-gulls")).toMatchObject({
      latest: null,
      changed: true,
    });
  });
});
