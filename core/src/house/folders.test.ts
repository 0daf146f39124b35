import fc from "fast-check";
import { sessionOf } from "../fixtures/sessions.ts";
import { describe, expect, it } from "vitest";
import { check } from "../check/check.ts";
import { lightnessOf } from "../fixtures/lightness.ts";
import { apply } from "../session/apply.ts";
import { diff } from "../session/diff.ts";
import type { Session } from "../session/document.ts";
import { tint } from "../colour/tint.ts";
import { dress, dressed } from "./dress.ts";
import {
  addFolder,
  foldersInOrder,
  moveFolder,
  placeFolder,
  removeFolder,
  withFolder,
} from "./editFolders.ts";
import type { House } from "./house.ts";
import { house as houseSchema } from "./house.ts";
import { makeStyle } from "./style.ts";
import { usualHouse } from "./usual.ts";

const house = usualHouse("x");
const order = (h: House): string[] =>
  foldersInOrder(h.folders).map(({ folder, depth }) => `${"-".repeat(depth)}${folder.role}`);

describe("the folders of the house order", () => {
  it("nest as they are drawn: the engine room holds the kit", () => {
    const after = dressed(makeStyle(house), sessionOf("Kick", "Snare", "Iron 1", "Iron 2"));
    expect(
      after.tracks.map((t) => [t.name, after.tracks.find((p) => p.id === t.parent)?.name ?? null]),
    ).toEqual([
      ["ENGINE", null],
      ["Iron_1", "ENGINE"],
      ["Iron_2", "ENGINE"],
      ["KIT", "ENGINE"],
      ["Kick", "KIT"],
      ["Snare", "KIT"],
      ["Main", null],
    ]);
    expect(after.tracks.find((t) => t.name === "KIT")).toMatchObject({ width: 90, format: "stereo" });
  });

  it("are made from as many members as they say, and take roles whatever their family", () => {
    const own = withFolder(withFolder(house, "guitars", { from: 1 }), "folk", { roles: ["kick"], from: 1 });
    const after = dressed(makeStyle(own), sessionOf("EGtr amp", "Kick"));
    expect(
      after.tracks
        .filter((t) => t.kind === "folder")
        .map((t) => t.role)
        .sort(),
    ).toEqual(["folk", "guitars"]);
    expect(after.tracks.find((t) => t.name === "Kick")?.parent).toBe("folder-folk");
  });

  it("that carry no sound let their members feed what does, and a folder that differs is a finding", () => {
    const plain = withFolder(house, "drum-kit", { carries: false });
    const after = dressed(makeStyle(plain), sessionOf("Kick", "Snare", "Iron 1", "Iron 2"));
    const kit = after.tracks.find((t) => t.role === "drum-kit")!;
    expect(kit).toMatchObject({ format: null, feeds: null });
    expect(after.tracks.find((t) => t.name === "Kick")?.feeds).toBe("folder-engine-room");
    expect(check(makeStyle(plain), after)).toEqual([]);
    const [finding] = check(makeStyle(house), after).filter((f) => f.rule === "folder-sound");
    expect(finding).toMatchObject({ says: "The folder “KIT” carries no sound.", after: "carries sound" });
    expect(check(makeStyle(house), apply(after, finding!.fix!.changes))).toEqual([]);
    const sounding = dressed(makeStyle(house), sessionOf("Kick", "Snare", "Iron 1", "Iron 2"));
    const [other] = check(makeStyle(plain), sounding).filter((f) => f.rule === "folder-sound");
    expect(check(makeStyle(plain), apply(sounding, other!.fix!.changes))).toEqual([]);
  });

  it("pass their colour on, the same or in steps of lightness that stay when tracks come and go", () => {
    const same = makeStyle(withFolder(house, "drum-kit", { passes: "same", colour: "moss" }));
    const all = dressed(same, sessionOf("Kick", "Snare", "Hat"));
    expect(new Set(all.tracks.filter((t) => t.id !== "main").map((t) => t.colour))).toEqual(
      new Set(["#4a714c"]),
    );
    const steps = makeStyle(withFolder(house, "drum-kit", { passes: "steps", colour: "moss" }));
    const colours = (s: Session): Map<string, string | null> =>
      new Map(dressed(steps, s).tracks.map((t) => [t.name, t.colour]));
    const three = colours(sessionOf("Kick", "Snare", "Hat"));
    expect(new Set([three.get("Kick"), three.get("Snare"), three.get("Hat")]).size).toBe(3);
    expect(colours(sessionOf("Kick", "Hat")).get("Hat")).toBe(three.get("Hat"));
    expect(check(steps, dressed(steps, sessionOf("Kick", "Snare", "Hat")))).toEqual([]);
  });

  it("steps of a colour keep its hue and lie apart, for any colour of a screen", () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 0xffffff }), (n) => {
        const hex = `#${n.toString(16).padStart(6, "0")}`;
        expect(tint(hex, 0)).toBe(hex);
        const others = [1, 2, 3, 4].map((s) => tint(hex, s));
        for (const c of others) expect(c).toMatch(/^#[0-9a-f]{6}$/);
        // 7 hundredths of lightness between neighbours, less what eight bits a channel round away.
        const lightness = others.map(lightnessOf).sort((a, b) => a - b);
        for (let i = 1; i < lightness.length; i++)
          expect(lightness[i]! - lightness[i - 1]!).toBeGreaterThan(0.05);
      }),
      { numRuns: 300 },
    );
  });
});

