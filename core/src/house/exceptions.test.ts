import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { check, putAllRight } from "../check/check.ts";
import { smallSession } from "../fixtures/sessions.ts";
import { apply } from "../session/apply.ts";
import { blankTrack } from "../session/document.ts";
import type { Session, Track } from "../session/document.ts";
import { dressed, newTrack } from "./dress.ts";
import { impactOn } from "./impact.ts";
import { decide, exceptionOf, fits } from "./exceptions.ts";
import type { Case } from "./exceptions.ts";
import type { Exception, House } from "./house.ts";
import { house as houseSchema } from "./house.ts";
import { neverApply } from "./neverApplies.ts";
import { makeStyle } from "./style.ts";
import { usualHouse } from "./usual.ts";
import { whyOf } from "./why.ts";

const house = usualHouse("x");
const rule = (id: string, when: Partial<Exception["when"]>, then: Partial<Exception["then"]>): Exception =>
  exceptionOf(id, id, when, then);
const withRules = (...exceptions: Exception[]): House => houseSchema.parse({ ...house, exceptions });
const small = (...more: Track[]): Session => {
  const s = smallSession();
  return { ...s, tracks: [...s.tracks.slice(0, -1), ...more, ...s.tracks.slice(-1)] };
};

describe("exceptions", () => {
  it("give colour, icon and folder to what the word list does not decide, and say so", () => {
    const style = makeStyle(
      withRules(
        rule("relics", { words: ["relic"] }, { colour: "stone", icon: "sparkle", folder: "talk-and-cue" }),
      ),
    );
    const s = small(
      blankTrack("r", "old relic tape thing", { feeds: "main" }),
      blankTrack("tb", "TB", { feeds: "main", role: "talkback" }),
    );
    const after = dressed(style, s);
    const folder = after.tracks.find((t) => t.role === "talk-and-cue");
    expect(after.tracks.find((t) => t.id === "r")).toMatchObject({
      colour: "#686d6a",
      icon: "sparkle",
      name: "old relic tape thing",
      parent: folder?.id,
    });
    expect(
      check(style, s)
        .filter((f) => f.track === "r" && f.rule === "colour-off")
        .map((f) => f.because),
    ).toEqual(["An exception says so: relics."]);
    expect(
      whyOf(
        style,
        s,
        s.tracks.find((t) => t.id === "r")!,
      )[1],
    ).toMatchObject({
      value: "Colour",
      because: "exception: relics",
      decidedBy: { part: "exceptions", line: "relics" },
    });
  });

  it(
    "of what nobody reads are in the impact before they are published, and start " +
      "new tracks as they say",
    () => {
      const [plain, ruled] = [
        makeStyle(house),
        makeStyle(
          withRules(
            rule(
              "relics",
              { words: ["relic"], formats: ["mono"] },
              { colour: "stone", start: { level: -30 } },
            ),
          ),
        ),
      ];
      const s = small(
        blankTrack("r", "old relic tape thing", { feeds: "main" }),
        blankTrack("q", "xqzv", { feeds: "main" }),
      );
      expect(impactOn(plain, ruled, s).map((t) => [t.track, t.what, t.before, t.after])).toEqual([
        ["r", "colour", "none", "#686d6a"],
      ]);
      const nobody = { role: null, of: null, positions: [], number: null };
      expect(newTrack(ruled, s, "n", nobody, "relic two").level).toBe(-30);
      expect(newTrack(ruled, s, "n", nobody, "xqzv two").level).toBe(0);
      expect(newTrack(ruled, s, "n", nobody, "relic wide", "stereo").level).toBe(0);
    },
  );

  it("leave alone what they say to leave alone: no finding of style, nothing dressed", () => {
    const style = makeStyle(withRules(rule("aside", { words: ["unused"] }, { alone: true })));
    const s = small(
      blankTrack("u", "unused snare 7", { feeds: "main", colour: "#123456" }),
      blankTrack("v", "unused xqzv", { feeds: "main" }),
    );
    expect(
      check(style, s).filter((f) => f.area === "style" && (f.track === "u" || f.track === "v")),
    ).toEqual([]);
    const after = apply(s, putAllRight(style, s));
    expect(after.tracks.find((t) => t.id === "u")).toMatchObject({
      name: "unused snare 7",
      colour: "#123456",
    });
  });

  it("decide each value by the first that fits; words are whole words, folders near or far", () => {
    const rules = [
      rule("a", { words: ["guide"] }, { colour: "stone" }),
      rule("b", { words: ["guide"] }, { colour: "slate", icon: "sparkle" }),
      rule("c", { inside: ["drum-kit"] }, { start: { level: -20 } }),
    ];
    const c: Case = {
      name: "Guide vox",
      role: null,
      family: null,
      kind: "audio",
      format: "mono",
      inside: ["drum-kit", "engine-room"],
      hasNote: false,
    };
    const verdict = decide(rules, c);
    expect([verdict.colour?.id, verdict.icon?.id, verdict.start.map((s) => [s.field, s.by.id])]).toEqual([
      "a",
      "b",
      [["level", "c"]],
    ]);
    expect(fits(rules[0]!, { ...c, name: "misguided vox" })).toBe(false);
    expect(fits(rule("n", { hasNote: true }, {}), c)).toBe(false);
    expect(fits(rule("f", { formats: ["stereo"] }, {}), c)).toBe(false);
  });

  it("may only name what the house has", () => {
    const issues = houseSchema
      .safeParse({
        ...house,
        exceptions: [
          rule("x", { roles: ["nobody"] }, { colour: "no-colour", folder: "strings" }),
          rule("y", {}, { folder: "kick" }),
        ],
      })
      .error?.issues.map((i) => i.message);
    expect(issues).toEqual([
      "there is no role “nobody”",
      "the palette has no colour “no-colour”",
      "there is no folder “kick”",
    ]);
  });
});

