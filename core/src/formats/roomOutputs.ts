import { SERVES, roomOutput } from "../fit/room.ts";
import type { RoomOutput } from "../fit/room.ts";
import { inputsIn } from "./cellWords.ts";
import type { TableFile } from "./grid.ts";
import { readTable } from "./table.ts";
import type { List } from "./table.ts";

const HEADS = ["Output", "Name", "Serves"] as const;
/** What the columns are called by people. */
const COLUMNS = {
  number: ["output", "number", "no", "no.", "nr", "nr.", "#", "channel", "ch", "out", "ausgang"],
  label: ["name", "label", "socket", "called"],
  serves: ["serves", "kind", "use", "type", "art"],
} as const;

/** The outputs of a room, one a line; docs/formats.md. */
export const roomOutputsTable = (outputs: readonly RoomOutput[]): List => ({
  name: "Outputs",
  heads: HEADS,
  rows: outputs.map((o) => [o.number, o.label, o.serves]),
});

/**
 * Reads the outputs of a room. Only the numbers have to be there; what is left out serves something else than
 * monitors or headphones.
 * @throws FileProblem naming the line; nothing is taken then
 */
export function readRoomOutputs(file: TableFile | string): RoomOutput[] {
  const { rows } = readTable(file, COLUMNS, ["number"]);
  const seen = new Set<number>();
  const outputs = rows.flatMap((row): RoomOutput[] => {
    const said = row.cell("serves").toLowerCase();
    const serves = said === "" ? "other" : SERVES.find((s) => s === said || s.startsWith(said));
    if (!serves) return row.fail(`“${said}” is none of ${SERVES.join(", ")}.`);
    const span = inputsIn(row.cell("number"));
    if (!span || span.last < span.first || span.last - span.first > 511)
      return row.fail(`“${row.cell("number")}” is no output number.`);
    return Array.from({ length: span.last - span.first + 1 }, (_, n): RoomOutput => {
      const number = span.first + n;
      if (seen.has(number)) row.fail(`output ${number} is there twice.`);
      seen.add(number);
      const read = roomOutput.safeParse({ number, label: row.cell("label") || "Output", serves });
      return read.success
        ? read.data
        : row.fail(`“${row.cell("number")}” is no output number, or the name is too long.`);
    });
  });
  return outputs.toSorted((a, b) => a.number - b.number);
}
