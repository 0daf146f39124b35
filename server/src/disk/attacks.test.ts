import { execFileSync } from "node:child_process";
import {
  existsSync,
  mkdirSync,
  mkdtempSync,
  readFileSync,
  readdirSync,
  rmSync,
  symlinkSync,
  writeFileSync,
} from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { afterAll, beforeEach, describe, expect, it } from "vitest";
import { visit } from "../testing/visit.ts";
import { SharedDisk, reasonOf } from "./sharedDisk.ts";
import { hashesOf } from "./hashes.ts";

const top = mkdtempSync(join(tmpdir(), "mossy-attacks-"));
const root = join(top, "disk");
const disk = new SharedDisk(root);
const never = new AbortController().signal;
afterAll(() => rmSync(top, { recursive: true, force: true }));
beforeEach(() => {
  rmSync(root, { recursive: true, force: true });
  mkdirSync(root);
});
const put = (path: string, content = "x") => writeFileSync(join(root, path), content);
const move = (from: string, to: string) => disk.step({ do: "move", from, to });

describe("files that are none", () => {
  it("are not opened: pipes stop nobody, devices and folders are left out", async () => {
    for (let n = 0; n < 6; n++) execFileSync("mkfifo", [join(root, `pipe-${n}`)]);
    mkdirSync(join(root, "folder"));
    put("take.wav", "abc");
    const paths = [...Array.from({ length: 6 }, (_, n) => `pipe-${n}`), "folder", "none", "take.wav"];
    const hashes = await hashesOf(disk, paths, never);
    // SHA-256 of "abc": FIPS 180-4, example B.1.
    expect(hashes).toEqual([
      { path: "take.wav", hash: "ba7816bf8f01cfea414140de5dae2223b00361a396177a9cb410ff61f20015ad" },
    ]);
    await expect(move("pipe-0", "pipe-9")).rejects.toThrow("“pipe-0” is no plain file");
  });

  it("are not read through links, wherever those lead", async () => {
    symlinkSync("/etc/passwd", join(root, "passwd"));
    put("real.wav");
    symlinkSync(join(root, "real.wav"), join(root, "within"));
    expect(await hashesOf(disk, ["passwd", "within"], never)).toEqual([]);
  });
});

describe("a link into a folder beside that begins with the same name", () => {
  it("is off the disk: nothing is moved in, out or made there", async () => {
    const beside = join(top, "disk-of-others");
    mkdirSync(beside, { recursive: true });
    writeFileSync(join(beside, "theirs.wav"), "x");
    symlinkSync(beside, join(root, "way"));
    put("ours.wav");
    for (const attempt of [
      () => move("way/theirs.wav", "ours-now.wav"),
      () => move("ours.wav", "way/ours.wav"),
      () => disk.makeFolder("way/in"),
      () => disk.step({ do: "make-folder", path: "way/in" }),
      () => move("way", "gone"),
      () => disk.has("way"),
    ])
      await expect(attempt()).rejects.toThrow(/leads off the shared disk|no plain file/);
    expect([readdirSync(beside), readdirSync(root).sort()]).toEqual([["theirs.wav"], ["ours.wav", "way"]]);
  });
});

describe("a target that appears the moment before", () => {
  it("is never replaced: of many moves to one name one arrives, and every other file is where it was", async () => {
    const names = Array.from({ length: 20 }, (_, n) => `take-${n}.wav`);
    for (const name of names) put(name, name);
    const done = await Promise.allSettled(names.map((name) => move(name, "final.wav")));
    const arrived = done.flatMap((d, n) => (d.status === "fulfilled" ? [names[n]!] : []));
    expect(arrived).toHaveLength(1);
    expect(readFileSync(join(root, "final.wav"), "utf8")).toBe(arrived[0]);
    for (const name of names)
      expect([name, existsSync(join(root, name))]).toEqual([name, name !== arrived[0]]);
    for (const d of done)
      if (d.status === "rejected") expect(reasonOf(d.reason)).toBe("“final.wav” is there already");
  });

  it("is never replaced by a folder either, also not an empty one", async () => {
    for (const name of ["a", "b", "c"]) {
      mkdirSync(join(root, name));
      put(`${name}/of-${name}`);
    }
    mkdirSync(join(root, "empty"));
    await expect(move("a", "empty")).rejects.toThrow("“empty” is there already");
    const done = await Promise.allSettled(["a", "b", "c"].map((name) => move(name, "final")));
    expect(done.filter((d) => d.status === "fulfilled")).toHaveLength(1);
    const files = readdirSync(root, { recursive: true }).map(String);
    expect(files.filter((f) => f.includes("of-"))).toHaveLength(3);
  });
});

describe("hashing", () => {
  it("takes a path once, ends when whoever asked has gone, and goes on for two at a time", async () => {
    put("take.wav", "abc");
    expect(await hashesOf(disk, ["take.wav", "take.wav", "take.wav"], never)).toHaveLength(1);
    const gone = new AbortController();
    gone.abort();
    expect(await hashesOf(disk, ["take.wav"], gone.signal)).toEqual([]);
    put("large.wav", "x".repeat(4 << 20));
    const [one, two] = [hashesOf(disk, ["large.wav"], never), hashesOf(disk, ["large.wav"], never)];
    await expect(hashesOf(disk, ["take.wav"], never)).rejects.toMatchObject({
      status: 503,
      retryAfter: 30,
    });
    expect([(await one).length, (await two).length]).toEqual([1, 1]);
    expect(await hashesOf(disk, ["take.wav"], never)).toHaveLength(1);
  });
});

describe("what the house says of the disk", () => {
  it("is true and names no path of this machine", async () => {
    put("file");
    mkdirSync(join(root, "folder"));
    const said = async (work: Promise<unknown>): Promise<string> =>
      work.then(
        () => "done",
        (e: unknown) => reasonOf(e),
      );
    expect(await said(move("file", `folder/${"x".repeat(300)}`))).toBe(
      "the disk refused: its name is too long for the disk",
    );
    expect(await said(move("file", "file/in"))).toContain("the folder of “file/in”");
    expect(await said(disk.makeFolder("file/in"))).toBe(
      "the disk refused: a file stands where a folder should be",
    );
    expect(await said(move("folder", "folder/in"))).toBe(
      "the disk refused: a folder cannot move into itself",
    );
    expect(reasonOf(new Error(`EWHAT: it broke, open '${root}/x'`))).not.toContain(root);
    expect(readdirSync(root).sort()).toEqual(["file", "folder"]);
    expect(readdirSync(join(root, "folder"))).toEqual([]);
  });

  it("goes out in the answer, with what was done before it", async () => {
    const { house, visitors } = await visit("marram");
    writeFileSync(join(house.diskDir, "stone"), "x");
    const answer = await visitors[0].ask("makeOnDisk", {}, { folders: ["Fresh", "stone/in"] });
    expect([answer.status, answer.problem]).toEqual([
      409,
      "“stone/in”: the disk refused: a file stands where a folder should be. 1 folder was made before it.",
    ]);
  });
});
