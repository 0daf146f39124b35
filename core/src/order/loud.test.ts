import { describe, expect, it } from "vitest";
import { RATE, after, noise, silence } from "../fixtures/sounds.ts";
import { hash, storyEvening } from "../fixtures/ordered.ts";
import { apply } from "../session/apply.ts";
import { USUAL_PROGRAMME } from "../session/pieces.ts";
import { weightsOf } from "../sound/layout.ts";
import { SoundMeter } from "../sound/measure.ts";
import { profileBytes, profileFrom, speechIn } from "../sound/profile.ts";
import type { SoundFact } from "./facts.ts";
import { gainAt, loudOf } from "./loud.ts";
import { settle } from "./settle.ts";
import { envelope, levelOf, speechOf } from "./underSpeech.ts";
import { orderOf } from "./settle.ts";

function measured(sound: Float32Array) {
  const meter = new SoundMeter({
    rate: RATE,
    weights: weightsOf({ channels: 1, mask: null, ixml: null }),
    fullScale: 1,
  });
  meter.add([sound]);
  return meter.measured;
}
function factOf(sound: Float32Array): SoundFact {
  const { measures, profile } = measured(sound);
  return { ...measures, seconds: measures.seconds, profile };
}

describe("how loud a sound is along its time", () => {
  const { profile } = measured(after(silence(1), noise(-20, 2), silence(3), noise(-26, 1), silence(0.5)));
  it("says where somebody speaks", () => {
    expect(speechIn(profile)).toEqual([
      { from: 1, to: 3 },
      { from: 6, to: 7 },
    ]);
  });
  it("is kept in bytes and read again", () => {
    expect([...profileFrom(profileBytes(profile))]).toEqual([...profile]);
    expect(speechIn(profileFrom(new Uint8Array()))).toEqual([]);
  });
});

describe("the envelope of a bed", () => {
  const rule = { ...USUAL_PROGRAMME, ahead: 1, hold: 2, back: 3, under: 12 };
  it("goes down before somebody speaks, holds, and comes back", () => {
    expect(envelope({ from: 10, to: 60 }, [{ from: 20, to: 30 }], rule)).toEqual([
      { at: 0, level: 0 },
      { at: 9, level: 0 },
      { at: 10, level: -12 },
      { at: 22, level: -12 },
      { at: 25, level: 0 },
      { at: 50, level: 0 },
    ]);
  });
  it("stays down in pauses that are too short to come back in, and where it begins or ends under speech", () => {
    const points = envelope(
      { from: 10, to: 40 },
      [
        { from: 5, to: 12 },
        { from: 17, to: 30 },
        { from: 39, to: 70 },
      ],
      rule,
    );
    expect([0, 4, 8, 19].map((at) => levelOf(points, at))).toEqual([-12, -12, -12, -12]);
    expect(levelOf(points, 25.5)).toBe(0);
    expect(points.at(-1)).toEqual({ at: 30, level: -12 });
  });
  it("is none where nobody speaks", () => {
    expect(envelope({ from: 0, to: 9 }, [{ from: 40, to: 50 }], rule)).toEqual([]);
  });
  it("holds no more points than an item can", () => {
    const speech = Array.from({ length: 400 }, (_, n) => ({ from: n * 10, to: n * 10 + 1 }));
    const points = envelope({ from: 0, to: 4000 }, speech, rule);
    expect(points.length).toBeLessThanOrEqual(500);
    expect(points.length).toBeGreaterThan(1);
  });
});

describe("levels by rule", () => {
  const speech = after(silence(10), noise(-14, 30), silence(12), noise(-14, 15), silence(5));
  const facts = new Map([
    [hash("a"), factOf(noise(-10, 22, 5))],
    [hash("c"), factOf(noise(-30, 24, 9))],
    [hash("d"), factOf(speech)],
  ]);
  const s = storyEvening();
  const levelled = apply(s, settle(s, facts));
  const [bell, bed, host] = [0, 1, 2].map((n) => levelled.tracks[n]!.items[0]!);

  it("bring each sound to the target", () => {
    for (const [i, letter] of [
      [bell, "a"],
      [host, "d"],
      [bed, "c"],
    ] as const)
      expect(facts.get(hash(letter))!.integrated! + i!.gain).toBeCloseTo(-23, 1);
  });

  it("no higher than the ceiling", () => {
    const high = new Map(facts).set(hash("a"), { ...facts.get(hash("a"))!, integrated: -40, truePeak: -4 });
    expect(apply(s, settle(s, high)).tracks[0]!.items[0]!.gain).toBe(3);
  });

  it("let the bed make way where somebody really speaks, not where the file lies", () => {
    // The host's file begins at 20 s, the first word ten seconds later; the bed at 14 s.
    expect(levelOf(bed!.points, 15)).toBe(0);
    expect(levelOf(bed!.points, 30)).toBe(-18);
    expect(levelOf(bed!.points, 52)).toBe(0);
    expect(levelOf(bed!.points, 60)).toBe(-18);
    const { pieces, laid } = orderOf(levelled);
    expect(speechOf(pieces, laid.places, facts).slice(0, 2)).toEqual([
      { from: 30, to: 60 },
      { from: 72, to: 87 },
    ]);
  });

  it("sum up to what measuring the sum finds, within 0.1 LU (ITU-R BS.1770-5, measured by our own meter)", () => {
    const only = {
      ...levelled,
      tracks: levelled.tracks.slice(0, 3).map((t) => ({ ...t, items: t.items.slice(0, 1) })),
    };
    const sources = new Map([
      [hash("a"), noise(-10, 22, 5)],
      [hash("c"), noise(-30, 24, 9)],
      [hash("d"), speech],
    ]);
    const mix = new Float32Array(100 * RATE);
    for (const i of only.tracks.flatMap((t) => t.items)) {
      const sound = sources.get(i.holds.kind === "sound" ? i.holds.hash! : "")!;
      for (let n = 0; n < i.length * RATE; n++)
        mix[Math.round(i.at * RATE) + n]! += sound[n % sound.length]! * gainAt(i, n / RATE);
    }
    const { measures } = measured(mix);
    const said = loudOf(only, facts);
    expect(Math.abs(said.integrated! - measures.integrated!)).toBeLessThanOrEqual(0.1);
    expect(said.atMost!).toBeGreaterThanOrEqual(measures.truePeak! - 0.01);
    expect(said.unmeasured).toBe(0);
  });

  it("count how the pan law has one channel in the middle (−6.02 dB a side: 3.01 less than constant power)", () => {
    const mono = (law: "linear" | "constant-power") => {
      const one = {
        ...s,
        panLaw: law,
        tracks: s.tracks.map((t) => ({
          ...t,
          items: t.items.map((i) =>
            i.holds.kind === "sound" ? { ...i, holds: { ...i.holds, channels: 1 } } : i,
          ),
        })),
      };
      return [
        loudOf(one, facts).integrated!,
        apply(one, settle(one, facts)).tracks[2]!.items[0]!.gain,
      ] as const;
    };
    const [linear, power] = [mono("linear"), mono("constant-power")];
    expect(power[0] - linear[0]).toBeCloseTo(3.01, 2);
    expect(linear[1] - power[1]).toBeCloseTo(3.01, 2);
  });

  it("say how many sounds nobody measured, and leave their levels alone", () => {
    expect(loudOf(s, facts).unmeasured).toBe(2);
    expect(levelled.tracks[0]!.items[1]!.gain).toBe(0);
  });
});
