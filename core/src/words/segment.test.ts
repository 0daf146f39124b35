import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { fold } from "./fold.ts";
import { makeReader } from "./reader.ts";
import { segment } from "./segment.ts";
import { heardFrom, spellings } from "./usual/heard.ts";
import { idOf, usualWords } from "./usual/index.ts";

const reader = makeReader(usualWords());
const words = (name: string): string[] => {
  const f = fold(name);
  return f.starts.map((s, i) => f.text.slice(s, f.ends[i]));
};
const cut = (name: string): string[] => segment(reader, name).map((s) => `${s.text}:${s.how}`);

describe("cutting a name into words", () => {
  it.each<[string, string[]]>([
    ["Kick In", ["kick", "in"]],
    ["kick_in-2", ["kick", "in", "2"]],
    ["KickIn", ["kick", "in"]],
    ["OHLeft", ["oh", "left"]],
    ["GtrDI", ["gtr", "di"]],
    ["Tom1Top", ["tom", "1", "top"]],
    ["2nd Vln", ["2nd", "vln"]],
    ["Snare (bottom) [inv]", ["snare", "bottom", "inv"]],
    ["Children's Choir", ["childrens", "choir"]],
    ["Flöte", ["flote"]],
    ["straße", ["strasse"]],
    ["Ærø", ["aero"]],
    ["", []],
    ["  --  ", []],
    ["BGVs", ["bgvs"]],
    ["MS mid", ["ms", "mid"]],
  ])("%j", (name, expected) => expect(words(name)).toEqual(expected));

  it("points back into the name as it is shown, for any name", () =>
    fc.assert(
      fc.property(fc.string({ maxLength: 40, unit: "grapheme" }), (name) => {
        const f = fold(name);
        expect(f.starts).toHaveLength(f.ends.length);
        f.from.forEach((from, i) => {
          expect(from).toBeLessThan(f.to[i] ?? 0);
          if (i > 0) expect(from).toBeGreaterThanOrEqual(f.to[i - 1] ?? 0);
        });
        expect(f.to.at(-1) ?? 0).toBeLessThanOrEqual(f.shown.length);
      }),
    ));
});

describe("finding the phrases", () => {
  it("takes the longest phrases the list knows", () => {
    expect(cut("front of kit")).toEqual(["frontofkit:word"]);
    expect(cut("bass drum in")).toEqual(["bassdrum:word", "in:word"]);
    expect(cut("lead vox dbl l").at(-1)).toBe("l:word");
  });
  it("takes glued words apart, but only where every letter is covered", () => {
    expect(cut("snaretop")).toEqual(["snare:glued", "top:glued"]);
    expect(cut("ohl")).toEqual(["oh:glued", "l:glued"]);
    expect(cut("snarexqz")).toEqual(["snarexqz:unknown"]);
  });
  it("finds a phrase with a slip in it, and marks whether only one word explains it", () => {
    expect(cut("acoutic gtr")).toEqual(["acousticgtr:slip"]);
    expect(cut("clavinet")).toEqual(["clarinet:guess"]);
  });
  it("keeps numbers and ordinals apart", () => {
    expect(segment(reader, "Tom 12").at(-1)).toMatchObject({
      how: "number",
      digits: "12",
      ordinal: false,
      joined: false,
    });
    expect(segment(reader, "Tom12").at(-1)).toMatchObject({ how: "number", joined: true });
  });
});

describe("the notation of the vocabulary", () => {
  it("writes out either word and both orders", () => {
    expect(spellings("(kick|bd) (sample|trig)")).toEqual([
      "kick sample",
      "kick trig",
      "bd sample",
      "bd trig",
    ]);
    expect(spellings("~(floor|fl) tom")).toEqual(["floor tom", "fl tom", "tom floor", "tom fl"]);
    expect(spellings("plain words")).toEqual(["plain words"]);
  });
  it("knows where a word holds and where it is doubtful", () =>
    expect(heardFrom("bass@choir, gc?, ride")).toEqual([
      { text: "bass", within: "choir", doubtful: false },
      { text: "gc", within: null, doubtful: true },
      { text: "ride", within: null, doubtful: false },
    ]));
  it("makes ids of names", () =>
    expect(["Double second", "Children's choir", "12-string guitar", "Célesta"].map(idOf)).toEqual([
      "double-second",
      "children-s-choir",
      "12-string-guitar",
      "celesta",
    ]));
  it("names only families that exist as places where a word holds", () => {
    const list = usualWords();
    const families = new Set(list.families.map((f) => f.id));
    const lost = [...list.roles, ...list.positions].flatMap((x) =>
      x.heard
        .filter((h) => h.within !== null && !families.has(h.within))
        .map((h) => `${x.id}: ${h.text}@${h.within}`),
    );
    expect(lost).toEqual([]);
  });
});
