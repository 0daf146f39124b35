import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { sessions, smallSession } from "../fixtures/sessions.ts";
import { apply } from "../session/apply.ts";
import { blankTrack, emptySession } from "../session/document.ts";
import type { Session, Track } from "../session/document.ts";
import { goesTo } from "../session/routing.ts";
import { amplitude, levelOf } from "./gain.ts";
import { leavingHeadroom, sumsOf } from "./sums.ts";
import { flowOf, reaches } from "./ways.ts";

const main = blankTrack("main", "Main", { kind: "main", format: "stereo" });
const made = (...tracks: Track[]): Session => ({ ...emptySession("x"), tracks: [...tracks, main] });
const source = (id: string, rest: Partial<Track> = {}): Track =>
  blankTrack(id, id, { feeds: "main", ...rest });
const send = (to: string, level = 0, beforeFader = false) => ({ id: `s-${to}`, to, level, beforeFader });

describe("the ways to the main path", () => {
  it(
    "are counted with what they add: a parallel path as loud as the first raises by 6.02 " +
      "dB, an inverted one cancels",
    () => {
      const parallel = made(
        source("a", { sends: [send("bus")] }),
        blankTrack("bus", "bus", { kind: "bus", format: "stereo", feeds: "main" }),
      );
      expect(reaches(flowOf(parallel)).get("a")).toEqual({
        ways: 2,
        gain: expect.closeTo(6.0206, 3),
        raised: expect.closeTo(6.0206, 3),
      });
      const inverted = made(
        source("a", { sends: [send("bus")] }),
        blankTrack("bus", "bus", { kind: "bus", format: "stereo", feeds: "main", polarity: "inverted" }),
      );
      expect(reaches(flowOf(inverted)).get("a")).toEqual({ ways: 2, gain: -Infinity, raised: -Infinity });
    },
  );

  it(
    "take the fader along, but not into a send before it; what feeds only a cue mix does " +
      "not reach the main path",
    () => {
      const s = made(
        source("a", { level: -10, sends: [send("fx", -6), send("cue", 0, true)] }),
        blankTrack("fx", "fx", { kind: "return", format: "stereo", feeds: "main" }),
        blankTrack("cue", "cue", { kind: "bus", format: "stereo" }),
        source("b", { feeds: "cue" }),
      );
      const ways = reaches(flowOf(s));
      expect(ways.get("a")).toMatchObject({
        ways: 2,
        gain: expect.closeTo(levelOf(amplitude(-10) + amplitude(-16)), 6) as number,
      });
      expect(ways.get("b")).toEqual({ ways: 0, gain: -Infinity, raised: 0 });
      expect(ways.get("cue")?.ways).toBe(0);
    },
  );

  it("leave out what goes round in a circle", () => {
    const s = made(
      source("a", { feeds: "x" }),
      blankTrack("x", "x", { kind: "bus", format: "stereo", feeds: "y" }),
      blankTrack("y", "y", { kind: "bus", format: "stereo", feeds: "x", sends: [send("main")] }),
      source("b"),
    );
    expect([...reaches(flowOf(s))].map(([id, r]) => [id, r.ways])).toEqual(
      expect.arrayContaining([
        ["a", 0],
        ["x", 0],
        ["b", 1],
      ]),
    );
  });

  it("are as many, and as loud, as walking every way one by one finds, for any session", () => {
    const walked = (
      s: Session,
      id: string,
      seen: readonly string[] = [],
    ): { ways: number; gain: number } => {
      const t = s.tracks.find((x) => x.id === id)!;
      const sign = t.muted ? 0 : t.polarity === "inverted" ? -1 : 1;
      if (t.kind === "main") return { ways: 1, gain: amplitude(t.level) * sign };
      let ways = 0,
        gain = 0;
      for (const [to, by] of [
        ...(t.feeds === null ? [] : [[t.feeds, amplitude(t.level) * sign] as const]),
        ...t.sends.map(
          (x) => [x.to, amplitude(x.level) * sign * (x.beforeFader ? 1 : amplitude(t.level))] as const,
        ),
      ]) {
        if (!s.tracks.some((x) => x.id === to) || seen.includes(to)) continue;
        const on = walked(s, to, [...seen, id]);
        ways += on.ways;
        gain += by * on.gain;
      }
      return { ways, gain };
    };
    fc.assert(
      fc.property(sessions(), (any) => {
        const s = { ...any, tracks: any.tracks.slice(0, 12) };
        const flow = flowOf(s);
        if (flow.circling.size > 0 || s.tracks.filter((t) => t.kind === "main").length !== 1) return;
        for (const [id, r] of reaches(flow)) {
          const by = walked(s, id);
          expect([id, r.ways]).toEqual([id, by.ways]);
          if (by.gain !== 0) expect(r.gain).toBeCloseTo(levelOf(Math.abs(by.gain)), 6);
        }
        for (const t of s.tracks)
          for (const to of goesTo(t))
            if (flow.order.includes(to))
              expect(flow.order.indexOf(to)).toBeLessThan(flow.order.indexOf(t.id));
      }),
      { numRuns: 300 },
    );
  });
});

describe("sums", () => {
  it("of N equal sources are 10·log10 N uncorrelated and 20·log10 N identical (acoustics handbooks)", () => {
    for (const n of [1, 2, 4, 10, 32]) {
      const s = made(...Array.from({ length: n }, (_, i) => source(`t${i}`)));
      expect(sumsOf(flowOf(s)).get("main")).toEqual({
        sources: n,
        uncorrelated: expect.closeTo(10 * Math.log10(n), 9),
        identical: expect.closeTo(20 * Math.log10(n), 9),
      });
    }
  });

  it("count folders, parallel paths and the fader of where they stand", () => {
    const s = made(
      blankTrack("f", "F", { kind: "folder", format: "stereo", feeds: "main", level: -3 }),
      ...["a", "b"].map((id) => source(id, { parent: "f", feeds: "f", sends: [send("par")] })),
      blankTrack("par", "par", { kind: "bus", format: "stereo", feeds: "f" }),
    );
    const sums = sumsOf(flowOf(s));
    // Each comes twice: +6.02; two of them uncorrelated: +3.01; the folder's own fader: −3.
    expect(sums.get("f")?.uncorrelated).toBeCloseTo(20 * Math.log10(2) + 10 * Math.log10(2) - 3, 9);
    expect(sums.get("main")?.identical).toBeCloseTo(20 * Math.log10(4) - 3, 9);
  });

  it("leave the headroom that is asked for, through any routing", () => {
    const s = smallSession();
    for (const as of ["uncorrelated", "identical"] as const) {
      const changes = leavingHeadroom(s, sumsOf(flowOf(s)), { source: -12, headroom: 8, as });
      const after = apply(s, changes);
      expect(-12 + sumsOf(flowOf(after)).get("main")![as]).toBeCloseTo(-8, 0);
    }
    expect(leavingHeadroom(made(), new Map(), { source: -12, headroom: 8, as: "identical" })).toEqual([]);
    expect(leavingHeadroom(s, sumsOf(flowOf(s)), { source: -12, headroom: 400, as: "identical" })).toEqual(
      [],
    );
  });
});
