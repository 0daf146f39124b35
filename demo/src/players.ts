import type { Articulation, Patch } from "@mossy/core/instruments/library";

// What instruments reach and how their parts are played is common practice, no source; every lag, loudness and tail is
// invented.

/** A way of playing: what its maker calls it, the house's words for it, lag in ms, LUFS, tail in seconds. */
export type Way = readonly [
  name: string,
  words: readonly string[],
  lag: number,
  loudness: number,
  tail: number,
  more?: Partial<Articulation>,
];
/** Who plays, from which key to which, and how much later than the others of the library. */
export type Player = readonly [
  name: string,
  player: Partial<Patch>,
  low: string,
  high: string,
  later: number,
];

export const STRING_WAYS: readonly Way[] = [
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
export const STRINGS: readonly Player[] = [
  ["Violins 1", { role: "violin", positions: ["first-section"] }, "G3", "E7", 0],
  ["Violins 2", { role: "violin", positions: ["second-section"] }, "G3", "C7", 3],
  ["Violas", { role: "viola" }, "C3", "A6", 7],
  ["Cellos", { role: "cello" }, "C2", "A5", 12],
  ["Double basses", { role: "double-bass", sounds: -12 }, "E2", "G5", 20],
];
export const WIND_WAYS: readonly Way[] = [
  ["Sus", ["sustain"], 48, -21, 0.6],
  ["Leg", ["legato"], 84, -21, 0.6],
  ["Stac", ["staccato"], 18, -20, 0.3],
  ["Marc", ["marcato"], 22, -18, 0.4],
  ["Trill", ["trill"], 44, -22, 0.5],
];
export const FLUTTER: Way = ["Flz", ["flutter-tongue"], 52, -22, 0.5];
export const WINDS: readonly Player[] = [
  ["Piccolo", { role: "piccolo", sounds: 12 }, "D4", "C7", -4],
  ["Flutes a2", { role: "flute" }, "C4", "D7", 0],
  ["Oboes a2", { role: "oboe" }, "A#3", "G6", 2],
  ["Cor anglais", { role: "english-horn" }, "E3", "C6", 4],
  ["Clarinets a2", { role: "clarinet" }, "D3", "C7", 3],
  ["Bassoons a2", { role: "bassoon" }, "A#1", "D5", 9],
  ["Alto flute", { role: "alto-flute", sounds: -5 }, "C4", "G6", 3],
  ["Bass flute", { role: "bass-flute", sounds: -12 }, "C4", "C6", 6],
  ["Bass clarinet", { role: "bass-clarinet", sounds: -14 }, "D#3", "C6", 6],
  ["Contrabassoon", { role: "contrabassoon", sounds: -12 }, "A#1", "A#3", 14],
];
export const BRASS_WAYS: readonly Way[] = [
  ["Sustain", ["sustain"], 55, -17, 0.9],
  ["Staccato", ["staccato"], 21, -16, 0.5],
  ["Sforzando", ["sforzando"], 25, -15, 0.9],
  ["Con sord", ["sustain", "muted"], 60, -24, 0.7],
  ["Con sord stac", ["staccato", "muted"], 24, -23, 0.4],
  ["Swell 4 s", ["swell"], 72, -18, 1.4, { seconds: 4, soundsOut: true }],
];
export const BRASS: readonly Player[] = [
  ["Horns a4", { role: "french-horn" }, "B1", "F5", 6],
  ["Trumpets a3", { role: "trumpet" }, "E3", "C6", 0],
  ["Trombones a3", { role: "trombone" }, "E2", "C5", 4],
  ["Tuba", { role: "tuba" }, "D1", "F4", 12],
  ["Flugelhorn", { role: "flugelhorn" }, "E3", "A5", 3],
  ["Wagner tubas a4", { role: "wagner-tuba" }, "C2", "F5", 8],
  ["Bass trombone", { role: "bass-trombone" }, "A#1", "G4", 7],
  ["Euphonium", { role: "euphonium" }, "E2", "A#4", 6],
  ["Cimbasso", { role: "cimbasso" }, "D1", "C4", 10],
];
export const HIT_WAYS: readonly Way[] = [
  ["Hits", ["open"], 4, -20, 3],
  ["Roll", ["tremolo"], 30, -22, 2.5],
];
export const HIT: readonly Player[] = [
  ["Timpani", { role: "timpani" }, "C2", "C4", 0],
  ["Glockenspiel", { role: "glockenspiel", sounds: 24 }, "G3", "C6", 1],
  ["Xylophone", { role: "xylophone", sounds: 12 }, "F3", "C7", 1],
  ["Marimba", { role: "marimba" }, "C2", "C7", 2],
  ["Vibraphone", { role: "vibraphone" }, "F3", "F6", 1],
  ["Tubular bells", { role: "tubular-bells" }, "C4", "F5", 5],
  ["Bass drum", { role: "concert-bass-drum" }, "C2", "D2", 4],
  ["Snare drum", { role: "concert-snare" }, "C2", "D2", 0],
  ["Suspended cymbal", { role: "suspended-cymbal" }, "C2", "D2", 2],
  ["Clash cymbals", { role: "clash-cymbals" }, "C2", "D2", 3],
  ["Triangle", { role: "triangle" }, "C2", "D2", 0],
  ["Tambourine", { role: "tambourine" }, "C2", "D2", 0],
  ["Tam-tam", { role: "tam-tam" }, "C2", "D2", 12],
];

/** Strings with mutes on: the same ways, darker and later. */
export const MUTED_WAYS: readonly Way[] = STRING_WAYS.map(
  ([name, words, lag, loudness, tail, more]): Way => [
    `${name} con sord`,
    [...words, "muted"],
    lag + 8,
    loudness - 4,
    tail,
    more?.seconds === undefined ? {} : { seconds: more.seconds, soundsOut: true },
  ],
);
export const VOICE_WAYS: readonly Way[] = [
  ["Ah long", ["sustain"], 88, -19, 1.3],
  ["Ah legato", ["legato"], 132, -19, 1],
  ["Ah short", ["staccato"], 40, -18, 0.6],
  ["Ah swell 3 s", ["swell"], 92, -20, 1.4, { seconds: 3, soundsOut: true }],
];
export const VOICES: readonly Player[] = [
  ["Sopranos", { role: "soprano" }, "C4", "C6", 0],
  ["Altos", { role: "alto" }, "F3", "F5", 2],
  ["Tenors", { role: "tenor", sounds: -12 }, "C4", "A5", 3],
  ["Basses", { role: "bass-voice" }, "E2", "E4", 6],
  ["Children", { role: "children-s-choir" }, "A3", "A5", -5],
];
export const KEY_WAYS: readonly Way[] = [
  ["Played", ["open"], 3, -20, 1.8],
  ["Damped", ["staccato"], 2, -21, 0.3],
];
export const HARP_WAYS: readonly Way[] = [
  ["Plucked", ["open"], 6, -22, 2.4],
  ["Près de la table", ["muted"], 5, -24, 0.8],
  ["Harmonics", ["harmonics"], 16, -28, 1.6],
  ["Glissandi", ["glissando"], 34, -20, 2.6, { soundsOut: true }],
];
export const KEYS: readonly Player[] = [
  ["Harp", { role: "harp" }, "C1", "G7", 0],
  ["Piano", { role: "piano" }, "A0", "C8", 0],
  ["Celesta", { role: "celesta", sounds: 12 }, "C3", "C7", 2],
  ["Harpsichord", { role: "harpsichord" }, "F1", "F6", 1],
  ["Organ", { role: "pipe-organ" }, "C2", "C7", 21],
];
