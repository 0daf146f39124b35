import type { AnswerOf } from "@mossy/contract/routes";
import { merge } from "@mossy/core/merge/merge";
import { setField } from "@mossy/core/session/change";
import type { Change } from "@mossy/core/session/change";
import { readExchange } from "@mossy/core/formats/exchange/read";
import { writeExchange } from "@mossy/core/formats/exchange/write";
import type { Session, Track, TrackFields } from "@mossy/core/session/document";
import { unzipSync } from "fflate";
import { describe, expect, it } from "vitest";
import { everyPage } from "../testing/everyPage.ts";
import type { Visitor } from "../testing/house.ts";
import { takenIn } from "../testing/sessions.ts";
import { visit } from "../testing/visit.ts";

const {
  visitors: [lead, engineer, elsewhere],
} = await visit("marram", "tamsin", "ossian");

const YARD = "steelpan-orchestra-full-yard";
type Whole = AnswerOf<"session">;

/** A session of the full yard as release 3 had it, in the yard itself. */
async function onThree(title: string): Promise<Whole> {
  const start = { title, room: "pan-yard", template: YARD, release: 3, leaveOut: [] };
  return (await engineer.ask("startSession", {}, start)).data;
}
const named = (s: Session, name: string): Track => {
  const t = s.tracks.find((x) => x.name === name);
  if (!t) throw new Error(`no track ${name} among ${s.tracks.map((x) => x.name).join()}`);
  return t;
};
const shared = (a: Session, b: Session): Track[] =>
  a.tracks.filter((t) => t.kind === "audio" && b.tracks.some((x) => x.id === t.id));

/** The session handed in with some of its fields changed in the room. */
async function cameBack(s: Whole, work: (t: Track) => Partial<TrackFields>) {
  const session = { ...s.now, tracks: s.now.tracks.map((t) => ({ ...t, ...work(t) })) };
  const { data } = await engineer.ask("handIn", {}, writeExchange(session, s.id));
  return (await engineer.ask("checkIn", { checkIn: takenIn(data).checkIn })).data;
}
const look = async (who: Visitor, session: string, release = 6) =>
  (await who.ask("forwardLook", { session, release })).data;

