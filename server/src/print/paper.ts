import PDFDocument from "pdfkit";
import type { Face } from "./fonts.ts";
import { Setting } from "./setting.ts";

/** A4 in points, and what is kept free around it. */
export const PAGE = { width: 595.28, height: 841.89, margin: 34 };
export const LEFT = PAGE.margin;
export const RIGHT = PAGE.width - PAGE.margin;
/** Down to here it is written; below stands the line with the page's number. */
const BOTTOM = PAGE.height - PAGE.margin - 16;
const QUIET = "#5d5d55";
const LINE = 1.32;

export interface Look {
  readonly face?: Face;
  readonly size?: number;
  readonly colour?: string;
  /** How far in from the left, in points. */
  readonly indent?: number;
}

/** Paper that is written on from the top down, with another page where one is full. */
export class Paper {
  readonly doc: PDFKit.PDFDocument;
  readonly setting: Setting;
  /** Where it goes on, in points from the top of the page. */
  y = PAGE.margin;

  /** @param made when it is made, for whoever asks the file */
  constructor(
    readonly title: string,
    made: Date,
  ) {
    this.doc = new PDFDocument({
      size: "A4",
      margin: PAGE.margin,
      bufferPages: true,
      // None: it would read its own first, which nothing here is set in.
      font: null as never,
      info: { Title: title, Creator: "Mossy Lantern", CreationDate: made },
    });
    this.setting = new Setting(this.doc);
  }

  /** Free down to the bottom of the page. */
  get left(): number {
    return BOTTOM - this.y;
  }

  /** Goes on with another page where there is no room of this height. @returns whether it did */
  room(height: number): boolean {
    if (this.left >= height || this.y === PAGE.margin) return false;
    this.page();
    return true;
  }

  page(): void {
    this.doc.addPage();
    this.y = PAGE.margin;
  }

  /** One line at a place, cut where it is wider than allowed. */
  put(
    text: string,
    x: number,
    y: number,
    width: number,
    { face = "text", size = 9, colour = "#000000" }: Look = {},
  ): void {
    this.doc.fillColor(colour);
    this.setting.write(this.setting.cut(text, width, face, size), x, y, face, size);
    this.doc.fillColor("#000000");
  }

  /** A text in as many lines as it takes, on as many pages. */
  say(text: string, { face = "text", size = 9.5, colour = "#000000", indent = 0 }: Look = {}): void {
    const width = RIGHT - LEFT - indent;
    for (const line of this.setting.lines(text, width, face, size)) {
      this.room(size * LINE);
      this.put(line, LEFT + indent, this.y, width + 1, { face, size, colour });
      this.y += size * LINE;
    }
  }

  /** One point of a list. */
  point(text: string): void {
    this.room(9.5 * LINE);
    this.put("–", LEFT + 2, this.y, 10, { size: 9.5 });
    this.say(text, { indent: 12 });
  }

  /** A heading that stays with what follows. */
  heading(text: string, size = 13): void {
    this.room(size * LINE + 40);
    if (this.y > PAGE.margin) this.y += size * 0.7;
    this.say(text, { face: "bold", size });
    this.y += 3;
  }

  gap(height: number): void {
    this.y += height;
  }

  rule(): void {
    this.doc.moveTo(LEFT, this.y).lineTo(RIGHT, this.y).lineWidth(0.5).strokeColor("#c9c8bd").stroke();
    this.y += 4;
  }

  /** A square in a colour. */
  swatch(hex: string, x: number, y: number, size: number): void {
    this.doc
      .roundedRect(x, y, size, size, size / 5)
      .fill(hex)
      .fillColor("#000000");
  }

  /** Puts numbers on the pages where there are several, and gives the file. */
  async done(): Promise<Uint8Array> {
    const { doc, setting } = this;
    const { count } = doc.bufferedPageRange();
    const foot = PAGE.height - PAGE.margin - 9;
    const missed = setting.missing.size;
    for (let n = 0; n < count; n++) {
      doc.switchToPage(n);
      const number = `Page ${n + 1} of ${count}`;
      if (count > 1) {
        this.put(this.title, LEFT, foot, 360, { size: 8, colour: QUIET });
        this.put(number, RIGHT - setting.width(number, "text", 8), foot, 120, { size: 8, colour: QUIET });
      }
      if (n === count - 1 && missed > 0)
        this.put(
          `${missed} ${missed === 1 ? "character" : "characters"} no font here has: shown as \ufffd`,
          LEFT,
          foot + 10,
          400,
          { size: 7, colour: QUIET },
        );
    }
    const chunks: Buffer[] = [];
    doc.on("data", (c: Buffer) => chunks.push(c));
    const ended = new Promise<void>((resolve) => {
      doc.on("end", () => resolve());
    });
    doc.end();
    await ended;
    return new Uint8Array(Buffer.concat(chunks));
  }
}
