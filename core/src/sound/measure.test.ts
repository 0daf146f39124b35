import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { RATE, after, amplitude, noise, silence, sine } from "../fixtures/sounds.ts";
import { weightsOf } from "./layout.ts";
import { SoundMeter, fullScaleOf } from "./measure.ts";
import { OutlineMeter, coarser, outlineBytes, outlineFrom, together } from "./outline.ts";
import { TruePeakMeter, tapsAt } from "./truePeak.ts";

/** @param pieces in which it goes by, in frames, again and again */
function measured(
  channels: readonly Float32Array[],
  { rate = RATE, bits = null as number | null, pieces = [4096] } = {},
) {
  const weights = weightsOf({ channels: channels.length, mask: null, ixml: null });
  const meter = new SoundMeter({ rate, weights, fullScale: fullScaleOf(bits) });
  for (let at = 0, n = 0; at < channels[0]!.length; n++) {
    const to = at + pieces[n % pieces.length]!;
    meter.add(channels.map((c) => c.subarray(at, to)));
    at = to;
  }
  return meter.measured;
}
const truePeak = (samples: Float32Array, rate = RATE): number => {
  const meter = new TruePeakMeter(rate, 1);
  for (let at = 0; at < samples.length; at += 997) meter.add([samples.subarray(at, at + 997)]);
  return 20 * Math.log10(meter.measured);
};

describe("true peak", () => {
  // EBU Tech 3341, cases 15 to 19: sines at a quarter, a sixth and so on of the rate; −6.0 +0.2/−0.4 (from memory).
  const cases: readonly (readonly [number, number, number])[] = [
    [4, 0, -6.02],
    [4, 45, -6.02],
    // Its highest points lie a quarter of the way between two samples.
    [4, 22.5, -6.02],
    [6, 60, -6.02],
    [8, 67.5, -6.02],
  ];
  it.each(cases)("of a sine at 1/%i of the rate, begun at %i°, is −6", (part, phase, db) => {
    // Faded in and out: a step rings, as it would in the world.
    const signal = sine(db, 1, RATE / part, RATE, phase);
    const peak = truePeak(signal.map((x, n) => x * Math.min(1, n / 500, (signal.length - n) / 500)));
    expect(peak + 6).toBeLessThanOrEqual(0.2);
    expect(peak + 6).toBeGreaterThanOrEqual(-0.4);
  });

  it("finds what lies between two samples", () => {
    const quarter = after(silence(0.01), sine(0, 0.2, RATE / 4, RATE, 45));
    expect(measured([quarter]).measures.samplePeak).toBeCloseTo(-3.01, 1);
    expect(measured([quarter]).measures.truePeak).toBeGreaterThan(-0.2);
  });

  it("is what working out every point gives", () => {
    const points = [0.25, 0.5, 0.75].map(tapsAt);
    const all = (samples: Float32Array): number => {
      const at = (n: number): number => samples[n] ?? 0;
      let peak = 0;
      for (let n = -12; n < samples.length + 12; n++) {
        peak = Math.max(peak, Math.abs(at(n)));
        for (const { before, behind } of points) {
          let sum = 0;
          for (let k = 0; k < before.length; k++)
            sum += before[k]! * at(n - 1 - k) + behind[k]! * at(n + k);
          peak = Math.max(peak, Math.abs(sum));
        }
      }
      return 20 * Math.log10(peak);
    };
    const steps = fc.array(fc.integer({ min: -1000, max: 1000 }), { minLength: 1, maxLength: 300 });
    fc.assert(
      fc.property(steps, (values) => {
        const samples = Float32Array.from(values, (v) => v / 1000);
        fc.pre(samples.some((x) => x !== 0));
        expect(truePeak(samples)).toBeCloseTo(all(samples), 1);
      }),
    );
    for (const seed of [1, 2, 3])
      expect(truePeak(noise(0, 0.5, seed))).toBeCloseTo(all(noise(0, 0.5, seed)), 2);
  });
});

describe("where a sound begins", () => {
  it.each([0, 0.1, 0.2503, 1.7])("is told to a third of a millisecond: at %d s", (at) => {
    const { edges } = measured([after(silence(at), sine(-10, 0.5, 200, RATE, 90), silence(0.4))]).measures;
    expect(Math.abs(edges!.onset - at)).toBeLessThanOrEqual(1 / 3000);
    expect(Math.abs(edges!.before - at)).toBeLessThanOrEqual(1 / 3000);
    expect(Math.abs(edges!.after - 0.4)).toBeLessThanOrEqual(1 / 3000);
  });

  it("is told apart from the noise of the room before it", () => {
    const room = noise(-40, 4);
    const note = sine(-6, 1, 440, RATE, 90);
    const { edges, floor } = measured([after(room, note)]).measures;
    expect(Math.abs(edges!.onset - 4)).toBeLessThanOrEqual(0.001);
    expect(edges!.before).toBeLessThan(0.01);
    // Evenly spread noise has an RMS 4.8 dB below its peak.
    expect(floor).toBeCloseTo(-44.8, 0);
  });

  it("is nothing where nothing is heard", () => {
    expect(measured([silence(3)]).measures).toMatchObject({
      edges: null,
      samplePeak: null,
      truePeak: null,
      floor: null,
    });
    expect(measured([sine(-70, 3)]).measures.edges).toBeNull();
  });

  it("looks at every channel", () => {
    const late = after(silence(0.5), sine(-10, 0.5));
    const early = after(silence(0.2), sine(-10, 0.3), silence(0.5));
    expect(measured([late, early]).measures.edges!.onset).toBeCloseTo(0.2, 3);
  });
});

