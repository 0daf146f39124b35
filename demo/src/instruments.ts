import { blankArticulation, blankLibrary, blankPatch } from "@mossy/core/instruments/library";
import type { Articulation, Patch, SampleLibrary } from "@mossy/core/instruments/library";
import { keyTyped } from "@mossy/core/session/midiKeys";
import { plainDiff } from "@mossy/core/plain/diff";
import type { Db } from "@mossy/server/database";
import { addLibrary, changeLibrary } from "@mossy/server/instruments/store";

import {
  BRASS,
  BRASS_WAYS,
  FLUTTER,
  HARP_WAYS,
  HIT,
  HIT_WAYS,
  KEYS,
  KEY_WAYS,
  MUTED_WAYS,
  STRINGS,
  STRING_WAYS,
  VOICES,
  VOICE_WAYS,
  WINDS,
  WIND_WAYS,
} from "./players.ts";
import type { Player, Way } from "./players.ts";

// Libraries, makers and every figure here are invented.

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
const reedmace: SampleLibrary = {
  ...blankLibrary("Reedmace Muted Strings"),
  maker: "Reedmace",
  code: "reedmace",
  issue: "1.4",
  recorded: "in place",
  microphones: ["close", "tree"],
  licences: 1,
  places: [
    { id: "pan-yard", at: "/Samples/Reedmace" },
    { id: "loft", at: "/Samples/Reedmace" },
  ],
  patches: patchesOf({ players: STRINGS, ways: () => MUTED_WAYS, called: byKey(0), memory: 36 }),
};
const curlew: SampleLibrary = {
  ...blankLibrary("Curlew Voices"),
  maker: "Curlew",
  code: "curlew",
  issue: "2.0",
  recorded: "in place",
  licences: 2,
  places: [
    { id: "pan-yard", at: "/Samples/Curlew" },
    { id: "loft", at: "/Samples/Curlew" },
  ],
  patches: patchesOf({ players: VOICES, ways: () => VOICE_WAYS, called: byController, memory: 52 }),
};
const driftglass: SampleLibrary = {
  ...blankLibrary("Driftglass Keys and Harps"),
  maker: "Driftglass",
  code: "driftglass",
  issue: "1.2",
  recorded: "in the middle",
  places: [
    { id: "pan-yard", at: "/Samples/Driftglass" },
    { id: "loft", at: "/Samples/Driftglass" },
  ],
  patches: patchesOf({
    players: KEYS,
    ways: (name) => (name === "Harp" ? HARP_WAYS : KEY_WAYS),
    called: byKey(0),
    memory: 70,
  }),
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
  taken(6, reedmace, "ossian", 28),
  taken(7, curlew, "marram", 26),
  taken(8, driftglass, "tamsin", 8),
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
