import { FileProblem } from "../formats/fileProblem.ts";
import { safeFileName } from "../names/disk.ts";

/** A file and the SHA-256 of what it holds, as hex. */
export interface Summed {
  readonly path: string;
  readonly size: number;
  readonly hash: string;
}

const byPath = <T extends { readonly path: string }>(files: readonly T[]): T[] =>
  files.toSorted((a, b) => (a.path < b.path ? -1 : a.path > b.path ? 1 : 0));

/**
 * Checksums as `sha256sum` of the GNU core utilities writes and checks them: a line with a backslash or a line break
 * in its name begins with a backslash, and has them written out.
 */
export const checksums = (files: readonly Summed[]): string =>
  byPath(files)
    .map(({ hash, path }) => {
      const written = path.replaceAll("\\", "\\\\").replaceAll("\n", "\\n").replaceAll("\r", "\\r");
      return `${written === path ? "" : "\\"}${hash}  ${written}\n`;
    })
    .join("");

/** What a bag says of itself (RFC 8493, 2.2.2). */
export interface BagSays {
  /** Whose it is. */
  readonly house: string;
  /** What is in it. */
  readonly says: string;
  /** By what the sender knows it. */
  readonly id: string;
  /** ISO 8601: 2026-09-11. */
  readonly day: string;
}

/** Line breaks and per cent signs are written as they are in addresses (RFC 8493, 2.1.3). */
const inManifest = (path: string): string =>
  path.replaceAll("%", "%25").replaceAll("\r", "%0D").replaceAll("\n", "%0A");
const outOfManifest = (path: string): string =>
  path.replace(/%0D/gi, "\r").replace(/%0A/gi, "\n").replace(/%25/g, "%");

/** The folder of a bag in which what is delivered lies. */
const PAYLOAD = "data/";

/**
 * The files of a bag beside what it delivers, which lies in its folder `data` (RFC 8493).
 * @param sum the SHA-256 of some bytes, as hex
 */
export async function bagAround(
  files: readonly Summed[],
  about: BagSays,
  sum: (bytes: Uint8Array) => Promise<string>,
): Promise<Readonly<Record<string, string>>> {
  const bytes = files.reduce((all, f) => all + f.size, 0);
  const said = (text: string): string => text.replace(/[\r\n]+\s*/g, " ").trim();
  const tags: Record<string, string> = {
    "bagit.txt": "BagIt-Version: 1.0\nTag-File-Character-Encoding: UTF-8\n",
    "bag-info.txt":
      `Source-Organization: ${said(about.house)}\nExternal-Description: ${said(about.says)}\n` +
      `External-Identifier: ${said(about.id)}\nBagging-Date: ${about.day}\n` +
      `Payload-Oxum: ${bytes}.${files.length}\n`,
    "manifest-sha256.txt": byPath(files)
      .map(({ hash, path }) => `${hash}  ${PAYLOAD}${inManifest(path)}\n`)
      .join(""),
  };
  const encoder = new TextEncoder();
  const lines = await Promise.all(
    Object.entries(tags).map(async ([name, text]) => `${await sum(encoder.encode(text))}  ${name}\n`),
  );
  return { ...tags, "tagmanifest-sha256.txt": lines.sort().join("") };
}

/** The path of a delivered file in a bag. */
export const inBag = (path: string): string => PAYLOAD + path;

/** The name of a folder or a file for a delivery: "Marram_stems". */
export const deliveryName = (title: string, sort: string): string =>
  `${safeFileName(title, "delivery")}_${sort}`;

/** A list of checksums that came with a folder. */
export interface SumList {
  /** Below the folder that was handed in. */
  readonly path: string;
  /** By path below that folder. */
  readonly sums: ReadonlyMap<string, string>;
}

const LIST = /^(manifest-sha256\.txt|sha256sums?(\.txt)?|.*\.sha256)$/i;
const MOST_LINES = 100_000;

/** Whether a file is a list of checksums, by its name. */
export const isSumList = (path: string): boolean => LIST.test(path.slice(path.lastIndexOf("/") + 1));

/**
 * Reads a list of checksums: the manifest of a bag, or what `sha256sum` writes.
 * @param path where it lies; what it lists stands below the folder it lies in
 * @throws FileProblem that names the line
 */
export function readSums(path: string, text: string): SumList {
  const folder = path.slice(0, path.lastIndexOf("/") + 1);
  const bag = /manifest-sha256\.txt$/i.test(path);
  const sums = new Map<string, string>();
  const lines = text.replace(/^\ufeff/, "").split(/\r\n|\n|\r/);
  if (lines.length > MOST_LINES)
    throw new FileProblem(`“${path}” lists more than ${MOST_LINES} files.`, path);
  for (const [n, line] of lines.entries()) {
    if (line.trim() === "" || line.startsWith("#")) continue;
    const [, escaped, hash, name] = /^(\\?)([0-9a-fA-F]{64})[ \t]+\*?(.+)$/.exec(line) ?? [];
    if (hash === undefined || name === undefined)
      throw new FileProblem(
        `Line ${n + 1} of “${path}” is no SHA-256 with a name behind it: the list was not read. ` +
          "Ask for it again, or leave it out.",
        `line ${n + 1}`,
      );
    const plain = bag ? outOfManifest(name) : escaped ? unescaped(name) : name;
    sums.set(folder + plain.replace(/^\.\//, ""), hash.toLowerCase());
  }
  return { path, sums };
}

const unescaped = (name: string): string =>
  name.replace(/\\([\\nr])/g, (_, c: string) => (c === "n" ? "\n" : c === "r" ? "\r" : "\\"));

/** How files stand to a list that came with them. */
export interface HeldAgainst {
  /** These are not what was sent. */
  readonly changed: readonly string[];
  /** Listed, and not there. */
  readonly lost: readonly string[];
  /** There, and not listed. */
  readonly unlisted: readonly string[];
  readonly same: number;
}

/** @param all every path of the folder; `files` those whose hash is known */
export function heldAgainst(
  { sums }: SumList,
  all: ReadonlySet<string>,
  files: readonly Pick<Summed, "path" | "hash">[],
): HeldAgainst {
  const hashes = new Map(files.map((f) => [f.path, f.hash]));
  const changed: string[] = [];
  const lost: string[] = [];
  let same = 0;
  for (const [path, hash] of sums) {
    const is = hashes.get(path);
    if (is === hash) same++;
    else if (is !== undefined) changed.push(path);
    else if (!all.has(path)) lost.push(path);
  }
  return { changed, lost, unlisted: files.flatMap((f) => (sums.has(f.path) ? [] : [f.path])), same };
}
