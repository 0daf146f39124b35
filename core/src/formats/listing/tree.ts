import type { Entry } from "../../disk/entry.ts";
import { checked, fail, named, shown, tidy } from "./lines.ts";
import type { Line, Listed } from "./lines.ts";

/** Each four wide: what goes on above, and the branch a name hangs on. */
const BRANCH = /^((?:[│|] {3}| {4})*)(├── |└── |\|-- |`-- |├───|└───|\+---|\\---)(.*)$/;
const FILE = /^((?:[│|] {3}| {4})+)(?![│|]\s*$)(\S.*)$/;
/** What stands in brackets before names: rights, owner, size, date. */
const SAID = /^\[([^\]]*)\] {1,2}(?=\S)/;
/** Of these the size in bytes; one that was rounded (86K) is not known. */
const SIZE_SAID = /^\s*(?:[a-z-]{10}\s+)?(?:\S+\s+){0,2}(\d+)(?:\s+\p{L}+\s+\d+\s+[\d:]+)?$/u;

/** Microsoft's consoles write lines of a tree in an encoding of their own; read as Latin-1 they look so. */
const asDrawn = (line: string): string =>
  line
    .replaceAll("\u00a0", " ")
    .replace(/^[³ÃÀÄ\s]+/, (c) =>
      c.replaceAll("³", "│").replaceAll("Ã", "├").replaceAll("À", "└").replaceAll("Ä", "─"),
    );

/** Whether a text draws its tree. */
export const isTree = (lines: readonly Line[]): boolean =>
  lines.slice(0, 40).some((l) => BRANCH.test(asDrawn(l.text)));

interface Drawn extends Listed {
  readonly link: boolean;
  readonly depth: number;
  readonly at: number;
}

/** A line of a tree; null for one that only goes on. */
function drawnOf(line: string, at: number): Drawn | null {
  const [, before, branch, name] = BRANCH.exec(line) ?? [];
  if (before !== undefined && branch !== undefined && name !== undefined) {
    const said = SAID.exec(name)?.[1] ?? "";
    const plain = name
      .replace(SAID, "")
      .replace(/ {2}\[error opening dir\]$/, "")
      .replace(/ -> .*$/, "");
    // On Microsoft's systems only folders hang on a branch.
    const folder = branch.endsWith("---") || branch.endsWith("───") || /^d[rwx-]{9}/.test(said);
    const size = SIZE_SAID.exec(said)?.[1];
    return {
      path: plain.replace(/[*=|]$/, ""),
      folder: folder || plain.endsWith("/"),
      size: size === undefined ? null : Number(size),
      link: / -> /.test(name),
      depth: before.length / 4 + 1,
      at,
    };
  }
  const [, indent, file] = FILE.exec(line) ?? [];
  return indent === undefined || file === undefined
    ? null
    : { path: file, folder: false, size: null, link: false, depth: indent.length / 4, at };
}

const COUNT = /^(\d+) director(?:y|ies)(?:, (\d+) files?)?$/;

/**
 * What `tree` draws, with any of its options, on Linux, Apple's and Microsoft's systems. Where it counts
 * folders and files, names without an ending that must be the missing folders are such: nothing else shows
 * an empty one.
 */
export function fromTree(lines: readonly Line[]): Entry[] {
  const drawn: Drawn[] = [];
  let count: RegExpExecArray | null = null;
  for (const { text, at } of lines) {
    const line = asDrawn(checked(text, at)).trimEnd();
    const found = drawnOf(line, at);
    if (found) drawn.push(found);
    else if (drawn.length > 0 && line.replace(/[│|\s]/g, "") !== "") {
      count = COUNT.exec(line);
      if (!count && !/^\d+ \p{L}+(, \d+ \p{L}+)?$/u.test(line))
        fail(at, `${shown(line)} hangs on no branch of the tree.`);
    }
  }
  const above: string[] = [];
  const rows = drawn.map((d) => {
    if (d.depth > above.length + 1) fail(d.at, `${shown(d.path)} hangs on a branch that does not begin.`);
    above.length = d.depth - 1;
    // With -f a path stands where else a name does.
    const name = d.path.replace(/\/$/, "");
    above.push(name.slice(name.lastIndexOf("/") + 1));
    return { ...d, path: tidy(above.join("/"), d.at) };
  });
  const entries = named(rows);
  const [, folders, files] = (count ?? []).map(Number);
  if (folders === undefined || files === undefined || Number.isNaN(files)) return entries;
  const links = new Set(rows.filter((r) => r.link).map((r) => r.path));
  const empty = entries.filter(
    (e) => !e.folder && !links.has(e.path) && !e.path.slice(e.path.lastIndexOf("/") + 1).includes("."),
  );
  const isEmpty = new Set(empty);
  // Newer ones count the folder the tree begins in, too.
  const missing = folders - (folders + files - entries.length) - entries.filter((e) => e.folder).length;
  return missing === empty.length
    ? entries.map((e) => (isEmpty.has(e) ? { ...e, folder: true, size: null } : e))
    : entries;
}
