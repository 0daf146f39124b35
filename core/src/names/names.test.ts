import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { usualHouse } from "../house/usual.ts";
import { makeReader } from "../words/reader.ts";
import { readName } from "../words/read.ts";
import { usualWords } from "../words/usual/index.ts";
import { compose, patternInWords } from "./compose.ts";
import { safeFileName } from "./disk.ts";
import { namePattern, pieceOf } from "./pattern.ts";

const words = usualWords();
const reader = makeReader(words);
const { names } = usualHouse("x");
const what = { role: "double-second", of: null, positions: ["far"], number: 2 };

describe("composing a name", () => {
  it("puts the pieces in their order and leaves no gap for those that are missing", () => {
    expect(compose(names.track, reader, what)).toBe("DblSec_Far_2");
    expect(compose(names.track, reader, { ...what, positions: [], number: null })).toBe("DblSec");
    expect(
      compose(names.return, reader, { role: "reverb", of: "snare", positions: [], number: null }),
    ).toBe("Rev_Snare");
    expect(
      compose(names.folder, reader, { role: "engine-room", of: null, positions: [], number: null }),
    ).toBe("ENGINE");
    expect(compose(names.track, reader, { ...what, role: "nobody" })).toBeNull();
  });

  it("says a pattern as a person would", () => {
    expect(patternInWords(names.track)).toBe(
      "whose it is, short form, position, number, joined by underscores",
    );
    expect(patternInWords(names.track, { ...what, number: null })).toBe(
      "short form, position, joined by underscores",
    );
    expect(patternInWords(names.track, { ...what, positions: [], number: null })).toBe("short form");
    expect(
      patternInWords(
        namePattern.parse({
          budget: null,
          pieces: [
            pieceOf("role", { before: "", letters: "upper" }),
            pieceOf("number", { before: " ", letters: "upper" }),
          ],
        }),
      ),
    ).toBe("short form, number, parted by spaces, in capitals");
  });

  it("gives names that are read back as what they were made from, for nearly every source of the list", () => {
    const sources = words.roles.filter((r) => r.sort === "source");
    const wrong = sources.filter((r) => {
      const name =
        compose(names.track, reader, { role: r.id, of: null, positions: ["near"], number: 2 }) ?? "";
      const back = readName(reader, name, { families: [r.family] });
      return back.role !== r.id || back.number !== 2 || back.positions.join() !== "near";
    });
    expect(wrong.map((r) => r.short.full)).toEqual([]);
  });
});

describe("names on disk", () => {
  it(
    "are of the portable set, never reserved, never ending in a dot or space (POSIX; " +
      "Microsoft's naming rules), and stay as they are once safe",
    () =>
      fc.assert(
        fc.property(
          fc.oneof(
            fc.string({ maxLength: 120, unit: "grapheme" }),
            fc.constantFrom("CON", "prn.txt", "lpt1", "COM9.tar.gz", "a. ", "..", "a/b\\c:d"),
          ),
          (name) => {
            const safe = safeFileName(name);
            expect(safe).toMatch(/^[A-Za-z0-9._-]{1,80}$/);
            expect(safe).not.toMatch(/^(con|prn|aux|nul|com[1-9]|lpt[1-9])(\.|$)/i);
            expect(safe).not.toMatch(/[. ]$/);
            expect(safeFileName(safe)).toBe(safe);
          },
        ),
        { numRuns: 500 },
      ),
  );

  it("stay readable: spaces become underscores, accents go", () => {
    expect(safeFileName("Steelpan orchestra, full yard")).toBe("Steelpan_orchestra_full_yard");
    expect(safeFileName("Café: “Marée” <2>")).toBe("Cafe_Maree_2");
    expect(safeFileName("///")).toBe("unnamed");
  });
});

describe("a pattern", () => {
  it("holds each piece once, fixed text aside, and parts them by what a name can hold", () => {
    const said = (pieces: unknown): string | undefined =>
      namePattern.safeParse({ budget: null, pieces }).error?.issues[0]?.message;
    expect(said([pieceOf("role", { before: "_" }), pieceOf("number", { before: "_" })])).toBeUndefined();
    expect(said([pieceOf("role", { before: "_" }), pieceOf("role", { before: "_" })])).toBe(
      "each piece stands once, fixed text aside",
    );
    expect(
      said([
        pieceOf("text", { before: "_", written: "a" }),
        pieceOf("text", { before: "_", written: "b" }),
      ]),
    ).toBeUndefined();
    expect(said([pieceOf("role", { before: "/" })])).toBe(
      "pieces are parted by spaces, dots, dashes or underscores",
    );
    expect(said([pieceOf("text", { before: "", written: "a b" })])).toBe("letters and digits only");
    expect(said([])).toBeDefined();
  });

  it("cuts, letters and pads as it says, and leaves no gap at the end of what is cut", () => {
    const pattern = namePattern.parse({
      budget: null,
      pieces: [
        pieceOf("title", { before: "", join: "-", length: 8, letters: "lower" }),
        pieceOf("version", { before: "_", written: "v", pad: 3 }),
        pieceOf("date", { before: ".", date: "basic" }),
      ],
    });
    expect(compose(pattern, reader, { title: "Spring tide live", version: 7, date: "2026-09-11" })).toBe(
      "spring-t_v007.20260911",
    );
    expect(compose(pattern, reader, { title: "Spring x tide" })).toBe("spring-x");
    expect(compose(pattern, reader, { title: "Springs tide" })).toBe("springs");
    expect(compose(pattern, reader, { title: "¡…!" })).toBeNull();
  });

  it("without a piece it cannot do without gives no name", () => {
    const pattern = namePattern.parse({
      budget: null,
      pieces: [pieceOf("role", { before: "" }), pieceOf("take", { before: "_", optional: false })],
    });
    expect(compose(pattern, reader, { role: "kick" })).toBeNull();
    expect(compose(pattern, reader, { role: "kick", take: 0 })).toBe("Kick_0");
  });
});
