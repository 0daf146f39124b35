import svgpath from "svgpath";
import type { IconPath } from "../house/house.ts";
import { FileProblem } from "./fileProblem.ts";
import { attribute, children, numeric, parseXml } from "./xml.ts";
import type { XmlElement } from "./xml.ts";

const LARGEST = 200_000;
/** Icons are drawn in a square of so many units. */
const BOX = 24;

/** Drawn without meaning for an icon of one colour; left out. */
const IGNORED = new Set([
  "title",
  "desc",
  "metadata",
  "defs",
  "linearGradient",
  "radialGradient",
  "clipPath",
  "mask",
  "sodipodi:namedview",
  "style-none",
]);
/** What could run, load or show something else than lines: such a file is refused. */
const REFUSED: Readonly<Record<string, string>> = {
  script: "a script",
  foreignObject: "foreign content",
  image: "a picture",
  iframe: "another page",
  use: "a reference to another drawing",
  style: "a style sheet",
  animate: "an animation",
  animateTransform: "an animation",
  set: "an animation",
  text: "text (turn it into paths first)",
  audio: "sound",
  video: "video",
  link: "a link to another file",
};

interface Look {
  readonly fill: boolean;
  readonly stroke: number | null;
  readonly evenOdd: boolean;
  readonly transform: string;
}

/**
 * An SVG as an icon: all shapes as paths in one 24 by 24 box, one colour, lines and areas only.
 * @throws FileProblem naming what it holds that no icon may (scripts, references, pictures…) and the line;
 *   nothing is taken then
 */
