import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { sessions } from "../fixtures/sessions.ts";
import { apply } from "../session/apply.ts";
import { setField } from "../session/change.ts";
import { diff } from "../session/diff.ts";
import { blankTrack, emptySession } from "../session/document.ts";
import type { Session, Track, TrackFields } from "../session/document.ts";
import { blankInsert } from "../session/processor.ts";
import { withAtoms } from "./atoms.ts";
import { compare } from "./sentences.ts";

const send = (id: string, to: string, level = -12) => ({ id, to, level, beforeFader: false });
const eq = (device: string | null, version = 1) =>
  blankInsert("i1", "EQ", {
    device: device === null ? null : { maker: "Reedbed", name: device, format: "", identifier: "" },
    chain: { id: "pan-chain", version },
  });

/** Two rows of pans, an engine room, guitars outside, two reverbs and the main path. */
const yard: Session = {
  ...emptySession("Yard"),
  tracks: [
    blankTrack("pans", "PANS", { kind: "folder", feeds: "main" }),
    ...Array.from({ length: 8 }, (_, i) =>
      blankTrack(`p${i}`, `Pan_${i + 1}`, {
        parent: "pans",
        feeds: "pans",
        source: "mic",
        input: i + 1,
        level: -i,
        sends: [send("s1", "plate", -10 - i)],
        inserts: [eq("Reedbed EQ")],
      }),
    ),
    blankTrack("kit", "KIT", { kind: "folder", feeds: "main" }),
    ...["Kick", "Snare", "Iron"].map((name, i) =>
      blankTrack(`k${i}`, name, { parent: "kit", feeds: "kit", source: "mic", input: 17 + i }),
    ),
    blankTrack("gtr", "Gtr", { feeds: "main", source: "di", input: 20, sends: [send("s1", "plate")] }),
    blankTrack("plate", "Plate", { kind: "return", feeds: "main" }),
    blankTrack("main", "Main", { kind: "main" }),
  ],
};
/** The yard with every track that is meant made other. */
const yardWith = (meant: (t: Track) => boolean, to: (t: Track) => Partial<TrackFields>): Session => ({
  ...yard,
  tracks: yard.tracks.map((t) => (meant(t) ? { ...t, ...to(t) } : t)),
});
const isPan = (t: Track): boolean => t.parent === "pans";
const says = (b: Session, a: Session = yard): string[] => compare(a, b).sentences.map((s) => s.says);