describe("what is off", () => {
  it("counts runs at full scale, by what so many bits can write, over the joints of pieces too", () => {
    const full = Math.fround(1 - 2 ** -15);
    const signal = noise(-20, 1);
    signal.fill(full, 4090, 4100);
    signal.fill(-1, 9000, 9003);
    // Two in a row may be chance.
    signal.fill(full, 20_000, 20_002);
    const { clipped, channels } = measured([signal, noise(-20, 1, 5)], { bits: 16 }).measures;
    expect(clipped).toEqual({
      runs: 2,
      first: [
        { at: 4090 / RATE, channel: "L", samples: 10 },
        { at: 9000 / RATE, channel: "L", samples: 3 },
      ],
    });
    expect(channels.map((c) => c.clipped)).toEqual([2, 0]);
    expect(measured([signal], { bits: 24 }).measures.clipped.runs).toBe(1);
  });

  it("finds what stands off the middle, and how alike two sides are", () => {
    const [left, right] = [noise(-20, 2), noise(-20, 2, 7)];
    const of = (l: Float32Array, r: Float32Array) => measured([l, r]).measures;
    expect(of(left, left).correlation).toBeCloseTo(1, 6);
    expect(
      of(
        left,
        left.map((x) => -x),
      ).correlation,
    ).toBeCloseTo(-1, 6);
    expect(Math.abs(of(left, right).correlation!)).toBeLessThan(0.05);
    expect(
      of(
        left.map((x) => x + 0.01),
        right,
      ).channels.map((c) => c.dc),
    ).toEqual([expect.closeTo(0.01, 3) as number, expect.closeTo(0, 3) as number]);
    expect(measured([left]).measures.correlation).toBeNull();
  });

  it("is the same however it comes in", () => {
    const channels = [
      after(silence(0.1), noise(-3, 1.4), silence(0.2)),
      after(sine(-12, 1.5, 333), silence(0.2)),
    ];
    const once = measured(channels, { pieces: [channels[0]!.length] });
    const pieces = fc.array(fc.integer({ min: 1, max: 5000 }), { minLength: 1, maxLength: 8 });
    fc.assert(
      fc.property(pieces, (of) => {
        const { measures, outline } = measured(channels, { pieces: of });
        expect(outline).toEqual(once.outline);
        for (const key of ["integrated", "truePeak", "samplePeak", "correlation"] as const)
          expect(measures[key]).toBeCloseTo(once.measures[key]!, 6);
        expect(measures.edges).toEqual(once.measures.edges);
        expect(measures.frames).toBe(once.measures.frames);
      }),
      { numRuns: 20 },
    );
  });
});

describe("the picture of a sound", () => {
  it("has the lowest and highest of every stretch, and goes there and back as bytes", () => {
    const signal = after(silence(0.5), sine(-6.02, 0.5, 100), silence(0.5));
    const { outline } = measured([signal, signal.map((x) => x / 2)]);
    const at = (seconds: number, c = 0) => {
      const n = Math.floor((seconds * RATE) / outline.stretch) * 2;
      return outline.channels[c]!.slice(n, n + 2);
    };
    expect(at(0.25)).toEqual(Int8Array.of(0, 0));
    const middle = coarser(outline, 3);
    expect(middle.channels[0]!.slice(2, 4).map(Math.abs)).toEqual(Int8Array.of(64, 64));
    expect(middle.channels[1]!.slice(2, 4).map(Math.abs)).toEqual(Int8Array.of(32, 32));
    expect(outlineFrom(outlineBytes(outline))).toEqual(outline);
    expect(() => outlineFrom(outlineBytes(outline).slice(0, -1))).toThrow(RangeError);
    expect(together(middle).channels[0]!.slice(2, 4).map(Math.abs)).toEqual(Int8Array.of(64, 64));
  });

  it("has of every stretch what its samples have, however few stretches are kept", () => {
    const sizes = fc.array(fc.integer({ min: 1, max: 90 }), { minLength: 1, maxLength: 20 });
    fc.assert(
      fc.property(sizes, fc.integer({ min: 2, max: 9 }), (pieces, most) => {
        const samples = noise(0, pieces.reduce((a, b) => a + b) / RATE);
        const meter = new OutlineMeter(1, most);
        let at = 0;
        for (const size of pieces) meter.add([samples.subarray(at, (at += size))]);
        const { stretch, channels } = meter.drawn;
        const [values] = channels as [Int8Array];
        expect(values.length / 2).toBeLessThanOrEqual(most);
        expect(values.length / 2).toBe(Math.ceil(samples.length / stretch));
        for (let n = 0; n < values.length / 2; n++) {
          const part = samples.subarray(n * stretch, (n + 1) * stretch);
          expect(values[2 * n]).toBe(Math.floor(Math.min(...part) * 127 + 1e-6));
          expect(values[2 * n + 1]).toBe(Math.ceil(Math.max(...part) * 127 - 1e-6));
        }
      }),
    );
  });

  it("stays small however long the sound is, and keeps its extremes", () => {
    const long = new Float32Array(60 * RATE);
    long[40 * RATE] = amplitude(-6.02);
    const weights = weightsOf({ channels: 1, mask: null, ixml: null });
    const meter = new SoundMeter({ rate: RATE, weights, fullScale: 1 });
    for (let n = 0; n < 10; n++) meter.add([long]);
    const { outline } = meter.measured;
    const many = outline.channels[0]!.length / 2;
    expect(many).toBeLessThanOrEqual(1 << 17);
    expect(many * outline.stretch).toBeGreaterThanOrEqual(600 * RATE);
    expect(outline.channels[0]!.reduce((a, b) => Math.max(a, b))).toBe(64);
  });
});
