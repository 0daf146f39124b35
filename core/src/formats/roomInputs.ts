import { roomInput } from "../fit/room.ts";
import type { RoomInput } from "../fit/room.ts";
import { SOURCES } from "../session/document.ts";
import type { Source } from "../session/document.ts";
import { FileProblem } from "./fileProblem.ts";
import { readTable, writeCsv } from "./table.ts";

const LARGEST = 1 << 20;
const HEADS = ["Input", "Name", "Takes", "48 V"] as const;
const YES = new Set(["yes", "y", "x", "1", "true", "48", "48v", "48 v", "on"]);
const NO = new Set(["", "no", "n", "0", "false", "-", "off"]);

/** The inputs of a room as CSV (RFC 4180), one a line; docs/formats.md. No cell can run as a formula. */
export const roomInputsCsv = (inputs: readonly RoomInput[]): string =>
  writeCsv(
    HEADS,
    inputs.map((i) => [i.number, i.label, i.takes.join(" "), i.phantom ? "yes" : "no"]),
  );

/**
 * Reads the inputs of a room. Only the numbers have to be there: what is left out is a microphone preamp
 * without phantom power.
 * @throws FileProblem naming the line; nothing is taken then
 */
export function readRoomInputs(text: string): RoomInput[] {
  const table = readTable(text, LARGEST, "list of inputs");
  const at = {
    number: table.column("input", "number", "no", "no.", "channel"),
    label: table.column("name", "label"),
    takes: table.column("takes", "kind", "kinds"),
    phantom: table.column("48 v", "48v", "phantom", "phantom power"),
  };
  if (at.number < 0)
    throw new FileProblem(`No column is called “Input”. The heads are ${HEADS.join(", ")}.`, "line 1");
  const seen = new Set<number>();
  const inputs = table.rows.map((row) => {
    const phantom = row.cell(at.phantom).toLowerCase();
    if (!YES.has(phantom) && !NO.has(phantom))
      row.fail(`“${phantom}” is neither yes nor no for phantom power.`);
    const read = roomInput.safeParse({
      number: Number(row.cell(at.number)),
      label: row.cell(at.label) || "Mic preamp",
      takes: takesFrom(row.cell(at.takes), row.fail),
      phantom: YES.has(phantom),
    });
    if (!read.success)
      return row.fail(`“${row.cell(at.number)}” is no input number, or the name is too long.`);
    if (seen.has(read.data.number)) row.fail(`input ${read.data.number} is there twice.`);
    seen.add(read.data.number);
    return read.data;
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
