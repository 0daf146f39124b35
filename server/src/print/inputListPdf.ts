import { readFileSync } from "node:fs";
import { createRequire } from "node:module";
import PDFDocument from "pdfkit";
import type { FloorLine } from "@mossy/core/formats/floorList";

const require = createRequire(import.meta.url);
/** The fonts of the product are packages of the npm registry; pdfkit reads their WOFF files as they are. */
const font = (family: string, file: string): Buffer =>
  readFileSync(require.resolve(`@fontsource/${family}/files/${family}-${file}-normal.woff`));
const TEXT = "atkinson-hyperlegible-next",
  MONO = "atkinson-hyperlegible-mono";

/** A4 in points, and what is kept free around it. */
const PAGE = { width: 595.28, height: 841.89, margin: 34 };
const LEFT = PAGE.margin,
  RIGHT = PAGE.width - PAGE.margin;
/** Free between two columns. */
const GAP = 8;
/** Room that is always left for whoever plays or stands there, to be written in by hand. */
const WHO = 96;
/** Nothing smaller than this is read on the floor of a room. */
const LEAST = 6;

interface Column {
  readonly head: string;
  readonly face: string;
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
}

/**
 * The input list as one page A4 that can lie on the floor of the room: as large as it can be read from
 * above and still be one page.
 * Columns are as wide as what stands in them; a text that is wider still is written smaller, then in two
 * lines, and cut only where that does not do. Each line ends in one to write on: who stands there. Rows
 * shrink from 24 to 9 points with their number; beyond what fits at 9 (about 80) the last line says how
 * many are missing.
 */
export async function inputListPdf({ title, says, lines }: FloorPage): Promise<Uint8Array> {
  const doc = new PDFDocument({
    size: "A4",
    margin: PAGE.margin,
    info: { Title: `Input list, ${title}`, Creator: "Mossy Lantern" },
    autoFirstPage: true,
  });
  const chunks: Buffer[] = [];
  doc.on("data", (c: Buffer) => chunks.push(c));
  const ended = new Promise<void>((resolve) => {
    doc.on("end", () => resolve());
  });
  for (const [name, family, weight] of [
    ["text", TEXT, 400],
    ["bold", TEXT, 700],
    ["mono", MONO, 700],
  ] as const)
    for (const part of PARTS) doc.registerFont(`${name} ${part}`, font(family, `${part}-${weight}`));
  drawPage(doc, { title, says, lines });
  doc.end();
  await ended;
  return new Uint8Array(Buffer.concat(chunks));
}

function drawPage(doc: PDFKit.PDFDocument, { title, says, lines }: FloorPage): void {
  const top = PAGE.margin + 48,
    room = PAGE.height - PAGE.margin - top - 18;
  const height = Math.max(9, Math.min(24, room / Math.max(1, lines.length)));
  const shown = lines.slice(0, Math.floor(room / height));
  const size = Math.min(12, height * 0.58);
  write(doc, title, LEFT, PAGE.margin, RIGHT - LEFT, "bold", 17);
  write(doc, says, LEFT, PAGE.margin + 21, RIGHT - LEFT, "text", 9);
  const columns = COLUMNS.filter((c) => c.head !== "Note" || lines.some((l) => l.note !== ""));
  const widths = widthsFor(doc, columns, shown, size);
  const x = widths.reduce<number[]>((at, w) => [...at, (at.at(-1) ?? LEFT) + w + GAP], [LEFT]);
  columns.forEach((c, i) => write(doc, c.head, x[i] ?? LEFT, top - 11, widths[i] ?? 0, "bold", 8));
  const who = x[columns.length] ?? LEFT;
  write(doc, WHO_HEAD, who, top - 11, RIGHT - who, "bold", 8);
  shown.forEach((line, n) => {
    const y = top + n * height;
    if (n % 2 === 0)
      doc
        .rect(LEFT - 3, y, RIGHT - LEFT + 6, height)
        .fill("#f0efe9")
        .fillColor("#000000");
    columns.forEach((c, i) =>
      writeIn(doc, c.of(line), { x: x[i] ?? LEFT, y, width: widths[i] ?? 0, height }, c.face, size),
    );
    doc
      .moveTo(who, y + height - 3)
      .lineTo(RIGHT, y + height - 3)
      .lineWidth(0.5)
      .strokeColor("#8a8a82")
      .stroke();
  });
  if (shown.length < lines.length)
    write(
      doc,
      `and ${lines.length - shown.length} more: see the CSV`,
      LEFT,
      PAGE.height - PAGE.margin - 12,
      300,
      "bold",
      9,
    );
  if (lines.length === 0) write(doc, "Nothing records from outside.", LEFT, top + 6, 300, "text", 12);
}

