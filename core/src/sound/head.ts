import { z } from "zod";

/** How samples lie in a file that keeps them as they are. */
export interface Coding {
  /** Unsigned only where a sample is one byte, as RIFF WAVE has it. */
  readonly of: "integer" | "unsigned" | "float";
  /** Of one sample: 1, 2, 3, 4 or 8. */
  readonly bytes: number;
  readonly order: "little" | "big";
}

/** A part of a file, in bytes. */
export interface Part {
  readonly at: number;
  readonly size: number;
}

/** A place in a file that somebody marked. */
const soundMarker = z.object({
  /** From the start of the file, in frames. */
  frame: z.number(),
  /** In frames; 0 for a point. */
  length: z.number(),
  name: z.string(),
});
export type SoundMarker = Readonly<z.infer<typeof soundMarker>>;

const measured = z.number().nullable();
const bext = z.object({
  description: z.string(),
  originator: z.string(),
  reference: z.string(),
  /** As it stands there: 2026-11-28; empty where it does not say. */
  date: z.string(),
  /** 20:14:05; empty where it does not say. */
  time: z.string(),
  /** Samples since midnight at which the file starts. */
  timeReference: z.number(),
  version: z.number(),
  /** Null below version 2, and where nothing was measured; each null where that was not. */
  loudness: z
    .object({
      /** LUFS. */
      integrated: measured,
      /** LU. */
      range: measured,
      /** dBTP. */
      truePeak: measured,
      /** LUFS. */
      momentary: measured,
      /** LUFS. */
      shortTerm: measured,
    })
    .nullable(),
  history: z.string(),
});
/**
 * The broadcast extension of a WAVE file (EBU Tech 3285, versions 0 to 2): who made it, when, where on the day's clock
 * it starts, and from version 2 on how loud it is.
 */
export type Bext = z.infer<typeof bext>;

const ixml = z.object({
  project: z.string(),
  scene: z.string(),
  take: z.string(),
  tape: z.string(),
  note: z.string(),
  /** As it stands there: "30000/1001"; empty where it does not say. */
  timecodeRate: z.string(),
  /** "DF" or "NDF"; empty where it does not say. */
  timecodeFlag: z.string(),
  tracks: z.array(
    z.object({
      /** From 1: where it lies among the channels of the file. */
      channel: z.number(),
      name: z.string(),
      /** What it does there, such as "LEFT"; empty where it does not say. */
      does: z.string(),
    }),
  ),
});
/** What recorders on location write beside the sound (the iXML chunk): scene, take, and what is on which channel. */
export type Ixml = z.infer<typeof ixml>;

/** Containers that keep samples as they are, and those that pack them. */
const PACKED = ["FLAC", "MP3", "Ogg Vorbis", "Ogg Opus"] as const;
export type Packed = (typeof PACKED)[number];

/** What a sound file says of itself, as far as it concerns people. */
export const soundSays = z.object({
  container: z.enum(["WAVE", "RF64", "AIFF", ...PACKED]),
  /** In Hz. */
  rate: z.number(),
  channels: z.number(),
  /** Of one sample as it was meant; null where the file packs sound with losses. */
  bits: z.number().nullable(),
  /** Whether its samples are floating point. */
  float: z.boolean(),
  /** With how many bits they can be written into a WAVE file as they are; null where they cannot. */
  out: z.union([z.literal(16), z.literal(24), z.literal(32)]).nullable(),
  /** Which loudspeakers the channels are for, as RIFF WAVE's channel mask; null where it does not say. */
  mask: z.number().nullable(),
  bext: bext.nullable(),
  ixml: ixml.nullable(),
  markers: z.array(soundMarker),
  /** What is not as it should be in the file, for people; it was read all the same. */
  odd: z.array(z.string()),
});
export type SoundSays = z.infer<typeof soundSays>;

/** The same with where its samples are. */
export interface SoundHead extends SoundSays {
  /** Samples of each channel. */
  readonly frames: number;
  readonly samples: Part & { readonly coding: Coding };
}

/** With how many bits samples can be written into a WAVE file without losing any; null where they cannot. */
export function bitsOut({ of, bytes }: Coding): SoundSays["out"] {
  if (of === "float") return bytes === 4 ? 32 : null;
  if (of !== "integer") return null;
  return bytes === 2 ? 16 : bytes === 3 ? 24 : null;
}

/** So many channels are taken; the largest machines of the trade have 64. */
export const MOST_CHANNELS = 64;
/** In Hz. */
export const RATES = { least: 4000, most: 768_000 } as const;
