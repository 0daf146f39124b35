import { describe, expect, it } from "vitest";
import { tablesIn } from "../formats/tableFile.ts";
import { csvOf } from "../formats/table.ts";
import { xlsxOf } from "../formats/spreadsheet.ts";
import { usualHouse } from "../house/usual.ts";
import { makeReader } from "../words/reader.ts";
import { lookedFor } from "./find.ts";
import { laidOver, libraryDifferences, takenOver } from "./issues.ts";
import { blankArticulation, blankLibrary, blankPatch, sampleLibrary } from "./library.ts";
import type { SampleLibrary } from "./library.ts";
import { playedIn, playedInWords, playedTyped, playerIn, playerInWords } from "./players.ts";
import { libraryTable, madeOf, readLibraryTable } from "./table.ts";

const reader = makeReader(usualHouse("Any house").words);
let count = 0;
const newId = (): string => `n${count++}`;

const tidal = (): SampleLibrary => ({
  ...blankLibrary("Tidal"),
  issue: "1.0",
  patches: [
    {
      ...blankPatch("v1", "Violins 1"),
      at: "V1.patch",
      role: "violin",
      positions: ["first-section"],
      low: 55,
      high: 100,
      sounds: 0,
      dynamics: 1,
      memory: 410,
      load: 11.5,
      voices: 300,
      articulations: [
        {
          ...blankArticulation("v1-l", "Long"),
          words: ["sustain"],
          called: [{ by: "key", low: 12, high: 12, held: false }],
          lag: 62,
          lagBy: [{ velocity: 30, ms: 90.5 }],
          loudness: -20.5,
          low: 60,
          high: 90,
          tail: 1.1,
          soundsOut: true,
        },
        { ...blankArticulation("v1-s", "Swell"), words: ["swell"], seconds: 4 },
      ],
    },
    { ...blankPatch("db", "Basses"), role: "double-bass", sounds: -12, dynamics: "velocity" },
  ],
});

describe("a library as a table", () => {
  it("loses nothing on the way out and back, as CSV and as a spreadsheet", async () => {
    const list = libraryTable(reader, "Tidal", tidal().patches);
    const bare = (patches: SampleLibrary["patches"]) =>
      patches.map((p) => ({ ...p, id: "", articulations: p.articulations.map((a) => ({ ...a, id: "" })) }));
    for (const file of [csvOf(list), await tablesIn("tidal.xlsx", xlsxOf([list]))])
      expect(bare(madeOf(readLibraryTable(reader, file), newId))).toEqual(bare(tidal().patches));
  });

  it("is read under the heads people use, with players and ways of playing from the names", () => {
    const said = readLibraryTable(
      reader,
      "Instrument;Technique;KS;Delay\nViolins 1;Spiccato con sord;C0;35\n;Harmonics;D0;\nHorn 2;;;\n",
    );
    expect(said.map((p) => [p.name, p.guessed.role, p.guessed.number])).toEqual([
      ["Violins 1", "violin", null],
      ["Horn 2", "french-horn", 2],
    ]);
    const [one, two] = said[0]!.articulations;
    expect(one!.guessed.words).toEqual(["spiccato", "muted"]);
    expect(one!.said).toMatchObject({ lag: 35, called: [{ low: 12 }] });
    expect(two!.guessed.words).toEqual(["harmonics"]);
    expect(two!.said).toMatchObject({ called: [{ low: 14 }] });
    const [made] = madeOf(said, newId);
    expect([made?.role, made?.articulations.map((a) => a.words)]).toEqual([
      "violin",
      [["spiccato", "muted"], ["harmonics"]],
    ]);
    expect("lag" in two!.said).toBe(false);
  });

  it("has keys where its maker's middle C lies", () => {
    const low = (middle: 3 | 4) =>
      readLibraryTable(reader, "Patch,Articulation,KS\nViola,Long,C1\n", middle)[0]!.articulations[0]!.said
        .called;
    expect([low(4), low(3)]).toMatchObject([[{ low: 24 }], [{ low: 36 }]]);
  });

  it("says in which line something cannot be", () => {
    const read = (text: string) => () => readLibraryTable(reader, text);
    expect(read("Patch,Articulation,Lag\nViola,Long,20\nViola,Short,soon\n")).toThrow(
      /^Line 3: column “lag”: A lag/,
    );
    expect(read("Patch,Articulation\nViola,Long\nViola,Long\n")).toThrow(/Line 3: .*twice/);
    expect(read("Patch,Articulation\n,Long\n")).toThrow(/Line 2: .*no patch/);
    expect(read("Articulation\nLong\n")).toThrow(/“Patch”/);
  });
});

