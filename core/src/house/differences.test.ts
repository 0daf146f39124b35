import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { deeds, done } from "../fixtures/leadDeeds.ts";
import { plainDiff } from "../plain/diff.ts";
import { exceptionOf } from "./exceptions.ts";
import { pieceOf } from "../names/pattern.ts";
import { differences } from "./differences.ts";
import { liesInWords } from "./wordDifferences.ts";
import { withFolder } from "./editFolders.ts";
import { withDiskFolder } from "./editDisk.ts";
import { withRole } from "./edit.ts";
import type { House } from "./house.ts";
import { usualHouse } from "./usual.ts";

const house = usualHouse("x");
const said = (after: Partial<House>, before: House = house): string[] =>
  differences(before, { ...before, ...after });
const position = (id: string, fields: Partial<House["words"]["positions"][number]>): Partial<House> => ({
  words: {
    ...house.words,
    positions: house.words.positions.map((p) => (p.id === id ? { ...p, ...fields } : p)),
  },
});
const rule = (id: string, says: string): House["exceptions"][number] =>
  exceptionOf(id, says, { words: ["x"] }, { colour: "moss" });

describe("two house styles compared", () => {
  it("say nothing where they say the same", () =>
    expect(differences(house, structuredClone(house))).toEqual([]));

  it("say what is asked of sampled instruments", () => {
    const { sampled } = house;
    expect(
      said({ sampled: { ...sampled, error: 7.5, alone: ["harmonics", "legato"], section: 24 } }),
    ).toEqual([
      "Sampled instruments: 7.5 ms, 10 articulations a track, harmonics and legato alone, 24 tracks a section.",
    ]);
    expect(said({ sampled: { ...sampled, alone: [], memory: 64_000, load: 120, voices: 900 } })).toEqual([
      "Sampled instruments: 10 ms, 10 articulations a track, 64000 MB, 120 s to load, 900 voices.",
    ]);
  });

  it("say what changed of house keys, and of how sampled instruments are played and how loud", () => {
    const { instruments } = house;
    const way = { words: ["swell"], seconds: 2, key: 24, beside: 0 };
    const keyed = { ...house, instruments: { ...instruments, ways: [way] } };
    const of = (more: Partial<typeof instruments>): string[] =>
      differences(keyed, { ...keyed, instruments: { ...keyed.instruments, ...more } });
    expect(said({ instruments: keyed.instruments })).toEqual(["New house key: swell 2 s by C1."]);
    expect(of({ ways: [{ ...way, key: null, beside: -4 }] })).toEqual([
      "House key: swell 2 s by no key, -4 dB beside.",
    ]);
    expect(of({ ways: [] })).toEqual(["House key gone: swell 2 s by C1."]);
    expect(of({ loudness: -26, balance: "gain", headroom: 0, dynamics: 11, switch: 21 })).toEqual([
      "Controller 21 calls up where keys do not.",
      "Controller 11 carries the dynamics.",
      "Sampled instruments are brought to -26 LUFS.",
      "Sampled instruments are balanced by their gain.",
      "Sampled instruments keep 0 dB of headroom.",
    ]);
    expect(of({ among: { low: 21, high: 108 } })).toEqual(["House keys lie among A0–C8."]);
  });

  it("say what changed of a role: its usual source, format, and the positions that make sense", () => {
    expect(
      differences(house, withRole(house, "kick", { source: "di", format: "stereo", positions: [] })),
    ).toEqual([
      "Kick: usually audio, stereo, di, not audio, mono, mic.",
      "Kick: any position makes sense.",
    ]);
    expect(differences(house, withRole(house, "kick", { importance: "may" }))).toEqual([
      "Kick: may have an input where there are few, not must.",
    ]);
    expect(differences(house, withRole(house, "kick", { positions: ["in", "out"] }))).toEqual([
      "Kick: positions that make sense are in, out.",
    ]);
  });

  it("say what changed beside the roles, each by what it is", () => {
    expect(said(position("hat-side", { short: "HatS", lies: "audience-left" }))).toEqual([
      "“hat side” is written HatS, not HatSd.",
      "“hat side” lies on the audience's left.",
    ]);
    expect(
      said(
        position("legato", {
          name: "long legato",
          heard: [{ text: "leg", within: null, doubtful: false }],
        }),
      ),
    ).toEqual(["“legato” is called “long legato”.", "“long legato”: no longer heard as “legatos”."]);
    expect(
      said({ words: { ...house.words, positions: house.words.positions.filter((p) => p.id !== "muted") } }),
    ).toEqual(["The articulation “muted” is gone."]);
    expect(
      said({
        words: {
          ...house.words,
          positions: [
            ...house.words.positions,
            { id: "tdl", name: "Tideline", short: "TDL", group: "maker", heard: [], lies: null, says: "" },
          ],
        },
      }),
    ).toEqual(["New library code “Tideline”, written TDL."]);
    expect(said({ view: "audience" })).toEqual(["Sides are seen by the audience."]);
    expect([liesInWords("left"), liesInWords("player-right")]).toEqual([
      "at the left loudspeaker",
      "on the player's right",
    ]);
  });

  it("say what changed of names, folders, starting values, checklist, exceptions and icons", () => {
    expect(
      said({
        names: {
          ...house.names,
          "recorded-file": { pieces: [pieceOf("role"), pieceOf("take", { pad: 3 })], budget: 20 },
        },
      }),
    ).toEqual(["Names of a recorded file: short form, take, joined by underscores."]);
    expect(
      differences(
        house,
        withFolder(house, "drum-kit", {
          from: 4,
          carries: false,
          colour: "moss",
          passes: "steps",
          width: null,
          level: -3,
        }),
      ),
    ).toEqual([
      "Folder Drum kit: made from 4 tracks on.",
      "Folder Drum kit carries no sound.",
      "Folder Drum kit: colour Moss.",
      "Folder Drum kit passes its colour on in steps of lightness.",
      "Folder Drum kit: no width of its own.",
      "Folder Drum kit: starts at -3 dB.",
    ]);
    expect(
      said({ starts: house.starts.map((s) => (s.id === "headroom" ? { ...s, then: { level: -10 } } : s)) }),
    ).toEqual(["Starting value changed: sources start 8 dB down, for headroom (−10.0 dB, not −8.0 dB)."]);
    expect(said({ starts: house.starts.toReversed() })).toEqual([
      "Starting values are asked in another order.",
    ]);
    expect(said({ session: { ...house.session, sampleRate: 96000 } })).toEqual([
      "New sessions: 96 kHz, 24 bit, broadcast-wav, 120 bpm, 4/4, stereo, music from bar 3 " +
        "after 2 of lead-in, 1 of pre-roll, lanes: sections, markers, tempo, meter.",
    ]);
    expect(
      said({
        checklist: house.checklist.slice(1).map((i) => (i.id === "key-arm" ? { ...i, value: "F8" } : i)),
      }),
    ).toEqual([
      "Checklist: Arm what is selected (F8).",
      "Off the checklist: New sessions open at the house rate and depth.",
    ]);
    expect(
      said(
        { exceptions: [rule("b", "second"), rule("a", "first")] },
        { ...house, exceptions: [rule("a", "first"), rule("b", "second"), rule("c", "third")] },
      ),
    ).toEqual(["Exception gone: third.", "Exceptions are asked in another order."]);
    expect(
      said({
        icons: [
          { id: "house-x", name: "Tide bell", paths: [{ d: "M0 0h1", stroke: null, evenOdd: false }] },
        ],
      }),
    ).toEqual(["New icon Tide bell."]);
  });

  it("say what changed on disk by the path of the folder", () => {
    const project = withDiskFolder(house.disk.project, [1, 0], (f) => [{ ...f, must: false }]);
    expect(said({ disk: { ...house.disk, project, root: "/Other" } })).toEqual([
      "The shared disk stands at /Other.",
      "Folder Session/Backups in a project is kept another way.",
    ]);
    expect(
      said({
        disk: {
          ...house.disk,
          shared: withDiskFolder(house.disk.shared, [1], (f) => [{ ...f, inside: f.inside.slice(1) }]),
        },
      }),
    ).toEqual(["Folders gone on the shared disk: Library/Templates."]);
  });
});

