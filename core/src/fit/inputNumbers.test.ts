import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { sessions } from "../fixtures/sessions.ts";
import { apply } from "../session/apply.ts";
import { inverse } from "../session/change.ts";
import { CHANNELS, blankTrack, emptySession } from "../session/document.ts";
import type { Session } from "../session/document.ts";
import { clearInputs, fillDown, shiftFrom, swapInputs } from "./inputNumbers.ts";

const mic = (id: string, input: number | null, format: "mono" | "stereo" = "mono") =>
  blankTrack(id, id, { source: "mic", input, format });
const s: Session = {
  ...emptySession("x"),
  tracks: [
    mic("a", 3),
    mic("b", null),
    blankTrack("bus", "bus", { kind: "bus" }),
    mic("c", 9, "stereo"),
    mic("d", 1),
  ],
};
const inputs = (session: Session): (number | null)[] =>
  session.tracks.filter((t) => t.source !== null).map((t) => t.input);

describe("numbering inputs", () => {
  it("fills down from a track in track order, wide tracks taking several", () => {
    expect(inputs(apply(s, fillDown(s, "a")))).toEqual([3, 4, 5, 7]);
    expect(fillDown(s, "b")).toEqual([]);
    expect(fillDown(s, "bus")).toEqual([]);
  });

  it("swaps two, makes and closes gaps, clears", () => {
    expect(inputs(apply(s, swapInputs(s, "a", "b")))).toEqual([null, 3, 9, 1]);
    expect(inputs(apply(s, shiftFrom(s, "a", 1)))).toEqual([4, null, 10, 1]);
    expect(inputs(apply(s, shiftFrom(s, "a", -1)))).toEqual([2, null, 8, 1]);
    expect(shiftFrom(s, "a", -2)).toEqual([]);
    expect(shiftFrom(s, "d", -1)).toEqual([]);
    expect(shiftFrom({ ...s, tracks: [mic("z", 1023, "stereo")] }, "z", 1)).toEqual([]);
    expect(inputs(apply(s, clearInputs(s, ["a", "c", "bus"])))).toEqual([null, null, null, 1]);
  });

  it("never gives one input to two where none had it before, and is undone exactly, for any session", () => {
    const used = (x: Session): number[] =>
      x.tracks
        .filter((t) => t.kind === "audio" && t.source !== null && t.input !== null)
        .flatMap((t) => Array.from({ length: CHANNELS[t.format ?? "mono"] }, (_, i) => t.input! + i));
    fc.assert(
      fc.property(sessions(), fc.nat(), fc.integer({ min: -3, max: 3 }), (any, n, by) => {
        const id = any.tracks[n % Math.max(1, any.tracks.length)]?.id ?? "";
        const clean = new Set(used(any)).size === used(any).length;
        const shift = shiftFrom(any, id, by);
        if (clean) {
          const after = used(apply(any, shift));
          expect(new Set(after).size).toBe(after.length);
        }
        for (const changes of [shift, fillDown(any, id), clearInputs(any, [id])])
          expect(apply(apply(any, changes), inverse(changes))).toEqual(any);
      }),
      { numRuns: 300 },
    );
  });
});
