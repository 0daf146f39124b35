import type { SoundHead } from "./head.ts";

/** How much each channel of a file counts for its loudness, and what that was taken from. */
export interface Weights {
  /** By channel: 1, 1.41 for what comes from the side, 0 for what is for low effects only. */
  readonly of: readonly number[];
  /** "stereo", "5.1", "3 channels". */
  readonly layout: string;
  /** How they are written in short, by channel: L, R, C…; numbers where nobody says. */
  readonly names: readonly string[];
}

/**
 * Loudspeakers in the order of the bits of RIFF WAVE's channel mask, with where they stand (ITU-R BS.2051: azimuth,
 * elevation in degrees); null for the low effects, which are not heard as loudness.
 */
const SPEAKERS: readonly (readonly [
  name: string,
  place: readonly [azimuth: number, elevation: number] | null,
])[] = [
  ["L", [30, 0]],
  ["R", [30, 0]],
  ["C", [0, 0]],
  ["LFE", null],
  ["Lb", [135, 0]],
  ["Rb", [135, 0]],
  ["Lc", [15, 0]],
  ["Rc", [15, 0]],
  ["Cb", [180, 0]],
  ["Ls", [90, 0]],
  ["Rs", [90, 0]],
  ["T", [0, 90]],
  ["Ltf", [45, 45]],
  ["Ctf", [0, 45]],
  ["Rtf", [45, 45]],
  ["Ltb", [135, 45]],
  ["Ctb", [180, 45]],
  ["Rtb", [135, 45]],
];

/** What is meant where a file does not say, by its number of channels. */
const USUAL: Readonly<Record<number, number>> = { 1: 0x4, 2: 0x3, 3: 0x7, 5: 0x607, 6: 0x60f, 8: 0x63f };
const NAMED: Readonly<Record<number, string>> = {
  0x3: "stereo",
  0x7: "3.0",
  0x607: "5.0",
  0x37: "5.0",
  0x60f: "5.1",
  0x3f: "5.1",
  0x63f: "7.1",
};

/**
 * How channels count (ITU-R BS.1770-5, table 4: +1.5 dB between 60° and 120° to the side, below 30° up). Where a file
 * names its channels as sources of their own (iXML) or has a number of them nobody has loudspeakers for, each counts
 * the same.
 */
export function weightsOf({
  channels,
  mask,
  ixml,
}: Pick<SoundHead, "channels" | "mask" | "ixml">): Weights {
  const sources = (ixml?.tracks.filter((t) => t.name !== "" && t.does === "").length ?? 0) > 2;
  const told = mask ?? (sources ? undefined : USUAL[channels]);
  if (channels === 1) return { of: [1], layout: "mono", names: ["M"] };
  const on = SPEAKERS.filter((_, bit) => told !== undefined && (told & (1 << bit)) !== 0);
  if (told === undefined || on.length !== channels)
    return {
      of: Array.from({ length: channels }, () => 1),
      layout: channels === 2 ? "stereo" : `${channels} channels`,
      names: channels === 2 ? ["L", "R"] : Array.from({ length: channels }, (_, n) => String(n + 1)),
    };
  // The two at the back of a 5.0 or 5.1 that is written with the back bits stand where its surrounds stand.
  const backsAreSides = !on.some(([name]) => name === "Ls");
  return {
    of: on.map(([name, place]) =>
      place === null ? 0 : isAside(backsAreSides && /^[LR]b$/.test(name) ? [110, 0] : place) ? SIDE : 1,
    ),
    layout: NAMED[told] ?? `${channels} channels`,
    names: on.map(([name]) => (backsAreSides ? name.replace(/^([LR])b$/, "$1s") : name)),
  };
}
const SIDE = 1.41;
const isAside = ([azimuth, elevation]: readonly [number, number]): boolean =>
  azimuth >= 60 && azimuth <= 120 && elevation < 30;
