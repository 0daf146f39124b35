import { startsFor } from "../../house/startsFor.ts";
import type { Style } from "../../house/style.ts";
import { sameNeed } from "../../session/ensemble.ts";
import type { Need } from "../../session/ensemble.ts";
import { inKeys, movedTo } from "../../sampled/keys.ts";
import type { Articulation, Patch } from "../library.ts";
import type { Span } from "../../session/midiKeys.ts";
import type { Known } from "../plan/offers.ts";

/** One articulation of one patch, as it lies on the keys of a track. */
export interface Use {
  readonly library: Known;
  readonly patch: Patch;
  readonly articulation: Articulation;
  /** How far notes are moved on their way to the patch, in semitones. */
  readonly moved: number;
  /** The keys of a track its patch sounds on; null where nobody knows. */
  readonly keys: Span | null;
}

/** A way of playing with everything of all libraries that is played so. */
export interface WayUsed extends Need {
  readonly uses: readonly Use[];
}

type Pitched = Pick<Patch, "low" | "high" | "articulations">;

/**
 * The keys of a track a patch sounds on, with all its articulations; null where nobody knows.
 * @param moved semitones from a key of the track to the key of the patch
 */
export function keysOn({ low, high, articulations }: Pitched, moved: number): Span | null {
  const all = [{ low, high }, ...articulations].flatMap((s) =>
    s.low === null || s.high === null ? [] : [s.low, s.high],
  );
  return all.length === 0
    ? null
    : { low: inKeys(Math.min(...all) - moved), high: inKeys(Math.max(...all) - moved) };
}

/** How far a new track of a player sounds from where it is written, by the house's starting values. */
export const writtenAt = (style: Style, { role, positions, number }: Patch): number =>
  startsFor(style, { role, of: null, positions, number }, "instrument", "", "stereo").transpose ?? 0;

/**
 * Every way of playing that libraries have for players the house knows, in the order of the house's words, each with
 * all that plays it.
 */
export function waysUsed(style: Style, catalogue: readonly Known[]): WayUsed[] {
  const all: { words: string[]; seconds: number | null; uses: Use[] }[] = [];
  for (const library of catalogue)
    for (const patch of library.library.patches) {
      if (patch.role === null) continue;
      const moved = movedTo(writtenAt(style, patch), patch);
      const keys = keysOn(patch, moved);
      for (const articulation of patch.articulations) {
        const { words, seconds } = articulation;
        if (words.length === 0) continue;
        const use: Use = { library, patch, articulation, moved, keys };
        const there = all.find((w) => sameNeed(w, articulation));
        if (there) there.uses.push(use);
        else all.push({ words, seconds, uses: [use] });
      }
    }
  const place = (word: string | undefined): number =>
    word === undefined ? 0 : (style.positionOrder.get(word) ?? 1e6);
  return all.sort(
    (a, b) =>
      place(a.words[0]) - place(b.words[0]) ||
      place(a.words[1]) - place(b.words[1]) ||
      (a.seconds ?? 0) - (b.seconds ?? 0),
  );
}
