import type { Style } from "../house/style.ts";
import { newSession } from "../house/starts.ts";
import { apply } from "../session/apply.ts";
import { blankTrack } from "../session/document.ts";
import type { Session } from "../session/document.ts";
import { addTyped, readLines } from "../sheet/typed.ts";
import { openExchange } from "./exchange/entries.ts";
import { noticesOn } from "./exchange/contents.ts";
import { OF_TIME, jobIn, laidOn } from "./exchange/jobIn.ts";
import { withTime } from "./timeline/brought.ts";
import { readEntries } from "./exchange/read.ts";
import { NO_TITLE } from "./exchange/reading.ts";
import { inSize, sourceOf } from "./bytes.ts";
import type { ByteSource, Bytes } from "./bytes.ts";
import { FileProblem } from "./fileProblem.ts";
import type { TableFile } from "./grid.ts";
import { tablesIn } from "./tableFile.ts";
import type { ForeignSession } from "./foreignSession.ts";
import { readMidiTracks } from "./midiTracks.ts";
import { isMusicXml, readMusicXml, unpackedScore } from "./musicXml.ts";
import { readTemplateFile } from "./templateFile.ts";
import { textOf } from "./grid.ts";
import { trackSheetIn } from "./trackSheet.ts";

const LARGEST = 64 << 20;
const MOST_TRACKS = 10_000;
/** So much of a file tells what it is. */
const BEGINNING = 4096;

/**
 * Reads a file to start a template from: our exchange format, a template file, a Standard MIDI File, a
 * MusicXML score, or a track sheet, told apart by what is in it.
 * The file itself is never touched.
 * @throws FileProblem saying what is wrong, where, and what to do
 */
export async function readIncoming(
  style: Style,
  name: string,
  file: Bytes,
  newId: () => string,
): Promise<ForeignSession> {
  const source = sourceOf(file);
  if (source.size === 0) throw new FileProblem(`“${name}” is empty. Choose another file.`);
  const first = String.fromCharCode(...(await source.read(0, 4)));
  // Of a session file only what is wanted is read: its recordings may be larger than any memory.
  if (first.startsWith("PK") && !/\.(xlsx|ods|mxl)$/i.test(name)) return fromExchange(style, source, name);
  if (source.size > LARGEST)
    throw new FileProblem(
      `“${name}” has ${inSize(source.size)}, more than any list of tracks. Choose another file.`,
    );
  const bytes = await source.read(0, source.size);
  const empty = (): Session => newSession(style.house, titleOf(name));
  if (first.startsWith("PK") && /\.mxl$/i.test(name))
    return readMusicXml(empty(), name, await unpackedScore(name, bytes));
  if (first.startsWith("PK")) return fromSheet(style, name, await tablesIn(name, bytes), newId);
  const starts = (text: string): boolean => first.startsWith(text);
  if (starts("MThd") || (starts("RIFF") && /\.(mid|midi|rmi)$/i.test(name)))
    return readMidiTracks(empty(), bytes);
  const beginning = textOf(bytes.subarray(0, BEGINNING)).trimStart();
  if (isMusicXml(name, beginning)) return readMusicXml(empty(), name, bytes);
  if (beginning.startsWith("{")) return fromTemplate(textOf(bytes));
  if (/\.(csv|txt|tsv|tab)$/i.test(name)) return fromSheet(style, name, await tablesIn(name, bytes), newId);
  throw new FileProblem(
    `“${name}” is none of what a template can start from: a session exchange file ` +
      "(.dawproject), a template file (.json), a Standard MIDI File (.mid), a MusicXML score (.musicxml, " +
      ".mxl), a track sheet (.csv, .xlsx, .ods).",
  );
}

const titleOf = (name: string): string =>
  name
    .replace(/\.[^.]*$/, "")
    .replace(/[_-]+/g, " ")
    .trim()
    .slice(0, 200) || "Untitled";

const fromTemplate = (text: string): ForeignSession => ({
  session: readTemplateFile(text).session,
  whole: true,
  from: "template file",
  notices: [],
  carried: [],
});

async function fromExchange(style: Style, bytes: ByteSource, name: string): Promise<ForeignSession> {
  const file = await openExchange(bytes);
  const read = readEntries(file);
  const { notices, settings, of } = read;
  const counted = new Set(noticesOn(read.contents));
  const entries = file.zip.entries.flatMap((e) =>
    e.name.startsWith(file.folder) ? [{ ...e, name: e.name.slice(file.folder.length) }] : [],
  );
  const job = jobIn(file.project, read, entries);
  // Our own file says all of its time itself.
  const brought = settings ? null : job.time;
  const { lanes } = style.house.session;
  const laid = laidOn(brought ? { ...withTime(read.session, brought), lanes } : read.session, job.clips);
  const title = laid.session.title === NO_TITLE ? titleOf(name) : laid.session.title;
  const size = new Map(entries.map((e) => [e.name, e.size]));
  return {
    session: { ...laid.session, title },
    takes: laid.takes,
    sounds: new Map(
      [...laid.entries].map(([key, entry]) => [
        key,
        { entry: file.folder + entry, bytes: size.get(entry) ?? 0 },
      ]),
    ),
    whole: settings && of === null,
    from: "session exchange file",
    // How much of the job's there is stands in the list of what is left.
    notices: [...notices.filter((n) => !counted.has(n)), ...(brought?.notices ?? [])],
    carried: [
      ...job.cargo.filter((c) => !brought || !OF_TIME.includes(c.what)),
      ...(laid.left === 0 ? [] : [{ what: "more clips", many: laid.left, bytes: null }]),
    ],
  };
}

function fromSheet(style: Style, name: string, file: TableFile, newId: () => string): ForeignSession {
  const list = trackSheetIn(file);
  const empty = newSession(style.house, titleOf(name));
  const main = blankTrack(newId(), "Main", { kind: "main", format: empty.mainFormat });
  const made = readLines(style, empty, list, newId, undefined, MOST_TRACKS);
  if (made.length >= MOST_TRACKS)
    throw new FileProblem(
      `“${name}” names more than ${MOST_TRACKS.toLocaleString("en")} tracks; no session has so many.`,
    );
  const start: Session = made.some((m) => m.track.kind === "main") ? empty : { ...empty, tracks: [main] };
  return {
    session: apply(start, addTyped(style, start, made, "house")),
    whole: false,
    from: "track sheet",
    carried: [],
    notices: [],
  };
}
