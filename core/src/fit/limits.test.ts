import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { CHANNEL_FORMATS, blankTrack, emptySession } from "../session/document.ts";
import type { Session, Track } from "../session/document.ts";
import { blankMarker } from "../session/lanes.ts";
import { blankInsert } from "../session/processor.ts";
import { runThere, unknownThere } from "./able.ts";
import { limitText, limitTyped } from "./limitTyped.ts";
import { CHARACTERS } from "../names/within.ts";
import { LIMIT_WORDS, NO_LIMITS, differing, limitInWords } from "./limits.ts";
import type { Limit, Limits } from "./limits.ts";
import { blankRoom } from "./room.ts";

const ALL = Object.keys(LIMIT_WORDS) as Limit[];
const count = fc.option(fc.integer({ min: 4, max: 200 }), { nil: null });
const anyLimits: fc.Arbitrary<Limits> = fc.record({
  nesting: fc.option(fc.integer({ min: 0, max: 32 }), { nil: null }),
  foldersCarry: fc.boolean(),
  longestName: count,
  characters: fc.constantFrom(...CHARACTERS),
  palette: fc.subarray(["#ff0000", "#00ff00", "#123abc"]),
  icons: fc.boolean(),
  tracks: count,
  sends: count,
  inserts: count,
  formats: fc.subarray([...CHANNEL_FORMATS]),
  rates: fc.subarray([44100 as const, 48000 as const, 88200 as const, 192000 as const]),
  depths: fc.subarray([16 as const, 24 as const, 32 as const]),
  fileTypes: fc.subarray(["wav" as const, "broadcast-wav" as const]),
  before: fc.boolean(),
  listenOnly: fc.boolean(),
  widths: fc.boolean(),
  links: fc.boolean(),
  notes: fc.boolean(),
  markers: fc.boolean(),
});

describe("what software can do, typed", () => {
  it("is read back as it is written, every limit of any", () =>
    fc.assert(
      fc.property(anyLimits, fc.constantFrom(...ALL), (of, limit) => {
        expect(limitTyped(of, limit, limitText(of, limit))).toEqual(of);
        expect(limitTyped(NO_LIMITS, limit, limitText(of, limit))?.[limit]).toEqual(of[limit]);
      }),
    ));

  it("is read as people type it, and refused where it cannot be", () => {
    const typed = (limit: Limit, text: string) => limitTyped(NO_LIMITS, limit, text)?.[limit];
    expect(typed("rates", "44.1 48; 96000")).toEqual([44100, 48000, 96000]);
    expect(typed("formats", "Mono, stereo")).toEqual(["mono", "stereo"]);
    expect(typed("tracks", "")).toBeNull();
    expect(typed("palette", "#FFF000")).toEqual(["#fff000"]);
    expect([typed("tracks", "many"), typed("rates", "47"), typed("icons", "perhaps")]).toEqual(
      Array(3).fill(undefined),
    );
    expect([typed("characters", "runes"), typed("palette", "red"), typed("longestName", "0")]).toEqual(
      Array(3).fill(undefined),
    );
  });

  it("is said in words, and what is not the same for all is found", () => {
    const small: Limits = { ...NO_LIMITS, nesting: 1, palette: ["#112233"], rates: [44100], icons: false };
    const says = (limit: Limit): string[] => [NO_LIMITS, small].map((l) => limitInWords(l, limit));
    expect([says("nesting"), says("palette"), says("rates"), says("icons"), says("characters")]).toEqual([
      ["any", "1, none inside another"],
      ["any", "1 colour"],
      ["any", "44.1"],
      ["yes", "no"],
      ["any", "any"],
    ]);
    expect([...differing([NO_LIMITS, small, NO_LIMITS])]).toEqual(["nesting", "palette", "icons", "rates"]);
    expect(differing([small]).size).toBe(0);
  });
});

describe("a session where software can do less", () => {
  const room = blankRoom("Van", { sampleRates: [44100, 48000, 96000], widest: "7.1" });
  const session = (...tracks: Track[]): Session => ({ ...emptySession("x"), tracks });
  const run = (s: Session, some: Partial<Limits>) => runThere(s, room, { ...NO_LIMITS, ...some });

  it("runs at the nearest rate and depth that room and software have, and records files it knows", () => {
    const fast = { ...session(), sampleRate: 88200 as const, bitDepth: 32 as const };
    const { session: made, adjusted } = run(fast, {
      rates: [44100, 96000],
      depths: [16, 24],
      fileTypes: ["wav"],
    });
    expect(made).toMatchObject({ sampleRate: 96000, bitDepth: 24, fileType: "wav" });
    expect(adjusted.map((a) => `${a.what}: ${a.says}`)).toEqual([
      "Sample rate: 88.2 kHz → 96 kHz, the nearest this room can run",
      "Bit depth: 32 bit → 24 bit, the nearest its software records",
      "File type: broadcast wave files → wave files, what its software records",
    ]);
    expect(run(session(), { rates: [48000] }).adjusted).toEqual([]);
  });

  it("has the widest main path that its monitors play and its software knows", () => {
    const wide = {
      ...session(blankTrack("b", "Bus", { kind: "bus", format: "7.1.4" })),
      mainFormat: "7.1.4" as const,
    };
    const { session: made } = run(wide, { formats: ["mono", "stereo", "5.1"] });
    expect([made.mainFormat, made.tracks[0]?.format]).toEqual(["5.1", "5.1"]);
    expect(run(wide, {}).session.mainFormat).toBe("7.1");
  });

  it("is told what is not known there, and keeps all of it", () => {
    const s = session(
      blankTrack("f", "KIT", { kind: "folder" }),
      blankTrack("g", "DRUMS", { kind: "folder", parent: "f" }),
      blankTrack("a", "Kick", {
        parent: "g",
        width: 90,
        notes: "close",
        listenOnly: true,
        inserts: [blankInsert("i", "EQ", { before: true }), blankInsert("j", "Gate")],
        sends: [
          { id: "s", to: "f", level: 0, beforeFader: false },
          { id: "t", to: "g", level: 0, beforeFader: false },
        ],
      }),
    );
    const poor: Limits = {
      ...NO_LIMITS,
      nesting: 1,
      tracks: 2,
      sends: 1,
      inserts: 1,
      formats: ["stereo"],
      before: false,
      listenOnly: false,
      widths: false,
      links: false,
      notes: false,
      markers: false,
    };
    const marked = { ...s, markers: [blankMarker("k1", "Music", 4)] };
    expect(unknownThere(marked, poor).map((a) => `${a.what}: ${a.says}`)).toEqual([
      "Tracks: 3, and its software has 2 at most",
      "Sends: Kick: more than 1, the most it has",
      "Processors: Kick: more than 1, the most it has",
      "Channel formats: KIT, DRUMS, Kick: wider or other than stereo",
      "Processing before the recording: Kick: its software only processes behind it",
      "Listen only: Kick: take care not to arm it",
      "Width: Kick: heard at full width there",
      "Notes: Kick: read them in the package's notes",
      "Markers: 1 marker its software does not know",
    ]);
    expect(unknownThere(marked, NO_LIMITS)).toEqual([]);
  });
});
