import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { usualHouse } from "../house/usual.ts";
import { ontoLimited } from "../match/limited.ts";
import { FileProblem } from "./fileProblem.ts";
import { readPalette, writeCss, writeGpl, writeTokens } from "./palettes.ts";

const { palette } = usualHouse("x");
const named = palette.map(({ name, hex }) => ({ name, hex }));

/** Reads a text; what it throws is for a person to read. */
function readOrSaid(text: string): void {
  try {
    expect(readPalette(text)).not.toEqual([]);
  } catch (e) {
    expect(e).toBeInstanceOf(FileProblem);
  }
}

describe("palettes, out and in", () => {
  it.each([
    ["GIMP", writeGpl("House", named)],
    ["design tokens", writeTokens(named)],
    ["CSS", writeCss(named)],
  ])("%s comes back as it went", (_what, text) => expect(readPalette(text)).toEqual(named));

  it("reads a GIMP palette as its program writes it", () =>
    expect(
      readPalette(
        "GIMP Palette\r\nName: Tide\r\nColumns: 3\r\n# a comment\r\n255   0  16\tBuoy\r\n  0 " +
          "128 255  Deep water\r\n 1 2 3\r\n",
      ),
    ).toEqual([
      { name: "Buoy", hex: "#ff0010" },
      { name: "Deep water", hex: "#0080ff" },
      { name: "#010203", hex: "#010203" },
    ]));

  it("reads tokens in groups, with the type above them, follows aliases, and passes over other kinds", () => {
    const text = JSON.stringify({
      sea: { $type: "color", deep: { $value: "#08f" }, alias: { $value: "{sea.deep}" } },
      gap: { $type: "dimension", $value: "4px" },
      sky: { $type: "color", $value: "#AABBCCDD" },
    });
    expect(readPalette(text)).toEqual([
      { name: "deep", hex: "#0088ff" },
      { name: "alias", hex: "#0088ff" },
      { name: "sky", hex: "#aabbcc" },
    ]);
  });

  it("reads tokens of today: colour objects of any space, groups with a colour of their own, pointers", () => {
    const colour = (colorSpace: string, components: unknown, more = {}) => ({
      $type: "color",
      $value: { colorSpace, components, ...more },
    });
    const text = JSON.stringify({
      sea: {
        $root: colour("srgb", [0, 0.53333, 1], { alpha: 0.5 }),
        "light.er": undefined,
        old: { $value: "{sea.$root}" },
        same: { $ref: "#/sea/$root/$value", $type: "color" },
        group: { $value: "{sea}" },
      },
      // CSS Color 4, section 7: hsl(120 100% 25%) is #008000; section 9: oklch of pure red, from memory.
      green: colour("hsl", [120, 100, 25]),
      red: colour("oklch", [0.62796, 0.25768, 29.2339]),
      grey: colour("srgb", ["none", 0.50196, 0.50196]),
      theirs: colour("a-space-of-tomorrow", [1, 2, 3], { hex: "#ABCDEF" }),
    });
    expect(readPalette(text)).toEqual([
      { name: "sea", hex: "#0088ff" },
      { name: "old", hex: "#0088ff" },
      { name: "same", hex: "#0088ff" },
      { name: "group", hex: "#0088ff" },
      { name: "green", hex: "#008000" },
      { name: "red", hex: "#ff0000" },
      { name: "grey", hex: "#008080" },
      { name: "theirs", hex: "#abcdef" },
    ]);
  });

  it("reads CSS as it stands in a site: other variables around, any way to say a colour, aliases", () =>
    expect(
      readPalette(`@layer base; /* --old: #111111; */
:root { --gap: 4px; --face: "Mossy", serif; --house-deep-water: rgb(0 128 255 / 50%);
  --buoy:#F01; --tide: hsl(120,100%,25%) !important; --quay: cornflowerblue;
  --same: var(--buoy); --else: var(--nowhere, #123456); --none: var(--nowhere);
}
.dark { --buoy: #000000; --shade: var(--gap) }`),
    ).toEqual([
      { name: "Deep water", hex: "#0080ff" },
      { name: "Buoy", hex: "#ff0011" },
      { name: "Tide", hex: "#008000" },
      { name: "Quay", hex: "#6495ed" },
      { name: "Same", hex: "#ff0011" },
      { name: "Else", hex: "#123456" },
    ]));

  it("reads a GIMP palette with a fourth number, and takes one that is part of a name for that", () => {
    const two = [
      { name: "Buoy", hex: "#ff0010" },
      { name: "2 Deep", hex: "#0080ff" },
    ];
    const lines = "255 0 16 255 Buoy\n0 128 255 255\t2 Deep\n";
    expect(readPalette(`GIMP Palette\nName: x\nChannels: RGBA\n#\n${lines}`)).toEqual(two);
    expect(readPalette(`GIMP Palette\n${lines}`)).toEqual(two);
    expect(readPalette("GIMP Palette\n1 2 3 1 Kick\n1 2 4 2 Snare\n").map((c) => c.name)).toEqual([
      "1 Kick",
      "2 Snare",
    ]);
  });

  it("comes back with every name as it was, each told apart, in each form", () => {
    const text = fc.oneof(
      fc.constantFrom(
        "Água",
        "Agua",
        "agua",
        "a.b",
        "{a}",
        "$a",
        "$root",
        "*/",
        "/*",
        "海",
        "agua 2",
        "12",
      ),
      fc.string({ unit: "grapheme", minLength: 1, maxLength: 12 }),
    );
    const name = text.map((t) => t.replace(/[\s\p{C}]+/gu, " ").trim()).filter((t) => t !== "");
    const colour = fc.record({
      name,
      hex: fc.integer({ min: 0, max: 0xffffff }).map((n) => `#${n.toString(16).padStart(6, "0")}`),
    });
    const inOrder = (list: readonly { name: string; hex: string }[]): string[] =>
      list.map((c) => `${c.name} ${c.hex}`).sort();
    fc.assert(
      fc.property(fc.array(colour, { minLength: 1, maxLength: 12 }), (colours) => {
        expect(inOrder(readPalette(writeTokens(colours)))).toEqual(inOrder(colours));
        expect(readPalette(writeCss(colours)).map((c) => c.hex)).toEqual(colours.map((c) => c.hex));
        const plain = colours.filter((c) => !c.name.includes("*/"));
        if (plain.length > 0) expect(readPalette(writeCss(plain))).toEqual(plain);
      }),
    );
  });

  it.each<[string, string, RegExp]>([
    [
      "a GIMP palette with garbage",
      "GIMP Palette\nName: x\n10 20 30 ok\nnot a colour\n",
      /^Line 4: “not a colour” is no colour/,
    ],
    ["a number too high", "GIMP Palette\n10 20 300 x\n", /^Line 2/],
    ["broken JSON", '{ "a": ', /The JSON is broken/],
    ["a token that is no colour", '{"a":{"$type":"color","$value":"mossy"}}', /^“a”: "mossy" is no colour/],
    [
      "CSS that means a colour and says none",
      "/* one\n two */:root {\n  --a: rgb(1 2);\n}",
      /^Line 3: “rgb\(1 2\)” is no colour of CSS/,
    ],
    [
      "CSS in a circle",
      ":root { --a: var(--b);\n--b: var(--a) }",
      /^Line 1: “--a” leads on and on, or in a circle/,
    ],
    [
      "tokens in a circle",
      '{"sea":{"$type":"color","a":{"$value":"{sea.b}"},"b":{"$value":"{sea.a}"}}}',
      /^“sea.a”: it leads on and on, or in a circle/,
    ],
    [
      "a token that leads nowhere",
      '{"a":{"$type":"color","$value":"{sea.b}"}}',
      /^“a”: it leads to “sea.b”, which is not here/,
    ],
    [
      "a GIMP palette that promises four numbers and has three",
      "GIMP Palette\nChannels: RGBA\n1 2 3 Buoy\n",
      /^Line 3: .* Four numbers from 0 to 255/,
    ],
    ["a letter", "Dear house,\nhow are you?", /No colour was found/],
    ["nothing", "", /No colour was found/],
  ])("refuses %s, naming the line", (_what, text, message) =>
    expect(() => readPalette(text)).toThrow(message),
  );

  it("reads a file of a million characters, and says of a larger one that it is no palette", () => {
    const most = "GIMP Palette\n1 2 3 x\n#".padEnd(1 << 20, "#");
    expect(readPalette(most)).toHaveLength(1);
    expect(() => readPalette(`${most}#`)).toThrow("larger than any palette");
  });

  it("reads or explains in no time what was made to take for ever", { timeout: 20_000 }, () => {
    const chain = (line: (n: number) => string): string =>
      Array.from({ length: 20_000 }, (_, n) => line(n)).join("\n");
    for (const text of [
      ...["/*", "--", "--a:;", "--a: #123;/* ", "--house-a: #123456; /*", "--a: var(--b"].map((t) =>
        t.repeat((1 << 20) / t.length),
      ),
      chain((n) => `--a${n}: var(--a${n + 1});`),
      `{"a":{"$type":"color",${chain((n) => `"a${n}":{"$value":"{a.a${n + 1}}"},`)}"z":{"$value":"#fff"}}}`,
    ])
      readOrSaid(text);
  });

  it("reads or explains whatever comes", () =>
    fc.assert(
      fc.property(fc.string({ maxLength: 200 }), (text) => {
        readOrSaid(text);
      }),
    ));
});

