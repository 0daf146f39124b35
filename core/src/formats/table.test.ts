import fc from "fast-check";
import Papa from "papaparse";
import { describe, expect, it } from "vitest";
import { readTable, writeCsv } from "./table.ts";

const cellsOf = (csv: string): string[][] =>
  Papa.parse<string[]>(csv.replace(/^\ufeff/, ""), { skipEmptyLines: true }).data;

describe("a table as CSV", () => {
  it("lets no cell run as a formula: also behind spaces, and with full-width signs", () => {
    // Beginnings as OWASP lists them (CSV injection): = + - @, tab, line feed, full-width forms.
    for (const bad of [
      "=1+1",
      "+1",
      "-1",
      "@x",
      "\t=1",
      "  =1",
      "\u3000=1",
      "\u00a0@x",
      "＝1",
      "＋1",
      "－1",
      "＠x",
      " ＝1",
    ])
      expect([bad, cellsOf(writeCsv(["a"], [[bad]]))[1]?.[0]?.startsWith("'")]).toEqual([bad, true]);
    for (const fine of ["Kick", "2nd pan", "'tis", "a=b", "–", "日本"])
      expect(cellsOf(writeCsv(["a"], [[fine]]))[1]?.[0]).toBe(fine);
  });

  it("gives a single column back whatever parts cells elsewhere stands in it", () => {
    for (const text of ["a\tb", "a;b", "a|b", "a,b"])
      expect(readTable(writeCsv(["c"], [[text]]), { c: ["c"] }, ["c"]).rows[0]?.cell("c")).toBe(text);
  });

  it("gives every text back as it was, but for spaces around it", () => {
    fc.assert(
      fc.property(fc.array(fc.string({ unit: "binary" }), { minLength: 1, maxLength: 4 }), (texts) => {
        const heads = texts.map((_, i) => `c${i}`);
        fc.pre(texts.some((t) => t.trim() !== ""));
        // Papa and Node agree on line ends inside quotes only for \n.
        const plain = texts.map((t) =>
          t
            .replace(/[\r\n]/g, " ")
            .replace(/^'+/, "")
            .trim(),
        );
        fc.pre(plain.some((t) => t !== ""));
        const columns = Object.fromEntries(heads.map((h) => [h, [h]]));
        const table = readTable(writeCsv(heads, [plain]), columns, heads);
        expect(heads.map((h) => table.rows[0]?.cell(h))).toEqual(plain);
      }),
    );
  });
});
