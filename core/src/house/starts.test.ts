import { describe, expect, it } from "vitest";
import { check } from "../check/check.ts";
import { apply } from "../session/apply.ts";
import { emptySession, session as sessionSchema } from "../session/document.ts";
import { panSide } from "../words/wordlist.ts";
import { readName } from "../words/read.ts";
import { addDressed, newTrack } from "./dress.ts";
import { startsFor } from "./startsFor.ts";
import { differences } from "./differences.ts";
import { addPosition, movePosition, removePosition, withPosition } from "./editBeside.ts";
import { collisionsIn, impactOn } from "./impact.ts";
import type { House } from "./house.ts";
import { house as houseSchema } from "./house.ts";
import { STARTERS } from "./starters.ts";
import { newSession, startInWords } from "./starts.ts";
import { makeStyle } from "./style.ts";
import { usualHouse } from "./usual.ts";
import { smallSession } from "../fixtures/sessions.ts";

const house = usualHouse("x");
const style = makeStyle(house);
const what = (role: string, ...positions: string[]) => ({ role, of: null, positions, number: null });

describe("sides", () => {
  it("turn into a pan direction by who looks: the player's left is the audience's right", () => {
    expect(
      (["player-left", "player-right", "audience-left", "audience-right", "left", "right"] as const).map(
        (lies) => [panSide({ lies }, "player"), panSide({ lies }, "audience")],
      ),
    ).toEqual([
      [-1, 1],
      [1, -1],
      [1, -1],
      [-1, 1],
      [-1, -1],
      [1, 1],
    ]);
    expect(panSide({ lies: null }, "player")).toBe(0);
    const seen = makeStyle({ ...house, view: "audience" });
    expect([
      startsFor(style, what("overheads", "hat-side"), "audio").pan,
      startsFor(seen, what("overheads", "hat-side"), "audio").pan,
    ]).toEqual([-45, 45]);
    expect([
      startsFor(style, what("cello", "left"), "audio").pan,
      startsFor(seen, what("cello", "left"), "audio").pan,
    ]).toEqual([-60, -60]);
    expect(startsFor(style, what("overheads", "spot"), "audio").pan).toBeUndefined();
  });

  it("seen the other way change where a hat overhead starts, and the impact says so", () => {
    const s = {
      ...smallSession(),
      tracks: smallSession().tracks.map((t) =>
        t.id === "kick" ? { ...t, name: "OH_HatSd", role: "overheads", positions: ["hat-side"] } : t,
      ),
    };
    expect(
      impactOn(style, makeStyle({ ...house, view: "audience" }), s).map((t) => [t.what, t.before, t.after]),
    ).toEqual([["start", "−8.0 dB, L 45", "−8.0 dB, R 45"]]);
  });
});

describe("starting values", () => {
  it("are decided value by value by the first line that fits, by role, family, position and kind", () => {
    const own: House = {
      ...house,
      starts: [
        {
          id: "a",
          says: "kicks are loud",
          when: { roles: ["kick"], families: [], positions: [], kinds: [] },
          then: { level: -3 },
        },
        {
          id: "b",
          says: "kit is armed",
          when: { roles: [], families: ["kit"], positions: [], kinds: ["audio"] },
          then: { level: -8, armed: true, monitor: "off", notes: "mind the gate" },
        },
      ],
    };
    expect(startsFor(makeStyle(own), what("kick"), "audio")).toEqual({
      level: -3,
      armed: true,
      monitor: "off",
      notes: "mind the gate",
    });
    expect(startsFor(makeStyle(own), what("kick"), "midi")).toEqual({ level: -3 });
  });

  it("stand on a new track, and what is added with them is a valid session without findings of style", () => {
    const s = { ...newSession(house, "x"), tracks: emptySession("x").tracks };
    const t = newTrack(style, s, "p", what("piccolo"), "Picc");
    const after = apply(s, addDressed(style, s, [{ ...t, kind: "instrument" }]));
    expect(sessionSchema.safeParse(after).success).toBe(true);
    expect(check(style, after).filter((f) => f.area === "style")).toEqual([]);
  });

  it(
    "of sampled instruments reset controllers and start volume at 90 (MIDI 1.0: 121 resets " +
      "all controllers, 7 is volume)",
    () => {
      expect(startsFor(style, what("violin"), "midi").controllers).toEqual([
        { controller: 121, value: 0 },
        { controller: 7, value: 90 },
      ]);
      expect(startsFor(style, what("double-bass"), "instrument").transpose).toBe(-12);
      expect(
        startInWords({
          transpose: -12,
          pan: -45,
          polarity: "inverted",
          channel: 10,
          controllers: [{ controller: 7, value: 90 }],
        }),
      ).toBe("L 45, polarity inverted, MIDI channel 10, controller 7 at 90, sounds an octave lower");
    },
  );

  // Orchestration handbooks, from memory; crotales are no role of the usual words.
  it.each([
    ["piccolo", 12],
    ["celesta", 12],
    ["xylophone", 12],
    ["recorder", 12],
    ["glockenspiel", 24],
    ["double-bass", -12],
    ["acoustic-guitar", -12],
    ["electric-guitar", -12],
    ["bass-guitar", -12],
    ["contrabassoon", -12],
    ["tenor", -12],
    ["violin", undefined],
    ["viola", undefined],
    ["cello", undefined],
    ["flute", undefined],
    ["bassoon", undefined],
    ["marimba", undefined],
  ])("know that what is written for a %s sounds %s semitones from there", (role, semitones) => {
    for (const kind of ["instrument", "midi"] as const)
      expect(startsFor(style, what(role), kind).transpose).toBe(semitones);
    // What is recorded sounds as it sounds.
    expect(startsFor(style, what(role), "audio").transpose).toBeUndefined();
  });

  it("of a session are what the house says", () =>
    expect(
      newSession(
        { ...house, session: { ...house.session, sampleRate: 96000, musicBar: 5, leadIn: 4 } },
        "New",
      ),
    ).toMatchObject({ title: "New", sampleRate: 96000, bitDepth: 24, leadIn: 4, musicBar: 5, tracks: [] }));
});

