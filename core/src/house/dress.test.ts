import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { sessions, smallSession, sessionOf } from "../fixtures/sessions.ts";
import { apply } from "../session/apply.ts";
import { emptySession, session as sessionSchema, treeProblems } from "../session/document.ts";
import { addDressed, dress, dressed, giveRole, newTrack } from "./dress.ts";
import { startsFor } from "./startsFor.ts";
import { readLines } from "../sheet/typed.ts";
import { makeStyle } from "./style.ts";
import { usualHouse } from "./usual.ts";

const usual = usualHouse("Test house");
const style = makeStyle(usual);
let count = 0;
const newId = (): string => `new-${++count}`;

describe("dressing", () => {
  it("gives house names, colours, icons, folders and order", () => {
    const out = dressed(style, sessionOf("Dbl sec far", "lead pan near", "snare btm", "kick", "Snare top"));
    const depth = (id: string | null): string =>
      id === null ? "" : `${depth(out.tracks.find((t) => t.id === id)?.parent ?? null)}  `;
    expect(out.tracks.map((t) => depth(t.parent) + t.name)).toEqual([
      "PANS",
      "  TnrPan_Near",
      "  DblSec_Far",
      "KIT",
      "  Kick",
      "  Snare_Top",
      "  Snare_Btm",
      "Main",
    ]);
    const second = out.tracks.find((t) => t.name === "DblSec_Far");
    expect(second).toMatchObject({
      colour: "#cc7c2e",
      icon: "pan",
      role: "double-second",
      positions: ["far"],
      feeds: "folder-pans",
    });
  });

  it("is done once: a dressed session has nothing left to dress", () =>
    fc.assert(
      fc.property(sessions(), (s) => {
        const once = apply(s, dress(style, s));
        expect(treeProblems(once.tracks)).toEqual([]);
        expect(dress(style, once)).toEqual([]);
      }),
      { numRuns: 200 },
    ));

  it("loses no track, and leaves alone what it is not sure of", () => {
    fc.assert(
      fc.property(sessions(), (s) => {
        const after = new Map(dressed(style, s).tracks.map((t) => [t.id, t]));
        for (const t of s.tracks)
          expect(after.get(t.id)).toMatchObject({ input: t.input, level: t.level, kind: t.kind });
      }),
      { numRuns: 100 },
    );
    const out = dressed(style, sessionOf("xqzv", "Snaer Top"));
    expect(out.tracks.map((t) => t.name)).toEqual(["xqzv", "Snaer Top", "Main"]);
  });

  it("numbers where there is more than one of a kind; numbers that exist stay", () => {
    expect(
      dressed(style, sessionOf("Iron", "Iron 2", "iron"))
        .tracks.filter((t) => t.role === "iron")
        .map((t) => t.name)
        .sort(),
    ).toEqual(["Iron_1", "Iron_2", "Iron_3"]);
    expect(dressed(style, sessionOf("Kick")).tracks[0]?.name).toBe("Kick");
    // Two that claim one number: the second gets another, and stands where that number belongs.
    expect(
      dressed(style, sessionOf("Iron 2", "iron 2"))
        .tracks.filter((t) => t.role === "iron")
        .map((t) => [t.id, t.name]),
    ).toEqual([
      ["t1", "Iron_1"],
      ["t0", "Iron_2"],
    ]);
  });

  it("starts a track as the house says: the snare's bottom inverted, 8 dB down", () => {
    const t = newTrack(
      style,
      emptySession("x"),
      "a",
      { role: "snare", of: null, positions: ["bottom"], number: null },
      "snare btm",
    );
    expect(t).toMatchObject({
      name: "Snare_Btm",
      polarity: "inverted",
      level: -8,
      source: "mic",
      kind: "audio",
    });
    expect(
      startsFor(style, { role: "piccolo", of: null, positions: [], number: null }, "instrument"),
    ).toMatchObject({
      transpose: 12,
      controllers: [
        { controller: 121, value: 0 },
        { controller: 7, value: 90 },
      ],
    });
  });
});

