import type { Style } from "../house/style.ts";
import { newSession } from "../house/starts.ts";
import { apply } from "../session/apply.ts";
import { blankTrack } from "../session/document.ts";
import type { Session } from "../session/document.ts";
import { addTyped, readLines } from "../sheet/typed.ts";
import { saidOf } from "./exchange/contents.ts";
import { openExchange } from "./exchange/entries.ts";
import { readEntries } from "./exchange/read.ts";
import { inSize, sourceOf } from "./bytes.ts";
import type { ByteSource, Bytes } from "./bytes.ts";
import { FileProblem } from "./fileProblem.ts";
import type { Cargo, ForeignSession } from "./foreignSession.ts";
import { readMidiTracks } from "./midiTracks.ts";
import { trackSheetIn } from "./trackSheet.ts";

const LARGEST = 64 << 20;

/**
 * Reads a file to start a template from: our exchange format, a Standard MIDI File, or a CSV track sheet,
 * told apart by what is in it.
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
  if (first.startsWith("PK")) return fromExchange(source);
  if (source.size > LARGEST)
    throw new FileProblem(
      `“${name}” has ${inSize(source.size)}, more than any list of tracks. Choose another file.`,
    );
  const bytes = await source.read(0, source.size);
  const starts = (text: string): boolean => first.startsWith(text);
  if (starts("MThd") || (starts("RIFF") && /\.(mid|midi|rmi)$/i.test(name)))
    return readMidiTracks(newSession(style.house, titleOf(name)), bytes);
  if (/\.(csv|txt|tsv)$/i.test(name)) return fromSheet(style, name, bytes, newId);
  throw new FileProblem(
    `“${name}” is none of what a template can start from: a session exchange file ` +
      "(.dawproject), a Standard MIDI File (.mid), a track sheet (.csv).",
  );
}

const titleOf = (name: string): string =>
  name
    .replace(/\.[^.]*$/, "")
    .replace(/[_-]+/g, " ")
    .trim()
    .slice(0, 200) || "Untitled";

async function fromExchange(bytes: ByteSource): Promise<ForeignSession> {
  const file = await openExchange(bytes);
  const { session, remarks, contents, settings, of } = readEntries(file);
  const files = (folder: string): Cargo => {
    const mine = file.zip.entries.filter((e) => e.name.startsWith(`${file.folder}${folder}/`) && !e.folder);
    return { what: "", many: mine.length, bytes: mine.reduce((sum, e) => sum + e.size, 0) };
  };
  return {
    session,
    whole: settings && of === null,
    from: "session exchange file",
    remarks,
    carried: [
      { ...files("audio"), what: "audio files" },
      ...saidOf(contents).map(({ many, what }) => ({ what, many, bytes: null })),
      { ...files("plugins"), what: "plug-in states" },
    ].filter((c) => c.many > 0),
  };
}

function fromSheet(style: Style, name: string, bytes: Uint8Array, newId: () => string): ForeignSession {
  let text: string;
  try {
    text = new TextDecoder("utf-8", { fatal: true }).decode(bytes);
  } catch {
    throw new FileProblem(`“${name}” is not UTF-8 text. Save it as CSV in UTF-8.`);
  }
  const list = trackSheetIn(text);
  const empty = newSession(style.house, titleOf(name));
  const main = blankTrack(newId(), "Main", { kind: "main", format: empty.mainFormat });
  const made = readLines(style, empty, list, newId);
  const start: Session = made.some((m) => m.track.kind === "main") ? empty : { ...empty, tracks: [main] };
  return {
    session: apply(start, addTyped(style, start, made, "house")),
    whole: false,
    from: "track sheet",
    carried: [],
    remarks: [],
  };
}
