import { describe, expect, it } from "vitest";
import { makeReader } from "../words/reader.ts";
import { readName } from "../words/read.ts";
import { differences } from "./differences.ts";
import {
  addFamily,
  addRole,
  heardFromText,
  mergeRoles,
  moveRole,
  removeFamily,
  removeRole,
  shortFormsFor,
  teach,
  usesOf,
  withFamily,
  withPalette,
  withRole,
} from "./edit.ts";
import { house as houseSchema } from "./house.ts";
import type { House } from "./house.ts";
import { makeStyle } from "./style.ts";
import { pieceOf } from "../names/pattern.ts";
import { usualHouse } from "./usual.ts";

const house = usualHouse("Test");

describe("editing the draft of the house style", () => {
  it("adds a role that is read at once, at the end of its family", () => {
    const made = addRole(house, {
      name: "Tide harp",
      family: "folk",
      short: shortFormsFor("Tide harp"),
      heard: "mud harp, shore harp",
    });
    if ("problem" in made) throw new Error(made.problem);
    expect(houseSchema.safeParse(made.house).success).toBe(true);
    expect(readName(makeStyle(made.house).reader, "mud harp 2")).toMatchObject({
      role: "tide-harp",
      number: 2,
      sure: true,
    });
    expect(made.house.words.roles.filter((r) => r.family === "folk").at(-1)?.id).toBe("tide-harp");
    expect(differences(house, made.house)).toEqual(["New role Tide harp."]);
  });

  it("says why a role cannot be added", () => {
    expect(
      addRole(house, { name: "Kick", family: "kit", short: shortFormsFor("Kick"), heard: "" }),
    ).toEqual({ problem: "That does not work: the id “kick” is used twice." });
    expect(
      addRole(house, { name: "  ", family: "kit", short: shortFormsFor("x"), heard: "" }),
    ).toHaveProperty("problem");
  });

  it("begins short forms that fit their lengths", () => {
    for (const name of [
      "Double second",
      "Conch",
      "Bass",
      "Éclat de verre",
      "A very long name of something",
    ]) {
      const { full, eight, four } = shortFormsFor(name);
      expect([full.length <= 12, eight.length <= 8, four.length <= 4, four.length > 0]).toEqual([
        true,
        true,
        true,
        true,
      ]);
    }
    expect(shortFormsFor("Double second")).toEqual({
      full: "DoubleSecond",
      eight: "DblScnd",
      four: "DblS",
    });
  });

  it("keeps what a heard name knew, and takes each once", () =>
    expect(
      heardFromText("bass, Bass, low one", [{ text: "bass", within: "choir", doubtful: false }]),
    ).toEqual([
      { text: "bass", within: "choir", doubtful: false },
      { text: "low one", within: null, doubtful: false },
    ]));

  it("says in sentences what differs", () => {
    const after = withRole(withFamily(house, "pans", { colour: "rose" }), "kick", {
      short: { full: "Kik", eight: "Kick", four: "Kik" },
      heard: [],
    });
    expect(differences(house, after)).toEqual([
      "Pans: colour Saffron becomes Rose.",
      "Kick: short form Kick becomes Kik.",
      expect.stringMatching(/^Kick: no longer heard as “kick drum”/),
    ]);
    expect(differences(house, house)).toEqual([]);
  });

  it("moves a role to another family, where it reads and colours as that family's", () => {
    const after = moveRole(house, "hand-drums", "percussion");
    expect(houseSchema.safeParse(after).success).toBe(true);
    expect(after.words.roles.filter((r) => r.family === "percussion").at(-1)?.id).toBe("hand-drums");
    expect(differences(house, after)).toEqual(["Hand drums moves to Percussion."]);
    expect(moveRole(after, "hand-drums", "percussion")).toBe(after);
  });

  it(
    "merges two roles: everything the one was called is heard as the other, and nothing " +
      "points at what is gone",
    () => {
      const after = mergeRoles(house, "rack-tom", "tom");
      expect(houseSchema.safeParse(after).success).toBe(true);
      const { reader } = makeStyle(after);
      for (const name of ["Rack Tom 2", "RackTom", "rack 1"])
        expect([name, readName(reader, name).role]).toEqual([name, "tom"]);
      const folderless = mergeRoles(house, "yard", "ambience");
      expect(houseSchema.safeParse(folderless).success).toBe(true);
      expect(folderless.folders.some((f) => f.role === "yard")).toBe(false);
    },
  );

  it("takes a role out, unless a folder is named by it", () => {
    const out = removeRole(house, "anvil");
    expect("house" in out && out.house.words.roles.some((r) => r.id === "anvil")).toBe(false);
    expect(removeRole(house, "pans")).toEqual({
      problem: expect.stringContaining("A folder of the house order"),
    });
  });

  it("teaches a word once, here or everywhere", () => {
    const after = teach(house, "conga", "gonza", "engine");
    expect(readName(makeReader(after.words), "gonza 2", { families: ["engine"] })).toMatchObject({
      role: "conga",
      sure: true,
    });
    expect(readName(makeReader(after.words), "gonza 2").sure).toBe(false);
    expect(teach(after, "conga", "Gonza", "engine")).toBe(after);
  });

  it("says what changed in patterns, folders, starting values and disk", () => {
    const after: House = {
      ...house,
      folderFrom: 3,
      disk: { ...house.disk, longest: 200, project: house.disk.project.slice(1) },
      names: { ...house.names, folder: { pieces: [pieceOf("role")], budget: null } },
      starts: house.starts.slice(1),
      folders: house.folders.slice(0, 2),
    };
    expect(differences(house, after)).toEqual([
      "Names of a folder: short form.",
      "Order and folders: Pans, Engine room (Drum kit).",
      "A folder is made from 3 tracks on, not 2.",
      "Starting value gone: a snare's bottom mic is inverted against the top one.",
      "Paths may have 200 characters, not 260.",
      "Folders gone in a project: Audio.",
    ]);
  });

  it("takes one more family, which can be left again once nothing speaks of it", () => {
    const made = addFamily(house, "Shore sounds");
    if ("problem" in made) throw new Error(made.problem);
    expect(houseSchema.safeParse(made.house).success).toBe(true);
    expect(made.house.words.families.at(-1)).toMatchObject({ id: "shore-sounds", name: "Shore sounds" });
    expect(removeFamily(made.house, "shore-sounds")).toEqual({ house });
    expect(addFamily(house, "Drum kit")).toEqual({
      problem: "That does not work: “Drum kit” stands in the list twice.",
    });
    expect(removeFamily(house, "kit")).toMatchObject({
      problem: expect.stringContaining("Move them to another family first") as string,
    });
    const moved = {
      ...house,
      words: {
        ...house.words,
        roles: house.words.roles.map((r) => (r.family === "folk" ? { ...r, family: "guitars" } : r)),
      },
    };
    expect(removeFamily(moved, "folk")).toMatchObject({
      problem: expect.stringContaining("folders") as string,
    });
  });

  it("takes a palette over: known names take the value, others are added under ids of their own", () => {
    const after = withPalette(house, [
      { name: "saffron", hex: "#112233" },
      { name: "Buoy red", hex: "#ff0000" },
      { name: "Buoy  red", hex: "#fe0000" },
    ]);
    expect(houseSchema.safeParse(after).success).toBe(true);
    expect(after.palette.find((c) => c.id === "saffron")).toMatchObject({
      name: "Saffron",
      hex: "#112233",
    });
    expect(after.palette.slice(-2).map((c) => c.id)).toEqual(["buoy-red", "buoy-red-2"]);
    expect(differences(house, after)).toEqual([
      "Saffron: #e1a520 becomes #112233.",
      "New colour Buoy red (#ff0000).",
      "New colour Buoy  red (#fe0000).",
    ]);
    expect(usesOf(house, "amber")).toEqual({ families: [], roles: 3 });
  });
});
