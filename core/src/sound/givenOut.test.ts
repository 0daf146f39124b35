import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { WaveFile } from "wavefile";
import { BEXT, IXML, MARKERS, aiffFile, headOf, samplesOf } from "../fixtures/soundFiles.ts";
import { RATE, noise, sine } from "../fixtures/sounds.ts";
import { joined, sourceOf } from "../formats/bytes.ts";
import { described } from "./described.ts";
import { weightsOf } from "./layout.ts";
import { listening } from "./listening.ts";
import { SoundMeter } from "./measure.ts";
import { readHead } from "./read.ts";
import { framesOf } from "./samples.ts";
import { writeWave } from "./writeWave.ts";

const [left, right] = [sine(-6, 1, 440), noise(-12, 1)];

describe("a sound given out", () => {
  const measures = async (bytes: Uint8Array) => {
    const of = await headOf(bytes);
    const meter = new SoundMeter({ rate: of.rate, weights: weightsOf(of), fullScale: 1 });
    for await (const frames of framesOf(sourceOf(bytes), of)) meter.add(frames);
    return meter.measured.measures;
  };
  const out = async (bytes: Uint8Array): Promise<Uint8Array> => {
    const of = await headOf(bytes);
    const says = {
      title: "Tide bell",
      house: "Saltmarsh",
      at: "2026-11-28T20:14:05.000Z",
      measures: await measures(bytes),
    };
    const pieces: Uint8Array[] = [];
    for await (const piece of described(sourceOf(bytes), of, of.out!, says)) pieces.push(piece.slice());
    return joined(pieces);
  };

  it("says how loud it is, and has the very same samples", async () => {
    const came = writeWave([left, right], { rate: RATE, bits: 24, markers: MARKERS });
    const given = await out(came);
    const of = await headOf(given);
    expect(of).toMatchObject({
      markers: MARKERS,
      bext: {
        description: "Tide bell",
        originator: "Saltmarsh",
        date: "2026-11-28",
        time: "20:14:05",
        version: 2,
      },
    });
    const { integrated, truePeak } = await measures(came);
    expect(of.bext!.loudness!.integrated).toBeCloseTo(integrated!, 2);
    expect(of.bext!.loudness!.truePeak).toBeCloseTo(truePeak!, 2);
    expect(await samplesOf(given)).toEqual(await samplesOf(came));
    // What it said before, it still says.
    const again = await out(writeWave([left], { rate: RATE, bits: 16, bext: BEXT, ixml: IXML }));
    expect(await headOf(again)).toMatchObject({
      bext: { description: BEXT.description, timeReference: BEXT.timeReference },
      ixml: IXML,
    });
  });

  it("is a WAVE file also where it was AIFF, with the same samples", async () => {
    const came = aiffFile([0, 0.5, -0.25, -1, 0.125], { bits: 24 });
    const given = await out(came);
    expect((await headOf(given)).container).toBe("WAVE");
    expect(await samplesOf(given)).toEqual(await samplesOf(came));
  });

  it("is listened to in any part, as the whole is", async () => {
    const came = sourceOf(writeWave([left, right], { rate: RATE, bits: 24 }));
    const of = await readHead(came, "WAVE");
    const heard = listening(came, of);
    const whole = await heard.read(0, heard.size);
    const theirs = new WaveFile();
    theirs.fromBuffer(whole);
    expect(theirs.fmt).toMatchObject({ numChannels: 2, bitsPerSample: 16 });
    await fc.assert(
      fc.asyncProperty(fc.nat(heard.size + 10), fc.nat(70_000), async (at, length) => {
        const part = await heard.read(at, length);
        expect(part.length).toBe(whole.subarray(at, at + length).length);
        expect(part.findIndex((b, n) => b !== whole[at + n])).toBe(-1);
      }),
      { numRuns: 60 },
    );
  });

  it("is listened to channel by channel", async () => {
    const came = sourceOf(writeWave([left, right], { rate: RATE, bits: 24 }));
    const of = await readHead(came, "WAVE");
    const heard = listening(came, of, 1);
    const [first, ...more] = await samplesOf(await heard.read(0, heard.size));
    expect(more).toEqual([]);
    expect(Math.abs(first![1234]! - right[1234]!)).toBeLessThan(2 ** -15);
  });
});
