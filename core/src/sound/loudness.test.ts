import { describe, expect, it } from "vitest";
import { RATE, after, silence, sine } from "../fixtures/sounds.ts";
import { kWeighting } from "./kWeighting.ts";
import { weightsOf } from "./layout.ts";
import { LoudnessMeter } from "./loudness.ts";

const LFE_LESS = 0x607;
function measured(channels: readonly Float32Array[], mask: number | null = null, rate = RATE) {
  const { of } = weightsOf({ channels: channels.length, mask, ixml: null });
  const meter = new LoudnessMeter(rate, of);
  // In pieces of no particular size.
  for (let at = 0; at < channels[0]!.length; at += 7919)
    meter.add(channels.map((c) => c.subarray(at, at + 7919)));
  return meter.measured;
}
const stereo = (of: Float32Array) => measured([of, of]);

describe("the filter", () => {
  it("has the published coefficients at 48 kHz (ITU-R BS.1770, tables 1 and 2)", () => {
    const { shelf, highPass } = kWeighting(48_000);
    const published = [
      1.53512485958697, -2.69169618940638, 1.19839281085285, -1.69065929318241, 0.73248077421585,
      -1.99004745483398, 0.99007225036621,
    ];
    for (const [n, value] of [...shelf.b, ...shelf.a, ...highPass.a].entries())
      expect(value).toBeCloseTo(published[n]!, 8);
    expect(highPass.b).toEqual([1, -2, 1]);
  });
});

describe("integrated loudness", () => {
  it("of a sine of 997 Hz at full scale on one channel is −3.01 (ITU-R BS.1770)", () => {
    expect(measured([sine(0, 10, 997)]).integrated).toBeCloseTo(-3.01, 2);
  });

  // Test signals of EBU Tech 3341, table 1, as shared/check-values.md has them (from memory): all −23.0 ±0.1.
  const signals: readonly (readonly [string, Float32Array])[] = [
    ["case 1: −23", sine(-23, 20)],
    ["case 3: −36, −23, −36", after(sine(-36, 10), sine(-23, 60), sine(-36, 10))],
    [
      "case 4: with −72 around",
      after(sine(-72, 10), sine(-36, 10), sine(-23, 60), sine(-36, 10), sine(-72, 10)),
    ],
    ["case 5: −26, −20, −26", after(sine(-26, 20), sine(-20, 20.1), sine(-26, 20))],
  ];
  it.each(signals)("EBU Tech 3341, %s", (_, signal) => {
    expect(Math.abs(stereo(signal).integrated! + 23)).toBeLessThanOrEqual(0.1);
  });

  it("EBU Tech 3341, case 2: −33 is −33", () => {
    expect(Math.abs(stereo(sine(-33, 20)).integrated! + 33)).toBeLessThanOrEqual(0.1);
  });

  it("EBU Tech 3341, case 6: five channels, those at the side count 1.5 dB more", () => {
    const [front, middle, side] = [sine(-28, 20), sine(-24, 20), sine(-30, 20)];
    const { integrated } = measured([front, front, middle, side, side], LFE_LESS);
    expect(Math.abs(integrated! + 23)).toBeLessThanOrEqual(0.1);
  });

  it("leaves the channel of low effects out", () => {
    const [front, loud] = [sine(-23, 10), sine(0, 10, 60)];
    const without = measured([front, front, silence(10), silence(10), silence(10), silence(10)], 0x60f);
    const withIt = measured([front, front, silence(10), loud, silence(10), silence(10)], 0x60f);
    expect(withIt.integrated).toBe(without.integrated);
  });

  it.each([44_100, 88_200, 96_000, 192_000, 11_025])("is the same at %i Hz", (rate) => {
    const { integrated } = measured([sine(-23, 20, 1000, rate), sine(-23, 20, 1000, rate)], null, rate);
    expect(Math.abs(integrated! + 23)).toBeLessThanOrEqual(0.1);
  });

  it("leaves out what is below −70, and what is 10 LU below the rest", () => {
    expect(stereo(sine(-71, 10)).integrated).toBeNull();
    expect(stereo(sine(-69, 10)).integrated).toBeCloseTo(-69, 1);
    expect(stereo(after(sine(-20, 10), sine(-29, 10))).integrated).toBeCloseTo(-22.5, 0);
    expect(stereo(after(sine(-20, 10), sine(-34, 10))).integrated).toBeCloseTo(-20, 0);
  });

  it("says nothing of silence, and of what is shorter than 400 ms", () => {
    expect(stereo(silence(5))).toEqual({ integrated: null, range: null, momentary: null, shortTerm: null });
    expect(stereo(sine(-23, 0.39)).integrated).toBeNull();
    expect(stereo(sine(-23, 0.41)).integrated).not.toBeNull();
  });
});

describe("short-term and momentary loudness", () => {
  it("EBU Tech 3341, case 9: −20 for 1.34 s, −30 for 1.66 s is −23 all along", () => {
    const signal = after(...Array.from({ length: 5 }, () => [sine(-20, 1.34), sine(-30, 1.66)]).flat());
    expect(Math.abs(stereo(signal).shortTerm!.lufs + 23)).toBeLessThanOrEqual(0.1);
  });

  it("EBU Tech 3341, case 12: −20 for 0.18 s, −30 for 0.22 s is −23 all along", () => {
    const signal = after(...Array.from({ length: 25 }, () => [sine(-20, 0.18), sine(-30, 0.22)]).flat());
    expect(Math.abs(stereo(signal).momentary!.lufs + 23)).toBeLessThanOrEqual(0.1);
  });

  it("says where the loudest is", () => {
    const { momentary, shortTerm } = stereo(after(sine(-40, 7), sine(-20, 3), sine(-40, 5)));
    expect(momentary!.at).toBeCloseTo(7, 0);
    expect(shortTerm).toEqual({ lufs: expect.closeTo(-20, 1) as number, at: 7 });
  });
});

describe("loudness range", () => {
  // EBU Tech 3342, table 1, as shared/check-values.md has it (from memory): ±1 LU.
  const cases: readonly (readonly [readonly number[], number])[] = [
    [[-20, -30], 10],
    [[-20, -15], 5],
    [[-40, -20], 20],
    [[-50, -35, -20, -35, -50], 15],
  ];
  it.each(cases)("of 20 s each at %j is %i", (levels, range) => {
    const signal = after(...levels.map((db) => sine(db, 20)));
    expect(Math.abs(stereo(signal).range! - range)).toBeLessThanOrEqual(1);
  });
});
