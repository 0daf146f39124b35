import { strToU8, zipSync } from "fflate";
import { setField } from "@mossy/core/session/change";
import { blankTrack } from "@mossy/core/session/document";
import type { Session } from "@mossy/core/session/document";
import { writeExchange } from "@mossy/core/formats/exchange/write";
import { afterAll, describe, expect, it } from "vitest";
import { bundle } from "../../../scripts/bundle.mjs";
import { connect } from "../database.ts";
import { everyPage } from "../testing/everyPage.ts";
import { visit } from "../testing/visit.ts";
import { Visitor, serve } from "../testing/house.ts";
import { threads } from "./crew.ts";

const { house } = await visit();
// What is tried is that it is done beside; a busy machine may take its time (crew.test.ts tries the limits).
const limits = { time: 240_000, memory: 1024 };
const parts = { url: house.url, files: house.filesDir, rehearses: true };
const crew = threads(await bundle("server/src/worker.ts"), parts, limits);
const busy = await serve(house.url, connect(house.url), house.diskDir, { crew });
afterAll(async () => {
  await busy.close();
  await crew.close();
});
const lead = await Visitor.signedIn(busy.base, "marram");
const many = (n: number, name: (i: number) => string): Session["tracks"] =>
  Array.from({ length: n }, (_, i) => blankTrack(`t${i}`, name(i), { source: i % 2 ? "mic" : null }));

/** Asks whether the house is awake until something is over. @returns how long each answer took, in milliseconds */
async function askMeanwhile(work: Promise<unknown>): Promise<number[]> {
  let over = false;
  void work.finally(() => (over = true));
  const waits: number[] = [];
  while (!over) {
    const begun = performance.now();
    await lead.ask("house", {});
    waits.push(performance.now() - begun);
  }
  await work;
  return waits;
}

/** What is large goes out as it does where nothing is done beside, and is edited once a key there too. */
async function largeAlike(session: string, template: string): Promise<void> {
  const here = await Visitor.signedIn(house.base, "marram");
  const { data: whole } = await lead.ask("session", { session });
  expect(whole).toEqual((await here.ask("session", { session })).data);
  const checkIn = whole.lastCheckIn!.id;
  const { data: came } = await lead.ask("checkIn", { checkIn });
  expect(came).toEqual((await here.ask("checkIn", { checkIn })).data);
  const document = came.now.id;
  expect((await lead.ask("document", { document })).data).toEqual(came.now);
  const { data: draft } = await lead.ask("template", { template });
  expect(draft).toEqual((await here.ask("template", { template })).data);
  const release = { template, release: 1 };
  expect((await lead.ask("release", release)).data).toEqual((await here.ask("release", release)).data);

  const [track] = came.now.session.tracks;
  const changes = [setField(track!, "level", -33)];
  const edit = () =>
    lead.ask("editDocument", { document }, { revision: 0, changes }, "", {
      "idempotency-key": "one-large-edit",
    });
  const [first, again] = [await edit(), await edit()];
  expect([first.status, again.data]).toEqual([200, first.data]);
  const { data: now } = await lead.ask("document", { document });
  expect([now.revision, now.session.tracks[0]?.level]).toEqual([1, -33]);
}

describe("a house whose heavy work is done beside it", () => {
  it("starts, takes in and hands out five thousand tracks, and answers everybody meanwhile", async () => {
    const { data: house } = await lead.ask("currentEdition", {});
    expect(house.number).toBeGreaterThan(0);
    const { data: base } = await lead.ask("template", { template: "engine-room-only" });
    const session = { ...base.draft.session, tracks: many(5000, (i) => `Track ${i}`) };
    const { data: made } = await lead.ask("newTemplate", {}, { name: "Storm", shelf: "Field", session });
    await lead.ask("publishRelease", { template: made.id }, { revision: 0, note: "All of it" });
    const wish = { title: "Storm", room: "pan-yard", template: made.id, release: 1, leaveOut: [] };
    const starting = lead.ask("startSession", {}, wish);
    const whileStarting = await askMeanwhile(starting);
    const { data: started } = await starting;
    expect(started.baseline.tracks).toHaveLength(5000);

    // Renamed one and all, and without our ids.
    const came = { ...started.baseline, tracks: many(5000, (i) => `${(i * 7919) % 99_991} x`) };
    const handing = lead.ask(
      "handIn",
      {},
      writeExchange(came, null, false),
      `?session=${started.id}&sure=yes`,
    );
    const whileHanding = await askMeanwhile(handing);
    expect(await handing).toMatchObject({ problem: "", data: { taken: true } });
    // Others were answered again and again, and none of them waited for all of it.
    expect(Math.min(whileStarting.length, whileHanding.length)).toBeGreaterThan(3);
    await largeAlike(started.id, made.id);
    const { data: file } = await lead.ask("package", { session: started.id });
    expect((file as unknown as Uint8Array).length).toBeGreaterThan(10_000);
  }, 300_000);

  it("refuses what cannot be read as before, with where, and stores nothing", async () => {
    const sessions = (await lead.ask("sessions", {})).data.sessions;
    const of = sessions.find((s) => s.title === "Storm")!;
    const before = (await lead.ask("session", { session: of.id })).data.checkIns.length;
    const torn = zipSync({ "project.xml": strToU8("<Project><Structure>") });
    const refused = await lead.ask("handIn", {}, torn, `?session=${of.id}`);
    expect([refused.status, refused.problem]).toEqual([
      422,
      expect.stringContaining("is broken XML at line 1"),
    ]);
    const hostile = zipSync({
      "project.xml": strToU8(`<Project><Structure>${"<a/>".repeat(900_000)}</Structure></Project>`),
    });
    expect((await lead.ask("handIn", {}, hostile, `?session=${of.id}`)).problem).toContain(
      "more than any session",
    );
    expect((await lead.ask("session", { session: of.id })).data.checkIns).toHaveLength(before);
    // Rights are asked there too.
    const tamsin = await Visitor.signedIn(busy.base, "tamsin");
    const loft = sessions.find((s) => s.room === "loft" && s.closedAt === null)!;
    const file = writeExchange((await lead.ask("session", { session: loft.id })).data.baseline, loft.id);
    expect((await tamsin.ask("handIn", {}, file)).status).toBe(403);
  });

  it("works everything else out there as it does here", async () => {
    const here = await Visitor.signedIn(house.base, "marram");
    for (const name of ["unreadNames", "houseUses", "library", "today", "rooms", "sessions"] as const)
      expect([name, (await lead.ask(name, {})).data]).toEqual([name, (await here.ask(name, {})).data]);
    expect((await lead.ask("impact", { from: 0 })).data).toEqual(
      (await here.ask("impact", { from: 0 })).data,
    );
    const asked = async (who: Visitor) =>
      (await everyPage((from) => who.ask("follow", { from }))).flatMap((p) => p.templates);
    expect(await asked(lead)).toEqual(await asked(here));
    // Twice over all templates and sessions: on a machine that is busy that takes a while.
  }, 120_000);
});
