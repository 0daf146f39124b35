import { DRIFT_BY, driftGroup } from "@mossy/core/drift/overTime";
import { PARTS } from "@mossy/core/drift/parts";
import { z } from "zod";
import { revision } from "./documents.ts";
import { doer } from "./people.ts";
import { sessionCard } from "./sessions.ts";

/** So many weeks can be looked at. */
export const DRIFT_WEEKS = [4, 12, 26, 52] as const;

/** Of one room or template, or of all. */
export const whichSessions = {
  room: z.string().max(80).optional(),
  template: z.string().max(80).optional(),
};
const about = { rule: z.string().max(80).optional() };
export const driftQuery = z.object({
  by: z.enum(DRIFT_BY).default("rule"),
  weeks: z.coerce.number().pipe(z.literal(DRIFT_WEEKS)).default(12),
  part: z.enum(PARTS).optional(),
  ...about,
  ...whichSessions,
});

/** What drifts, over some weeks. */
export const driftOverTime = z.object({
  /** The edition in force. */
  edition: z.int(),
  /** When each week begins. */
  weeks: z.array(z.iso.datetime()),
  /** All of it together. */
  all: driftGroup.omit({ key: true }),
  groups: z.array(driftGroup.extend({ name: z.string() })),
});
export type DriftOverTime = z.infer<typeof driftOverTime>;

export const rightQuery = z.object({ ...about, ...whichSessions });
/** A rule with what rooms brought about against it, and in how many open sessions. */
const ruleOpen = z.object({ rule: z.string(), findings: z.int(), sessions: z.int() });
/** Open sessions in which a room brought something about, some of them: `of` are there in all. */
export const rightPage = z.object({
  of: z.int(),
  next: z.int().nullable(),
  rules: z.array(ruleOpen),
  lines: z.array(
    z.object({
      session: sessionCard,
      revision: z.int(),
      /** How many changes would put right what can be without asking, and the first of them in sentences. */
      changes: z.int(),
      says: z.array(z.string()),
      /** What only a person can decide, in sentences. */
      left: z.array(z.string()),
    }),
  ),
});
export type RightPage = z.infer<typeof rightPage>;

/** Puts right in a session what its room brought about, as part of a run over many. */
export const putRight = z.object({
  run: z.uuid(),
  /** Null: whatever it is. */
  rule: z.string().max(80).nullable(),
  /** The revision that was looked at. */
  revision,
  /** Whether the corrected file goes to the station. */
  send: z.boolean(),
});
export const putRightDone = z.object({ changes: z.int() });

/** A run over many sessions. */
export const rightRun = z.object({
  run: z.uuid(),
  rule: z.string().nullable(),
  sessions: z.int(),
  changes: z.int(),
  sent: z.boolean(),
  by: doer,
  at: z.iso.datetime(),
  /** How many of them were undone. */
  undone: z.int(),
});
export type RightRun = z.infer<typeof rightRun>;
export const rightRuns = z.object({ runs: z.array(rightRun) });
/** What became of undoing a run: in so many sessions, and what was left as it is, with why. */
export const runUndone = z.object({
  undone: z.int(),
  left: z.array(z.object({ title: z.string(), why: z.string() })),
});
export type RunUndone = z.infer<typeof runUndone>;
