import { DELIVERIES, delivered } from "@mossy/core/delivery/delivered";
import { trackId } from "@mossy/core/session/document";
import { z } from "zod";
import { diskPath } from "./disk.ts";
import { FILE, TEAM, route } from "./route.ts";

/** Sound files that came with the last check-in of a session, and of which tracks they are as far as it says. */
export const carriedSounds = z.object({
  /** Null where nothing came in, or nothing with files. */
  checkIn: z.int().nullable(),
  files: z.array(z.object({ path: z.string(), size: z.number() })),
  of: z.record(z.string(), trackId),
});

/** Where the files of a delivery lie: in a session's folder on the shared disk, or in its last check-in. */
const from = z.discriminatedUnion("what", [
  z.object({ what: z.literal("disk"), at: diskPath }),
  z.object({ what: z.literal("check-in") }),
]);
export type DeliveryFrom = z.infer<typeof from>;

const inside = z.string().min(1).max(4096);
const lookedAt = z.object({
  from,
  paths: z.array(inside).max(50),
  /** Files to be compared with each other. */
  pairs: z
    .array(z.tuple([inside, inside]))
    .max(50)
    .default([]),
});
const found = z.object({
  files: z.array(delivered),
  /** Not there any more, or not to be read. */
  gone: z.array(z.object({ path: z.string(), why: z.string() })),
  pairs: z.array(
    z.object({
      first: z.string(),
      second: z.string(),
      alike: z.object({ correlation: z.number(), later: z.number() }).nullable(),
    }),
  ),
});
export type DeliveryFound = z.infer<typeof found>;

const words = z.string().max(4096);
const paper = z.object({
  sort: z.enum(DELIVERIES),
  /** Where the files were: "Stems on the shared disk". */
  says: z.string().max(400),
  lines: z
    .array(
      z.object({
        file: words,
        track: words,
        format: words,
        length: words,
        loudness: words,
        hash: words,
        off: words,
      }),
    )
    .max(5000),
  missing: z.array(words).max(5000),
});
export type DeliveryPaper = z.infer<typeof paper>;

/** Stems and recorded files of a session, held against it and handed on. */
export const deliveryRoutes = {
  carriedSounds: route({
    summary: "Sound files that came with a session's last check-in, and of which tracks they are",
    who: "signed-in",
    answer: carriedSounds,
  }),
  deliveryFiles: route({
    summary: "Measure files of a session's folder or last check-in, and compare pairs of them",
    who: TEAM,
    body: lookedAt,
    answer: found,
  }),
  deliveryPaper: route({
    summary: "The list of a delivery on paper (PDF)",
    who: TEAM,
    body: paper,
    answer: FILE,
  }),
  deliveryBag: route({
    summary: "A delivery as a bag (RFC 8493) in a ZIP: its files, and their hashes",
    who: TEAM,
    query: z.object({ sort: z.enum(DELIVERIES), at: diskPath.optional() }),
    answer: FILE,
  }),
} as const;
