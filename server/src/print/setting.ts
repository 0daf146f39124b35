import bidiFactory from "bidi-js";
import { create } from "fontkit";
import type { Font } from "fontkit";
import { readFileSync } from "node:fs";
import { PASSED, filesFor, mainFile } from "./fonts.ts";
import type { Face } from "./fonts.ts";
import { plainFont } from "./woff.ts";

const bidi = bidiFactory();
const clusters = new Intl.Segmenter("en", { granularity: "grapheme" });

/** Characters that one font sets in one direction, as they stand from left to right. */
interface Run {
  readonly text: string;
  readonly file: string;
  readonly fromRight: boolean;
}

/** A font that is open, as far as pdfkit lets its own be asked. */
interface OpenFont {
  readonly ascender: number;
  readonly font: { hasGlyphForCodePoint(code: number): boolean };
  layoutCache: Record<string, unknown>;
}

/** What stands for a character that no font has. */
const NONE = "\ufffd";
/** What the first file of the product's own fonts has, whole: most names are nothing else. */
export const LATIN = /^[ -~\u00a1-\u00ac\u00ae-\u00b4\u00b6-\u00ff–—‘’“”…]*$/;
/** Characters that the right-to-left scripts are made of; a font turns these round by itself. */
const RIGHT_TO_LEFT = /[\p{Script=Arabic}\p{Script=Hebrew}]/u;

/** A font that was set before: read once, with whatever was laid out in it word by word, as papers say the same. */
interface KnownFont {
  readonly font: Font;
  laid: Record<string, unknown>;
}
const known = new Map<string, KnownFont>();
/** More words than all papers of a house have; a thread goes on for weeks. */
const MOST_LAID = 20_000;

function fontIn(file: string): KnownFont {
  const font = known.get(file) ?? {
    // Unpacked before: the font's own way of that takes longer than a page does.
    font: create(plainFont(readFileSync(file))) as Font,
    laid: Object.create(null) as Record<string, unknown>,
  };
  known.set(file, font);
  if (Object.keys(font.laid).length > MOST_LAID) font.laid = Object.create(null) as Record<string, unknown>;
  return font;
}

/** Sets text in a document of pdfkit: any script, each character from the first font that has it. */
export class Setting {
  readonly #chosen = new Map<string, string>();
  readonly #open = new Set<string>();
  /** Characters that no font has, as they came. */
  readonly missing = new Set<string>();

  constructor(private readonly doc: PDFKit.PDFDocument) {}

