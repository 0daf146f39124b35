import { z } from "zod";
import { inWords } from "../session/says.ts";
import { longText, oneLine } from "../session/text.ts";
import type { Comparison } from "./sentences.ts";

/** A comparison as a file: what happened in sentences, and every change one by one. */
export const comparisonForm = z.object({
  format: z.literal("mossy-lantern/comparison"),
  version: z.literal(1),
  /** What the two are called. */
  from: longText(400),
  to: longText(400),
  sentences: z.array(z.object({ says: z.string().max(4000), differences: z.int().min(1) })).max(40_000),
  changes: z
    .array(
      z.object({
        track: oneLine(200),
        sort: z.enum(["added", "taken out", "moved", "changed"]),
        what: z.string().max(400),
        before: z.string().nullable(),
        after: z.string().nullable(),
      }),
    )
    .max(100_000),
  /** What people said about what is compared: what is open, and what was done about what differs. */
  remarks: z
    .array(
      z.object({
        on: longText(700),
        text: longText(1000),
        by: oneLine(80),
        at: z.iso.datetime(),
        done: z.boolean(),
        answers: z.array(z.object({ text: longText(1000), by: oneLine(80) })).max(1000),
      }),
    )
    .max(1000)
    .default([]),
});
export type ComparisonFile = z.infer<typeof comparisonForm>;

/** @param names what the two are called; @param remarks what people said about them */
export function comparisonFile(
  { a, b, changes, sentences }: Comparison,
  [from, to]: readonly [string, string],
  remarks: ComparisonFile["remarks"] = [],
): ComparisonFile {
  return {
    format: "mossy-lantern/comparison",
    version: 1,
    from,
    to,
    sentences: sentences.map((s) => ({ says: s.says, differences: s.atoms.length })),
    changes: inWords(a, b, changes).map(({ name, sort, what, before, after }) => ({
      track: name,
      sort,
      what,
      before,
      after,
    })),
    remarks,
  };
}

/** Every change one by one, as a list for spreadsheets. */
export function comparisonList({ a, b, changes }: Comparison): {
  name: string;
  heads: string[];
  rows: (string | null)[][];
} {
  return {
    name: "Changes",
    heads: ["Track", "Sort", "What", "Before", "After"],
    rows: inWords(a, b, changes).map((s) => [s.name, s.sort, s.what, s.before, s.after]),
  };
}
