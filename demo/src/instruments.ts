import { blankArticulation, blankLibrary, blankPatch } from "@mossy/core/instruments/library";
import type { Articulation, Patch, SampleLibrary } from "@mossy/core/instruments/library";
import { keyTyped } from "@mossy/core/session/midiKeys";
import { plainDiff } from "@mossy/core/plain/diff";
import type { Db } from "@mossy/server/database";
import { addLibrary, changeLibrary } from "@mossy/server/instruments/store";

// Libraries, makers and every figure here are invented; what instruments reach and how their parts are played is
// common practice.

/** A way of playing: what its maker calls it, the house's words for it, lag in ms, LUFS, tail in seconds. */
type Way = readonly [
  name: string,
  words: readonly string[],
  lag: number,
  loudness: number,
  tail: number,
  more?: Partial<Articulation>,
];
/** Who plays, from which key to which, and how much later than the others of the library. */
type Player = readonly [name: string, player: Partial<Patch>, low: string, high: string, later: number];

const STRING_WAYS: readonly Way[] = [
  [
    "Legato",
    ["legato"],
    118,
    -19,
    0.9,
    {
      lagBy: [
        { velocity: 30, ms: 190 },
        { velocity: 110, ms: 92 },
      ],
    },
  ],
  ["Long", ["sustain"], 62, -20, 1.1],
  ["Tremolo", ["tremolo"], 60, -21, 0.8],
  ["Trill", ["trill"], 58, -22, 0.8],
  ["Harmonics", ["harmonics"], 140, -29, 1.6],
  ["Short", ["staccato"], 28, -18, 0.4],
  ["Very short", ["spiccato"], 24, -19, 0.3],
  ["Plucked", ["pizzicato"], 12, -22, 0.7],
  ["Swell 1 s", ["swell"], 66, -20, 1.2, { seconds: 1, soundsOut: true }],
  ["Swell 2 s", ["swell"], 70, -20, 1.2, { seconds: 2, soundsOut: true }],
];
const STRINGS: readonly Player[] = [
  ["Violins 1", { role: "violin", positions: ["first-section"] }, "G3", "E7", 0],
  ["Violins 2", { role: "violin", positions: ["second-section"] }, "G3", "C7", 3],
  ["Violas", { role: "viola" }, "C3", "A6", 7],
  ["Cellos", { role: "cello" }, "C2", "A5", 12],
  ["Double basses", { role: "double-bass", sounds: -12 }, "E2", "G5", 20],
];
const WIND_WAYS: readonly Way[] = [
  ["Sus", ["sustain"], 48, -21, 0.6],
  ["Leg", ["legato"], 84, -21, 0.6],
  ["Stac", ["staccato"], 18, -20, 0.3],
  ["Marc", ["marcato"], 22, -18, 0.4],
  ["Trill", ["trill"], 44, -22, 0.5],
];
const FLUTTER: Way = ["Flz", ["flutter-tongue"], 52, -22, 0.5];
const WINDS: readonly Player[] = [
  ["Piccolo", { role: "piccolo", sounds: 12 }, "D4", "C7", -4],
  ["Flutes a2", { role: "flute" }, "C4", "D7", 0],
  ["Oboes a2", { role: "oboe" }, "A#3", "G6", 2],
  ["Cor anglais", { role: "english-horn" }, "E3", "C6", 4],
  ["Clarinets a2", { role: "clarinet" }, "D3", "C7", 3],
  ["Bassoons a2", { role: "bassoon" }, "A#1", "D5", 9],
];
const BRASS_WAYS: readonly Way[] = [
  ["Sustain", ["sustain"], 55, -17, 0.9],
  ["Staccato", ["staccato"], 21, -16, 0.5],
  ["Sforzando", ["sforzando"], 25, -15, 0.9],
  ["Con sord", ["sustain", "muted"], 60, -24, 0.7],
  ["Con sord stac", ["staccato", "muted"], 24, -23, 0.4],
  ["Swell 4 s", ["swell"], 72, -18, 1.4, { seconds: 4, soundsOut: true }],
];
const BRASS: readonly Player[] = [
  ["Horns a4", { role: "french-horn" }, "B1", "F5", 6],
  ["Trumpets a3", { role: "trumpet" }, "E3", "C6", 0],
  ["Trombones a3", { role: "trombone" }, "E2", "C5", 4],
  ["Tuba", { role: "tuba" }, "D1", "F4", 12],
];
const HIT_WAYS: readonly Way[] = [
  ["Hits", ["open"], 4, -20, 3],
  ["Roll", ["tremolo"], 30, -22, 2.5],
];
const HIT: readonly Player[] = [
  ["Timpani", { role: "timpani" }, "C2", "C4", 0],
  ["Glockenspiel", { role: "glockenspiel", sounds: 24 }, "G3", "C6", 1],
  ["Xylophone", { role: "xylophone", sounds: 12 }, "F3", "C7", 1],
  ["Marimba", { role: "marimba" }, "C2", "C7", 2],
];

