import { z } from "zod";

const seven = z.int().min(0).max(127);
const ordered = (s: { readonly low: number; readonly high: number }): boolean => s.low <= s.high;
const ORDER = "the lower one comes first";

/** One thing that calls an articulation up in its patch. */
export const call = z.discriminatedUnion("by", [
  /** By a key below or above what it plays; `held`: only while the key is down. */
  z.object({ by: z.literal("key"), low: seven, high: seven, held: z.boolean() }).refine(ordered, ORDER),
  /** By a controller that stands between two values. */
  z
    .object({ by: z.literal("controller"), controller: seven, low: seven, high: seven })
    .refine(ordered, ORDER),
  /** By how hard a note is struck. */
  z
    .object({ by: z.literal("velocity"), low: z.int().min(1).max(127), high: z.int().min(1).max(127) })
    .refine(ordered, ORDER),
  /** By a program change, counted from 1; a bank is its select value (MSB · 128 + LSB). */
  z.object({
    by: z.literal("program"),
    program: z.int().min(1).max(128),
    bank: z.int().min(0).max(16_383).nullable(),
  }),
  z.object({ by: z.literal("channel"), channel: z.int().min(1).max(16) }),
]);
export type Call = z.infer<typeof call>;
/** All that has to be so for an articulation to sound; nothing: it is what its patch plays. */
export const calls = z.array(call).max(3);
export type Calls = readonly Call[];