describe("on a palette with fewer colours", () => {
  const eight = ["#ff0000", "#ff8000", "#ffff00", "#00ff00", "#00ffff", "#0000ff", "#ff00ff", "#ffffff"];

  it("names the nearest and who falls on the same one, and the way around it at least total distance", () => {
    const result = ontoLimited(
      [
        { id: "a", hex: "#fe0101" },
        { id: "b", hex: "#e01010" },
        { id: "c", hex: "#0101fe" },
      ],
      eight,
    );
    expect(result.map((r) => [r.id, r.nearest, r.with])).toEqual([
      ["a", "#ff0000", ["b"]],
      ["b", "#ff0000", ["a"]],
      ["c", "#0000ff", []],
    ]);
    expect(new Set(result.map((r) => r.own)).size).toBe(3);
    expect(result.find((r) => r.id === "a")?.own).toBe("#ff0000");
  });

  it("gives each its own only where there are enough, and then never a better total by trying", () => {
    expect(ontoLimited(palette, eight).every((r) => r.own === null)).toBe(true);
    expect(ontoLimited(palette, [])).toEqual([]);
    fc.assert(
      fc.property(fc.shuffledSubarray(palette, { minLength: 2, maxLength: 4 }), (some) => {
        const result = ontoLimited(some, eight.slice(0, 4));
        const total = result.reduce((n, r) => n + (r.ownApart ?? 0), 0);
        const cost = some.map((c) => eight.slice(0, 4).map((e) => ontoLimited([c], [e])[0]?.apart ?? 0));
        const best = (row: number, free: number[]): number =>
          row === some.length
            ? 0
            : Math.min(
                ...free.map(
                  (f) =>
                    (cost[row]?.[f] ?? 0) +
                    best(
                      row + 1,
                      free.filter((x) => x !== f),
                    ),
                ),
              );
        expect(total).toBeCloseTo(best(0, [0, 1, 2, 3]), 6);
      }),
      { numRuns: 25 },
    );
  });
});
