import { describe, expect, it } from "vitest";
import { fold } from "./fold.ts";
import { readName } from "./read.ts";
import { makeReader } from "./reader.ts";
import { tailsOf } from "./tails.ts";
import { usualWords } from "./usual/index.ts";

const reader = makeReader(usualWords());
const tails = (name: string): string[] => {
  const f = fold(name);
  return [...tailsOf(f)].map(([i, tail]) => `${f.text.slice(f.starts[i], f.ends[i])}:${tail}`);
};

describe("what stands beside what a track is", () => {
  it.each<[string, string[]]>([
    ["Kick In T3", ["t:take", "3:take"]],
    ["Lead Vox take 12", ["take:take", "12:take"]],
    ["Bass v02", ["v:version", "02:version"]],
    ["Bass rev 4", ["rev:version", "4:version"]],
    ["Snare 2026-10-05", ["2026:date", "10:date", "05:date"]],
    ["Snare 05.10.2026", ["05:date", "10:date", "2026:date"]],
    ["Snare_261005", ["261005:date"]],
    ["Snare 5Oct", ["5:date", "oct:date"]],
    ["Snare Oct05", ["oct:date", "05:date"]],
    ["Ch 7 Snare", ["ch:channel", "7:channel"]],
    ["12. Snare", ["12:channel"]],
  ])("%s", (name, expected) => expect(tails(name)).toEqual(expected));

  it.each(["T1", "Tom 2", "Snare 14", "Kick", "", "V1", "Violin 12", "Ch 7", "Snare 2026"])(
    "is nothing in “%s”",
    (name) => expect(tails(name)).toEqual([]),
  );

  it("is no number of the track, and leaves the rest as sure as it was", () => {
    expect(readName(reader, "Tom 2 T3")).toMatchObject({ role: "tom", number: 2, sure: true });
    expect(readName(reader, "Ch12 Bass Guitar")).toMatchObject({
      role: "bass-guitar",
      number: null,
      sure: true,
    });
    expect(readName(reader, "Snare_261005").words.map((w) => w.as)).toEqual(["role", "filler"]);
  });
});
