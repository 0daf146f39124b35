import { FileProblem } from "./fileProblem.ts";
import { LARGEST, gridOfText, textOf } from "./grid.ts";
import type { TableFile } from "./grid.ts";

/**
 * The tables in a file: a text, or a spreadsheet (XLSX, ODS).
 * @throws FileProblem where it is empty, too large, torn or of another kind
 */
export async function tablesIn(name: string, bytes: Uint8Array): Promise<TableFile> {
  if (bytes.length === 0) throw new FileProblem(`“${name}” is empty. Choose another file.`);
  if (bytes.length > LARGEST)
    throw new FileProblem(
      `“${name}” is larger than any list of this kind. Check that it is the right one.`,
    );
  if (bytes[0] === 0x50 && bytes[1] === 0x4b)
    return (await import("./spreadsheet.ts")).sheetsIn(name, bytes);
  if (bytes[0] === 0xd0 && bytes[1] === 0xcf)
    throw new FileProblem(
      `“${name}” is a document of an older office program. Save it as XLSX, ODS or CSV and choose that.`,
    );
  const text = textOf(bytes);
  if (
    text.includes("\0") ||
    ["%PDF", "\u2030PNG", "MThd", "RIFF"].some((begins) => text.startsWith(begins))
  )
    throw new FileProblem(`“${name}” is no table. Choose a CSV, a text with tabs, an XLSX or an ODS.`);
  return [gridOfText(text)];
}
