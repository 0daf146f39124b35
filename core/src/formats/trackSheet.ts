import { channelFormat } from "../session/document.ts";
import type { Session, Track } from "../session/document.ts";
import { byId, foldersAround } from "../session/routing.ts";
import { asOneLine } from "../session/text.ts";
import { readTable } from "./table.ts";
import type { Fail, List } from "./table.ts";
import { inputsIn, numberIn } from "./cellWords.ts";
import type { InputSpan } from "./cellWords.ts";
import type { TableFile } from "./grid.ts";
import { FileProblem } from "./fileProblem.ts";

const DEEPEST = 16;

/** What the columns of a track sheet are called by people. */
const COLUMNS = {
  name: [
    "track",
    "name",
    "track name",
    "channel name",
    "trackname",
    "instrument",
    "source",
    "spur",
    "piste",
  ],
  folder: ["folder", "folders", "group", "section", "ordner"],
  input: [
    "input",
    "in",
    "ch",
    "ch.",
    "channel",
    "no",
    "no.",
    "nr",
    "nr.",
    "#",
    "number",
    "input no",
    "eingang",
  ],
  format: ["format", "width", "mono/stereo", "m/s", "channels"],
  feeds: ["feeds", "goes to", "output", "out", "bus", "destination"],
  level: ["level", "fader", "volume", "db"],
  notes: ["note", "notes", "comment", "comments", "remark", "remarks", "bemerkung"],
} as const;

/**
 * A track sheet as a list for the "add tracks" field: one line a track, indented for its folders, with
 * input, format, level, what it feeds and a note behind bars. Only the names have to be there; folders are
 * parted by “/”, the outer one first.
 * @throws FileProblem naming the line, where the column is missing or a value cannot be
 */
export function trackSheetIn(file: TableFile | string): string {
  const { rows } = readTable(file, COLUMNS, ["name"]);
  const lines: string[] = [];
  let open: readonly string[] = [];
  for (const row of rows) {
    const cell = (column: keyof typeof COLUMNS): string =>
      asOneLine(row.cell(column), 400).trim().replaceAll("|", "/");
    const name = cell("name");
    if (name === "") continue;
    const folders = foldersIn(cell("folder"), name, row.fail);
    const input = inputIn(cell("input"), row.fail);
    const format = formatIn(cell("format"), row.fail);
    lines.push(...opening(open, folders));
    open = folders;
    const wide = input !== null && input.last > input.first && format === "" ? "stereo" : format;
    const parts = [
      input === null ? "" : String(input.first),
      wide,
      levelIn(cell("level"), row.fail),
      cell("feeds") === "" ? "" : `feeds ${cell("feeds")}`,
      cell("notes") === "" ? "" : `note: ${cell("notes")}`,
    ].filter((part) => part !== "");
    lines.push(`${indent(folders.length)}${[name, ...parts].join(" | ")}`);
  }
  if (lines.length === 0) throw new FileProblem("The file names no tracks below its heads.");
  return lines.join("\n");
}

const indent = (depth: number): string => "  ".repeat(depth);

/** The lines of folders that are not open yet. */
function opening(open: readonly string[], folders: readonly string[]): string[] {
  let same = 0;
  while (same < folders.length && folders[same] === open[same]) same++;
  return folders.slice(same).map((f, d) => `${indent(same + d)}${f}`);
}

function foldersIn(said: string, name: string, fail: Fail): string[] {
  const folders = said
    .split("/")
    .map((f) => f.trim())
    .filter(Boolean);
  if (folders.length > DEEPEST)
    fail(`“${name}” stands in ${folders.length} folders; more than ${DEEPEST} nobody keeps apart.`);
  return folders;
}

function inputIn(said: string, fail: Fail): InputSpan | null {
  const span = inputsIn(said);
  if (span === undefined)
    return fail(`“${said}” is no input. Type a number from 1 to 1024, or leave it empty.`);
  if (span === null) return null;
  if (span.first < 1 || span.last > 1024) fail("inputs are counted 1 to 1024.");
  if (![0, 1].includes(span.last - span.first))
    fail(`inputs ${span.first} and ${span.last} do not lie side by side; a wide track takes neighbours.`);
  return span;
}

function levelIn(said: string, fail: Fail): string {
  if (said === "") return "";
  const level = numberIn(said) ?? fail(`“${said}” is no level. Type it in dB, such as −6.`);
  return level === 0 ? "" : `${level} dB`;
}

/** Short forms and numbers of channels people write. */
const FORMATS: Readonly<Record<string, string>> = {
  m: "mono",
  s: "stereo",
  st: "stereo",
  "1": "mono",
  "2": "stereo",
};

function formatIn(said: string, fail: Fail): string {
  const format = FORMATS[said.toLowerCase()] ?? said.toLowerCase();
  if (format !== "" && !channelFormat.safeParse(format).success)
    fail(`the house knows no format “${format}”. It knows ${channelFormat.options.join(", ")}.`);
  return format;
}

/** A session's tracks as a track sheet. */
export function trackSheet(session: Session): List {
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
      t.input,
      t.format,
      t.feeds === null ? "" : (tracks.get(t.feeds)?.name ?? ""),
      t.level,
      t.notes.split("\n")[0] ?? "",
    ]);
  return {
    name: "Track sheet",
    heads: ["Folder", "Track", "Input", "Format", "Feeds", "Level", "Note"],
    rows: data,
  };
}
