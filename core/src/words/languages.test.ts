import { describe, expect, it } from "vitest";
import { readName } from "./read.ts";
import { makeReader } from "./reader.ts";
import { usualWords } from "./usual/index.ts";
import { ELSEWHERE } from "./usual/languages.ts";

const words = usualWords();
const reader = makeReader(words);

describe("words of other languages", () => {
  it.each<[string, string, string[], number | null]>([
    ["Geige 2", "violin", [], 2],
    ["Caisse claire dessus", "snare", ["top"], null],
    ["Batería", "kit", [], null],
    ["Accordéon G", "accordion", ["left"], null],
    ["Kör V", "choir", ["left"], null],
    ["Chitarra sx", "electric-guitar", ["left"], null],
    ["Contrebasse", "double-bass", [], null],
    ["Bratsche vorne", "viola", ["front"], null],
  ])("“%s” is %s %j %j", (name, role, positions, number) => {
    const reading = readName(reader, name);
    const general = role === "electric-guitar" ? ["guitars", role] : role === "kit" ? ["drum-kit"] : [role];
    expect(general).toContain(reading.role);
    expect(reading.positions).toEqual(positions);
    expect(reading.number).toBe(number);
  });

  it("give way to what the house's own list says", () => {
    expect(readName(reader, "Alto", { families: ["choir"] }).role).toBe("alto");
    expect(readName(reader, "Sx").role).toBe("saxophone");
    expect(readName(reader, "V1", { families: ["strings"] }).role).toBe("violin");
    expect(readName(reader, "Violin I")).toMatchObject({ role: "violin", number: 1 });
    const taught = makeReader({
      ...words,
      roles: words.roles.map((r) =>
        r.id === "conch"
          ? { ...r, heard: [...r.heard, { text: "Bratsche", within: null, doubtful: false }] }
          : r,
      ),
    });
    expect(readName(taught, "Bratsche").role).toBe("conch");
  });

  it("are of roles and places there are, each word once a language", () => {
    const [roles, positions] = [
      new Set(words.roles.map((r) => r.id)),
      new Set(words.positions.map((p) => p.id)),
    ];
    expect([...new Set(ELSEWHERE.roles.map((e) => e.id))].filter((id) => !roles.has(id))).toEqual([]);
    expect([...new Set(ELSEWHERE.positions.map((e) => e.id))].filter((id) => !positions.has(id))).toEqual(
      [],
    );
    expect(ELSEWHERE.roles.filter((e) => e.heard.text.trim() === "")).toEqual([]);
  });
});
