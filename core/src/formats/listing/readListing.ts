import Papa from "papaparse";
import type { Entry } from "../../disk/entry.ts";
import { FileProblem } from "../fileProblem.ts";
import { fromFind } from "./find.ts";
import { fromHeaded, headedBy } from "./headed.ts";
import { checked, fail, named, shared, tidy, withoutTrouble } from "./lines.ts";
import type { Line } from "./lines.ts";
import { fromLs, isLong } from "./ls.ts";
import { fromTree, isTree } from "./tree.ts";

/** A listing may have so many characters: some 400,000 paths. */
const LARGEST = 64 << 20;

export interface Listing {
  readonly entries: readonly Entry[];
  /** Lines in which the program that listed says what it could not look into. */
  readonly passedOver: number;
}

/**
 * The files and folders of a pasted or read listing: what `find`, `ls -R`, `du -a`, `tree`, `dir /s` and
 * `Get-ChildItem` print, each with the options people give them, or a CSV with a column of paths.
 * Paths are given below the folder the listing began in; ".." never leaves it. Errors of the program that
 * listed are passed over and counted.
 * @throws FileProblem naming the first line that is none of these; nothing is taken then
 */
export function readListing(text: string): Listing {
  if (text.length > LARGEST)
    throw new FileProblem("The listing is larger than 64 MB. List one folder of the disk at a time.");
  const clean = text.replace(/^\ufeff/, "");
  const { lines, passedOver } = withoutTrouble(clean);
  const first = lines.find((l) => l.text.trim() !== "")?.text ?? "";
  if (first === "" && passedOver > 0)
    throw new FileProblem(
      `The listing holds nothing but errors, the first: “${clean.trim().slice(0, 80)}”.`,
      "line 1",
    );
  if (first === "")
    throw new FileProblem(
      "The listing is empty. Paste what one of the programs below prints, or a CSV with a column “path”.",
    );
  const table = tableOf(clean);
  if (table) return { entries: table, passedOver: 0 };
  return { entries: entriesOf(lines, first), passedOver };
}

function entriesOf(lines: readonly Line[], first: string): Entry[] {
  const headed = headedBy(lines);
  if (headed) return fromHeaded(lines, headed);
  if (isTree(lines)) return fromTree(lines);
  if (isLong(first) && /\s(\.|\.?\/.*)$/.test(first)) return fromFind(lines);
  if (first.endsWith(":") || /^total [\d.]+/.test(first) || isLong(first)) return fromLs(lines);
  const paths = onlyPaths(lines);
  return fromFind(paths ?? lines);
}

/** `Get-ChildItem | Select-Object FullName` prints paths below a head and a line of dashes. */
function onlyPaths(lines: readonly Line[]): readonly Line[] | null {
  const at = lines.findIndex((l) => l.text.trim() !== "");
  const isHead = /^FullName\s*$/i.test(lines[at]?.text ?? "") && /^-+\s*$/.test(lines[at + 1]?.text ?? "");
  return isHead ? lines.slice(at + 2) : null;
}

const HEADS = {
  path: /^(path|fullname)$/i,
  size: /^(size|length)$/i,
  type: /^(type|mode|psiscontainer)$/i,
};

/** The entries of a CSV with a column of paths, and perhaps of sizes (bytes) and of what each is; null for none. */
function tableOf(text: string): Entry[] | null {
  const body = text.replace(/^#TYPE [^\n]*\n/, "");
  const skipped = body === text ? 1 : 2;
  const head = /\S[^\r\n]*/.exec(body)?.[0] ?? "";
  if (!/(^|[,;\t])"?(path|fullname)"?([,;\t]|\s*$)/i.test(head) || /^FullName\s*$/i.test(head)) return null;
  const { data, errors } = Papa.parse<string[]>(body, { skipEmptyLines: "greedy" });
  const torn = errors.find((e) => e.type === "Quotes");
  if (torn) fail((torn.row ?? 0) + skipped, "a quote is opened and never closed.");
  const [heads = [], ...rows] = data;
  const at = (name: RegExp): number => heads.findIndex((h) => name.test(h.trim()));
  const [path, size, type] = [at(HEADS.path), at(HEADS.size), at(HEADS.type)];
  const said = rows.map((row, i) => {
    const value = checked((row[path] ?? "").trim(), i + skipped + 1).replaceAll("\\", "/");
    return value === "" ? fail(i + skipped + 1, "the column “path” is empty.") : value;
  });
  // Paths from a root are told as they stand on their disk.
  const root = said.every((p) => /^([A-Za-z]:)?\//.test(p)) ? shared(said) : "";
  return named(
    rows.map((row, i) => {
      const line = i + skipped + 1;
      const bytes = size < 0 || (row[size] ?? "").trim() === "" ? null : Number(row[size]);
      if (bytes !== null && !(Number.isFinite(bytes) && bytes >= 0))
        fail(line, `“${row[size] ?? ""}” is no number of bytes.`);
      const what = (row[type] ?? "").trim();
      return {
        path: tidy((said[i] ?? "").slice(root.length), line),
        folder:
          (said[i] ?? "").endsWith("/") ||
          (type >= 0 && /^(d[a-z-]{0,5}|dir|directory|folder|true)$/i.test(what)),
        size: bytes,
      };
    }),
  );
}
