import fc from "fast-check";
import { describe, expect, it } from "vitest";
import type { Aim } from "../../session/ensemble.ts";
import { blankArticulation, blankLibrary, blankPatch } from "../library.ts";
import { bestOffset, cover } from "../../sampled/cover.ts";
import type { Offer, PatchOffer } from "./offers.ts";
import { planPlayer } from "./planPlayer.ts";

const NEEDS = 6;

/** What a patch offers: of each need nothing, or a lag and whether it stands alone; and how long it loads. */
interface Given {
  readonly own: readonly ({ readonly lag: number; readonly alone: boolean } | null)[];
  readonly load: number;
}
const given = (patches: number): fc.Arbitrary<Given[]> =>
  fc.array(
    fc.record({
      own: fc.array(
        fc.option(
          fc.record({
            lag: fc.integer({ min: 0, max: 30 }),
            alone: fc.integer({ max: 5, min: 0 }).map((n) => n === 0),
          }),
          { freq: 3 },
        ),
        { minLength: NEEDS, maxLength: NEEDS },
      ),
      load: fc.integer({ min: 0, max: 9 }),
    }),
    { minLength: 1, maxLength: patches },
  );

const offer = (need: number, least: number, rest: Partial<Offer> = {}): Offer => ({
  need,
  articulation: blankArticulation(`a${need}`, `Way ${need}`),
  alone: false,
  measured: true,
  least,
  most: least,
  ...rest,
});
const patch = (n: number, offers: Offer[], load = 1): PatchOffer => ({
  library: { id: `l${n}`, library: blankLibrary(`Library ${n}`) },
  patch: { ...blankPatch(`p${n}`, `Patch ${n}`), load },
  offers,
});
const patchesOf = (all: readonly Given[]): PatchOffer[] =>
  all.map(({ own, load }, n) =>
    patch(
      n,
      own.flatMap((o, need) => (o === null ? [] : [offer(need, o.lag, { alone: o.alone })])),
      load,
    ),
  );

interface Track {
  readonly patch: number;
  readonly of: Offer[];
}
const COST: Readonly<Record<Aim, (tracks: readonly Track[], patches: readonly PatchOffer[]) => number>> = {
  tracks: (tracks) => tracks.length,
  patches: (tracks) => new Set(tracks.map((t) => t.patch)).size,
  "load time": (tracks, patches) => tracks.reduce((sum, t) => sum + (patches[t.patch]?.patch.load ?? 0), 0),
};

/** The least cost of any way to give needs to patches and part them into tracks, by trying all. */
function least(patches: readonly PatchOffer[], limit: number, most: number, aim: Aim): number {
  let best = Infinity;
  const tracks: Track[] = [];
  const go = (need: number): void => {
    if (COST[aim](tracks, patches) >= best) return;
    if (need === NEEDS) {
      best = COST[aim](tracks, patches);
      return;
    }
    const able = patches.flatMap((p, i) => p.offers.filter((o) => o.need === need).map((o) => ({ o, i })));
    if (able.length === 0) return go(need + 1);
    for (const { o, i } of able) {
      for (const t of tracks) {
        const full = t.of.length >= most || o.alone || t.of.some((x) => x.alone);
        if (t.patch !== i || full || bestOffset([...t.of, o]).error > limit) continue;
        t.of.push(o);
        go(need + 1);
        t.of.pop();
      }
      tracks.push({ patch: i, of: [o] });
      go(need + 1);
      tracks.pop();
    }
  };
  go(0);
  return best;
}

const made = (tracks: ReturnType<typeof planPlayer>["tracks"], patches: readonly PatchOffer[]): Track[] =>
  tracks.map((t) => ({ patch: patches.findIndex((p) => p.patch.id === t.patch.id), of: [...t.of] }));

