import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { check } from "../check/check.ts";
import { sessions, smallSession } from "../fixtures/sessions.ts";
import { apply } from "../session/apply.ts";
import { inverse } from "../session/change.ts";
import { blankTrack, treeProblems } from "../session/document.ts";
import { dressed } from "../house/dress.ts";
import { copiesOf, stepTrack } from "./step.ts";
import { makeStyle } from "../house/style.ts";
import { usualHouse } from "../house/usual.ts";

const style = makeStyle(usualHouse("x"));
const tidy = dressed(style, smallSession());
let n = 0;
const newId = (): string => `n${++n}`;

describe("moving a track by steps", () => {
  it("goes up and down among its neighbours, into the folder before it and out again, its feed with it", () => {
    const down = apply(tidy, stepTrack(tidy, "kick", "down"));
    const inKit = (s: typeof tidy): string[] => s.tracks.filter((t) => t.parent === "kit").map((t) => t.id);
    expect(inKit(down).slice(0, 2)).toEqual(inKit(tidy).slice(0, 2).reverse());
    expect(apply(down, stepTrack(down, "kick", "up"))).toEqual(tidy);
    const out = apply(tidy, stepTrack(tidy, "kick", "out"));
    expect(out.tracks.find((t) => t.id === "kick")).toMatchObject({ parent: null, feeds: "main" });
    const back = apply(out, stepTrack(out, "kick", "in"));
    expect(back.tracks.find((t) => t.id === "kick")).toMatchObject({ parent: "kit", feeds: "kit" });
    expect(stepTrack(tidy, "kit", "out")).toEqual([]);
    expect(stepTrack(tidy, "nobody", "up")).toEqual([]);
  });

  it("keeps the tree a tree and is undone exactly, for any session and steps", () =>
    fc.assert(
      fc.property(
        sessions(),
        fc.array(
          fc.tuple(
            fc.nat(),
            fc.constantFrom("up" as const, "down" as const, "in" as const, "out" as const),
          ),
          { maxLength: 8 },
        ),
        (s, steps) => {
          let now = s;
          for (const [i, way] of steps) {
            const changes = stepTrack(now, now.tracks[i % Math.max(1, now.tracks.length)]?.id ?? "", way);
            const next = apply(now, changes);
            expect(treeProblems(next.tracks)).toEqual([]);
            expect(apply(next, inverse(changes))).toEqual(now);
            now = next;
          }
        },
      ),
      { numRuns: 200 },
    ));
});

describe("copies", () => {
  it("count on: number, name, input and MIDI channel; sixteen channels are one gesture", () => {
    const midi = {
      ...tidy,
      tracks: [
        ...tidy.tracks.slice(0, -1),
        blankTrack("m", "Synth", { kind: "midi", format: null, channel: 1 }),
        ...tidy.tracks.slice(-1),
      ],
    };
    const after = apply(midi, copiesOf(style, midi, "m", 16, newId));
    const made = after.tracks.filter((t) => t.kind === "midi");
    expect(made.map((t) => t.channel)).toEqual([
      1,
      2,
      3,
      4,
      5,
      6,
      7,
      8,
      9,
      10,
      11,
      12,
      13,
      14,
      15,
      16,
      null,
    ]);
    expect(new Set(made.map((t) => t.name)).size).toBe(17);
  });

  it(
    "take the next inputs nobody uses, make the first of a kind number one, and leave " +
      "nothing off the house",
    () => {
      const after = apply(tidy, copiesOf(style, tidy, "gtr", 3, newId));
      const made = after.tracks.filter((t) => t.role === "electric-guitar");
      expect(made.map((t) => [t.name, t.input])).toEqual([
        ["EGtr_Amp_1", 4],
        ["EGtr_Amp_2", 5],
        ["EGtr_Amp_3", 6],
        ["EGtr_Amp_4", 7],
      ]);
      expect(
        check(style, after).filter((f) =>
          ["name-off-pattern", "same-name", "input-twice"].includes(f.rule),
        ),
      ).toEqual([]);
    },
  );

  it("of a folder or the main path are none", () => {
    expect(copiesOf(style, tidy, "kit", 2, newId)).toEqual([]);
    expect(copiesOf(style, tidy, "main", 2, newId)).toEqual([]);
    expect(copiesOf(style, tidy, "gtr", 0, newId)).toEqual([]);
  });

  it("never share an id, a name or an input, for any session", () =>
    fc.assert(
      fc.property(sessions(), fc.nat(), fc.integer({ min: 1, max: 6 }), (s, i, many) => {
        const t = s.tracks[i % Math.max(1, s.tracks.length)];
        const changes = copiesOf(style, s, t?.id ?? "", many, newId);
        const after = apply(s, changes);
        expect(treeProblems(after.tracks)).toEqual([]);
        if (changes.length === 0 || !t) return;
        const copies = after.tracks.filter((x) => !s.tracks.some((y) => y.id === x.id));
        expect(copies).toHaveLength(many);
        expect(new Set(copies.map((x) => x.name.toLowerCase())).size).toBe(many);
        const inputs = copies.flatMap((x) => x.input ?? []);
        expect(new Set(inputs).size).toBe(inputs.length);
        expect(s.tracks.some((x) => x.input !== null && inputs.includes(x.input))).toBe(false);
        expect(apply(after, inverse(changes))).toEqual(s);
      }),
      { numRuns: 200 },
    ));
});
