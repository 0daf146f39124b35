import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { usualHouse } from "../house/usual.ts";
import { ontoLimited } from "../match/limited.ts";
import { readPalette, writeCss, writeGpl, writeTokens } from "./palettes.ts";

const { palette } = usualHouse("x");
const named = palette.map(({ name, hex }) => ({ name, hex }));

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

  it("reads tokens in groups, with the type above them, and passes over other kinds and references", () => {
    const text = JSON.stringify({
      sea: { $type: "color", deep: { $value: "#08f" }, alias: { $value: "{sea.deep}" } },
      gap: { $type: "dimension", $value: "4px" },
      sky: { $type: "color", $value: "#AABBCCDD" },
    });
    expect(readPalette(text)).toEqual([
      { name: "deep", hex: "#0088ff" },
      { name: "sky", hex: "#aabbcc" },
    ]);
  });

  it.each<[string, string, RegExp]>([
    [
      "a GIMP palette with garbage",
      "GIMP Palette\nName: x\n10 20 30 ok\nnot a colour\n",
      /^Line 4: “not a colour” is no colour/,
    ],
    ["a number too high", "GIMP Palette\n10 20 300 x\n", /^Line 2/],
    ["broken JSON", '{ "a": ', /The JSON is broken/],
    [
      "a token that is no colour",
      '{"a":{"$type":"color","$value":"mossy"}}',
      /^“a”: "mossy" is no #rrggbb colour/,
    ],
    [
      "CSS that is no hex",
      ":root {\n  --a: rgb(1 2 3);\n}",
      /^Line 2: “rgb\(1 2 3\)” is no #rrggbb colour/,
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

  it("reads or explains whatever comes", () =>
    fc.assert(
      fc.property(fc.string({ maxLength: 200 }), (text) => {
        try {
          readPalette(text);
        } catch (e) {
          expect((e as Error).name).toBe("FileProblem");
        }
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
