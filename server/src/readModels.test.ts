import { plainDiff } from "@mossy/core/plain/diff";
import { writeExchange } from "@mossy/core/formats/exchange/write";
import { dice } from "@mossy/core/chance/dice";
import { inverse, setField } from "@mossy/core/session/change";
import { news } from "@mossy/contract/news";
import type { News } from "@mossy/contract/news";
import { routes } from "@mossy/contract/routes";
import { AFTERNOON, work } from "@mossy/station/afternoon";
import { session as sessionSchema } from "@mossy/core/session/document";
import { house as houseSchema } from "@mossy/core/house/house";
import { room as roomSchema } from "@mossy/core/fit/room";
import pg from "pg";
import { afterAll, describe, expect, it } from "vitest";
import { CHANNEL, tell } from "./news/tell.ts";
import { otherThanCounted } from "./testing/readModels.ts";
import { quayNight, takenIn } from "./testing/sessions.ts";
import { visit } from "./testing/visit.ts";

const {
  house,
  visitors: [lead, engineer],
} = await visit("marram", "tamsin");
const YARD = "steelpan-orchestra-full-yard";

const line = new pg.Client({ connectionString: house.url });
const heard: News[] = [];
line.on("notification", ({ payload }) => heard.push(news.parse(JSON.parse(payload ?? ""))));
await line.connect();
await line.query(`listen ${CHANNEL}`);
afterAll(() => line.end());
/** What was told last, once it is of this kind. */
async function told<K extends News["kind"]>(kind: K): Promise<Extract<News, { kind: K }>> {
  await expect.poll(() => heard.at(-1)?.kind).toBe(kind);
  return heard.at(-1) as Extract<News, { kind: K }>;
}
const listed = async (session: string) =>
  (await lead.ask("sessions", {})).data.sessions.find((s) => s.id === session)!;
const inLibrary = async () => (await lead.ask("library", {})).data.templates.find((t) => t.id === YARD)!;

