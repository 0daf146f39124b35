import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { sessions } from "../fixtures/sessions.ts";
import { CHANNELS, CHANNEL_FORMATS, blankTrack, emptySession } from "../session/document.ts";
import type { ChannelFormat, Session, Track } from "../session/document.ts";
import { standings } from "./image.ts";
import { aroundStandings, loudspeakerSums } from "./around.ts";
import { LOUDSPEAKERS, aroundGains, hasTops, heardAt, isAround, turned } from "./speakers.ts";
import { flowOf } from "./ways.ts";

const AROUND = CHANNEL_FORMATS.filter(isAround);
const azimuths = fc.double({ min: -180, max: 180, noNaN: true });
const elevations = fc.double({ min: 0, max: 90, noNaN: true });
const named = (format: ChannelFormat, gains: readonly number[]): Record<string, number> =>
  Object.fromEntries(
    LOUDSPEAKERS[format].flatMap((s, n) => ((gains[n] ?? 0) > 1e-9 ? [[s.name, gains[n] ?? 0]] : [])),
  );
const dB = (gain: number): number => 20 * Math.log10(gain);

describe("the loudspeakers", () => {
  it("stand where ITU-R BS.775 and BS.2051 put them (check-values: from memory)", () => {
    const at = (format: ChannelFormat) =>
      Object.fromEntries(LOUDSPEAKERS[format].filter((s) => !s.low).map((s) => [s.name, s.azimuth]));
    expect(at("5.1")).toEqual({ L: -30, R: 30, C: 0, Ls: -110, Rs: 110 });
    expect(at("7.1.4")).toMatchObject({ L: -30, R: 30, C: 0, Lss: -90, Rss: 90, Lrs: -135, Rrs: 135 });
    expect(LOUDSPEAKERS["7.1.4"].filter((s) => s.elevation > 0).map((s) => s.azimuth)).toEqual([
      -45, 45, -135, 135,
    ]);
    expect(LOUDSPEAKERS["5.1.4"].filter((s) => s.elevation > 0).map((s) => s.azimuth)).toEqual([
      -30, 30, -110, 110,
    ]);
  });

  it("are as many as the format has channels, alike to both sides, one low one at most", () => {
    for (const format of CHANNEL_FORMATS) {
      const all = LOUDSPEAKERS[format];
      expect([format, all.length]).toEqual([format, CHANNELS[format]]);
      const angles = all.filter((s) => !s.low).map((s) => `${s.azimuth} ${s.elevation}`);
      expect(angles.toSorted()).toEqual(
        all
          .filter((s) => !s.low)
          .map((s) => `${s.azimuth === 0 ? 0 : -s.azimuth} ${s.elevation}`)
          .toSorted(),
      );
      expect(all.filter((s) => s.low).length).toBe(format.includes(".1") ? 1 : 0);
    }
  });
});

