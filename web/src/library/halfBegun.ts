import { session as sessionSchema } from "@mossy/core/session/document";
import { z } from "zod";

const FROM = ["nothing", "starter", "template", "session", "file"] as const;
export type From = (typeof FROM)[number];

/** What stands half filled in; a session read from somewhere is kept as far as the window's memory goes. */
export const halfBegun = z.object({
  name: z.string(),
  shelf: z.string(),
  from: z.enum(FROM),
  session: sessionSchema.nullable(),
  chosen: z.string().nullable(),
  production: z.string(),
  /** The note it is published with at once; null where it begins as a draft. */
  note: z.string().nullable(),
});
export type HalfBegun = z.infer<typeof halfBegun>;
export const BEGUN: HalfBegun = {
  name: "",
  shelf: "",
  from: "nothing",
  session: null,
  chosen: null,
  production: "",
  note: null,
};
/** What is said of a release that is published as its template is begun. */
export const FIRST_NOTE = "As the session stood.";
