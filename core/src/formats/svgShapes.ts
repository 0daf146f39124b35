import { attribute } from "./xml.ts";
import type { XmlElement } from "./xml.ts";

/** What a drawing is drawn in, in pixels. */
export interface Box {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

/** CSS units in pixels (CSS Values 4, section 6.2). */
const PIXELS: Readonly<Record<string, number>> = {
  "": 1,
  px: 1,
  pt: 96 / 72,
  pc: 16,
  in: 96,
  cm: 96 / 2.54,
  mm: 96 / 25.4,
  q: 96 / 101.6,
};

/** A length in pixels; a percentage is of `whole`. NaN for what is none. */
export function lengthOf(text: string, whole = Number.NaN): number {
  const [, number = "", unit = ""] = /^\s*([+-]?[\d.]+(?:e[+-]?\d+)?)\s*([a-z]*|%)\s*$/i.exec(text) ?? [];
  if (number === "") return Number.NaN;
  return unit === "%"
    ? (Number(number) / 100) * whole
    : Number(number) * (PIXELS[unit.toLowerCase()] ?? NaN);
}

/** What a percentage is of that is neither wide nor high (SVG 2, section 8.9). */
export const diagonalOf = ({ width, height }: Box): number => Math.hypot(width, height) / Math.SQRT2;

/** A basic shape as a path (SVG 2, chapter 10); null for what is no shape. */
export function shapeOf(e: XmlElement, box: Box): string | null {
  const wholeOf = (name: string): number =>
    /x|width/.test(name) ? box.width : /y|height/.test(name) ? box.height : diagonalOf(box);
  const n = (name: string): number => {
    const length = lengthOf(attribute(e, name) ?? "", wholeOf(name));
    return Number.isFinite(length) ? length : 0;
  };
  switch (e.localName) {
    case "path":
      return attribute(e, "d") ?? "";
    case "line":
      return `M${n("x1")} ${n("y1")}L${n("x2")} ${n("y2")}`;
    case "polyline":
    case "polygon": {
      const points = (attribute(e, "points") ?? "").trim();
      return points === "" ? "" : `M${points}${e.localName === "polygon" ? "z" : ""}`;
    }
    case "circle":
    case "ellipse": {
      const rx = e.localName === "circle" ? n("r") : n("rx"),
        ry = e.localName === "circle" ? n("r") : n("ry");
      return rx <= 0 || ry <= 0
        ? ""
        : `M${n("cx") - rx} ${n("cy")}a${rx} ${ry} 0 1 0 ${2 * rx} 0a${rx} ${ry} 0 1 0 ${-2 * rx} 0z`;
    }
    case "rect": {
      const [x, y, w, h] = [n("x"), n("y"), n("width"), n("height")];
      const rx = Math.min(w / 2, attribute(e, "rx") === null ? n("ry") : n("rx")),
        ry = Math.min(h / 2, attribute(e, "ry") === null ? n("rx") : n("ry"));
      if (w <= 0 || h <= 0) return "";
      return rx > 0 && ry > 0
        ? `M${x + rx} ${y}h${w - 2 * rx}a${rx} ${ry} 0 0 1 ` +
            `${rx} ${ry}v${h - 2 * ry}a${rx} ${ry} 0 0 1 ${-rx} ${ry}h${2 * rx - w}a${rx} ${ry} 0 0 ` +
            `1 ${-rx} ${-ry}v${2 * ry - h}a${rx} ${ry} 0 0 1 ${rx} ${-ry}z`
        : `M${x} ${y}h${w}v${h}h${-w}z`;
    }
    default:
      return null;
  }
}
