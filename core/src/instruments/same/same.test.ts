import { describe, expect, it } from "vitest";
import { ebb, flood, sampledGround, sampledSession, sampledStyle } from "../../fixtures/sampled.ts";
import type { HouseInstruments } from "../../house/instruments.ts";
import { makeStyle } from "../../house/style.ts";
import type { Style } from "../../house/style.ts";
import { setField } from "../../session/change.ts";
import { apply } from "../../session/apply.ts";
import { session as schema } from "../../session/document.ts";
import type { Session, Track } from "../../session/document.ts";
import type { Articulation, Patch } from "../library.ts";
import type { Known } from "../plan/offers.ts";
import { bestOffset } from "../../sampled/cover.ts";
import { planEnsemble } from "../plan/planEnsemble.ts";
import { planTracks } from "../plan/planTracks.ts";
import { keyChart } from "./chart.ts";
import { houseKeys } from "./houseKeys.ts";
import { gridOf, inSamples, leftOver } from "../../sampled/onGrid.ts";
import { notSame } from "./review.ts";
import { waysUsed } from "./waysUsed.ts";

const houseWith = (more: Partial<HouseInstruments>): Style =>
  makeStyle({
    ...sampledStyle.house,
    instruments: { ...sampledStyle.house.instruments, ...more },
  });
const everywhere = (
  known: Known,
  patch: Partial<Patch>,
  articulation: Partial<Articulation> = {},
): Known => ({
  ...known,
  library: {
    ...known.library,
    patches: known.library.patches.map((p) => ({
      ...p,
      low: 55,
      high: 96,
      ...patch,
      articulations: p.articulations.map((a) => ({ ...a, ...articulation })),
    })),
  },
});
const keyed = houseKeys(waysUsed(sampledStyle, [ebb]), sampledStyle.house.instruments).ways;
const style = houseWith({ ways: [...keyed], loudness: -30 });
const planned = (of: Style, catalogue: readonly Known[], session = sampledSession()): Session =>
  planTracks(of, session, planEnsemble(session, { ...sampledGround, catalogue })).session;
const sus = (session: Session): Track => {
  const t = session.tracks.find((x) => x.plays?.ways.some((w) => w.words.join() === "sustain"));
  if (!t) throw new Error("nothing plays long");
  return t;
};
const ofTracks = (session: Session) => session.tracks.flatMap((t) => t.plays ?? []);

describe("tracks of sampled instruments are the same everywhere", () => {
  const loud = everywhere(ebb, { dynamics: 11 }, { loudness: -20 });

  it("under the house's keys, whatever the library", () => {
    const session = planned(style, [loud, flood]);
    expect(schema.safeParse(session).success).toBe(true);
    const keyOf = new Map(keyed.map((w) => [`${w.words.join(" ")} ${w.seconds}`, w.key]));
    const ways = ofTracks(session).flatMap((p) => p.ways);
    expect(ways.length).toBeGreaterThan(20);
    for (const w of ways) expect(w.key).toBe(keyOf.get(`${w.words.join(" ")} ${w.seconds}`));
    // From another library, the same keys.
    const { ensemble } = session;
    const other = planned(style, [loud, flood], {
      ...session,
      ensemble: { ...ensemble, libraries: ["flood"] },
    });
    for (const p of ofTracks(other))
      for (const w of p.ways) expect(w.key).toBe(keyOf.get(`${w.words.join(" ")} ${w.seconds}`));
  });

  it("as loud as the house wants them: controller 7, by articulation and at the start", () => {
    // From −20 to −30 LUFS: 127·10^(−10/40) = 71.4.
    const session = planned(style, [loud]);
    expect(
      ofTracks(session)
        .flatMap((p) => p.ways.map((w) => w.volume))
        .every((v) => v === 71),
    ).toBe(true);
    expect(sus(session).controllers).toEqual([
      { controller: 121, value: 0 },
      { controller: 7, value: 71 },
    ]);
    const softer = houseWith({
      loudness: -30,
      ways: [{ words: ["harmonics"], seconds: null, key: null, beside: -6 }],
    });
    const harmonics = ofTracks(planned(softer, [loud])).flatMap((p) =>
      p.ways.filter((w) => w.words[0] === "harmonics"),
    );
    expect(harmonics.map((w) => w.volume)).toEqual(harmonics.map(() => 51));
  });

  it("by the instrument's gain where the house has it so, the fader left to who mixes", () => {
    const by = houseWith({ loudness: -30, balance: "gain" });
    const before = planned(by, [loud]);
    // 90 takes 5.98 dB of the ten.
    expect(ofTracks(before).every((p) => p.gain === -4 && p.ways.every((w) => w.volume === null))).toBe(
      true,
    );
    const mixed = apply(before, [setField(sus(before), "level", -3)]);
    const after = planned(by, [loud], mixed);
    expect([sus(after).level, sus(after).controllers.at(-1)]).toEqual([-3, { controller: 7, value: 90 }]);
    expect(
      planTracks(by, after, planEnsemble(after, { ...sampledGround, catalogue: [loud] })).changes,
    ).toEqual([]);
  });

  it("sounding where the track says: notes are moved to where the patch has them", () => {
    const lower = everywhere(loud, { sounds: -12 });
    expect(ofTracks(planned(style, [loud])).every((p) => p.moved === 0)).toBe(true);
    expect(ofTracks(planned(style, [lower])).every((p) => p.moved === 12)).toBe(true);
    // A track somebody writes an octave higher, of a patch that is pressed there: nothing to move.
    const session = planned(style, [lower]);
    const written = apply(session, [setField(sus(session), "transpose", -12)]);
    expect(sus(planned(style, [lower], written)).plays?.moved).toBe(0);
  });

  it("with the loudness left alone where the house says none", () => {
    const none = planned(houseWith({ loudness: null }), [loud]);
    expect(ofTracks(none).every((p) => p.gain === 0 && p.ways.every((w) => w.volume === null))).toBe(true);
    expect(sus(none).controllers.at(-1)).toEqual({ controller: 7, value: 90 });
  });
});

