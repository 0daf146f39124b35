import { formatHex, parse } from "culori";
import { FileProblem } from "./fileProblem.ts";
import type { NamedColour } from "./namedColour.ts";

const spelling = (name: string): string =>
  name
    .normalize("NFKD")
    .replace(/\p{M}/gu, "")
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, "-")
    .replace(/^-|-$/g, "") || "colour";

/**
 * Gives each name a spelling that no other has: where two would have the same, later ones get the next free
 * number. @param apart what goes between a spelling and its number
 */
export function toldApart(
  names: readonly string[],
  spell: (name: string) => string,
  apart: string,
): string[] {
  const all = names.map(spell);
  const taken = new Set<string>();
  return all.map((first) => {
    let now = first;
    // A number that another's own spelling has already is passed over.
    for (let n = 2; taken.has(now) || (now !== first && all.includes(now)); n++)
      now = `${first}${apart}${n}`;
    taken.add(now);
    return now;
  });
}

/** Whatever CSS says as a colour (CSS Color 4), without its transparency; null for what is none. */
export function hexOfCss(text: string): string | null {
  const colour = parse(text.trim().toLowerCase());
  return colour ? formatHex({ ...colour, alpha: 1 }) : null;
}

/** CSS custom properties, each with its name as it is beside it. */
export function writeCss(colours: readonly NamedColour[]): string {
  const names = toldApart(
    colours.map((c) => c.name),
    spelling,
    "-",
  );
  const line = (c: NamedColour, i: number): string =>
    `  --house-${names[i] ?? ""}: ${c.hex}; /* ${c.name.replaceAll("*/", "* /")} */`;
  return `:root {\n${colours.map(line).join("\n")}\n}\n`;
}

const PROPERTY = /(?<![\w-])--([\w-]+)\s*:([^;}]*)(?:;[ \t]*(?:\/\*(.{0,200}?)\*\/)?)?/g;
/** What looks as if a colour was meant: a number sign, or a function that makes one. */
const MEANT = /^(#|(rgb|hsl|hwb|lab|lch|oklab|oklch|color)a?\()/i;

/** Leaves comments out, line ends aside; behind a value as the house writes it, one says its name. */
const withoutComments = (text: string): string =>
  text.replace(/(--house-[\w-]+: #[0-9a-f]{6}; )?\/\*[^]*?(?:\*\/|$)/g, (all, behind) =>
    behind === undefined ? all.replace(/[^\n]/g, " ") : all,
  );

/**
 * The colours among the custom properties of a style sheet, each as it is first said; what is no colour is
 * passed over, `var(--other)` followed.
 * @throws FileProblem naming the line of what was meant as a colour and is none, or leads on and on
 */
export function readCss(text: string): NamedColour[] {
  const body = withoutComments(text);
  const said = new Map<string, { readonly value: string; readonly name: string; readonly at: number }>();
  let [line, from] = [1, 0];
  for (const found of body.matchAll(PROPERTY)) {
    const [, key = "", value = "", name = ""] = found;
    line += body.slice(from, found.index).split("\n").length - 1;
    from = found.index;
    if (!said.has(key))
      said.set(key, { value: value.replace(/!important/i, "").trim(), name: name.trim(), at: line });
  }
  return [...said].flatMap(([key, { name, at }]): NamedColour[] => {
    const value = followed(key, said, at);
    const hex = value === null ? null : hexOfCss(value);
    if (hex !== null) return [{ name: name || nameOf(key), hex }];
    if (value === null || !MEANT.test(value)) return [];
    throw new FileProblem(`Line ${at}: “${value.slice(0, 40)}” is no colour of CSS.`, `line ${at}`);
  });
}

const nameOf = (key: string): string =>
  key
    .replace(/^house-/, "")
    .replace(/-+/g, " ")
    .trim()
    .replace(/^./, (c) => c.toUpperCase()) || key;

/** From one name to the next so often at most. */
export const MOST_STEPS = 32;

/** What a property says in the end; null where it leads to one that is not in the file. */
function followed(
  key: string,
  said: ReadonlyMap<string, { readonly value: string }>,
  at: number,
): string | null {
  let now = key;
  for (let n = 0; n < MOST_STEPS; n++) {
    const value = said.get(now)?.value ?? null;
    const [, next, instead] = /^var\(\s*--([\w-]+)\s*(?:,([^]*))?\)$/.exec(value ?? "") ?? [];
    if (next === undefined) return value;
    if (!said.has(next)) return instead?.trim() ?? null;
    now = next;
  }
  throw new FileProblem(`Line ${at}: “--${key}” leads on and on, or in a circle.`, `line ${at}`);
}
