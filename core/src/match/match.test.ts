import fc from "fast-check";
import munkres from "munkres";
import { describe, expect, it } from "vitest";
import { smallSession } from "../fixtures/sessions.ts";
import { dressed } from "../house/dress.ts";
import { makeStyle } from "../house/style.ts";
import { usualHouse } from "../house/usual.ts";
import { diff } from "../session/diff.ts";
import { blankTrack } from "../session/document.ts";
import type { Session } from "../session/document.ts";
import { UNTOLD } from "../formats/exchange/plain.ts";
import { comparableNames } from "./asCut.ts";
import { assign } from "./assign.ts";
import { pairsInCommon, pairsOf } from "./likeness.ts";
import { matchSession, traits } from "./match.ts";
import { Odds } from "./odds.ts";
import { LIKE_ENOUGH } from "./pairing.ts";

const style = makeStyle(usualHouse("Test house"));
const table = (rows: number, columns: number) =>
  fc.array(fc.array(fc.integer({ min: 0, max: 50 }), { minLength: columns, maxLength: columns }), {
    minLength: rows,
    maxLength: rows,
  });
const total = (cost: number[][], columns: readonly number[]): number =>
  columns.reduce((sum, c, r) => sum + (cost[r]?.[c] ?? NaN), 0);

function cheapestByTrying(cost: number[][], row = 0, used = new Set<number>()): number {
  if (row === cost.length) return 0;
  let best = Infinity;
  cost[row]?.forEach((c, i) => {
    if (used.has(i)) return;
    used.add(i);
    best = Math.min(best, c + cheapestByTrying(cost, row + 1, used));
    used.delete(i);
  });
  return best;
}

describe("assignment (Kuhn–Munkres)", () => {
  it("is as cheap as the cheapest of all ways, for any small table", () =>
    fc.assert(
      fc.property(
        fc
          .integer({ min: 1, max: 5 })
          .chain((r) => fc.integer({ min: r, max: 6 }).chain((c) => table(r, c))),
        (cost) => {
          const columns = assign(cost);
          expect(new Set(columns).size).toBe(cost.length);
          expect(total(cost, columns)).toBe(cheapestByTrying(cost));
        },
      ),
      { numRuns: 300 },
    ));

  it("agrees with a registry implementation on larger square ones", () =>
    fc.assert(
      fc.property(
        fc.integer({ min: 8, max: 20 }).chain((n) => table(n, n)),
        (cost) => {
          const theirs = munkres(cost).reduce((sum, [r, c]) => sum + (cost[r]?.[c] ?? NaN), 0);
          expect(total(cost, assign(cost))).toBe(theirs);
        },
      ),
      { numRuns: 40 },
    ));

  it("says when it cannot be done", () => {
    expect(assign([])).toEqual([]);
    expect(() => assign([[1], [2]])).toThrow("2 rows cannot each have one of 1 columns");
    expect(() => assign([[1, 2], [3]])).toThrow(RangeError);
  });
});

