import { spawnSync } from "node:child_process";
import { mkdtempSync, readdirSync, rmSync, symlinkSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { audit } from "@mossy/core/disk/audit";
import { planMoves } from "@mossy/core/disk/moves";
import { wishesOf } from "@mossy/core/disk/wishes";
import { movesCsv, posixScript, powerShellScript } from "@mossy/core/formats/moveScripts";
import { makeStyle } from "@mossy/core/house/style";
import { demoHistory } from "@mossy/demo/history";
import { SharedDisk } from "./sharedDisk.ts";
import { describe, expect, it } from "vitest";
import { visit } from "../testing/visit.ts";

const {
  house,
  visitors: [lead, wren],
} = await visit("marram", "wren");

const style = makeStyle(demoHistory(new Date("2026-09-11T09:00:00Z")).draft.house);
const listed = async (): Promise<string[]> =>
  (await lead.ask("disk", {})).data.entries.map((e) => e.path).sort();

describe("the shared disk", () => {
  it("says which folders hold sounds, and the sounds of one, two before ten", async () => {
    const { data } = await wren.ask("soundsOnDisk", {});
    expect(data.folders).toContainEqual({ path: "Library/Samples/Kicks", many: 40 });
    expect(data.folders.some((f) => f.path === "Library/Samples")).toBe(false);
    expect(data.files).toEqual([]);
    const snares = await wren.ask("soundsOnDisk", {}, undefined, "?folder=Library/Samples/Snares");
    expect([snares.data.files[1], snares.data.files[9], snares.data.files.length]).toEqual([
      "Snare_02.wav",
      "Snare_10.wav",
      24,
    ]);
    const none = await wren.ask("soundsOnDisk", {}, undefined, "?folder=Library/Nowhere");
    expect(none.data.files).toEqual([]);
    const outside = await wren.ask("soundsOnDisk", {}, undefined, "?folder=../secrets");
    expect(outside.status).toBe(400);
  });

  it("is put right by the plan of its findings, and the log undoes all of it", async () => {
    const before = await listed();
    const {
      data: { entries },
    } = await lead.ask("disk", {});
    const found = audit(style.house, style.reader, entries, "shared");
    expect(
      Object.fromEntries(
        (["missing", "stray", "misnamed", "unsafe", "too-long", "collides", "empty"] as const).map((s) => [
          s,
          found.findings.some((f) => f.sort === s),
        ]),
      ),
    ).toEqual({
      missing: true,
      stray: true,
      misnamed: true,
      unsafe: true,
      "too-long": true,
      collides: true,
      empty: true,
    });
    const { wishes, folders } = wishesOf(found.findings);
    const { steps } = planMoves(entries, wishes, folders);
    const { data: run } = await lead.ask("moveOnDisk", {}, { title: "By the blueprint", steps });
    expect(run).toMatchObject({
      steps: steps.length,
      done: steps.length,
      stopped: null,
      by: { id: "marram", name: "Marram Vale" },
    });
    const after = await listed();
    expect(after).toContain(
      "Projects/2026-08-14_Shanty-night/Audio/ShtyLead_T01.wav".replace(
        "ShtyLead",
        style.reader.roles.get("shanty-lead")!.short.full,
      ),
    );
    const { data: undone } = await lead.ask("undoOnDisk", { run: run.id });
    expect(undone.undoneBy?.name).toBe("Marram Vale");
    // Folders that were made stay: nothing is ever deleted.
    const made = new Set(steps.flatMap((s) => (s.do === "make-folder" ? [s.path] : [])));
    expect((await listed()).filter((p) => !made.has(p) || before.includes(p))).toEqual(before);
    expect((await lead.ask("undoOnDisk", { run: run.id })).problem).toContain("undid this already");
  });

  it("stops at a step that cannot be done, says how far it got, and undoes just that", async () => {
    const before = await listed();
    const steps = [
      { do: "make-folder", path: "Inbox/New" },
      { do: "move", from: "Inbox/New", to: "Inbox/Newer" },
      { do: "move", from: "Inbox/nobody", to: "Inbox/x" },
      { do: "move", from: "Inbox/Newer", to: "Inbox/Newest" },
    ];
    const { data: run } = await lead.ask("moveOnDisk", {}, { title: "Half", steps });
    expect(run).toMatchObject({ done: 2, steps: 4, stopped: "“Inbox/nobody” is not there any more" });
    await lead.ask("undoOnDisk", { run: run.id });
    expect(await listed()).toEqual([...before, "Inbox/New"].sort());
  });

  it("never overwrites, never leaves its folder, by name or by a link", async () => {
    const [file] = (await lead.ask("disk", {})).data.entries.filter((e) => !e.folder);
    const { data: run } = await lead.ask(
      "moveOnDisk",
      {},
      { title: "x", steps: [{ do: "move", from: file!.path, to: "Library" }] },
    );
    expect(run).toMatchObject({ done: 0, stopped: "“Library” is there already" });
    for (const path of ["../x", "a/../../x", "/etc/x", "a//b", ".", "a/./b"])
      expect([path, (await lead.ask("makeOnDisk", {}, { folders: [path] })).status]).toEqual([path, 400]);
    const outside = mkdtempSync(join(tmpdir(), "mossy-outside-"));
    symlinkSync(outside, join(house.diskDir, "link"));
    const { data: led } = await lead.ask(
      "moveOnDisk",
      {},
      { title: "x", steps: [{ do: "make-folder", path: "link/in" }] },
    );
    expect(led.stopped).toBe("“link/in” leads off the shared disk");
    expect(readdirSync(outside)).toEqual([]);
    rmSync(join(house.diskDir, "link"));
    rmSync(outside, { recursive: true });
  });

  it("makes the folders of the blueprint once, hashes what it is asked, and is the lead's to change", async () => {
    expect(
      (await lead.ask("makeOnDisk", {}, { folders: ["Library/Chains", "Library/Templates"] })).data.made,
    ).toEqual(["Library/Chains"]);
    const { data } = await lead.ask(
      "hashOnDisk",
      {},
      { paths: ["Library/Templates/Old yard.zip", "Library/nobody"] },
    );
    expect(data.hashes.map((h) => [h.path, h.hash.length])).toEqual([
      ["Library/Templates/Old yard.zip", 64],
    ]);
    expect(
      (await wren.ask("moveOnDisk", {}, { title: "x", steps: [{ do: "make-folder", path: "y" }] })).status,
    ).toBe(403);
    expect((await wren.ask("disk", {})).status).toBe(200);
  });
});

describe("move plans as scripts", () => {
  const names = ['it\'s "mine" $HOME `x` \\ *', "-n", "two  spaces", "Ünder"];

  it("do on a real disk what the plan says, whatever the names, and stop rather than overwrite", () => {
    const root = mkdtempSync(join(tmpdir(), "mossy-script-"));
    for (const n of names) writeFileSync(join(root, n), n);
    const entries = names.map((path) => ({ path, folder: false, size: 1 }));
    const { steps } = planMoves(entries, [
      { from: names[0]!, into: "New 'folder'", name: "a" },
      { from: names[1]!, into: null, name: names[2]! },
      { from: names[2]!, into: null, name: names[1]! },
    ]);
    const script = posixScript(steps, "A title\n$(rm -rf /)");
    writeFileSync(join(root, "..", `${root.split("/").at(-1)!}.sh`), script);
    const run = (...args: string[]) => spawnSync("sh", [`${root}.sh`, root, ...args], { encoding: "utf8" });
    expect(
      run("dry")
        .stdout.split("\n")
        .filter((l) => l.includes("->")).length,
    ).toBe(4);
    expect(readdirSync(root).sort()).toEqual([...names].sort());
    const done = run();
    expect([done.stderr, done.status]).toEqual(["", 0]);
    expect(readdirSync(root).sort()).toEqual([...names.slice(1), "New 'folder'"].sort());
    expect(readdirSync(join(root, "New 'folder'"))).toEqual(["a"]);
    const again = run();
    expect(again.status).toBe(1);
    expect(again.stderr).toContain("Stopped after 0 of 5 steps");
    rmSync(root, { recursive: true });
    rmSync(`${root}.sh`);
  });

  it("quote for PowerShell so that nothing in a name runs, and in CSV so that no cell does", () => {
    const steps = [{ do: "move" as const, from: "it’s $(x) 'y'", to: "=1+1" }];
    expect(powerShellScript(steps, "t")).toContain("Move-Step './it’’s $(x) ''y''' './=1+1'\r\n");
    expect(movesCsv(steps)).toContain("'=1+1");
  });
});

describe("the stand-in disk", () =>
  it("is filled once and lists what it holds, links left out", async () => {
    const root = mkdtempSync(join(tmpdir(), "mossy-fill-"));
    const disk = new SharedDisk(join(root, "d"));
    await disk.stock([
      { path: "a/b.txt", content: "x" },
      { path: "c", content: null },
    ]);
    symlinkSync("/etc/passwd", join(root, "d", "passwd"));
    expect(await disk.list()).toEqual([
      { path: "a", folder: true, size: null },
      { path: "a/b.txt", folder: false, size: 1 },
      { path: "c", folder: true, size: null },
    ]);
    await expect(disk.stock([{ path: "a/b.txt", content: "y" }])).rejects.toThrow();
    rmSync(root, { recursive: true });
  }));
