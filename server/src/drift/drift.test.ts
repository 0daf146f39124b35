import type { DriftOverTime, RightPage } from "@mossy/contract/drift";
import { writeExchange } from "@mossy/core/formats/exchange/write";
import { check, keep, open } from "@mossy/core/check/check";
import { makeStyle } from "@mossy/core/house/style";
import { setField } from "@mossy/core/session/change";
import type { Session } from "@mossy/core/session/document";
import { randomUUID } from "node:crypto";
import { describe, expect, it } from "vitest";
import { countsOf } from "../check/counts.ts";
import { Styles } from "../house/styles.ts";
import { everyPage } from "../testing/everyPage.ts";
import { publishDarker } from "../testing/editions.ts";
import { pagesOf } from "../testing/pdf.ts";
import { takenIn } from "../testing/sessions.ts";
import { visit } from "../testing/visit.ts";

const {
  house,
  visitors: [lead, tamsin],
} = await visit("marram", "tamsin");

const over = async (query = "?weeks=52"): Promise<DriftOverTime> =>
  (await lead.ask("driftOver", {}, undefined, query)).data;
const lines = async (query = "") =>
  (await everyPage((from) => lead.ask("toPutRight", { from }, undefined, query))).flatMap((p) => p.lines);
const whole = async (session: string) => (await lead.ask("session", { session })).data;
const start = async (title: string, room = "pan-yard") =>
  (
    await tamsin.ask(
      "startSession",
      {},
      { title, room, template: "steelpan-orchestra-full-yard", release: 6, leaveOut: [] },
    )
  ).data;
const handIn = async (session: string, came: Session) =>
  takenIn((await tamsin.ask("handIn", {}, writeExchange(came, session))).data);
/** Some tracks in another colour, one of them under another name too. */
const recoloured = (s: Session, many: number): Session => ({
  ...s,
  tracks: s.tracks.map((t, i) =>
    i < many && t.colour !== null
      ? { ...t, colour: "#123456", name: i === many - 1 ? `${t.name}!` : t.name }
      : t,
  ),
});
const right = (run: string, { session, revision }: RightPage["lines"][number], send = false) =>
  lead.ask("putRight", { session: session.id }, { run, rule: "colour-off", revision, send });

describe("drift over time", () => {
  it("is what came back in the weeks asked for, the same in all by rule, part, room and template", async () => {
    const byRule = await over();
    expect(byRule.edition).toBe(2);
    expect(byRule.weeks).toHaveLength(52);
    expect(byRule.all.came).toBeGreaterThan(10);
    const { rows } = await house.pool.query<{ came: number; sessions: number }>(
      `select sum(c.findings_then)::int as came, count(distinct c.session)::int as sessions from check_ins c
       where not exists (select 1 from set_asides a where a.check_in = c.id)`,
    );
    expect(byRule.all.of).toBe(rows[0]!.sessions);
    expect(byRule.all.came).toBeLessThanOrEqual(rows[0]!.came);
    expect(byRule.groups.find((g) => g.key === "name-off-pattern")?.name).toBe("Name off the pattern");
    for (const by of ["part", "room", "template"])
      for (const g of [await over(`?by=${by}&weeks=52`)]) {
        expect(g.groups.reduce((n, x) => n + x.came, 0)).toBe(byRule.all.came);
        expect(g.groups.every((x) => x.name !== x.key)).toBe(true);
      }
    const [first] = byRule.groups;
    const one = await over(`?weeks=52&rule=${first!.key}`);
    expect([one.groups.length, one.all.came]).toEqual([1, first!.came]);
    expect((await over("?weeks=4")).all.came).toBeLessThan(byRule.all.came);
    expect((await lead.ask("driftOver", {}, undefined, "?weeks=5")).status).toBe(400);
  });

  it("knows what was put right and came back", async () => {
    const s = await start("Twice the same");
    await handIn(s.id, recoloured(s.baseline, 6));
    const before = (await over("?rule=colour-off&room=pan-yard")).all;
    const [line] = (await lines("?rule=colour-off&room=pan-yard")).filter((l) => l.session.id === s.id);
    expect((await right(randomUUID(), line!)).problem).toBe("");
    const between = (await over("?rule=colour-off&room=pan-yard")).all;
    expect(between.right).toBeGreaterThan(before.right);
    expect([between.came, between.back]).toEqual([before.came, before.back]);
    // What was put right and is let stand with a reason is neither off nor put right.
    await handIn(s.id, recoloured(s.baseline, 6));
    const { lastCheckIn, baseline } = await whole(s.id);
    const { data: came } = await lead.ask("checkIn", { checkIn: lastCheckIn!.id });
    const off = (await lead.ask("currentEdition", {})).data.house;
    const [finding] = open(check(makeStyle(off), came.now.session, baseline)).filter(
      (f) => f.rule === "colour-off",
    );
    const document = came.now.id;
    const changes = [keep(came.now.session, finding!, "The film wants it")];
    const beforeKept = (await over("?rule=colour-off&room=pan-yard")).all;
    await lead.ask("editDocument", { document }, { revision: came.now.revision, changes });
    const kept = (await over("?rule=colour-off&room=pan-yard")).all;
    expect([kept.kept, kept.open, kept.right]).toEqual([
      beforeKept.kept + 1,
      beforeKept.open - 1,
      beforeKept.right,
    ]);
    const after = (await over("?rule=colour-off&room=pan-yard")).all;
    expect(after.back - between.back).toBe(between.right - before.right);
  });

  it("goes to paper with what it is narrowed to", async () => {
    const { data, headers } = await tamsin.ask("driftPaper", {}, undefined, "?weeks=52&room=pan-yard");
    expect(headers.get("content-disposition")).toMatch(/Drift_\d{4}-\d\d-\d\d\.pdf/);
    const said = (await pagesOf(data)).flat().join(" ");
    const { all, groups } = await over("?weeks=52&room=pan-yard");
    expect(said).toContain("Saltmarsh Sound House · Pan Yard");
    expect(said).toContain(`in ${all.sessions} of ${all.of} sessions`);
    for (const g of groups) expect(said).toContain(g.name);
    expect(said).not.toContain("Ferry Van");
  });
});

