import Papa from "papaparse";
import type { Entry } from "../disk/entry.ts";
import { FileProblem } from "./fileProblem.ts";

/** A line of `ls -l`: what it is, how large, what it is called. Times as GNU and BSD write them. */
const LONG_LINE = new RegExp(
  [
    /^([-dlbcps])[rwxsStT-]{9}[+@.]?/,
    /\s+\d+\s+\S+\s+\S+\s+(\d+)\s+/,
    /(?:\w{3}\s+\d+\s+[\d:]+|\d{4}-\d\d-\d\d\s+[\d:]+(?:\.\d+\s+[+-]\d{4})?)/,
    /\s(.*)$/,
  ]
    .map((part) => part.source)
    .join(""),
);

/** A listing may have so many characters: some 400,000 paths. */
const LARGEST = 64 << 20;

/**
 * The files and folders of a pasted or read listing: what `find`, `ls -R` (also with -l) or a CSV with a
 * column "path" gives.
 * Paths are given below the folder the listing began in; ".." never leaves it.
 * @throws FileProblem naming the first line that is none of these; nothing is taken then
 */
export function readListing(text: string): Entry[] {
  if (text.length > LARGEST)
    throw new FileProblem("The listing is larger than 64 MB. List one folder of the disk at a time.");
  const clean = text.replace(/^\ufeff/, "");
  const first = /\S[^\r\n]*/.exec(clean)?.[0].trim() ?? "";
  if (first === "")
    throw new FileProblem(
      "The listing is empty. Paste what `find` or `ls -R` prints, or a CSV with a column “path”.",
    );
  if (/(^|[,;\t])"?path"?([,;\t]|$)/i.test(first)) return fromCsv(clean);
  if (first.endsWith(":") || /^(total \d+|[-dlbcps][rwxsStT-]{9})/.test(first)) return fromLs(clean);
  return fromFind(clean);
}

// oxlint-disable-next-line no-control-regex -- control characters are what is looked for
const CONTROL = /[\u0000-\u0008\u000b\u000c\u000e-\u001f\u007f\ufffd]/;

const fail = (line: number, why: string): never => {
  throw new FileProblem(`Line ${line}: ${why} Nothing was taken over.`, `line ${line}`);
};

function shown(line: string): string {
  // oxlint-disable-next-line no-control-regex -- as above
  const plain = line.replace(/[\u0000-\u001f\u007f\ufffd]/g, "·").trim();
  return `“${plain.length > 60 ? `${plain.slice(0, 60)}…` : plain}”`;
}

function checked(line: string, at: number): string {
  if (CONTROL.test(line)) fail(at, `${shown(line)} holds control characters: this is no listing of files.`);
  if (line.length > 4096) fail(at, `${shown(line)} is longer than any path.`);
  return line;
}

/** "./a//b/" is a/b. */
function tidy(path: string, at: number): string {
  const parts = path.split("/").filter((p) => p !== "" && p !== ".");
  if (parts.includes("..")) fail(at, `${shown(path)} leaves the folder that is listed.`);
  return parts.join("/");
}

/**
 * One path a line; with `-printf '%s\t%p\n'` or `du -a`, the size and a tab before it. What others stand in
 * is a folder.
 */
function fromFind(text: string): Entry[] {
  const rows: { path: string; folder: boolean; size: number | null; line: number }[] = [];
  let root: string | null = null;
  text.split(/\r?\n/).forEach((raw, i) => {
    const line = checked(raw, i + 1).replace(/\s+$/, "");
    if (line === "") return;
    const sized = /^(\d+)[\t ]+(?=[./\\]|[A-Za-z]:)(.*)$/.exec(line);
    const path = (sized?.[2] ?? line).replaceAll("\\", "/");
    root ??=
      /^(\.{0,1}\/|[A-Za-z]:\/|\.$)/.test(path) || path.includes("/")
        ? path.replace(/\/+$/, "")
        : fail(
            i + 1,
            `${shown(line)} is no path: none of “/”, “.” or a drive ` +
              "stands in front. Paste " +
              `what \`find\` or \`ls -R\` prints, or a CSV with a column “path”.`,
          );
    if (!path.includes("/") && path !== root)
      fail(i + 1, `${shown(line)} is no path like those before it.`);
    rows.push({
      path,
      folder: path.endsWith("/"),
      size: sized?.[1] === undefined ? null : Number(sized[1]),
      line: i + 1,
    });
  });
  // "./Audio" stands in the folder find began in, even where it comes first; "/disk" is that folder itself.
  const start = (root ?? "").startsWith("./") ? "." : (root ?? "");
  const below = rows.every(
    (r) => r.path === start || r.path.startsWith(`${start}/`) || r.path === `${start}/`,
  );
  const prefix = below ? start : shared(rows.map((r) => r.path));
  return named(rows.map((r) => ({ ...r, path: tidy(r.path.slice(prefix.length), r.line) })));
}