describe("a session on an older release", () => {
  it("shows what the newer one would have been in its room, and what each release between brought", async () => {
    const s = await onThree("Spring tide");
    const seen = await look(lead, s.id);
    expect(seen.notes.map((n) => n.number)).toEqual([6, 5, 4]);
    expect(seen.revision).toBeNull();
    const known = new Map(s.baseline.tracks.map((t) => [t.id, t.input]));
    for (const t of seen.theirs.tracks)
      if (known.has(t.id)) expect([t.name, t.input]).toEqual([t.name, known.get(t.id)]);
    expect(seen.theirs.tracks.length).toBeGreaterThan(s.baseline.tracks.length);
  });

  it("that has not come back becomes the newer release, without a question, and goes back again", async () => {
    const s = await onThree("Neap tide");
    const { theirs } = await look(engineer, s.id);
    const { data: kept } = await engineer.ask(
      "bringForward",
      { session: s.id },
      { release: 6, revision: null, choices: [] },
    );
    expect(kept).toMatchObject({ from: 3, to: 6, number: 1, undone: null });
    const { data: now } = await engineer.ask("session", { session: s.id });
    expect([now.release, now.now, now.baseline, now.forwards.length]).toEqual([6, theirs, theirs, 1]);
    await engineer.ask("undoForward", { session: s.id });
    const { data: back } = await engineer.ask("session", { session: s.id });
    expect([back.release, back.now, back.report]).toEqual([3, s.now, s.report]);
    expect(back.forwards[0]?.undone?.by.name).toBe("Tamsin Roe");
    expect((await engineer.ask("undoForward", { session: s.id })).problem).toMatch(
      /was not brought forward/,
    );
  });

  it("keeps its own work, asks where both changed the same, and does as was chosen", async () => {
    const s = await onThree("Storm tide");
    const { theirs: released } = await look(lead, s.id);
    const [both, own] = shared(s.baseline, released);
    const other = s.baseline.tracks.find((t) => {
      const to = released.tracks.find((x) => x.id === t.id);
      return t.kind === "audio" && to && to.level !== t.level;
    });
    // What every release changes: a level of the draft is set and published.
    const changed = other ?? both;
    if (!changed || !own) throw new Error("the releases share no tracks");
    const { data: template } = await lead.ask("template", { template: YARD });
    const draft = template.draft.session.tracks.find((t) => t.id === changed.id);
    if (!draft) throw new Error("the draft does not have it");
    const changes: Change[] = [setField(draft, "level", -9.5)];
    await lead.ask(
      "editDocument",
      { document: template.draft.id },
      { revision: template.draft.revision, changes },
    );
    const after = (await lead.ask("template", { template: YARD })).data.draft.revision;
    await lead.ask("publishRelease", { template: YARD }, { revision: after, note: "Quieter" });

    const came = await cameBack(s, (t) =>
      t.id === changed.id ? { level: -4 } : t.id === own.id ? { notes: "By the wall." } : {},
    );
    const seen = await look(engineer, s.id, 7);
    const { clashes } = merge(seen.baseline, seen.now, seen.theirs);
    expect(clashes.map((c) => c.key)).toEqual([JSON.stringify(["value", changed.id, "level"])]);
    const wish = { release: 7, revision: seen.revision, choices: [] as [string, "ours" | "theirs"][] };
    expect((await engineer.ask("bringForward", { session: s.id }, wish)).problem).toMatch(
      /changed 1 thing differently/,
    );
    expect(
      (
        await engineer.ask(
          "bringForward",
          { session: s.id },
          { ...wish, revision: (seen.revision ?? 0) + 1 },
        )
      ).problem,
    ).toMatch(/Somebody worked on the session/);
    wish.choices = [[clashes[0]!.key, "theirs"]];
    const { data: kept } = await engineer.ask("bringForward", { session: s.id }, wish);
    expect(kept.choices).toEqual([expect.stringMatching(/level: as release 7 has it \(−9\.5 dB\)$/)]);
    const { data: now } = await engineer.ask("session", { session: s.id });
    const track = (id: string) => now.now.tracks.find((t) => t.id === id);
    expect([track(changed.id)?.level, track(own.id)?.notes, now.release]).toEqual([
      -9.5,
      "By the wall.",
      7,
    ]);
    // Taking it back leaves the session's own work, and what was put right since.
    const { data: page } = await engineer.ask("checkIn", { checkIn: came.id });
    await engineer.ask(
      "editDocument",
      { document: page.now.id },
      { revision: page.now.revision, changes: [setField(named(page.now.session, own.name), "pan", 12)] },
    );
    await engineer.ask("undoForward", { session: s.id });
    const { data: back } = await engineer.ask("session", { session: s.id });
    const mine = back.now.tracks.find((t) => t.id === own.id);
    expect([back.release, back.now.tracks.find((t) => t.id === changed.id)?.level]).toEqual([3, -4]);
    expect([mine?.notes, mine?.pan]).toEqual(["By the wall.", 12]);
  });

  it("goes to its room as a package and as the corrected file, with what the release brought in both", async () => {
    const s = await onThree("Ebb tide");
    const [own] = shared(s.baseline, s.baseline);
    const came = await cameBack(s, (t) => (t.id === own?.id ? { name: "Wren's own" } : {}));
    const seen = await look(engineer, s.id);
    const wish = { release: 6, revision: seen.revision, choices: [] };
    expect((await engineer.ask("bringForward", { session: s.id }, wish)).status).toBe(200);
    const { data: now } = await engineer.ask("session", { session: s.id });
    const names = now.now.tracks.map((t) => t.name);
    expect(names).toEqual(expect.arrayContaining(["Wren's own", "CelPan_R", "Slap"]));
    const { data: file } = await engineer.ask("correctedFile", { checkIn: came.id });
    const back = await readExchange(file as Uint8Array);
    expect(back.session.tracks.map((t) => t.name)).toEqual(names);
    expect(back.session).toEqual(now.now);
    const { data: bytes } = await engineer.ask("package", { session: s.id });
    const project = Object.entries(unzipSync(bytes as Uint8Array)).find(([path]) =>
      path.endsWith(".dawproject"),
    );
    expect((await readExchange(project?.[1] ?? new Uint8Array())).session).toEqual(now.now);
  });

  it("started as a variant, is that variant of the newer one, whatever the rest of it is", async () => {
    const wish = { title: "Drum tide", room: "ferry-van", template: YARD, release: 3, leaveOut: [] };
    expect((await engineer.ask("startSession", {}, { ...wish, variant: "none" })).problem).toMatch(
      /variant of release 3/,
    );
    const { data: s } = await engineer.ask("startSession", {}, { ...wish, variant: "drums" });
    expect([s.variant, s.unplaced, s.now.tracks.some((t) => t.name === "TnrPan_Near")]).toEqual([
      "Drums only",
      0,
      false,
    ]);
    const seen = await look(engineer, s.id);
    const names = (x: Session): string[] => x.tracks.map((t) => t.name);
    expect(names(seen.theirs)).not.toContain("CelPan_R");
    expect(names(seen.theirs)).toEqual(expect.arrayContaining([...names(s.baseline), "Cue_2"]));
  });

  it("is brought forward only by who works in its room, and not while it is closed", async () => {
    const s = await onThree("Slack water");
    const wish = { release: 6, revision: null, choices: [] };
    expect((await elsewhere.ask("bringForward", { session: s.id }, wish)).status).toBe(403);
    await lead.ask("closeSession", { session: s.id });
    expect((await lead.ask("bringForward", { session: s.id }, wish)).problem).toMatch(/closed/);
  });
});

