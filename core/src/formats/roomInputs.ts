import { roomInput } from "../fit/room.ts";
import type { RoomInput } from "../fit/room.ts";
import { SOURCES } from "../session/document.ts";
import type { Source } from "../session/document.ts";
import { FileProblem } from "./fileProblem.ts";
import { inputsIn, yesIn } from "./cellWords.ts";
import type { TableFile } from "./grid.ts";
import { readTable } from "./table.ts";
import type { List } from "./table.ts";

const HEADS = ["Input", "Name", "Takes", "48 V"] as const;
/** What the columns are called by people. */
const COLUMNS = {
  number: ["input", "number", "no", "no.", "nr", "nr.", "#", "channel", "ch", "in", "eingang"],
  label: ["name", "label", "socket", "called"],
  takes: ["takes", "kind", "kinds", "type", "art"],
  phantom: ["48 v", "48v", "+48 v", "+48v", "phantom", "phantom power", "p48"],
} as const;

/** The inputs of a room, one a line; docs/formats.md. */
export const roomInputsTable = (inputs: readonly RoomInput[]): List => ({
  name: "Inputs",
  heads: HEADS,
  rows: inputs.map((i) => [i.number, i.label, i.takes.join(" "), i.phantom]),
});

/**
 * Reads the inputs of a room. Only the numbers have to be there: what is left out is a microphone preamp
 * without phantom power.
 * @throws FileProblem naming the line; nothing is taken then
 */
export function readRoomInputs(file: TableFile | string): RoomInput[] {
  const { rows } = readTable(file, COLUMNS, ["number"]);
  const seen = new Set<number>();
  const inputs = rows.flatMap((row): RoomInput[] => {
    const said = row.cell("phantom");
    const phantom = yesIn(said);
    if (phantom === null)
      return row.fail(`“${said.toLowerCase()}” is neither yes nor no for phantom power.`);
    const span = inputsIn(row.cell("number"));
    if (!span || span.last < span.first || span.last - span.first > 511)
      return row.fail(`“${row.cell("number")}” is no input number, or the name is too long.`);
    return Array.from({ length: span.last - span.first + 1 }, (_, n): RoomInput => {
      const read = roomInput.safeParse({
        number: span.first + n,
        label: row.cell("label") || "Mic preamp",
        takes: takesFrom(row.cell("takes"), row.fail),
        phantom,
      });
      if (!read.success)
        return row.fail(`“${row.cell("number")}” is no input number, or the name is too long.`);
      if (seen.has(read.data.number)) row.fail(`input ${read.data.number} is there twice.`);
      seen.add(read.data.number);
      return read.data;
    });
  });
  if (inputs.length > 512)
    throw new FileProblem(`It holds ${inputs.length} inputs; a room has at most 512.`);
  return inputs.toSorted((a, b) => a.number - b.number);
}

function takesFrom(cell: string, fail: (why: string) => never): Source[] {
  const words = cell
    .toLowerCase()
    .split(/[\s,;/+]+/)
    .filter((w) => w !== "" && w !== "or" && w !== "and");
  const takes = words.map((w): Source => {
    const known = SOURCES.find((s) => s === w || (s === "mic" && w.startsWith("mic")));
    return known ?? fail(`“${w}” is nothing that can be plugged in: ${SOURCES.join(", ")}.`);
  });
  return takes.length === 0 ? ["mic"] : [...new Set(takes)];
}
