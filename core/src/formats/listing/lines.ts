import type { Entry } from "../../disk/entry.ts";
import { FileProblem } from "../fileProblem.ts";

/** A file or folder as a listing says it. */
export interface Listed {
  readonly path: string;
  readonly folder: boolean;
  readonly size: number | null;
}

/** A line of a listing, without what ends it, and its number from 1. */
export interface Line {
  readonly text: string;
  readonly at: number;
}

// oxlint-disable-next-line no-control-regex -- control characters are what is looked for
const CONTROL = /[\u0000-\u0008\u000b\u000c\u000e-\u001f\u007f\ufffd]/;

/** @throws FileProblem always: a listing is taken whole or not at all */
export const fail = (line: number, why: string): never => {
  throw new FileProblem(`Line ${line}: ${why} Nothing was taken over.`, `line ${line}`);
};

/** A line as a message shows it. */
export function shown(line: string): string {
  // oxlint-disable-next-line no-control-regex -- as above
  const plain = line.replace(/[\u0000-\u001f\u007f\ufffd]/g, "·").trim();
  return `“${plain.length > 60 ? `${plain.slice(0, 60)}…` : plain}”`;
}

export function checked(line: string, at: number): string {
  if (CONTROL.test(line)) fail(at, `${shown(line)} holds control characters: this is no listing of files.`);
  if (line.length > 4096) fail(at, `${shown(line)} is longer than any path.`);
  return line;
}

/** "./a//b/" is a/b. */
export function tidy(path: string, at: number): string {
  const parts = path.split("/").filter((p) => p !== "" && p !== ".");
  if (parts.includes("..")) fail(at, `${shown(path)} leaves the folder that is listed.`);
  return parts.join("/");
}

/** The folder all paths stand in, or are; with a slash behind it, "" for none. */
export function shared(paths: readonly string[]): string {
  let prefix = (paths[0] ?? "").split("/").slice(0, -1);
  for (const p of paths) {
    const parts = p.split("/");
    let n = 0;
    while (n < prefix.length && prefix[n] === parts[n]) n++;
    prefix = prefix.slice(0, n);
  }
  return prefix.length === 0 ? "" : `${prefix.join("/")}/`;
}

/** Each once; folders are what says so, and what something stands in. */
export function named(rows: readonly Listed[]): Entry[] {
  const holders = new Set<string>();
  for (const { path } of rows)
    for (let cut = path.lastIndexOf("/"); cut > 0; cut = path.lastIndexOf("/", cut - 1)) {
      const folder = path.slice(0, cut);
      if (holders.has(folder)) break;
      holders.add(folder);
    }
  const seen = new Set<string>();
  return rows.flatMap(({ path, folder, size }) => {
    if (path === "" || seen.has(path)) return [];
    seen.add(path);
    const isFolder = folder || holders.has(path);
    return [{ path, folder: isFolder, size: isFolder ? null : size }];
  });
}

/** How a program that lists begins to say what it may not look into. */
const TROUBLE = [
  /^(ls|find|g?du|tree|dir|gci|Get-ChildItem)\s?: /i,
  /^(Access is denied|File Not Found|Zugriff verweigert|Datei nicht gefunden)\.?$/i,
];
/** What a shell adds in the lines below. */
const MORE = /^(At line:|In Zeile:|\+ |\s+\+ |(Line|Zeile) \|$|\s+(\d+ )?\| )/;

/** The lines of a text without errors of the program that listed. @returns also how many errors there were */
export function withoutTrouble(text: string): {
  readonly lines: readonly Line[];
  readonly passedOver: number;
} {
  const lines: Line[] = [];
  let passedOver = 0;
  let inTrouble = false;
  text.split(/\r?\n/).forEach((line, i) => {
    const begins = TROUBLE.some((says) => says.test(line));
    if (begins) passedOver++;
    inTrouble = begins || (inTrouble && MORE.test(line));
    if (!inTrouble) lines.push({ text: line, at: i + 1 });
  });
  return { lines, passedOver };
}
