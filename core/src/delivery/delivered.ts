import { z } from "zod";
import { fileHash } from "../session/item.ts";
import { soundSays } from "../sound/head.ts";
import { measures } from "../sound/measures.ts";

/** A file of a delivery, and what was found out about it. */
export const delivered = z.object({
  /** Below the folder that was handed in, parted by "/". */
  path: z.string(),
  /** In bytes. */
  size: z.number(),
  hash: fileHash,
  /** Both null where it could not be measured. */
  says: soundSays.omit({ markers: true, ixml: true }).nullable(),
  measures: measures.nullable(),
  /** Why it was not measured; null where it was. */
  unmeasured: z.string().nullable(),
});
export type Delivered = z.infer<typeof delivered>;

/** What a folder is to hold: a stem of each path that makes the mix, or what was recorded of each source. */
export const DELIVERIES = ["stems", "recorded"] as const;
export type DeliverySort = (typeof DELIVERIES)[number];

/** Endings of files that may be sound. */
export const SOUND_ENDINGS: ReadonlySet<string> = new Set(
  "wav wave bwf rf64 w64 aif aiff aifc caf flac mp3 ogg oga opus m4a".split(" "),
);
