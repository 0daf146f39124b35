import { describe, expect, it } from "vitest";
import { listedPaths, problemOf } from "../../fixtures/listed.ts";

describe("a listing of files", () => {
  it("is read as tree draws it on Microsoft's systems, also in its old encoding", () => {
    const drawn = `Folder PATH listing for volume Jobs
Volume serial number is 1A2B-3C4D
D:.
│   my notes.txt
│
├───Audio
│   │   Kick in.wav
│   │
│   └───Empty
└───Mixes
        Água.wav

`;
    const said = [
      "my notes.txt",
      "Audio/",
      "Audio/Kick in.wav",
      "Audio/Empty/",
      "Mixes/",
      "Mixes/Água.wav",
    ];
    expect(listedPaths(drawn)).toEqual(said);
    const old = [...drawn].map((c) => ({ "│": "³", "├": "Ã", "└": "À", "─": "Ä" })[c] ?? c).join("");
    expect(listedPaths(old)).toEqual(said);
    const plain = [...drawn].map((c) => ({ "│": "|", "├": "+", "└": "\\", "─": "-" })[c] ?? c).join("");
    expect(listedPaths(plain)).toEqual(said);
    expect(problemOf("D:.\n├───Audio\nnoise\n")).toContain("Line 3: “noise” hangs on no branch");
    expect(problemOf("D:.\n├───Audio\n            too deep.wav\n")).toContain(
      "a branch that does not begin",
    );
  });

  it("is read as tree draws it elsewhere, also with what stands in brackets before names", () => {
    // As tree 2.1 of Debian drew it.
    expect(
      listedPaths(`.
├── Audio
│\u00a0\u00a0 ├── Kick in.wav
│\u00a0\u00a0 └── Old takes
│\u00a0\u00a0     ├── 808 kick.wav
│\u00a0\u00a0     └── deep
├── Empty
├── link -> Notes.txt
└── shut  [error opening dir]

6 directories, 3 files
`),
    ).toEqual([
      "Audio/",
      "Audio/Kick in.wav",
      "Audio/Old takes/",
      "Audio/Old takes/808 kick.wav",
      "Audio/Old takes/deep/",
      "Empty/",
      "link",
      "shut/",
    ]);
    expect(
      listedPaths(`[drwxr-xr-x        4096]  ./
|-- [drwxr-xr-x        4096]  Audio/
|   |-- [-rw-r--r--       88200]  Kick in.wav
|   \`-- [-rw-r--r-- root root 99999 Nov 27 10:48]  Água.wav
\`-- [drwxr-xr-x        4096]  Empty/
`),
    ).toEqual(["Audio/", "Audio/Kick in.wav 88200", "Audio/Água.wav 99999", "Empty/"]);
    expect(
      listedPaths(`[4.0K Nov 27 10:48]  .
├── [4.0K Nov 27 10:48]  ./Audio
│   └── [ 86K Nov 27 10:48]  ./Audio/Kick in.wav
└── [   3 Nov 27 10:48]  ./Notes.txt

2 directories, 2 files`),
    ).toEqual(["Audio/", "Audio/Kick in.wav", "Notes.txt 3"]);
  });
});
