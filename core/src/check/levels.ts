import { startsFor } from "../house/startsFor.ts";
import { setField } from "../session/change.ts";
import type { Track, TrackId } from "../session/document.ts";
import { PATHS } from "../session/kind.ts";
import { levelInWords } from "../session/valueWords.ts";
import type { Observation, Rule, RuleInput } from "./rule.ts";

/** Paths that together take less than this (dB) are mixing, not a start value pulled down twice. */
const LEAST = 6;

/**
 * The level a path rests at: what the house order says of its folder, or a starting value that speaks of
 * it; else 0 dB.
 */
function restOf(input: RuleInput, path: Track): number {
  const level = input.plan.houseFolder.get(path.id)?.plan.level;
  if (level !== undefined && level !== null) return level;
  const what = input.plan.wanted.get(path.id)?.what;
  return what?.sure ? (startsFor(input.style, what, path.kind, path.name, path.format).level ?? 0) : 0;
}

/**
 * The paths a track feeds through on its way to the main path, nearest first; the main path itself is not
 * one of them.
 */
function pathsOf(input: RuleInput, t: Track): Track[] {
  const paths: Track[] = [];
  const seen = new Set<TrackId>([t.id]);
  for (
    let at = input.tracks.get(t.feeds ?? "");
    at && at.kind !== "main" && !seen.has(at.id);
    at = input.tracks.get(at.feeds ?? "")
  ) {
    seen.add(at.id);
    paths.push(at);
  }
  return paths;
}

interface Low {
  readonly source: Track;
  readonly start: number;
  readonly comes: number;
}

/**
 * A source that comes to the main path lower than the house starts it, by more than its own level: the
 * paths on its way take headroom that was taken at the source already. One observation a path, with what it
 * makes too low.
 */
export const pulledDownTwice: Rule = {
  id: "pulled-down-twice",
  area: "signal",
  title: "Pulled down twice",
  reads: ["kind", "format", "level", "feeds"],
  plan: ["wanted", "houseFolder"],
  says: ["name"],
  check: (input) => {
    // Mostly no path is turned down at all, and nothing has to be followed.
    if (!input.session.tracks.some((t) => t.level < 0 && PATHS.has(t.kind))) return [];
    const byPath = new Map<Track, Low[]>();
    for (const t of input.session.tracks) {
      if (PATHS.has(t.kind) || t.format === null) continue;
      const low = pathsOf(input, t).filter((p) => p.level < 0 && p.level < restOf(input, p));
      const taken = low.reduce((sum, p) => sum + restOf(input, p) - p.level, 0);
      if (taken < LEAST) continue;
      const what = input.plan.wanted.get(t.id)?.what;
      const start = what?.sure ? startsFor(input.style, what, t.kind, t.name, t.format).level : undefined;
      if (start === undefined) continue;
      const comes = t.level - taken;
      if (taken < -start || comes >= start) continue;
      for (const p of low) byPath.set(p, [...(byPath.get(p) ?? []), { source: t, start, comes }]);
    }
    return [...byPath].map(([path, sources]) => observation(input, path, sources));
  },
};

function observation(input: RuleInput, path: Track, sources: readonly Low[]): Observation {
  const rest = restOf(input, path);
  const lowest = sources.reduce((a, b) => (b.comes - b.start < a.comes - a.start ? b : a));
  const others = sources.length === 1 ? "" : ` and ${sources.length - 1} more`;
  return {
    track: path.id,
    weight: "look",
    says:
      `“${path.name}” stands at ` +
      `${levelInWords(path.level)} dB: ` +
      `“${lowest.source.name}”${others} ${sources.length === 1 ? "comes" : "come"} too low to the main path.`,
    because:
      `The house starts “${lowest.source.name}” at ${levelInWords(lowest.start)} dB; ` +
      `with its own level it arrives at ${levelInWords(lowest.comes)} dB. Headroom is pulled ` +
      "down once, at the sources.",
    before: `${levelInWords(path.level)} dB`,
    after: `${levelInWords(rest)} dB`,
    fix: {
      label: `Back to ${levelInWords(rest)} dB`,
      changes: [setField(path, "level", rest)],
      sure: false,
    },
  };
}
