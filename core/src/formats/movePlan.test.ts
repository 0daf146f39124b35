import Papa from "papaparse";
import { describe, expect, it } from "vitest";
import type { MoveStep } from "../disk/moves.ts";
import { movesCsv, posixScript, powerShellScript } from "./moveScripts.ts";
import { readTable, writeCsv } from "./table.ts";

const steps: readonly MoveStep[] = [
  { do: "make-folder", path: "Projects/Spring's tide" },
  { do: "move", from: "old, “loud”.wav", to: "Projects/Spring's tide/new.wav" },
  { do: "move", from: "=cmd()|'x'!A1", to: "a.wav" },
];

describe("a move plan to take along", () => {
  it("quotes for a POSIX shell so that nothing in a name runs", () => {
    const script = posixScript(steps, "Plan\nrm -rf /");
    expect(script).toContain("folder './Projects/Spring'\\''s tide'");
    expect(script).toContain("move './old, “loud”.wav' './Projects/Spring'\\''s tide/new.wav'");
    // A title is one comment, whatever it holds.
    expect(script).toContain("# Plan rm -rf /\n");
    expect(script).toContain("All 3 steps are done.");
    expect(script).not.toContain("\r");
  });

  it("doubles every kind of quote for PowerShell, with that system's line ends", () => {
    const script = powerShellScript(steps, "Plan");
    expect(script).toContain("New-Folder './Projects/Spring''s tide'");
    expect(powerShellScript([{ do: "make-folder", path: "a’b‘c" }], "x")).toContain("'./a’’b‘‘c'");
    expect(script.split("\n").every((l) => l === "" || l.endsWith("\r"))).toBe(true);
  });

  it("is a table no cell of which runs", () => {
    const csv = movesCsv(steps);
    const { data } = Papa.parse<string[]>(csv.replace(/^\ufeff/, ""), { skipEmptyLines: true });
    expect(data).toEqual([
      ["Step", "Do", "From", "To"],
      ["1", "new folder", "", "Projects/Spring's tide"],
      ["2", "move", "old, “loud”.wav", "Projects/Spring's tide/new.wav"],
      ["3", "move", "'=cmd()|'x'!A1", "a.wav"],
    ]);
  });
});

describe("a table as CSV", () => {
  it("comes back as it went, whatever stands in its cells", () => {
    const cells = [
      "plain",
      "with, comma",
      'with "quotes"',
      "two\nlines",
      "  spaces ",
      "=1+1",
      "-3",
      "@home",
      "",
    ];
    const csv = writeCsv(
      ["A", "B"],
      cells.map((c) => [c, "x"]),
    );
    expect(csv.startsWith("\ufeffA,B\r\n")).toBe(true);
    const table = readTable(csv, { a: ["a"] }, ["a"]);
    expect(table.rows.map((r) => r.cell("a"))).toEqual(cells.map((c) => c.trim()));
  });

  it("writes its heads also where it has no row", () =>
    expect(writeCsv(["A"], [])).toBe("\ufeffA\r\n\r\n"));
});