// One story, in order: after each step lists show what counting everything anew would.
describe("what lists show", () => {
  it("is right as the demo moved in", async () => expect(await otherThanCounted(house.pool)).toEqual([]));

  let session = "";
  it("follows sessions that start, come back, are put right, set aside, sent and closed; so do the news", async () => {
    const { data: started } = await quayNight(engineer);
    session = started.id;
    expect(started.unplaced).toBe(started.report.unplaced.length);
    expect((await told("session")).card).toEqual(await listed(session));
    const handIn = async (seed: number) => {
      const file = writeExchange(work(started.baseline, AFTERNOON, dice(seed)), session);
      return takenIn((await engineer.ask("handIn", {}, file)).data);
    };
    const first = await handIn(1);
    const back = await told("check-in");
    expect([back.card, back.findings]).toEqual([await listed(session), first.findings]);
    const second = await handIn(2);
    expect((await listed(session)).lastCheckIn?.id).toBe(second.checkIn);
    expect(await otherThanCounted(house.pool)).toEqual([]);

    const { data: checkIn } = await lead.ask("checkIn", { checkIn: second.checkIn });
    const [t] = checkIn.now.session.tracks.filter((x) => x.kind === "audio");
    const changes = [setField(t!, "colour", "#123456")];
    await engineer.ask("editDocument", { document: checkIn.now.id }, { revision: 0, changes });
    expect((await told("document")).of).toEqual({ session: await listed(session) });

    await lead.ask("setAside", { checkIn: second.checkIn }, { reason: "another song" });
    expect((await told("session")).card.lastCheckIn?.id).toBe(first.checkIn);
    expect(await otherThanCounted(house.pool)).toEqual([]);
    await lead.ask("setAside", { checkIn: second.checkIn }, { reason: null });
    expect((await listed(session)).lastCheckIn?.id).toBe(second.checkIn);
    await engineer.ask("sendToStation", { session }, {});
    expect((await told("sent")).card).toEqual(await listed(session));
    await engineer.ask("closeSession", { session });
    expect((await told("session")).card).toEqual(await listed(session));
    expect(await otherThanCounted(house.pool)).toEqual([]);
  });

  it("has a template as soon as it is begun", async () => {
    const { data } = await lead.ask("newTemplate", {}, { name: "Gull choir", shelf: "Choirs" });
    const { card } = await told("template");
    const { templates } = (await lead.ask("library", {})).data;
    expect([card.id, templates.find((t) => t.id === data.id)]).toEqual([data.id, card]);
    expect(await otherThanCounted(house.pool)).toEqual([]);
  });

  it("follows drafts that change and change back, and releases", async () => {
    // The demo's draft is ahead of its release.
    expect((await inLibrary()).changed).toBe(true);
    const { draft: ahead } = (await lead.ask("template", { template: YARD })).data;
    await lead.ask("publishRelease", { template: YARD }, { revision: ahead.revision, note: "As it is" });
    expect((await inLibrary()).changed).toBe(false);
    const { data: template } = await lead.ask("template", { template: YARD });
    const { id, revision, session: draft } = template.draft;
    const changes = [
      setField(
        draft.tracks.find((t) => t.name === "Kick")!,
        "level",
        -33,
      ),
    ];
    const edit = (at: number, what: typeof changes) =>
      lead.ask("editDocument", { document: id }, { revision: at, changes: what });
    await edit(revision, changes);
    expect([(await inLibrary()).changed, (await told("document")).of]).toEqual([
      true,
      { template: await inLibrary() },
    ]);
    await edit(revision + 1, inverse(changes) as typeof changes);
    expect((await inLibrary()).changed).toBe(false);
    await edit(revision + 2, changes);
    // Names nobody reads are read again where a document is other than it was.
    const unread = async () => (await lead.ask("unreadNames", {})).data.names.map((n) => n.name);
    expect(await unread()).not.toContain("Zzyxq");
    const kick = { ...draft.tracks.find((t) => t.name === "Kick")!, level: -33 };
    const misnamed = [setField(kick, "name", "Zzyxq"), setField(kick, "role", null)];
    await edit(revision + 3, misnamed as never);
    expect(await unread()).toContain("Zzyxq");
    await edit(revision + 4, inverse(misnamed) as never);
    expect(await unread()).not.toContain("Zzyxq");
    await lead.ask("publishRelease", { template: YARD }, { revision: revision + 5, note: "Quieter" });
    expect([(await told("release")).card, (await inLibrary()).changed]).toEqual([await inLibrary(), false]);
    expect(await otherThanCounted(house.pool)).toEqual([]);
  });

  it("follows the house style: what an edition asks, and whether its draft waits", async () => {
    const today = async () => (await lead.ask("today", {})).data;
    const { data } = await lead.ask("house", {});
    const renamed = structuredClone(data.draft.house);
    for (const c of renamed.palette) c.hex = c.hex === "#000000" ? "#111111" : "#000000";
    const published = (await lead.ask("currentEdition", {})).data.house;
    const put = async (to: typeof renamed) => {
      const { draft } = (await lead.ask("house", {})).data;
      const changes = plainDiff(draft.house, to);
      if (changes.length > 0) await lead.ask("editHouse", {}, { revision: draft.revision, changes });
    };
    await put(published);
    expect((await today()).draft).toBeNull();
    await put(renamed);
    expect((await today()).draft?.basedOn).toBe(2);
    expect((await today()).asked.templates).toBe(0);
    const { draft } = (await lead.ask("house", {})).data;
    await lead.ask("publishEdition", {}, { revision: draft.revision, note: "All black" });
    const { templates } = (await lead.ask("library", {})).data;
    const asked = templates.filter((t) => t.asked > 0 && !t.retired);
    expect(asked.length).toBeGreaterThan(2);
    expect([(await today()).asked, (await today()).draft]).toEqual([
      { templates: asked.length, things: asked.reduce((n, t) => n + t.asked, 0) },
      null,
    ]);
    expect(await otherThanCounted(house.pool)).toEqual([]);
  });

  it("is told of by another word where it is more than a piece of news holds", async () => {
    const card = await inLibrary();
    const latest = { ...card.latest!, note: "x".repeat(9000) };
    const by = { id: "marram", name: "Marram Vale" };
    await tell(house.pool, { kind: "release", release: 7, card: { ...card, latest }, by });
    expect(await told("much")).toEqual({ kind: "much", by });
  });

  it("goes out as it was stored, and that is what the description of the interface says", async () => {
    const { data: whole } = await lead.ask("session", { session });
    for (const s of [whole.baseline, whole.now]) expect(sessionSchema.parse(s)).toEqual(s);
    expect(roomSchema.parse(whole.roomAs)).toEqual(whole.roomAs);
    const { data: edition } = await lead.ask("currentEdition", {});
    expect(houseSchema.parse(edition.house)).toEqual(edition.house);
    const described = (await (await fetch(`${house.base}/api/openapi.json`)).json()) as {
      paths: Record<
        string,
        {
          get: {
            responses: {
              200: {
                content: Record<
                  string,
                  { schema: { properties: Record<string, { properties?: object }> } }
                >;
              };
            };
          };
        }
      >;
    };
    const { properties } =
      described.paths["/api/sessions/{session}"]!.get.responses[200].content["application/json"]!.schema;
    expect(properties["baseline"]?.properties).toHaveProperty("tracks");
    expect(Object.keys(properties).sort()).toEqual(
      Object.keys((routes.session.answer as { shape: object }).shape).sort(),
    );
  });
});
