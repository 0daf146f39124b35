import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { TYPED_NAMES } from "../fixtures/typedNames.ts";
import { fold } from "./fold.ts";
import { makeReader } from "./reader.ts";
import { readName } from "./read.ts";
import { nearWords, slipDistance } from "./slips.ts";
import { spellingsOf } from "./spellings.ts";
import { usualWords } from "./usual/index.ts";
import { wordList } from "./wordlist.ts";

const words = usualWords();
const reader = makeReader(words);

describe("the word list that ships", () => {
  it("holds together, with about a dozen families or more and at least 250 roles", () => {
    expect(wordList.safeParse(words).error?.issues ?? []).toEqual([]);
    expect(words.families.length).toBeGreaterThanOrEqual(12);
    expect(words.roles.length).toBeGreaterThanOrEqual(250);
    for (const key of ["id", "name"] as const) {
      const all = words.roles.map((r) => r[key]);
      expect(all.filter((x, i) => all.indexOf(x) !== i)).toEqual([]);
    }
  });

  it("gives no two roles the same short form", () => {
    for (const length of ["full", "eight", "four"] as const) {
      const seen = new Map<string, string>();
      const twice = words.roles.flatMap((r) => {
        const key = r.short[length].toLowerCase();
        const before = seen.get(key);
        seen.set(key, r.id);
        return before === undefined ? [] : [`${r.short[length]}: ${before}, ${r.id}`];
      });
      expect(twice, length).toEqual([]);
    }
  });

  it("reads every role's own name and full short form as that role, inside its family", () => {
    const wrong: string[] = [];
    for (const role of words.roles) {
      for (const name of [role.name, role.short.full]) {
        const reading = readName(reader, name, { families: [role.family] });
        if (reading.role !== role.id) wrong.push(`${name} (${role.family}) → ${reading.role}`);
      }
    }
    expect(wrong).toEqual([]);
  });
});

describe("reading names as people type them", () => {
  it.each(TYPED_NAMES)("$name", ({ name, families, role, of, positions, number, careful }) => {
    const reading = readName(reader, name, { families });
    expect({
      role: reading.role,
      of: reading.of,
      positions: [...reading.positions].sort(),
      number: reading.number,
    }).toEqual({ role, of, positions: [...positions].sort(), number });
    if (careful || role === null) expect(reading.sure).toBe(false);
  });

  it("is sure of nearly all of them", () => {
    const clear = TYPED_NAMES.filter((n) => n.role !== null && !n.careful);
    const sure = clear.filter((n) => readName(reader, n.name, { families: n.families }).sure);
    expect(sure.length / clear.length).toBeGreaterThan(0.95);
  });

  it("lets the folder above decide what a word means there", () => {
    expect(readName(reader, "Bass", { families: ["choir"] }).role).toBe("bass-voice");
    expect(readName(reader, "Bass", { families: ["pans"] }).role).toBe("six-bass");
    expect(readName(reader, "Bass", { families: ["strings"] }).role).toBe("double-bass");
    expect(readName(reader, "Bass").role).toBe("bass-guitar");
    expect(readName(reader, "Room", { families: ["guitars"] })).toMatchObject({
      role: "room",
      of: "guitars",
    });
  });

  it("says which letters led to what", () => {
    const reading = readName(reader, "2nd pan (far) #2");
    expect(reading.words.map((w) => [w.text, w.as, w.id])).toEqual([
      ["2nd pan", "role", "double-second"],
      ["far", "position", "far"],
      ["2", "number", null],
    ]);
  });

  it("takes one slip from four letters on and two from eight on, and only there", () => {
    expect(readName(reader, "Trumept").role).toBe("trumpet");
    expect(readName(reader, "Tambuorime").role).toBe("tambourine");
    expect(nearWords(reader, "kik")).toEqual([]);
    expect(slipDistance("trumept", "trumpet", 1)).toBe(1);
    expect(slipDistance("kitten", "sitting", 3)).toBe(3);
    expect(slipDistance("kitten", "sitting", 2)).toBeGreaterThan(2);
  });

  it("is never sure of what it does not know", () => {
    for (const name of [
      "",
      "   ",
      "xqzv",
      "Audio 12",
      "Untitled",
      "???",
      "🎵",
      "Steve",
      "take 3 final FINAL",
    ])
      expect(readName(reader, name).sure, name).toBe(false);
  });

  it(
    "is never sure of a role behind a word it does not know, nor where only a slip " +
      "explains that word away",
    () => {
      for (const name of [
        "hull drum",
        "quay drum",
        "hill drum",
        "mud piano",
        "big gtr",
        "zub snare",
        "tide bell near",
        "moss vox",
      ])
        expect(readName(reader, name).sure, name).toBe(false);
      const words = [
        "hull",
        "zub",
        "wrack",
        "quoll",
        "mudge",
        "tidal",
        "brack",
        "fenny",
        "skerry",
        "gannet",
        "dunlin",
        "samphire",
      ];
      fc.assert(
        fc.property(
          fc.constantFrom(...words),
          fc.constantFrom("Kick", "Snare", "Piano", "Trumpet", "Cello", "Conga", "Banjo"),
          (word, name) => {
            expect(readName(reader, `${word} ${name}`).sure, `${word} ${name}`).toBe(false);
          },
        ),
      );
    },
  );

  it("takes two spellings of one letter as one name (UAX #15)", () => {
    const composed = "C\u00e9lesta",
      decomposed = "Ce\u0301lesta";
    expect(fold(composed)).toEqual(fold(decomposed));
    expect(readName(reader, decomposed).role).toBe("celesta");
  });

  it("answers for any text, points only inside it, and does not depend on letter case at word starts", () => {
    fc.assert(
      fc.property(fc.string({ maxLength: 60, unit: "binary" }), (name) => {
        const reading = readName(reader, name);
        expect(reading.confidence).toBeGreaterThanOrEqual(0);
        expect(reading.confidence).toBeLessThanOrEqual(1);
        if (reading.role === null) expect(reading.sure).toBe(false);
      }),
      { numRuns: 500 },
    );
    fc.assert(
      fc.property(
        fc.constantFrom(...TYPED_NAMES.map((n) => n.name)).filter((n) => /^[a-z]+( [a-z]+)*$/i.test(n)),
        (name) => {
          expect(readName(reader, name.toUpperCase()).role).toBe(readName(reader, name.toLowerCase()).role);
        },
      ),
    );
  });

  it("learns a role somebody adds", () => {
    const taught = makeReader({
      ...words,
      roles: [
        ...words.roles,
        {
          ...words.roles[0]!,
          id: "conch",
          name: "Conch",
          family: "folk",
          sort: "source",
          kind: "audio",
          short: { full: "Conch", eight: "Conch", four: "Cnch" },
          heard: [{ text: "sea shell", within: null, doubtful: false }],
        },
      ],
    });
    expect(readName(reader, "sea shell near").role).not.toBe("conch");
    expect(readName(taught, "sea shell near 2")).toMatchObject({
      role: "conch",
      positions: ["near"],
      number: 2,
      sure: true,
    });
    expect(spellingsOf(taught.roles.get("conch")!).map((h) => h.text)).toContain("sea shell");
  });
});
