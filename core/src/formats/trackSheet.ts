import Papa from "papaparse";
import { channelFormat } from "../session/document.ts";
import type { Session, Track } from "../session/document.ts";
import { byId, foldersAround } from "../session/routing.ts";
import { asOneLine } from "../session/text.ts";
import { FileProblem } from "./fileProblem.ts";

const LARGEST = 4 << 20;
const DEEPEST = 16;

/**
 * A CSV track sheet as a list for the "add tracks" field: one line a track, indented for its folders, with input, format and note behind bars.
 * A column “Track” (or “Name”) is needed; “Folder” (outer and inner parted by “/”), “Input”, “Format” and “Note” (or “Notes”) are taken where they are.
 * @throws FileProblem naming the line, where the column is missing or a value cannot be
 */
export function trackSheetIn(text: string): string {
  if (text.length > LARGEST)
    throw new FileProblem("The file is larger than any track sheet. Check that it is the right one.");
  const { data, errors } = Papa.parse<string[]>(text.replace(/^\ufeff/, ""), { skipEmptyLines: "greedy" });
  const torn = errors.find((e) => e.type === "Quotes");
  if (torn)
    throw new FileProblem(
      `Line ${(torn.row ?? 0) + 1}: a quote is opened and never closed.`,
      `line ${(torn.row ?? 0) + 1}`,
    );
  const [head = [], ...rows] = data;
  const column = (...names: string[]): number =>
    head.findIndex((h) => names.includes(h.trim().toLowerCase()));
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
  let open: string[] = [];
  rows.forEach((row, i) => {
    const line = i + 2;
    const fail = (why: string): never => {
      throw new FileProblem(`Line ${line}: ${why}`, `line ${line}`);
    };
    const cell = (index: number): string =>
      asOneLine(index < 0 ? "" : (row[index] ?? ""), 400)
        .trim()
        .replace(/^'(?=[=+\-@])/, "")
        .replaceAll("|", "/");
    const name = cell(at.name);
    if (name === "") return;
    const folders = cell(at.folder)
      .split("/")
      .map((f) => f.trim())
      .filter(Boolean);
    if (folders.length > DEEPEST)
      fail(`“${name}” stands in ${folders.length} folders; more than ${DEEPEST} nobody keeps apart.`);
    const input = cell(at.input);
    if (input !== "" && !(/^\d{1,4}$/.test(input) && Number(input) >= 1 && Number(input) <= 1024))
      fail(`“${input}” is no input. Type a number from 1 to 1024, or leave it empty.`);
    const format = cell(at.format).toLowerCase();
    if (format !== "" && !channelFormat.safeParse(format).success)
      fail(`the house knows no format “${format}”. It knows ${channelFormat.options.join(", ")}.`);
    let same = 0;
    while (same < folders.length && folders[same] === open[same]) same++;
    folders.slice(same).forEach((f, d) => lines.push(`${"  ".repeat(same + d)}${f}`));
    open = folders;
    lines.push(
      `${"  ".repeat(folders.length)}${[name, input, format, cell(at.notes)].filter((p, n) => n === 0 || p !== "").join(" | ")}`,
    );
  });
  if (lines.length === 0) throw new FileProblem("The file names no tracks below its first line.");
  return lines.join("\n");
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
  return `\ufeff${Papa.unparse({ fields: ["Folder", "Track", "Input", "Format", "Feeds", "Level", "Note"], data }, { newline: "\r\n", escapeFormulae: true })}\r\n`;
}
