import { execFileSync } from "node:child_process";
import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { afterAll, describe, expect, it } from "vitest";
import { readListing } from "./readListing.ts";

const root = mkdtempSync(join(tmpdir(), "mossy-listing-"));
afterAll(() => rmSync(root, { recursive: true }));
const FILES: Readonly<Record<string, number>> = {
  "Audio/Kick in.wav": 88_200,
  "Audio/Old takes/808 kick.wav": 5,
  "Audio/Old takes/909 -> not a link.wav": 4096,
  "Mixes/Água.wav": 99_999,
  "Notes.txt": 3,
  "12 34 numbers": 8,
};
const FOLDERS = ["Audio", "Audio/Old takes", "Audio/Old takes/2026", "Empty", "Mixes"];
for (const folder of FOLDERS) mkdirSync(join(root, folder), { recursive: true });
for (const [file, size] of Object.entries(FILES)) writeFileSync(join(root, file), new Uint8Array(size));

const sorted = (list: readonly string[]): string[] => [...list].sort();
const listed = (program: string, options: readonly string[], at: string): ReturnType<typeof readListing> =>
  readListing(
    execFileSync(program, [...options], {
      cwd: at,
      encoding: "utf8",
      env: { ...process.env, LC_ALL: "C.UTF-8" },
    }),
  );

describe("a listing as the programs of this system print it (GNU coreutils and findutils)", () => {
  it.each<[string, string, readonly string[], "sizes" | "no sizes"]>([
    ["long", "ls", ["-lR"], "sizes"],
    ["long, with the folder's name", "ls", ["-lR", "."], "sizes"],
    ["long, with everything before it", "ls", ["-laRis"], "sizes"],
    ["long, without owner", "ls", ["-gRo"], "sizes"],
    ["long, with whole times", "ls", ["-lR", "--full-time"], "sizes"],
    ["long, with rounded sizes", "ls", ["-lRh"], "no sizes"],
    ["short, with marks", "ls", ["-1RF"], "no sizes"],
    ["short, with numbers of files and blocks", "ls", ["-1RFis"], "no sizes"],
    ["short, with blocks", "ls", ["-1RFs"], "no sizes"],
    ["short, with numbers of files", "ls", ["-1RFi"], "no sizes"],
    ["at length", "find", [".", "-ls"], "sizes"],
    ["at length, by the whole path", "find", [root, "-ls"], "sizes"],
    ["with size and a tab", "find", [root, "-printf", "%s\\t%p\\n"], "sizes"],
    [
      "with a slash behind folders",
      "find",
      [".", "-type", "d", "-printf", "%p/\\n", "-o", "-print"],
      "no sizes",
    ],
    ["with usage, of here", "du", ["-a"], "no sizes"],
    ["with usage, by the whole path", "du", ["-a", root], "no sizes"],
    ["with usage in bytes", "du", ["-ab", root], "sizes"],
  ])("%s: %s %j", (_how, program, options, sizes) => {
    const { entries, passedOver } = listed(program, options, root);
    expect(passedOver).toBe(0);
    const files = entries.filter((e) => !e.folder);
    // Nothing tells an empty folder from a file there.
    const untold = program === "du" || options.includes("%s\\t%p\\n");
    const empty = untold ? ["Audio/Old takes/2026", "Empty"] : [];
    expect(sorted(files.map((e) => e.path))).toEqual(sorted([...Object.keys(FILES), ...empty]));
    expect(sorted(entries.filter((e) => e.folder).map((e) => e.path))).toEqual(
      sorted(FOLDERS.filter((f) => !empty.includes(f))),
    );
    for (const { path, size } of files)
      if (path in FILES && (sizes === "sizes" || size !== null))
        expect([path, size]).toEqual([path, FILES[path]]);
    if (sizes === "sizes") expect(files.every((f) => f.size !== null)).toBe(true);
  });
});