describe("a house style that became another", () => {
  const said = (next: Partial<House>): string[] => differences(house, { ...house, ...next });
  const [colour, ...colours] = house.palette as [House["palette"][number], ...House["palette"]];

  it("says what became of its colours and icons", () => {
    expect(said({ palette: [{ ...colour, name: "Otter" }, ...colours] })).toEqual([
      `Colour ${colour.name} is called Otter.`,
    ]);
    expect(said({ palette: [...house.palette, { id: "otter", name: "Otter", hex: "#112233" }] })).toEqual([
      "New colour Otter (#112233).",
    ]);
    expect(said({ thresholds: { apart: 9, contrast: 4 } })).toEqual([
      "Two colours are too close under ΔE 9; an icon needs 4 : 1.",
    ]);
    const icon = {
      id: "house-oar",
      name: "Oar",
      paths: [{ d: "M0 0L24 24", stroke: null, evenOdd: false }],
    };
    expect(said({ icons: [...house.icons, icon] })).toEqual(["New icon Oar."]);
    const drawn = { ...house, icons: [icon] };
    expect(
      differences(drawn, {
        ...house,
        icons: [{ ...icon, paths: [{ d: "M1 1L9 9", stroke: null, evenOdd: false }] }],
      }),
    ).toEqual(["Icon Oar is drawn another way."]);
    expect(differences(drawn, { ...house, icons: [] })).toEqual(["Icon Oar is gone."]);
  });

  it("says what became of starting values, exceptions and the order they are asked in", () => {
    const [start, second, ...others] = house.starts as [
      House["starts"][number],
      House["starts"][number],
      ...House["starts"],
    ];
    expect(said({ starts: [second, ...others] })).toEqual([`Starting value gone: ${start.says}.`]);
    expect(said({ starts: [second, start, ...others] })).toEqual([
      "Starting values are asked in another order.",
    ]);
    expect(said({ starts: [{ ...start, says: "other words" }, second, ...others] })).toEqual([
      "Starting value changed: other words.",
    ]);
    const two = { ...house, exceptions: [rule("a", "first"), rule("b", "then")] };
    expect(differences(house, two)).toEqual(["New exception: first.", "New exception: then."]);
    expect(differences(two, house)).toEqual(["Exception gone: first.", "Exception gone: then."]);
    expect(differences(two, { ...two, exceptions: two.exceptions.toReversed() })).toEqual([
      "Exceptions are asked in another order.",
    ]);
    const dark = { ...two.exceptions[0]!, then: { ...two.exceptions[0]!.then, colour: "stone" } };
    expect(differences(two, { ...two, exceptions: [dark, two.exceptions[1]!] })).toEqual([
      "Exception changed: first.",
    ]);
  });

  it("says what became of the checklist, new sessions and the disk", () => {
    const [item, ...items] = house.checklist as [House["checklist"][number], ...House["checklist"]];
    expect(said({ checklist: items })).toEqual([`Off the checklist: ${item.says}.`]);
    expect(said({ checklist: [{ ...item, value: "other" }, ...items] })).toEqual([
      `Checklist: ${item.says} (other).`,
    ]);
    expect(said({ session: { ...house.session, tempo: 96 } })).toEqual([expect.stringContaining("96 bpm")]);
    expect(said({ disk: { ...house.disk, root: "/Elsewhere", longest: 200 } })).toEqual([
      "The shared disk stands at /Elsewhere.",
      `Paths may have 200 characters, not ${house.disk.longest}.`,
    ]);
  });

  it("says something of whatever leads do to it, but for nothing at all", () =>
    fc.assert(
      fc.property(deeds, (list) => {
        const next = done(house, list);
        expect(differences(house, next).length > 0).toBe(plainDiff(house, next).length > 0);
      }),
      { numRuns: 60 },
    ));
});
