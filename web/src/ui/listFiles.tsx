import { csvOf } from "@mossy/core/formats/table";
import type { List } from "@mossy/core/formats/table";
import { tablesIn } from "@mossy/core/formats/tableFile";
import type { TableFile } from "@mossy/core/formats/grid";
import type { ComponentProps } from "react";
import { Button } from "./button.tsx";
import { saveAs } from "./saveAs.ts";

/** Kinds of files a list is read from, as a field of the browser says them. */
export const LIST_FILES = ".csv,.tsv,.tab,.txt,.xlsx,.ods,text/csv,text/plain";
const XLSX = "application/vnd.openxmlformats-officedocument.spreadsheetml.sheet";

/** The tables in a file somebody chose. @throws FileProblem */
export const tablesOf = async (file: File): Promise<TableFile> =>
  tablesIn(file.name, new Uint8Array(await file.arrayBuffer()));

/** Saves a list as a text or as a spreadsheet. */
export function SaveList({
  list,
  file,
  csv = "CSV",
  ...button
}: {
  /** Made when it is saved. */
  list: () => List;
  /** Without its ending. */
  file: string;
  /** What the first of the two buttons says. */
  csv?: string;
} & Pick<ComponentProps<typeof Button>, "look" | "disabled">) {
  const asSpreadsheet = async (): Promise<void> => {
    const { xlsxOf } = await import("@mossy/core/formats/spreadsheet");
    saveAs(`${file}.xlsx`, XLSX, xlsxOf([list()]));
  };
  return (
    <>
      <Button small {...button} onClick={() => saveAs(`${file}.csv`, "text/csv", csvOf(list()))}>
        {csv}
      </Button>
      <Button small {...button} onClick={() => void asSpreadsheet()}>
        XLSX
      </Button>
    </>
  );
}
