import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { usualHouse } from "../house/usual.ts";
import { makeReader } from "../words/reader.ts";
import { usualWords } from "../words/usual/index.ts";
import type { WordList } from "../words/wordlist.ts";
import { acceptor } from "./accepts.ts";
import { lengthsOf } from "./budget.ts";
import { compose, rateInWords } from "./compose.ts";
import { grammarOf } from "./grammar.ts";
import { parse } from "./parse.ts";
import type { Parse } from "./parse.ts";
import { PATTERN_USES, PIECES, pieceOf } from "./pattern.ts";
import type { NamePattern, Naming, Piece } from "./pattern.ts";
import { meaningInWords, readTwoWays } from "./twoWays.ts";

const whole = makeReader(usualWords());
const { names } = usualHouse("x");
const pattern = (...pieces: Piece[]): NamePattern => ({ pieces, budget: null });
const p = pieceOf;

/** A short word list, so that thousands of patterns can be gone through. */
const few: WordList = {
  ...usualWords(),
  roles: usualWords().roles.filter((r) =>
    ["kick", "kick-sub", "snare", "room", "reverb", "bus"].includes(r.id),
  ),
  positions: usualWords().positions.filter((x) =>
    ["top", "bottom", "left", "near", "legato", "lead"].includes(x.id),
  ),
};
const small = makeReader(few);

const said = (meaning: Parse): Record<string, string> =>
  Object.fromEntries(meaning.map((m) => [m.piece, m.means.join(" ") || m.text]));

