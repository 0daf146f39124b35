import type { Reader } from "../words/reader.ts";
import { compose } from "./compose.ts";
import type { NamePatterns, Naming, PatternUse } from "./pattern.ts";

/** What a pattern may want to say beside what a thing is. @param date ISO 8601, the day that is shown */
export const fileFacts = (date: string): Naming => ({
  project: "MAR",
  title: "Spring tide live",
  room: "Pan Yard",
  date,
  version: 2,
  take: 3,
  sampleRate: 48000,
});

const ROLE: Partial<Record<PatternUse, string>> = { folder: "engine-room", bus: "bus", return: "reverb" };
const BESIDE: readonly PatternUse[] = ["track", "input", "recorded-file", "stem"];
const NUMBERED: readonly PatternUse[] = ["marker", "cue"];
const OWNED: readonly PatternUse[] = ["bus", "return"];

/** A name by a pattern of the house, of something most houses have; null where it has no words for that. */
export function exampleOf(
  names: NamePatterns,
  reader: Reader,
  use: PatternUse,
  date: string,
): string | null {
  return compose(names[use], reader, {
    ...fileFacts(date),
    title: use === "marker" ? "Second verse" : use === "cue" ? "Band" : "Spring tide live",
    role: ROLE[use] ?? "snare",
    of: OWNED.includes(use) ? "snare" : null,
    positions: BESIDE.includes(use) ? ["top"] : [],
    number: NUMBERED.includes(use) ? 2 : null,
  });
}
