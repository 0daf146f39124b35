import { readFileSync } from "node:fs";
import { create } from "fontkit";
import type { Font } from "fontkit";
import { describe, expect, it } from "vitest";
import { mainFile } from "./fonts.ts";
import { Paper } from "./paper.ts";
import { LATIN } from "./setting.ts";
import { plainFont } from "./woff.ts";

const made = new Date("2026-11-30T10:00:00Z");
const FACES = ["text", "bold", "mono"] as const;

describe("how text is set", () => {
  it("has every character in the first font that is not asked whether it has it", () => {
    const all = Array.from({ length: 0x3000 }, (_, code) => String.fromCodePoint(code)).filter((c) =>
      LATIN.test(c),
    );
    expect(all.length).toBeGreaterThan(190);
    for (const face of FACES) {
      const font = create(plainFont(readFileSync(mainFile(face)))) as Font;
      expect(all.filter((c) => !font.hasGlyphForCodePoint(c.codePointAt(0) ?? 0))).toEqual([]);
    }
  });

  it("is the same in each paper, whatever was set before: what is known of a font is shared", async () => {
    const written = async (): Promise<Buffer> => {
      const paper = new Paper("Tides", made);
      for (const face of FACES)
        for (const text of ["Shanty choir – “low”", "Überblas 48 V", "שלום 4", "三味線"])
          paper.say(text, { face });
      return Buffer.from(await paper.done());
    };
    const first = await written();
    const other = new Paper("Other words", made);
    other.say("Nothing of the others, but an “Ü”");
    await other.done();
    expect((await written()).equals(first)).toBe(true);
  });
});
