import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { houseIcon } from "../house/house.ts";
import { FileProblem } from "./fileProblem.ts";
import { readSvgIcon, writeSvgIcon } from "./svgIcon.ts";

const svg = (inside: string, attributes = 'viewBox="0 0 24 24"'): string =>
  `<svg xmlns="http://www.w3.org/2000/svg" xmlns:xlink="http://www.w3.org/1999/xlink" ` +
  `${attributes}>\n${inside}\n</svg>`;
const problem = (text: string): string => {
  try {
    readSvgIcon(text, "x.svg");
    return "none";
  } catch (e) {
    return e instanceof FileProblem ? e.message : String(e);
  }
};

describe("an SVG as an icon", () => {
  it("is brought into one box of 24, whatever its own is, in the middle where it is not square", () => {
    expect(
      readSvgIcon(svg('<path d="M0 0h100v50h-100z"/>', 'viewBox="0 0 100 50"'), "x").map((p) => p.d),
    ).toEqual(["M0 6H24V18H0Z"]);
    expect(
      readSvgIcon(svg('<rect x="-12" y="-12" width="24" height="24"/>', 'viewBox="-12 -12 24 24"'), "x")[0]
        ?.d,
    ).toBe("M0 0H24V24H0Z");
    expect(readSvgIcon(svg('<path d="M0 0h48v48"/>', 'width="48px" height="48px"'), "x")[0]?.d).toBe(
      "M0 0H24V24",
    );
  });

  it(
    "has basic shapes as paths (SVG 2, chapter 10), transforms worked in, lines kept as " +
      "lines in the right thickness",
    () => {
      const [circle] = readSvgIcon(svg('<circle cx="12" cy="12" r="6"/>'), "x");
      expect(circle?.d).toBe("M6 12A6 6 0 1 0 18 12 6 6 0 1 0 6 12Z");
      const [line] = readSvgIcon(
        svg(
          '<g fill="none" stroke="#f00" ' +
            'stroke-width="2" ' +
            'transform="scale(2)"><path d="M1 1L5 ' +
            '5" style="stroke-width:3"/></g>',
        ),
        "x",
      );
      expect(line).toEqual({ d: "M2 2L10 10", stroke: 6, evenOdd: false });
      expect(readSvgIcon(svg('<polygon points="0,0 24,0 12,24" fill-rule="evenodd"/>'), "x")[0]).toEqual({
        d: "M0 0L24 0 12 24Z",
        stroke: null,
        evenOdd: true,
      });
      expect(
        readSvgIcon(svg('<path d="M1 1h2" stroke="red" fill="blue"/>'), "x").map((p) => p.stroke),
      ).toEqual([null, 1]);
    },
  );

  it("leaves out what says nothing: titles, editors' own, hidden shapes, colours", () =>
    expect(
      readSvgIcon(
        svg(
          "<title>Drum</title><metadata>made by " +
            "me</metadata><defs><linearGradient " +
            'id="g"/></defs><rect ' +
            'width="9" height="9" ' +
            'fill="url(#g)"/><rect ' +
            'width="3" height="3" ' +
            'display="none"/><path d="M0 ' +
            '0h1" fill="none"/>',
        ),
        "x",
      ),
    ).toHaveLength(1));

  it("keeps hidden what is hidden: whole groups, inherited, unseen paint, transparent grounds", () => {
    const seen = '<path d="M0 0h7"/>';
    const drawn = (inside: string): string[] => readSvgIcon(svg(seen + inside), "x").map((p) => p.d);
    for (const hidden of [
      '<g display="none"><path d="M0 0h9" display="inline" visibility="visible"/></g>',
      '<g style="display:none"><g><path d="M0 0h9"/></g></g>',
      '<g visibility="hidden"><path d="M0 0h9"/></g>',
      '<g opacity="0"><path d="M0 0h9" opacity="1"/></g>',
      '<path d="M0 0h9" style="opacity:0%"/>',
      '<g fill-opacity="0"><path d="M0 0h9" fill="red"/></g>',
      '<path d="M0 0h9" fill="none" stroke="red" stroke-opacity="0"/>',
      '<path d="M0 0h9" fill="none" stroke="red" stroke-width="0"/>',
      '<rect width="100%" height="100%" fill="transparent"/>',
      '<rect width="24" height="24" fill="#ffffff00"/>',
      '<rect width="24" height="24" style="fill: rgba(255, 255, 255, 0) !important"/>',
      '<rect width="24" height="24" fill="rgb(0 0 0 / 0%)"/>',
    ])
      expect([hidden, drawn(hidden)]).toEqual([hidden, ["M0 0H7"]]);
    expect(drawn('<g visibility="hidden"><path d="M0 0h9" visibility="visible"/></g>')).toHaveLength(2);
    expect(problem(svg(`${seen}<g display="none">\n<script>x()</script></g>`))).toContain(
      "a script (line 3)",
    );
  });

  it("reads sizes with units and in per cent", () => {
    expect(readSvgIcon(svg('<rect x="25%" y="50%" width="50%" height="12px"/>'), "x")[0]?.d).toBe(
      "M6 12H18V24H6Z",
    );
    expect(readSvgIcon(svg('<path d="M0 0h48"/>', 'width="0.5in" height="36pt"'), "x")[0]?.d).toBe(
      "M0 0H24",
    );
    // Half of the diagonal's share: of a square box, half a side (SVG 2, section 8.9).
    expect(readSvgIcon(svg('<circle cx="50%" cy="50%" r="50%"/>'), "x")[0]?.d).toContain("M0 12A12 12");
    expect(
      readSvgIcon(svg('<g stroke-width="2px"><path d="M0 0h1" fill="none" stroke="red"/></g>'), "x")[0]
        ?.stroke,
    ).toBe(2);
    expect(problem(svg('<path d="M0 0h1"/>', 'width="100%" height="100%"'))).toContain(
      "no view box and no size",
    );
  });

  it("is refused with a script, a reference or anything else that is no drawing, naming the line", () => {
    expect(problem(svg('<path d="M0 0h9v9z"/>\n<script>alert(1)</script>'))).toBe(
      "“x.svg” holds a script (line 3), which no icon may. Take it out and try again; " +
        "nothing was taken over.",
    );
    expect(problem(svg('<defs>\n<script>1</script></defs><path d="M0 0h9v9z"/>'))).toContain(
      "a script (line 3)",
    );
    for (const [inside, what] of [
      ['<path onclick="x()" d="M0 0h1"/>', "a script (“onclick”)"],
      ['<image href="http://x"/>', "a picture"],
      ['<use xlink:href="#a"/>', "a reference to another drawing"],
      ['<a href="javascript:x"><path d="M0 0h1"/></a>', "a reference to something outside"],
      ['<path fill="url(https://x/y#z)" d="M0 0h1"/>', "a reference to something outside"],
      ["<foreignObject/>", "foreign content"],
      ["<style>*{}</style>", "a style sheet"],
      ["<text>x</text>", "text (turn it into paths first)"],
      ["<animate/>", "an animation"],
    ] as const) {
      expect([inside, problem(svg(inside)).includes(what)]).toEqual([inside, true]);
    }
  });

  it("that is broken, empty, without a box or no SVG says so", () => {
    expect(problem("<svg")).toContain("broken XML");
    expect(problem("<html/>")).toContain("no SVG: it begins with “html”");
    expect(problem(svg("<g/>"))).toContain("nothing that can be drawn");
    expect(problem(svg('<path d="M0 0h9"/>', ""))).toContain("no view box and no size");
    expect(problem(svg('<path d="banana"/>'))).toContain("a path is broken (line 2)");
    expect(problem('<!DOCTYPE svg [<!ENTITY a "b">]><svg/>')).toContain(
      "declares entities or a document type (line 1)",
    );
    expect(
      problem(
        `<?xml version="1.0"?>\n<!DOCTYPE ` +
          "svg PUBLIC " +
          `"-//W3C//DTD SVG 1.1//EN" ` +
          `"x.dtd">\n${svg('<path d="M0 0h9v9z"/>')}`,
      ),
    ).toBe("none");
  });

  it("is a valid icon of the house, and reads back the same from what is written, plain and tinted", () => {
    const paths = readSvgIcon(
      svg(
        '<path d="M3 3l9 9q3-3 6 ' +
          '0z"/><circle cx="4" ' +
          'cy="5" r="2" fill="none" ' +
          'stroke="currentColor" ' +
          'stroke-width="1.5"/>',
      ),
      "x",
    );
    expect(houseIcon.safeParse({ id: "house-x", name: "x", paths }).success).toBe(true);
    expect(readSvgIcon(writeSvgIcon(paths, null), "back")).toEqual(paths);
    expect(writeSvgIcon(paths, { tile: "#4a714c", ink: "#ffffff" })).toContain(
      '<rect width="36" height="36" rx="10" fill="#4a714c"/>',
    );
  });

  it("never gives anything but path commands and numbers, whatever text comes", () => {
    const bits = fc.constantFrom(
      '<path d="M0 0L9 9z"/>',
      "<g>",
      "</g>",
      '<g transform="rotate(30)">',
      "<script/>",
      '<rect width="5" height="5"/>',
      '<circle r="3"/>',
      "<!-- x -->",
      'd="M"',
      "&lt;",
      "]]>",
      '<path d="M1e9 0h1"/>',
      '<path d="m0 0 5,5 NaN"/>',
    );
    fc.assert(
      fc.property(
        fc.oneof(
          fc.string({ maxLength: 80 }),
          fc.array(bits, { maxLength: 8 }).map((b) => svg(b.join(""))),
        ),
        (text) => {
          try {
            for (const p of readSvgIcon(text, "x"))
              expect(houseIcon.shape.paths.element.safeParse(p).success).toBe(true);
          } catch (e) {
            expect(e).toBeInstanceOf(FileProblem);
          }
        },
      ),
      { numRuns: 400 },
    );
  });
});
