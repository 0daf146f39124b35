import { describe, expect, it } from "vitest";
import { startsAt } from "../fixtures/delivered.ts";
import { RATE, after, noise, silence, sine } from "../fixtures/sounds.ts";
import { sourceOf } from "../formats/bytes.ts";
import { alike } from "./alike.ts";
import type { Alike } from "./alike.ts";
import { alikeIn } from "./alikeIn.ts";
import { writeWave } from "./writeWave.ts";
import type { Frames } from "./samples.ts";

async function* inPieces(of: Float32Array, pieces: readonly number[]): AsyncGenerator<Frames> {
  for (let at = 0, n = 0; at < of.length; n++) {
    const to = at + pieces[n % pieces.length]!;
    yield [of.slice(at, to)];
    at = to;
  }
}
const compared = (a: Float32Array, b: Float32Array, pieces = [[4096], [4096]], rate = RATE) =>
  alike(inPieces(a, pieces[0]!), inPieces(b, pieces[1]!), rate);

/** With the weight low down, as a skin that is struck has it. */
const drum = (seed = 1, rate = RATE): Float32Array => {
  let low = 0;
  return noise(-3, 2, seed, rate).map((x) => (low += 0.03 * (x - low)));
};
const turned = (of: Float32Array): Float32Array => of.map((x) => -x);
const later = (of: Float32Array, frames: number): Float32Array =>
  after(new Float32Array(frames), of).subarray(0, of.length);
const mixed = (a: Float32Array, b: Float32Array, share: number): Float32Array =>
  a.map((x, n) => x * share + b[n]! * (1 - share));

describe("two sounds of one source", () => {
  it("are the same, or the same turned over, however loud each is", async () => {
    const skin = drum();
    expect(
      (await compared(
        skin,
        skin.map((x) => x * 0.1),
      ))!.correlation,
    ).toBeCloseTo(1, 3);
    expect((await compared(skin, turned(skin)))!.correlation).toBeCloseTo(-1, 3);
  });

  // 48 frames at 48 kHz are a millisecond: 34 cm.
  it.each([
    [48, 0.001],
    [-48, -0.001],
    [0, 0],
  ])("stand apart by %i frames, and are known for all that", async (frames, seconds) => {
    const skin = drum();
    const [a, b] = frames < 0 ? [later(skin, -frames), skin] : [skin, later(skin, frames)];
    const found = await compared(a, turned(b));
    expect(found!.correlation).toBeLessThan(-0.95);
    expect(found!.later).toBeCloseTo(seconds, 4);
  });

  it("are known also where both hear other things, as microphones near each other do", async () => {
    const [skin, wires] = [drum(), drum(9)];
    const found = await compared(skin, turned(mixed(skin, wires, 0.6)));
    expect(found!.correlation).toBeLessThan(-0.6);
    expect(found!.correlation).toBeGreaterThan(-0.95);
    expect(Math.abs((await compared(skin, wires))!.correlation)).toBeLessThan(0.3);
  });

  it("are compared by their low end: what hisses above it says nothing", async () => {
    const skin = drum();
    const hiss = sine(-3, 2, 6000);
    const found = await compared(mixed(skin, hiss, 0.5), mixed(turned(skin), hiss, 0.5));
    expect(found!.correlation).toBeLessThan(-0.9);
  });

  it("go by in any pieces and at any rate with the same outcome", async () => {
    const [a, b] = [drum(), later(drum(), 30)];
    const whole = (await compared(a, b, [[1e6], [1e6]]))!;
    const torn = (await compared(a, b, [[1, 7, 997, 4096], [313]]))!;
    expect(torn.correlation).toBeCloseTo(whole.correlation, 6);
    expect(torn.later).toBe(whole.later);
    const high = (await compared(drum(1, 96_000), turned(drum(1, 96_000)), undefined, 96_000))!;
    expect(high.correlation).toBeCloseTo(-1, 3);
  });

  /** By the definition: the sum of products over the root of both sums of squares, at every distance. */
  it("have in common what the definition says", async () => {
    const [a, b] = [sine(-6, 1, 120), sine(-6, 1, 120, RATE, 40)];
    const found = (await compared(a, b))!;
    // 40° of 120 Hz are 0.93 ms.
    expect(found.later).toBeCloseTo(-40 / 360 / 120, 3);
    expect(found.correlation).toBeGreaterThan(0.99);
    // Where silence is, there is nothing in common.
    expect(await compared(a, silence(1))).toBeNull();
    expect(await compared(a, silence(0))).toBeNull();
  });
});

describe("two files of one source", () => {
  const file = (of: Float32Array, starts: number | null, sides = 1): ReturnType<typeof sourceOf> =>
    sourceOf(
      writeWave(
        Array.from({ length: sides }, () => of),
        {
          rate: RATE,
          bits: 24,
          bext: starts === null ? null : startsAt(starts),
        },
      ),
    );
  const found = (
    ...of: [ReturnType<typeof sourceOf>, ReturnType<typeof sourceOf>]
  ): Promise<Alike | null> => alikeIn(...of);

  it("are laid over each other by when they say they start", async () => {
    const skin = drum();
    const cut = skin.subarray(24_000);
    const late = await found(file(skin, 100), file(turned(cut), 100.5));
    expect(late!.correlation).toBeCloseTo(-1, 2);
    const early = await found(file(cut, 100.5), file(skin, 100));
    expect(early!.correlation).toBeCloseTo(1, 2);
    // Without that they are not found to be the same.
    expect(Math.abs((await found(file(skin, null), file(cut, null)))!.correlation)).toBeLessThan(0.3);
  });

  it("of which one starts when the other is over, are taken as they lie", async () => {
    const skin = drum();
    expect((await found(file(skin, 0), file(skin, 3600)))!.correlation).toBeCloseTo(1, 3);
  });

  it("are not compared where one has more channels, or is no such file", async () => {
    expect(await found(file(drum(), 0), file(drum(), 0, 2))).toBeNull();
    expect(await found(file(drum(), 0), sourceOf(new TextEncoder().encode("no sound at all")))).toBeNull();
  });
});
