import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { AS_LOUD, balanced, volumeAt, volumeInDb } from "./balance.ts";
import type { Heard } from "./balance.ts";

const volume = { balance: "volume", headroom: 3 } as const;
const gain = { balance: "gain", headroom: 3 } as const;

describe("controller 7", () => {
  it("is 40·log10(v/127) dB (General MIDI Level 2, DLS; values from memory)", () => {
    expect(volumeInDb(127)).toBe(0);
    expect(volumeInDb(90)).toBeCloseTo(-5.98, 2);
    expect(volumeInDb(64)).toBeCloseTo(-11.9, 1);
    expect(volumeInDb(1)).toBeCloseTo(-84.15, 2);
    for (let v = 1; v <= 127; v++) expect(volumeAt(volumeInDb(v))).toBe(v);
    expect([volumeAt(10), volumeAt(-200)]).toEqual([127, 1]);
  });
});

describe("a balance", () => {
  it("brings every articulation within half a decibel by its own value of controller 7", () => {
    const heard = fc.array(
      fc.record({ is: fc.double({ min: -26, max: -8, noNaN: true }), wanted: fc.constant(-30) }),
      { minLength: 1, maxLength: 12 },
    );
    fc.assert(
      fc.property(heard, (ways) => {
        const { off, volumes } = balanced(ways, volume);
        for (const o of off) expect(Math.abs(o ?? 9)).toBeLessThanOrEqual(AS_LOUD);
        for (const v of volumes) expect(volumeInDb(v)).toBeLessThanOrEqual(-3);
        // What is heard then: as it is, with what controller 7 takes.
        ways.forEach(({ is, wanted }, n) =>
          expect(is + volumeInDb(volumes[n] ?? 0) - wanted).toBeCloseTo(off[n] ?? 9, 6),
        );
      }),
    );
  });

  it("keeps the headroom, and says by how much something then stays too soft", () => {
    // −30 brought to −26 would be 4 dB above the loudest there is.
    const { volumes, off } = balanced([{ is: -30, wanted: -26 }], volume);
    expect(volumes).toEqual([106]);
    expect(off[0]).toBeCloseTo(-4 + volumeInDb(106), 6);
    expect(balanced([{ is: -30, wanted: -26 }], { ...volume, headroom: 0 }).volumes).toEqual([127]);
  });

  it("by gain takes the middle of what a track needs, from the controller it starts with", () => {
    const ways: Heard[] = [
      { is: -20, wanted: -30 },
      { is: -18, wanted: -30 },
      { is: null, wanted: -30 },
    ];
    const { volumes, gain: by, off } = balanced(ways, gain, 90);
    expect(volumes).toEqual([90, 90, 90]);
    // 11 dB down in the middle, of which controller 7 at 90 does 5.98.
    expect(by).toBeCloseTo(-5, 6);
    expect(off.map((o) => o && Math.round(o * 10) / 10)).toEqual([-1, 1, null]);
    expect(balanced([{ is: -30, wanted: -20 }], gain, 90).gain).toBeCloseTo(2.9, 6);
  });

  it("leaves what nobody measured where sampled instruments start", () => {
    expect(balanced([{ is: null, wanted: -26 }], volume)).toEqual({ volumes: [90], gain: 0, off: [null] });
    expect(balanced([{ is: null, wanted: -26 }], gain, 64)).toEqual({
      volumes: [64],
      gain: 0,
      off: [null],
    });
  });
});
