import { describe, expect, it } from "vitest";
import { COMMANDS, possible, saying } from "./commands.ts";
import type { Bench } from "./bench.ts";

const bench = (fields: Partial<Bench>): Bench =>
  ({
    may: true,
    ids: [],
    track: null,
    view: "sheet",
    selection: { at: null },
    state: { saving: "saved" },
    session: { tracks: [] },
    ...fields,
  }) as Bench;
const says = (b: Bench): string[] => possible(b).map((c) => c.says);

describe("the commands of the workbench", () => {
  it("have each key once", () => {
    const keys = Object.values(COMMANDS)
      .map((c) => c.keys)
      .filter((k) => k !== "");
    expect(new Set(keys).size).toBe(keys.length);
  });

  it("offer changes only to who may make them, and acts on tracks only where one is chosen", () => {
    expect(says(bench({ may: false }))).not.toContain("Add tracks");
    expect(says(bench({ may: false }))).toContain("Next finding");
    expect(says(bench({}))).not.toContain("Wrap in a folder");
    expect(says(bench({ ids: ["a", "b"] }))).toContain("Wrap in a folder");
    expect(says(bench({ view: "map" }))).not.toContain("Find a track");
  });

  it("save the draft as a file once all of it is with the house", () => {
    const file = "Save the draft as a session file";
    expect(says(bench({ may: false }))).toContain(file);
    const saving = { saving: "saving" } as Bench["state"];
    expect(says(bench({ state: saving }))).not.toContain(file);
    const midi = "Save the draft's MIDI tracks as a MIDI file";
    expect(says(bench({}))).not.toContain(midi);
    const session = { tracks: [{ kind: "midi" }] } as unknown as Bench["session"];
    expect(says(bench({ session }))).toContain(midi);
  });

  it("are found by the beginnings of their words, in any order; what begins so comes first", () => {
    const found = (typed: string): string[] =>
      saying(possible(bench({ ids: ["a"] })), typed).map((c) => c.says);
    expect(found("map")).toEqual(["Go to the signal map"]);
    expect(found("fold wra")).toEqual(["Wrap in a folder"]);
    expect(found("find")[0]).toBe("Find a track");
    expect(found("nothing of the sort")).toEqual([]);
    expect(found("").length).toBe(possible(bench({ ids: ["a"] })).length);
  });
});