  /** Turns the document to a font. */
  #use(file: string): OpenFont {
    const there = this.#open.has(file);
    // It takes a font that was read as well as the bytes of one, which its types do not know.
    if (!there) this.doc.registerFont(file, fontIn(file).font as never);
    this.#open.add(file);
    this.doc.font(file);
    // Its types keep to themselves which font is in use.
    const font = Reflect.get(this.doc, "_font") as OpenFont;
    if (!there) font.layoutCache = fontIn(file).laid;
    return font;
  }

  /** The file that sets a cluster; null where none has all its characters. */
  #fileFor(cluster: string, face: Face): string | null {
    const codes = [...cluster].filter((c) => !PASSED.test(c)).map((c) => c.codePointAt(0) ?? 0);
    for (const file of filesFor(cluster, face)) {
      const { font } = this.#use(file);
      if (codes.every((code) => font.hasGlyphForCodePoint(code))) return file;
    }
    return null;
  }

  /** A cluster as it can be set, with what sets it: a mark by itself where no font has both. */
  #set(cluster: string, face: Face): { text: string; file: string }[] {
    const key = `${face} ${cluster}`;
    const known = this.#chosen.get(key);
    if (known !== undefined) return [{ text: cluster, file: known }];
    const file = this.#fileFor(cluster, face);
    if (file !== null) {
      this.#chosen.set(key, file);
      return [{ text: cluster, file }];
    }
    const single = [...cluster];
    if (single.length > 1) return single.flatMap((c) => (PASSED.test(c) ? [] : this.#set(c, face)));
    this.missing.add(cluster);
    return [{ text: NONE, file: mainFile(face) }];
  }

  /** A text in the runs it is set in, from left to right (UAX #9, rule L2). */
  #runs(said: string, face: Face): Run[] {
    const text = said.normalize("NFC");
    if (LATIN.test(text)) return text === "" ? [] : [{ text, file: mainFile(face), fromRight: false }];
    const plain = !/[\u0590-\u{10ffff}]/u.test(text);
    const levels = plain ? null : bidi.getEmbeddingLevels(text).levels;
    const logical: (Run & { level: number })[] = [];
    for (const { segment, index } of clusters.segment(text)) {
      const level = levels?.[index] ?? 0;
      const fromRight = level % 2 === 1;
      const shown = fromRight ? (bidi.getMirroredCharacter(segment) ?? segment) : segment;
      for (const set of this.#set(shown, face)) {
        const last = logical.at(-1);
        // Within a font, blanks and signs between two words go with them, so that words join up.
        if (last && last.file === set.file && last.level === level)
          logical.splice(-1, 1, { ...last, text: last.text + set.text });
        else logical.push({ ...set, level, fromRight });
      }
    }
    return reordered(logical).map(({ text: run, file, fromRight }) => ({
      // What a font does not turn round by itself is turned round here.
      text:
        fromRight && !RIGHT_TO_LEFT.test(run)
          ? [...clusters.segment(run)]
              .map((s) => s.segment)
              .reverse()
              .join("")
          : run,
      file,
      fromRight,
    }));
  }

  /** How wide a text is, in points. */
  width(text: string, face: Face, size: number): number {
    this.doc.fontSize(size);
    return this.#runs(text, face).reduce((sum, run) => {
      this.#use(run.file);
      return sum + this.#laid(run).width;
    }, 0);
  }

  /** How wide a run is in the font in use, and with which of its features that can be set. */
  #laid(run: Run): { width: number; features?: PDFKit.Mixins.OpenTypeFeatures[] } {
    // Words from the right have to be laid out together: without a list of features, each is by itself.
    const features: PDFKit.Mixins.OpenTypeFeatures[] | null = run.fromRight ? [] : null;
    try {
      return features
        ? { width: this.doc.widthOfString(run.text, { features }), features }
        : { width: this.doc.widthOfString(run.text) };
    } catch {
      // Of some fonts the places of marks cannot be worked out: they are set where they would stand alone.
      const plain = {
        mark: false,
        mkmk: false,
        abvm: false,
        blwm: false,
      } as unknown as PDFKit.Mixins.OpenTypeFeatures[];
      return { width: this.doc.widthOfString(run.text, { features: plain }), features: plain };
    }
  }

  /** Sets a text with its top at a place; nothing is cut, nothing is wrapped. */
  write(text: string, x: number, y: number, face: Face, size: number): void {
    const { doc } = this;
    doc.fontSize(size);
    // Fonts differ in height: all stand on the line that the product's own does.
    const line = y + (this.#use(mainFile(face)).ascender / 1000) * size;
    let at = x;
    for (const run of this.#runs(text, face)) {
      this.#use(run.file);
      const { width, ...features } = this.#laid(run);
      doc.text(run.text, at, line, { lineBreak: false, baseline: "alphabetic", ...features });
      at += width;
    }
  }

  /** A text that is at most so wide, cut with an ellipsis where it is wider. */
  cut(text: string, width: number, face: Face, size: number): string {
    if (this.width(text, face, size) <= width) return text;
    const parts = [...clusters.segment(text)].map((s) => s.segment);
    // How many fit grows with the width: halved until it is found.
    let [fits, over] = [0, parts.length];
    while (over - fits > 1) {
      const half = (fits + over) >> 1;
      if (this.width(`${parts.slice(0, half).join("")}…`, face, size) <= width) fits = half;
      else over = half;
    }
    return `${parts.slice(0, Math.max(1, fits)).join("")}…`;
  }

  /** A text in lines that are at most so wide, parted where its language parts words. */
  lines(text: string, width: number, face: Face, size: number): string[] {
    return text.split(/\r?\n/).flatMap((paragraph) => {
      const lines: string[] = [];
      let line = "";
      for (const word of words(paragraph)) {
        if (line !== "" && this.width((line + word).trimEnd(), face, size) > width) {
          lines.push(line.trimEnd());
          line = "";
        }
        line += word;
        while (this.width(line.trimEnd(), face, size) > width && line.length > 1) {
          const fit = this.cut(line, width, face, size).replace(/…$/, "");
          if (fit === "" || fit.length >= line.length) break;
          lines.push(fit);
          line = line.slice(fit.length);
        }
      }
      return [...lines, line.trimEnd()];
    });
  }
}

const parting = new Intl.Segmenter("en", { granularity: "word" });

/** Words with the blanks and signs behind them: what stays on one line. */
function words(text: string): string[] {
  const found: string[] = [];
  for (const { segment, isWordLike } of parting.segment(text)) {
    const last = found.at(-1);
    const joins =
      last !== undefined && !/\s$/.test(last) && (isWordLike !== true || !/[\p{L}\p{N}]$/u.test(last));
    if (last !== undefined && (joins || segment.trim() === "")) found.splice(-1, 1, last + segment);
    else found.push(segment);
  }
  return found;
}

/** From the highest level to the lowest odd one, whatever stands at it or above is turned round (L2). */
function reordered<T extends { readonly level: number }>(logical: readonly T[]): T[] {
  const runs = [...logical];
  const highest = Math.max(0, ...runs.map((r) => r.level));
  for (let level = highest; level > 0; level--)
    for (let from = 0; from < runs.length; from++) {
      let to = from;
      while (to < runs.length && (runs[to]?.level ?? 0) >= level) to++;
      if (to > from + 1) runs.splice(from, to - from, ...runs.slice(from, to).reverse());
      from = Math.max(from, to);
    }
  return runs;
}