describe("parsing a name by its pattern", () => {
  it("undoes composing", () => {
    const g = grammarOf(names.track, whole);
    expect(parse(g, "Kit_Room_Far_2").map(said)).toEqual([
      { owner: "drum-kit", role: "room", positions: "far", number: "2" },
    ]);
    expect(parse(g, "Snare_Top").map(said)).toEqual([{ role: "snare", positions: "top" }]);
    expect(parse(g, "Snare Top")).toEqual([]);
    expect(parse(g, "Snare_Top_02")).toEqual([]);
    expect(parse(g, "")).toEqual([]);
  });

  it("reads dates both ways ISO 8601 writes them, versions, takes and sample rates", () => {
    const files = grammarOf(
      pattern(
        p("date", { date: "basic", optional: false }),
        p("title", { join: "-", optional: false }),
        p("version", { written: "v", pad: 2 }),
        p("sampleRate"),
      ),
      whole,
    );
    expect(parse(files, "20260911_Spring-tide_v02_44k1").map(said)).toEqual([
      { date: "20260911", title: "Spring-tide", version: "v02", sampleRate: "44k1" },
    ]);
    expect(
      parse(grammarOf(names["session-folder"], whole), "2026-09-11_Spring-tide_PanYard").map(said),
    ).toEqual([{ date: "2026-09-11", title: "Spring-tide", room: "PanYard" }]);
    expect([44100, 48000, 88200, 96000, 176400, 192000].map(rateInWords)).toEqual([
      "44k1",
      "48k",
      "88k2",
      "96k",
      "176k4",
      "192k",
    ]);
    expect(parse(files, "20261399_x")).toEqual([]);
  });

  it("takes every day there is, both ways ISO 8601 writes it, and none there cannot be", () => {
    for (const date of ["basic", "extended"] as const) {
      const accepts = acceptor(grammarOf(pattern(p("date", { date, optional: false })), whole));
      fc.assert(
        fc.property(
          fc.date({ min: new Date("1900-01-01"), max: new Date("2099-12-31"), noInvalidDate: true }),
          (day) => {
            const iso = day.toISOString().slice(0, 10);
            expect([iso, accepts(date === "basic" ? iso.replaceAll("-", "") : iso)]).toEqual([iso, true]);
          },
        ),
      );
      for (const wrong of [
        "2026-13-01",
        "2026-00-10",
        "2026-01-32",
        "2026-01-00",
        "1899-01-01",
        "2100-01-01",
      ])
        expect([wrong, accepts(date === "basic" ? wrong.replaceAll("-", "") : wrong)]).toEqual([
          wrong,
          false,
        ]);
    }
  });

  const anyPiece = fc.record({
    piece: fc.constantFrom(...PIECES),
    before: fc.constantFrom("_", "-", "", " "),
    join: fc.constantFrom("_", "-", ""),
    letters: fc.constantFrom("as-written" as const, "upper" as const, "lower" as const),
    form: fc.constantFrom("full" as const, "eight" as const, "four" as const, "name" as const),
    pad: fc.constantFrom(1, 2),
    length: fc.constantFrom(null, 3, 6),
    optional: fc.boolean(),
    written: fc.constantFrom("", "x"),
    date: fc.constantFrom("basic" as const, "extended" as const),
  });
  const anyPattern = fc
    .uniqueArray(anyPiece, { selector: (x) => x.piece, minLength: 1, maxLength: 4 })
    .map((pieces) => pattern(...pieces));
  const ids = few.roles.map((r) => r.id);
  const anyNaming: fc.Arbitrary<Naming> = fc
    .record({
      role: fc.constantFrom("kick", "snare", "room", "reverb", null),
      of: fc.constantFrom("snare", "kick", null),
      positions: fc.subarray(["lead", "legato", "top", "near", "left"]),
      number: fc.constantFrom(1, 2, 12, null),
      title: fc.constantFrom("Spring tide", "Ünder 2", "a"),
      project: fc.constantFrom("MAR", "x1"),
      room: fc.constant("Pan Yard"),
      date: fc.constantFrom("2026-09-11", "2031-01-19"),
      version: fc.constantFrom(1, 14),
      take: fc.constant(3),
      sampleRate: fc.constantFrom(44100, 48000),
    })
    .map((n) => ({ ...n, of: n.role === "room" || n.role === "reverb" ? n.of : null }));

  /** What a meaning says, as it would be handed to composing. */
  const namingOf = (pat: NamePattern, meaning: Parse): Naming => {
    const what: { -readonly [K in keyof Naming]: Naming[K] } = { positions: [] };
    for (const m of meaning) {
      const piece = pat.pieces.find((x) => x.piece === m.piece)!;
      const text = m.text.slice(piece.written.length);
      switch (m.piece) {
        case "role":
          what.role = m.means[0]!;
          break;
        case "owner":
          what.of = m.means[0]!;
          break;
        case "positions":
        case "maker":
        case "articulation":
        case "flag":
          what.positions = [...what.positions!, ...m.means];
          break;
        case "number":
        case "version":
        case "take":
          what[m.piece] = Number(text);
          break;
        case "date":
          what.date =
            piece.date === "basic" ? `${text.slice(0, 4)}-${text.slice(4, 6)}-${text.slice(6)}` : text;
          break;
        case "sampleRate": {
          const [kilo, rest = "0"] = text.split("k");
          what.sampleRate = Number(kilo) * 1000 + Number(rest === "" ? 0 : rest) * 100;
          break;
        }
        case "title":
        case "project":
        case "room":
          what[m.piece] = text;
          break;
        case "text":
          break;
      }
    }
    return what;
  };

  it(
    "finds what a name was composed from among its meanings, for any pattern, and every " +
      "meaning writes the same name",
    () => {
      expect(ids).toHaveLength(6);
      fc.assert(
        fc.property(anyPattern, anyNaming, (pat, what) => {
          // Positions of more than two groups in a piece that is cut are not all spelled out; dates stand for
          // all of the first nine months.
          fc.pre(
            !pat.pieces.some((x) => x.length !== null && ["positions", "articulation"].includes(x.piece)),
          );
          // An owner without the place or path it belongs to says nothing.
          fc.pre(
            !pat.pieces.some((x) => x.piece === "owner") || pat.pieces.some((x) => x.piece === "role"),
          );
          const name = compose(pat, small, what);
          if (name === null) return;
          const grammar = grammarOf(pat, small);
          const meanings = parse(grammar, name);
          const accepts = acceptor(grammar);
          expect([accepts(name), accepts(`${name}~`), accepts(`~${name}`)]).toEqual([true, false, false]);
          expect([name, meanings.length > 0]).toEqual([name, true]);
          for (const m of meanings) expect(compose(pat, small, namingOf(pat, m))).toBe(name);
          if (meanings.length === 1 && pat.pieces.some((x) => x.piece === "role" && x.length === null))
            expect(said(meanings[0]!)["role"] ?? null).toBe(what.role);
        }),
        { numRuns: 1500 },
      );
    },
  );

  it("says a pattern can be read two ways exactly where some name can", () => {
    fc.assert(
      fc.property(
        fc
          .uniqueArray(
            anyPiece.filter((x) => !["title", "project", "room", "date", "owner"].includes(x.piece)),
            { selector: (x) => x.piece, minLength: 1, maxLength: 3 },
          )
          .map((x) => pattern(...x)),
        anyNaming,
        (pat, what) => {
          const g = grammarOf(pat, small);
          const told = readTwoWays(g);
          if (told) {
            // It is no claim without a proof: the name is one of the pattern's, and both meanings are among
            // those it has.
            const all = parse(g, told.name).map((m) => JSON.stringify(m));
            expect(all).toEqual(
              expect.arrayContaining([JSON.stringify(told.first), JSON.stringify(told.second)]),
            );
            expect(told.first).not.toEqual(told.second);
            return;
          }
          const name = compose(pat, small, what);
          if (name !== null) expect([name, parse(g, name).length]).toEqual([name, 1]);
        },
      ),
      { numRuns: 600 },
    );
  });
});

