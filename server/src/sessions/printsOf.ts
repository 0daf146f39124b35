import { floorList } from "@mossy/core/formats/floorList";
import { inputList, inputListTable } from "@mossy/core/formats/inputList";
import type { PackageParts } from "@mossy/core/formats/package";
import { xlsxOf } from "@mossy/core/formats/spreadsheet";
import { inputListPdf } from "../print/inputListPdf.ts";
import { notesPdf } from "../print/notesPdf.ts";

/**
 * What goes into a package for paper, and for spreadsheets.
 * @param made when the session was, so that it stays the same
 */
export async function printsOf(parts: PackageParts, made: Date): Promise<Record<string, Uint8Array>> {
  const { house, room, session } = parts;
  const title = `${session.title}, ${room.name}`;
  const lines = floorList(session, house.words);
  return {
    "Notes.pdf": await notesPdf(parts, made),
    "Input_list.pdf": await inputListPdf({
      title,
      says: `${house.name} · from ${parts.from}`,
      lines,
      made,
    }),
    "Input_list.xlsx": xlsxOf([inputListTable(inputList(session, room, house.words))]),
  };
}