describe("exceptions that can never apply", () => {
  const told = (...rules: Exception[]): string[] =>
    neverApply(rules, house.words).map(
      (n) => `${n.id}: ${n.whole ? "whole" : n.values.join("+")} by ${n.because.join("+")}`,
    );

  it("are those whose cases an earlier one takes, value by value", () => {
    expect(
      told(
        rule("a", { families: ["kit"] }, { colour: "stone" }),
        rule("b", { roles: ["snare"] }, { colour: "slate" }),
      ),
    ).toEqual(["b: whole by a"]);
    expect(
      told(
        rule("a", { families: ["kit"] }, { colour: "stone" }),
        rule("b", { roles: ["snare"] }, { colour: "slate", icon: "kit" }),
      ),
    ).toEqual(["b: colour by a"]);
    expect(
      told(
        rule("a", { roles: ["snare"] }, { colour: "stone" }),
        rule("b", { families: ["kit"] }, { colour: "slate" }),
      ),
    ).toEqual([]);
    expect(
      told(
        rule("a", {}, { alone: true }),
        rule("b", { words: ["x"] }, { icon: "kit", start: { level: 0 } }),
      ),
    ).toEqual(["b: whole by a"]);
  });

  it("are found where only several earlier ones together take all", () => {
    const [loud, quiet] = [
      rule("a", { hasNote: true }, { colour: "stone" }),
      rule("b", { hasNote: false }, { colour: "slate" }),
    ];
    expect(told(loud, quiet, rule("c", { words: ["x"] }, { colour: "moss" }))).toEqual(["c: whole by a+b"]);
    expect(
      told(
        rule("a", { kinds: ["audio", "instrument"] }, { colour: "stone" }),
        rule(
          "b",
          { kinds: ["midi", "folder", "bus", "return", "cue-mix", "main", "monitor"] },
          { colour: "slate" },
        ),
        rule("c", {}, { colour: "moss" }),
      ),
    ).toEqual(["c: whole by a+b"]);
    expect(
      told(
        rule("a", { words: ["one", "two"] }, { colour: "stone" }),
        rule("b", { words: ["two"] }, { colour: "slate" }),
        rule("c", { words: ["one", "three"] }, { colour: "moss" }),
      ),
    ).toEqual(["b: whole by a"]);
  });

  it("are those whose own conditions shut one another out; a place may go with any family", () => {
    expect(told(rule("a", { roles: ["snare"], families: ["strings"] }, { colour: "stone" }))).toEqual([
      "a: whole by ",
    ]);
    expect(told(rule("a", { roles: ["room"], families: ["strings"] }, { colour: "stone" }))).toEqual([]);
  });

  it("agrees with trying every case, for any rules over a small world", () => {
    const anyRule = fc.record({
      words: fc.subarray(["one", "two"]),
      kinds: fc.subarray(["audio", "midi"] as const),
      hasNote: fc.constantFrom(null, true, false),
      inside: fc.subarray(["pans"]),
      colour: fc.boolean(),
      alone: fc.boolean(),
    });
    fc.assert(
      fc.property(fc.array(anyRule, { minLength: 1, maxLength: 4 }), (raw) => {
        const rules = raw.map((r, i) =>
          rule(
            `r${i}`,
            { words: r.words, kinds: [...r.kinds], hasNote: r.hasNote, inside: r.inside },
            { colour: r.colour ? "stone" : null, icon: r.colour ? null : "kit", alone: r.alone },
          ),
        );
        const dead = new Map(neverApply(rules, house.words).map((n) => [n.id, n]));
        const decides = new Set<string>();
        for (const name of ["one two", "one", "two", "none"])
          for (const kind of ["audio", "midi", "bus"] as const)
            for (const hasNote of [true, false])
              for (const inside of [["pans"], []]) {
                const v = decide(rules, {
                  name,
                  role: null,
                  family: null,
                  kind,
                  format: "mono",
                  inside,
                  hasNote,
                });
                for (const [value, by] of [
                  ["colour", v.colour],
                  ["icon", v.icon],
                  ["alone", v.alone],
                ] as const)
                  if (by) decides.add(`${by.id} ${value}`);
              }
        for (const r of rules)
          for (const value of [
            ...(r.then.colour ? ["colour"] : ["icon"]),
            ...(r.then.alone ? ["alone"] : []),
          ]) {
            expect([r.id, value, dead.get(r.id)?.values.includes(value) ?? false]).toEqual([
              r.id,
              value,
              !decides.has(`${r.id} ${value}`),
            ]);
          }
      }),
      { numRuns: 400 },
    );
  });
});
