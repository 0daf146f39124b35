import type { FloorLine } from "@mossy/core/formats/floorList";
import { plural } from "@mossy/core/session/plural";
import { LEFT, Paper, RIGHT } from "./paper.ts";

const ROW = 13;
const SIZE = 9;

/** A fit to be read on paper, before anything is made or beside what was. */
export interface FitPrint {
  /** "Steelpan orchestra, full yard, release 6". */
  readonly of: string;
  /** "Ferry Van, the stage box at the quay". */
  readonly room: string;
  readonly house: string;
  readonly made: Date;
  readonly fits: number;
  readonly lines: readonly FloorLine[];
  /** Track by track what is otherwise, under what it is about ("Input", "Name"…). */
  readonly adjusted: readonly { readonly what: string; readonly lines: readonly string[] }[];
  /** What has no place, by the reason. */
  readonly unplaced: readonly { readonly why: string; readonly names: readonly string[] }[];
  readonly leftOut: readonly string[];
  readonly ways: readonly string[];
  /** Devices that are not there, each with what becomes of it. */
  readonly devices: readonly string[];
  /** What it costs there, in a sentence; null where nobody knows. */
  readonly load: string | null;
}

/** How a release fits a room: what is otherwise and why, what has no place and what would help, and the inputs. */
export function fitPdf(f: FitPrint): Promise<Uint8Array> {
  const paper = new Paper(`Fit, ${f.of}, ${f.room}`, f.made);
  const day = f.made.toLocaleDateString("en-GB", { day: "numeric", month: "long", year: "numeric" });
  paper.say(f.of, { face: "bold", size: 17 });
  paper.say(`${f.house} · fitted to ${f.room} · ${day}`, { size: 9 });
  paper.gap(6);
  const unplaced = f.unplaced.reduce((n, u) => n + u.names.length, 0);
  const adjusted = f.adjusted.reduce((n, a) => n + a.lines.length, 0);
  paper.say(
    `${plural(f.fits, "source")} as they are, ${adjusted} adjusted, ${unplaced} cannot be placed` +
      `${f.leftOut.length === 0 ? "" : `, ${f.leftOut.length} left out`}.${f.load === null ? "" : ` ${f.load}`}`,
    { size: 10.5 },
  );
  section(paper, "Cannot be placed", f.unplaced, ({ why, names }) => `${names.join(", ")}: ${why}`);
  section(paper, "What would help", f.ways, (way) => way);
  section(paper, "Left out", f.leftOut, (name) => name);
  section(paper, "Devices that are not installed", f.devices, (says) => says);
  for (const { what, lines } of f.adjusted) section(paper, `Adjusted: ${what}`, lines, (line) => line);
  if (f.lines.length > 0) drawInputs(paper, f.lines);
  return paper.done();
}

function section<T>(paper: Paper, title: string, list: readonly T[], says: (item: T) => string): void {
  if (list.length === 0) return;
  paper.heading(title);
  for (const item of list) paper.point(says(item));
}

function drawInputs(paper: Paper, lines: readonly FloorLine[]): void {
  const wide = RIGHT - LEFT;
  paper.heading("Inputs");
  for (const l of lines) {
    paper.room(ROW);
    paper.put(l.input, LEFT, paper.y, 40, { size: SIZE, face: "mono" });
    paper.put(l.source, LEFT + 44, paper.y, 0.34 * wide, { size: SIZE, face: "bold" });
    const with48 = [l.microphone, l.phantom ? "48 V" : ""].filter((s) => s !== "").join(", ");
    paper.put(with48, LEFT + 0.46 * wide, paper.y, 0.3 * wide, { size: SIZE });
    paper.put(l.goesTo, LEFT + 0.78 * wide, paper.y, 0.22 * wide, { size: SIZE });
    paper.y += ROW;
  }
}