export function readSvgIcon(text: string, file: string): IconPath[] {
  if (text.length > LARGEST)
    throw new FileProblem(`“${file}” is larger than any icon (200 kB). Save a simpler drawing.`, file);
  // A document type without entities of its own says nothing; with them the reader below refuses it.
  const root = parseXml(
    new TextEncoder().encode(text.replace(/<!DOCTYPE\s+svg[^[>]*>/i, (d) => d.replace(/[^\n]/g, " "))),
    file,
    "Save the drawing again as plain SVG.",
  );
  if (root.localName !== "svg")
    throw new FileProblem(`“${file}” is XML but no SVG: it begins with “${root.name}”.`, file);
  const box = boxOf(root, file);
  const scale = BOX / Math.max(box.width, box.height);
  const fit =
    `translate(${(BOX - box.width * scale) / 2} ${(BOX - box.height * scale) / 2}) ` +
    `scale(${scale}) translate(${-box.x} ${-box.y})`;
  const paths: IconPath[] = [];
  walk(root, { fill: true, stroke: null, evenOdd: false, transform: fit }, file, paths);
  if (paths.length === 0)
    throw new FileProblem(
      `“${file}” holds nothing that can be drawn as an icon: no filled or outlined shape.`,
      file,
    );
  if (paths.length > 60)
    throw new FileProblem(
      `“${file}” is drawn from ${paths.length} shapes; an icon has at most 60. Join them into fewer.`,
      file,
    );
  return paths;
}

const lineOf = (e: XmlElement): string => `line ${e.line}`;

function refuse(e: XmlElement, file: string, what: string): never {
  throw new FileProblem(
    `“${file}” holds ${what} (${lineOf(e)}), which no icon may. Take it out and try again; ` +
      "nothing was taken over.",
    `${file}, ${lineOf(e)}`,
  );
}

function boxOf(root: XmlElement, file: string): { x: number; y: number; width: number; height: number } {
  const [x, y, width, height] = (attribute(root, "viewBox") ?? "")
    .trim()
    .split(/[\s,]+/)
    .map(Number);
  if (
    x !== undefined &&
    y !== undefined &&
    width !== undefined &&
    height !== undefined &&
    [x, y, width, height].every(Number.isFinite) &&
    width > 0 &&
    height > 0
  )
    return { x, y, width, height };
  const size = (name: string): number => Number.parseFloat(attribute(root, name) ?? "");
  const [w, h] = [size("width"), size("height")];
  if (w > 0 && h > 0) return { x: 0, y: 0, width: w, height: h };
  throw new FileProblem(
    `“${file}” has no view box and no size, so nobody can tell how ` +
      "large it is drawn. Add " +
      `viewBox="0 0 24 24" or the like.`,
    file,
  );
}

function walk(e: XmlElement, above: Look, file: string, paths: IconPath[]): void {
  for (const [name, value] of e.attributes) {
    if (/^on/i.test(name)) refuse(e, file, `a script (“${name}”)`);
    if (/(^|:)href$/i.test(name) || /url\s*\(\s*["']?\s*(?!#)/i.test(value) || /javascript:/i.test(value))
      refuse(e, file, `a reference to something outside (“${name}”)`);
  }
  const look = lookOf(e, above);
  const d = shapeOf(e);
  if (d !== null) {
    if (attribute(e, "display") === "none" || attribute(e, "visibility") === "hidden") return;
    const add = (stroke: number | null): void => {
      const drawn = svgpath(d).transform(look.transform).abs().round(2);
      const made = drawn.toString();
      if (!made.startsWith("M"))
        throw new FileProblem(
          `“${file}”: a path is broken (${lineOf(e)}). Save the drawing again as plain SVG.`,
          `${file}, ${lineOf(e)}`,
        );
      paths.push({
        d: made,
        stroke:
          stroke === null
            ? null
            : Math.min(BOX, Math.max(0.2, Math.round(stroke * scaleOf(look.transform) * 100) / 100)),
        evenOdd: stroke === null && look.evenOdd,
      });
    };
    if (look.fill && e.localName !== "line") add(null);
    if (look.stroke !== null) add(look.stroke);
    return;
  }
  for (const c of children(e)) {
    const name = c.localName;
    const refused = REFUSED[name] ?? REFUSED[name.toLowerCase()];
    if (refused !== undefined) refuse(c, file, refused);
    // Even what is left out of the drawing must not hide a script.
    if (IGNORED.has(c.name) || IGNORED.has(name)) {
      for (const hidden of [c, ...children(c)])
        if (REFUSED[hidden.localName] === "a script") refuse(hidden, file, "a script");
      continue;
    }
    if (
      ["g", "a", "svg", "path", "circle", "ellipse", "rect", "line", "polyline", "polygon"].includes(name)
    )
      walk(c, look, file, paths);
  }
}

function lookOf(e: XmlElement, above: Look): Look {
  const style = new Map(
    (attribute(e, "style") ?? "").split(";").map((part) => {
      const cut = part.indexOf(":");
      return [part.slice(0, cut).trim(), part.slice(cut + 1).trim()] as const;
    }),
  );
  const say = (name: string): string | null => style.get(name) ?? attribute(e, name);
  const fill = say("fill"),
    stroke = say("stroke"),
    width = say("stroke-width"),
    rule = say("fill-rule"),
    transform = attribute(e, "transform");
  const drawn = stroke === null ? above.stroke !== null : stroke !== "none";
  const wide = Number.parseFloat(width ?? "");
  return {
    fill: fill === null ? above.fill : fill !== "none",
    stroke: drawn
      ? Number.isFinite(wide)
        ? wide
        : (above.stroke ?? 1)
      : Number.isFinite(wide) && above.stroke !== null
        ? wide
        : null,
    evenOdd: rule === null ? above.evenOdd : rule === "evenodd",
    transform: transform === null ? above.transform : `${above.transform} ${transform}`,
  };
}

/** How much a chain of transforms enlarges, taken from what it does to a unit square. */
function scaleOf(transform: string): number {
  const points = svgpath("M0 0L1 0L0 1").transform(transform).abs();
  const at: [number, number][] = [];
  points.iterate((s) => {
    at.push([Number(s[1]), Number(s[2])]);
  });
  const [o, x, y] = at;
  if (!o || !x || !y) return 1;
  return Math.sqrt(Math.abs((x[0] - o[0]) * (y[1] - o[1]) - (x[1] - o[1]) * (y[0] - o[0])));
}

/** A basic shape as a path (SVG 2, chapter 10); null for what is no shape. */
function shapeOf(e: XmlElement): string | null {
  const n = (name: string): number => numeric(e, name) ?? 0;
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
      const rx = Math.min(w / 2, numeric(e, "rx") ?? n("ry")),
        ry = Math.min(h / 2, numeric(e, "ry") ?? n("rx"));
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

/**
 * An icon as an SVG of its own, plain (it takes the colour of its surroundings) or on a tile of a colour
 * with its ink.
 */
export function writeSvgIcon(
  paths: readonly IconPath[],
  tint: { readonly tile: string; readonly ink: string } | null,
): string {
  const ink = tint?.ink ?? "currentColor";
  const drawn = paths
    .map((p) =>
      p.stroke === null
        ? `<path d="${p.d}" fill="${ink}"${p.evenOdd ? ' fill-rule="evenodd"' : ""}/>`
        : `<path d="${p.d}" fill="none" ` +
          `stroke="${ink}" ` +
          `stroke-width="${p.stroke}" ` +
          `stroke-linecap="round" ` +
          `stroke-linejoin="round"/>`,
    )
    .join("");
  return tint
    ? `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 36 ` +
        `36"><rect width="36" ` +
        `height="36" rx="10" fill="${tint.tile}"/><g transform="translate(6 6)">${drawn}</g></svg>\n`
    : `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 24 24">${drawn}</svg>\n`;
}
