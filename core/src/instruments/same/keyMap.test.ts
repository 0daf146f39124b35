import { describe, expect, it } from "vitest";
import { USUAL_INSTRUMENTS } from "../../house/instruments.ts";
import type { HouseInstruments } from "../../house/instruments.ts";
import { blankTrack, emptySession } from "../../session/document.ts";
import type { Track } from "../../session/document.ts";
import type { Plays, Way } from "../../session/plays.ts";
import { keyMap } from "./keyMap.ts";
import type { CalledBy, FromThen, Rule } from "./keyMap.ts";

const house: HouseInstruments = {
  ...USUAL_INSTRUMENTS,
  ways: [
    { words: ["sustain"], seconds: null, key: 24, beside: 0 },
    { words: ["staccato"], seconds: null, key: 25, beside: 0 },
    { words: ["tremolo"], seconds: null, key: 26, beside: 0 },
  ],
};
const way = (word: string, key: number | null, more: Partial<Way>): Way => ({
  id: word,
  name: word,
  words: [word],
  seconds: null,
  called: [],
  lag: null,
  loudness: null,
  key,
  volume: null,
  ...more,
});
const plays = (ways: Way[], more: Partial<Plays> = {}): Plays => ({
  player: "violin",
  library: { id: "ebb", name: "Ebb", issue: "2.1" },
  patch: { id: "p", name: "Violins", at: "Violins.patch", keys: null, sounds: null },
  ways,
  offset: 60,
  moved: 0,
  dynamics: 1,
  gain: 0,
  port: 2,
  loading: "always",
  light: false,
  seat: null,
  ...more,
});
const track = (p: Plays): Track => blankTrack("t", "EB_Vln", { kind: "instrument", channel: 3, plays: p });
const mapOf = (p: Plays, by: CalledBy) =>
  keyMap(house, { ...emptySession("Festival"), tracks: [track(p)] }, by).tracks[0];
const rulesOf = (p: Plays, by: CalledBy = "key"): readonly Rule[] => mapOf(p, by)?.rules ?? [];

type Message =
  | { note: number; velocity: number; channel: number }
  | { controller: number; value: number; channel: number }
  | { program: number; channel: number };

/** A MIDI processor that does what its lines say, as anybody would build one from the description. */
class Processor {
  #then: FromThen = { channel: null, velocity: null };
  /** @param home the channel of its track */
  constructor(
    private readonly rules: readonly Rule[],
    private readonly home = 3,
  ) {}

  takes(m: Message): Message[] {
    const rule = this.rules.find(({ arrives: a }) => {
      if ("channel" in a) return "note" in m && m.channel === a.channel;
      if ("controller" in a)
        return "controller" in m && m.controller === a.controller && m.value >= a.low && m.value <= a.high;
      return "note" in m && (a.note === "any other" || a.note === m.note);
    });
    if (rule?.then) this.#then = rule.then;
    const channel = this.#then.channel ?? this.home;
    if (!rule) return [this.#struck({ ...m, channel })];
    return rule.sends.map((s): Message => {
      if ("program" in s) return { program: s.program, channel };
      if ("controller" in s) {
        const came = "controller" in m ? m.value : 0;
        return { controller: s.controller, value: s.value === "as it came" ? came : s.value, channel };
      }
      const [note, velocity] = "note" in m ? [m.note, m.velocity] : [0, 100];
      return s.note === "as it came"
        ? this.#struck({ note: note + s.moved, velocity, channel })
        : { note: s.note, velocity, channel };
    });
  }

  #struck(m: Message): Message {
    const { velocity } = this.#then;
    if (!("note" in m) || velocity === null) return m;
    const { low, high } = velocity;
    return { ...m, velocity: Math.round(low + ((m.velocity - 1) / 126) * (high - low)) };
  }
}
const note = (key: number, velocity = 100): Message => ({ note: key, velocity, channel: 3 });

