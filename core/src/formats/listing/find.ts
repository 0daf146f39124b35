import type { Entry } from "../../disk/entry.ts";
import { checked, fail, named, shared, shown, tidy } from "./lines.ts";
import type { Line, Listed } from "./lines.ts";
import { longLine } from "./ls.ts";

const BEGINS = /^(\.{0,1}\/|[A-Za-z]:\/|\.$)/;

interface Row extends Listed {
  readonly at: number;
}

/** `find -ls` writes blanks with a backslash before them, and bytes beyond ASCII as octal numbers. */
function unescaped(path: string): string {
  const bytes = [...path.matchAll(/\\([0-7]{3})|\\?([^])/g)].flatMap(([, octal, plain = ""]) =>
    octal === undefined ? [...new TextEncoder().encode(plain)] : [Number.parseInt(octal, 8) & 255],
  );
  return path.includes("\\") ? new TextDecoder().decode(new Uint8Array(bytes)) : path;
}

/** One path with what stands before it: size and a tab, or all that `find -ls` says. */
function rowOf(line: string, at: number): Row {
  const long = longLine(line);
  if (long) return { ...long, path: unescaped(long.name), at };
  const [, size, rest] = /^(\d+)(?:\t| +(?=[./\\]|[A-Za-z]:))(.*)$/.exec(line) ?? [];
  const path = (rest ?? line).replaceAll("\\", "/");
  return { path, folder: path.endsWith("/"), size: size === undefined ? null : Number(size), at };
}

/**
 * `du -a` lists what stands in a folder before it, and counts in blocks unless told to count bytes: such
 * sizes are not known. Blocks of 4 KiB, counted in 1,024 or 512 bytes, are all divisible by four.
 */
function withoutBlocks(rows: readonly Row[]): readonly Row[] {
  const last = rows.at(-1);
  const root = last?.path.replace(/\/+$/, "") ?? "";
  const isDu =
    rows.length > 1 &&
    rows.every((r) => r.size !== null && (r.path.startsWith(`${root}/`) || r === last)) &&
    rows.every((r) => (r.size ?? 0) % 4 === 0);
  return isDu ? rows.map((r) => ({ ...r, size: null })) : rows;
}

/**
 * One path a line; with `-printf '%s\t%p\n'` or `du -a`, the size and a tab before it; or `find -ls`. What
 * others stand in is a folder.
 */
export function fromFind(lines: readonly Line[]): Entry[] {
  const rows: Row[] = [];
  for (const { text, at } of lines) {
    const line = checked(text, at).replace(/\s+$/, "");
    if (line === "") continue;
    const row = rowOf(line, at);
    const [first] = rows;
    if (!first && !BEGINS.test(row.path) && !row.path.includes("/") && row.size === null)
      fail(
        at,
        `${shown(line)} is no path: none of “/”, “.” or a drive stands in front. Paste what one of ` +
          "the programs below prints, or a CSV with a column “path”.",
      );
    if (first && !row.path.includes("/") && row.path !== first.path && row.size === null)
      fail(at, `${shown(line)} is no path like those before it.`);
    rows.push(row);
  }
  const start = rootOf(rows.map((r) => r.path));
  return named(withoutBlocks(rows).map((r) => ({ ...r, path: tidy(r.path.slice(start.length), r.at) })));
}

/** Where a listing began: the path that all others stand in, else the folder they share. */
function rootOf(paths: readonly string[]): string {
  // On Microsoft's systems nothing lists the folder it begins in.
  if (/^([A-Za-z]:|\/\/)/.test(paths[0] ?? "")) return shared(paths);
  const ends = [paths[0] ?? "", paths.at(-1) ?? ""].map((p) => p.replace(/\/+$/, ""));
  // "./Audio" stands in the folder find began in, even where it comes first; "/disk" is that folder itself.
  const starts = [...(ends[0]?.startsWith("./") ? ["."] : []), ...ends];
  const root = starts.find((s) => paths.every((p) => p === s || p.startsWith(`${s}/`)));
  return root ?? shared(paths);
}
