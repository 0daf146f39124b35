import { usualHouse } from "@mossy/core/house/usual";
import { exampleOf } from "@mossy/core/names/examples";
import { makeReader } from "@mossy/core/words/reader";
import { smallSession } from "@mossy/core/fixtures/sessions";
import { van } from "@mossy/core/fixtures/van";
import { blankInsert, processor } from "@mossy/core/session/processor";
import { describe, expect, it } from "vitest";
import { pagesOf } from "../testing/pdf.ts";
import { compare } from "@mossy/core/compare/sentences";
import { comparisonFile } from "@mossy/core/compare/out";
import { setField } from "@mossy/core/session/change";
import { apply } from "@mossy/core/session/apply";
import { comparePdf } from "./comparePdf.ts";
import { driftPdf } from "./driftPdf.ts";
import { fitPdf } from "./fitPdf.ts";
import { chainsPdf } from "./chainsPdf.ts";
import { housePdf } from "./housePdf.ts";
import { keyChartPdf } from "./keyChartPdf.ts";
import { notesPdf } from "./notesPdf.ts";
import { Paper } from "./paper.ts";

const usual = usualHouse("Saltmarsh Sound House");
const house = {
  ...usual,
  instruments: {
    ...usual.instruments,
    ways: [{ words: ["swell"], seconds: 2, key: 24, beside: 0 }],
  },
};
const made = new Date("2026-11-04T12:00:00Z");
const said = async (bytes: Uint8Array): Promise<string> => (await pagesOf(bytes)).flat().join(" ");

describe("the house style on paper", () => {
  it("has every colour, role, word, position, folder, pattern and rule, and numbers on its pages", async () => {
    const bytes = await housePdf({ house, says: "Edition 3", note: "For the wall", made });
    const pages = await pagesOf(bytes);
    const text = pages.flat().join(" ").replaceAll(/\s+/g, " ");
    for (const line of ["Saltmarsh Sound House", "Edition 3", "For the wall"]) expect(text).toContain(line);
    const { palette, words, exceptions, starts, checklist } = house;
    for (const c of palette) for (const part of [c.name, c.hex]) expect(text).toContain(part);
    for (const r of words.roles) for (const part of [r.name, r.short.full]) expect(text).toContain(part);
    for (const p of words.positions) expect(text).toContain(p.short);
    const once = (line: string): string => line.replaceAll(/\s+/g, " ");
    const squeezed = text.replaceAll(" ", "");
    for (const heard of words.roles.flatMap((r) => r.heard.map((h) => once(h.text))))
      expect(squeezed).toContain(heard.replaceAll(" ", ""));
    expect(squeezed).toContain("HousekeysC1swell,2s");
    for (const rule of [...exceptions, ...starts, ...checklist])
      expect(squeezed).toContain(once(rule.says).replaceAll(" ", ""));
    expect(text).toContain(exampleOf(house.names, makeReader(house.words), "track", "2026-11-04"));
    pages.forEach((page, n) => expect(page).toContain(`Page ${n + 1} of ${pages.length}`));
    expect(pages.length).toBeGreaterThan(3);
  });

  it("is the same file again for the same edition", async () => {
    const printed = { house, says: "Edition 3", note: "", made };
    expect(await housePdf(printed)).toEqual(await housePdf(printed));
  });
});

