import type { StartRule, StartValues } from "./house.ts";
import { startOf } from "./startOf.ts";
import type { StartProcessor } from "./startParts.ts";

// What beats and sketches start with. Common practice, no source, where none is named.

/** A processor of a chain: on, unless it is said to be prepared only. */
const on = (kind: string, more: Partial<StartProcessor> = {}): StartProcessor => ({
  kind,
  values: [],
  bypassed: false,
  width: null,
  keyedBy: null,
  ...more,
});
const prepared = (kind: string, more: Partial<StartProcessor> = {}): StartProcessor =>
  on(kind, { bypassed: true, ...more });
const set = (name: string, value: string): Pick<StartProcessor, "values"> => ({
  values: [{ name, value }],
});

/** Moves are made here, so that the fader stays free. */
const MOVES = on("Gain", set("Gain", "0 dB"));

/** Keys of the percussion map of General MIDI 1, from memory: 36 bass drum, 38 snare, 39 clap, 42 closed hat. */
const KEY = { kick: 36, snare: 38, clap: 39, hat: 42 } as const;
const hits = (name: string, key: number, ...at: readonly number[]): Pick<StartValues, "pattern"> => ({
  pattern: { name, length: 4, notes: at.map((x) => ({ at: x, length: 0.25, key, velocity: 100 })) },
});
const PLAYED = ["instrument", "midi"] as const;

const plays = (id: string, says: string, role: string, then: StartValues): StartRule =>
  startOf(id, says, { roles: [role], kinds: [...PLAYED] }, then);

/** How long returns sound: one of each usual length. */
const LENGTHS: readonly (readonly [role: string, kind: string, name: string, value: string])[] = [
  ["slap-delay", "Delay", "Time", "110 ms"],
  ["eighth-delay", "Delay", "Time", "1/8"],
  ["ping-pong-delay", "Delay", "Time", "1/4"],
  ["long-delay", "Delay", "Time", "1/2"],
  ["room-reverb", "Reverb", "Decay", "0.6 s"],
  ["plate-reverb", "Reverb", "Decay", "1.6 s"],
  ["chamber-reverb", "Reverb", "Decay", "2.0 s"],
  ["hall-reverb", "Reverb", "Decay", "2.8 s"],
];

/** What new tracks of beats and sketches start with in the house that ships. */
export const BEAT_STARTS: readonly StartRule[] = [
  plays("kick-pattern", "a kick that is played begins four to the bar", "kick-sample", {
    ...hits("Four to the bar", KEY.kick, 0, 1, 2, 3),
    chain: [prepared("EQ"), prepared("Saturation"), MOVES],
  }),
  plays("snare-pattern", "a snare that is played begins on two and four", "snare-sample", {
    ...hits("Two and four", KEY.snare, 1, 3),
    chain: [prepared("EQ"), prepared("Compressor"), MOVES],
  }),
  plays("clap-pattern", "a clap that is played begins on two and four", "clap", {
    ...hits("Two and four", KEY.clap, 1, 3),
    chain: [prepared("EQ"), MOVES],
  }),
  plays("hat-pattern", "a hat that is played begins between the beats", "hi-hat", {
    ...hits("Between the beats", KEY.hat, 0.5, 1.5, 2.5, 3.5),
    chain: [prepared("EQ"), MOVES],
  }),
  startOf(
    "makes-way",
    "basses and synths that are played make way for the kick once that is switched on",
    { families: ["bass", "synths"], kinds: [...PLAYED] },
    {
      chain: [
        prepared("EQ"),
        prepared("Compressor", { keyedBy: "kick-sample", ...set("Ratio", "4:1") }),
        MOVES,
      ],
    },
  ),
  startOf(
    "moves",
    "what plays a beat keeps a gain stage for moves",
    {
      roles: ["drum-machine", "electronic-drums", "tom-sample", "snap", "shaker", "electric-piano"],
      kinds: [...PLAYED],
    },
    { chain: [prepared("EQ"), prepared("Compressor"), MOVES] },
  ),
  ...LENGTHS.map(([role, kind, name, value]) =>
    startOf(
      `length-${role}`,
      `one ${kind.toLowerCase()} of each usual length: ${value}`,
      { roles: [role] },
      {
        chain: [on(kind, set(name, value))],
      },
    ),
  ),
  startOf(
    "mono-first",
    "the monitor path begins in mono; its width switch lets one hear the sides",
    { roles: ["control-room-monitor"], kinds: ["monitor"] },
    { chain: [on("Width", { width: "mono", ...set("Listen", "mono") })] },
  ),
  startOf(
    "prints-main",
    "a record bus records the main path from the first bar",
    { roles: ["record-bus"], kinds: ["audio"] },
    { sends: [{ way: "from", role: "main", level: 0, beforeFader: false }], armed: true, monitor: "off" },
  ),
];
