import { z } from "zod";

export const CORRECTION_FORMAT = "mossy-lantern/correction";
export const CORRECTION_ENDING = ".correction.json";

const size = z.int().min(0);
/** From `at` on, `cut` characters (UTF-16 code units) of the entry's text become `put`. */
const textEdit = z.object({ at: size, cut: size, put: z.string() });

/** What has to be other in a session file for it to be put right, as a file that is sent to where it lies. */
export const correction = z.object({
  format: z.literal(CORRECTION_FORMAT),
  version: z.literal(1),
  /** Id of the session in the house, and which check-in of it the file was. */
  session: z.string().max(80),
  checkIn: z.int().min(1),
  title: z.string(),
  fileName: z.string(),
  entries: z.array(
    z.object({
      name: z.string(),
      /** The entry the edits are of: its size in bytes and its CRC-32; null for one that is new. */
      was: z.object({ size, crc: size }).nullable(),
      change: z.union([z.object({ edits: z.array(textEdit) }), z.object({ text: z.string() })]),
    }),
  ),
  /** What could not be put right in the file. */
  says: z.array(z.string()),
});
export type Correction = z.infer<typeof correction>;
