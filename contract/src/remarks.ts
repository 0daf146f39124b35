import { longText, oneLine } from "@mossy/core/session/text";
import { CELLS } from "@mossy/core/sheet/cells";
import { z } from "zod";
import { doer } from "./people.ts";

const trackId = z.string().min(1).max(100);

/** Whose remarks: those of a template or block, of a session, of a proposal. */
const sort = z.enum(["template", "session", "proposal"]);
export const remarksOf = z.object({ sort, id: z.string().min(1).max(120) });
export type RemarksOf = z.infer<typeof remarksOf>;

/** What a remark stands on. A track stays the one it is, whatever it is called and wherever it is moved. */
export const remarkOn = z.discriminatedUnion("what", [
  z.object({ what: z.literal("all") }),
  /** @property cell one value of it; null: the track itself */
  z.object({ what: z.literal("track"), track: trackId, cell: z.enum(CELLS).nullable() }),
  /** @property says what the finding says; @property track null where it is about the whole session */
  z.object({
    what: z.literal("finding"),
    finding: z.string().max(600),
    says: oneLine(600),
    track: trackId.nullable(),
  }),
  z.object({ what: z.literal("release"), release: z.int().min(1).max(1_000_000) }),
]);
export type RemarkOn = z.infer<typeof remarkOn>;

const text = longText(1000).trim().min(1, "say something");
export const newRemark = z.object({
  of: remarksOf,
  on: remarkOn,
  text,
  /** For whom it is; null for whoever reads it. */
  for: z.string().max(80).nullable(),
});
export const newAnswer = z.object({ text });
export const remarkDone = z.object({ done: z.boolean() });

export const remark = z.object({
  id: z.uuid(),
  number: z.int(),
  of: remarksOf,
  on: remarkOn,
  /** How the track was called when the remark was made; "" where it stands on none. */
  named: z.string(),
  text: z.string(),
  by: doer,
  at: z.iso.datetime(),
  for: doer.nullable(),
  answers: z.array(z.object({ text: z.string(), by: doer, at: z.iso.datetime() })),
  done: z.object({ by: doer, at: z.iso.datetime() }).nullable(),
  /** Of a template's: its latest release when the remark was made; null before the first, and of others. */
  after: z.int().nullable(),
});
export type Remark = z.infer<typeof remark>;
export const remarks = z.object({ remarks: z.array(remark) });

/** Somebody of the house a remark may be for. */
export const colleagues = z.object({ people: z.array(doer) });

/** What a window that works on a document tells of itself. */
export const hereNow = z.object({
  /** What tells one window of somebody from the next. */
  window: z.string().min(8).max(40),
  /** The tracks that are chosen there: some of them where there are very many. */
  chosen: z.array(trackId).max(40),
  /** So many more are chosen. */
  more: z.int().min(0).max(100_000),
  /** Whether it leaves. */
  left: z.boolean(),
});
export type HereNow = z.infer<typeof hereNow>;
/** Somebody who works on a document, in one window. */
export const present = hereNow.omit({ left: true }).extend({ by: doer });
export type Present = z.infer<typeof present>;
export const whoIsHere = z.object({ here: z.array(present) });