describe("what is not the same as everywhere", () => {
  const said = (of: Style, catalogue: readonly Known[], session = planned(of, catalogue)) =>
    notSame(of.house.instruments, session, catalogue, 10);
  const good = everywhere(ebb, { dynamics: 1 }, { loudness: -20 });

  it("is nothing where libraries are measured, out of the way of their keys and loud enough", () =>
    expect(said(style, [good])).toEqual([]));

  it("is a key among what is played, or none, where there is something to switch", () => {
    const low = everywhere(good, { low: 0, high: 96 });
    const keys = said(style, [low]).filter((s) => s.sort === "keys");
    expect(keys.map((s) => s.says)).toContain("C♯−1, which calls up sustain, lies among the keys it plays");
    // Alone on its track it is called up as well, since its patch plays something else by itself.
    expect(keys.some((s) => s.says.includes("harmonics"))).toBe(true);
    const itself = said(style, [everywhere(low, {}, { called: [] })]).filter((s) => s.sort === "keys");
    expect(itself.some((s) => s.says.includes("harmonics"))).toBe(false);
    const none = said(houseWith({ loudness: -30 }), [good]);
    expect(none.map((s) => s.says)).toContain("tremolo has no house key");
    expect(none.every((s) => s.sort === "keys")).toBe(true);
  });

  it("is what stays too soft with the headroom kept, or is not measured", () => {
    const soft = everywhere(good, {}, { loudness: -29 });
    expect(new Set(said(style, [soft]).map((s) => `${s.sort}: ${s.says}`))).toContain(
      "level: sustain stays 2.1 dB too soft",
    );
    const unknown = everywhere(good, {}, { loudness: null });
    expect(said(style, [unknown]).map((s) => s.says)).toContain("nobody knows how loud sustain is");
  });

  it("is what the house's controller does not reach", () => {
    const struck = said(style, [everywhere(good, { dynamics: "velocity" })]);
    expect(new Set(struck.map((s) => s.says))).toEqual(
      new Set(["plays by how hard notes are struck; controller 1 does nothing"]),
    );
    expect(struck[0]?.name).toMatch(/^EB_Vln/);
    expect(said(style, [everywhere(good, { dynamics: null })])[0]?.says).toBe(
      "nobody knows what carries its dynamics",
    );
  });

  it("is what was planned with another issue of its library", () => {
    const session = planned(style, [good]);
    const next = { ...good, library: { ...good.library, issue: "3.0" } };
    const issues = said(style, [next], session).filter((s) => s.sort === "issue");
    expect(issues.map((s) => s.track)).toEqual(session.tracks.filter((t) => t.plays).map((t) => t.id));
    expect(issues[0]?.says).toBe("planned with Ebb Orchestra 2.1; the house has 3.0");
    expect(said(style, [], session).filter((s) => s.sort === "issue")).toEqual([]);
  });

  it("is what is off the grid", () => {
    const session = planned(style, [good]);
    const track = sus(session);
    const { plays } = track;
    if (!plays) throw new Error("it plays nothing");
    const moved = apply(session, [setField(track, "plays", { ...plays, offset: 40 })]);
    expect(said(style, [good], moved).map((s) => [s.sort, s.name, s.says])).toEqual([
      ["time", track.name, "another offset would be closer"],
    ]);
  });
});

describe("an offset", () => {
  const ways = [{ lag: { least: 60, most: 60 } }, { lag: { least: 64, most: 70 } }, { lag: null }];

  it("is the one that makes the largest error smallest, in samples at the session's rate as well", () => {
    expect(bestOffset(ways.flatMap((w) => w.lag ?? [])).offset).toBe(65);
    expect(ways.map((w) => leftOver(w, 65))).toEqual([-5, 5, null]);
    // No other is better.
    for (const other of [64, 64.9, 65.1, 66])
      expect(Math.max(...ways.map((w) => Math.abs(leftOver(w, other) ?? 0)))).toBeGreaterThan(5);
    expect([inSamples(65, 48_000), inSamples(65, 44_100), inSamples(-2.5, 96_000)]).toEqual([
      3120, 2867, -240,
    ]);
  });

  it("is on the grid within the limit, and at its best only", () => {
    const at = (offset: number, error: number) => gridOf({ ways, offset }, error);
    expect([at(65, 10), at(65, 5), at(65, 4), at(60, 10)]).toEqual([
      "on the grid",
      "on the grid",
      "too far off",
      "could be closer",
    ]);
    expect(gridOf({ ways: [], offset: 0 }, 10)).toBe("not measured");
  });
});

describe("the chart of house keys", () => {
  it("has each key once, and of each track what its library wants itself", () => {
    const session = planned(style, [everywhere(ebb, {}, { loudness: -20 })]);
    const { keys, tracks } = keyChart(style, session);
    expect(keys.slice(0, 2)).toEqual([
      { key: "C−1", plays: "legato", on: 3 },
      { key: "C♯−1", plays: "sustain", on: 4 },
    ]);
    const { name } = sus(session);
    const chart = tracks.find((x) => x.track === name);
    expect(chart?.says).toBe("Ebb Orchestra, Violins 1 · 62 ms, 2976 samples earlier");
    expect(chart?.lines.slice(0, 2)).toEqual([
      { key: "C♯−1", plays: "sustain", calls: "C♯−1", volume: "71, −10.1 dB" },
      { key: "D−1", plays: "tremolo", calls: "D−1", volume: "71, −10.1 dB" },
    ]);
  });
});
