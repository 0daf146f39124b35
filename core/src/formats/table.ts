import Papa from "papaparse";
import { FileProblem } from "./fileProblem.ts";
import { gridOfText } from "./grid.ts";
import type { Grid, GridRow, TableFile } from "./grid.ts";

/** The columns of a list: for each what it may be called, in small letters, the likeliest first. */
export type Columns<K extends string> = Readonly<Record<K, readonly string[]>>;

/** A list that was read from a table. */
export interface Table<K extends string> {
  /** Whether a column is there at all. */
  readonly has: (column: K) => boolean;
  readonly rows: readonly TableRow<K>[];
}
/** One row, with what is in its cells and how its faults are said. */
export interface TableRow<K extends string> {
  readonly line: number;
  /**
   * What stands in a column; empty where there is none. A sign that keeps a cell from running as a formula
   * is taken off.
   */
  readonly cell: (column: K) => string;
  readonly fail: Fail;
}
/** @throws FileProblem that names the line */
export type Fail = (why: string) => never;

/** Heads stand no further down than this; what is above them is a title. */
const HEADS_WITHIN = 30;

/**
 * Finds a list in a file: its heads in any order and under any of their names, below whatever titles stand
 * above.
 * @param needed the columns without which it is no such list
 * @throws FileProblem that says which column is missing, where it is no table
 */
export function readTable<K extends string>(
  file: TableFile | string,
  columns: Columns<K>,
  needed: readonly NoInfer<K>[],
): Table<K> {
  const grids = typeof file === "string" ? [gridOfText(file)] : file;
  for (const grid of grids)
    for (const [index, row] of grid.rows.slice(0, HEADS_WITHIN).entries()) {
      const at = placesOf(row, columns);
      if (needed.every((key) => at.has(key))) return tableFrom(grid, index, at);
    }
  const heads = grids[0]?.rows[0];
  const missing = needed.filter((key) => !heads || !placesOf(heads, columns).has(key));
  const named = (keys: readonly K[]): string =>
    keys.map((key) => `“${capital(columns[key][0] ?? key)}”`).join(", ");
  throw new FileProblem(
    `No line of the file has the heads of this list: ${named(missing)} ${missing.length === 1 ? "is" : "are"} ` +
      `missing. They are ${named(Object.keys(columns) as K[])}, in any order.`,
    "line 1",
  );
}

const capital = (word: string): string => word.charAt(0).toUpperCase() + word.slice(1);

/** A head as it is compared: without what stands in brackets, colons and stars behind it. */
const headOf = (cell: string): string =>
  cell
    .normalize("NFC")
    .toLowerCase()
    .replace(/\(.*?\)|\[.*?\]/g, "")
    .replace(/[\s:*]+$/, "")
    .replace(/\s+/g, " ")
    .trim();

function placesOf<K extends string>(row: GridRow, columns: Columns<K>): Map<K, number> {
  const heads = row.cells.map(headOf);
  const at = new Map<K, number>();
  for (const key of Object.keys(columns) as K[])
    for (const name of columns[key]) {
      const index = heads.indexOf(name);
      if (index < 0 || at.has(key)) continue;
      at.set(key, index);
    }
  return at;
}

const tableFrom = <K extends string>(grid: Grid, heads: number, at: ReadonlyMap<K, number>): Table<K> => ({
  has: (column) => at.has(column),
  rows: grid.rows.slice(heads + 1).map(({ line, cells }) => ({
    line,
    cell: (column) => unguarded((cells[at.get(column) ?? -1] ?? "").trim()).trim(),
    fail: (why) => failAt(line, why),
  })),
});

/**
 * How a cell begins that a spreadsheet may take for a formula: with a sign, also a full-width one (which
 * spreadsheets in East Asian settings take alike), whatever spaces stand before it (OWASP, CSV injection).
 */
const FORMULA = /^[\s\ufeff]*[=+\-@\uff1d\uff0b\uff0d\uff20]|^[\t\r\n]/;

/** Takes off the apostrophe that kept a cell from running as a formula. */
export const unguarded = (cell: string): string =>
  cell.startsWith("'") && FORMULA.test(cell.slice(1)) ? cell.slice(1) : cell;

function failAt(line: number, why: string): never {
  throw new FileProblem(`Line ${line}: ${why}`, `line ${line}`);
}

/** What a cell of a list may hold; null is an empty cell. */
export type Cell = string | number | boolean | null;
/** A list as it goes out: one sheet of a spreadsheet, or a CSV. */
export interface List {
  /** What the list is called, for its sheet. */
  readonly name: string;
  readonly heads: readonly string[];
  readonly rows: readonly (readonly Cell[])[];
}

/** A list as CSV; a yes is a yes there. */
export const csvOf = ({ heads, rows }: List): string =>
  writeCsv(
    heads,
    rows.map((row) =>
      row.map((cell) => (typeof cell === "boolean" ? (cell ? "yes" : "no") : (cell ?? ""))),
    ),
  );

/** A list as spreadsheets copy and paste it: parted by tabs, its heads first. */
export const tabbed = ({ heads, rows }: List): string =>
  Papa.unparse({ fields: [...heads], data: rows.map((r) => [...r]) }, { delimiter: "\t", newline: "\n" });

/** What other tables part their cells by stands in quotes, so that nobody takes it for that. */
const mightPart = (cell: unknown): boolean => typeof cell === "string" && /[;\t|]/.test(cell);

/**
 * A table as CSV (RFC 4180, UTF-8, with a byte order mark for spreadsheets), its heads in the first line. No
 * cell can run as a formula.
 */
export function writeCsv(heads: readonly string[], rows: readonly (readonly unknown[])[]): string {
  const table = { fields: [...heads], data: rows.map((r) => [...r]) };
  const options = { newline: "\r\n", escapeFormulae: FORMULA, quotes: mightPart };
  return `\ufeff${Papa.unparse(table, options)}\r\n`;
}