const slug = (text: string): string => text.toLowerCase().replace(/[^a-z0-9]+/g, "-");

interface Recipe {
  readonly players: readonly Player[];
  readonly ways: (player: string) => readonly Way[];
  /** How the nth way of playing is called up. */
  readonly called: (n: number) => Articulation["called"];
  readonly memory: number;
}

function patchesOf({ players, ways, called, memory }: Recipe): Patch[] {
  return players.map(([name, player, low, high, later]): Patch => {
    const list = ways(name);
    return {
      ...blankPatch(slug(name), name),
      at: `${name}.patch`,
      ...player,
      low: keyTyped(low),
      high: keyTyped(high),
      dynamics: 1,
      memory: memory * list.length,
      load: Math.round(list.length * 11) / 10,
      voices: 320,
      articulations: list.map(([way, words, lag, loudness, tail, more], n) => ({
        ...blankArticulation(`${slug(name)}-${slug(way)}`, way),
        words: [...words],
        called: called(n),
        lag: lag + later,
        loudness,
        tail,
        ...more,
        lagBy: (more?.lagBy ?? []).map((l) => ({ ...l, ms: l.ms + later })),
      })),
    };
  });
}
const byKey =
  (first: number) =>
  (n: number): Articulation["called"] => [{ by: "key", low: first + n, high: first + n, held: false }];
const byController = (n: number): Articulation["called"] => [
  { by: "controller", controller: 32, low: n * 10, high: n * 10 + 9 },
];