/** As wide as what stands in each; where that is more than there is, the wide ones give in proportion. */
function widthsFor(
  doc: PDFKit.PDFDocument,
  columns: readonly Column[],
  lines: readonly FloorLine[],
  size: number,
): number[] {
  const room = RIGHT - LEFT - WHO - columns.length * GAP;
  const heads = columns.map((c) => widthOf(doc, c.head, "bold", 8));
  const wanted = columns.map((c, i) =>
    Math.max(heads[i] ?? 0, ...lines.map((l) => widthOf(doc, c.of(l), c.face, size))),
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
function writeIn(
  doc: PDFKit.PDFDocument,
  text: string,
  { x, y, width, height }: Box,
  face: string,
  size: number,
): void {
  if (text === "") return;
  const fit = size * Math.min(1, width / Math.max(1, widthOf(doc, text, face, size)));
  const middle = (points: number, line: number, of: number): number =>
    y + (height - points * 1.12 * of) / 2 + line * points * 1.12;
  if (fit >= Math.max(Math.min(LEAST, size), size * 0.72) - 1e-6) {
    write(doc, text, x, middle(fit, 0, 1), width + 0.5, face, fit);
    return;
  }
  const [first, second] = inTwo(text);
  const widest = Math.max(widthOf(doc, first, face, size), widthOf(doc, second, face, size));
  const points = Math.max(
    Math.min(LEAST, height / 2.3),
    Math.min(size * Math.min(1, width / widest), height / 2.3),
  );
  if (second === "") {
    write(doc, text, x, middle(points, 0, 1), width, face, points);
    return;
  }
  [first, second].forEach((part, n) =>
    write(doc, part, x, middle(points, n, 2), width + 0.5, face, points),
  );
}

/** A text in two parts of about the same length, parted at a space. */
function inTwo(text: string): [string, string] {
  const spaces = [...text.matchAll(/ /g)].map((m) => m.index);
  const at = spaces.sort((a, b) => Math.abs(a - text.length / 2) - Math.abs(b - text.length / 2))[0];
  return at === undefined ? [text, ""] : [text.slice(0, at), text.slice(at + 1)];
}

function widthOf(doc: PDFKit.PDFDocument, text: string, face: string, size: number): number {
  doc.fontSize(size);
  return [...text].reduce((sum, c) => sum + doc.font(`${face} ${partOf(c)}`).widthOfString(c), 0);
}

/** The fonts come in parts; each character is written from the one that has it. */
const PARTS = ["latin", "latin-ext"] as const;
const partOf = (character: string): (typeof PARTS)[number] => {
  const code = character.codePointAt(0) ?? 0;
  return code < 0x100 || [0x131, 0x152, 0x153].includes(code) || (code >= 0x2000 && code <= 0x2215)
    ? "latin"
    : "latin-ext";
};

/** Writes a text at a place, cut with an ellipsis where it is wider than allowed. */
function write(
  doc: PDFKit.PDFDocument,
  text: string,
  x: number,
  y: number,
  width: number,
  face: string,
  size: number,
): void {
  doc.fontSize(size);
  const widthOf = (c: string): number => doc.font(`${face} ${partOf(c)}`).widthOfString(c);
  const characters = [...text];
  let all = characters.reduce((sum, c) => sum + widthOf(c), 0);
  if (all > width) {
    const dots = widthOf("…");
    while (characters.length > 1 && all + dots > width) all -= widthOf(characters.pop() ?? "");
    characters.push("…");
  }
  let at = x;
  let run = "";
  const put = (): void => {
    if (run === "") return;
    doc.font(`${face} ${partOf(run)}`).text(run, at, y, { lineBreak: false });
    at += doc.widthOfString(run);
    run = "";
  };
  for (const c of characters) {
    if (run !== "" && partOf(c) !== partOf(run)) put();
    run += c;
  }
  put();
}
