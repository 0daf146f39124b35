import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { collisionKey } from "../names/disk.ts";
import type { Entry } from "./entry.ts";
import { folderOfPath } from "./entry.ts";
import { planMoves, undoing } from "./moves.ts";
import type { MoveStep, MoveWish } from "./moves.ts";

const tree = (...paths: string[]): Entry[] =>
  paths.map((p) => ({
    path: p.replace(/\/$/, ""),
    folder: p.endsWith("/"),
    size: p.endsWith("/") ? null : 1,
  }));
const wish = (from: string, name: string, into: string | null = null): MoveWish => ({ from, into, name });

/**
 * A disk that takes capitals and small letters for one, or not, and refuses whatever would overwrite. Files
 * are told by what they were first called.
 */
class Disk {
  readonly there = new Map<string, { path: string; was: string; folder: boolean }>();
  constructor(
    entries: readonly Entry[],
    private readonly oneCase: boolean,
  ) {
    for (const e of entries)
      this.there.set(this.key(e.path), { path: e.path, was: e.path, folder: e.folder });
  }
  key(path: string): string {
    return this.oneCase ? collisionKey(path) : path;
  }
  run(steps: readonly MoveStep[]): void {
    for (const s of steps) {
      const to = s.do === "move" ? s.to : s.path;
      if (this.there.has(this.key(to))) throw new Error(`${to} is there already`);
      const home = folderOfPath(to);
      if (home !== "" && !this.there.get(this.key(home))?.folder) throw new Error(`no folder ${home}`);
      if (s.do === "make-folder") {
        this.there.set(this.key(to), { path: to, was: `new ${to}`, folder: true });
        continue;
      }
      const moved = [...this.there.values()].filter(
        (x) => x.path === s.from || x.path.startsWith(`${s.from}/`),
      );
      if (!moved.some((x) => x.path === s.from)) throw new Error(`${s.from} is not there`);
      for (const x of moved) this.there.delete(this.key(x.path));
      for (const x of moved) {
        const path = s.to + x.path.slice(s.from.length);
        this.there.set(this.key(path), { ...x, path });
      }
    }
  }
  where(was: string): string | undefined {
    return [...this.there.values()].find((x) => x.was === was)?.path;
  }
}

const moved = (
  entries: readonly Entry[],
  wishes: readonly MoveWish[],
): { disk: Disk; steps: readonly MoveStep[]; refused: string[] } => {
  const plan = planMoves(entries, wishes);
  const disk = new Disk(entries, true);
  disk.run(plan.steps);
  return { disk, steps: plan.steps, refused: plan.refused.map((r) => `${r.wish.from}: ${r.why}`) };
};

