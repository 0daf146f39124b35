import { readFileSync } from "node:fs";
import { createRequire } from "node:module";
import PDFDocument from "pdfkit";
import type { FloorLine } from "@mossy/core/formats/floorList";

const require = createRequire(import.meta.url);
/** The fonts of the product are packages of the npm registry; pdfkit reads their WOFF files as they are. */
const font = (family: string, file: string): Buffer => readFileSync(require.resolve(`@fontsource/${family}/files/${family}-${file}-normal.woff`));
const TEXT = "atkinson-hyperlegible-next", MONO = "atkinson-hyperlegible-mono";

/** A4 in points, and what is kept free around it. */
const PAGE = { width: 595.28, height: 841.89, margin: 34 };
const COLUMNS = [["In", 26], ["Source", 116], ["Microphone or box", 92], ["Stand", 60], ["48 V", 38], ["Ø", 18], ["Goes to", 74], ["Note", 0]] as const;

export interface FloorPage { readonly title: string; readonly says: string; readonly lines: readonly FloorLine[] }

/**
 * The input list as one page A4 that can lie on the floor of the room: as large as it can be read from above and still be one page.
 * Rows shrink from 24 to 9 points with their number; beyond what fits at 9 (about 80) the last line says how many are missing.
 */
export async function inputListPdf({ title, says, lines }: FloorPage): Promise<Uint8Array> {
  const doc = new PDFDocument({ size: "A4", margin: PAGE.margin, info: { Title: `Input list, ${title}`, Creator: "Mossy Lantern" }, autoFirstPage: true });
  const chunks: Buffer[] = [];
  doc.on("data", (c: Buffer) => chunks.push(c));
  const ended = new Promise<void>((resolve) => { doc.on("end", () => { resolve(); }); });
  for (const [name, family, weight] of [["text", TEXT, 400], ["bold", TEXT, 700], ["mono", MONO, 700]] as const) for (const part of PARTS) doc.registerFont(`${name} ${part}`, font(family, `${part}-${weight}`));
  const top = PAGE.margin + 44, room = PAGE.height - PAGE.margin - top - 18;
  const height = Math.max(9, Math.min(24, room / Math.max(1, lines.length)));
  const shown = lines.slice(0, Math.floor(room / height));
  const size = Math.min(12, height * 0.58);
  const x = COLUMNS.reduce<number[]>((at, [, w]) => [...at, (at.at(-1) ?? 0) + w], [PAGE.margin]);
  const right = PAGE.width - PAGE.margin;
  const cell = (text: string, column: number, y: number, face: string, points: number): void => {
    const from = x[column] ?? 0, to = column === COLUMNS.length - 1 ? right : x[column + 1] ?? right;
    write(doc, text, from, y, to - from - 4, face, points);
  };
  write(doc, title, PAGE.margin, PAGE.margin, right - PAGE.margin, "bold", 17);
  write(doc, says, PAGE.margin, PAGE.margin + 21, right - PAGE.margin, "text", 9);
  COLUMNS.forEach(([name], i) => { cell(name, i, top - 11, "bold", 8); });
  shown.forEach((l, n) => {
    const y = top + n * height;
    if (n % 2 === 0) doc.rect(PAGE.margin - 3, y, right - PAGE.margin + 6, height).fill("#f0efe9").fillColor("#000000");
    const base = y + (height - size) / 2;
    [l.input, l.source, l.pickup, l.stand, l.phantom ? "48 V" : "", l.inverted ? "Ø" : "", l.goesTo, l.note].forEach((text, i) => { if (text !== "") cell(text, i, base, i === 0 || i === 4 ? "mono" : i === 1 ? "bold" : "text", size); });
  });
  if (shown.length < lines.length) write(doc, `and ${lines.length - shown.length} more: see the CSV`, PAGE.margin, PAGE.height - PAGE.margin - 12, 300, "bold", 9);
  if (lines.length === 0) write(doc, "Nothing records from outside.", PAGE.margin, top + 6, 300, "text", 12);
  doc.end();
  await ended;
  return new Uint8Array(Buffer.concat(chunks));
}

/** The fonts come in parts; each character is written from the one that has it. */
const PARTS = ["latin", "latin-ext"] as const;
const partOf = (character: string): (typeof PARTS)[number] => { const code = character.codePointAt(0) ?? 0; return code < 0x100 || [0x131, 0x152, 0x153].includes(code) || (code >= 0x2000 && code <= 0x2215) ? "latin" : "latin-ext"; };

/** Writes a text at a place, cut with an ellipsis where it is wider than allowed. */
function write(doc: PDFKit.PDFDocument, text: string, x: number, y: number, width: number, face: string, size: number): void {
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
  const put = (): void => { if (run === "") return; doc.font(`${face} ${partOf(run)}`).text(run, at, y, { lineBreak: false }); at += doc.widthOfString(run); run = ""; };
  for (const c of characters) { if (run !== "" && partOf(c) !== partOf(run)) put(); run += c; }
  put();
}
