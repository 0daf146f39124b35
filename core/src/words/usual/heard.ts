import type { Hearing } from "../wordlist.ts";

/** All the spellings one entry stands for: `(a|b)` either word, a leading `~` both orders. */
export function spellings(entry: string): string[] {
  const bothWays = entry.startsWith("~");
  const parts = (bothWays ? entry.slice(1) : entry).match(/\([^)]*\)|[^()]+/g) ?? [];
  const choices = parts
    .map((p) => (p.startsWith("(") ? p.slice(1, -1).split("|") : [p]).map((w) => w.trim()))
    .filter((c) => c.some((w) => w !== ""));
  const join = (lists: readonly string[][]): string[] =>
    lists.reduce<string[]>((done, list) => done.flatMap((d) => list.map((w) => `${d} ${w}`.trim())), [""]);
  return bothWays ? [...join(choices), ...join([...choices].reverse())] : join(choices);
}

/** Reads the "heard as" column. */
export function heardFrom(column: string): Hearing[] {
  return column
    .split(",")
    .map((e) => e.trim())
    .filter(Boolean)
    .flatMap((e) => {
      const [rest = "", within] = e.split("@");
      const doubtful = rest.endsWith("?");
      return spellings(doubtful ? rest.slice(0, -1) : rest).map((text) => ({
        text,
        within: within ?? null,
        doubtful,
      }));
    });
}
