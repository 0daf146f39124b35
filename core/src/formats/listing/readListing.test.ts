import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { FileProblem } from "../fileProblem.ts";
import { listedPaths, problemOf } from "../../fixtures/listed.ts";
import { readListing } from "./readListing.ts";

describe("a listing of files", () => {
  it("is read as find prints it, from any root, with or without sizes", () => {
    expect(listedPaths(".\n./Audio\n./Audio/Kick.wav\n./Notes/\n")).toEqual([
      "Audio/",
      "Audio/Kick.wav",
      "Notes/",
    ]);
    expect(
      listedPaths("/mnt/disk/Audio/Kick.wav\n/mnt/disk/Audio/two words.wav\n/mnt/disk/Mixes/a.wav"),
    ).toEqual(["Audio/Kick.wav", "Audio/two words.wav", "Mixes/a.wav"]);
    expect(listedPaths("4096\t./Audio\n88200\t./Audio/Kick.wav")).toEqual([
      "Audio/",
      "Audio/Kick.wav 88200",
    ]);
    expect(listedPaths("D:\\Jobs\\Audio\\Kick.wav\r\nD:\\Jobs\\x.txt\r\n")).toEqual([
      "Audio/Kick.wav",
      "x.txt",
    ]);
  });

  it("is read as ls -R prints it, short and long", () => {
    expect(
      listedPaths(".:\nAudio\nReadme.txt\n\n./Audio:\nKick in.wav\nempty\n\n./Audio/empty:\n"),
    ).toEqual(["Audio/", "Readme.txt", "Audio/Kick in.wav", "Audio/empty/"]);
    expect(
      listedPaths(
        "disk:\ntotal 8\ndrwxr-xr-x 2 marram crew 4096 Sep 11 10:00 Audio\n-rw-r--r-- 1 " +
          "marram crew  512 Sep 11  2025 my notes.txt\n\ndisk/Audio:\ntotal 4\n-rw-r--r-- 1 " +
          "marram crew 99 2026-09-11 10:00 a.wav\n",
      ),
    ).toEqual(["Audio/", "my notes.txt 512", "Audio/a.wav 99"]);
  });

  it("is read as du prints it: its root comes last, and blocks are no sizes", () => {
    expect(
      listedPaths("8\t/mnt/jobs/Audio/Kick.wav\n12\t/mnt/jobs/Audio\n4\t/mnt/jobs/x.txt\n20\t/mnt/jobs\n"),
    ).toEqual(["Audio/Kick.wav", "Audio/", "x.txt"]);
    expect(listedPaths("7\tjobs/Audio/Kick.wav\n12\tjobs/Audio\n20\tjobs\n")).toEqual([
      "Audio/Kick.wav 7",
      "Audio/",
    ]);
  });

  it("is read as dir /s prints it, in the language of the system", () => {
    expect(
      listedPaths(
        ` Volume in drive D is Jobs
 Volume Serial Number is 1A2B-3C4D

 Directory of D:\\Jobs

11/09/2026  10:00 AM    <DIR>          .
11/09/2026  10:00 AM    <DIR>          ..
11/09/2026  10:00 AM    <DIR>          Audio
11/09/2026  10:00 AM    <JUNCTION>     Old [E:\\Old]
11/09/2026  10:00 AM             1,512 12 notes.txt
               1 File(s)          1,512 bytes

 Directory of D:\\Jobs\\Audio

11/09/2026  10:00 AM            88,200 Kick in.wav
               1 File(s)         88,200 bytes

     Total Files Listed:
               2 File(s)         89,712 bytes
               5 Dir(s)  100,000,000 bytes free
`.replaceAll("\n", "\r\n"),
      ),
    ).toEqual(["Audio/", "Old/", "12 notes.txt 1512", "Audio/Kick in.wav 88200"]);
    expect(
      listedPaths(` Datenträger in Laufwerk D: ist Jobs

 Verzeichnis von D:\\Jobs\\Küche

11.09.2026  10:00    <DIR>          .
11.09.2026  10:00            88.200 Kick.wav
               1 Datei(en),         88.200 Bytes

 Verzeichnis von D:\\Jobs\\Küche\\leer

11.09.2026  10:00    <DIR>          .
`),
    ).toEqual(["Kick.wav 88200", "leer/"]);
    expect(problemOf(" Directory of D:\\Jobs\n\n11/09/2026  10:00   5 a.wav\nnoise\n")).toBe(
      "Line 4: “noise” names no file, no folder and no count. Nothing was taken over.",
    );
  });

  it("is read as Get-ChildItem prints it, its errors counted", () => {
    const { entries, passedOver } = readListing(`

    Directory: D:\\Jobs


Mode                 LastWriteTime         Length Name
----                 -------------         ------ ----
d-----        11/09/2026     10:00                12 Drums
-a----        11/09/2026     10:00          88200 808 kick.wav
Get-ChildItem : Access to the path 'D:\\Jobs\\shut' is denied.
At line:1 char:1
+ Get-ChildItem -Recurse
+ ~~~~~~~~~~~~~~~~~~~~~~
    + CategoryInfo          : PermissionDenied: (D:\\Jobs\\shut:String) [Get-ChildItem], Unauthorized
    + FullyQualifiedErrorId : DirUnauthorizedAccessError,Microsoft


    Directory: D:\\Jobs\\12 Drums

-a----        11/09/2026     10:00              5 Snare.wav
`);
    expect(entries.map((e) => [e.path, e.size])).toEqual([
      ["12 Drums", null],
      ["808 kick.wav", 88200],
      ["12 Drums/Snare.wav", 5],
    ]);
    expect(passedOver).toBe(1);
    expect(
      listedPaths(`
    Directory: /home/marram/Jobs

UnixMode         User Group         LastWriteTime         Size Name
--------         ---- -----         -------------         ---- ----
drwxr-xr-x     marram crew        9/11/2026 10:00         4096 Audio
-rw-r--r--     marram crew        9/11/2026 10:00          512 notes.txt
`),
    ).toEqual(["Audio/", "notes.txt 512"]);
    expect(listedPaths("\nFullName\n--------\nD:\\Jobs\\Audio\nD:\\Jobs\\Audio\\Kick.wav   \n")).toEqual([
      "Audio/",
      "Audio/Kick.wav",
    ]);
    expect(
      listedPaths(
        '#TYPE Selected.System.IO.FileInfo\n"Mode","FullName","Length"\n"d-----","D:\\Jobs\\Audio",\n"-a----","D:\\Jobs\\x.txt","9"\n',
      ),
    ).toEqual(["Audio/", "x.txt 9"]);
  });

  it("passes over what a program says of what it may not look into, and counts it", () => {
    const { entries, passedOver } = readListing(
      "find: ‘./shut’: Permission denied\n./a\n./a/b.wav\nfind: ‘./a/c’: No such file or directory\n",
    );
    expect([entries.map((e) => e.path), passedOver]).toEqual([["a", "a/b.wav"], 2]);
    expect(
      readListing("a:\nx.wav\n\nls: cannot open directory 'a/b': Permission denied\n").passedOver,
    ).toBe(1);
    expect(problemOf("find: ‘/x’: Permission denied\n")).toContain("holds nothing but errors");
  });

  it("is read as CSV with a column “path”", () => {
    expect(listedPaths('path,size,type\n"Audio, old/Kick.wav",12,file\nNotes,,folder\n')).toEqual([
      "Audio, old/Kick.wav 12",
      "Notes/",
    ]);
    expect(problemOf("path,size\na/b,many\n")).toBe(
      "Line 2: “many” is no number of bytes. Nothing was taken over.",
    );
    expect(problemOf("path,size\n,3\n")).toBe(
      "Line 2: the column “path” is empty. Nothing was taken over.",
    );
  });

  it("that is none is refused, naming the line", () => {
    expect(problemOf("")).toContain("The listing is empty");
    expect(problemOf("lorem ipsum dolor")).toContain("Line 1: “lorem ipsum dolor” is no path");
    expect(problemOf("./a/b\nnoise without sense\n")).toBe(
      "Line 2: “noise without sense” is no path like those before it. Nothing was taken over.",
    );
    expect(problemOf("./a\n./b/../../etc/passwd\n")).toBe(
      "Line 2: “/b/../../etc/passwd” leaves the folder that is listed. Nothing was taken over.",
    );
    expect(problemOf("./a\n./b\u0001c\n")).toContain("Line 2: “./b·c” holds control characters");
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
    expect(problemOf(noise)).toMatch(/^Line \d+: /);
    expect(problemOf(`\u0000\u0002${noise}`)).toMatch(/^Line 1: /);
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
                .entries.filter((e) => !e.folder)
                .map((e) => e.path),
            ),
          ).toEqual(sorted(leaves));
          expect(
            sorted(
              readListing(`path\n${leaves.map((f) => `"${f}"`).join("\n")}`)
                .entries.filter((e) => !e.folder)
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
            for (const e of readListing(text).entries)
              expect(e.path).not.toMatch(/(^|\/)\.\.(\/|$)|^\/|\/$/);
          } catch (e) {
            expect(e).toBeInstanceOf(FileProblem);
          }
        },
      ),
      { numRuns: 500 },
    ));
});
