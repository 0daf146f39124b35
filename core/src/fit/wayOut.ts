import { z } from "zod";
import { trackId } from "../session/document.ts";

const way = {
  /** In words: "Without Aud_L, Aud_R: Iron_1, Iron_2 fit". */
  says: z.string(),
  /** Sources that have an input then, and have none now. */
  gains: z.array(trackId),
};
/** Something else that could be decided where not everything has an input, with what it is worth. */
export const wayOut = z.discriminatedUnion("sort", [
  z.object({ sort: z.literal("set-up"), setUp: z.string().nullable(), ...way }),
  z.object({ sort: z.literal("without"), leaveOut: z.array(trackId), keep: z.array(trackId), ...way }),
  z.object({ sort: z.literal("as-pair"), tracks: z.array(trackId), ...way }),
  z.object({ sort: z.literal("without-48"), tracks: z.array(trackId), ...way }),
]);
export type WayOut = z.infer<typeof wayOut>;
