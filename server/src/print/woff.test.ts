import { readFileSync } from "node:fs";
import { describe, expect, it } from "vitest";
import { filesFor, mainFile } from "./fonts.ts";
import { plainFont } from "./woff.ts";

const FILES = [
  mainFile("text"),
  mainFile("bold"),
  mainFile("mono"),
  ...["ß", "Ж", "ش", "道", "한", "♪"].map((c) => [...filesFor(c, "text")][0]!),
];

/** What the parts of a table sum up to (OpenType 1.9.1, "Calculating checksums"). */
function sumOf(table: Buffer): number {
  let sum = 0;
  for (let at = 0; at < table.length; at += 4) {
    const four = Buffer.alloc(4);
    table.copy(four, 0, at, Math.min(at + 4, table.length));
    sum = (sum + four.readUInt32BE(0)) >>> 0;
  }
  return sum;
}

describe("a font out of its wrapping", () => {
  it.each(FILES)("has all its tables whole, where its directory says: %s", (file) => {
    const woff = readFileSync(file);
    const font = plainFont(woff);
    const many = font.readUInt16BE(4);
    expect(many).toBe(woff.readUInt16BE(12));
    const tags = Array.from({ length: many }, (_, i) => {
      const entry = 12 + 16 * i;
      const [sum, offset, length] = [4, 8, 12].map((n) => font.readUInt32BE(entry + n));
      const tag = font.toString("latin1", entry, entry + 4);
      const table = font.subarray(offset!, offset! + length!);
      expect(table.length).toBe(length);
      // The head has a sum of the whole font in it, which is left out of its own.
      if (tag !== "head") expect([tag, sumOf(table)]).toEqual([tag, sum]);
      return tag;
    });
    expect(tags).toEqual(expect.arrayContaining(["cmap", "glyf", "head", "hmtx", "name"]));
    // Sized as the wrapping says the whole is.
    expect(font.length).toBe(woff.readUInt32BE(16));
  });

  it("is itself where it was in none, and refused where it was cut short", () => {
    const plain = Buffer.from("\0\x01\0\0 plain");
    expect(plainFont(plain)).toBe(plain);
    const woff = readFileSync(mainFile("text"));
    expect(() => plainFont(woff.subarray(0, woff.length - 100))).toThrow();
  });
});
