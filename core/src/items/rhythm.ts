import type { Session } from "../session/document.ts";
import type { Note } from "../session/item.ts";

/** The MIDI channel of drums (General MIDI). */
const DRUMS = 10;
/** Which key is which drum (General MIDI 1, percussion key map, from memory). */
const DRUM_KEYS: readonly (readonly [string, readonly number[]])[] = [
  ["kick", [35, 36]],
  ["snare", [38, 40]],
  ["side stick", [37]],
  ["clap", [39]],
  ["hat", [42, 44, 46]],
  ["tom", [41, 43, 45, 47, 48, 50]],
  ["crash", [49, 57]],
  ["ride", [51, 53, 59]],
  ["tambourine", [54]],
  ["cowbell", [56]],
  ["shaker", [69, 70, 82]],
];

/** So near to its place a note counts as played there, in beats: a sixteenth at most is another place. */
const NEAR = 0.08;

/**
 * What a rhythm is called by where its notes begin: on every beat, between the beats, on two and four. Trade words
 * (common practice, no source); null where it is none of these.
 * @param at in quarter notes
 */
function rhythmOf(at: readonly number[], length: number, { beats, unit }: Session["meter"]): string | null {
  const beat = 4 / unit;
  const many = Math.round(length / beat);
  const places = [...new Set(at.map((a) => Math.round((a / beat) * 4)))];
  const off = at.some((a) => Math.abs(a / beat - Math.round((a / beat) * 4) / 4) > NEAR);
  if (off || many < 1) return null;
  const on = places.filter((p) => p % 4 === 0).map((p) => p / 4);
  if (on.length === places.length && on.length === many && beats === 4) return "four-on-the-floor";
  if (places.every((p) => p % 4 === 2) && places.length === many) return "off-beat";
  const back = on.length === places.length && on.every((b) => (b % beats) % 2 === 1);
  if (back && beats === 4 && on.length === many / 2) return "backbeat";
  if (places.length === many * 2 && places.every((p) => p % 2 === 0)) return "eighths";
  if (places.length === many * 4) return "sixteenths";
  return null;
}

/**
 * Tags for a pattern, from its notes: the drums in it and how each goes ("kick", "four-on-the-floor"); of other
 * channels only how all of it goes.
 * @param channel 1 to 16
 * @param length in quarter notes
 */
export function tagsOf(
  notes: readonly Note[],
  length: number,
  meter: Session["meter"],
  channel: number,
): string[] {
  const goes = (keys: readonly number[] | null): string | null =>
    rhythmOf(
      notes.filter((n) => keys === null || keys.includes(n.key)).map((n) => n.at),
      length,
      meter,
    );
  if (channel !== DRUMS) {
    const all = goes(null);
    return all === null ? [] : [all];
  }
  const drums = DRUM_KEYS.filter(([, keys]) => notes.some((n) => keys.includes(n.key)));
  const tags = drums.flatMap(([drum, keys]) => {
    const said = goes(keys);
    return [drum, ...(said === null ? [] : [said])];
  });
  return [...new Set(tags)];
}