describe("a key map", () => {
  it("turns a house key into what the library wants, with the volume of what is called up", () => {
    const p = plays([
      way("sustain", 24, { called: [{ by: "key", low: 0, high: 1, held: true }], volume: 84 }),
      way("staccato", 25, {
        called: [
          { by: "controller", controller: 32, low: 10, high: 20 },
          { by: "program", program: 5, bank: 130 },
        ],
        volume: 96,
      }),
    ]);
    const midi = new Processor(rulesOf(p));
    expect(midi.takes(note(24))).toEqual([note(0), { controller: 7, value: 84, channel: 3 }]);
    expect(midi.takes(note(25))).toEqual([
      { controller: 32, value: 15, channel: 3 },
      { controller: 0, value: 1, channel: 3 },
      { controller: 32, value: 2, channel: 3 },
      { program: 5, channel: 3 },
      { controller: 7, value: 96, channel: 3 },
    ]);
    // What is played goes through.
    expect(midi.takes(note(67, 80))).toEqual([note(67, 80)]);
    expect(rulesOf(p)[0]?.sends[0]).toEqual({ note: 0, held: true });
  });

  it("moves what is played to where the library has it, and not what calls up", () => {
    const p = plays([way("sustain", 24, { called: [{ by: "key", low: 0, high: 0, held: false }] })], {
      moved: 12,
    });
    const midi = new Processor(rulesOf(p));
    expect(midi.takes(note(60))).toEqual([note(72)]);
    expect(midi.takes(note(24))).toEqual([note(0)]);
  });

  it("carries dynamics to the controller the library has them on", () => {
    const p = plays([way("sustain", 24, {})], { dynamics: 11 });
    const midi = new Processor(rulesOf(p));
    expect(midi.takes({ controller: 1, value: 77, channel: 3 })).toEqual([
      { controller: 11, value: 77, channel: 3 },
    ]);
    expect(midi.takes({ controller: 64, value: 127, channel: 3 })).toEqual([
      { controller: 64, value: 127, channel: 3 },
    ]);
    // By how hard notes are struck no controller goes; where it is the house's own, nothing has to.
    for (const dynamics of ["velocity", 1, null] as const)
      expect(rulesOf(plays([way("sustain", 24, {})], { dynamics })).length).toBe(1);
  });

  it("keeps to the channel and the velocities of what was called up until something else is", () => {
    const p = plays([
      way("sustain", 24, { called: [{ by: "channel", channel: 9 }] }),
      way("staccato", 25, { called: [{ by: "velocity", low: 1, high: 64 }] }),
      way("tremolo", 26, {}),
    ]);
    const midi = new Processor(rulesOf(p));
    midi.takes(note(24));
    expect(midi.takes(note(60))).toEqual([{ note: 60, velocity: 100, channel: 9 }]);
    midi.takes(note(25));
    expect([midi.takes(note(60, 127)), midi.takes(note(60, 1))]).toEqual([[note(60, 64)], [note(60, 1)]]);
    midi.takes(note(26));
    expect(midi.takes(note(60, 127))).toEqual([note(60, 127)]);
  });

  it("is said for values of a controller, and for channels, as for keys", () => {
    const p = plays([
      way("sustain", 24, { called: [{ by: "key", low: 0, high: 0, held: false }] }),
      way("tremolo", 26, { called: [{ by: "key", low: 2, high: 2, held: false }] }),
    ]);
    const byController = new Processor(rulesOf(p, "controller"));
    expect(byController.takes({ controller: 20, value: 26, channel: 3 })).toEqual([
      { note: 2, velocity: 100, channel: 3 },
    ]);
    const byChannel = mapOf(p, "channel");
    expect(byChannel?.articulations.map((a) => a.called)).toEqual([
      { by: "channel", channel: 1 },
      { by: "channel", channel: 3 },
    ]);
    const midi = new Processor(rulesOf(p, "channel"));
    expect(midi.takes({ note: 60, velocity: 90, channel: 3 })).toEqual([note(2, 90), note(60, 90)]);
    expect(midi.takes({ note: 60, velocity: 90, channel: 1 })).toEqual([note(0, 90), note(60, 90)]);
  });

  it("says of what the house has no key for that nothing calls it up, and is of sampled instruments only", () => {
    const map = keyMap(
      house,
      {
        ...emptySession("Festival"),
        tracks: [blankTrack("main", "Main", { kind: "main" }), track(plays([way("legato", null, {})]))],
      },
      "key",
    );
    expect(map).toMatchObject({ format: "mossy-lantern/key-map", session: "Festival", by: "key" });
    expect(map.tracks).toEqual([
      {
        track: "EB_Vln",
        library: "Ebb",
        issue: "2.1",
        patch: "Violins",
        at: "Violins.patch",
        port: 2,
        channel: 3,
        gain: 0,
        earlier: { ms: 60, samples: 2880 },
        articulations: [
          { name: "legato", words: ["legato"], seconds: null, called: null, calls: [], volume: null },
        ],
        rules: [],
      },
    ]);
  });
});
