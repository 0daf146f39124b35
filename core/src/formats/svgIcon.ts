import { parse } from "culori";
import svgpath from "svgpath";
import type { IconPath } from "../house/house.ts";
import { FileProblem } from "./fileProblem.ts";
import { attribute, children, parseXml } from "./xml.ts";
import { diagonalOf, lengthOf, shapeOf } from "./svgShapes.ts";
import type { Box } from "./svgShapes.ts";
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

/** How a part is drawn; what it does not say itself it has from those it stands in. */
interface Look {
  /** Not drawn, nor is anything in it. */
  readonly gone: boolean;
  readonly visible: boolean;
  readonly fill: boolean;
  readonly fillSeen: boolean;
  readonly stroke: boolean;
  readonly strokeSeen: boolean;
  /** Of outlines, in pixels. */
  readonly width: number;
  readonly evenOdd: boolean;
  readonly transform: string;
}

/** How SVG draws what says nothing else. */
const PLAIN = {
  gone: false,
  visible: true,
  fill: true,
  fillSeen: true,
  stroke: false,
  strokeSeen: true,
  width: 1,
  evenOdd: false,
};

/**
 * An SVG as an icon: all shapes as paths in one 24 by 24 box, one colour, lines and areas only.
 * @throws FileProblem naming what it holds that no icon may (scripts, references, pictures…) and the line;
 *   nothing is taken then
 */
export function readSvgIcon(text: string, file: string): IconPath[] {
  if (text.length > LARGEST)
    throw new FileProblem(`“${file}” is larger than any icon (200 kB). Save a simpler drawing.`, file);
  const root = parseXml(new TextEncoder().encode(text), file, {
    remedy: "Save the drawing again as plain SVG.",
    doctype: true,
  });
  if (root.localName !== "svg")
    throw new FileProblem(`“${file}” is XML but no SVG: it begins with “${root.name}”.`, file);
  const box = boxOf(root, file);
  const scale = BOX / Math.max(box.width, box.height);
  const fit =
    `translate(${(BOX - box.width * scale) / 2} ${(BOX - box.height * scale) / 2}) ` +
    `scale(${scale}) translate(${-box.x} ${-box.y})`;
  const paths: IconPath[] = [];
  walk(root, { ...PLAIN, transform: fit }, { file, box, paths });
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

function boxOf(root: XmlElement, file: string): Box {
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
  const size = (name: string): number => lengthOf(attribute(root, name) ?? "");
  const [w, h] = [size("width"), size("height")];
  if (w > 0 && h > 0) return { x: 0, y: 0, width: w, height: h };
  throw new FileProblem(
    `“${file}” has no view box and no size, so nobody can tell how ` +
      "large it is drawn. Add " +
      `viewBox="0 0 24 24" or the like.`,
    file,
  );
}

/** What an icon is drawn into. */
interface Drawing {
  readonly file: string;
  readonly box: Box;
  readonly paths: IconPath[];
}

function walk(e: XmlElement, above: Look, to: Drawing): void {
  const { file, paths } = to;
  for (const [name, value] of e.attributes) {
    if (/^on/i.test(name)) refuse(e, file, `a script (“${name}”)`);
    if (/(^|:)href$/i.test(name) || /url\s*\(\s*["']?\s*(?!#)/i.test(value) || /javascript:/i.test(value))
      refuse(e, file, `a reference to something outside (“${name}”)`);
  }
  // Also what is not drawn is looked through: it must not hide a script.
  const look = lookOf(e, above, to);
  const d = shapeOf(e, to.box);
  if (d !== null) {
    if (look.gone || !look.visible) return;
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
    if (look.fill && look.fillSeen && e.localName !== "line") add(null);
    if (look.stroke && look.strokeSeen && look.width > 0) add(look.width);
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
      walk(c, look, to);
  }
}

/** Whether a paint leaves nothing to be seen. */
const seeThrough = (paint: string): boolean => paint === "none" || parse(paint)?.alpha === 0;
/** Whether an opacity hides all: a number from 0 to 1, or per cent. */
const isZero = (opacity: string | null): boolean => opacity !== null && Number.parseFloat(opacity) <= 0;

function lookOf(e: XmlElement, above: Look, { box }: Drawing): Look {
  const style = new Map(
    (attribute(e, "style") ?? "").split(";").map((part) => {
      const cut = part.indexOf(":");
      const value = part.slice(cut + 1).replace(/!important/i, "");
      return [part.slice(0, cut).trim(), value.trim()] as const;
    }),
  );
  const say = (name: string): string | null => {
    const said = style.get(name) ?? attribute(e, name);
    return said === null || said === "inherit" ? null : said;
  };
  const own = <T>(name: string, from: (value: string) => T, otherwise: T): T => {
    const value = say(name);
    return value === null ? otherwise : from(value.trim());
  };
  const width = lengthOf(say("stroke-width") ?? "", diagonalOf(box));
  const transform = attribute(e, "transform");
  return {
    gone: above.gone || say("display")?.trim() === "none" || isZero(say("opacity")),
    visible: own("visibility", (v) => v === "visible", above.visible),
    fill: own("fill", (v) => !seeThrough(v), above.fill),
    fillSeen: own("fill-opacity", (v) => !isZero(v), above.fillSeen),
    stroke: own("stroke", (v) => !seeThrough(v), above.stroke),
    strokeSeen: own("stroke-opacity", (v) => !isZero(v), above.strokeSeen),
    width: Number.isFinite(width) ? width : above.width,
    evenOdd: own("fill-rule", (v) => v === "evenodd", above.evenOdd),
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
