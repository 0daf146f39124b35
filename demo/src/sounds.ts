import type { SoundFact } from "@mossy/core/order/facts";
import type { Bext, Ixml, SoundMarker } from "@mossy/core/sound/head";
import { weightsOf } from "@mossy/core/sound/layout";
import { SoundMeter } from "@mossy/core/sound/measure";
import { writeWave } from "@mossy/core/sound/writeWave";
import { RATE, bell, blank, drum, fading, hiss, loud, pad, pluck, put, speech, waves } from "./synth.ts";
import type { Sides } from "./synth.ts";

interface DemoSound {
  readonly name: string;
  readonly file: string;
  readonly shelf: string;
  readonly tags: readonly string[];
  readonly by: string;
  /** Days ago it was brought. */
  readonly days: number;
  readonly notes?: string;
  readonly bytes: () => Uint8Array;
}

interface Said {
  readonly bits?: 16 | 24 | 32;
  readonly rate?: number;
  readonly mask?: number;
  readonly bext?: Partial<Bext>;
  readonly ixml?: Ixml;
  readonly markers?: readonly SoundMarker[];
}
const wave = (sides: Sides, { bits = 24, rate = RATE, bext, ...says }: Said = {}): Uint8Array => {
  const bytes = writeWave(sides, { bits, rate, bext: bext ? { ...BLANK, ...bext } : null, ...says });
  samples.set(bytes, { sides, rate });
  return bytes;
};
/** What a file was made of, for whoever measures it. */
const samples = new WeakMap<Uint8Array, { readonly sides: Sides; readonly rate: number }>();
const BLANK: Bext = {
  description: "",
  originator: "Saltmarsh Sound House",
  reference: "",
  date: "2026-09-11",
  time: "18:00:00",
  timeReference: 0,
  version: 1,
  loudness: null,
  history: "",
};

const both = (make: (side: 0 | 1) => Float32Array): Sides => [make(0), make(1)];

function tideBell(): Sides {
  return both((side) => {
    const made = blank(9);
    for (const [n, [hertz, at]] of (
      [
        [392, 0.02],
        [523, 1.7],
        [330, 3.2],
      ] as const
    ).entries())
      put(made, bell(hertz, 9 - at), at, (n + side) % 2 === 0 ? 0.8 : 0.5);
    return fading(made, 0.001, 2.5);
  });
}

const CHORDS = [
  [98, 147, 196, 247],
  [87, 131, 220, 262],
  [110, 165, 196, 262],
  [98, 147, 185, 294],
] as const;
function harbourBed(): Sides {
  return both((side) => {
    const made = waves(24, `harbour ${side}`);
    for (const [n, chord] of CHORDS.entries()) put(made, pad(chord, 8, side), n * 5.5, 0.5);
    return fading(made, 1.5, 3);
  });
}

function oysterBreak(): Sides {
  const steps = [196, 247, 294, 392, 330, 294, 247, 392];
  return both((side) => {
    const made = blank(7.5);
    for (const [n, hertz] of steps.entries())
      put(made, pluck(hertz, 2.5, `oyster ${n}`), 0.05 + n * 0.62, n % 2 === side ? 0.9 : 0.45);
    return fading(made, 0.001, 1.5);
  });
}

function lampSong(): Sides {
  const song = [262, 294, 330, 392, 330, 294, 262, 220, 247, 262, 294, 262];
  return both((side) => {
    const made = blank(16);
    for (const [n, hertz] of song.entries()) {
      put(made, pluck(hertz, 3, `lamp ${n}`), 0.1 + n * 1.15, 0.8);
      if (n % 4 === 0) put(made, pad(CHORDS[(n / 4) % 4]!, 5, side), n * 1.15, 0.4);
    }
    return fading(made, 0.005, 2);
  });
}

function ebbTide(): Sides {
  return both((side) => {
    const made = waves(15, `ebb ${side}`);
    put(made, pad(CHORDS[0], 7, side), 0, 0.5);
    put(made, pad(CHORDS[3], 8, side), 5.5, 0.5);
    put(made, bell(196, 6), 9, 0.5);
    return fading(made, 0.5, 5);
  });
}

/** A pair of which one side was plugged in the other way round. */
function lowQuay(): Sides {
  const rate = 44_100;
  const both = waves(10, "low quay", rate);
  const own = waves(10, "left", rate);
  return [
    fading(
      both.map((x, n) => x + 0.3 * own[n]!),
      0.5,
      0.5,
      rate,
    ),
    fading(
      both.map((x) => -x),
      0.5,
      0.5,
      rate,
    ),
  ];
}

function tellersOnTheQuay(): Sides {
  const teller = speech(8, "teller", 105);
  const host = blank(8);
  put(host, speech(2.2, "host", 190), 5);
  const air = (seed: string): Float32Array => waves(8, seed).map((x) => x * 0.4);
  const boom = blank(8);
  put(boom, teller, 0.004, 0.5);
  put(boom, host, 0.006, 0.4);
  put(boom, air("boom"), 0, 1);
  return [boom, teller, host, air("quay")].map((s) => fading(s, 0.01));
}