describe("two issues of a library", () => {
  const next = "Patch,Articulation,Lag ms\nviolins  1,long,58\nViolins 1,Col legno,22\nViola,Long,70\n";
  const other = () => laidOver(tidal(), readLibraryTable(reader, next), newId);
  const differ = () => libraryDifferences(reader, tidal(), other());

  it("are compared line by line: what is new, gone, and which values are others", () => {
    expect(differ().map((d) => [d.what, d.patch, d.articulation, d.cells])).toEqual([
      ["changed", "Violins 1", "Long", [{ cell: "lag", was: "62, 90.5 at 30", is: "58" }]],
      ["new", "Violins 1", "Col legno", []],
      ["gone", "Violins 1", "Swell", []],
      ["new", "Viola", null, []],
      ["gone", "Basses", null, []],
    ]);
  });

  it("leave what a list says nothing of as it is", () => {
    const [v1] = other().patches;
    expect(v1).toMatchObject({ id: "v1", at: "V1.patch", memory: 410, role: "violin" });
    expect(v1?.articulations[0]).toMatchObject({ id: "v1-l", loudness: -20.5, soundsOut: true });
    const same = laidOver(
      tidal(),
      readLibraryTable(reader, csvOf(libraryTable(reader, "", tidal().patches))),
      newId,
    );
    expect(libraryDifferences(reader, tidal(), same)).toEqual([]);
  });

  it("never set back what somebody put right by what a name lets one think", () => {
    const right = tidal();
    const [v1, db] = right.patches;
    const put: SampleLibrary = {
      ...right,
      patches: [
        { ...v1!, role: "viola", articulations: [{ ...v1!.articulations[0]!, words: ["tremolo"] }] },
        db!,
      ],
    };
    const list = "Patch,Articulation,Lag\nViolins 1,Long,62\nBasses,,\n";
    const laid = laidOver(put, readLibraryTable(reader, list), newId).patches[0];
    expect([laid?.role, laid?.articulations[0]?.words]).toEqual(["viola", ["tremolo"]]);
    const said = "Patch,Player,Articulation,Word\nViolins 1,Violin,Long,Pizzicato\n";
    const over = laidOver(put, readLibraryTable(reader, said), newId).patches[0];
    expect([over?.role, over?.articulations[0]?.words]).toEqual(["violin", ["pizzicato"]]);
  });

  it("are taken over as far as somebody says, the rest stays", () => {
    const laid = other();
    const all = libraryDifferences(reader, tidal(), laid);
    const take = (...which: number[]): SampleLibrary => {
      const ids = new Set(which.map((n) => all[n]!.id));
      return sampleLibrary.parse({ ...tidal(), patches: takenOver(tidal(), laid, ids) });
    };
    expect(take()).toEqual(tidal());
    const some = take(0, 1);
    expect(some.patches.map((p) => p.name)).toEqual(["Violins 1", "Basses"]);
    expect(some.patches[0]?.articulations.map((a) => [a.name, a.lag])).toEqual([
      ["Long", 58],
      ["Col legno", 22],
      ["Swell", null],
    ]);
    const everything = take(...all.keys());
    expect({ ...everything, patches: [...everything.patches] }).toEqual(laid);
  });
});

describe("players and ways of playing", () => {
  it("are read from names, and from what they are said as", () => {
    for (const [name, says] of [
      ["Violins 1", "Violin, first section"],
      ["Horn 2", "French horn 2"],
      ["Celli long", "Cello"],
      ["Bass Trombone", "Bass trombone"],
    ] as const) {
      const player = playerIn(reader, name)!;
      expect(playerInWords(reader, player)).toBe(says);
      expect(playerIn(reader, says)).toEqual(player);
    }
    expect(playerIn(reader, "Xyzzy")).toBeNull();
    for (const [name, says] of [
      ["Long con sord", "sustain, muted"],
      ["Swell 4 s", "swell, 4 s"],
      ["Tremolo sul pont", "tremolo, sul ponticello"],
      ["Runs", ""],
    ] as const) {
      const played = playedIn(reader, name);
      expect(playedInWords(reader, played)).toBe(says);
      expect(playedTyped(reader, says)).toEqual(played);
    }
    expect(playedTyped(reader, "tremolo, quacking")).toBeNull();
  });

  it("are looked for as people ask", () => {
    const ask = (text: string) => lookedFor(reader, text).map((w) => [w.text, w.roles.length, w.marks]);
    expect(ask("Who has a flutter tongue?")).toEqual([["flutter tongue", 0, ["flutter-tongue"]]]);
    expect(ask("muted horns")).toEqual([
      ["muted", 0, ["muted"]],
      ["horns", 1, []],
    ]);
    const [strings] = lookedFor(reader, "strings");
    expect(strings?.roles).toEqual(expect.arrayContaining(["violin", "viola", "cello", "double-bass"]));
    expect(ask("tideline 2.1").map(([t]) => t)).toEqual(["tideline", "2", "1"]);
    expect(ask("  ")).toEqual([]);
    // A word of a way of playing, or only its beginning, as one types.
    for (const typed of ["flutter", "flutt"]) expect(ask(typed)).toEqual([[typed, 0, ["flutter-tongue"]]]);
    expect(lookedFor(reader, "violi")[0]?.roles).toEqual(expect.arrayContaining(["violin"]));
    expect(ask("qqq")).toEqual([["qqq", 0, []]]);
  });
});

describe("a sample library", () => {
  it("does not hold together with ids twice, or ranges upside down", () => {
    const [v1, db] = tidal().patches;
    const faults: readonly (readonly [SampleLibrary["patches"], RegExp])[] = [
      [[v1!, { ...db!, id: "v1" }], /Basses.*twice/],
      [[{ ...db!, low: 60 }], /range of “Basses”/],
      [[{ ...v1!, articulations: [{ ...v1!.articulations[0]!, low: 90, high: 60 }] }], /range of “Long”/],
    ];
    for (const [patches, says] of faults) {
      const read = sampleLibrary.safeParse({ ...tidal(), patches });
      expect(read.error?.issues[0]?.message).toMatch(says);
    }
    expect(sampleLibrary.safeParse(tidal()).success).toBe(true);
  });
});
