import type { Session } from "../../session/document.ts";
import { sourceOf } from "../bytes.ts";
import type { Bytes } from "../bytes.ts";
import { openExchange } from "../exchange/entries.ts";
import { jobIn } from "../exchange/jobIn.ts";
import { readEntries } from "../exchange/read.ts";
import { FileProblem } from "../fileProblem.ts";
import { textOf } from "../grid.ts";
import { parsedMidi } from "../midiTracks.ts";
import { tablesIn } from "../tableFile.ts";
import type { BroughtTime } from "./brought.ts";
import { timeInCueSheet } from "./cueSheet.ts";
import { timeInEditList } from "./editListIn.ts";
import { markersFrom } from "./markersTable.ts";
import { timeInMidi } from "./midiTime.ts";
import { timeInOtio } from "./otioIn.ts";

const LARGEST = 16 << 20;

/**
 * What a file says of the time of a piece: a list of markers, a Standard MIDI File, a session exchange file, an
 * OpenTimelineIO document, an edit list in the manner of CMX 3600, or a cue sheet, told apart by what is in it.
 * @param session whose bars, frames and sound the file's places are counted in
 * @throws FileProblem saying what is wrong, where, and what to do
 */
export async function readTime(session: Session, name: string, file: Bytes): Promise<BroughtTime> {
  const source = sourceOf(file);
  if (source.size === 0) throw new FileProblem(`“${name}” is empty. Choose another file.`);
  const first = String.fromCharCode(...(await source.read(0, 4)));
  if (first.startsWith("PK") && !/\.(xlsx|ods)$/i.test(name)) {
    const opened = await openExchange(source);
    return jobIn(opened.project, readEntries(opened), []).time;
  }
  if (source.size > LARGEST)
    throw new FileProblem(`“${name}” has more than 16 MB; no list of places is that long.`);
  const bytes = await source.read(0, source.size);
  if (first.startsWith("MThd")) return timeInMidi(parsedMidi(bytes).midi);
  if (first.startsWith("PK")) return markersFrom(await tablesIn(name, bytes), session);
  const text = textOf(bytes);
  if (text.trimStart().startsWith("{")) return timeInOtio(text);
  if (/\.edl$/i.test(name) || /^[ \t]*(TITLE:|FCM:|\d{3,6}\s+\S+\s+\S+\s+C\s)/m.test(text.slice(0, 2000)))
    return timeInEditList(text, session);
  if (/\.cue$/i.test(name) || /^[ \t]*TRACK[ \t]+\d+[ \t]+AUDIO/im.test(text.slice(0, 20_000)))
    return timeInCueSheet(text);
  return markersFrom(await tablesIn(name, bytes), session);
}
