import type { FloorLine } from "@mossy/core/formats/floorList";
import type { Face } from "./fonts.ts";
import { LEFT, PAGE, Paper, RIGHT } from "./paper.ts";
import type { Setting } from "./setting.ts";

/** Free between two columns. */
const GAP = 8;
/** Room that is always left for whoever plays or stands there, to be written in by hand. */
const WHO = 96;
/** Nothing smaller than this is read on the floor of a room. */
const LEAST = 6;
/** Heights of rows in points: where all stand on one page, and on one page of several. */
const ROW = { most: 24, least: 9, ofSeveral: 14 };

interface Column {
  readonly head: string;
  readonly face: Face;
  readonly of: (line: FloorLine) => string;
}
const COLUMNS: readonly Column[] = [
  { head: "In", face: "mono", of: (l) => l.input },
  { head: "Source", face: "bold", of: (l) => l.source },
  { head: "Microphone or box", face: "text", of: (l) => l.microphone },
  { head: "Stand", face: "text", of: (l) => l.stand },
  { head: "48 V", face: "mono", of: (l) => (l.phantom ? "48 V" : "") },
  { head: "Ø", face: "text", of: (l) => (l.inverted ? "Ø" : "") },
  { head: "Goes to", face: "text", of: (l) => l.goesTo },
  { head: "Note", face: "text", of: (l) => l.note },
];
const WHO_HEAD = "Who stands here";

export interface FloorPage {
  readonly title: string;
  readonly says: string;
  readonly lines: readonly FloorLine[];
  readonly made: Date;
}

/**
 * The input list on A4 that can lie on the floor of the room: one page, as large as it can be read from
 * above, where that is at least 9 points a row (about 80 rows); else as many pages as it takes, each with
 * its heads.
 * Columns are as wide as what stands in them; a text that is wider still is written smaller, then in two
 * lines, and cut only where that does not do. Each line ends in one to write on: who stands there.
 */
export function inputListPdf({ title, says, lines, made }: FloorPage): Promise<Uint8Array> {
  const paper = new Paper(`Input list, ${title}`, made);
  const top = PAGE.margin + 48;
  const room = PAGE.height - PAGE.margin - top - 18;
  const single = Math.min(ROW.most, room / Math.max(1, lines.length));
  const height = single >= ROW.least ? single : ROW.ofSeveral;
  const perPage = Math.max(1, Math.floor(room / height + 1e-6));
  const size = Math.min(12, height * 0.58);
  const columns = COLUMNS.filter((c) => c.head !== "Note" || lines.some((l) => l.note !== ""));
  const widths = widthsFor(paper.setting, columns, lines, size);
  for (let from = 0; from === 0 || from < lines.length; from += perPage) {
    if (from > 0) paper.page();
    paper.put(title, LEFT, PAGE.margin, RIGHT - LEFT, { face: "bold", size: 17 });
    paper.put(says, LEFT, PAGE.margin + 21, RIGHT - LEFT);
    drawRows(paper, lines.slice(from, from + perPage), { columns, widths, top, height, size });
  }
  if (lines.length === 0) paper.put("Nothing records from outside.", LEFT, top + 6, 300, { size: 12 });
  return paper.done();
}

interface Grid {
  readonly columns: readonly Column[];
  readonly widths: readonly number[];
  readonly top: number;
  readonly height: number;
  readonly size: number;
}

function drawRows(paper: Paper, lines: readonly FloorLine[], grid: Grid): void {
  const { doc } = paper;
  const { columns, widths, top, height, size } = grid;
  const x = widths.reduce<number[]>((at, w) => [...at, (at.at(-1) ?? LEFT) + w + GAP], [LEFT]);
  const head = { face: "bold", size: 8 } as const;
  columns.forEach((c, i) => paper.put(c.head, x[i] ?? LEFT, top - 11, widths[i] ?? 0, head));
  const who = x[columns.length] ?? LEFT;
  paper.put(WHO_HEAD, who, top - 11, RIGHT - who, head);
  lines.forEach((line, n) => {
    const y = top + n * height;
    if (n % 2 === 0)
      doc
        .rect(LEFT - 3, y, RIGHT - LEFT + 6, height)
        .fill("#f0efe9")
        .fillColor("#000000");
    columns.forEach((c, i) =>
      putIn(paper, c.of(line), { x: x[i] ?? LEFT, y, width: widths[i] ?? 0, height }, c.face, size),
    );
    doc
      .moveTo(who, y + height - 3)
      .lineTo(RIGHT, y + height - 3)
      .lineWidth(0.5)
      .strokeColor("#8a8a82")
      .stroke();
  });
}

/** As wide as what stands in each; where that is more than there is, the wide ones give in proportion. */
function widthsFor(
  setting: Setting,
  columns: readonly Column[],
  lines: readonly FloorLine[],
  size: number,
): number[] {
  const room = RIGHT - LEFT - WHO - columns.length * GAP;
  const heads = columns.map((c) => setting.width(c.head, "bold", 8));
  const wanted = columns.map((c, i) =>
    lines.reduce((most, l) => Math.max(most, setting.width(c.of(l), c.face, size)), heads[i] ?? 0),
  );
  const all = wanted.reduce((sum, w) => sum + w, 0);
  if (all <= room) return wanted;
  // Narrow columns keep what they need: only what is over an even share gives way.
  const share = room / columns.length;
  const over = wanted.reduce((sum, w) => sum + Math.max(0, w - share), 0);
  return wanted.map((w) => (w <= share ? w : w - (all - room) * ((w - share) / over)));
}

interface Box {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

/**
 * Writes a text into a cell of one row: smaller where it is too wide, in two lines where that is not
 * enough.
 */
function putIn(paper: Paper, text: string, { x, y, width, height }: Box, face: Face, size: number): void {
  if (text === "") return;
  const { setting } = paper;
  const fit = size * Math.min(1, width / Math.max(1, setting.width(text, face, size)));
  const middle = (points: number, line: number, of: number): number =>
    y + (height - points * 1.12 * of) / 2 + line * points * 1.12;
  if (fit >= Math.max(Math.min(LEAST, size), size * 0.72) - 1e-6) {
    paper.put(text, x, middle(fit, 0, 1), width + 0.5, { face, size: fit });
    return;
  }
  const [first, second] = inTwo(text);
  const widest = Math.max(setting.width(first, face, size), setting.width(second, face, size));
  const points = Math.max(
    Math.min(LEAST, height / 2.3),
    Math.min(size * Math.min(1, width / widest), height / 2.3),
  );
  if (second === "") {
    paper.put(text, x, middle(points, 0, 1), width, { face, size: points });
    return;
  }
  [first, second].forEach((part, n) =>
    paper.put(part, x, middle(points, n, 2), width + 0.5, { face, size: points }),
  );
}

/** A text in two parts of about the same length, parted at a space. */
function inTwo(text: string): [string, string] {
  const spaces = [...text.matchAll(/ /g)].map((m) => m.index);
  const at = spaces.sort((a, b) => Math.abs(a - text.length / 2) - Math.abs(b - text.length / 2))[0];
  return at === undefined ? [text, ""] : [text.slice(0, at), text.slice(at + 1)];
}
