import type { Session } from "../../session/document.ts";
import { Along } from "../../time/along.ts";
import { FileProblem } from "../fileProblem.ts";
import { TimeReading } from "./brought.ts";
import type { BroughtTime } from "./brought.ts";

/** Frames of a second on a disc (IEC 60908, from memory). */
const FRAMES = 75;
/** A disc has no more tracks. */
const MOST = 99;

const quoted = (text: string): string => `"${text.replaceAll('"', "'").replace(/[\r\n]/g, " ")}"`;

function onDisc(seconds: number): string {
  const frames = Math.floor(seconds * FRAMES + 1e-6);
  const two = (n: number): string => String(n).padStart(2, "0");
  return `${two(Math.floor(frames / FRAMES / 60))}:${two(Math.floor(frames / FRAMES) % 60)}:${two(frames % FRAMES)}`;
}

/**
 * A cue sheet of one file: a track for each section, or where there is none for each marker (from memory of how disc
 * programs write them). A piece before the first begins at the start.
 * @param file the file all of it is in
 */
export function cueSheetOf(
  session: Session,
  file: string,
): { readonly text: string; readonly left: number } {
  const along = new Along(session);
  const places = (
    session.sections.length > 0
      ? session.sections.map((s) => ({ name: s.name, at: along.barAt(s.bar) }))
      : session.markers.map((m) => ({ name: m.name, at: along.seconds(m.clock, m.at) }))
  ).sort((a, b) => a.at - b.at);
  const first = places[0];
  const all = first && first.at < 1 / FRAMES ? places : [{ name: session.title, at: 0 }, ...places];
  const lines = all
    .slice(0, MOST)
    .flatMap(({ name, at }, n) => [
      `  TRACK ${String(n + 1).padStart(2, "0")} AUDIO`,
      `    TITLE ${quoted(name)}`,
      `    INDEX 01 ${onDisc(at)}`,
    ]);
  const head = [`TITLE ${quoted(session.title)}`, `FILE ${quoted(file)} WAVE`];
  return { text: [...head, ...lines, ""].join("\r\n"), left: Math.max(0, all.length - MOST) };
}

/**
 * Reads a cue sheet (from memory of how disc programs write them): a marker for each track, where its index 01 stands,
 * called by its title. Of several files only the first has places in one session.
 * @throws FileProblem where no track is in it
 */
export function timeInCueSheet(text: string): BroughtTime {
  const reading = new TimeReading();
  let [files, number, title, many] = [0, 0, "", 0];
  for (const line of text.split(/\r\n|\r|\n/)) {
    if (/^\s*FILE\s/i.test(line)) files++;
    const track = /^\s*TRACK\s+(\d{1,2})\s/i.exec(line);
    if (track) [number, title] = [Number(track[1]), ""];
    const said = number > 0 ? /^\s*TITLE\s+(?:"([^"]*)"|(.*))/i.exec(line) : null;
    if (said) title = (said[1] ?? said[2] ?? "").trim();
    const index = /^\s*INDEX\s+0?1\s+(\d{1,4}):(\d\d):(\d\d)\s*$/i.exec(line);
    if (!index || number === 0 || files > 1) continue;
    const [minutes, seconds, frames] = index.slice(1).map(Number) as [number, number, number];
    many++;
    reading.marker({
      clock: "seconds",
      at: minutes * 60 + seconds + frames / FRAMES,
      name: title === "" ? `Track ${number}` : title,
    });
  }
  if (many === 0) throw new FileProblem("The cue sheet has no track with an index 01.", "line 1");
  if (files > 1) reading.notices.push(`It names ${files} files; the tracks of the first were taken.`);
  return reading.brought("cue sheet");
}
