import { sessionOf } from "../fixtures/sessions.ts";
import { describe, expect, it } from "vitest";
import { dressed } from "./dress.ts";
import { house as houseSchema, houseProblems } from "./house.ts";
import { makeStyle } from "./style.ts";
import { usualHouse } from "./usual.ts";
import { lineBehind, whyOf } from "./why.ts";

const usual = usualHouse("Test house");
const style = makeStyle(usual);

describe("the house style that ships", () => {
  it("is valid and survives a trip through JSON", () =>
    expect(houseSchema.parse(JSON.parse(JSON.stringify(usual)))).toEqual(usual));

  it("calls no colour like a family, a role or a position, so that a word on the screen is one thing", () => {
    const { families, roles, positions } = usual.words;
    const others = new Set([...families, ...roles, ...positions].map((x) => x.name.toLowerCase()));
    expect(usual.palette.map((c) => c.name).filter((name) => others.has(name.toLowerCase()))).toEqual([]);
  });

  it("names what does not hold together", () => {
    const [first, ...rest] = usual.words.roles;
    const broken = {
      ...usual,
      words: {
        ...usual.words,
        roles: [{ ...first!, family: "nowhere", colour: "no-colour" }, ...rest, rest[0]!],
      },
    };
    expect(houseProblems(broken).map((p) => p.message)).toEqual(
      expect.arrayContaining([
        "there is no family “nowhere”",
        "the palette has no colour “no-colour”",
        `the id “${rest[0]!.id}” is used twice`,
      ]),
    );
    expect(houseSchema.safeParse(broken).success).toBe(false);
    const way = { words: ["swell"], seconds: 2, key: 24, beside: 0 };
    const keyed = { ...usual.instruments, ways: [way, { ...way, words: ["trill"] }, { ...way, key: 25 }] };
    expect(houseProblems({ ...usual, instruments: keyed }).map((p) => p.message)).toEqual([
      "C1 is the house key of two ways of playing",
      "“swell” stands among the house keys twice",
    ]);
  });
});

describe("the line behind a finding", () =>
  it("is the line of the house that asks for it", () => {
    const s = sessionOf("kick in", "EGtr amp");
    const [kick] = s.tracks;
    expect(
      ["name-off-pattern", "colour-off", "icon-off", "outside-folder", "feeds-nowhere"].map((rule) =>
        lineBehind(style, s, rule, kick!),
      ),
    ).toEqual([
      { part: "names", line: "track" },
      { part: "words", line: "kit" },
      { part: "words", line: "kit" },
      { part: "folders", line: "drum-kit" },
      null,
    ]);
  }));

describe("why", () =>
  it("names the decision behind each value", () => {
    const s = dressed(style, sessionOf("Dbl sec far", "lead pan", "gtr amp"));
    const why = (name: string) =>
      whyOf(
        style,
        s,
        s.tracks.find((t) => t.name === name)!,
      );
    expect(why("DblSec_Far")).toEqual(
      expect.arrayContaining([
        expect.objectContaining({ value: "Colour", because: "role “Double second” in family Pans" }),
        expect.objectContaining({ value: "Icon", because: "family Pans; role sets none" }),
        expect.objectContaining({
          value: "Place",
          is: "2nd in PANS",
          because: "house order: family Pans goes in “Pans”",
        }),
      ]),
    );
    expect(why("EGtr_Amp")).toEqual(
      expect.arrayContaining([
        expect.objectContaining({
          value: "Start",
          is: "−8.0 dB",
          because: "sources start 8 dB down, for headroom",
        }),
      ]),
    );
  }));