describe("chains on paper", () => {
  const chainOf = (name: string, many: number) => ({
    id: name.toLowerCase(),
    name,
    versions: [
      {
        version: 2,
        note: "for close voices",
        by: { id: "m", name: "Marram Vale" },
        at: made.toISOString(),
        processors: [
          processor.parse(
            blankInsert("a", "Compressor", {
              before: true,
              values: Array.from({ length: many }, (_, i) => ({
                name: `Value ${i + 1}`,
                value: `${i}.5 dB`,
              })),
            }),
          ),
          processor.parse(blankInsert("b", "EQ", { bypassed: true })),
        ],
      },
    ],
  });

  it("say every processor with every value, a chain a page, over as many pages as it takes", async () => {
    const text = await said(
      await chainsPdf([chainOf("Voice", 7), chainOf("Irons", 200)], "Saltmarsh", made),
    );
    for (const line of ["Voice", "Irons", "1. Compressor", "2. EQ", "before the recording", "bypassed"])
      expect(text).toContain(line);
    for (let n = 1; n <= 200; n++) expect(text).toContain(`Value ${n} `);
    expect(text).toContain("version 2 · Marram Vale, 4 November 2026");
    expect(
      await pagesOf(await chainsPdf([chainOf("Voice", 7), chainOf("Kit", 7)], "x", made)),
    ).toHaveLength(2);
    expect(await said(await chainsPdf([], "Saltmarsh", made))).toContain("no chain on the shelf yet");
  });
});

describe("the notes of a package on paper", () => {
  it("say what its notes as a text say, in any script", async () => {
    const session = { ...smallSession(), title: "潮汐 ♭ → Прилив", notes: "Mind the tide.\nTwice." };
    const text = await said(
      await notesPdf(
        {
          house,
          reader: makeReader(house.words),
          room: van,
          session,
          id: "s1",
          folder: "x",
          report: { adjusted: [], unplaced: [], leftOut: [{ name: "Irons" }] },
          from: "Small, release 2",
        },
        made,
      ),
    );
    for (const line of [
      "潮",
      "汐",
      "♭",
      "Прилив",
      "→",
      "Mind the tide.",
      "Twice.",
      "Left out on purpose",
      "Irons",
    ])
      expect(text).toContain(line);
    expect(text).toContain(`from Small, release 2, fitted to ${van.name}`);
  });
});

describe("a character no font has", () => {
  it("is shown as such and counted at the end, and nothing else is lost", async () => {
    const paper = new Paper("Odd", made);
    paper.say("Kick \u{e123} Snare");
    const text = await said(await paper.done());
    expect(text).toContain("Kick");
    expect(text).toContain("Snare");
    expect(text).toContain("1 character no font here has");
  });
});

describe("a comparison on paper", () => {
  const before = smallSession();
  const [track] = before.tracks;
  const compared = compare(before, apply(before, [setField(track!, "name", "Renamed")]));
  it("has what happened, every change, and what people said about it", async () => {
    const remark = {
      on: "“Renamed”",
      text: "Why this name?",
      by: "Wren Addis",
      at: "2026-06-08T12:00:00.000Z",
      done: true,
      answers: [{ text: "Edition 3 asks for it", by: "Marram Vale" }],
    };
    const text = await said(await comparePdf(comparisonFile(compared, ["then", "now"], [remark]), made));
    for (const line of [
      "From then to now",
      "1 change",
      compared.sentences[0]!.says,
      "“Renamed”, done",
      "Wren Addis, 2026-06-08: Why this name?",
      "Marram Vale: Edition 3 asks for it",
      "Change by change",
    ])
      expect(text).toContain(line);
  });

  it("says that both are the same, and nothing of remarks where there are none", async () => {
    const text = await said(await comparePdf(comparisonFile(compare(before, before), ["a", "b"]), made));
    expect(text).toContain("Both are the same.");
    expect(text).not.toContain("Remarks");
  });
});