describe("a move plan", () => {
  it("goes through a chain from its free end", () => {
    const { steps } = moved(tree("a", "b", "c"), [wish("a", "b"), wish("b", "c"), wish("c", "d")]);
    expect(steps).toEqual([
      { do: "move", from: "c", to: "d" },
      { do: "move", from: "b", to: "c" },
      { do: "move", from: "a", to: "b" },
    ]);
  });

  it("swaps two through a temporary name, and changes only the case of a name the same way", () => {
    const swap = moved(tree("kick", "snare"), [wish("kick", "snare"), wish("snare", "kick")]);
    expect(swap.steps).toHaveLength(3);
    expect([swap.disk.where("kick"), swap.disk.where("snare")]).toEqual(["snare", "kick"]);
    const cased = moved(tree("audio/", "audio/x"), [wish("audio", "Audio")]);
    expect(cased.steps).toHaveLength(2);
    expect(cased.disk.where("audio/x")).toBe("Audio/x");
  });

  it("makes folders before anything goes in, and renames a folder with what it holds", () => {
    const { disk, steps } = moved(tree("mess/", "mess/a.wav", "b.wav"), [
      wish("mess/a.wav", "A.wav"),
      wish("mess", "Audio"),
      wish("b.wav", "b.wav", "Mixes/Old"),
    ]);
    expect(steps.slice(0, 2)).toEqual([
      { do: "make-folder", path: "Mixes" },
      { do: "make-folder", path: "Mixes/Old" },
    ]);
    expect(disk.where("mess/a.wav")).toBe("Audio/A.wav");
    expect(disk.where("b.wav")).toBe("Mixes/Old/b.wav");
  });

  it(
    "refuses what would overwrite, what two want, what goes into itself, and says " +
      "why; the rest is done",
    () => {
      const { refused, disk } = moved(tree("a", "b", "c", "d/", "d/e/"), [
        wish("a", "b"),
        wish("c", "x"),
        wish("d", "d", "d/e"),
        wish("nobody", "y"),
      ]);
      expect(refused).toEqual([
        "nobody: it is not there",
        "a: “b” stands there and stays",
        "d: in the end the folder would stand in itself",
      ]);
      expect(disk.where("c")).toBe("x");
      expect(moved(tree("a", "b"), [wish("a", "X"), wish("b", "x")]).refused).toEqual([
        "b: “x” is wanted by a as well",
      ]);
      expect(moved(tree("a"), [wish("a", "../up")]).refused).toEqual([
        "a: “../up” is no name for a file or folder",
      ]);
    },
  );

  it("lets a folder change places with one it holds", () => {
    const { disk } = moved(tree("out/", "out/in/", "out/in/x"), [
      wish("out/in", "out", ""),
      wish("out", "in", "out/in"),
    ]);
    expect(disk.where("out/in/x")).toBe("out/x");
    expect(disk.where("out")).toBe("out/in");
  });

  const NAMES = ["a", "b", "A", "c", "ab"];
  const anyTree = fc
    .uniqueArray(fc.array(fc.constantFrom(...NAMES), { minLength: 1, maxLength: 3 }), {
      selector: (p) => p.join("/"),
      minLength: 1,
      maxLength: 14,
    })
    .map((paths) => {
      const all = new Set(paths.map((p) => p.join("/")));
      const folders = new Set(
        [...all].flatMap((p) =>
          p
            .split("/")
            .slice(0, -1)
            .map((_, i) =>
              p
                .split("/")
                .slice(0, i + 1)
                .join("/"),
            ),
        ),
      );
      return [...new Set([...folders, ...all])].map((path): Entry => ({
        path,
        folder: folders.has(path) || path.length % 2 === 0,
        size: null,
      }));
    });

  it(
    "never overwrites, loses nothing, ends where it was wished to, leaves no temporary " +
      "name, and is undone, for any tree and wishes",
    () => {
      fc.assert(
        fc.property(
          anyTree,
          fc.array(fc.tuple(fc.nat(), fc.nat(), fc.constantFrom(...NAMES), fc.boolean()), {
            maxLength: 10,
          }),
          fc.boolean(),
          (entries, raw, oneCase) => {
            // A disk that takes capitals and small letters for one cannot hold a tree in which only they
            // differ.
            const start = oneCase
              ? entries
                  .filter(
                    (e, i) => entries.findIndex((x) => collisionKey(x.path) === collisionKey(e.path)) === i,
                  )
                  .filter((e, _, all) =>
                    e.path
                      .split("/")
                      .slice(0, -1)
                      .every((__, i) =>
                        all.some(
                          (x) =>
                            x.path ===
                            e.path
                              .split("/")
                              .slice(0, i + 1)
                              .join("/"),
                        ),
                      ),
                  )
              : entries;
            fc.pre(start.length > 0);
            const folders = ["", ...start.filter((e) => e.folder).map((e) => e.path)];
            const wishes = raw.map(([f, t, name, stay]): MoveWish => ({
              from: start[f % start.length]?.path ?? "",
              into: stay ? null : (folders[t % folders.length] ?? ""),
              name,
            }));
            const plan = planMoves(start, wishes);
            const disk = new Disk(start, oneCase);
            disk.run(plan.steps);
            expect(
              [...disk.there.values()]
                .filter((x) => !x.was.startsWith("new "))
                .map((x) => x.was)
                .sort(),
            ).toEqual(start.map((e) => e.path).sort());
            expect([...disk.there.values()].filter((x) => x.path.includes(".moving-"))).toEqual([]);
            const refused = new Set(plan.refused.map((r) => r.wish));
            for (const w of wishes) {
              if (refused.has(w)) continue;
              const home = w.into ?? folderOfPath(w.from);
              expect(disk.where(w.from)).toBe(home === "" ? w.name : `${disk.where(home) ?? ""}/${w.name}`);
            }
            disk.run(undoing(plan.steps));
            expect(
              [...disk.there.values()]
                .filter((x) => !x.was.startsWith("new "))
                .map((x) => x.path)
                .sort(),
            ).toEqual(start.map((e) => e.path).sort());
          },
        ),
        { numRuns: 2000 },
      );
    },
  );
});
