import Papa from "papaparse";
import { FileProblem } from "./fileProblem.ts";

/** A row of a table, and the line of the file a person sees it on. */
export interface GridRow {
  readonly line: number;
  readonly cells: readonly string[];
}
/** A table as it lies in a file: its rows, empty ones left out. */
export interface Grid {
  /** What its sheet is called; empty for a text. */
  readonly name: string;
  readonly rows: readonly GridRow[];
}
/** Everything a file holds that may be a table: one of a text, the sheets of a spreadsheet. */
export type TableFile = readonly Grid[];

/** Of the text of a list, in bytes. */
export const LARGEST = 16 << 20;
const MOST_ROWS = 20_000;
const DELIMITERS = [",", ";", "\t", "|"];

/** @throws FileProblem where there are more rows than any list has: nothing is cut silently */
export function refuseEndless(rows: readonly unknown[], name: string): void {
  if (rows.length > MOST_ROWS)
    throw new FileProblem(
      `${name === "" ? "The file" : `“${name}”`} has more than ${MOST_ROWS.toLocaleString("en")} rows, more ` +
        "than any list. Check that it is the right one.",
    );
}

/**
 * A text as a table: parted by commas, semicolons, tabs or bars, whatever it uses most evenly, or says itself
 * in a first line `sep=;` (RFC 4180, and what spreadsheets make of it).
 * @throws FileProblem where it is too large or a quote is not closed
 */
export function gridOfText(text: string): Grid {
  if (text.length > LARGEST)
    throw new FileProblem("The file is larger than any list of this kind. Check that it is the right one.");
  const whole = text.replace(/^\ufeff/, "");
  const said = /^sep=(.)\r?\n?/i.exec(whole);
  const start = said?.[0].length ?? 0;
  const body = whole.slice(start);
  const rows: GridRow[] = [];
  let line = said ? 2 : 1;
  let at = 0;
  Papa.parse<string[]>(body, {
    delimiter: said?.[1] ?? delimiterOf(body),
    step: ({ data, errors, meta }) => {
      if (errors.some((e) => e.type === "Quotes"))
        throw new FileProblem(`Line ${line}: a quote is opened and never closed.`, `line ${line}`);
      if (data.some((cell) => cell.trim() !== "")) rows.push({ line, cells: data });
      // A row may go over several lines where a cell does.
      line += linesIn(body.slice(at, meta.cursor));
      at = meta.cursor;
    },
  });
  refuseEndless(rows, "");
  return { name: "", rows };
}

/** The cells of a text as spreadsheets copy them: parted by tabs, empty lines kept. */
export const pastedCells = (text: string): string[][] =>
  Papa.parse<string[]>(text.replace(/\r?\n$/, ""), { delimiter: "\t" }).data;

/** So many rows at its head tell what a text parts its cells by. */
const HEAD_ROWS = 60;

/**
 * What parts the cells of most rows alike, into most cells; what leaves a quote open does not, where another
 * does without. What stands in quotes parts nothing.
 */
function delimiterOf(text: string): string {
  const tried = DELIMITERS.map((delimiter) => {
    const { data, errors } = Papa.parse<string[]>(text, {
      delimiter,
      preview: HEAD_ROWS,
      skipEmptyLines: true,
    });
    const often = new Map<number, number>();
    for (const row of data) often.set(row.length, (often.get(row.length) ?? 0) + 1);
    often.delete(1);
    const [cells = 1, alike = 0] = [...often].reduce<readonly number[]>(
      (most, one) => (one[1] > (most[1] ?? 0) ? one : most),
      [],
    );
    return { delimiter, cells, alike, closed: !errors.some((e) => e.type === "Quotes") };
  }).filter((t) => t.cells > 1);
  const [best] = tried.toSorted(
    (a, b) => Number(b.closed) - Number(a.closed) || b.alike - a.alike || b.cells - a.cells,
  );
  return best?.delimiter ?? ",";
}

const linesIn = (text: string): number => text.split(/\r\n|\r|\n/).length - 1;

/** So many zeros among its first bytes say that a text without a mark is UTF-16. */
const SAMPLE = 200;
const MANY = 0.3;

/**
 * The text of a file of which nothing says how it is encoded: by its byte order mark, by zeros between letters
 * (UTF-16), UTF-8 where that can be, else Latin-1 (Windows-1252).
 */
export function textOf(bytes: Uint8Array): string {
  const [a, b] = bytes;
  if (a === 0xff && b === 0xfe) return new TextDecoder("utf-16le").decode(bytes);
  if (a === 0xfe && b === 0xff) return new TextDecoder("utf-16be").decode(bytes);
  const sample = bytes.subarray(0, SAMPLE);
  const zeros = (from: 0 | 1): number => sample.filter((byte, i) => i % 2 === from && byte === 0).length;
  if (zeros(1) > sample.length * MANY) return new TextDecoder("utf-16le").decode(bytes);
  if (zeros(0) > sample.length * MANY) return new TextDecoder("utf-16be").decode(bytes);
  try {
    return new TextDecoder("utf-8", { fatal: true }).decode(bytes);
  } catch {
    return new TextDecoder("windows-1252").decode(bytes);
  }
}
