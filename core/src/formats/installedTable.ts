import { SORTS, deviceKey, installed, installedList } from "../devices/installed.ts";
import type { Installed } from "../devices/installed.ts";
import type { TableFile } from "./grid.ts";
import { readTable } from "./table.ts";
import type { List } from "./table.ts";

const HEADS = [
  "Name",
  "Maker",
  "Format",
  "Identifier",
  "Version",
  "Sort",
  "Kind",
  "Load %",
  "Memory MB",
  "Values",
] as const;
/** What the columns are called by people. */
const COLUMNS = {
  name: ["name", "device", "plug-in", "plugin", "instrument", "title"],
  maker: ["maker", "vendor", "manufacturer", "by", "hersteller"],
  format: ["format", "plug-in format", "plugin format"],
  identifier: ["identifier", "id", "uid", "bundle"],
  version: ["version", "ver"],
  sort: ["sort", "what", "type"],
  kind: ["kind", "category", "art"],
  load: ["load %", "load", "cpu", "cpu %"],
  memory: ["memory mb", "memory", "ram", "mb"],
  knows: ["values", "parameters", "knows"],
} as const;

/** What is installed in a room, one a line; docs/formats.md. */
export const installedTable = (list: readonly Installed[]): List => ({
  name: "Installed",
  heads: HEADS,
  rows: list.map((d) => [
    d.name,
    d.maker,
    d.format,
    d.identifier,
    d.version,
    d.sort,
    d.kind,
    d.load,
    d.memory,
    d.knows.join("; "),
  ]),
});

/**
 * Reads what is installed in a room. Only names have to be there; a line that says the same device again is passed
 * over.
 * @throws FileProblem naming the line; nothing is taken then
 */
export function readInstalled(file: TableFile | string): Installed[] {
  const { rows } = readTable(file, COLUMNS, ["name"]);
  const found = new Map<string, Installed>();
  for (const row of rows) {
    const number = (column: "load" | "memory"): number | null => {
      const said = row
        .cell(column)
        .replace(",", ".")
        .replace(/\s*(%|MB)$/i, "");
      if (said === "") return null;
      const value = Number(said);
      return Number.isFinite(value) && value >= 0 ? value : row.fail(`“${row.cell(column)}” is no number.`);
    };
    const said = row.cell("sort").toLowerCase();
    const sort = said === "" ? "device" : SORTS.find((s) => s.startsWith(said) || said.startsWith(s));
    if (!sort) return row.fail(`“${said}” is none of ${SORTS.join(", ")}.`);
    const read = installed.safeParse({
      name: row.cell("name"),
      maker: row.cell("maker"),
      format: row.cell("format"),
      identifier: row.cell("identifier"),
      version: row.cell("version"),
      sort,
      kind: row.cell("kind"),
      load: number("load"),
      memory: number("memory"),
      knows: row
        .cell("knows")
        .split(";")
        .map((v) => v.trim())
        .filter(Boolean),
    });
    if (!read.success)
      return row.fail(
        row.cell("name") === "" ? "a device needs a name." : "something in this line is too long.",
      );
    const key = deviceKey(read.data);
    if (!found.has(key)) found.set(key, read.data);
  }
  return installedList.parse([...found.values()].slice(0, 10_000));
}
