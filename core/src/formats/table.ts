import Papa from "papaparse";
import { FileProblem } from "./fileProblem.ts";

/** A CSV of the house, read: its heads and its rows. */
export interface CsvTable {
  /** The place of the first column that is called one of these, whatever its letters' case; −1 for none. */
  readonly column: (...names: readonly string[]) => number;
  readonly rows: readonly CsvRow[];
}
/** One row, with what is in its cells and how its faults are said. */
export interface CsvRow {
  /**
   * What stands in a column; empty where there is none. A sign that keeps a cell from running as a formula
   * is taken off.
   */
  readonly cell: (column: number) => string;
  /** @throws FileProblem that names the line */
  readonly fail: (why: string) => never;
}

/**
 * Reads a CSV (RFC 4180).
 * @param what what the file should be, for saying that it is too large to be one
 * @throws FileProblem where it is too large or a quote is not closed
 */
export function readTable(text: string, largest: number, what: string): CsvTable {
  if (text.length > largest)
    throw new FileProblem(`The file is larger than any ${what}. Check that it is the right one.`);
  const { data, errors } = Papa.parse<string[]>(text.replace(/^\ufeff/, ""), {
    skipEmptyLines: "greedy",
  });
  const torn = errors.find((e) => e.type === "Quotes");
  if (torn) failAt((torn.row ?? 0) + 1, "a quote is opened and never closed.");
  const [head = [], ...rows] = data;
  return {
    column: (...names) => head.findIndex((h) => names.includes(h.trim().toLowerCase())),
    rows: rows.map((row, i) => ({
      cell: (column) => unguarded((row[column] ?? "").trim()).trim(),
      fail: (why) => failAt(i + 2, why),
    })),
  };
}

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

/**
 * A table as CSV (RFC 4180, UTF-8, with a byte order mark for spreadsheets), its heads in the first line. No
 * cell can run as a formula.
 */
export function writeCsv(heads: readonly string[], rows: readonly (readonly unknown[])[]): string {
  const table = { fields: [...heads], data: rows.map((r) => [...r]) };
  return `\ufeff${Papa.unparse(table, { newline: "\r\n", escapeFormulae: FORMULA })}\r\n`;
}
