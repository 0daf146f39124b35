import { read, utils, write } from "@e965/xlsx";
import { FileProblem } from "./fileProblem.ts";
import { refuseEndless } from "./grid.ts";
import type { Grid, TableFile } from "./grid.ts";
import type { List } from "./table.ts";
import { openZip } from "./zip.ts";

/** Of a spreadsheet, unpacked: no list comes near it, and a bomb is stopped before it is unpacked. */
const UNPACKED = 64 << 20;
const MOST_ROWS = 20_001;
const MOST_COLUMNS = 200;

/**
 * The sheets of an XLSX or ODS file with what shows in their cells; of a formula its last result.
 * @throws FileProblem where it is torn, too large, or no spreadsheet
 */
export async function sheetsIn(name: string, bytes: Uint8Array): Promise<TableFile> {
  const zip = await openZip(bytes, { file: UNPACKED, entries: 5000, entry: UNPACKED });
  const names = new Set(zip.entries.map((e) => e.name));
  if (!names.has("xl/workbook.xml") && !names.has("content.xml"))
    throw new FileProblem(`“${name}” is a ZIP and no spreadsheet. Choose a CSV, an XLSX or an ODS.`);
  let unpacked = 0;
  for (const entry of zip.entries)
    await zip.unpack(entry, (piece) => {
      unpacked += piece.length;
      if (unpacked > UNPACKED)
        throw new FileProblem(
          `“${name}” is larger than any list of this kind. Check that it is the right one.`,
        );
    });
  try {
    const book = read(bytes, { type: "array", sheetRows: MOST_ROWS, cellHTML: false, cellFormula: false });
    return book.SheetNames.flatMap((sheet): Grid[] => {
      const cells = book.Sheets[sheet];
      const range = cells?.["!ref"];
      if (!cells || range === undefined) return [];
      const { s, e } = utils.decode_range(range);
      const within = { s, e: { r: Math.min(e.r, MOST_ROWS - 1), c: Math.min(e.c, MOST_COLUMNS) } };
      const rows = utils
        .sheet_to_json<string[]>(cells, {
          header: 1,
          raw: false,
          defval: "",
          blankrows: true,
          range: within,
        })
        .map((row, i) => ({ line: s.r + i + 1, cells: row.map(String) }))
        .filter((row) => row.cells.some((cell) => cell.trim() !== ""));
      refuseEndless(rows, sheet);
      return rows.length === 0 ? [] : [{ name: sheet, rows }];
    });
  } catch (e) {
    if (e instanceof FileProblem) throw e;
    throw new FileProblem(
      `“${name}” is damaged (${e instanceof Error ? e.message : "unreadable"}). Save it again and choose that.`,
    );
  }
}

/** What no name of a sheet may hold, and how long it may be (ISO/IEC 29500, from memory). */
const NOT_IN_NAMES = /[[\]:*?/\\]/g;
const LONGEST_NAME = 31;

/**
 * Lists as an XLSX file, one sheet each: numbers as numbers, yes and no as such, all else as text, so that
 * nothing can run as a formula.
 */
export function xlsxOf(lists: readonly List[]): Uint8Array {
  const book = utils.book_new();
  for (const { name, heads, rows } of lists) {
    const sheet = utils.aoa_to_sheet([[...heads], ...rows.map((row) => [...row])]);
    const widths = heads.map((head, c) =>
      Math.max(head.length, ...rows.map((row) => String(row[c] ?? "").length)),
    );
    sheet["!cols"] = widths.map((wch) => ({ wch: Math.min(60, wch + 2) }));
    const called = name
      .replace(NOT_IN_NAMES, " ")
      .replace(/^'+|'+$/g, "")
      .slice(0, LONGEST_NAME)
      .trim();
    utils.book_append_sheet(book, sheet, called === "" ? "List" : called, true);
  }
  return new Uint8Array(write(book, { type: "array", bookType: "xlsx", compression: true }) as ArrayBuffer);
}
