import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { IMPORTANCES, SOURCES } from "../session/document.ts";
import type { TrackId } from "../session/document.ts";
import { plugIn } from "./plug.ts";
import { blankInput } from "./room.ts";
import type { RoomInput } from "./room.ts";
import { select as selectWith } from "./select.ts";
import { makeSolver } from "../solve/solver.ts";
import { inputsFrom, suits } from "./wish.ts";
import type { InputWish } from "./wish.ts";

const solver = await makeSolver();
const select = (wishes: readonly InputWish[], inputs: readonly RoomInput[], always?: Set<string>) =>
  selectWith(solver, wishes, inputs, always);
const wish = (n: number, rest: Partial<InputWish> = {}): InputWish => ({
  track: `t${n}`,
  source: "mic",
  channels: 1,
  phantom: false,
  importance: "should",
  together: `t${n}`,
  standing: null,
  last: null,
  ...rest,
});
const mics = (many: number): RoomInput[] => Array.from({ length: many }, (_, i) => blankInput(i + 1));
const keptOf = (wishes: readonly InputWish[], inputs: readonly RoomInput[], always?: Set<string>) =>
  [...(select(wishes, inputs, always)?.kept ?? ["nothing"])].toSorted();

/** All ways to give these sources inputs, one after the other. */
function canAllStand(wishes: readonly InputWish[], inputs: readonly RoomInput[]): boolean {
  const free = new Map(inputs.map((i) => [i.number, i]));
  const next = (n: number): boolean => {
    const w = wishes[n];
    if (!w) return true;
    return inputs.some((i) => {
      const own = inputsFrom(w, i.number);
      if (!own.every((x) => free.has(x) && suits(w, free.get(x)!))) return false;
      const kept = own.map((x) => free.get(x)!);
      for (const x of own) free.delete(x);
      const fits = next(n + 1);
      for (const x of kept) free.set(x.number, x);
      return fits;
    });
  };
  return next(0);
}

/** What a choice is worth, most important first; what comes first in the session is worth more. */
function worth(wishes: readonly InputWish[], kept: ReadonlySet<TrackId>): number[] {
  const own = wishes.filter((w) => kept.has(w.track));
  return [
    ...IMPORTANCES.map((i) => own.filter((w) => w.importance === i).length),
    own.filter((w) => w.standing !== null).length,
    -own.reduce((sum, w) => sum + wishes.indexOf(w), 0),
    own.filter((w) => w.last !== null).length,
  ];
}
const above = (a: readonly number[], b: readonly number[]): boolean => {
  const at = a.findIndex((x, i) => x !== b[i]);
  return at >= 0 && (a[at] ?? 0) > (b[at] ?? 0);
};

/** The best worth of any choice, by trying every one. */
function bestWorth(wishes: readonly InputWish[], inputs: readonly RoomInput[]): number[] {
  const words = [...new Set(wishes.map((w) => w.together))];
  let best: number[] = [];
  for (let bits = 0; bits < 2 ** words.length; bits++) {
    const there = new Set(words.filter((_, i) => (bits >> i) & 1));
    const own = wishes.filter((w) => there.has(w.together));
    const value = worth(wishes, new Set(own.map((w) => w.track)));
    if ((best.length === 0 || above(value, best)) && canAllStand(own, inputs)) best = value;
  }
  return best;
}

const anyWishes = fc
  .array(
    fc.record({
      source: fc.constantFrom(...SOURCES.slice(0, 3)),
      channels: fc.constantFrom(1, 1, 1, 2, 3),
      phantom: fc.boolean(),
      importance: fc.constantFrom(...IMPORTANCES),
      party: fc.integer({ min: 0, max: 9 }),
      standing: fc.option(fc.constant(1), { nil: null }),
      last: fc.option(fc.constant(1), { nil: null }),
    }),
    { maxLength: 7 },
  )
  .map((list) =>
    list.map(({ party, ...w }, n) => wish(n, { ...w, together: party < 4 ? `party ${party}` : `t${n}` })),
  );
const anyInputs = fc
  .array(
    fc.record({
      takes: fc.uniqueArray(fc.constantFrom(...SOURCES.slice(0, 3)), { minLength: 1, maxLength: 3 }),
      phantom: fc.boolean(),
      gap: fc.constantFrom(0, 0, 0, 1),
    }),
    { maxLength: 7 },
  )
  .map((list) => {
    let number = 0;
    return list.map(({ gap, ...kind }) => blankInput((number += 1 + gap), kind));
  });

