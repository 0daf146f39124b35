import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { aiffFile, headOf, samplesOf } from "../fixtures/soundFiles.ts";
import { FileProblem } from "../formats/fileProblem.ts";

describe("AIFF files", () => {
  it.each([
    [16, "NONE"],
    [24, "NONE"],
    [16, "sowt"],
    [24, "sowt"],
  ])("of %i bits, %s, are read", async (bits, kind) => {
    const bytes = aiffFile([0, 0.5, -0.25, -1], {
      bits,
      kind,
      markers: [
        [2, "even"],
        [3, "odd"],
      ],
    });
    expect(await headOf(bytes)).toMatchObject({
      container: "AIFF",
      rate: 48_000,
      bits,
      frames: 4,
      markers: [
        { frame: 2, length: 0, name: "even" },
        { frame: 3, length: 0, name: "odd" },
      ],
    });
    expect((await samplesOf(bytes))[0]).toEqual([0, 0.5, -0.25, -1]);
  });

  it("that somebody made to hurt are read or refused, never worse", async () => {
    const whole = aiffFile([0, 0.5, -0.25, -1, 0.125], { markers: [[2, "even"]] });
    const edits = fc.array(fc.tuple(fc.integer({ min: 12, max: whole.length - 1 }), fc.nat(255)), {
      minLength: 1,
      maxLength: 12,
    });
    await fc.assert(
      fc.asyncProperty(edits, fc.integer({ min: 12, max: whole.length }), async (changes, length) => {
        const bytes = whole.slice(0, length);
        for (const [at, value] of changes) if (at < length) bytes[at] = value;
        const of = await headOf(bytes).catch((e: unknown) => {
          expect(e).toBeInstanceOf(FileProblem);
          return null;
        });
        if (of) expect((await samplesOf(bytes))[0]!.length).toBe(of.frames);
      }),
      { numRuns: 300 },
    );
  });

  it("that pack their samples say so", async () => {
    expect(String(await headOf(aiffFile([0], { kind: "ima4" })).catch((e: unknown) => e))).toContain(
      "“ima4”",
    );
  });
});