describe("all sessions that are behind", () => {
  const list = async (of = "") =>
    (await everyPage((from) => lead.ask("behind", { from }, undefined, of))).flatMap((p) => p.sessions);
  const ids = (lines: Awaited<ReturnType<typeof list>>): string[] => lines.map((l) => l.session.id).sort();

  it("are those of all templates, or of one template and room", async () => {
    const all = await list();
    expect(all.length).toBe((await lead.ask("behind", { from: 0 })).data.of);
    expect(new Set(all.map((l) => l.session.template)).size).toBeGreaterThan(1);
    for (const { session: s, release } of all)
      expect([s.closedAt, s.release === release, s.latestRelease]).toEqual([null, false, release]);
    const yard = all.filter((l) => l.session.template === YARD);
    expect(ids(await list(`?template=${YARD}`))).toEqual(ids(yard));
    const [{ session } = { session: null }] = yard;
    const here = yard.filter((l) => l.session.room === session?.room);
    expect(here.length).toBeLessThan(yard.length);
    expect(ids(await list(`?template=${YARD}&room=${session?.room}`))).toEqual(ids(here));
    expect((await lead.ask("behind", { from: 0 }, undefined, "?template=nobody")).status).toBe(404);
  });

  it("say what each asks, and go forward one after the other", async () => {
    const before = await list();
    expect(before.some((b) => b.changes > 0 && b.says.length > 0)).toBe(true);
    const ready = before.filter((b) => b.open === 0);
    expect(new Set(ready.map((b) => b.session.template)).size).toBeGreaterThan(1);
    for (const { session, release, revision, choices } of ready)
      await lead.ask("bringForward", { session: session.id }, { release, revision, choices });
    expect(ids(await list())).toEqual(ids(before.filter((b) => b.open > 0)));
  });
});