describe("the lists beside the roles", () => {
  it("take one more, which is read and written from then on", () => {
    const made = addPosition(house, "articulation", "Tide swell", "Tsw");
    if ("problem" in made) throw new Error(made.problem);
    expect(houseSchema.safeParse(made.house).success).toBe(true);
    const reading = readName(makeStyle(made.house).reader, "Violin tide swell");
    expect([reading.role, reading.positions, reading.sure]).toEqual(["violin", ["tide-swell"], true]);
    expect(addPosition(house, "side", "left", "")).toEqual({
      problem: "That does not work: “left” stands in the list twice.",
    });
    expect(addPosition(house, "side", "!!", "")).toEqual({
      problem: "Give it a name with at least one letter.",
    });
  });

  it("lose one everywhere it is spoken of, and change their order within the group", () => {
    const after = removePosition(house, "hat-side");
    expect(houseSchema.safeParse(after).success).toBe(true);
    expect(after.starts.find((s) => s.id === "kit-sides")?.when.positions).toEqual(["ride-side"]);
    expect(after.starts.some((s) => s.id === "snare-bottom")).toBe(true);
    expect(removePosition(house, "bottom").starts.some((s) => s.id === "snare-bottom")).toBe(false);
    const swell = { words: ["swell"], seconds: 2, key: 24, beside: 0 };
    const keyed: House = {
      ...house,
      instruments: { ...house.instruments, ways: [swell, { ...swell, words: ["harmonics"], key: 25 }] },
    };
    const without = removePosition(keyed, "harmonics");
    expect([without.instruments.ways, without.sampled.alone]).toEqual([[swell], []]);
    const sides = (h: House): string[] =>
      h.words.positions.filter((p) => p.group === "side").map((p) => p.id);
    expect(sides(movePosition(house, "right", -1)).slice(0, 2)).toEqual(["right", "left"]);
    expect(movePosition(house, "left", -1)).toBe(house);
    expect(withPosition(house, "left", { name: "right" })).toEqual({
      problem: "That does not work: “right” stands in the list twice.",
    });
  });
});

describe("starter house styles", () => {
  it.each(STARTERS.map((s) => [s.name, s] as const))(
    "%s is whole, and what it differs in from the usual one is said in sentences",
    (_, starter) => {
      const made = starter.make("A house");
      expect(houseSchema.safeParse(made).error?.issues ?? []).toEqual([]);
      const usual = starter.id === "usual";
      expect(differences(house, made).length > 0).toBe(!usual);
      expect(made.name).toBe("A house");
    },
  );

  it("orchestral names carry library code, articulation and flag, each in its place", () => {
    const made = STARTERS.find((s) => s.id === "orchestral")!.make("x");
    const coded = addPosition(made, "maker", "Tideline", "TDL");
    if ("problem" in coded) throw new Error(coded.problem);
    const orchestra = makeStyle(coded.house);
    const s = emptySession("x");
    expect(
      newTrack(
        orchestra,
        s,
        "v",
        { role: "violin", of: null, positions: ["tideline", "legato", "dynamics-on-the-wheel"], number: 1 },
        "x",
      ).name,
    ).toBe(`TDL_${orchestra.reader.roles.get("violin")!.short.full}_Leg_1_MW`);
  });
});

describe("names that would meet", () =>
  it("are said before publishing, with the tracks that share them", () => {
    const merged: House = {
      ...house,
      words: {
        ...house.words,
        roles: house.words.roles.map((r) =>
          r.id === "hi-hat" ? { ...r, short: { ...r.short, full: "Kick" } } : r,
        ),
      },
    };
    const s = {
      ...smallSession(),
      tracks: smallSession().tracks.map((t) =>
        t.id === "top" ? { ...t, name: "Hat", role: "hi-hat", positions: [] } : t,
      ),
    };
    expect(collisionsIn(style, makeStyle(merged), s)).toEqual([{ name: "kick", tracks: ["Kick", "Hat"] }]);
    expect(collisionsIn(style, style, s)).toEqual([]);
  }));

describe("starting values in words", () => {
  it("say each as a person would, in one order", () => {
    expect(startInWords({})).toBe("");
    expect(startInWords({ level: -6, pan: -30 })).toBe("−6.0 dB, L 30");
    expect(startInWords({ pan: 0, width: 60, polarity: "inverted" })).toBe(
      "centre, width 60 %, polarity inverted",
    );
    expect(startInWords({ aside: 45 })).toBe("45 to its side");
    expect(startInWords({ format: "stereo", source: "di", channel: 10 })).toBe(
      "stereo, from di, MIDI channel 10",
    );
    expect(startInWords({ controllers: [{ controller: 7, value: 100 }], transpose: 12 })).toBe(
      "controller 7 at 100, sounds an octave higher",
    );
    expect(startInWords({ armed: false, monitor: "off", notes: "by the door" })).toBe(
      "not armed, monitor off, note “by the door”",
    );
    expect(startInWords({ armed: true, format: null, source: null, channel: null })).toBe("armed");
  });
});
