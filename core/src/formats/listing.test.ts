import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { FileProblem } from "./fileProblem.ts";
import { readListing } from "./listing.ts";

const paths = (text: string): string[] =>
  readListing(text).map((e) => `${e.path}${e.folder ? "/" : ""}${e.size === null ? "" : ` ${e.size}`}`);
const problem = (text: string): string => {
  try {
    readListing(text);
    return "none";
  } catch (e) {
    return e instanceof FileProblem ? e.message : String(e);
  }
};

describe("a listing of files", () => {
  it("is read as find prints it, from any root, with or without sizes", () => {
    expect(paths(".\n./Audio\n./Audio/Kick.wav\n./Notes/\n")).toEqual([
      "Audio/",
      "Audio/Kick.wav",
      "Notes/",
    ]);
    expect(paths("/mnt/disk/Audio/Kick.wav\n/mnt/disk/Audio/two words.wav\n/mnt/disk/Mixes/a.wav")).toEqual(
      ["Audio/Kick.wav", "Audio/two words.wav", "Mixes/a.wav"],
    );
    expect(paths("4096\t./Audio\n88200\t./Audio/Kick.wav")).toEqual(["Audio/", "Audio/Kick.wav 88200"]);
    expect(paths("D:\\Jobs\\Audio\\Kick.wav\r\nD:\\Jobs\\x.txt\r\n")).toEqual(["Audio/Kick.wav", "x.txt"]);
  });

  it("is read as ls -R prints it, short and long", () => {
    expect(paths(".:\nAudio\nReadme.txt\n\n./Audio:\nKick in.wav\nempty\n\n./Audio/empty:\n")).toEqual([
      "Audio/",
      "Readme.txt",
      "Audio/Kick in.wav",
      "Audio/empty/",
    ]);
    expect(
      paths(
        "disk:\ntotal 8\ndrwxr-xr-x 2 marram crew 4096 Sep 11 10:00 Audio\n-rw-r--r-- 1 " +
          "marram crew  512 Sep 11  2025 my notes.txt\n\ndisk/Audio:\ntotal 4\n-rw-r--r-- 1 " +
          "marram crew 99 2026-09-11 10:00 a.wav\n",
      ),
    ).toEqual(["Audio/", "my notes.txt 512", "Audio/a.wav 99"]);
  });

  it("is read as CSV with a column “path”", () => {
    expect(paths('path,size,type\n"Audio, old/Kick.wav",12,file\nNotes,,folder\n')).toEqual([
      "Audio, old/Kick.wav 12",
      "Notes/",
    ]);
    expect(problem("path,size\na/b,many\n")).toBe(
      "Line 2: “many” is no number of bytes. Nothing was taken over.",
    );
    expect(problem("path,size\n,3\n")).toBe("Line 2: the column “path” is empty. Nothing was taken over.");
  });

  it("that is none is refused, naming the line", () => {
    expect(problem("")).toContain("The listing is empty");
    expect(problem("lorem ipsum dolor")).toContain("Line 1: “lorem ipsum dolor” is no path");
    expect(problem("./a/b\nnoise without sense\n")).toBe(
      "Line 2: “noise without sense” is no path like those before it. Nothing was taken over.",
    );
    expect(problem("./a\n./b/../../etc/passwd\n")).toBe(
      "Line 2: “/b/../../etc/passwd” leaves the folder that is listed. Nothing was taken over.",
    );
    expect(problem("./a\n./b\u0001c\n")).toContain("Line 2: “./b·c” holds control characters");
  });

  it("of ten megabytes of noise is refused at its first line, and soon", () => {
    let seed = 7;
    const noise = Array.from({ length: 160_000 }, () =>
      String.fromCharCode(
        ...Array.from({ length: 64 }, () => {
          seed = (seed * 48271) % 2147483647;
          return 33 + (seed % 90);
        }),
      ),
    ).join("\n");
    expect(noise.length).toBeGreaterThan(10_000_000);
    expect(problem(noise)).toMatch(/^Line \d+: /);
    expect(problem(`\u0000\u0002${noise}`)).toMatch(/^Line 1: /);
  });

  it("gives back what was listed, for any tree, each way", () => {
    const name = fc.stringMatching(/^[A-Za-z0-9_][A-Za-z0-9_ .-]{0,8}[A-Za-z0-9_]$/);
    fc.assert(
      fc.property(
        fc.uniqueArray(
          fc.array(name, { minLength: 1, maxLength: 4 }).map((p) => p.join("/")),
          { minLength: 1, maxLength: 20 },
        ),
        (files) => {
          const leaves = files.filter((f) => !files.some((o) => o.startsWith(`${f}/`)));
          const sorted = (list: string[]): string[] => [...new Set(list)].sort();
          expect(
            sorted(
              readListing([".", ...leaves.map((f) => `./${f}`)].join("\n"))
                .filter((e) => !e.folder)
                .map((e) => e.path),
            ),
          ).toEqual(sorted(leaves));
          expect(
            sorted(
              readListing(`path\n${leaves.map((f) => `"${f}"`).join("\n")}`)
                .filter((e) => !e.folder)
                .map((e) => e.path),
            ),
          ).toEqual(sorted(leaves));
        },
      ),
      { numRuns: 200 },
    );
  });

  it("does nothing but read or explain, whatever text comes", () =>
    fc.assert(
      fc.property(
        fc.oneof(
          fc.string({ maxLength: 200 }),
          fc
            .array(
              fc.constantFrom(
                "./a",
                "./a/b",
                "a:",
                "total 3",
                "-rw-r--r-- 1 a b 3 Jan 1 10:00 x",
                "",
                "path,size",
                "../x",
                "1\t./c",
              ),
              { maxLength: 8 },
            )
            .map((l) => l.join("\n")),
        ),
        (text) => {
          try {
            for (const e of readListing(text)) expect(e.path).not.toMatch(/(^|\/)\.\.(\/|$)|^\/|\/$/);
          } catch (e) {
            expect(e).toBeInstanceOf(FileProblem);
          }
        },
      ),
      { numRuns: 500 },
    ));
});