// One story, in order.
describe("putting right many sessions", () => {
  const run = randomUUID();
  let done: { id: string; before: Session }[] = [];

  it("shows where rooms brought something about, rule by rule, and what would change", async () => {
    for (const title of ["One of many", "Two of many"]) {
      const s = await start(title);
      await handIn(s.id, recoloured(s.baseline, 9));
    }
    const { data } = await lead.ask("toPutRight", { from: 0 }, undefined, "?room=pan-yard");
    const colours = data.rules.find((r) => r.rule === "colour-off")!;
    const of = await lines("?room=pan-yard&rule=colour-off");
    expect(of.length).toBe(colours.sessions);
    expect(of.length).toBeGreaterThan(1);
    const { session, says, changes } = of.find((l) => l.session.title === "One of many")!;
    expect(says.join(" ")).toMatch(/colour/i);
    expect(changes).toBeGreaterThan(1);
    expect(session.lastCheckIn?.openNow).toBeGreaterThan(0);
  });

  it("does only what was asked for, sends the corrected files, and is kept as one run", async () => {
    const of = (await lines("?room=pan-yard&rule=colour-off")).filter((l) =>
      l.session.title.endsWith("many"),
    );
    done = [];
    for (const line of of) {
      done.push({ id: line.session.id, before: (await whole(line.session.id)).now });
      const { data, problem } = await right(run, line, true);
      expect([problem, data]).toEqual(["", { changes: line.changes }]);
      // Asked again, it was done already.
      expect((await right(run, line, true)).status).toBe(409);
    }
    for (const { id, before } of done) {
      const { now, sentAs } = await whole(id);
      expect(sentAs).toBe("correction");
      expect(now.tracks.map((t) => t.colour)).not.toEqual(before.tracks.map((t) => t.colour));
      expect(now.tracks.map((t) => t.name)).toEqual(before.tracks.map((t) => t.name));
    }
    const left = (await lines("?room=pan-yard&rule=colour-off")).map((l) => l.session.title);
    expect(left).not.toContain("One of many");
    const [last] = (await lead.ask("rightRuns", {})).data.runs;
    expect(last).toMatchObject({ run, rule: "colour-off", sessions: 2, sent: true, undone: 0 });
  });

  it("is undone in one, except where somebody went on with it", async () => {
    const [first] = done;
    const { lastCheckIn, now } = await whole(first!.id);
    const { data: checkIn } = await lead.ask("checkIn", { checkIn: lastCheckIn!.id });
    const track = now.tracks.find((t, i) => t.colour !== first!.before.tracks[i]?.colour)!;
    await lead.ask(
      "editDocument",
      { document: checkIn.now.id },
      { revision: checkIn.now.revision, changes: [setField(track, "colour", "#654321")] },
    );
    const sentBefore = (await whole(done[1]!.id)).sentAt!;
    const { data } = await lead.ask("undoRun", { run });
    expect(data.undone).toBe(1);
    // The station gets the file without what was put right.
    expect((await whole(done[1]!.id)).sentAt! > sentBefore).toBe(true);
    expect(data.left.map((l) => l.title)).toEqual([now.title]);
    const other = await whole(done[1]!.id);
    expect(other.now).toEqual(done[1]!.before);
    expect((await whole(first!.id)).now.tracks.find((t) => t.id === track.id)?.colour).toBe("#654321");
    const runs = (await lead.ask("rightRuns", {})).data.runs;
    expect(runs.find((r) => r.run === run)?.undone).toBe(1);
    const open = (await lines("?room=pan-yard&rule=colour-off")).map((l) => l.session.title);
    expect(open).toContain("Two of many");
  });

  it("is not undone where the room handed in since: that stands on what was put right", async () => {
    const s = await start("Handed in since");
    await handIn(s.id, recoloured(s.baseline, 4));
    const line = (await lines("?room=pan-yard&rule=colour-off")).find((l) => l.session.id === s.id)!;
    const late = randomUUID();
    await right(late, line);
    await handIn(s.id, recoloured(s.baseline, 2));
    const before = (await whole(s.id)).now;
    const { data } = await lead.ask("undoRun", { run: late });
    expect([data.undone, data.left[0]?.why]).toEqual([0, expect.stringContaining("handed it in since")]);
    expect((await whole(s.id)).now).toEqual(before);
  });

  it("is for whoever works there, in open sessions, as they were looked at", async () => {
    const strange = (await lines()).find((l) => l.session.room === "loft");
    expect((await tamsin.ask("putRight", { session: strange!.session.id }, wish(strange!))).status).toBe(
      403,
    );
    const mine = (await lines("?room=pan-yard&rule=colour-off"))[0]!;
    const earlier = { ...wish(mine), revision: mine.revision + 1 };
    expect((await lead.ask("putRight", { session: mine.session.id }, earlier)).problem).toMatch(
      /Somebody worked on the session since/,
    );
    await lead.ask("closeSession", { session: mine.session.id });
    expect((await lead.ask("putRight", { session: mine.session.id }, wish(mine))).problem).toMatch(
      /is closed/,
    );
    expect((await lines()).map((l) => l.session.id)).not.toContain(mine.session.id);
    // Of a run of everybody's, one undoes what is of one's own rooms.
    const foreign = randomUUID();
    await lead.ask("putRight", { session: strange!.session.id }, { ...wish(strange!), run: foreign });
    const { data } = await tamsin.ask("undoRun", { run: foreign });
    expect([data.undone, data.left.length]).toEqual([0, 1]);
    expect((await lead.ask("undoRun", { run: randomUUID() })).status).toBe(404);
  });
});

