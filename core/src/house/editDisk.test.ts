import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { foldersToMake } from "../disk/blueprint.ts";
import { addDiskFolder, diskFolderAt, diskFolders, moveDiskFolder, withDiskFolder } from "./editDisk.ts";
import { house as houseSchema } from "./house.ts";
import { usualHouse } from "./usual.ts";

const { disk } = usualHouse("x");
const names = (tree: Parameters<typeof diskFolders>[0]): (string | null)[] =>
  diskFolders(tree).map(({ folder }) => folder.name);

describe("changing the blueprint", () => {
  it("adds a folder where it is asked for, under a name nobody has, and says where it stands", () => {
    const first = addDiskFolder(disk.project, [0]);
    const second = addDiskFolder(first.tree, [0]);
    expect(diskFolderAt(second.tree, second.place)).toMatchObject({ name: "New_2", must: false });
    expect(foldersToMake(second.tree, "", true)).toContain("Audio/New_2");
    expect(foldersToMake(second.tree, "")).not.toContain("Audio/New_2");
    expect(addDiskFolder(disk.project, []).place).toEqual([disk.project.length]);
  });

  it("moves one up and down among its neighbours, and stops at the ends", () => {
    const down = moveDiskFolder(disk.project, [0], 1);
    expect([names(down.tree).slice(0, 3), down.place]).toEqual([["Session", "Backups", "Audio"], [1]]);
    expect(moveDiskFolder(down.tree, [1], -1).tree).toEqual(disk.project);
    expect(moveDiskFolder(disk.project, [0], -1)).toEqual({ tree: disk.project, place: [0] });
    expect(moveDiskFolder(disk.project, [1, 0], 1).tree).toBe(disk.project);
  });

  it("keeps every folder a valid one, whatever is done to it", () => {
    const steps = fc.array(
      fc.tuple(fc.constantFrom("add" as const, "up" as const, "down" as const, "out" as const), fc.nat()),
      { maxLength: 15 },
    );
    fc.assert(
      fc.property(steps, (list) => {
        let tree = [...disk.shared];
        for (const [what, n] of list) {
          const all = diskFolders(tree);
          const place = all[n % Math.max(1, all.length)]?.place ?? [];
          const before = all.length;
          if (what === "add" && place.length < 5) {
            tree = addDiskFolder(tree, place).tree;
            expect(diskFolders(tree)).toHaveLength(before + 1);
          }
          if (what === "out" && before > 4) tree = withDiskFolder(tree, place, () => []);
          if (what === "up" || what === "down") {
            tree = [...moveDiskFolder(tree, place, what === "up" ? -1 : 1).tree];
            expect(diskFolders(tree)).toHaveLength(before);
          }
        }
        expect(houseSchema.shape.disk.safeParse({ ...disk, shared: tree }).success).toBe(true);
      }),
      { numRuns: 120 },
    );
  });

  it("refuses names a disk cannot store, two names at once, and none", () => {
    const [audio] = disk.project;
    for (const wrong of [
      { name: "a/b" },
      { name: "dot." },
      { name: "" },
      { name: null },
      { named: "session" as const },
      { kinds: [".wav"] },
    ])
      expect([
        wrong,
        houseSchema.shape.disk.safeParse({ ...disk, project: [{ ...audio, ...wrong }] }).success,
      ]).toEqual([wrong, false]);
  });
});
