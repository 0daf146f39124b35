import type { Session } from "../../session/document.ts";
import type { Marker } from "../../session/lanes.ts";
import { placeIn, timeInWords } from "../../session/time.ts";
import { Along } from "../../time/along.ts";
import { counted, placeFrom, startFrame } from "../../time/counted.ts";
import type { Counting } from "../../time/counted.ts";
import { colourIn } from "../exchange/values.ts";
import type { TableFile } from "../grid.ts";
import { readTable } from "../table.ts";
import type { List } from "../table.ts";
import { TimeReading } from "./brought.ts";
import type { BroughtTime } from "./brought.ts";

const HEADS = ["Name", "From", "To", "Bar", "Timecode", "Counted in", "Colour", "Note"] as const;
/** What the columns are called by people. */
const COLUMNS = {
  name: ["name", "marker", "title", "label", "called"],
  from: ["from", "start", "begin", "begins at", "at", "time", "position"],
  to: ["to", "end", "ends at", "until"],
  length: ["length", "duration"],
  bar: ["bar", "bars", "bar and beat", "measure"],
  timecode: ["timecode", "tc", "smpte"],
  counted: ["counted in", "unit", "base"],
  colour: ["colour", "color"],
  note: ["note", "notes", "comment", "description"],
} as const;

const countingOf = (session: Session, count: Counting["count"]): Counting => ({
  along: new Along(session),
  count,
  rate: session.frameRate,
  start: startFrame(session),
});

/** The markers and regions of a session, one a line in the order of time; docs/formats.md. */
export function markersTable(session: Session): List {
  const [bars, frames] = [countingOf(session, "bars"), countingOf(session, "timecode")];
  const { along } = bars;
  const rows = session.markers
    .map((m) => ({ m, from: along.seconds(m.clock, m.at) }))
    .sort((a, b) => a.from - b.from)
    .map(({ m, from }) => [
      m.name,
      timeInWords(from, 6),
      m.length === null ? "" : timeInWords(along.seconds(m.clock, m.at + m.length), 6),
      counted(from, bars),
      session.frameRate === null ? "" : counted(from, frames),
      m.clock === "beats" ? "beats" : "time",
      m.colour ?? "",
      m.note,
    ]);
  return { name: "Markers", heads: HEADS, rows };
}

/** What stands in beats by its seconds lies on a fine grid: what rounding left of it is taken off. */
const FINE = 960;
const onFine = (quarters: number): number => {
  const near = Math.round(quarters * FINE) / FINE;
  return Math.abs(near - quarters) < 1e-4 ? near : quarters;
};

/**
 * Reads markers from a table: a name and a place are enough, by the clock ("1:02.5", seconds), by bar and beat, or by
 * timecode at the session's rate; the first of them that stands in a line counts.
 * @param session whose time bars and timecodes are counted in
 * @throws FileProblem naming the line
 */
export function markersFrom(file: TableFile | string, session: Session): BroughtTime {
  const table = readTable(file, COLUMNS, ["name"]);
  const [bars, frames] = [countingOf(session, "bars"), countingOf(session, "timecode")];
  const { along } = bars;
  const reading = new TimeReading();
  for (const row of table.rows) {
    const [said, bar, timecode] = [row.cell("from"), row.cell("bar"), row.cell("timecode")];
    const place =
      said !== ""
        ? placeIn(said)
        : bar !== ""
          ? placeFrom(bar, bars)
          : timecode === ""
            ? null
            : placeFrom(timecode, frames);
    if (place === null) row.fail(`“${row.cell("name")}” has no place: none of From, Bar, Timecode`);
    if (place === undefined) row.fail(`“${said || bar || timecode}” is no place in time`);
    const beats = /^beats?$/i.test(row.cell("counted")) || (said === "" && bar !== "");
    const clock: Marker["clock"] = beats ? "beats" : "seconds";
    const until = endOf(row.cell("to"), row.cell("length"), place ?? 0, row.fail);
    const inClock = (seconds: number): number =>
      beats ? onFine(along.by("seconds", "beats", seconds)) : seconds;
    const at = inClock(place ?? 0);
    reading.marker({
      clock,
      at,
      name: row.cell("name"),
      length: until === null ? null : inClock(until) - at,
      colour: colourIn(row.cell("colour")),
      note: row.cell("note"),
    });
  }
  return reading.brought("list of markers");
}

/** Where a region ends, in seconds; null for a place. */
function endOf(to: string, length: string, from: number, fail: (why: string) => never): number | null {
  if (to === "" && length === "") return null;
  const said = placeIn(to === "" ? length : to);
  if (said === undefined) return fail(`“${to || length}” is no time`);
  const end = to === "" ? from + said : said;
  return end > from ? end : null;
}
