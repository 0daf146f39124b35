import toneMidi from "@tonejs/midi";
import { describe, expect, it } from "vitest";
import { asMidiFile, breaches } from "../fixtures/midiReader.ts";
import { ebb, sampledGround, sampledSession, sampledStyle } from "../fixtures/sampled.ts";
import { writeMidiTracks } from "../formats/midiOut.ts";
import { houseWayOf } from "../house/instruments.ts";
import { makeStyle } from "../house/style.ts";
import { apply } from "../session/apply.ts";
import { setField } from "../session/change.ts";
import type { Session, Track } from "../session/document.ts";
import { blankItem } from "../session/item.ts";
import type { Item, MidiSet } from "../session/item.ts";
import { planEnsemble } from "../instruments/plan/planEnsemble.ts";
import { planTracks } from "../instruments/plan/planTracks.ts";
import { houseKeys } from "../instruments/same/houseKeys.ts";
import { resetProblems } from "./resets.ts";
import { waysUsed } from "../instruments/same/waysUsed.ts";

const { house } = sampledStyle;
const { ways } = houseKeys(waysUsed(sampledStyle, [ebb]), house.instruments);
const style = makeStyle({
  ...house,
  instruments: { ...house.instruments, ways: [...ways], loudness: -30 },
});
/** The strings of one library, loud enough, called up by programs of a bank. */
const byProgram = {
  ...ebb,
  library: {
    ...ebb.library,
    patches: ebb.library.patches.map((p) => ({
      ...p,
      articulations: p.articulations.map((a, n) => ({
        ...a,
        loudness: -20,
        called: [{ by: "program" as const, program: n + 1, bank: 130 }],
      })),
    })),
  },
};
const planned = (session: Session): Session =>
  planTracks(style, session, planEnsemble(session, { ...sampledGround, catalogue: [byProgram] })).session;
const session = planned({ ...sampledSession({ sits: "machine" }), leadIn: 2, musicBar: 3 });
const playing = session.tracks.filter((t) => t.plays !== null);
const longs = playing.find((t) => t.plays?.ways.some((w) => w.words.join() === "sustain"));
if (!longs?.plays) throw new Error("nothing plays long");
const problems = (track: Track, more: Partial<Session> = {}): string[] =>
  resetProblems({ ...session, ...more }, track);
const withSets = (change: (sets: readonly MidiSet[]) => MidiSet[]): Track => ({
  ...longs,
  items: longs.items.map((i) =>
    i.holds.kind === "pattern" ? { ...i, holds: { ...i.holds, sets: change(i.holds.sets) } } : i,
  ),
});
const melody = (at: number): Item =>
  blankItem(
    "melody",
    "Melody",
    {
      kind: "pattern",
      notes: [{ at: 0, length: 1, key: 67, velocity: 90 }],
      sets: [],
      length: 4,
      shelf: null,
    },
    { at },
  );

