import { z } from "zod";

/** Levels are in dB against full scale, times in seconds; null is nothing to be told. */
const level = z.number().nullable();
const loudest = z.object({ lufs: z.number(), at: z.number() });

/** What was measured of a sound. */
export const measures = z.object({
  frames: z.number(),
  seconds: z.number(),
  /** From what loudness was taken: "stereo", "5.1". */
  layout: z.string(),
  /** LUFS, of the whole, what is quiet left out. */
  integrated: level,
  /** LU. */
  range: level,
  /** The loudest 400 ms. */
  momentary: loudest.nullable(),
  /** The loudest 3 s. */
  shortTerm: loudest.nullable(),
  /** dBTP. */
  truePeak: level,
  samplePeak: level,
  channels: z.array(
    z.object({
      name: z.string(),
      samplePeak: level,
      /** dBFS: a sine of full scale has −3. */
      rms: level,
      /** What it stands off the middle by, from −1 to 1. */
      dc: z.number(),
      /** How often it stands at full scale for some samples. */
      clipped: z.number(),
    }),
  ),
  /** Where samples stand at full scale for some time; the first of them. */
  clipped: z.object({
    runs: z.number(),
    first: z.array(z.object({ at: z.number(), channel: z.string(), samples: z.number() })),
  }),
  /** Of left and right: 1 the same, 0 nothing in common, −1 the same turned over. Null but for two channels. */
  correlation: z.number().nullable(),
  /** How loud its quietest tenth is: RMS of tenths of a second. */
  floor: level,
  /** Silence before and after it, and where it really begins; null where there is nothing to be heard. */
  edges: z.object({ before: z.number(), after: z.number(), onset: z.number() }).nullable(),
});
export type Measures = z.infer<typeof measures>;

/** From which on what was measured earlier is measured again. */
export const MEASURED_BY = 2;
