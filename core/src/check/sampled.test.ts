import { describe, expect, it } from "vitest";
import { sampledGround, sampledSession, sampledStyle as style } from "../fixtures/sampled.ts";
import { planEnsemble } from "../instruments/plan/planEnsemble.ts";
import { planTracks } from "../instruments/plan/planTracks.ts";
import { houseKeys } from "../instruments/same/houseKeys.ts";
import { waysUsed } from "../instruments/same/waysUsed.ts";
import { makeStyle } from "../house/style.ts";
import { apply } from "../session/apply.ts";
import type { Session, Track } from "../session/document.ts";
import { blankItem } from "../session/item.ts";
import type { Plays } from "../session/plays.ts";
import { check } from "./check.ts";
import type { Finding } from "./rule.ts";
import {
  articulationsApart,
  callAmongNotes,
  calledAlike,
  channelsAlike,
  notReset,
  octaveOff,
  offsetOff,
  outputUntaken,
  patchTwice,
} from "./sampled.ts";

const OURS = new Set(
  [
    articulationsApart,
    callAmongNotes,
    calledAlike,
    channelsAlike,
    notReset,
    octaveOff,
    offsetOff,
    outputUntaken,
    patchTwice,
  ].map((r) => r.id),
);
const keyed = makeStyle({
  ...style.house,
  instruments: {
    ...style.house.instruments,
    ways: [...houseKeys(waysUsed(style, sampledGround.catalogue), style.house.instruments).ways],
  },
});
const begun = { ...sampledSession({ sits: "machine", buses: "section" }), leadIn: 4, musicBar: 3 };
const planned = planTracks(keyed, begun, planEnsemble(begun, sampledGround)).session;
const playing = (s: Session): (Track & { plays: Plays })[] =>
  s.tracks.flatMap((t) => (t.plays ? [{ ...t, plays: t.plays }] : []));
const found = (s: Session): Finding[] => check(keyed, s).filter((f) => OURS.has(f.rule));
const says = (s: Session): string[] => found(s).map((f) => `${f.rule}: ${f.says}`);
/** With some tracks otherwise. */
const where = (
  is: (t: Track & { plays: Plays }, n: number) => boolean,
  more: (t: Track & { plays: Plays }) => Partial<Track>,
  session = planned,
): Session => {
  const own = playing(session);
  return {
    ...session,
    tracks: session.tracks.map((t) => {
      const n = own.findIndex((o) => o.id === t.id);
      const at = own[n];
      return at && is(at, n) ? { ...t, ...more(at) } : t;
    }),
  };
};
const put = (s: Session): Session =>
  found(s).reduce((now, f) => (f.fix ? apply(now, f.fix.changes) : now), s);
const many = playing(planned).find((t) => t.plays.ways.length > 1)!;
const [first, second] = playing(planned);
const only = (id: string) => (t: Track) => t.id === id;