describe("opening resets", () => {
  it("are on every planned track, and nothing is wrong with them", () => {
    expect(playing.length).toBeGreaterThan(10);
    for (const t of playing) expect([t.name, problems(t)]).toEqual([t.name, []]);
    expect(
      planTracks(style, session, planEnsemble(session, { ...sampledGround, catalogue: [byProgram] }))
        .changes,
    ).toEqual([]);
  });

  it("are read by two general libraries from the type 1 file, all of them before the music", () => {
    const bytes = writeMidiTracks(session);
    const { header, tracks } = new toneMidi.Midi(bytes);
    const smf = asMidiFile(bytes);
    const music = 8 * header.ppq;
    for (const [n, t] of playing.entries()) {
      const channel = ((t.channel ?? 1) - 1).toString(16);
      const [first] = t.plays?.ways ?? [];
      const program = first?.called[0]?.by === "program" ? first.called[0].program - 1 : 0;
      const events = [...(smf[n + 1] ?? [])];
      // Bank 130 is 1 · 128 + 2; from −20 to −30 LUFS; the bend in the middle.
      for (const said of ["b_ 00 01", "b_ 20 02", "b_ 79 00", "b_ 07 47", "e_ 00 40"]) {
        const own = events.filter((e) => e.toString().startsWith(said.replace("_", channel)));
        expect([t.name, said, own.map((e) => e.tt < music)]).toEqual([t.name, said, [true]]);
      }
      // This one parts a track by its programs; what follows without a name is of the same.
      const at = tracks.findIndex((x) => x.name === t.name);
      const next = tracks.findIndex((x, i) => i > at && x.name !== "");
      const read = tracks.slice(at, next < 0 ? tracks.length : next);
      expect(read.map((x) => x.instrument.number)).toContain(program);
      const notes = read.flatMap((x) => x.notes.map((m) => [m.midi, m.ticks < music, x.channel]));
      // Also where nothing else is on the track: its patch plays something else by itself.
      expect(notes).toEqual([[first?.key, true, (t.channel ?? 1) - 1]]);
    }
  });

  it("pass a reader that looks for every breach: bank before program, all before one, port and name", () => {
    const smf = asMidiFile(writeMidiTracks({ ...session, tracks: [longs] }));
    expect(breaches(smf)).toEqual([]);
    const said = [...(smf[1] ?? [])].map((m) => m.toString().split(" --")[0]?.trim() ?? "");
    const channel = ((longs.channel ?? 1) - 1).toString(16);
    const order = ["b_ 00 01", "b_ 20 02", "c_", "b_ 79 00", "b_ 07 47", "e_ 00 40", "9_"].map((o) =>
      o.replace("_", channel),
    );
    const at = order.map((o) => said.findIndex((s) => s.startsWith(o)));
    expect(at.every((n) => n >= 0)).toBe(true);
    expect([...at]).toEqual([...at].sort((a, b) => a - b));
  });

  it("are missing where somebody took them out", () => {
    const key = longs.plays?.ways[0]?.key;
    expect(key).toBe(houseWayOf({ ways }, { words: ["sustain"], seconds: null })?.key);
    expect(problems({ ...longs, items: [] })).toEqual([
      "controller 0 is not reset",
      "controller 32 is not reset",
      "the program is not reset",
      "controller 121 is not reset",
      "controller 7 is not reset",
      "the bend is not reset",
      "C♯−1 is not called up",
    ]);
    expect(problems(withSets((sets) => sets.filter((s) => s.sets !== "bend")))).toEqual([
      "the bend is not reset",
    ]);
  });

  it("are too late where they come after the first note, or after the music begins", () => {
    const moved = { ...longs, items: longs.items.map((i) => ({ ...i, at: 8 })) };
    expect(problems(moved)[0]).toBe("controller 0 is reset after the first note");
    expect(problems(moved).at(-1)).toBe("C♯−1 is called up after the first note");
    // An upbeat in the lead-in, before them.
    const upbeat = { ...longs, items: [melody(6), ...longs.items.map((i) => ({ ...i, at: 7 }))] };
    expect(problems(upbeat).length).toBe(7);
    expect(problems({ ...longs, items: [melody(6), ...longs.items] })).toEqual([]);
  });

  it("contradict the track where it starts with something else", () => {
    const louder = apply(session, [
      setField(longs, "controllers", [
        { controller: 121, value: 0 },
        { controller: 7, value: 100 },
      ]),
    ]).tracks.find((t) => t.id === longs.id);
    expect(louder && problems(louder)).toEqual(["controller 7 is reset to 71, but it starts at 100"]);
    // The last one said before the music counts.
    const twice = withSets((sets) => [...sets, { sets: "bend", at: 0.75, value: 300 }]);
    expect(problems(twice)).toEqual(["the bend is reset to 300, but it starts at 0"]);
    const other: Track = {
      ...longs,
      items: longs.items.map((i) =>
        i.holds.kind === "pattern"
          ? {
              ...i,
              holds: {
                ...i.holds,
                notes: i.holds.notes.map((n) => ({ ...n, key: longs.plays?.ways[1]?.key ?? 0 })),
              },
            }
          : i,
      ),
    };
    expect(problems(other)).toEqual(["D−1 is called up, but it starts with C♯−1"]);
  });

  it("are put right by planning again, with what somebody said of the item", () => {
    const worked = longs.items.map((i) => ({ ...i, at: 8, note: "do not touch" }));
    const off = apply(session, [setField(longs, "items", [melody(12), ...worked])]);
    const back = planned(off).tracks.find((t) => t.id === longs.id);
    expect(back?.items.map((i) => [i.id, i.at, i.note])).toEqual([
      ["melody", 12, ""],
      ["opening-resets", 0, "do not touch"],
    ]);
    expect(back && problems(back)).toEqual([]);
  });

  it("have no place without a lead-in, and that is said", () => {
    const none = planned({ ...session, leadIn: 0, musicBar: 1 });
    const track = none.tracks.find((t) => t.id === longs.id);
    expect(track?.items).toEqual([]);
    expect(track && resetProblems(none, track)).toEqual([
      "there is no lead-in in which anything could be reset",
    ]);
  });
});
