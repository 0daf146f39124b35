import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { NO_CHOICES } from "../fit/choices.ts";
import { fit } from "../fit/fit.ts";
import { blankInput, blankRoom } from "../fit/room.ts";
import type { Room } from "../fit/room.ts";
import { PLAIN_TERMS } from "../fit/sources.ts";
import { makeSolver } from "../solve/solver.ts";
import { sessions } from "../fixtures/sessions.ts";
import { diff } from "../session/diff.ts";
import { blankTrack, emptySession } from "../session/document.ts";
import type { Session, Track } from "../session/document.ts";
import { byId } from "../session/routing.ts";
import { handedOver } from "./handOver.ts";

const terms = { ...PLAIN_TERMS, solver: await makeSolver() };
const mics = (from: number, many: number) =>
  Array.from({ length: many }, (_, i) =>
    blankInput(from + i, { takes: ["mic", "di", "line"], phantom: true }),
  );
const yard = blankRoom("Yard", { inputs: mics(1, 32), sampleRates: [48000, 96000], widest: "7.1.4" });
const van = blankRoom("Van", { inputs: mics(5, 2), sampleRates: [48000] });
const source = (id: string, rest: Partial<Track> = {}): Track =>
  blankTrack(id, id, { source: "mic", armed: true, feeds: "main", ...rest });
const release: Session = {
  ...emptySession("Pans"),
  tracks: [
    source("tenor", { input: 1 }),
    source("second", { input: 2 }),
    source("bass", { input: 3 }),
    blankTrack("main", "Main", { kind: "main", format: "stereo" }),
  ],
};
const out = (room: Room, choices = NO_CHOICES) => fit(release, room, { ...terms, choices }).session;
const inputs = (s: Session): Record<string, number | null> =>
  Object.fromEntries(s.tracks.filter((t) => t.source).map((t) => [t.id, t.input]));
const begun = (baseline: Session, now = baseline) => ({ baseline, now, variant: null });

describe("a session handed to another room", () => {
  it("is patched anew, and what had no place in the first room comes back", () => {
    const baseline = out(van, { ...NO_CHOICES, leaveOut: ["bass"] });
    expect(inputs(baseline)).toEqual({ tenor: 5, second: 6 });
    const there = handedOver(release, begun(baseline), yard, terms);
    expect(inputs(there.fit.session)).toEqual({ tenor: 1, second: 2, bass: 3 });
    expect(there.baseline).toEqual(there.fit.session);
  });

  it("takes along what was done in it, gives what is new an input, and has no drift by the move itself", () => {
    const baseline = out(yard);
    const done: Session = {
      ...baseline,
      tracks: [
        ...baseline.tracks.map((t) => (t.id === "tenor" ? { ...t, name: "Lead pan", level: -3 } : t)),
        source("whistle", { input: 30 }),
      ],
    };
    const there = handedOver(release, begun(baseline, done), { ...van, inputs: mics(5, 4) }, terms);
    const tracks = byId(there.fit.session);
    expect(tracks.get("tenor")).toMatchObject({ name: "Lead pan", level: -3, input: 5 });
    expect(tracks.get("whistle")?.input).toBe(8);
    expect(diff(there.baseline, there.fit.session)).toEqual(
      diff(baseline, done).map((c) => (c.do === "add" ? { ...c, track: { ...c.track, input: 8 } } : c)),
    );
  });

  it("does without what was taken out in it, also where the room had put that on another input", () => {
    const far = {
      ...release,
      tracks: release.tracks.map((t) => (t.id === "bass" ? { ...t, input: 90 } : t)),
    };
    const baseline = fit(far, yard, terms).session;
    expect(inputs(baseline)["bass"]).not.toBe(90);
    const done = { ...baseline, tracks: baseline.tracks.filter((t) => t.id !== "bass") };
    const there = handedOver(far, begun(baseline, done), { ...van, inputs: mics(5, 4) }, terms);
    expect(inputs(there.fit.session)).toEqual({ tenor: 5, second: 6 });
    // It went out with it, so that somebody may ask for it.
    expect(inputs(there.baseline)).toHaveProperty("bass");
  });

  it("says what cannot be placed there", () => {
    const there = handedOver(release, begun(out(yard)), van, terms);
    expect(there.fit.unplaced.map((u) => u.track)).toEqual(["bass"]);
    expect(there.fit.session.tracks).toHaveLength(release.tracks.length);
  });

  it("and handed back is what it was, for any session in which nothing was done", () => {
    fc.assert(
      fc.property(sessions(10), (any) => {
        const baseline = fit(any, yard, terms).session;
        const away = handedOver(any, begun(baseline), van, terms);
        expect(away.fit.session).toEqual(away.baseline);
        const back = handedOver(any, begun(away.baseline, away.fit.session), yard, terms);
        expect(back.fit.session).toEqual(baseline);
      }),
      { numRuns: 120 },
    );
  });
});
