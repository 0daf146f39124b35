import type { Entry } from "../../disk/entry.ts";
import { checked, fail, named, shown, tidy } from "./lines.ts";
import type { Line, Listed } from "./lines.ts";

/** With -i and -s, numbers of the file and of its blocks stand before everything else. */
const NUMBERS = /^\s*(?:\d+\s+){0,2}/;
const RIGHTS = /([-dlbcps])[rwxsStT-]{9}[+@.]?/;

/** When something was saved, as GNU and BSD write it. */
const WHEN = [
  String.raw`\p{L}{3,5}\.?\s+\d+\s+[\d:]+`,
  String.raw`\d+\.?\s+\p{L}{3,5}\.?\s+[\d:]+`,
  String.raw`\d{4}-\d\d-\d\d\s+[\d:]+(?:\.\d+\s+[+-]\d{4})?`,
].join("|");
const SIZE = String.raw`\d+|[\d.,]+[KMGTPE]i?|\d+, *\d+`;

/** A line of `ls -l`: what it is, how large, what it is called. */
const LONG_LINE = new RegExp(
  String.raw`${NUMBERS.source}${RIGHTS.source}\s+\d+\s+(?:\S+\s+){0,2}?(${SIZE})\s+(?:${WHEN})\s(.*)$`,
  "u",
);
const LONG_START = new RegExp(String.raw`${NUMBERS.source}${RIGHTS.source}\s`);

/** Whether a line begins as those of `ls -l` and `find -ls` do. */
export const isLong = (line: string): boolean => LONG_START.test(line);

/** What a line of `ls -l` says; null where it does not read like one. Sizes that were rounded are not known. */
export function longLine(line: string): { name: string; folder: boolean; size: number | null } | null {
  const [, sort, size = "", name = ""] = LONG_LINE.exec(line) ?? [];
  if (sort === undefined) return null;
  return {
    name: sort === "l" ? name.replace(/ -> .*$/, "") : name,
    folder: sort === "d",
    size: sort === "-" && /^\d+$/.test(size) ? Number(size) : null,
  };
}

/**
 * The numbers before the names of a short listing: of blocks where totals are told (-s), of the files where
 * each has another of five digits or more (-i), or both.
 */
function numbersBefore(lines: readonly string[]): RegExp {
  const names = lines.filter((l) => l.trim() !== "" && !l.endsWith(":") && !/^total \d/.test(l));
  const all = (what: RegExp): boolean => names.length > 0 && names.every((l) => what.test(l));
  const files = names.map((l) => /^\s*(\d{5,})\s/.exec(l)?.[1]);
  const inodes = files.every((n) => n !== undefined) && new Set(files).size === files.length;
  if (inodes && all(/^\s*\d+\s+\d+ \S/)) return /^\s*\d+\s+\d+ /;
  const blocks = lines.some((l) => /^total \d/.test(l)) && all(/^\s*\d+ \S/);
  return blocks || (inodes && names.length > 1) ? /^\s*\d+ / : /^/;
}

/** "folder:" and below it the names in it; with -l, rights, owner, size and date before each name. */
export function fromLs(lines: readonly Line[]): Entry[] {
  const rows: Listed[] = [];
  const folders = new Set<string>();
  const before = lines.some((l) => isLong(l.text)) ? /^/ : numbersBefore(lines.map((l) => l.text));
  let at: string | null = null;
  let root: string | null = null;
  let blank = true;
  for (const { text: raw, at: n } of lines) {
    const line = checked(raw, n);
    if (line.trim() === "") {
      blank = true;
      continue;
    }
    if (blank && line.endsWith(":") && (root === null || line.startsWith(root))) {
      const path = line.slice(0, -1).replace(/\/+$/, "");
      root ??= path;
      at = tidy(path.slice(root.length), n);
      if (at !== "") folders.add(at);
      blank = false;
      continue;
    }
    blank = false;
    root ??= "";
    at ??= "";
    if (/^\p{L}+ [\d.,]+[KMGTPE]?$/u.test(line) && /^(total|insgesamt|итого|totale)\b/iu.test(line))
      continue;
    const long = longLine(line);
    if (!long && isLong(line)) fail(n, `${shown(line)} does not read like a line of \`ls -l\`.`);
    const said = long?.name ?? line.replace(before, "");
    const name = said.replace(/[/*@|=]$/, (c) => (c === "/" ? c : ""));
    if (name === "." || name === "..") continue;
    if (name.replace(/\/$/, "").includes("/"))
      fail(n, `${shown(line)} holds a “/”; below a folder \`ls -R\` lists names only.`);
    rows.push({
      path: tidy(`${at}/${name}`, n),
      folder: long?.folder === true || name.endsWith("/"),
      size: long?.size ?? null,
    });
  }
  return named([
    ...rows.map((r) => (folders.has(r.path) ? { ...r, folder: true } : r)),
    ...[...folders].map((path) => ({ path, folder: true, size: null })),
  ]);
}
