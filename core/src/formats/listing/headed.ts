import type { Entry } from "../../disk/entry.ts";
import { checked, fail, named, shared, shown, tidy } from "./lines.ts";
import type { Line, Listed } from "./lines.ts";

/** A path of a drive or a server, or one from the root. */
const PATH = /([A-Za-z]:\\.*|\\\\.+|\/.*)$/;
const DATE = /\d{1,4}[./-]\s?\d{1,2}[./-]\s?\d{1,4}/;
const TIME = /\d{1,2}[:.]\d\d(?:[:.]\d\d)?(?:\s[AP]\.?M\.?)?/;

/** How a listing writes which folder comes, and what stands in it. */
interface Headed {
  readonly heading: RegExp;
  /** A line of a file or folder; null for none. */
  readonly entry: (line: string) => Listed | null;
  /** What else stands in it: titles, counts, heads of columns. */
  readonly passed: RegExp;
}

const DIR_LINE = new RegExp(
  `^${DATE.source}\\s+${TIME.source}\\s+(?:<([A-Z]+)>\\s+|([\\d.,'’\\u00a0\\u202f]+) )(.*)$`,
  "i",
);

/**
 * What `dir /s` prints: in the language of the system, so a heading is known by its place (one space in) and
 * by the path it ends in.
 */
const DIR: Headed = {
  heading: new RegExp(`^ \\S.*?\\s${PATH.source}`),
  entry: (line) => {
    const [, mark, size, name = ""] = DIR_LINE.exec(line) ?? [];
    if (mark === undefined && size === undefined) return null;
    // A link into another place is shown with where it leads; what stands there is not of this tree.
    const path = mark !== undefined && mark !== "DIR" ? name.replace(/ \[.*\]$/, "") : name;
    const isFolder = mark !== undefined && !/^SYMLINK$/i.test(mark);
    return { path, folder: isFolder, size: size === undefined ? null : Number(size.replace(/\D/g, "")) };
  },
  passed: /^\s/,
};

const CHILD_LINE = new RegExp(
  `^([a-z-]{5,6}|[a-z-]{10}\\s+\\S+\\s+\\S+)\\s+${DATE.source}\\s+${TIME.source}\\s+(?:(\\d+) )?\\s*(.*)$`,
  "i",
);

/** What `Get-ChildItem -Recurse` prints, on Microsoft's systems and elsewhere. */
const CHILDREN: Headed = {
  heading: new RegExp(`^\\s+\\p{L}+\\s?: ${PATH.source}`, "u"),
  entry: (line) => {
    const [, mode, size, name = ""] = CHILD_LINE.exec(line) ?? [];
    if (mode === undefined) return null;
    const folder = /^d/i.test(mode);
    // The mode of a folder has no length behind it; digits in front are the beginning of its name.
    if (folder && size !== undefined && !/^[a-z-]{10}/i.test(mode))
      return { path: `${size} ${name}`, folder, size: null };
    return {
      path: name.replace(/ -> .*$/, ""),
      folder,
      size: folder || size === undefined ? null : Number(size),
    };
  },
  passed: /^(Mode|UnixMode)\s|^-{4}[\s-]*$/,
};

/** The way a text names its folders, where it is one of these. */
export const headedBy = (lines: readonly Line[]): Headed | null =>
  [CHILDREN, DIR].find((way) => {
    const at = lines.findIndex((l) => way.heading.test(l.text));
    return at >= 0 && lines.slice(at, at + 12).some((l) => way.entry(l.text) !== null);
  }) ?? null;

/**
 * Folders by their headings, and below each what stands in it.
 * @throws FileProblem naming the line that is neither
 */
export function fromHeaded(lines: readonly Line[], way: Headed): Entry[] {
  const headings = lines.flatMap((l) => {
    const path = way.heading.exec(l.text)?.[1];
    return path === undefined ? [] : [{ ...l, path: path.trimEnd().replaceAll("\\", "/") }];
  });
  const paths = headings.map((h) => h.path.replace(/\/$/, ""));
  const [first = ""] = paths;
  const root = paths.every((p) => p === first || p.startsWith(`${first}/`)) ? first : shared(paths);
  const headingAt = new Map(headings.map((h) => [h.at, h.path]));
  const rows: Listed[] = [];
  let folder: string | null = null;
  for (const { text, at } of lines) {
    const line = checked(text, at);
    const heading = headingAt.get(at);
    if (heading !== undefined) {
      folder = tidy(heading.slice(root.length), at);
      rows.push({ path: folder, folder: true, size: null });
      continue;
    }
    const entry = line.trim() === "" ? null : way.entry(line.trimEnd());
    if (entry && folder !== null) {
      if (entry.path !== "." && entry.path !== "..")
        rows.push({ ...entry, path: tidy(`${folder}/${entry.path}`, at) });
    } else if (line.trim() !== "" && folder !== null && !way.passed.test(line))
      fail(at, `${shown(line)} names no file, no folder and no count.`);
  }
  return named(rows);
}
