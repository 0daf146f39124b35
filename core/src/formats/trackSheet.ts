import { channelFormat } from "../session/document.ts";
import type { Session, Track } from "../session/document.ts";
import { byId, foldersAround } from "../session/routing.ts";
import { asOneLine } from "../session/text.ts";
import { readTable, writeCsv } from "./table.ts";
import type { CsvRow } from "./table.ts";
import { FileProblem } from "./fileProblem.ts";

const LARGEST = 4 << 20;
const DEEPEST = 16;

/**
 * A CSV track sheet as a list for the "add tracks" field: one line a track, indented for its folders, with
 * input, format and note behind bars.
 * A column “Track” (or “Name”) is needed; “Folder” (outer and inner parted by “/”), “Input”, “Format” and
 * “Note” (or “Notes”) are taken where they are.
 * @throws FileProblem naming the line, where the column is missing or a value cannot be
 */
export function trackSheetIn(text: string): string {
  const { column, rows } = readTable(text, LARGEST, "track sheet");
  const at = {
    name: column("track", "name"),
    folder: column("folder"),
    input: column("input"),
    format: column("format"),
    notes: column("note", "notes"),
  };
  if (at.name < 0)
    throw new FileProblem(
      "The first line has no column “Track”. It should read, for example: Folder,Track,Input,Format,Note.",
      "line 1",
    );
  const lines: string[] = [];
  let open: readonly string[] = [];
  for (const row of rows) {
    const cell = (index: number): string => asOneLine(row.cell(index), 400).trim().replaceAll("|", "/");
    const name = cell(at.name);
    if (name === "") continue;
    const folders = foldersIn(cell(at.folder), name, row.fail);
    const input = inputIn(cell(at.input), row.fail);
    const format = formatIn(cell(at.format), row.fail);
    lines.push(...opening(open, folders));
    open = folders;
    const parts = [input, format, cell(at.notes)].filter((p) => p !== "");
    lines.push(`${indent(folders.length)}${[name, ...parts].join(" | ")}`);
  }
  if (lines.length === 0) throw new FileProblem("The file names no tracks below its first line.");
  return lines.join("\n");
}

const indent = (depth: number): string => "  ".repeat(depth);

/** The lines of folders that are not open yet. */
function opening(open: readonly string[], folders: readonly string[]): string[] {
  let same = 0;
  while (same < folders.length && folders[same] === open[same]) same++;
  return folders.slice(same).map((f, d) => `${indent(same + d)}${f}`);
}

function foldersIn(said: string, name: string, fail: CsvRow["fail"]): string[] {
  const folders = said
    .split("/")
    .map((f) => f.trim())
    .filter(Boolean);
  if (folders.length > DEEPEST)
    fail(`“${name}” stands in ${folders.length} folders; more than ${DEEPEST} nobody keeps apart.`);
  return folders;
}

function inputIn(said: string, fail: CsvRow["fail"]): string {
  if (said !== "" && !(/^\d{1,4}$/.test(said) && Number(said) >= 1 && Number(said) <= 1024))
    fail(`“${said}” is no input. Type a number from 1 to 1024, or leave it empty.`);
  return said;
}

function formatIn(said: string, fail: CsvRow["fail"]): string {
  const format = said.toLowerCase();
  if (format !== "" && !channelFormat.safeParse(format).success)
    fail(`the house knows no format “${format}”. It knows ${channelFormat.options.join(", ")}.`);
  return format;
}

/** A session's tracks as a CSV track sheet (RFC 4180, UTF-8). No cell can run as a formula. */
export function trackSheetCsv(session: Session): string {
  const tracks = byId(session);
  const path = (t: Track): string =>
    foldersAround(tracks, t)
      .map((f) => f.name.replaceAll("/", "-"))
      .reverse()
      .join("/");
  const data = session.tracks
    .filter((t) => t.kind !== "folder")
    .map((t) => [
      path(t),
      t.name,
      t.input ?? "",
      t.format ?? "",
      t.feeds === null ? "" : (tracks.get(t.feeds)?.name ?? ""),
      t.level,
      t.notes.split("\n")[0] ?? "",
    ]);
  return writeCsv(["Folder", "Track", "Input", "Format", "Feeds", "Level", "Note"], data);
}
