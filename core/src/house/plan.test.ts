import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { exceptionOf } from "./exceptions.ts";
import { apply } from "../session/apply.ts";
import { setField } from "../session/change.ts";
import { blankTrack, emptySession } from "../session/document.ts";
import type { Session, Track } from "../session/document.ts";
import { dressed } from "./dress.ts";
import { withFolder } from "./editFolders.ts";
import { house as houseSchema } from "./house.ts";
import { planHouse } from "./plan.ts";
import type { HousePlan } from "./plan.ts";
import { forgetful, makeStyle } from "./style.ts";
import { usualHouse } from "./usual.ts";

// Colours passed on in steps, and exceptions that leave alone, recolour and move: all that a plan is made
// from.
const house = houseSchema.parse({
  ...withFolder(withFolder(usualHouse("x"), "drum-kit", { passes: "steps" }), "guitars", { from: 1 }),
  exceptions: [
    exceptionOf("relic", "relics", { words: ["relic"] }, { colour: "stone" }),
    exceptionOf("own", "left alone", { hasNote: true }, { alone: true }),
    exceptionOf("wide", "wide ones", { formats: ["stereo"], roles: ["hi-hat"] }, { folder: "guitars" }),
  ],
});
const style = makeStyle(house);
const NAMES = [
  "Kick",
  "Snare",
  "Snare top",
  "Hat",
  "Hat 2",
  "hat",
  "EGtr amp",
  "relic",
  "xqzv",
  "Pan tenor 3",
  "Snare_2",
  "KIT",
  "Main",
];
const start = (names: readonly string[]): Session =>
  dressed(style, {
    ...emptySession("x"),
    tracks: [
      ...names.map((n, i) => blankTrack(`t${i}`, n, { feeds: "main" })),
      blankTrack("main", "Main", { kind: "main", format: "stereo", role: "main" }),
    ],
  });
const bare = ({ wanted, parentOf, inside, houseFolder, newFolders }: HousePlan) => ({
  wanted,
  parentOf,
  inside,
  houseFolder,
  newFolders,
});

describe("a plan of the house", () => {
  it("mended after edits is the plan made anew, whatever else was planned in between", () => {
    const name = fc.constantFrom(...NAMES);
    const edit = fc.record({
      pick: fc.nat(),
      field: fc.constantFrom(
        "name",
        "name",
        "role",
        "number",
        "notes",
        "format",
        "positions",
        "of",
        "level",
      ),
      name,
      role: fc.constantFrom("kick", "snare", "hi-hat", "electric-guitar", null),
      number: fc.constantFrom(null, 1, 2, 7),
    });
    let mended = 0;
    fc.assert(
      fc.property(
        fc.array(name, { minLength: 2, maxLength: 12 }),
        fc.array(edit, { minLength: 1, maxLength: 8 }),
        (names, edits) => {
          const again = forgetful(style);
          let now = start(names);
          planHouse(again, now);
          for (const e of edits) {
            const t = now.tracks[e.pick % now.tracks.length] as Track;
            const to = {
              name: e.name,
              role: e.role,
              number: e.number,
              notes: t.notes === "" ? "mine" : "",
              format: t.format === "mono" ? "stereo" : "mono",
              positions: t.positions.length > 0 ? [] : ["top"],
              of: null,
              level: -3,
            }[e.field];
            // The same tracks in another session, where they get other numbers.
            planHouse(again, { ...now, tracks: now.tracks.slice(1) });
            now = apply(now, [setField(t, e.field as "name", to as never)]);
            const plan = planHouse(again, now);
            if (plan.mended) mended++;
            expect(bare(plan)).toEqual(bare(planHouse(forgetful(style), now)));
          }
        },
      ),
      { numRuns: 300 },
    );
    expect(mended).toBeGreaterThan(100);
  });

  it("asks nothing new of tracks that a rename does not touch", () => {
    const s = start(["Kick", "Snare", "Hat", "Hat"]);
    const before = planHouse(style, s);
    const hat = s.tracks.find((t) => t.name === "Hat_1")!;
    const after = planHouse(style, apply(s, [setField(hat, "name", "Snare bottom")]));
    expect(after.mended?.from).toBe(before.mark);
    expect(
      s.tracks.filter((t) => after.wanted.get(t.id) !== before.wanted.get(t.id)).map((t) => t.name),
    ).toEqual(["Hat_1"]);
  });
});
