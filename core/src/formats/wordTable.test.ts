import { describe, expect, it } from "vitest";
import { differences } from "../house/differences.ts";
import { withRole } from "../house/edit.ts";
import { usualHouse } from "../house/usual.ts";
import { wordsFromCsv, wordsTable } from "./wordTable.ts";
import { csvOf } from "./table.ts";

const house = usualHouse("Test");
const HEAD = "Family,Role,Short form,8 letters,4 letters,Heard as";

describe("the word list as CSV", () => {
  it("comes back as it went, with where a word holds and which are doubtful", () => {
    expect(wordsFromCsv(house, csvOf(wordsTable(house)))).toEqual(house);
    const odd = withRole(house, "kick", {
      heard: [
        { text: "=boom", within: null, doubtful: false },
        { text: "thud", within: "kit", doubtful: true },
      ],
    });
    expect(wordsFromCsv(house, csvOf(wordsTable(odd)))).toEqual(odd);
    expect(csvOf(wordsTable(odd))).not.toMatch(/(^|,)"?[=+@-]/m);
  });

  it(
    "changes known roles, adds new ones, and leaves the rest alone; what would " +
      "change can be said before",
    () => {
      const after = wordsFromCsv(
        house,
        `${HEAD}\nEngine room,Bilge drum,BilgeDr,BlgDrm,BDrm,"hull drum, keel knock"\nDrum ` +
          `kit,Kick,Kik,Kik,Kik,kick drum\n`,
      );
      expect(differences(house, after)).toEqual(
        expect.arrayContaining([
          "New role Bilge drum.",
          "Kick: short form Kick becomes Kik, Kick becomes Kik.",
        ]),
      );
      expect(after.words.roles.length).toBe(house.words.roles.length + 1);
    },
  );

  it("carries how much a role is wanted where inputs are few, and refuses a word for that it does not know", () => {
    const more = `${HEAD},Importance\n`;
    const after = wordsFromCsv(
      house,
      `${more}Drum kit,Kick,Kick,Kick,Kik,kick drum,May\nDrum kit,Snare,Snare,Snare,Snr,snare,\n`,
    );
    const of = (id: string) => after.words.roles.find((r) => r.id === id)?.importance;
    expect([of("kick"), of("snare"), of("lead-vocal")]).toEqual(["may", "should", "must"]);
    expect(() => wordsFromCsv(house, `${more}Drum kit,Kick,Kick,Kick,Kik,kick drum,urgent\n`)).toThrow(
      /^Line 2: .*importance/,
    );
  });

  it("carries what a role usually is, where the columns are there, and leaves it where they are not", () => {
    const more = `${HEAD},Source,Format,Positions\n`;
    const after = wordsFromCsv(
      house,
      `${more}Drum kit,Kick,Kick,Kick,Kik,kick ` +
        `drum,DI,stereo,"in, ` +
        `out"\nKeys,Piano,Pno,Pno,Pno,piano,instrument,as the main path,\n`,
    );
    expect(after.words.roles.find((r) => r.id === "kick")).toMatchObject({
      source: "di",
      format: "stereo",
      positions: ["in", "out"],
      kind: "audio",
    });
    expect(after.words.roles.find((r) => r.id === "piano")).toMatchObject({
      source: null,
      format: null,
      kind: "instrument",
      positions: [],
    });
    const kept = wordsFromCsv(house, `${HEAD}\nDrum kit,Kick,Kick,Kick,Kik,kick drum\n`);
    expect(kept.words.roles.find((r) => r.id === "kick")?.positions).toEqual(
      house.words.roles.find((r) => r.id === "kick")?.positions,
    );
    expect(() =>
      wordsFromCsv(house, `${more}Drum kit,Kick,Kick,Kick,Kik,kick drum,trumpet,mono,\n`),
    ).toThrow(/^Line 2: source/);
    expect(() =>
      wordsFromCsv(house, `${more}Drum kit,Kick,Kick,Kick,Kik,kick drum,mic,octaphone,\n`),
    ).toThrow(/^Line 2: format/);
    expect(() =>
      wordsFromCsv(house, `${more}Drum kit,Kick,Kick,Kick,Kik,kick drum,mic,mono,nowhere\n`),
    ).toThrow("there is no position “nowhere”");
  });

  it("reads columns in any order and any case", () => {
    const after = wordsFromCsv(
      house,
      "role,FAMILY,4 letters,8 letters,short form,heard as\nKick,drum kit,K,Kk,Kkk,boom\n",
    );
    expect(after.words.roles.find((r) => r.id === "kick")?.short).toEqual({
      full: "Kkk",
      eight: "Kk",
      four: "K",
    });
  });

  it.each<[string, string, RegExp]>([
    [
      "wrong columns",
      "Name,Colour\nKick,red",
      /“Family”, “Short form”, “8 letters”, “4 letters”, “Heard as” are missing. They are “Family”, “Role”, “Short form”/,
    ],
    [
      "an unknown family",
      `${HEAD}\nDrum kit,Kick,K,K,K,x\nSpoons,Ladle,L,L,L,x`,
      /^Line 3: there is no family “Spoons”/,
    ],
    ["no name", `${HEAD}\nDrum kit,,K,K,K,x`, /^Line 2: the role has no name/],
    ["a short form that is too long", `${HEAD}\nDrum kit,Kick,K,K,TooLong,x`, /^Line 2: short four/],
    ["an empty short form", `${HEAD}\nDrum kit,Kick,,K,K,x`, /^Line 2: short full/],
    [
      "a family nobody knows behind a word",
      `${HEAD}\nDrum kit,Kick,K,K,K,boom@No Where`,
      /^Line 2: “boom@No Where” cannot be a heard name/,
    ],
    ["an open quote", `${HEAD}\nDrum kit,"Kick,K,K,K,x`, /a quote is opened and never closed/],
    ["a picture", "\u0089PNG\r\n\u001a", /No line of the file has the heads of this list/],
  ])("refuses %s, naming the line, and changes nothing", (_what, text, message) => {
    const before = structuredClone(house);
    expect(() => wordsFromCsv(house, text)).toThrow(message);
    expect(house).toEqual(before);
  });
});