describe("a source at a direction", () => {
  it("on a loudspeaker comes from that one alone", () => {
    for (const format of AROUND)
      for (const s of LOUDSPEAKERS[format].filter((x) => !x.low)) {
        const gains = named(format, aroundGains(format, s));
        expect([format, Object.keys(gains)]).toEqual([format, [s.name]]);
        expect(gains[s.name]).toBeCloseTo(1, 9);
      }
  });

  it("in the middle of two has −3.01 dB of each (constant power)", () => {
    const gains = named("5.1", aroundGains("5.1", { azimuth: 15, elevation: 0 }));
    expect(Object.keys(gains)).toEqual(["R", "C"]);
    expect(dB(gains["R"]!)).toBeCloseTo(-3.01, 2);
    expect(dB(gains["C"]!)).toBeCloseTo(-3.01, 2);
    const behind = named("5.1", aroundGains("5.1", { azimuth: 180, elevation: 0 }));
    expect(behind).toEqual({ Ls: expect.closeTo(Math.SQRT1_2, 9), Rs: expect.closeTo(Math.SQRT1_2, 9) });
  });

  it("between two follows the tangent law (Bernfeld 1973; Pulkki 1997 shows that it is the same)", () => {
    fc.assert(
      fc.property(fc.double({ min: -44.9, max: 44.9, noNaN: true }), (azimuth) => {
        const [l = 0, r = 0] = aroundGains("quad", { azimuth, elevation: 0 });
        const tan = (degrees: number): number => Math.tan((degrees * Math.PI) / 180);
        expect((r - l) / (r + l)).toBeCloseTo(tan(azimuth) / tan(45), 9);
      }),
    );
  });

  it("keeps its power everywhere, comes from its neighbours only, and never from the low one", () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...CHANNEL_FORMATS),
        azimuths,
        elevations,
        (format, azimuth, elevation) => {
          const gains = aroundGains(format, { azimuth, elevation });
          expect(gains.length).toBe(CHANNELS[format]);
          expect(gains.reduce((sum, g) => sum + g * g, 0)).toBeCloseTo(1, 9);
          expect(gains.every((g) => g >= -1e-12)).toBe(true);
          for (const [n, s] of LOUDSPEAKERS[format].entries()) if (s.low) expect(gains[n]).toBe(0);
        },
      ),
    );
  });

  it("moves without jumps, round and upwards", () => {
    fc.assert(
      fc.property(fc.constantFrom(...AROUND), azimuths, elevations, (format, azimuth, elevation) => {
        const here = aroundGains(format, { azimuth, elevation });
        const near = aroundGains(format, {
          azimuth: turned(azimuth + 0.01),
          elevation: Math.min(90, elevation + 0.01),
        });
        for (const [n, g] of here.entries()) expect(Math.abs(g - near[n]!)).toBeLessThan(0.03);
      }),
    );
  });

  it("is heard where it is placed, level with the ears", () => {
    fc.assert(
      fc.property(fc.constantFrom(...AROUND), azimuths, (format, azimuth) => {
        const heard = heardAt(format, aroundGains(format, { azimuth, elevation: 0 }))!;
        expect(Math.abs(turned(heard.azimuth - azimuth))).toBeLessThan(1e-6);
        expect(heard.elevation).toBeCloseTo(0, 9);
        expect(heard.focus).toBeGreaterThan(0.3);
      }),
    );
    expect(heardAt("7.1.4", aroundGains("7.1.4", { azimuth: 90, elevation: 0 }))?.focus).toBeCloseTo(1, 9);
    expect(heardAt("quad", [1, 1, 1, 1])?.focus).toBeCloseTo(0, 9);
  });

  it("goes up where there are loudspeakers above, and stays level where there are none", () => {
    const up = { azimuth: 45, elevation: 30 };
    expect(named("7.1.4", aroundGains("7.1.4", up))).toEqual({ "Top Rf": expect.closeTo(1, 9) });
    expect(aroundGains("5.1", up)).toEqual(aroundGains("5.1", { ...up, elevation: 0 }));
    const above = named("7.1.4", aroundGains("7.1.4", { azimuth: 10, elevation: 90 }));
    expect(Object.values(above)).toEqual([0.5, 0.5, 0.5, 0.5].map((g) => expect.closeTo(g, 9)));
    expect(CHANNEL_FORMATS.filter(hasTops)).toEqual(["5.1.4", "7.1.4", "9.1.6"]);
  });
});

const path = (id: string, kind: Track["kind"], format: ChannelFormat, more: Partial<Track> = {}): Track =>
  blankTrack(id, id, { kind, format, ...more });
const of = (main: ChannelFormat, ...tracks: Track[]): Session => ({
  ...emptySession("Around"),
  mainFormat: main,
  tracks: [...tracks, path("main", "main", main)],
});
const source = (id: string, more: Partial<Track> = {}): Track =>
  blankTrack(id, id, { format: "mono", feeds: "main", ...more });
const placed = (s: Session) => new Map(aroundStandings(flowOf(s)).map((p) => [p.id, p]));