/** The kick and what lies under it every time, and others of their kind. */
const DRUMS: readonly DemoSound[] = [
  ["Kick, barrel", "kick_barrel.wav", ["kick", "layer"], drum(180, 48, 0.6, 0.12, "barrel"), -1],
  ["Kick, hull", "kick_hull.wav", ["kick", "layer"], drum(90, 38, 0.9, 0.05, "hull"), -1],
  ["Snare, rope", "snare_rope.wav", ["snare", "layer"], drum(260, 180, 0.45, 0.6, "rope"), -1],
  ["Snare, deck", "snare_deck.wav", ["snare"], drum(320, 200, 0.4, 0.5, "deck"), 3],
].map(([name, file, tags, samples, db]) => ({
  name: name as string,
  file: file as string,
  shelf: "Blocks",
  tags: tags as string[],
  by: "ossian",
  days: 33,
  bytes: () => {
    const late = new Float32Array((samples as Float32Array).length + 300);
    late.set(samples as Float32Array, 300);
    return wave(loud([late], db as number));
  },
}));

const OPENING = { description: "Opening of the story evening: three bells" };

/** The sounds of the house, all made here. */
export const demoSounds: readonly DemoSound[] = [
  {
    name: "Tide bell",
    file: "TideBell_Opening.wav",
    shelf: "Spoken word",
    tags: ["opening", "stories"],
    by: "marram",
    days: 61,
    notes: "Opens every story evening. The third stroke is where the bed begins.",
    bytes: () =>
      wave(loud(tideBell(), -3), {
        bext: OPENING,
        markers: [{ frame: 3.2 * RATE, length: 0, name: "third stroke" }],
      }),
  },
  {
    name: "Harbour bed",
    file: "HarbourBed_v2.wav",
    shelf: "Spoken word",
    tags: ["bed", "stories"],
    by: "marram",
    days: 61,
    notes: "Lies under the host. From 2 s to 20 s it can go round and round.",
    bytes: () =>
      wave(loud(harbourBed(), -9), {
        markers: [{ frame: 2 * RATE, length: 18 * RATE, name: "may go round" }],
      }),
  },
  {
    name: "Oyster break",
    file: "OysterBreak.wav",
    shelf: "Spoken word",
    tags: ["break", "stories"],
    by: "wren",
    days: 40,
    bytes: () => wave(loud(oysterBreak(), -4), { bits: 16 }),
  },
  {
    name: "Lamp song",
    file: "LampSong_mix3.wav",
    shelf: "Spoken word",
    tags: ["insert", "music"],
    by: "ossian",
    days: 12,
    bytes: () => wave(loud(lampSong(), -2.5), { bits: 32 }),
  },
  {
    name: "Ebb tide",
    file: "EbbTide_Closing.wav",
    shelf: "Spoken word",
    tags: ["closing", "stories"],
    by: "marram",
    days: 61,
    notes: "Ends with the evening: it cannot start later.",
    bytes: () => wave(loud(ebbTide(), -5)),
  },
  {
    name: "Host, welcome",
    file: "Host_Welcome_take2.wav",
    shelf: "Spoken word",
    tags: ["speech"],
    by: "wren",
    days: 3,
    bytes: () => wave(loud([speech(12, "welcome", 170)], -8), { bits: 16 }),
  },
  ...DRUMS,
  {
    name: "Low quay",
    file: "LowQuay_pair.wav",
    shelf: "Field",
    tags: ["air", "sea"],
    by: "tamsin",
    days: 22,
    bytes: () => wave(loud(lowQuay(), -12), { bits: 16, rate: 44_100 }),
  },
  {
    name: "Tellers on the quay",
    file: "QUAY12B_T03.wav",
    shelf: "Field",
    tags: ["speech"],
    by: "tamsin",
    days: 9,
    notes: "As the recorder wrote it: four microphones in one file.",
    bytes: () =>
      wave(loud(tellersOnTheQuay(), -6), {
        mask: 0,
        bext: { description: "Scene 12B take 3", originator: "Ferry Van", timeReference: 72_845 * RATE },
        ixml: {
          project: "Tidewrack",
          scene: "12B",
          take: "3",
          tape: "Q4",
          note: "gulls after the pause",
          timecodeRate: "25/1",
          timecodeFlag: "NDF",
          tracks: ["Boom", "Teller", "Host", "Quay"].map((name, n) => ({ channel: n + 1, name, does: "" })),
        },
        markers: [{ frame: 5 * RATE, length: 0, name: "host comes in" }],
      }),
  },
  {
    name: "Buoy, far out",
    file: "Buoy_phone.m4a",
    shelf: "Field",
    tags: ["sea"],
    by: "wren",
    days: 5,
    // What it holds is nothing: it stands for a file of a kind that is carried and not measured.
    bytes: () => new Uint8Array(hiss(1, "buoy").map((x) => x * 127).buffer),
  },
];

/** What a sound of the house holds, by its file. Made once. */
const made = new Map<string, Uint8Array>();
export function soundBytes(file: string): Uint8Array {
  const sound = demoSounds.find((s) => s.file === file);
  if (!sound) throw new Error(`the demo has no sound “${file}”`);
  const bytes = made.get(file) ?? sound.bytes();
  made.set(file, bytes);
  return bytes;
}

/** What is measured of a sound of the house, by its file. */
export function soundFact(file: string): SoundFact {
  const of = samples.get(soundBytes(file));
  if (!of) throw new Error(`“${file}” is not measured`);
  const { sides, rate } = of;
  const weights = weightsOf({ channels: sides.length, mask: null, ixml: null });
  const meter = new SoundMeter({ rate, weights, fullScale: 1 });
  meter.add(sides);
  const { measures, profile } = meter.measured;
  return { ...measures, profile };
}
