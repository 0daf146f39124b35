import { describe, expect, it } from "vitest";
import { smallSession } from "../fixtures/sessions.ts";
import { makeStyle } from "../house/style.ts";
import { usualHouse } from "../house/usual.ts";
import { apply } from "../session/apply.ts";
import type { Session } from "../session/document.ts";
import { blankMarker } from "../session/lanes.ts";
import { check } from "./check.ts";

const style = makeStyle(usualHouse("x"));
const RULES = new Set([
  "music-in-bar-one",
  "tempo-in-lead-in",
  "timecode-off",
  "music-rate-with-picture",
  "marker-off-grid",
]);
const found = (fields: Partial<Session>) => {
  const session = { ...smallSession(), ...fields };
  const findings = check(style, session).filter((f) => RULES.has(f.rule));
  const fixed = findings.map((f) => f.fix && check(style, apply(session, f.fix.changes)));
  return findings.map((f, n) => ({
    rule: f.rule,
    says: f.says,
    // Whether its own fix leaves it behind.
    mends: fixed[n] ? !fixed[n].some((x) => x.rule === f.rule) : null,
  }));
};
const marker = (at: number, clock: "beats" | "seconds" = "beats") =>
  blankMarker("k1", "Verse", at, { clock });

describe("the time of a session", () => {
  it("has nothing off as a session begins, nor without a lead-in", () => {
    expect(found({})).toEqual([]);
    expect(found({ leadIn: 0, musicBar: 1, markers: [marker(4)] })).toEqual([]);
  });

  it("leaves room to count in", () => {
    expect(found({ musicBar: 1 })).toEqual([
      {
        rule: "music-in-bar-one",
        says: "The music starts in bar 1, after 0 bars; the lead-in is 2 bars.",
        mends: true,
      },
    ]);
  });

  it("does not change while one counts in; from the music on it may", () => {
    const at = (q: number) => [{ id: "p", at: q, bpm: 90, by: "step" as const }];
    expect(found({ tempos: at(4) })).toMatchObject([
      { says: "Before the music in bar 3 it changes to 90." },
    ]);
    expect(found({ tempos: at(8) })).toEqual([]);
    const meters = [{ id: "e", bar: 2, beats: 3, unit: 4 as const }];
    expect(found({ meters })).toMatchObject([{ rule: "tempo-in-lead-in" }]);
  });

  it("has its markers on the beat, where they count in beats", () => {
    expect(found({ markers: [marker(9.98)] })).toEqual([
      {
        rule: "marker-off-grid",
        says: "The marker “Verse” stands at 3.2.98, beside the beat.",
        mends: true,
      },
    ]);
    expect(found({ markers: [marker(9.9801, "seconds")] })).toEqual([]);
    // In 6/8 a beat is an eighth.
    expect(found({ markers: [marker(3.5)], meter: { beats: 6, unit: 8 } })).toEqual([]);
  });

  it("goes with its picture: a timecode of the rate, and no rate of music", () => {
    const picture = { name: "Quay", start: "01:00:00:00", at: 0, length: null };
    expect(found({ picture })).toMatchObject([
      { says: "A picture runs along, and the session says no frame rate." },
    ]);
    expect(found({ picture, frameRate: "25" })).toEqual([]);
    const beyond = { ...picture, start: "01:00:00:25" };
    expect(found({ picture: beyond, frameRate: "25" })).toMatchObject([
      { says: "The picture starts at 01:00:00:25, which is no timecode at 25." },
    ]);
    // Of drop-frame the first two numbers of a minute are left out (SMPTE ST 12-1).
    const dropped = { ...picture, start: "01:01:00;00" };
    expect(found({ picture: dropped, frameRate: "29.97 drop" })).toMatchObject([{ rule: "timecode-off" }]);
    expect(found({ picture, frameRate: "25", sampleRate: 44_100 })).toMatchObject([
      { rule: "music-rate-with-picture", mends: true },
    ]);
  });
});
