import { writeMidi } from "midi-file";
import { describe, expect, it } from "vitest";
import { tagsOf } from "../items/rhythm.ts";
import { patternsIn } from "./midiPatterns.ts";

type Events = Parameters<typeof writeMidi>[0]["tracks"][number];
const TICKS = 480;
/** Notes as events: [at, length, key] in quarter notes. */
function events(
  channel: number,
  notes: readonly (readonly [number, number, number])[],
  name?: string,
): Events {
  const at = notes.flatMap(([from, long, key]) => [
    { tick: from * TICKS, type: "noteOn" as const, noteNumber: key, velocity: 100 },
    { tick: (from + long) * TICKS, type: "noteOff" as const, noteNumber: key, velocity: 0 },
  ]);
  at.sort((a, b) => a.tick - b.tick || (a.type === "noteOff" ? -1 : 1));
  let now = 0;
  return [
    ...(name === undefined ? [] : [{ deltaTime: 0, meta: true, type: "trackName", text: name } as const]),
    ...at.map(({ tick, ...e }) => {
      const deltaTime = tick - now;
      now = tick;
      return { ...e, deltaTime, channel };
    }),
    { deltaTime: 0, meta: true, type: "endOfTrack" } as const,
  ];
}
/** Written by a general library, as Standard MIDI File 1.0 lays it out. */
const midi = (...tracks: Events[]): Uint8Array =>
  new Uint8Array(
    writeMidi({ header: { format: 1, numTracks: tracks.length, ticksPerBeat: TICKS }, tracks }),
  );
const conductor: Events = [
  {
    deltaTime: 0,
    meta: true,
    type: "timeSignature",
    numerator: 3,
    denominator: 4,
    metronome: 24,
    thirtyseconds: 8,
  },
  { deltaTime: 0, meta: true, type: "endOfTrack" },
];
const KICK = [0, 1, 2, 3].map((at) => [at, 0.25, 36] as const);
const HAT = [0.5, 1.5, 2.5, 3.5].map((at) => [at, 0.25, 42] as const);

describe("the patterns of a MIDI file", () => {
  it("are its notes by track and channel, in quarter notes, to the end of their last bar", () => {
    const found = patternsIn(
      "tide.mid",
      midi(events(9, KICK, "Kick floor"), [...events(9, HAT).slice(0, -1), ...events(0, [[0, 5, 60]])]),
    );
    expect(found.map((p) => [p.name, p.channel, p.notes.length, p.length, p.left])).toEqual([
      ["Kick floor", 10, 4, 4, 0],
      ["tide", 10, 4, 4, 0],
      ["tide", 1, 1, 12, 0],
    ]);
    expect(found[0]?.notes[1]).toEqual({ at: 1, length: 0.25, key: 36, velocity: 100 });
    expect(found[2]?.notes).toEqual([{ at: 3.75, length: 5, key: 60, velocity: 100 }]);
  });

  it("are as long as the bars of the file's meter", () => {
    const [waltz] = patternsIn(
      "w.mid",
      midi(
        conductor,
        events(0, [
          [0, 1, 60],
          [3, 1, 64],
        ]),
      ),
    );
    expect([waltz?.meter, waltz?.length]).toEqual([{ beats: 3, unit: 4 }, 6]);
  });

  it("end notes that are never let go with their track, and keep two of one key apart", () => {
    const open: Events = [
      { deltaTime: 0, type: "noteOn", channel: 0, noteNumber: 60, velocity: 90 },
      { deltaTime: TICKS, type: "noteOn", channel: 0, noteNumber: 60, velocity: 80 },
      { deltaTime: TICKS, type: "noteOff", channel: 0, noteNumber: 60, velocity: 0 },
      { deltaTime: 2 * TICKS, meta: true, type: "endOfTrack" },
    ];
    const [found] = patternsIn("x.mid", midi(open));
    expect(found?.notes.map((n) => [n.at, n.length, n.velocity])).toEqual([
      [0, 2, 90],
      [1, 3, 80],
    ]);
  });

  it("hold so many notes and no more, and say how many are left", () => {
    const many = Array.from({ length: 2100 }, (_, n) => [n / 4, 0.25, 60] as const);
    const [found] = patternsIn("x.mid", midi(events(0, many)));
    expect([found?.notes.length, found?.left, found?.length]).toEqual([2000, 100, 500]);
  });

  it("are none in a file that is torn, counts in frames, or plays nothing: that is said", () => {
    const whole = midi(events(0, [[0, 1, 60]]));
    expect(() => patternsIn("x.mid", whole.slice(0, 30))).toThrow("The MIDI file is damaged or cut short");
    expect(() => patternsIn("x.mid", midi(conductor))).toThrow("plays no note");
    const frames = whole.slice();
    frames.set([0xe7, 0x28], 12);
    expect(() => patternsIn("x.mid", frames)).toThrow("counts in frames of a picture");
  });
});

describe("the tags of a pattern", () => {
  const four = { beats: 4, unit: 4 } as const;
  const at = (places: readonly number[], key: number) =>
    places.map((p) => ({ at: p, length: 0.25, key, velocity: 100 }));
  const tags = (places: readonly number[], key: number, channel = 10, length = 4) =>
    tagsOf(at(places, key), length, four, channel);

  it("say which drums are in it and how each goes", () => {
    expect(tags([0, 1, 2, 3], 36)).toEqual(["kick", "four-on-the-floor"]);
    expect(tags([0.5, 1.5, 2.5, 3.5], 42)).toEqual(["hat", "off-beat"]);
    expect(tags([1, 3], 38)).toEqual(["snare", "backbeat"]);
    expect(tags([0, 0.5, 1, 1.5, 2, 2.5, 3, 3.5], 42)).toEqual(["hat", "eighths"]);
    expect(tags([0, 1, 2, 3, 4, 5, 6, 7], 36, 10, 8)).toEqual(["kick", "four-on-the-floor"]);
    expect(tagsOf([...at([0, 1, 2, 3], 36), ...at([1, 3], 38)], 4, four, 10)).toEqual([
      "kick",
      "four-on-the-floor",
      "snare",
      "backbeat",
    ]);
  });

  it("say nothing of what goes its own way, and of other channels only how it goes", () => {
    expect(tags([0, 0.75, 2.5], 36)).toEqual(["kick"]);
    expect(tags([0, 1, 2], 36)).toEqual(["kick"]);
    expect(tags([0.2, 1.2, 2.2, 3.2], 36)).toEqual(["kick"]);
    expect(tags([0, 1, 2, 3], 36, 1)).toEqual(["four-on-the-floor"]);
    expect(tagsOf(at([0, 1, 2], 36), 3, { beats: 3, unit: 4 }, 10)).toEqual(["kick"]);
  });
});
