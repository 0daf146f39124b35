import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { audit } from "../disk/audit.ts";
import { sessionFolder } from "../disk/sessionFolder.ts";
import { usualHouse } from "../house/usual.ts";
import type { House } from "../house/house.ts";
import { makeReader } from "../words/reader.ts";
import { nameProblems } from "./disk.ts";
import { diskName, diskNameWithEnding } from "./onDisk.ts";

const portable = usualHouse("x");
const asWritten: House = { ...portable, disk: { ...portable.disk, script: "as-written" } };
const reader = makeReader(portable.words);
const day = new Date("2026-09-11T10:00:00Z");
const folder = (house: House, title: string, room = "Pan Yard"): string =>
  sessionFolder(house, reader, title, room, day);

describe("a name on disk", () => {
  it("in Latin letters says what a title of any script sounds like; date and room stay in", () => {
    // The spellings are those of the package any-ascii, whose table is published; ours is what joins them.
    for (const [title, said] of [
      ["Прилив живьём", "Priliv-zhivem"],
      ["潮汐之歌", "ChaoXiZhiGe"],
      ["바다의 노래", "BaDaUi-NoLae"],
      ["Θάλασσα", "Thalassa"],
      ["Łódź & Straße", "Lodz-Strasse"],
      ["Café, la nuit", "Cafe-la-nuit"],
      ["🥁", "drum"],
      ["♭♯", "b"],
      ["\u{e123}", "Session"],
    ] as const)
      expect([title, folder(portable, title)]).toEqual([
        title,
        expect.stringContaining(`2026-09-11_${said}`),
      ]);
    expect(folder(portable, "潮", "音の庭")).toMatch(/^2026-09-11_Chao_[A-Za-z]+$/);
  });

  it("as written keeps the letters, and leaves out only what some system refuses", () => {
    for (const [title, said] of [
      ["Прилив: живьём?", "2026-09-11_Прилив-живьём_PanYard"],
      ["潮汐之歌", "2026-09-11_潮汐之歌_PanYard"],
      ["शांति/गीत", "2026-09-11_शांति-गीत_PanYard"],
      ["Café, la nuit", "2026-09-11_Café-la-nuit_PanYard"],
      ["🥁", "2026-09-11_drum_PanYard"],
    ] as const)
      expect(folder(asWritten, title)).toBe(said);
    expect(diskName("con", "as-written")).toBe("con_");
    expect(diskNameWithEnding("潮 1?.WAV", "as-written")).toBe("潮_1.wav");
    expect(diskNameWithEnding("潮 1?.WAV", "portable")).toBe("Chao_1.wav");
    // An ending of signs alone leaves no dot behind.
    expect(diskNameWithEnding("Tide.!", "as-written")).toBe("Tide.dat");
    expect(diskNameWithEnding(" .⛩", "as-written")).toMatch(/^[^.]+\.[a-z]{1,11}$/);
  });

  it("is no device's, in whatever letters: with an ending it still would be one", () => {
    for (const device of ["con", "AUX", "com1", "COM¹", "lpt³"])
      for (const behind of ["", ".wav", ".é", ".日本", ".日本.wav"])
        for (const script of ["portable", "as-written"] as const)
          for (const name of [
            diskName(device + behind, script),
            diskNameWithEnding(device + behind, script),
          ])
            expect([name, nameProblems(name).map((p) => p.sort)]).toEqual([
              name,
              script === "portable" ? [] : expect.not.arrayContaining(["reserved"]),
            ]);
  });

  it("can be stored everywhere, whatever it is made from, and is never called unnamed twice", () => {
    const text = fc.oneof(
      fc.string({ unit: "grapheme", maxLength: 300 }),
      fc.constantFrom("", "...", "CON", "aux.txt", "a/b\\c", "🏴‍☠️".repeat(60), "深".repeat(300)),
    );
    fc.assert(
      fc.property(text, (title) => {
        for (const house of [portable, asWritten]) {
          const named = folder(house, title);
          const off = nameProblems(named).filter((p) => house === portable || p.sort !== "not-portable");
          expect([title, named, off]).toEqual([title, named, []]);
          expect(named).toMatch(/^2026-09-11_.+/u);
          expect(named).not.toContain("unnamed");
        }
      }),
      { numRuns: 400 },
    );
  });
});

describe("a disk looked through", () => {
  const files = (...names: string[]) => [
    { path: "Audio", folder: true, size: null },
    ...names.map((n) => ({ path: `Audio/${n}`, folder: false, size: 9 })),
  ];
  const found = (house: House, ...names: string[]) =>
    audit(house, reader, files(...names), "project").findings.filter((f) => f.path.startsWith("Audio/"));

  it("of a house that writes titles as they are lets other scripts be, and keeps them where it puts right", () => {
    const notes = (house: House, name: string) =>
      audit(house, reader, [{ path: `Notes/${name}`, folder: false, size: 9 }], "project").findings.filter(
        (f) => f.path.startsWith("Notes/"),
      );
    expect(notes(asWritten, "潮汐.txt")).toEqual([]);
    expect(notes(portable, "潮汐.txt")[0]).toMatchObject({ sort: "unsafe", right: { name: "ChaoXi.txt" } });
    expect(notes(asWritten, "潮汐?.txt")[0]).toMatchObject({ sort: "unsafe", right: { name: "潮汐.txt" } });
  });

  it("gives no two files the same new name", () => {
    const rights = found(portable, "Snare top take 3.wav", "snare TOP take 03.wav").map(
      (f) => f.right?.name ?? null,
    );
    // The second is told that the first becomes it, and after it only that it is not portable.
    expect(rights.filter((r) => r === "Snare_Top_T03.wav")).toHaveLength(1);
    expect(found(portable, "Snare top take 3.wav", "snare TOP take 03.wav")[1]?.says).toContain(
      "becomes that",
    );
  });
});