const tideline: SampleLibrary = {
  ...blankLibrary("Tideline Strings"),
  maker: "Tideline",
  code: "tideline",
  issue: "2.1",
  recorded: "in place",
  microphones: ["close", "tree", "wide"],
  licences: 2,
  places: [
    { id: "pan-yard", at: "/Samples/Tideline Strings" },
    { id: "loft", at: "/Samples/Tideline Strings" },
  ],
  patches: patchesOf({ players: STRINGS, ways: () => STRING_WAYS, called: byKey(12), memory: 41 }),
};
const eelgrass: SampleLibrary = {
  ...blankLibrary("Eelgrass Chamber Strings"),
  maker: "Eelgrass Audio",
  code: "eelgrass",
  issue: "1.3",
  recorded: "in the middle",
  microphones: ["near", "far"],
  licences: 2,
  places: [
    { id: "loft", at: "/Samples/Eelgrass" },
    { id: "ferry-van", at: "/Samples/Eelgrass" },
  ],
  patches: patchesOf({
    // It writes the double bass at pitch.
    players: STRINGS.map((player): Player =>
      player[0] === "Double basses"
        ? [player[0], { ...player[1], sounds: 0 }, "E1", "G4", player[4]]
        : player,
    ),
    ways: () =>
      STRING_WAYS.filter(([way]) => !way.startsWith("Swell")).map(
        ([way, words, lag, loudness, tail, more]): Way => [
          way,
          words,
          Math.round(lag * 0.8),
          loudness + 3,
          tail,
          more,
        ],
      ),
    called: byController,
    memory: 24,
  }),
};
const marshlight: SampleLibrary = {
  ...blankLibrary("Marshlight Winds"),
  maker: "Marshlight",
  code: "marshlight",
  issue: "3.0",
  microphones: ["close", "room"],
  licences: 2,
  places: [
    { id: "pan-yard", at: "/Samples/Marshlight" },
    { id: "loft", at: "/Samples/Marshlight" },
  ],
  patches: patchesOf({
    players: WINDS,
    ways: (name) => (/^Flute|^Clarinet|^Piccolo/.test(name) ? [...WIND_WAYS, FLUTTER] : WIND_WAYS),
    called: byKey(0),
    memory: 33,
  }),
};
const fogbell: SampleLibrary = {
  ...blankLibrary("Fogbell Brass"),
  maker: "Fogbell",
  code: "fogbell",
  issue: "1.0",
  recorded: "in place",
  licences: null,
  places: [
    { id: "pan-yard", at: "/Samples/Fogbell" },
    { id: "loft", at: "/Samples/Fogbell" },
  ],
  patches: patchesOf({
    players: BRASS,
    ways: () => BRASS_WAYS,
    called: (n) => [{ by: "program", program: n + 1, bank: null }],
    memory: 38,
  }),
};
const shingle: SampleLibrary = {
  ...blankLibrary("Shingle Percussion"),
  maker: "Shingle",
  code: "shingle",
  issue: "1.1",
  recorded: "in the middle",
  places: [
    { id: "pan-yard", at: "/Samples/Shingle" },
    { id: "loft", at: "/Samples/Shingle" },
  ],
  patches: patchesOf({ players: HIT, ways: () => HIT_WAYS, called: byKey(0), memory: 60 }),
};
/** A sample library of the demo, taken in by somebody so many days ago. */
interface DemoLibrary {
  readonly id: string;
  readonly library: SampleLibrary;
  readonly by: string;
  readonly days: number;
}
const taken = (n: number, library: SampleLibrary, by: string, days: number): DemoLibrary => ({
  id: `5a17ca5e-0000-4000-8000-00000000000${n}`,
  library,
  by,
  days,
});
/** The sample libraries of Saltmarsh. */
export const demoLibraries: readonly DemoLibrary[] = [
  taken(1, tideline, "marram", 40),
  taken(2, eelgrass, "ossian", 32),
  taken(3, marshlight, "ossian", 30),
  taken(4, fogbell, "ossian", 21),
  taken(5, shingle, "tamsin", 9),
];

/** Eelgrass as it was before: no harmonics, and longs that came later. */
const eelgrassBefore: SampleLibrary = {
  ...eelgrass,
  issue: "1.2",
  patches: eelgrass.patches.map((p) => ({
    ...p,
    articulations: p.articulations
      .filter((a) => a.name !== "Harmonics")
      .map((a) => (a.name === "Long" ? { ...a, lag: (a.lag ?? 0) + 9 } : a)),
  })),
};

/** Takes the sample libraries in, as if it had been done when they say. */
export async function storeLibraries(
  db: Db,
  {
    people,
    ago,
  }: { readonly people: readonly { readonly id: string }[]; readonly ago: (days: number) => Date },
): Promise<void> {
  const there = new Set(people.map((p) => p.id));
  for (const { id, library, by, days } of demoLibraries) {
    if (!there.has(by)) continue;
    const before = library === eelgrass ? eelgrassBefore : library;
    await addLibrary(db, before, by, ago(days), id);
    if (before !== library) await changeLibrary(db, id, 0, plainDiff(before, library), by, ago(days - 18));
  }
}
