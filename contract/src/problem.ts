import { z } from "zod";

/** An error as it goes over the wire (RFC 9457): a title, and in `detail` what happened and what to do. */
export const problem = z.object({
  type: z.string(),
  title: z.string(),
  status: z.int(),
  detail: z.string(),
  /** Where in the request or file it is, as far as known. */
  where: z.string().nullable(),
});
export type Problem = z.infer<typeof problem>;