describe("saying what a track is", () =>
  it("gives it name, colour and icon of that role, and nothing else changes", () => {
    const s = sessionOf("xqzv left", "Kick");
    const after = apply(s, giveRole(style, s, "t0", "tambourine"));
    expect(after.tracks[0]).toMatchObject({
      role: "tambourine",
      name: "Tamb_L",
      icon: "hand-drum",
      parent: null,
    });
    expect(after.tracks.slice(1)).toEqual(s.tracks.slice(1));
  }));

describe("pasting names", () => {
  it("makes many of one by count, and takes input, format and note from behind a bar or a tab", () => {
    const s = smallSession();
    const lines = readLines(
      style,
      s,
      "3 of Shanty tenor | 12\nRoom\tstereo\tin 20\tby the door | on the wall\n2 of " +
        "xqzv\nKick | 0 | 9999 | surround\n0 of Hat",
      newId,
    );
    expect(lines.map((l) => [l.track.name, l.track.input, l.track.format, l.track.notes])).toEqual([
      ["ShTen", 12, "mono", ""],
      ["ShTen", 13, "mono", ""],
      ["ShTen", 14, "mono", ""],
      ["Room", 20, "stereo", "by the door; on the wall"],
      ["xqzv", null, "mono", ""],
      ["xqzv", null, "mono", ""],
      ["Kick", null, "mono", "0; 9999; surround"],
      ["Hat", null, "mono", ""],
    ]);
    const after = apply(
      s,
      addDressed(
        style,
        s,
        lines.slice(0, 3).map((l) => l.track),
      ),
    );
    expect(after.tracks.filter((t) => t.role === "shanty-tenor").map((t) => t.name)).toEqual([
      "ShTen_1",
      "ShTen_2",
      "ShTen_3",
    ]);
    expect(readLines(style, s, "600 of Kick", newId)).toHaveLength(500);
  });

  it("makes a dressed track of each line and puts it where the house order says", () => {
    const s = smallSession();
    const lines = readLines(style, s, "Hat\nRide \n\nxqzv\nRm L\nSnaer Top", newId);
    expect(lines.map((l) => [l.line.name, l.track.name, l.reading.sure])).toEqual([
      ["Hat", "Hat", true],
      ["Ride", "Ride", true],
      ["xqzv", "xqzv", false],
      ["Rm L", "Room_L", true],
      ["Snaer Top", "Snaer Top", false],
    ]);
    expect(lines.at(-1)).toMatchObject({ reading: { role: "snare" }, track: { role: null, colour: null } });
    const after = apply(
      s,
      addDressed(
        style,
        s,
        lines.map((l) => l.track),
      ),
    );
    expect(after.tracks.filter((t) => t.parent === "kit").map((t) => t.name)).toEqual([
      "Kick",
      "Snare_Top",
      "Snare_Btm",
      "Hat",
      "Ride",
    ]);
    expect(after.tracks.find((t) => t.name === "Hat")?.feeds).toBe("kit");
    expect(after.tracks.some((t) => t.name === "xqzv")).toBe(true);
    for (const t of s.tracks) expect(after.tracks.find((x) => x.id === t.id)).toEqual(t);
  });
});

describe("pasting odd characters", () =>
  it("makes names a document can hold, whatever is pasted", () => {
    const s = smallSession();
    const lines = readLines(
      style,
      s,
      "Kick\u0007 in\nHat\u2028two\nbroken \ud800 Ride\n\u0085\n" + "x".repeat(300),
      newId,
    );
    expect(lines.map((l) => l.line.name.slice(0, 20))).toEqual([
      "Kick  in",
      "Hat two",
      "broken   Ride",
      "x".repeat(20),
    ]);
    expect(
      sessionSchema.safeParse(
        apply(
          s,
          addDressed(
            style,
            s,
            lines.map((l) => l.track),
          ),
        ),
      ).error?.issues ?? [],
    ).toEqual([]);
  }));
