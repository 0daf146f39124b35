import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { check, open } from "../check/check.ts";
import { sessions } from "../fixtures/sessions.ts";
import { makeStyle } from "../house/style.ts";
import { usualHouse } from "../house/usual.ts";
import { apply } from "../session/apply.ts";
import { setField, setSessionField } from "../session/change.ts";
import { session as sessionSchema, treeProblems } from "../session/document.ts";
import type { Session } from "../session/document.ts";
import { circleThrough } from "../session/circle.ts";
import { goesTo } from "../session/routing.ts";
import { flowOf, reaches } from "../signal/ways.ts";
import { partOf, partsOf, putPart } from "./part.ts";
import { STARTERS, startWith } from "./templateStarters.ts";

const style = makeStyle(usualHouse("x"));
let n = 0;
const newId = (): string => `n${n++}`;
const starter = (id: string): Session =>
  startWith(
    style,
    STARTERS.find((s) => s.id === id)!,
    newId,
  );
/** Any session with at most one main path, as every session somebody works in has. */
const withOneMain = (most: number) =>
  sessions(most).map((s): Session => {
    const main = s.tracks.findIndex((t) => t.kind === "main");
    return {
      ...s,
      tracks: s.tracks.map((t, i) => (t.kind === "main" && i !== main ? { ...t, kind: "bus" } : t)),
    };
  });
const by = (s: Session, name: string) => s.tracks.find((t) => t.name === name)!;

describe("a part of a template", () => {
  it("is a folder with all it holds, and the paths its sound goes on through", () => {
    const band = starter("band");
    expect(partsOf(band).map((p) => [p.says, p.tracks])).toEqual([
      ["KIT", 5],
      ["GTRS", 2],
      ["VOICES", 3],
    ]);
    const kit = partOf(band, [by(band, "KIT").id]);
    expect(kit.tracks.map((t) => t.name)).toEqual([
      "KIT",
      "Kick",
      "Snare_Top",
      "Hat",
      "OH_L",
      "OH_R",
      "Cue",
      "Plate",
      "Main",
    ]);
    expect(open(check(style, kit)).map((f) => f.says)).toEqual([]);
  });

  it("takes of link sets, input sets and key inputs what is there of theirs", () => {
    let band = starter("band");
    const [kick, bass, hat] = ["Kick", "Bass", "Hat"].map((name) => by(band, name));
    band = apply(band, [
      setSessionField(band, "links", [
        {
          id: "l",
          name: "Low",
          colour: "#112233",
          shares: ["edits"],
          members: [kick!.id, bass!.id],
          followers: [],
        },
        {
          id: "k",
          name: "Kit",
          colour: "#112233",
          shares: ["arm"],
          members: [kick!.id, hat!.id, bass!.id],
          followers: [],
        },
      ]),
      setSessionField(band, "inputSets", [
        {
          id: "i",
          name: "Van",
          inputs: [
            { track: bass!.id, input: 1 },
            { track: kick!.id, input: 2 },
          ],
        },
      ]),
      setField(kick!, "inserts", [
        {
          id: "i1",
          kind: "Gate",
          device: null,
          bypassed: false,
          values: [],
          before: false,
          width: null,
          key: bass!.id,
          chain: null,
        },
      ]),
    ]);
    const kit = partOf(band, [by(band, "KIT").id]);
    expect([
      kit.links.map((l) => [l.name, l.members]),
      kit.inputSets.map((s) => s.inputs),
      by(kit, "Kick").inserts[0]!.key,
    ]).toEqual([[["Kit", [kick!.id, hat!.id]]], [[{ track: kick!.id, input: 2 }]], null]);
  });

  it("holds together, and what it holds comes to the main path just as in the whole, for any session", () =>
    fc.assert(
      fc.property(withOneMain(12), fc.array(fc.nat(), { minLength: 1, maxLength: 3 }), (s, picks) => {
        // Nobody can make a circle; what would come of one depends on where one begins.
        fc.pre(
          s.tracks.length > 0 && !s.tracks.some((t) => goesTo(t).some((to) => circleThrough(s, t.id, to))),
        );
        const ids = picks.map((p) => s.tracks[p % s.tracks.length]!.id);
        const part = partOf(s, ids);
        expect(sessionSchema.safeParse(part).error).toBeUndefined();
        expect(treeProblems(part.tracks)).toEqual([]);
        const [whole, alone] = [reaches(flowOf(s)), reaches(flowOf(part))];
        for (const id of ids) expect(alone.get(id)).toEqual(whole.get(id));
      }),
      { numRuns: 200 },
    ));
});

describe("a part put into another template", () => {
  it("sends to what stands there, brings what does not, and counts on in folders that are there", () => {
    const [choir, band] = [starter("choir"), starter("band")];
    const part = partOf(band, [by(band, "VOICES").id]);
    const after = apply(choir, putPart(style, choir, part, newId));
    // The hall and the main path are the choir's own; the headphone mix came along.
    expect(
      after.tracks.filter((t) => ["return", "main", "cue-mix"].includes(t.kind)).map((t) => t.name),
    ).toEqual(["Cue", "HallRev", "Main"]);
    const lead = by(after, "LdVox");
    expect(lead.sends.map((x) => after.tracks.find((t) => t.id === x.to)?.name)).toEqual([
      "HallRev",
      "Cue",
    ]);
    expect(by(after, "HallRev").id).toBe(by(choir, "HallRev").id);
    expect(after.tracks.find((t) => t.id === lead.feeds)?.name).toBe("VOICES");
    // Put in once more, nothing of it is doubled under one name, and what was there is not moved.
    const twice = apply(after, putPart(style, after, part, newId));
    expect(new Set(twice.tracks.map((t) => t.name)).size).toBe(twice.tracks.length);
    expect(twice.tracks.filter((t) => t.name === "VOICES")).toHaveLength(1);
    expect(choir.tracks.map((t) => twice.tracks.find((x) => x.id === t.id)?.name)).toEqual(
      choir.tracks.map((t) => t.name),
    );
  });

  it("leaves a session that holds together, for any two", () =>
    fc.assert(
      fc.property(withOneMain(8), withOneMain(8), (here, other) => {
        const after = apply(here, putPart(style, here, other, newId));
        expect(sessionSchema.safeParse(after).error).toBeUndefined();
        expect(here.tracks.every((t) => after.tracks.some((x) => x.id === t.id))).toBe(true);
        expect(after.tracks.filter((t) => t.kind === "main").length).toBeLessThanOrEqual(
          Math.max(1, here.tracks.filter((t) => t.kind === "main").length),
        );
      }),
      { numRuns: 150 },
    ));
});
