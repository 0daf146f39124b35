import { oneLine } from "@mossy/core/session/text";
import { z } from "zod";
import { doer } from "./people.ts";

/** What a production of the house goes by, in capitals: "LW26". */
export const productionCode = oneLine(24)
  .trim()
  .min(1, "give the production a code")
  .regex(/^[\p{L}\p{N}][\p{L}\p{N}._-]*$/u, "letters, digits, dots, dashes and underlines make a code")
  .transform((code) => code.toUpperCase());

/** A production: a record, a play. Templates of it are offered to its own sessions only. */
export const production = z.object({
  code: z.string(),
  /** What it is called in full; empty where nobody said. */
  title: z.string(),
  /** Null while it runs. Closed, its templates are put away. */
  closed: z.object({ by: doer, at: z.iso.datetime() }).nullable(),
  templates: z.array(z.object({ id: z.string(), name: z.string() })),
  /** How many sessions it has, and how many of those are open. */
  sessions: z.int(),
  open: z.int(),
});
export type Production = z.infer<typeof production>;
export const productions = z.object({ productions: z.array(production) });

/** Names a production (begun, where there is none of that code), closes it or opens it again. */
export const editProduction = z.object({ title: oneLine(120).trim(), closed: z.boolean() });
