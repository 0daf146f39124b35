import fc from "fast-check";
import { describe, expect, it } from "vitest";
import {
  ebb,
  flood,
  sampledGround,
  sampledSession,
  sampledStyle as style,
} from "../../fixtures/sampled.ts";
import type { SampleLibrary } from "../library.ts";
import { choices } from "./choices.ts";
import { isMirror, plannedInWords, playersIn, withNeed } from "./edits.ts";
import type { Known } from "./offers.ts";
import { planEnsemble, totalsOf } from "./planEnsemble.ts";
import { enoughFor, overInWords, overLimits, sectionsOf } from "./sections.ts";

const session = sampledSession();
const curve = choices(session.players, session, sampledGround);

/** The libraries with every lag somewhere else. */
const moved = (lags: readonly number[]): Known[] => {
  let n = 0;
  const other = (library: SampleLibrary): SampleLibrary => ({
    ...library,
    patches: library.patches.map((p) => ({
      ...p,
      articulations: p.articulations.map((a) => ({ ...a, lag: lags[n++ % lags.length] ?? 0 })),
    })),
  });
  return [ebb, flood].map((k) => ({ id: k.id, library: other(k.library) }));
};

describe("the curve of choices", () => {
  it("says at every error what planning within it comes to", () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 0, max: 60 }), { minLength: 7, maxLength: 30 }),
        fc.integer({ min: 0, max: 80 }),
        (lags, twice) => {
          const catalogue = moved(lags);
          const all = choices(session.players, session, { ...sampledGround, catalogue });
          const error = twice / 2;
          const limits = { ...sampledGround.limits, error };
          const { tracks } = totalsOf(planEnsemble(session, { limits, catalogue }));
          expect(all.findLast((c) => c.error <= error)?.tracks).toBe(tracks);
        },
      ),
      { numRuns: 60 },
    );
  });

  it("begins where nothing is off and has fewer tracks at every step", () => {
    expect(curve[0]).toEqual({ error: 0, tracks: 25, load: 125, memory: 2500, voices: 1500 });
    for (const [i, c] of curve.entries()) {
      const before = curve[i - 1];
      if (before) expect([c.error > before.error, c.tracks < before.tracks]).toEqual([true, true]);
    }
  });
});

describe("who plays", () => {
  it("is everybody the libraries have, with all they play, once", () => {
    const players = playersIn([flood, ebb]);
    expect(players.map((p) => [p.role, ...p.positions, p.needs.length])).toEqual([
      ["violin", "first-section", 10],
      ["violin", "second-section", 8],
      ["viola", 6],
      ["french-horn", 1],
    ]);
    expect(
      playersIn(
        [ebb],
        players.map((p) => p.id),
      ).map((p) => p.id),
    ).not.toContain(players[0]?.id);
  });

  it("finds a patch that names no section for every section there is", () => {
    const all = {
      ...flood,
      library: {
        ...flood.library,
        patches: flood.library.patches.slice(0, 1).map((p) => ({ ...p, positions: [] })),
      },
    };
    expect(playersIn([all, ebb]).map((p) => p.id)).toEqual(playersIn([ebb]).map((p) => p.id));
    expect(playersIn([all]).map((p) => [p.role, p.positions])).toEqual([["violin", []]]);
  });

  it("is changed need by need; the last one stays", () => {
    const [horn] = playersIn([ebb]).filter((p) => p.role === "french-horn");
    if (!horn) throw new Error("no horn");
    const trill = { words: ["trill"], seconds: null };
    const more = withNeed(horn, trill);
    expect(more.needs.map((n) => n.words)).toEqual([["sustain"], ["trill"]]);
    expect(withNeed(more, trill)).toEqual(horn);
    expect(withNeed(horn, { words: ["sustain"], seconds: null })).toBe(horn);
    expect([
      isMirror(horn),
      isMirror({ ...horn, needs: [{ words: ["muted", "sustain"], seconds: null }] }),
    ]).toEqual([false, true]);
    const muted = { ...horn, needs: [{ words: ["muted"], seconds: null }] };
    expect([horn, muted].map((p) => plannedInWords(style.reader, p))).toEqual([
      "French horn",
      "French horn, muted",
    ]);
  });
});

describe("sections", () => {
  it("are the families of the house, in the order players come", () => {
    const sections = sectionsOf(style, session.players, (p) => p);
    expect(sections.map((s) => [s.name, s.players.length])).toEqual([
      ["Strings", 3],
      ["Brass", 1],
    ]);
  });

  it("say what is over the limits, and within which error it would be enough", () => {
    const limits = { ...sampledGround.limits, memory: 1500, load: 1000, voices: 50, section: 12 };
    const ground = { ...sampledGround, limits };
    const said = (most: typeof limits): string[] => {
      const planned = planEnsemble(session, { ...ground, limits: most });
      const sections = sectionsOf(style, planned, (p) => p.player);
      return overLimits(planned, sections, most).map((o) =>
        overInWords(o, enoughFor(o, session, { ...ground, limits: most })),
      );
    };
    const strings = session.players.filter((p) => p.role !== "french-horn");
    const twelve = choices(strings, session, ground).find((c) => c.tracks <= 12);
    const fifteen = curve.find((c) => c.memory <= 1500);
    expect(said(limits)).toEqual([
      `All of it: 1700 MB, at most 1500; enough within ${fifteen?.error} ms.`,
      "All of it: 1020 voices, at most 50; no error is large enough.",
      `Strings: 16 tracks, at most 12; enough within ${twelve?.error} ms.`,
    ]);
    expect([fifteen?.tracks, twelve?.tracks]).toEqual([15, 10]);
    expect(said({ ...limits, memory: 1700, voices: 1020, section: 16 })).toEqual([]);
  });
});
