import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { WaveFile } from "wavefile";
import { BEXT, IXML, MARKERS, headOf, samplesOf } from "../fixtures/soundFiles.ts";
import { RATE, noise, sine } from "../fixtures/sounds.ts";
import { joined, sourceOf } from "../formats/bytes.ts";
import { FileProblem } from "../formats/fileProblem.ts";
import { readBext, writeBext } from "./bext.ts";
import { viewOf } from "./chunks.ts";
import { kindOf, readHead } from "./read.ts";
import { framesOf } from "./samples.ts";
import { waveAround, writeWave } from "./writeWave.ts";

const [left, right] = [sine(-6, 1, 440), noise(-12, 1)];

describe("WAVE files", () => {
  it.each([16, 24, 32] as const)(
    "of %i bits are read by another library as they were written",
    async (bits) => {
      const bytes = writeWave([left, right], { rate: RATE, bits, bext: BEXT, markers: MARKERS });
      const theirs = new WaveFile();
      theirs.fromBuffer(bytes);
      expect(theirs.fmt).toMatchObject({ numChannels: 2, sampleRate: RATE });
      expect(theirs.bitDepth).toBe(bits === 32 ? "32f" : String(bits));
      const [first] = theirs.getSamples() as unknown as [Float64Array];
      const scale = bits === 32 ? 1 : 2 ** (bits - 1);
      const ours = await samplesOf(bytes);
      for (const n of [0, 1, 777, 47_999]) {
        expect(first[n]! / scale).toBeCloseTo(left[n]!, bits === 16 ? 4 : 6);
        expect(ours[0]![n]).toBe(Math.fround(first[n]! / scale));
      }
      expect(theirs.bext).toMatchObject({
        description: BEXT.description.padEnd(256, "\0"),
        originator: BEXT.originator.padEnd(32, "\0"),
        originatorReference: BEXT.reference.padEnd(32, "\0"),
        originationDate: BEXT.date,
        originationTime: BEXT.time,
        version: 2,
        loudnessValue: 65_536 - 2301,
        loudnessRange: 420,
        maxTruePeakLevel: 65_536 - 130,
        timeReference: [3_496_000_123, 0],
      });
      expect(theirs.listCuePoints()).toMatchObject([
        { position: (100 / RATE) * 1000, label: "begin" },
        { position: 500, end: 600, label: "the eel" },
      ]);
    },
  );

  it.each([
    ["8", 8],
    ["16", 16],
    ["24", 24],
    ["32", 32],
    ["32f", 32],
    ["64", 64],
  ])("of %s bits as another library writes them are read", async (depth, bits) => {
    const theirs = new WaveFile();
    const scale = depth === "32f" || depth === "64" ? 1 : 2 ** (bits - 1);
    const values = [0, 0.5, -0.5, 0.25].map((v) => (depth === "8" ? 128 + v * 128 : v * scale));
    theirs.fromScratch(1, 44_100, depth, values);
    theirs.setTag("ICMT", "hello");
    const bytes = theirs.toBuffer();
    expect(await headOf(bytes)).toMatchObject({
      container: "WAVE",
      rate: 44_100,
      channels: 1,
      bits,
      frames: 4,
    });
    expect((await samplesOf(bytes))[0]).toEqual([0, 0.5, -0.5, 0.25]);
  });

  it("say what they say, there and back", async () => {
    const bytes = writeWave([left, right], {
      rate: RATE,
      bits: 24,
      bext: BEXT,
      ixml: IXML,
      markers: MARKERS,
    });
    expect(await headOf(bytes)).toMatchObject({
      bext: { ...BEXT, history: BEXT.history.trim() },
      ixml: IXML,
      markers: MARKERS,
      odd: [],
      out: 24,
    });
  });

  it("hold any broadcast extension their fields have room for", () => {
    const text = (most: number) => fc.string({ unit: "binary", maxLength: most });
    const level = fc.option(fc.integer({ min: -9999, max: 9999 }), { nil: null }).map((v) => v && v / 100);
    const any = fc.record({
      description: text(300),
      originator: text(40),
      reference: text(40),
      date: text(12),
      time: text(9),
      timeReference: fc.maxSafeNat(),
      loudness: fc.record({
        integrated: level,
        range: level,
        truePeak: level,
        momentary: level,
        shortTerm: level,
      }),
      history: text(500),
    });
    fc.assert(
      fc.property(any, (given) => {
        const back = readBext(writeBext({ ...given, version: 2 }));
        expect(back!.timeReference).toBe(given.timeReference);
        if (Object.values(given.loudness).some((v) => v)) expect(back!.loudness).toEqual(given.loudness);
        // What is cut, is cut at a whole character.
        expect(back!.originator).not.toContain("\ufffd");
        expect(new TextEncoder().encode(back!.description).length).toBeLessThanOrEqual(256);
      }),
    );
  });

  it("of more than 4 GB are RF64, and found whole again", async () => {
    const frames = 2 ** 31;
    const { before, behind } = waveAround({ rate: RATE, channels: 2, bits: 24, frames, markers: MARKERS });
    const size = frames * 6;
    // The samples are nowhere: what is read of them is silence.
    const source = {
      size: before.length + size + behind.length,
      read: (at: number, length: number) => {
        const made = new Uint8Array(length);
        if (at < before.length) made.set(before.subarray(at, at + length));
        const from = at - before.length - size;
        if (from >= 0) made.set(behind.subarray(from, from + length));
        return Promise.resolve(made);
      },
    };
    expect(await kindOf(source)).toBe("WAVE");
    expect(await readHead(source, "WAVE")).toMatchObject({
      container: "RF64",
      frames,
      markers: MARKERS,
      odd: [],
    });
  });

  it("are read with odd chunks, padded or not", async () => {
    const whole = writeWave([left], { rate: RATE, bits: 16 });
    const odd = (padded: boolean): Uint8Array => {
      const chunk = new Uint8Array(8 + 3 + (padded ? 1 : 0));
      chunk.set(new TextEncoder().encode("note"));
      viewOf(chunk).setUint32(4, 3, true);
      chunk.set([65, 66, 67], 8);
      return joined([whole.subarray(0, 12), chunk, whole.subarray(12)]);
    };
    for (const padded of [true, false]) expect((await samplesOf(odd(padded)))[0]!.length).toBe(48_000);
  });

  it("that were never finished, or end early, are read as far as they go, and said to", async () => {
    const whole = writeWave([left], { rate: RATE, bits: 16 });
    const unfinished = whole.slice();
    viewOf(unfinished).setUint32(40, 0, true);
    const cut = whole.slice(0, 44 + 9601);
    expect(await headOf(unfinished)).toMatchObject({
      frames: 48_000,
      odd: [expect.stringMatching(/did not finish/) as string],
    });
    expect((await headOf(cut)).frames).toBe(4800);
    expect((await headOf(cut)).odd.join(" ")).toMatch(/ends earlier than it says.*middle of a sample/);
  });

  it("that cannot be read say why", async () => {
    const whole = writeWave([left], { rate: RATE, bits: 16 });
    const broken = async (at: number, value: number): Promise<unknown> => {
      const bytes = whole.slice();
      viewOf(bytes).setUint16(at, value, true);
      return headOf(bytes).catch((e: unknown) => e);
    };
    const packed = await broken(20, 0x55);
    expect(packed).toBeInstanceOf(FileProblem);
    expect(String(packed)).toContain("format 0x55");
    expect(String(await broken(22, 0))).toContain("0 channels");
    expect(String(await broken(24, 1))).toContain("sample rate");
    expect(String(await headOf(whole.slice(0, 30)).catch((e: unknown) => e))).toContain("“fmt ”");
    expect(String(await headOf(whole.slice(0, 36)).catch((e: unknown) => e))).toContain("“data”");
  });

  it("that somebody made to hurt are read or refused, never worse", async () => {
    const whole = writeWave([left.subarray(0, 50)], {
      rate: RATE,
      bits: 16,
      bext: BEXT,
      ixml: IXML,
      markers: MARKERS,
    });
    await fc.assert(
      fc.asyncProperty(
        fc.array(fc.tuple(fc.nat(whole.length - 1), fc.nat(255)), { minLength: 1, maxLength: 12 }),
        fc.nat(whole.length),
        async (edits, length) => {
          const bytes = whole.slice(0, Math.max(12, length));
          for (const [at, value] of edits) if (at >= 12 && at < bytes.length) bytes[at] = value;
          const of = await headOf(bytes).catch((e: unknown) => {
            expect(e).toBeInstanceOf(FileProblem);
            return null;
          });
          if (!of) return;
          let many = 0;
          for await (const frames of framesOf(sourceOf(bytes), of)) many += frames[0]!.length;
          expect(many).toBe(of.frames);
        },
      ),
    );
  });
});