describe("arranging", () => {
  /**
   * The fewest tracks that must move to bring a list in another order: all but a longest run that stands
   * right already.
   */
  const fewest = (now: readonly string[], wanted: readonly string[]): number => {
    let best = 0;
    for (let mask = 0; mask < 1 << now.length; mask++) {
      const stay = now.filter((_, i) => mask & (1 << i));
      if (stay.length > best && stay.join() === wanted.filter((x) => stay.includes(x)).join())
        best = stay.length;
    }
    return now.length - best;
  };

  it("moves as few tracks as can be, by brute force over every choice of what stays", () => {
    const style = makeStyle({ ...house, folderFrom: 20 });
    const names = ["Kick", "Snare", "Hat", "Ride", "Crash", "EGtr", "Piano"];
    fc.assert(
      fc.property(fc.shuffledSubarray(names, { minLength: 2 }), (list) => {
        const s = sessionOf(...list);
        const settled = dressed(style, s);
        const moves = dress(style, s).filter((c) => c.do === "move");
        expect(moves).toHaveLength(
          fewest(
            s.tracks.map((t) => t.id),
            settled.tracks.map((t) => t.id),
          ),
        );
        expect(apply(s, diff(s, settled)).tracks.map((t) => t.id)).toEqual(settled.tracks.map((t) => t.id));
      }),
      { numRuns: 150 },
    );
  });
});

describe("changing the tree", () => {
  it("moves a folder up, down, into the one before and out again", () => {
    expect(order(moveFolder(house, "engine-room", "up")).slice(0, 3)).toEqual([
      "engine-room",
      "-drum-kit",
      "pans",
    ]);
    const inside = moveFolder(house, "guitars", "in");
    expect(order(inside).slice(0, 5)).toEqual([
      "pans",
      "engine-room",
      "-drum-kit",
      "bass-section",
      "-guitars",
    ]);
    expect(order(moveFolder(inside, "guitars", "out"))).toEqual(order(house));
    expect(moveFolder(house, "pans", "up")).toBe(house);
    expect(order(moveFolder(house, "drum-kit", "out")).slice(0, 3)).toEqual([
      "pans",
      "engine-room",
      "drum-kit",
    ]);
  });

  it("puts a folder where it is dropped, never into itself, and loses none, for any drops", () => {
    expect(placeFolder(house, "engine-room", "into", "drum-kit")).toBe(house);
    const roles = foldersInOrder(house.folders).map(({ folder }) => folder.role);
    fc.assert(
      fc.property(
        fc.array(
          fc.tuple(
            fc.constantFrom(...roles),
            fc.constantFrom("before" as const, "after" as const, "into" as const),
            fc.constantFrom(...roles),
          ),
          { maxLength: 12 },
        ),
        (drops) => {
          const after = drops.reduce(
            (h, [role, where, other]) => placeFolder(h, role, where, other),
            house,
          );
          expect(
            foldersInOrder(after.folders)
              .map(({ folder }) => folder.role)
              .sort(),
          ).toEqual([...roles].sort());
          expect(houseSchema.safeParse(after).success).toBe(true);
        },
      ),
      { numRuns: 100 },
    );
  });

  it("takes a folder out and keeps what stood in it; adds one for a family nobody has yet", () => {
    expect(order(removeFolder(house, "engine-room")).slice(0, 2)).toEqual(["pans", "drum-kit"]);
    const added = addFolder(removeFolder(house, "strings"), "strings");
    expect(added.folders.at(-1)).toMatchObject({ role: "strings", families: ["strings"] });
  });
});