describe("what is kept of drift", () => {
  it("is what counting anew finds, also after edits, editions and what was put right", async () => {
    await publishDarker(lead);
    await lead.ask("sessions", {});
    const { rows } = await house.pool.query<{
      title: string;
      now: Session;
      baseline: Session;
      edition: number;
      open: unknown;
      kept: unknown;
    }>(
      `select s.title, d.session as now, s.baseline, s.edition, f.open, f.kept
       from sessions s join check_ins c on c.id = s.last_check_in join documents d on d.id = c.document
       join check_in_drift f on f.check_in = c.id where s.closed_at is null`,
    );
    expect(rows.length).toBeGreaterThan(5);
    const styles = new Styles();
    for (const r of rows) {
      const { drift } = await countsOf(house.pool, styles, r.now, r);
      expect([r.title, r.open, r.kept]).toEqual([r.title, drift.open, drift.kept]);
    }
    expect(rows.some((r) => JSON.stringify(r.open) !== "{}")).toBe(true);
  });

  it("is found anew for check-ins of earlier versions of the house", async () => {
    const before = (await over()).all;
    await house.pool.query("delete from check_in_drift");
    const after = (await over()).all;
    expect([after.of, after.open]).toEqual([before.of, before.open]);
  });
});

const wish = ({ revision }: RightPage["lines"][number]) => ({
  run: randomUUID(),
  rule: null,
  revision,
  send: false,
});
