import { execFileSync } from "node:child_process";
import { createHash } from "node:crypto";
import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { dirname, join } from "node:path";
import { afterAll, describe, expect, it } from "vitest";
import { bagAround, checksums, heldAgainst, inBag, isSumList, readSums } from "./sums.ts";
import type { Summed } from "./sums.ts";

const folder = mkdtempSync(join(tmpdir(), "mossy-sums-"));
afterAll(() => rmSync(folder, { recursive: true, force: true }));
const sum = (bytes: Uint8Array | string): string => createHash("sha256").update(bytes).digest("hex");

const CONTENT: Readonly<Record<string, string>> = {
  "Stems/LdVox_v01.wav": "a voice",
  "Stems/Drums 100%.wav": "drums",
  "Stems/back\\slash.wav": "an odd name",
  "Stems/two\nlines.wav": "another",
  "Stems/Überlauf.wav": "in other letters",
};
const files: Summed[] = Object.entries(CONTENT).map(([path, content]) => ({
  path,
  size: Buffer.byteLength(content),
  hash: sum(content),
}));
const put = (under: string, of: Readonly<Record<string, string>>): void => {
  for (const [path, content] of Object.entries(of)) {
    mkdirSync(dirname(join(folder, under, path)), { recursive: true });
    writeFileSync(join(folder, under, path), content);
  }
};
/** Held against its list by the GNU core utilities. */
const theirs = (under: string, list: string): string =>
  execFileSync("sha256sum", ["--check", "--strict", list], { cwd: join(folder, under), encoding: "utf8" });

describe("checksums", () => {
  it("are what GNU sha256sum reads, whatever files are called", () => {
    put("plain", { ...CONTENT, SHA256SUMS: checksums(files) });
    expect(theirs("plain", "SHA256SUMS").match(/: OK/g)).toHaveLength(files.length);
    writeFileSync(join(folder, "plain", "Stems/LdVox_v01.wav"), "another voice");
    expect(() => theirs("plain", "SHA256SUMS")).toThrow();
  });

  it("are written as GNU sha256sum writes them, and read again", () => {
    put("written", CONTENT);
    const list = execFileSync("sha256sum", Object.keys(CONTENT), {
      cwd: join(folder, "written"),
      encoding: "utf8",
    });
    expect(checksums(files).split("\n").sort()).toEqual(list.split("\n").sort());
    const read = readSums("SHA256SUMS", list);
    expect([...read.sums].sort()).toEqual(files.map((f) => [f.path, f.hash]).sort());
  });
});

describe("a bag", () => {
  const about = {
    house: "Saltmarsh\nSound House",
    says: "Stems of “Quay night”",
    id: "s-1",
    day: "2026-09-11",
  };
  const made = bagAround(files, about, (bytes) => Promise.resolve(sum(bytes)));

  it("has what RFC 8493 asks of one", async () => {
    const bag = await made;
    expect(bag["bagit.txt"]).toBe("BagIt-Version: 1.0\nTag-File-Character-Encoding: UTF-8\n");
    const bytes = files.reduce((all, f) => all + f.size, 0);
    expect(bag["bag-info.txt"]!.split("\n")).toEqual([
      "Source-Organization: Saltmarsh Sound House",
      "External-Description: Stems of “Quay night”",
      "External-Identifier: s-1",
      "Bagging-Date: 2026-09-11",
      `Payload-Oxum: ${bytes}.${files.length}`,
      "",
    ]);
    // 2.1.3: line breaks and per cent signs are percent-encoded; every other name stands as it is.
    expect(bag["manifest-sha256.txt"]).toContain("  data/Stems/Drums 100%25.wav\n");
    expect(bag["manifest-sha256.txt"]).toContain("  data/Stems/two%0Alines.wav\n");
    expect(bag["manifest-sha256.txt"]).toContain("  data/Stems/back\\slash.wav\n");
  });

  it("is whole to GNU sha256sum where names need no writing out, its tag files too", async () => {
    const plain = files.filter((f) => /^[\w/ .Ü-ü]+$/.test(f.path));
    const bag = await bagAround(plain, about, (bytes) => Promise.resolve(sum(bytes)));
    expect(plain).toHaveLength(2);
    put("bag", bag);
    put("bag", Object.fromEntries(plain.map((f) => [inBag(f.path), CONTENT[f.path]!])));
    expect(theirs("bag", "manifest-sha256.txt").match(/: OK/g)).toHaveLength(2);
    expect(theirs("bag", "tagmanifest-sha256.txt").match(/: OK/g)).toHaveLength(3);
  });

  it("is read again: what its manifest lists, below the folder it lies in", async () => {
    const { sums } = readSums("Came/manifest-sha256.txt", (await made)["manifest-sha256.txt"]!);
    expect([...sums].sort()).toEqual(files.map((f) => [`Came/data/${f.path}`, f.hash]).sort());
  });
});

describe("a list that came with a folder", () => {
  const list = readSums(
    "SHA256SUMS",
    `# by the mix room\r\n${sum("a")} *./a.wav\r\n${sum("b").toUpperCase()}  b.wav\r\n${sum("c")}  c.wav\r\n` +
      `${sum("n")}  notes.txt\r\n`,
  );

  it("says what was changed, lost, and never listed", () => {
    const there = [
      { path: "a.wav", hash: sum("a") },
      { path: "b.wav", hash: sum("something else") },
      { path: "d.wav", hash: sum("d") },
    ];
    expect(heldAgainst(list, new Set(["a.wav", "b.wav", "d.wav", "notes.txt"]), there)).toEqual({
      changed: ["b.wav"],
      lost: ["c.wav"],
      unlisted: ["d.wav"],
      same: 1,
    });
  });

  it("is refused where a line is none, which is named; nothing of it is taken", () => {
    expect(() => readSums("SHA256SUMS", `${sum("a")}  a.wav\nand a few more\n`)).toThrow(
      "Line 2 of “SHA256SUMS” is no SHA-256 with a name behind it",
    );
  });

  it("is known by its name", () => {
    const names = ["SHA256SUMS", "x/manifest-sha256.txt", "stems.sha256", "sums.txt", "manifest-md5.txt"];
    expect(names.map(isSumList)).toEqual([true, true, true, false, false]);
  });
});