describe("drift on paper", () => {
  const group = {
    key: "colour-off",
    name: "Colour not the house's",
    came: 12,
    back: 2,
    right: 7,
    kept: 1,
    open: 4,
    sessions: 5,
    of: 9,
    weeks: [4, 0, 8],
    since: { what: "edition" as const, number: 3, now: 4, ofNow: 5, before: 1, ofBefore: 9 },
  };
  const print = { house: "Saltmarsh", of: ["Pan Yard"], weeks: 12, made, all: group };

  it("has what became of it in all, each table with its numbers, and since when", async () => {
    const tables = [
      { title: "By rule", rows: [group] },
      { title: "By room", rows: [] },
    ];
    const text = await said(await driftPdf({ ...print, tables }));
    for (const line of [
      "Drift, 12 weeks to 4 November 2026",
      "Saltmarsh · Pan Yard",
      "12 things came in other than the house has it, in 5 of 9 sessions.",
      "7 were put right, 1 were let stand, 4 are still off; 2 had been put right before and came back.",
      "Colour not the house's 12 5 of 9 7 2 4",
      "Since edition 3 in 4 of 5 sessions, before in 1 of 9.",
      "By room Nothing.",
    ])
      expect(text).toContain(line);
  });

  it("goes on over as many pages as it takes, with every line", async () => {
    const rows = Array.from({ length: 150 }, (_, n) => ({ ...group, key: `${n}`, name: `Room ${n + 1}.` }));
    const pages = await pagesOf(await driftPdf({ ...print, tables: [{ title: "By room", rows }] }));
    expect(pages.length).toBeGreaterThan(2);
    const text = pages.flat().join(" ");
    for (const r of rows) expect(text).toContain(r.name);
  });
});

describe("a fit on paper", () => {
  const plain = {
    of: "Choir, release 5",
    room: "Ferry Van",
    house: "Saltmarsh",
    made,
    fits: 1,
    lines: [],
    adjusted: [],
    unplaced: [],
    leftOut: [],
    ways: [],
    devices: [],
    load: null,
  };

  it("says what is otherwise under what it is about, what has no place and why, what would help", async () => {
    const text = await said(
      await fitPdf({
        ...plain,
        adjusted: [{ what: "Input", lines: ["Kick: 9 is 5 here"] }],
        unplaced: [{ why: "No input is free.", names: ["Aud_L", "Aud_R"] }],
        leftOut: ["Bell"],
        ways: ["With the stage box: all fits"],
        devices: ["EQ, on 3 tracks: bypassed."],
        load: "It costs 40 of 70 in load.",
      }),
    );
    for (const line of [
      "1 source as they are, 1 adjusted, 2 cannot be placed, 1 left out. It costs 40 of 70 in load.",
      "Cannot be placed – Aud_L, Aud_R: No input is free.",
      "What would help – With the stage box: all fits",
      "Left out – Bell",
      "Devices that are not installed – EQ, on 3 tracks: bypassed.",
      "Adjusted: Input – Kick: 9 is 5 here",
    ])
      expect(text).toContain(line);
  });

  it("says nothing of what there is none of", async () => {
    const text = await said(await fitPdf(plain));
    expect(text).toContain("1 source as they are, 0 adjusted, 0 cannot be placed.");
    for (const none of ["What would help", "Left out", "Devices", "Inputs", "It costs"])
      expect(text).not.toContain(none);
  });
});

describe("the chart of house keys on paper", () => {
  const chart = {
    keys: [{ key: "C0", plays: "legato", on: 3 }],
    tracks: Array.from({ length: 60 }, (_, n) => ({
      track: `Vln_${n}`,
      says: "Tideline Strings, Violins 1 · 62 ms, 2976 samples earlier",
      lines: [
        { key: "C0", plays: "legato", calls: "C♯0", volume: "84, −7.2 dB" },
        { key: "", plays: "swell, 2 s", calls: "controller 32 at 0–9", volume: "" },
      ],
    })),
  };

  it("has each key, then track by track what the library wants itself, on as many pages as it takes", async () => {
    const pages = await pagesOf(await keyChartPdf({ title: "Festival", says: "Saltmarsh", chart, made }));
    expect(pages.length).toBeGreaterThan(3);
    expect(pages[0]?.join(" ")).toContain("legato");
    // Signs of another font stand by themselves.
    const text = pages.flat().join("");
    for (const said of ["Vln_0", "Vln_59", "C♯0", "controller 7 at 84, −7.2 dB", "controller 32 at 0–9"])
      expect(text).toContain(said);
    const none = await pagesOf(
      await keyChartPdf({ title: "Festival", says: "", chart: { keys: [], tracks: [] }, made }),
    );
    expect(none.flat().join(" ")).toContain("The house has no keys for what plays here.");
  });
});
