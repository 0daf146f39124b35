import { z } from "zod";
import { MOST_STEPS, hexOfCss, toldApart } from "./cssColours.ts";
import { FileProblem } from "./fileProblem.ts";
import type { NamedColour } from "./namedColour.ts";

/** Where a token of ours keeps its colour's name as it is: names of tokens may hold no dot and no brace. */
const OURS = "mossy-lantern";
const DEEPEST = 20;

/** How a colour is called as a token: without what leads elsewhere in an alias, nor a `$` in front. */
const tokenName = (name: string): string => name.replace(/[.{}]/g, "-").replace(/^\$+/, "-") || "colour";

/** Design tokens as JSON (W3C Design Tokens Community Group, 2025.10: colours as objects). */
export function writeTokens(colours: readonly NamedColour[]): string {
  const names = toldApart(
    colours.map((c) => c.name),
    tokenName,
    " ",
  );
  const part = (hex: string, at: number): number =>
    Math.round((Number.parseInt(hex.slice(at, at + 2), 16) / 255) * 1e5) / 1e5;
  const tokens = colours.map(({ name, hex }, i) => {
    const components = [part(hex, 1), part(hex, 3), part(hex, 5)];
    const own = names[i] === name ? {} : { $extensions: { [OURS]: { name } } };
    return [names[i], { $value: { colorSpace: "srgb", components, hex }, ...own }] as const;
  });
  return `${JSON.stringify({ colour: { $type: "color", ...Object.fromEntries(tokens) } }, null, 2)}\n`;
}

const hexColour = z.string().regex(/^#[0-9a-f]{6}$/i);
const number = z.union([z.number(), z.literal("none")]);
const colourObject = z.object({
  colorSpace: z.string(),
  components: z.tuple([number, number, number]),
  hex: hexColour.optional().catch(undefined),
});

/** A colour object as CSS says it (CSS Color 4): the same spaces under nearly the same names. */
function inCss({ colorSpace, components }: z.infer<typeof colourObject>): string {
  const [a, b, c] = components;
  const percent = (n: number | "none"): string => (n === "none" ? n : `${n}%`);
  if (colorSpace === "hsl" || colorSpace === "hwb")
    return `${colorSpace}(${a} ${percent(b)} ${percent(c)})`;
  if (/^(ok)?l(ab|ch)$/.test(colorSpace)) return `${colorSpace}(${a} ${b} ${c})`;
  return `color(${colorSpace} ${a} ${b} ${c})`;
}

/** A value of a token as a colour: an object, what CSS says as one, or the older `#rrggbb`; null for none. */
function hexOf(value: unknown): string | null {
  if (typeof value === "string") return hexOfCss(value);
  const read = colourObject.safeParse(value);
  if (!read.success) return null;
  return hexOfCss(inCss(read.data)) ?? read.data.hex?.toLowerCase() ?? null;
}

interface Token {
  /** Its groups and its own name. */
  readonly path: readonly string[];
  readonly type: string | null;
  readonly value: unknown;
  readonly name: string;
}

const isGroup = (node: unknown): node is Readonly<Record<string, unknown>> =>
  typeof node === "object" && node !== null && !Array.isArray(node);
const textAt = (node: unknown, key: string): string | null => {
  const value = isGroup(node) ? node[key] : null;
  return typeof value === "string" ? value : null;
};

/** Every token of a file; a group's own (`$root`) bears the group's name. */
function tokensIn(raw: unknown): Token[] {
  const tokens: Token[] = [];
  const walk = (node: unknown, path: readonly string[], above: string | null): void => {
    if (!isGroup(node) || path.length > DEEPEST) return;
    const type = textAt(node, "$type") ?? above;
    const ref = textAt(node, "$ref");
    const value = node["$value"] ?? (ref === null ? undefined : { $ref: ref });
    if (value !== undefined) {
      const ours = isGroup(node["$extensions"]) ? node["$extensions"][OURS] : null;
      const [last = "", group = last] = [path.at(-1), path.at(-2)];
      tokens.push({ path, type, value, name: textAt(ours, "name") ?? (last === "$root" ? group : last) });
      return;
    }
    for (const [key, child] of Object.entries(node))
      if (!key.startsWith("$") || key === "$root") walk(child, [...path, key], type);
  };
  walk(raw, [], null);
  return tokens;
}

/** Where a value leads: `{group.token}`, or a JSON pointer (RFC 6901); null for one that says it itself. */
function leadsTo(value: unknown): string | null {
  if (typeof value === "string") return /^\{([^{}]+)\}$/.exec(value)?.[1] ?? null;
  const ref = textAt(value, "$ref");
  if (ref === null || !ref.startsWith("#/")) return ref;
  const parts = ref
    .slice(2)
    .split("/")
    .map((p) => p.replaceAll("~1", "/").replaceAll("~0", "~"));
  return parts.filter((p, i) => p !== "$value" || i !== parts.length - 1).join(".");
}

/**
 * The colours of a file of design tokens, each as often as it has names: aliases are followed.
 * @throws FileProblem naming the token that is no colour, leads nowhere, or on and on
 */
export function readTokens(text: string): NamedColour[] {
  let raw: unknown;
  try {
    raw = JSON.parse(text);
  } catch (e) {
    throw new FileProblem(`The JSON is broken: ${e instanceof Error ? e.message : ""}.`);
  }
  const tokens = tokensIn(raw);
  const byPath = new Map(tokens.map((t) => [t.path.join("."), t]));
  return tokens.flatMap((token): NamedColour[] => {
    const where = token.path.join(".");
    const fail = (says: string): never => {
      throw new FileProblem(`“${where}”: ${says}.`, where);
    };
    let now = token;
    for (let n = 0; ; n++) {
      const next = leadsTo(now.value);
      if (next === null) break;
      const found = byPath.get(next) ?? byPath.get(`${next}.$root`);
      if (!found) return token.type === "color" ? fail(`it leads to “${next}”, which is not here`) : [];
      if (n > MOST_STEPS) return fail("it leads on and on, or in a circle");
      now = found;
    }
    if ((token.type ?? now.type) !== "color") return [];
    const hex = hexOf(now.value) ?? fail(`${JSON.stringify(now.value)} is no colour`);
    return [{ name: token.name, hex }];
  });
}