/** The folder all paths have in common. */
function shared(paths: readonly string[]): string {
  let prefix = (paths[0] ?? "").split("/").slice(0, -1);
  for (const p of paths) {
    const parts = p.split("/");
    let n = 0;
    while (n < prefix.length && prefix[n] === parts[n]) n++;
    prefix = prefix.slice(0, n);
  }
  return prefix.length === 0 ? "" : `${prefix.join("/")}/`;
}

/** Folders are what says so, and what something stands in. */
function named(rows: readonly { path: string; folder: boolean; size: number | null }[]): Entry[] {
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

/** "folder:" and below it the names in it; with -l, rights, owner, size and date before each name. */
function fromLs(text: string): Entry[] {
  const rows: { path: string; folder: boolean; size: number | null }[] = [];
  const folders = new Set<string>();
  let at: string | null = null;
  let root: string | null = null;
  let blank = true;
  text.split(/\r?\n/).forEach((raw, i) => {
    const line = checked(raw, i + 1);
    if (line.trim() === "") {
      blank = true;
      return;
    }
    if (blank && line.endsWith(":") && (root === null || line.startsWith(root))) {
      const path = line.slice(0, -1).replace(/\/+$/, "");
      root ??= path;
      at = tidy(path.slice(root.length), i + 1);
      if (at !== "") folders.add(at);
      blank = false;
      return;
    }
    blank = false;
    if (/^total \d+/.test(line)) {
      root ??= "";
      at ??= "";
      return;
    }
    if (at === null && root === null) {
      root = "";
      at = "";
    }
    const long = LONG_LINE.exec(line);
    if (!long && /^[-dlbcps][rwxsStT-]{9}/.test(line))
      fail(i + 1, `${shown(line)} does not read like a line of \`ls -l\`.`);
    const name = (long?.[3] ?? line)
      .replace(/ -> .*$/, long?.[1] === "l" ? "" : "$&")
      .replace(/[/*@|=]$/, (c) => (c === "/" ? c : ""));
    if (name === "." || name === "..") return;
    if (name.replace(/\/$/, "").includes("/"))
      fail(i + 1, `${shown(line)} holds a “/”; below a folder \`ls -R\` lists names only.`);
    rows.push({
      path: tidy(`${at ?? ""}/${name}`, i + 1),
      folder: long?.[1] === "d" || name.endsWith("/"),
      size: long?.[1] === "-" ? Number(long[2]) : null,
    });
  });
  return named([
    ...rows.map((r) => (folders.has(r.path) ? { ...r, folder: true } : r)),
    ...[...folders].map((path) => ({ path, folder: true, size: null })),
  ]);
}

/** A CSV with a column "path", and perhaps "size" (bytes) and "type" (folder, directory or d). */
function fromCsv(text: string): Entry[] {
  const { data, errors } = Papa.parse<string[]>(text, { skipEmptyLines: "greedy" });
  const torn = errors.find((e) => e.type === "Quotes");
  if (torn) fail((torn.row ?? 0) + 1, "a quote is opened and never closed.");
  const [head = [], ...rows] = data;
  const at = (name: string): number => head.findIndex((h) => h.trim().toLowerCase() === name);
  const path = at("path"),
    size = at("size"),
    type = at("type");
  return named(
    rows.map((row, i) => {
      const said = checked((row[path] ?? "").trim(), i + 2).replaceAll("\\", "/");
      if (said === "") fail(i + 2, "the column “path” is empty.");
      const bytes = size < 0 || (row[size] ?? "").trim() === "" ? null : Number(row[size]);
      if (bytes !== null && !(Number.isFinite(bytes) && bytes >= 0))
        fail(i + 2, `“${row[size] ?? ""}” is no number of bytes.`);
      return {
        path: tidy(said, i + 2),
        folder:
          said.endsWith("/") || (type >= 0 && /^(d|dir|directory|folder)$/i.test((row[type] ?? "").trim())),
        size: bytes,
      };
    }),
  );
}
