import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { makeReader } from "../words/reader.ts";
import { usualWords } from "../words/usual/index.ts";
import { displayNames } from "./display.ts";
import type { Identity } from "./pattern.ts";

const words = makeReader(usualWords());
const track = (
  role: string | null,
  positions: string[] = [],
  number: number | null = null,
  of: string | null = null,
  name = "x",
): { name: string; what: Identity } => ({ name, what: { role, of, positions, number } });

describe("names for small displays", () => {
  it("keep the short form while it fits, then shorten the position, then the role", () => {
    const tracks = [
      track("kick", ["in"]),
      track("snare", ["top"]),
      track("double-second", ["far"], 2),
      track("overheads", ["hat-side"]),
      track("room", ["far"], null, "drum-kit"),
    ];
    expect(displayNames(words, tracks, 8)).toEqual([
      "KickIn",
      "SnareTop",
      "DblSecF2",
      "OHHatSd",
      "KiRoomFa",
    ]);
    expect(displayNames(words, tracks, 6)).toEqual(["KickIn", "SnareT", "DSecF2", "OHHat", "KiRmFa"]);
  });

  it("shorten what nobody can read by rule, and count up where two would look alike", () => {
    const thing = track(null, [], null, null, "wobbling thing");
    expect(displayNames(words, [thing, thing], 8)).toEqual(["wbblngth", "wbblngt2"]);
    expect(displayNames(words, [track("kick"), track("kick"), track("kick")], 6)).toEqual([
      "Kick",
      "Kik",
      "Kick2",
    ]);
  });

  it("are never longer than the display, never empty, and no two alike, for any session", () => {
    const anyTrack = fc.record({
      name: fc.string({ maxLength: 20 }),
      role: fc.constantFrom(
        null,
        ...usualWords()
          .roles.slice(0, 60)
          .map((r) => r.id),
      ),
      of: fc.constantFrom(null, "snare"),
      positions: fc.subarray(["top", "left", "near", "hat-side"], { maxLength: 2 }),
      number: fc.constantFrom(null, 1, 12, 128),
    });
    fc.assert(
      fc.property(
        fc.array(anyTrack, { maxLength: 120 }),
        fc.constantFrom(6 as const, 8 as const),
        (tracks, length) => {
          const names = displayNames(
            words,
            tracks.map(({ name, ...what }) => ({ name, what })),
            length,
          );
          expect(names).toHaveLength(tracks.length);
          for (const n of names) {
            expect(n.length).toBeLessThanOrEqual(length);
            expect(n.length).toBeGreaterThan(0);
          }
          expect(new Set(names.map((n) => n.toLowerCase())).size).toBe(names.length);
        },
      ),
      { numRuns: 150 },
    );
  });
});