describe("what happened between two sessions", () => {
  it("is one sentence where a whole folder is louder or quieter, with who is excepted", () => {
    const down = (t: Track) => ({ level: t.level - 2 });
    expect(says(yardWith(isPan, down))).toEqual(["Everything in PANS 2 dB down"]);
    expect(says(yardWith((t) => isPan(t) && t.id !== "p3", down))).toEqual([
      "Everything in PANS but Pan_4 2 dB down",
    ]);
    expect(says(yardWith((t) => isPan(t) || t.id === "gtr", down))).toEqual([
      "Everything in PANS, and Gtr 2 dB down",
    ]);
    expect(says(yardWith((t) => t.id === "p1" || t.id === "k0", down))).toEqual([
      "Pan_2 and Kick 2 dB down",
    ]);
    expect(says(yardWith((t) => t.kind !== "folder", down))).toEqual(["Everything 2 dB down"]);
  });

  it("says that inputs moved on together, from which on", () => {
    const on = (by: number) => (t: Track) => ({ input: (t.input ?? 0) + by });
    const recorded = (t: Track): boolean => t.input !== null;
    expect(says(yardWith((t) => recorded(t) && (t.input ?? 0) >= 17, on(8)))).toEqual([
      "Inputs shifted by 8 from 17 on",
    ]);
    expect(says(yardWith(isPan, on(4)))).toEqual(["Inputs 1 to 8 shifted by 4"]);
  });

  it("says that one return stands in place of another, once for all its sends", () => {
    const hall = blankTrack("hall", "Hall", { kind: "return", feeds: "main" });
    const led = yardWith(
      (t) => t.sends.length > 0,
      (t) => ({ sends: t.sends.map((s) => ({ ...s, to: "hall" })) }),
    );
    const b = { ...led, tracks: led.tracks.map((t) => (t.id === "plate" ? hall : t)) };
    expect(says(b)).toEqual(["Plate replaced by Hall on 9 sends"]);
    // Also where each send was taken out and another put in.
    const anew = {
      ...b,
      tracks: b.tracks.map((t) => ({ ...t, sends: t.sends.map((s) => ({ ...s, id: "s9" })) })),
    };
    expect(says(anew)).toEqual(["Plate replaced by Hall on 9 sends"]);
    expect(
      says(yardWith(isPan, (t) => ({ sends: t.sends.map((s) => ({ ...s, level: s.level + 3 })) }))),
    ).toEqual(["8 sends to Plate 3 dB up"]);
  });

  it("says that a folder moved, with what it feeds, and what was put into a new one", () => {
    const engine = blankTrack("engine", "ENGINE", { kind: "folder", feeds: "main" });
    const withEngine = { ...yard, tracks: [engine, ...yard.tracks] };
    const moved = apply(withEngine, [
      {
        do: "move",
        id: "kit",
        from: { parent: null, after: "pans" },
        to: { parent: "engine", after: null },
      },
      setField(
        yard.tracks.find((t) => t.id === "kit")!,
        "feeds",
        "engine",
      ),
    ]);
    expect(says(moved, withEngine)).toEqual(["KIT moved into ENGINE"]);
    expect(says(moved)).toEqual(["1 track put into the new folder ENGINE"]);
  });

  it("says what came and went by the place it came to", () => {
    const b = apply(yard, [
      { do: "add", track: blankTrack("eng", "ENGINE", { kind: "folder" }), after: "pans" },
      { do: "add", track: blankTrack("con", "Conga", { parent: "eng" }), after: null },
      { do: "add", track: blankTrack("iron", "Iron_2", { parent: "eng" }), after: "con" },
    ]);
    expect(says(b)).toEqual(["ENGINE added with 2 tracks"]);
    expect(says(yard, b)).toEqual(["ENGINE taken out with 2 tracks"]);
  });

  it("says which device or version of a chain stands in how many places", () => {
    expect(says(yardWith(isPan, () => ({ inserts: [eq("Shingle EQ")] })))).toEqual([
      "Reedbed EQ replaced by Shingle EQ in 8 places",
    ]);
    expect(says(yardWith(isPan, () => ({ inserts: [eq("Reedbed EQ", 2)] })))).toEqual([
      "Chain pan-chain from version 1 to 2 on 8 tracks",
    ]);
    expect(says(yardWith(isPan, () => ({ inserts: [] })))).toEqual(["Reedbed EQ taken off 8 tracks"]);
  });

  it("says that names are as an edition asks, and else which piece of them is another", () => {
    const b = yardWith(isPan, (t) => ({ name: t.name.replace("Pan_", "Tenor_") }));
    const wanted = new Map(b.tracks.map((t) => [t.id, { name: t.name }]));
    expect(compare(yard, b, { edition: 3, wanted }).sentences.map((s) => s.says)).toEqual([
      "8 renamed as edition 3 asks",
    ]);
    expect(says(b)).toEqual(["“Pa” is “Te” in 8 names"].map(() => expect.stringContaining("in 8 names")));
  });

  it("says the rest track by track, and settings by themselves", () => {
    const b = {
      ...yardWith(
        (t) => t.id === "k1",
        () => ({ pan: 20, notes: "Mind the wires." }),
      ),
      tempo: 96,
    };
    expect(says(b)).toEqual(
      ["Tempo 120 → 96", "Snare: pan centre → R20; notes  → Mind the wires."].map((s) =>
        expect.stringContaining(s.slice(0, 5)),
      ),
    );
  });

  it("says nothing where nothing is other", () => expect(says(yard)).toEqual([]));
});

describe("the sentences of any two sessions", () => {
  it("stand for every difference: what they stand for, made in the first, is the second", () =>
    fc.assert(
      fc.property(sessions(10), sessions(10), (a, b) => {
        const d = compare(a, b);
        const said = new Map(d.sentences.flatMap((s) => s.atoms.map((x) => [x.key, x])));
        expect(said.size).toBe(d.atoms.length);
        expect(withAtoms(d, said.values())).toEqual(b);
      }),
      { numRuns: 400, endOnFailure: true },
    ));

  it("say nothing that is not so: no sentence stands for what is alike, and none says nothing", () =>
    fc.assert(
      fc.property(sessions(8), sessions(8), (a, b) => {
        const { sentences, atoms } = compare(a, b);
        const there = new Set(atoms.map((x) => x.key));
        for (const s of sentences) {
          expect(s.says.trim()).not.toBe("");
          expect(s.atoms.every((x) => there.has(x.key))).toBe(true);
        }
        expect(sentences.length).toBeLessThanOrEqual(Math.max(diff(a, b).length, 0));
      }),
      { numRuns: 300, endOnFailure: true },
    ));
});