describe("patterns that could be read two ways", () => {
  const told = (pat: NamePattern): string | null => {
    const found = readTwoWays(grammarOf(pat, whole));
    return (
      found &&
      `${found.name}: ${meaningInWords(whole, found.first)} | ${meaningInWords(whole, found.second)}`
    );
  };

  it("are none of those that ship", () => {
    for (const use of PATTERN_USES) expect([use, told(names[use])]).toEqual([use, null]);
  });

  it("are said with a name and both its meanings", () => {
    expect(told(pattern(p("title", { join: "_", optional: false }), p("version")))).toBe(
      "A_1: title “A”, version “1” | title “A_1”",
    );
    expect(told(pattern(p("number", { optional: false }), p("take", { before: "" })))).toMatch(/^\d\d: /);
    expect(told(pattern(p("role", { length: 1 })))).toMatch(/^\w: role .+ \| role .+/);
  });
});

describe("how long names get", () => {
  it("is counted piece by piece, gaps included, and says where nothing bounds it", () => {
    expect(lengthsOf(pattern(p("text", { written: "abc" }), p("number", { pad: 3 })), whole)).toMatchObject(
      { most: 7, open: false },
    );
    expect(lengthsOf(pattern(p("title")), whole)).toMatchObject({ most: 60, open: true });
    expect(
      lengthsOf(names.track, whole, [{ role: "snare", positions: ["top"] }, { role: "kick" }]).example,
    ).toBe("Snare_Top");
  });

  it("is never passed by what composing gives", () =>
    fc.assert(
      fc.property(
        fc.constantFrom(...usualWords().roles.map((r) => r.id)),
        fc.constantFrom("top", "left", "legato"),
        fc.integer({ min: 1, max: 99 }),
        (role, position, number) => {
          const name = compose(names.track, whole, { role, of: null, positions: [position], number });
          expect((name ?? "").length).toBeLessThanOrEqual(lengthsOf(names.track, whole).most);
        },
      ),
      { numRuns: 100 },
    ));
});
