import { inverse, setField } from "@mossy/core/session/change";
import { blankTrack } from "@mossy/core/session/document";
import type { Session } from "@mossy/core/session/document";
import { describe, expect, it } from "vitest";
import { visit } from "../testing/visit.ts";

const {
  house,
  visitors: [lead, engineer],
} = await visit("marram", "tamsin");

const draft = async () => (await lead.ask("template", { template: "shanty-choir" })).data.draft;
const find = (s: Session, name: string) => s.tracks.find((t) => t.name === name)!;

describe("a document many people change at once", () => {
  it("takes twenty edits of different tracks sent together, and loses none", async () => {
    const base = await draft();
    const tracks = base.session.tracks.filter((t) => t.kind === "audio").slice(0, 20);
    const answers = await Promise.all(
      tracks.map((t, i) =>
        lead.ask(
          "editDocument",
          { document: base.id },
          { revision: base.revision, changes: [setField(t, "level", -30 - i)] },
        ),
      ),
    );
    expect(answers.map((a) => a.status)).toEqual(tracks.map(() => 200));
    const now = await draft();
    expect(now.revision).toBe(base.revision + tracks.length);
    expect(tracks.map((t) => now.session.tracks.find((x) => x.id === t.id)?.level)).toEqual(
      tracks.map((_, i) => -30 - i),
    );
  });

  it("lets one of ten edits of the same value through", async () => {
    const base = await draft();
    const t = find(base.session, "Fiddle");
    const answers = await Promise.all(
      Array.from({ length: 10 }, (_, i) =>
        lead.ask(
          "editDocument",
          { document: base.id },
          { revision: base.revision, changes: [setField(t, "pan", i + 1)] },
        ),
      ),
    );
    expect(answers.filter((a) => a.status === 200)).toHaveLength(1);
    expect(answers.filter((a) => a.status === 409)).toHaveLength(9);
    expect((await draft()).revision).toBe(base.revision + 1);
  });

  it("makes all changes of an edit or none", async () => {
    const base = await draft();
    const t = find(base.session, "Whistle");
    const answer = await lead.ask(
      "editDocument",
      { document: base.id },
      {
        revision: base.revision,
        changes: [setField(t, "level", -1), { do: "add", track: blankTrack(t.id, "Again"), after: null }],
      },
    );
    expect(answer.status).toBe(409);
    expect(answer.problem).toContain("is there already");
    expect(await draft()).toEqual(base);
  });

  it("keeps who changed what, so that it can be undone later", async () => {
    const base = await draft();
    const t = find(base.session, "Whistle");
    const changes = [setField(t, "notes", "low D")];
    await lead.ask("editDocument", { document: base.id }, { revision: base.revision, changes });
    const { rows } = await house.pool.query<{ changes: typeof changes; made_by: string }>(
      "select changes, made_by from document_changes where document = $1 order by revision desc limit 1",
      [base.id],
    );
    expect(rows[0]).toEqual({ changes, made_by: "marram" });
    const now = await draft();
    await lead.ask(
      "editDocument",
      { document: base.id },
      { revision: now.revision, changes: inverse(rows[0]!.changes) },
    );
    expect((await draft()).session).toEqual(base.session);
  });

  it("says so when a document does not exist or is not that far", async () => {
    const base = await draft();
    const changes = [setField(find(base.session, "Whistle"), "level", -2)];
    expect(
      (
        await lead.ask(
          "editDocument",
          { document: "00000000-0000-4000-8000-000000000000" },
          { revision: 0, changes },
        )
      ).status,
    ).toBe(404);
    expect(
      (await lead.ask("editDocument", { document: base.id }, { revision: base.revision + 5, changes }))
        .problem,
    ).toContain(`has ${base.revision} revisions, not ${base.revision + 5}`);
    expect((await lead.ask("document", { document: "no-id-at-all" })).status).toBe(404);
  });
});

describe("who may do what", () => {
  it("refuses to fit what is not there, saying which", async () => {
    const body = { title: "x", room: "attic", template: "story-evening", release: 5, leaveOut: [] };
    expect((await engineer.ask("startSession", {}, body)).problem).toContain("no room “attic”");
    expect(
      (await engineer.ask("startSession", {}, { ...body, room: "pan-yard", release: 99 })).problem,
    ).toContain("no release 99 of “Story evening”");
    expect((await engineer.ask("startSession", {}, { ...body, title: "  " })).problem).toBe(
      "title: give the session a name.",
    );
  });
});
