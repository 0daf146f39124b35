import { FileProblem } from "./fileProblem.ts";

/** A colour with its name, as palettes carry it. */
export interface NamedColour {
  readonly name: string;
  readonly hex: string;
}

const MOST = 512;
const LARGEST = 1 << 20;
const css = (name: string): string =>
  name
    .normalize("NFKD")
    .replace(/\p{M}/gu, "")
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, "-")
    .replace(/^-|-$/g, "") || "colour";

/** A GIMP palette: header, then red, green, blue from 0 to 255 and a name. */
export function writeGpl(title: string, colours: readonly NamedColour[]): string {
  const part = (hex: string, at: number): string =>
    String(Number.parseInt(hex.slice(at, at + 2), 16)).padStart(3);
  return (
    `GIMP Palette\nName: ${title}\nColumns: ` +
    `8\n#\n${colours.map((c) => `${part(c.hex, 1)} ${part(c.hex, 3)} ${part(c.hex, 5)}\t${c.name}`).join("\n")}\n`
  );
}

/** Design tokens as JSON (W3C Design Tokens Community Group). */
export function writeTokens(colours: readonly NamedColour[]): string {
  const tokens = colours.map((c) => [c.name, { $type: "color", $value: c.hex }] as const);
  return `${JSON.stringify({ colour: Object.fromEntries(tokens) }, null, 2)}\n`;
}

/** CSS custom properties. */
export function writeCss(colours: readonly NamedColour[]): string {
  return `:root {\n${colours.map((c) => `  --house-${css(c.name)}: ${c.hex};`).join("\n")}\n}\n`;
}

/**
 * Reads a palette: GIMP, design tokens or CSS, told by what the text begins with.
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
        "properties with #rrggbb colours can be read.",
    );
  if (colours.length > MOST)
    throw new FileProblem(`It holds ${colours.length} colours; at most ${MOST} are taken.`);
  return colours;
}

function readGpl(text: string): NamedColour[] {
  return text
    .split(/\r?\n/)
    .slice(1)
    .flatMap((raw, i): NamedColour[] => {
      const line = raw.trim();
      if (line === "" || line.startsWith("#") || /^(Name|Columns):/i.test(line)) return [];
      const found = /^(\d{1,3})\s+(\d{1,3})\s+(\d{1,3})(?:\s+(.*))?$/.exec(line);
      const parts = found?.slice(1, 4).map(Number) ?? [];
      if (!found || parts.some((n) => n > 255))
        throw new FileProblem(
          `Line ${i + 2}: “${line.slice(0, 40)}” is no colour. Three numbers from 0 to 255 ` +
            "and a name belong there.",
          `line ${i + 2}`,
        );
      const hex = `#${parts.map((n) => n.toString(16).padStart(2, "0")).join("")}`;
      return [{ hex, name: found[4]?.trim() || hex }];
    });
}

function readTokens(text: string): NamedColour[] {
  let raw: unknown;
  try {
    raw = JSON.parse(text);
  } catch (e) {
    throw new FileProblem(`The JSON is broken: ${e instanceof Error ? e.message : ""}.`);
  }
  const colours: NamedColour[] = [];
  const walk = (node: unknown, name: string, type: string | null, depth: number): void => {
    if (typeof node !== "object" || node === null || depth > 20) return;
    const own: unknown = Reflect.get(node, "$type");
    const kind = typeof own === "string" ? own : type;
    const value: unknown = Reflect.get(node, "$value");
    if (value !== undefined) {
      if (kind !== "color") return;
      if (typeof value === "string" && /^\{.*\}$/.test(value)) return;
      const hex = typeof value === "string" ? hexIn(value) : null;
      if (hex === null)
        throw new FileProblem(`“${name}”: ${JSON.stringify(value)} is no #rrggbb colour.`, name);
      colours.push({ name: name.split(".").at(-1) ?? name, hex });
      return;
    }
    for (const [key, child] of Object.entries(node))
      if (!key.startsWith("$")) walk(child, name === "" ? key : `${name}.${key}`, kind, depth + 1);
  };
  walk(raw, "", null, 0);
  return colours;
}

function readCss(text: string): NamedColour[] {
  return text.split(/\r?\n/).flatMap((line, i) =>
    [...line.matchAll(/--([\w-]+)\s*:\s*([^;}]+)/g)].map(([, name = "", value = ""]): NamedColour => {
      const hex = hexIn(value.trim());
      if (hex === null)
        throw new FileProblem(
          `Line ${i + 1}: “${value.trim().slice(0, 40)}” is no #rrggbb colour.`,
          `line ${i + 1}`,
        );
      return {
        name: name
          .replace(/^house-/, "")
          .replace(/-/g, " ")
          .replace(/^./, (c) => c.toUpperCase()),
        hex,
      };
    }),
  );
}

function hexIn(text: string): string | null {
  const hex = text.toLowerCase();
  if (/^#[0-9a-f]{3}$/.test(hex)) return hex.replace(/[0-9a-f]/g, "$&$&");
  return /^#[0-9a-f]{6}([0-9a-f]{2})?$/.test(hex) ? hex.slice(0, 7) : null;
}
