import type { Remark } from "@mossy/contract/remarks";
import type { ComparisonFile } from "@mossy/core/compare/out";
import type { Comparison } from "@mossy/core/compare/sentences";
import { onInWords, trackOf } from "../remarks/words.ts";

/** So many go into a file at most. */
const MOST = 1000;

/**
 * What people said that belongs to a comparison: all that is open, and what was done about a track that
 * differs.
 */
export function remarksIn({ a, b, changes }: Comparison, remarks: readonly Remark[]): Remark[] {
  const names = namesIn({ a, b });
  const changed = new Set(changes.map((c) => (c.do === "add" ? c.track.id : "id" in c ? c.id : "")));
  return remarks
    .filter(({ on, done }) => {
      const track = trackOf(on);
      if (track !== null && !names.has(track)) return false;
      return done === null || (track !== null && changed.has(track));
    })
    .slice(0, MOST);
}

/** What the tracks of both are called: as in the second where they are in both. */
const namesIn = ({ a, b }: Pick<Comparison, "a" | "b">): Map<string, string> =>
  new Map([...a.tracks, ...b.tracks].map((t) => [t.id, t.name]));

/** The same as it goes into a file. */
export function remarksOut(compared: Comparison, remarks: readonly Remark[]): ComparisonFile["remarks"] {
  const names = namesIn(compared);
  return remarksIn(compared, remarks).map((r) => ({
    on: onInWords(r, names),
    text: r.text,
    by: r.by.name,
    at: r.at,
    done: r.done !== null,
    answers: r.answers.map(({ text, by }) => ({ text, by: by.name })),
  }));
}