describe("findings of sampled instruments", () => {
  it("are none in what the house planned itself", () => {
    expect(playing(planned).length).toBeGreaterThan(10);
    expect(says(planned)).toEqual([]);
  });

  it("name articulations no offset brings together", () => {
    const late = where(only(many.id), ({ plays }) => ({
      plays: {
        ...plays,
        offset: 100,
        ways: plays.ways.map((w, n) => ({
          ...w,
          lag: n === 0 ? { least: 60, most: 60 } : { least: 140, most: 140 },
        })),
      },
    }));
    expect(says(late)).toEqual([
      `articulations-apart: Articulations on “${many.name}” are 40 ms off at the best offset; 10 ms are allowed.`,
    ]);
    const wide = { ...late, ensemble: { ...late.ensemble, limits: { ...keyed.house.sampled, error: 40 } } };
    expect(says(wide)).toEqual([]);
    // What differs by how hard it is struck and stands alone is nobody's mistake.
    const alone = where(only(many.id), ({ plays }) => ({
      plays: {
        ...plays,
        offset: 100,
        ways: plays.ways.slice(0, 1).map((w) => ({ ...w, lag: { least: 60, most: 140 } })),
      },
    }));
    expect(says(alone)).toEqual([]);
  });

  it("set an offset that is not the best", () => {
    const off = where(only(many.id), ({ plays }) => ({ plays: { ...plays, offset: plays.offset + 3 } }));
    expect(says(off)).toEqual([
      `offset-off: “${many.name}” is played ${many.plays.offset + 3} ms earlier; ` +
        `at ${many.plays.offset} ms it is closest to the beat.`,
    ]);
    expect(put(off)).toEqual(planned);
  });

  it("name a key that calls up and is played, and one articulation called up like another", () => {
    const among = where(only(many.id), ({ plays }) => ({
      plays: { ...plays, patch: { ...plays.patch, keys: { low: 0, high: 127 } } },
    }));
    expect(says(among)[0]).toMatch(
      new RegExp(`^call-among-notes: .* calls up .* on “${many.name}”, and is a note it plays`),
    );
    const [a, b] = many.plays.ways;
    const alike = where(only(many.id), ({ plays }) => ({
      plays: { ...plays, ways: plays.ways.map((w) => ({ ...w, called: a!.called })) },
    }));
    expect(says(alike)).toEqual([
      `called-alike: Nobody can call up ${b!.name} on “${many.name}”: it is called up like ${a!.name}.`,
    ]);
  });

  it("move notes that sound elsewhere than the track says", () => {
    const low = where(only(many.id), ({ plays }) => ({
      plays: { ...plays, moved: plays.moved - 12, patch: { ...plays.patch, keys: null } },
    }));
    expect(says(low)).toEqual([`octave-off: “${many.name}” sounds an octave too low.`]);
    expect(playing(put(low)).find((t) => t.id === many.id)?.plays.moved).toBe(many.plays.moved);
    const high = where(only(many.id), ({ plays }) => ({
      plays: { ...plays, moved: plays.moved + 5, patch: { ...plays.patch, keys: null } },
    }));
    expect(says(high)).toEqual([`octave-off: “${many.name}” sounds 5 semitones too high.`]);
    const unknown = where(only(many.id), ({ plays }) => ({
      plays: { ...plays, moved: 24, patch: { ...plays.patch, keys: null, sounds: null } },
    }));
    expect(says(unknown)).toEqual([]);
  });

  it("reset what is not, in the lead-in; once for all where there is none", () => {
    const bare = where(only(many.id), () => ({ items: [] }));
    expect(says(bare)).toHaveLength(1);
    expect(says(bare)[0]).toMatch(`not-reset: “${many.name}” is not reset before the music: `);
    expect(found(put(bare))).toEqual([]);
    // What somebody wrote into the lead-in stands against it: that is for them to say.
    const sets = [
      { sets: "controller" as const, at: 1, controller: many.controllers[0]?.controller ?? 7, value: 3 },
    ];
    const own = { kind: "pattern" as const, notes: [], sets, length: 2, shelf: null };
    const against = where(only(many.id), () => ({
      controllers: [{ controller: sets[0]!.controller, value: 90 }],
      items: [blankItem("mine", "Mine", own)],
    }));
    expect(found(against).map((f) => [f.rule, f.fix])).toEqual([["not-reset", null]]);
    const none = { ...planned, leadIn: 0 };
    expect(found(none).map((f) => [f.rule, f.track])).toEqual([["not-reset", null]]);
    expect(found({ ...none, tracks: none.tracks.filter((t) => t.plays === null) })).toEqual([]);
  });

  it("name two tracks on one channel, and give one another", () => {
    const both = where(only(second!.id), () => ({
      channel: first!.channel,
      plays: { ...second!.plays, port: first!.plays.port },
    }));
    expect(says(both)).toEqual([
      `channels-alike: “${second!.name}” and “${first!.name}” both go out by port ${first!.plays.port}, ` +
        `channel ${first!.channel}.`,
    ]);
    expect(found(put(both))).toEqual([]);
    const whole = where(only(first!.id), () => ({ channel: null }));
    const there = playing(planned).filter((t) => t.plays.port === first!.plays.port).length;
    expect(found(whole).map((f) => [f.rule, f.fix])).toEqual(
      Array.from({ length: there - 1 }, () => ["channels-alike", null]),
    );
    // What is off hears nothing, and what is inside the session has no port.
    const off = where(only(second!.id), () => ({
      channel: first!.channel,
      plays: { ...second!.plays, loading: "off" },
    }));
    expect(found(off)).toEqual([]);
  });

  it("name a patch that is loaded twice for the same, and an output nobody takes", () => {
    const twin = playing(planned).find((t) => t.plays.player === many.plays.player && t.id !== many.id)!;
    const twice = where(only(twin.id), ({ plays }) => ({
      plays: { ...many.plays, port: plays.port, ways: many.plays.ways, offset: many.plays.offset },
      items: many.items,
      controllers: many.controllers,
    }));
    const later =
      planned.tracks.findIndex((t) => t.id === twin.id) > planned.tracks.findIndex((t) => t.id === many.id);
    const [a, b] = later ? [twin, many] : [many, twin];
    expect(says(twice)).toEqual([
      `patch-twice: “${a.name}” and “${b.name}” both play ${many.plays.ways[0]!.name} of ` +
        `${many.plays.patch.name}: it is loaded twice.`,
    ]);
    const loose = where(only(first!.id), () => ({ feeds: null }));
    expect(says(loose)).toEqual([
      `output-untaken: What “${first!.name}” plays on its machine comes back on nothing.`,
    ]);
    expect(playing(put(loose))[0]?.feeds).not.toBe(null);
  });
});