describe("the tracks of a player", () => {
  it.each(["tracks", "patches", "load time"] as const)(
    "come to as few %s as any way to part its needs among patches",
    (aim) => {
      const error = fc.integer({ min: 0, max: 12 });
      const most = fc.integer({ min: 1, max: 4 });
      fc.assert(
        fc.property(given(3), error, most, (all, limit, many) => {
          const patches = patchesOf(all);
          const plan = planPlayer(NEEDS, patches, { error: limit, most: many }, aim);
          const tracks = made(plan.tracks, patches);
          expect(plan.proven).toBe(true);
          expect(COST[aim](tracks, patches)).toBe(least(patches, limit, many, aim));
          const served = tracks.flatMap((t) => t.of.map((o) => o.need));
          expect([...served, ...plan.lacking].sort((a, b) => a - b)).toEqual([0, 1, 2, 3, 4, 5]);
          for (const t of plan.tracks) {
            expect(t.of.length).toBeLessThanOrEqual(many);
            expect(t.error).toBeLessThanOrEqual(limit);
            expect(t.of.length === 1 || t.of.every((o) => !o.alone)).toBe(true);
          }
        }),
        { numRuns: 250 },
      );
    },
  );

  it("are as little off as so many tracks allow", () => {
    // Within 10 ms the first could take 0 to 20 and leave 24 to itself; 0 and 20 to 24 are closer.
    const one = patch(0, [offer(0, 0), offer(1, 20), offer(2, 24)]);
    const { tracks } = planPlayer(3, [one], { error: 10, most: 8 }, "tracks");
    expect(tracks.map((t) => [t.of.map((o) => o.least), t.offset, t.error])).toEqual([
      [[0], 0, 0],
      [[20, 24], 22, 2],
    ]);
  });

  it("let what is too far apart by how hard it is struck stand alone, and say how far off it is", () => {
    const one = patch(0, [offer(0, 60), offer(1, 92, { most: 190 })]);
    const { tracks, lacking } = planPlayer(2, [one], { error: 10, most: 8 }, "tracks");
    expect(tracks.map((t) => [t.offset, t.error])).toEqual([
      [60, 0],
      [141, 49],
    ]);
    expect(lacking).toEqual([]);
    // A library that has it closer is taken, whatever it costs.
    const other = patch(1, [offer(1, 80)]);
    expect(planPlayer(2, [one, other], { error: 10, most: 8 }, "tracks").tracks[1]?.offset).toBe(80);
  });

  it("take one whose lag is known, where two could be taken; of two alike, that of the library in front", () => {
    const nobody = offer(0, 0, { measured: false, alone: true });
    const plans = [
      [patch(0, [nobody]), patch(1, [offer(0, 5)])],
      [patch(0, [offer(0, 9)]), patch(1, [offer(0, 5)])],
    ].map((offers) => planPlayer(1, offers, { error: 10, most: 8 }, "tracks").tracks);
    expect(plans.map((tracks) => tracks.map((t) => t.patch.id))).toEqual([["p1"], ["p0"]]);
  });

  it("take a patch that is known to load fast before one of which nobody knows", () => {
    const unknown = patch(0, [offer(0, 5)]);
    const offers = [{ ...unknown, patch: { ...unknown.patch, load: null } }, patch(1, [offer(0, 5)], 12)];
    const { tracks } = planPlayer(1, offers, { error: 10, most: 8 }, "load time");
    expect(tracks.map((t) => t.patch.id)).toEqual(["p1"]);
  });

  it("leave pinned tracks as they are and plan the rest around them", () => {
    const one = patch(0, [offer(0, 10), offer(1, 12), offer(2, 14)]);
    const [first] = planPlayer(1, [one], { error: 0, most: 1 }, "tracks").tracks;
    if (!first) throw new Error("nothing was planned");
    const { tracks } = planPlayer(3, [one], { error: 10, most: 8 }, "tracks", [{ ...first, pinned: true }]);
    expect(tracks.map((t) => [t.pinned, t.of.map((o) => o.need)])).toEqual([
      [true, [0]],
      [false, [1, 2]],
    ]);
  });

  it("of forty needs and twelve libraries are found all the same", () => {
    const offers = Array.from({ length: 12 }, (_, n) =>
      patch(
        n,
        Array.from({ length: 40 }, (_x, need) => offer(need, (need * 37 + need * n * 11) % 120)),
      ),
    );
    const { tracks, lacking, proven } = planPlayer(40, offers, { error: 5, most: 10 }, "tracks");
    expect([lacking, tracks.flatMap((t) => t.of).length, proven]).toEqual([[], 40, true]);
    // No more than the best library needs by itself, which has other lags than the others.
    const alone = offers.map((o) => cover(o.offers, 5, 10).groups.length);
    expect(tracks.length).toBeLessThanOrEqual(Math.min(...alone));
  });
});
