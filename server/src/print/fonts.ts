import { readFileSync } from "node:fs";
import { createRequire } from "node:module";
import { dirname, join } from "node:path";

const require = createRequire(import.meta.url);

/** How a text is set: as usual, heavier, or with all characters of one width. */
export type Face = "text" | "bold" | "mono";

interface Family {
  /** A font of the registry, as a package of Fontsource names it. */
  readonly name: string;
  readonly weights: Readonly<Record<Face, number>>;
  /** It is one file that has far more than its package says: the font itself is asked. */
  readonly whole?: true;
}
const family = (name: string, bold = 700): Family => ({
  name,
  weights: { text: 400, bold, mono: bold },
});

/** The product's own fonts: everything they have is set in them. */
const OWN: Readonly<Record<Face, readonly Family[]>> = {
  text: [family("atkinson-hyperlegible-next")],
  bold: [family("atkinson-hyperlegible-next")],
  mono: [family("atkinson-hyperlegible-mono"), family("atkinson-hyperlegible-next")],
};

/** What sets the rest, in the order they are asked: the first that has a character sets it. */
const OTHERS: readonly Family[] = [
  family("noto-sans"),
  ...["hebrew", "arabic", "armenian", "georgian", "thai", "devanagari", "bengali", "tamil", "telugu"].map(
    (script) => family(`noto-sans-${script}`),
  ),
  ...["gujarati", "gurmukhi", "kannada", "malayalam", "sinhala", "khmer", "lao", "myanmar", "ethiopic"].map(
    (script) => family(`noto-sans-${script}`),
  ),
  family("biz-udpgothic"),
  family("nanum-gothic"),
  family("noto-sans-sc"),
  family("noto-music", 400),
  family("noto-sans-symbols"),
  family("noto-sans-symbols-2", 400),
  { ...family("noto-sans-math", 400), whole: true },
  family("noto-emoji"),
];

/** A font comes in files, each for some of its characters. */
interface Part {
  readonly part: string;
  readonly ranges: readonly (readonly [from: number, to: number])[];
}
const parts = new Map<string, readonly Part[]>();

const rangesOf = (said: string): Part["ranges"] =>
  said.split(",").map((range) => {
    const [from = "", to = from] = range.trim().replace(/^U\+/i, "").split("-");
    return [Number.parseInt(from, 16), Number.parseInt(to, 16)];
  });

const folders = new Map<string, string>();
function folderOf(name: string): string {
  const known = folders.get(name) ?? dirname(require.resolve(`@fontsource/${name}/package.json`));
  folders.set(name, known);
  return known;
}

function partsOf(name: string): readonly Part[] {
  const known = parts.get(name);
  if (known) return known;
  const said = JSON.parse(readFileSync(join(folderOf(name), "unicode.json"), "utf8")) as Record<
    string,
    string
  >;
  const read = Object.entries(said).map(([part, ranges]) => ({
    part: part.replace(/^\[(.*)\]$/, "$1"),
    ranges: rangesOf(ranges),
  }));
  parts.set(name, read);
  return read;
}

/** Joiners and selectors only change what stands before them: any font may set them. */
export const PASSED = /^[\p{Variation_Selector}\p{Join_Control}]$/u;

/** The files that say they have every character of a cluster, the best first. */
export function* filesFor(cluster: string, face: Face): Generator<string> {
  const codes = [...cluster].filter((c) => !PASSED.test(c)).map((c) => c.codePointAt(0) ?? 0);
  for (const { name, weights, whole = false } of [...OWN[face], ...OTHERS])
    for (const { part, ranges } of partsOf(name))
      if (whole || codes.every((code) => ranges.some(([from, to]) => code >= from && code <= to)))
        yield join(folderOf(name), "files", `${name}-${part}-${weights[face]}-normal.woff`);
}

/** The file of the product's own font that everything is measured by. */
export const mainFile = (face: Face): string => {
  const [own] = OWN[face];
  const name = own?.name ?? "";
  return join(folderOf(name), "files", `${name}-latin-${own?.weights[face] ?? 400}-normal.woff`);
};
