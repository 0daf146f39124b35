import { roomInput } from "../fit/room.ts";
import type { RoomInput, Standing, Wiring } from "../fit/room.ts";
import { standingFrom, standingInWords } from "../fit/standingWords.ts";
import type { Reader } from "../words/reader.ts";
import type { WordList } from "../words/wordlist.ts";
import { SOURCES } from "../session/document.ts";
import type { Source } from "../session/document.ts";
import { FileProblem } from "./fileProblem.ts";
import { inputsIn, yesIn } from "./cellWords.ts";
import type { TableFile } from "./grid.ts";
import { readTable } from "./table.ts";
import type { List } from "./table.ts";

const HEADS = ["Input", "Name", "At line level", "Takes", "48 V", "For good", "Usually"] as const;
/** What the columns are called by people. */
const COLUMNS = {
  number: ["input", "number", "no", "no.", "nr", "nr.", "#", "channel", "ch", "in", "eingang"],
  label: ["name", "label", "socket", "called"],
  takes: ["takes", "kind", "kinds", "type", "art"],
  line: ["at line level", "line name"],
  holds: ["for good", "holds", "plugged in"],
  usually: ["usually", "standing", "standing patch"],
  phantom: ["48 v", "48v", "+48 v", "+48v", "phantom", "phantom power", "p48"],
} as const;

/** The inputs of a room with what usually stands there, one a line; docs/formats.md. */
export function roomInputsTable({ inputs, standing }: Wiring, words: WordList): List {
  const usual = new Map(standing.map((s) => [s.input, standingInWords(s, words)]));
  return {
    name: "Inputs",
    heads: HEADS,
    rows: inputs.map((i) => [
      i.number,
      i.label,
      i.line,
      i.takes.join(" "),
      i.phantom,
      i.holds,
      usual.get(i.number) ?? "",
    ]),
  };
}

/**
 * Reads the inputs of a room and what usually stands there. Only the numbers have to be there: what is left out is a
 * microphone preamp without phantom power.
 * @param reader how the house reads what stands there
 * @throws FileProblem naming the line; nothing is taken then
 */
export function readRoomInputs(
  file: TableFile | string,
  reader: Reader,
): Pick<Wiring, "inputs" | "standing"> {
  const { rows } = readTable(file, COLUMNS, ["number"]);
  const seen = new Set<number>();
  const standing: Standing[] = [];
  const inputs = rows.flatMap((row): RoomInput[] => {
    const said = row.cell("phantom");
    const phantom = yesIn(said);
    if (phantom === null)
      return row.fail(`“${said.toLowerCase()}” is neither yes nor no for phantom power.`);
    const meant = row.cell("usually");
    const usual = meant === "" ? null : standingFrom(reader, meant);
    if (meant !== "" && !usual)
      return row.fail(`the house does not know what “${meant}” is, which usually stands there.`);
    const span = inputsIn(row.cell("number"));
    if (!span || span.last < span.first || span.last - span.first > 511)
      return row.fail(`“${row.cell("number")}” is no input number, or the name is too long.`);
    return Array.from({ length: span.last - span.first + 1 }, (_, n): RoomInput => {
      const read = roomInput.safeParse({
        number: span.first + n,
        label: row.cell("label") || "Mic preamp",
        takes: takesFrom(row.cell("takes"), row.fail),
        phantom,
        line: row.cell("line"),
        holds: row.cell("holds"),
      });
      if (!read.success)
        return row.fail(`“${row.cell("number")}” is no input number, or the name is too long.`);
      if (seen.has(read.data.number)) row.fail(`input ${read.data.number} is there twice.`);
      seen.add(read.data.number);
      if (usual && n === 0) standing.push({ ...usual, input: read.data.number });
      return read.data;
    });
  });
  if (inputs.length > 512)
    throw new FileProblem(`It holds ${inputs.length} inputs; a room has at most 512.`);
  return { inputs: inputs.toSorted((a, b) => a.number - b.number), standing };
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
