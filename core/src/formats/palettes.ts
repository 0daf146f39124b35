import { readCss } from "./cssColours.ts";
import { readTokens } from "./designTokens.ts";
import { FileProblem } from "./fileProblem.ts";
import type { NamedColour } from "./namedColour.ts";

export { writeCss } from "./cssColours.ts";
export { writeTokens } from "./designTokens.ts";

const MOST = 512;
const LARGEST = 1 << 20;

/** A GIMP palette: header, then red, green, blue from 0 to 255 and a name. */
export function writeGpl(title: string, colours: readonly NamedColour[]): string {
  const inLine = (text: string): string => text.replace(/\s+/g, " ").trim();
  const part = (hex: string, at: number): string =>
    String(Number.parseInt(hex.slice(at, at + 2), 16)).padStart(3);
  const line = (c: NamedColour): string =>
    `${part(c.hex, 1)} ${part(c.hex, 3)} ${part(c.hex, 5)}\t${inLine(c.name)}`;
  return `GIMP Palette\nName: ${inLine(title)}\nColumns: 8\n#\n${colours.map(line).join("\n")}\n`;
}

/**
 * Reads a palette: GIMP, design tokens or CSS, told by what the text begins with. Transparency is left out:
 * a house colour has none.
 * @throws FileProblem naming the line and what belongs there
 */
export function readPalette(text: string): NamedColour[] {
  if (text.length > LARGEST)
    throw new FileProblem("The file is larger than any palette. Check that it is the right one.");
  const body = text.replace(/^\ufeff/, "");
  const colours = body.startsWith("GIMP Palette")
    ? readGpl(body)
    : body.trimStart().startsWith("{")
      ? readTokens(body)
      : readCss(body);
  if (colours.length === 0)
    throw new FileProblem(
      "No colour was found in it. A GIMP palette, design tokens as JSON, or CSS custom " +
        "properties with colours can be read.",
    );
  if (colours.length > MOST)
    throw new FileProblem(`It holds ${colours.length} colours; at most ${MOST} are taken.`);
  return colours;
}

const COLOUR_LINE = /^(\d{1,3})\s+(\d{1,3})\s+(\d{1,3})(?:\s+(.*))?$/;
const FOURTH = /^(\d{1,3})(?:\s+|$)/;

/**
 * The lines of a GIMP palette. Some programs write how opaque a colour is as a fourth number: the header
 * says so (`Channels: RGBA`), or every line has one, and the same.
 */
function readGpl(text: string): NamedColour[] {
  const found = text
    .split(/\r?\n/)
    .map((raw, i) => ({ line: raw.trim(), at: i + 1 }))
    .slice(1)
    .filter(({ line }) => line !== "" && !line.startsWith("#"));
  const lines = found.filter(({ line }) => !/^(Name|Columns|Channels):/i.test(line));
  const fourths = new Set(lines.map((l) => FOURTH.exec(COLOUR_LINE.exec(l.line)?.[4] ?? "")?.[1]));
  const opaque =
    found.some(({ line }) => /^Channels:\s*RGBA\s*$/i.test(line)) ||
    (lines.length > 1 && fourths.size === 1 && (fourths.has("255") || fourths.has("0")));
  return lines.map(({ line, at }): NamedColour => {
    const [, ...parts] = COLOUR_LINE.exec(line) ?? [];
    const rest = parts[3] ?? "";
    const alpha = opaque ? FOURTH.exec(rest) : null;
    const numbers = [...parts.slice(0, 3), alpha?.[1] ?? 0].map(Number);
    if (parts.length === 0 || numbers.some((n) => n > 255) || (opaque && !alpha))
      throw new FileProblem(
        `Line ${at}: “${line.slice(0, 40)}” is no colour. ${opaque ? "Four" : "Three"} numbers from 0 to ` +
          "255 and a name belong there.",
        `line ${at}`,
      );
    const hex = `#${numbers
      .slice(0, 3)
      .map((n) => n.toString(16).padStart(2, "0"))
      .join("")}`;
    return { hex, name: rest.slice(alpha?.[0].length ?? 0).trim() || hex };
  });
}