describe("where sources stand among the loudspeakers", () => {
  it("is where they were placed, or where their pan puts them in front", () => {
    const s = of(
      "7.1.4",
      source("a", { around: { azimuth: -90, elevation: 0 }, level: -6 }),
      source("b", { pan: 100 }),
      source("c"),
    );
    const at = placed(s);
    expect(at.get("a")).toMatchObject({
      azimuth: expect.closeTo(-90, 9),
      focus: expect.closeTo(1, 9),
      free: true,
    });
    expect(at.get("a")?.level).toBeCloseTo(-6, 6);
    expect(at.get("b")?.azimuth).toBeCloseTo(30, 9);
    expect(at.get("c")?.azimuth).toBeCloseTo(0, 9);
  });

  it("goes through a stereo folder as in the stereo picture, and where that folder is placed", () => {
    const inside = (around: Track["around"]) =>
      placed(
        of(
          "5.1",
          path("f", "folder", "stereo", { feeds: "main", around }),
          source("l", { parent: "f", feeds: "f", pan: -100 }),
          source("m", { parent: "f", feeds: "f" }),
        ),
      );
    const front = inside(null);
    expect(front.get("l")).toMatchObject({ azimuth: expect.closeTo(-30, 9), free: false });
    expect(front.get("m")?.azimuth).toBeCloseTo(0, 9);
    expect(inside({ azimuth: 180, elevation: 0 }).get("m")?.azimuth).toBeCloseTo(180, 6);
  });

  it("a wide path goes into its like as it is, into fewer from its loudspeakers, without the low one", () => {
    const s = of(
      "5.1",
      path("bed", "bus", "7.1.4", { feeds: "main" }),
      source("side", { feeds: "bed", around: { azimuth: 90, elevation: 0 } }),
    );
    const at = placed(s).get("side")!;
    expect(Object.keys(named("5.1", at.gains)).toSorted()).toEqual(["R", "Rs"]);
    const low = path("fx", "audio", "5.1", { feeds: "main" });
    const [only] = aroundStandings(flowOf(of("quad", low)));
    expect(only?.gains.every((g) => g > 0)).toBe(true);
  });

  it("is told of sources that are heard only, with what each loudspeaker plays of all", () => {
    const s = of(
      "quad",
      source("a", { around: { azimuth: -45, elevation: 0 } }),
      source("b", { around: { azimuth: -45, elevation: 0 }, muted: true }),
      source("c", { around: { azimuth: -45, elevation: 0 } }),
      source("d", { around: { azimuth: 135, elevation: 0 } }),
      source("e", { feeds: null }),
    );
    const all = aroundStandings(flowOf(s));
    expect(all.map((p) => p.id)).toEqual(["a", "c", "d"]);
    // Two unlike sources of the same level: +3.01 dB.
    const sums = loudspeakerSums(all, "quad");
    expect(sums[0]).toBeCloseTo(3.01, 2);
    expect(sums[3]).toBeCloseTo(0, 6);
    expect(sums[1]).toBe(-Infinity);
  });

  it("says of a stereo session what the stereo picture says, for any session", () => {
    fc.assert(
      fc.property(sessions(10), (drawn) => {
        const s: Session = {
          ...drawn,
          mainFormat: "stereo",
          tracks: drawn.tracks.map((t) => ({
            ...t,
            // A path of no format carries nothing among loudspeakers, and is no narrower in the picture.
            format: t.format === "mono" ? ("mono" as const) : ("stereo" as const),
            ...(t.kind === "main" ? { pan: 0, width: 100, format: "stereo" as const } : {}),
          })),
        };
        const flow = flowOf(s);
        const picture = new Map(standings(flow).map((p) => [p.id, p]));
        for (const p of aroundStandings(flow)) {
          const there = picture.get(p.id);
          if (!there || s.tracks.some((t) => t.format === "mono" && t.kind !== "audio")) continue;
          expect([p.id, Math.abs(p.level - there.level) < 1e-6]).toEqual([p.id, true]);
        }
      }),
      { endOnFailure: true, numRuns: 200 },
    );
  });

  it("is finite for any session of any format", () => {
    fc.assert(
      fc.property(sessions(10), fc.constantFrom(...CHANNEL_FORMATS), (drawn, format) => {
        const s = { ...drawn, tracks: drawn.tracks.map((t) => (t.kind === "main" ? { ...t, format } : t)) };
        for (const p of aroundStandings(flowOf(s)))
          expect([p.azimuth, p.elevation, p.focus, ...p.gains].every(Number.isFinite)).toBe(true);
      }),
      { endOnFailure: true },
    );
  });
});