describe("recognising a session that came back", () => {
  const baseline = dressed(style, smallSession());
  /** The same under other ids, without what the format cannot say. */
  const anonymous = (s: Session): Session => ({
    ...s,
    tracks: s.tracks.map((t) =>
      blankTrack(`z-${t.id}`, t.name, {
        parent: t.parent === null ? null : `z-${t.parent}`,
        kind: t.kind,
        format: t.format,
        colour: t.colour,
        level: t.level,
        pan: t.pan,
        inserts: t.inserts,
        feeds: t.feeds === null ? null : `z-${t.feeds}`,
        sends: t.sends.map((x) => ({ ...x, to: `z-${x.to}` })),
      }),
    ),
  });
  const rename = (s: Session, id: string, name: string): Session => ({
    ...s,
    tracks: s.tracks.map((t) => (t.id === id ? { ...t, name } : t)),
  });

  it("gives an untouched session its ids back, and what the file could not say", () =>
    expect(matchSession(style, baseline, anonymous(baseline), UNTOLD).session).toEqual(baseline));

  it("recognises renamed, recoloured and reordered tracks", () => {
    let came = anonymous(baseline);
    came = rename(came, "z-top", "SNARE t");
    came = rename(came, "z-bottom", "snare under");
    came = rename(came, "z-gtr", "guitar cab");
    const back = matchSession(style, baseline, came, UNTOLD).session;
    expect(back.tracks.map((t) => t.id)).toEqual(baseline.tracks.map((t) => t.id));
    expect(diff(baseline, back).map((c) => (c.do === "set" ? `${c.id} ${c.field}` : c.do))).toEqual([
      "top name",
      "bottom name",
      "gtr name",
    ]);
  });

  it("pairs by best total likeness, by brute force: no track is taken by the first that resembles it", () => {
    // Names cut from one stem, so that each resembles several; none is the same on both sides.
    const stem = fc
      .tuple(
        fc.constantFrom("gull", "gulls", "tern"),
        fc.constantFrom("near", "nearby", "far", "fargo", "low"),
        fc.integer({ min: 1, max: 3 }),
      )
      .map(([a, b, n]) => `${a} ${b} ${n}`);
    const side = (mark: string) =>
      fc.uniqueArray(stem, { minLength: 1, maxLength: 4 }).map((names): Session => ({
        ...smallSession(),
        tracks: names.map((n, i) => blankTrack(`${mark}${i}`, `${mark} ${n}`)),
      }));
    let greedyWorse = 0;
    fc.assert(
      fc.property(side("g"), side("c"), (out, back) => {
        const names = comparableNames(out, back);
        const [rows, came] = [traits(style, out, names.out), traits(style, back, names.back)];
        const odds = new Odds(rows, came, []);
        const like = rows.map((x, i) =>
          came.map((y, j) => odds.likeness({ ...x, place: i }, { ...y, place: j })),
        );
        const gain = (r: number, c: number): number => {
          const l = like[r]?.[c] ?? 0;
          return l < LIKE_ENOUGH ? 0 : l - LIKE_ENOUGH;
        };
        const columns = back.tracks.map((_, i) => i);
        const best = (r: number, free: readonly number[]): number =>
          r === out.tracks.length
            ? 0
            : Math.max(
                best(r + 1, free),
                ...free.map(
                  (c) =>
                    gain(r, c) +
                    best(
                      r + 1,
                      free.filter((x) => x !== c),
                    ),
                ),
              );
        const got = matchSession(style, out, back).pairs.reduce((n, p) => n + p.likeness - LIKE_ENOUGH, 0);
        expect(got).toBeCloseTo(best(0, columns), 9);
        const free = new Set(columns);
        let greedy = 0;
        out.tracks.forEach((_, r) => {
          const c = [...free].reduce<number | null>(
            (m, x) => (m === null || gain(r, x) > gain(r, m) ? x : m),
            null,
          );
          if (c !== null && gain(r, c) > 0) {
            greedy += gain(r, c);
            free.delete(c);
          }
        });
        if (greedy < got - 1e-9) greedyWorse++;
      }),
      { numRuns: 200 },
    );
    expect(greedyWorse).toBeGreaterThan(0);
  });

  it("takes a new track for new and a lost one for lost", () => {
    const came = anonymous({
      ...baseline,
      tracks: [
        ...baseline.tracks.filter((t) => t.id !== "gtr"),
        blankTrack("new", "Tambourine", { feeds: "main" }),
      ],
    });
    const back = matchSession(style, baseline, came, UNTOLD).session;
    expect(back.tracks.some((t) => t.id === "gtr")).toBe(false);
    expect(back.tracks.find((t) => t.name === "Tambourine")?.id).toBe("z-new");
  });

  it("keeps a stranger's id from shadowing one of ours", () => {
    const came = anonymous({ ...baseline, tracks: baseline.tracks.map((t) => t) });
    const clash = {
      ...came,
      tracks: [...came.tracks, blankTrack("kick", "Whale song", { feeds: "z-main" })],
    };
    const back = matchSession(style, baseline, clash, UNTOLD).session;
    expect(back.tracks.find((t) => t.name === "Whale song")?.id).toBe("kick-2");
    expect(new Set(back.tracks.map((t) => t.id)).size).toBe(back.tracks.length);
  });

  it("compares spellings by pairs of letters (Dice 1945; worked example: night and nacht share 1 of 8)", () => {
    const alike = (a: string, b: string) => pairsInCommon(pairsOf(a), pairsOf(b));
    expect(alike("night", "nacht")).toBeCloseTo(0.25, 10);
    expect(alike("a", "b")).toBe(0);
    expect(alike("kick", "kick")).toBe(1);
    expect(alike("aaaa", "aa")).toBeCloseTo(0.5, 10);
  });
});
