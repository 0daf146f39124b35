import { describe, expect, it } from "vitest";
import { blankHouse, isBlank } from "../house/blank.ts";
import { folderOf, house as houseSchema } from "../house/house.ts";
import { check } from "../check/check.ts";
import { dress } from "../house/dress.ts";
import { makeStyle } from "../house/style.ts";
import { STARTERS } from "../house/starters.ts";
import { smallSession } from "../fixtures/sessions.ts";
import { readHouseFile, writeHouseFile } from "./houseFile.ts";

describe("a house style as a file", () => {
  it("comes back as it went, for every starter and for a house that says nothing yet", () => {
    for (const house of [...STARTERS.map((s) => s.make("Gannet Quay")), blankHouse("Gannet Quay")])
      expect(readHouseFile(`\ufeff${writeHouseFile(house)}`)).toEqual(house);
  });

  it("is refused with what is off and where", () => {
    const house = STARTERS[0]!.make("x");
    for (const [text, says] of [
      ["{", "not JSON"],
      ["{}", "no house style"],
      ['{"format":"something/else"}', "no house style"],
      [writeHouseFile({ ...house, palette: [] }), "at palette"],
      [writeHouseFile({ ...house, folders: [folderOf("no-such-role", [])] }), "no role “no-such-role”"],
      ["x".repeat(9_000_000), "larger than any"],
    ] as const)
      expect(() => readHouseFile(text)).toThrow(says);
    expect(() => readHouseFile(JSON.stringify({ ...house, version: 99 }))).toThrow("later version");
  });
});

describe("a house that says nothing yet", () => {
  it("holds together, wants nothing of a session and finds no name it does not know an error", () => {
    const blank = blankHouse("Gannet Quay");
    expect(houseSchema.safeParse(blank).error?.issues ?? []).toEqual([]);
    expect([isBlank(blank), isBlank(STARTERS[0]!.make("x"))]).toEqual([true, false]);
    const style = makeStyle(blank);
    expect(dress(style, smallSession()).filter((c) => c.do === "set" && c.field === "name")).toEqual([]);
    expect(() => check(style, smallSession())).not.toThrow();
  });

  it("takes folders twenty deep and no deeper", () => {
    const usual = STARTERS[0]!.make("x");
    const roles = usual.words.roles.slice(0, 21).map((r) => r.id);
    const deep = (many: number) =>
      roles
        .slice(0, many)
        .reduceRight((inside, role) => [folderOf(role, [], inside)], [] as ReturnType<typeof folderOf>[]);
    const says = (many: number) =>
      houseSchema
        .safeParse({ ...usual, folders: deep(many), exceptions: [] })
        .error?.issues.map((i) => i.message) ?? [];
    expect(says(20)).toEqual([]);
    expect(says(21)).toEqual(["folders stand inside each other more than 20 deep"]);
  });
});
