import { CHANNELS, channelFormat } from "../session/document.ts";
import type { ChannelFormat, Session, Track, TrackId } from "../session/document.ts";
import { asOneLine } from "../session/text.ts";
import { readName } from "../words/read.ts";
import type { Reading } from "../words/read.ts";
import { newTrack } from "./dress.ts";
import type { Style } from "./style.ts";

/** One track of what was typed or pasted, with what the house made of its line. */
export interface NewName { readonly line: string; readonly reading: Reading; readonly track: Track }

/** So many tracks are taken at once. */
export const MOST_AT_ONCE = 500;

/** What stands in a line: "8 of Shanty tenor | 12 | stereo | half circle". */
interface Line { readonly name: string; readonly many: number; readonly input: number | null; readonly format: ChannelFormat | null; readonly notes: string }

/**
 * Reads typed or pasted names, one a line, and makes a dressed track of each that has a role; empty lines are left out.
 * "8 of" before a name makes eight; behind a bar or a tab may stand an input, a channel format and a note, in any order; inputs count on.
 * Lines that are not read for sure become plain tracks under the name as typed: nothing is guessed, nothing is lost.
 * @param newId gives a fresh id for each track
 */
export function readLines(style: Style, session: Session, text: string, newId: () => TrackId): NewName[] {
  const made: NewName[] = [];
  for (const raw of text.split(/\r?\n/)) {
    if (raw.trim() === "") continue;
    const line = lineOf(raw);
    if (line.name === "") continue;
    const reading = readName(style.reader, line.name);
    const known = reading.sure ? reading : { role: null, of: null, positions: [], number: null };
    for (let n = 0; n < line.many && made.length < MOST_AT_ONCE; n++) {
      const track = newTrack(style, session, newId(), { ...known, number: line.many > 1 ? null : known.number }, line.name, reading.format);
      if (line.format !== null && track.format !== null) track.format = line.format;
      if (line.input !== null && track.kind === "audio") { const input = line.input + n * CHANNELS[track.format ?? "mono"]; if (input + CHANNELS[track.format ?? "mono"] - 1 <= 1024) track.input = input; }
      if (line.notes !== "") track.notes = line.notes;
      made.push({ line: line.name, reading, track });
    }
  }
  return made;
}

function lineOf(raw: string): Line {
  const [first = "", ...rest] = raw.split(/[|\t]/).map((part) => asOneLine(part, 400).trim());
  const counted = /^(\d{1,3})\s+of\s+(\S.*)$/i.exec(first);
  const many = counted ? Number(counted[1]) : 1;
  let input: number | null = null, format: ChannelFormat | null = null;
  const notes: string[] = [];
  for (const part of rest) {
    const number = /^(?:in(?:put)?\s*)?(\d{1,4})$/i.exec(part)?.[1];
    const wide = channelFormat.safeParse(part.toLowerCase());
    if (number !== undefined && input === null && Number(number) >= 1 && Number(number) <= 1024) input = Number(number);
    else if (wide.success && format === null) format = wide.data;
    else if (part !== "") notes.push(part);
  }
  return { name: (counted && many >= 1 ? counted[2] ?? "" : first).slice(0, 200), many: counted && many >= 1 ? many : 1, input, format, notes: notes.join("; ") };
}