describe("choosing which sources get inputs", () => {
  it("keeps all where all have room", () => {
    expect(keptOf([wish(1), wish(2), wish(3)], mics(3))).toEqual(["t1", "t2", "t3"]);
  });

  it("keeps the lead voice before harp and fiddles, wherever it stands", () => {
    const harp = wish(1, { importance: "may" });
    const fiddles = wish(2);
    const voice = wish(3, { importance: "must" });
    expect(keptOf([harp, fiddles, voice], mics(2))).toEqual(["t2", "t3"]);
    expect(keptOf([harp, fiddles, voice], mics(1))).toEqual(["t3"]);
  });

  it("takes what belongs together whole or not at all", () => {
    const near = wish(1, { together: "pan" });
    const far = wish(2, { together: "pan", phantom: true });
    expect(keptOf([near, far, wish(3)], mics(2))).toEqual(["t3"]);
    expect(keptOf([near, far, wish(3)], [...mics(1), blankInput(2, { phantom: true })])).toEqual([
      "t1",
      "t2",
    ]);
  });

  it("among equals prefers what the room usually has, then what comes first, then what was there", () => {
    expect(keptOf([wish(1), wish(2, { standing: 1 })], mics(1))).toEqual(["t2"]);
    expect(keptOf([wish(1), wish(2)], mics(1))).toEqual(["t1"]);
    // Two that may have one are more than one, wherever the room usually has that.
    const pair = [wish(1), wish(2)].map((w) => ({ ...w, importance: "may" as const, together: "pair" }));
    const usual = wish(3, { importance: "may", channels: 2, standing: 1 });
    expect(keptOf([usual, ...pair], mics(2))).toEqual(["t1", "t2"]);
    const [a, b] = [wish(1, { together: "a" }), wish(4, { together: "a" })];
    const [c, d] = [wish(2, { together: "c", last: 1 }), wish(3, { together: "c", last: 2 })];
    expect(keptOf([a, c, d, b], mics(2))).toEqual(["t2", "t3"]);
  });

  it("gives a wide source inputs side by side only, also over the end of a bank", () => {
    const inputs = [blankInput(1), blankInput(2, { takes: ["mic", "line"] }), blankInput(4)];
    expect(keptOf([wish(1, { channels: 2 }), wish(2)], inputs)).toEqual(["t1", "t2"]);
    expect(keptOf([wish(1, { channels: 2 }), wish(2, { source: "line" })], inputs)).toEqual(["t1"]);
  });

  it("has what must be there, whatever goes for it, and says where that cannot be", () => {
    const wishes = [wish(1, { importance: "must" }), wish(2, { importance: "may" })];
    expect(keptOf(wishes, mics(1), new Set(["t2"]))).toEqual(["t2"]);
    expect(select(wishes, mics(1), new Set(["t1", "t2"]))).toBeNull();
    expect(select([wish(1, { source: "line" })], mics(2), new Set(["t1"]))).toBeNull();
  });

  it("is the best there is, by trying every choice, and all it keeps finds its inputs", () =>
    fc.assert(
      fc.property(anyWishes, anyInputs, (wishes, inputs) => {
        const chosen = select(wishes, inputs)!;
        expect(worth(wishes, chosen.kept)).toEqual(bestWorth(wishes, inputs));
        const own = wishes.filter((w) => chosen.kept.has(w.track));
        const at = plugIn(own, inputs, chosen.places, { own: new Map() });
        const used = own.flatMap((w) => inputsFrom(w, at.get(w.track) ?? 0).map((n) => [w, n] as const));
        expect(new Set(used.map(([, n]) => n)).size).toBe(used.length);
        for (const [w, n] of used)
          expect(
            suits(
              w,
              inputs.find((i) => i.number === n)!,
            ),
          ).toBe(true);
      }),
      { numRuns: 400 },
    ));

  it("is the best there is too where pairs leave an odd input over", () => {
    const pairs = Array.from({ length: 40 }, (_, n) => wish(n, { together: `pair ${n >> 1}` }));
    expect(select(pairs, mics(33))?.kept.size).toBe(32);
    const wide = Array.from({ length: 40 }, (_, n) => wish(n, { channels: 2 }));
    expect(select(wide, mics(33))?.kept.size).toBe(16);
  });
});
