import { describe, expect, it } from "vitest";
import { hash, storyEvening } from "../fixtures/ordered.ts";
import { heldSound } from "../fixtures/evening.ts";
import { apply } from "../session/apply.ts";
import type { Session } from "../session/document.ts";
import { dropIn } from "./dropIn.ts";
import { piecesOf } from "./pieces.ts";
import { recognise } from "./recognise.ts";
import { orderOf, settle } from "./settle.ts";

const sounds = (...of: [name: string, seconds: number, letter: string][]) =>
  of.map(([name, seconds, letter]) => ({ name, held: heldSound(`${name}.wav`, seconds, hash(letter)) }));
const withDrops = (s: Session, drops: Parameters<typeof dropIn>[1]): Session => {
  const next = apply(s, dropIn(s, drops).changes);
  return apply(next, settle(next, new Map()));
};

describe("this week's files", () => {
  const week = [
    { piece: "r4", sounds: sounds(["Eel 1", 700, "1"], ["Eel 2", 590.5, "2"]) },
    { piece: "r6", sounds: sounds(["Second", 1500, "3"]) },
  ];

  it("take the place of what waited, part by part, and are of the job", () => {
    const s = withDrops(storyEvening(), week);
    const tales = s.tracks[3]!.items;
    expect(tales.map((i) => [i.name, i.at, i.length, i.job, i.piece])).toEqual([
      ["Oyster break", 1390.5, 64, false, "r5"],
      ["By itself", 7, 3, false, null],
      ["Eel 1", 100, 700, true, "r4"],
      ["Eel 2", 800, 590.5, true, "r4"],
      ["Second", 1455.5, 1500, true, "r6"],
    ]);
    expect(new Set(tales.map((i) => i.id)).size).toBe(5);
    expect(orderOf(s).gaps).toEqual([expect.objectContaining({ sort: "free", by: 374.5 })]);
    expect(piecesOf(s).map((p) => p.state)).not.toContain("missing");
  });

  it("push out what was of last week, also where nothing new comes for it", () => {
    const last = withDrops(storyEvening(), week);
    const heard = { ...last, order: last.order.map((p) => ({ ...p, approved: true })) };
    const dropped = dropIn(heard, [{ piece: "r4", sounds: sounds(["New", 1200, "4"]) }]);
    expect(dropped.emptied).toEqual(["r6"]);
    const next = apply(heard, dropped.changes);
    const left = next.tracks.flatMap((t) => t.items).filter((i) => i.job);
    expect(left.map((i) => i.name)).toEqual(["New"]);
    const states = Object.fromEntries(piecesOf(next).map((p) => [p.id, p.state]));
    expect(states).toMatchObject({ r3: "approved", r4: "recorded", r6: "missing" });
    expect(piecesOf(next).find((p) => p.id === "r6")?.length).toBe(1500);
  });

  it("say of which pieces nobody knows where they are to lie", () => {
    const s = storyEvening();
    const bare = {
      ...s,
      tracks: s.tracks.map((t) => ({ ...t, items: t.items.filter((i) => i.piece !== "r4") })),
    };
    expect(dropIn(bare, week).nowhere).toEqual(["r4"]);
  });
});

describe("recognised by name", () => {
  const pieces = piecesOf(storyEvening());
  const seen = (...files: string[]) =>
    recognise(pieces, files).map((r) => [r.file, r.piece, r.part, r.sure]);

  it("by more than half of the telling words, parts in order", () => {
    expect(
      seen("EelMoon_pt2.wav", "second-tale 2026-11-29.wav", "The eel and the moon, part 1.wav"),
    ).toEqual(
      [
        ["second-tale 2026-11-29.wav", "r6", 29, true],
        ["The eel and the moon, part 1.wav", "r4", 1, true],
        ["EelMoon_pt2.wav", "r4", 2, true],
      ].toSorted((a, b) => (a[2] as number) - (b[2] as number)),
    );
  });

  it("not, where a name says nothing and several pieces wait; what is there already is not asked for", () => {
    expect(seen("REC_0041.wav", "Tide bell.wav")).toEqual(
      [
        ["Tide bell.wav", null, null, false],
        ["REC_0041.wav", null, null, false],
      ]
        .toReversed()
        .toSorted((a, b) => String(a[0]).localeCompare(String(b[0]))),
    );
  });

  it("as the only piece that waits, which is said to be a guess", () => {
    const one = pieces.filter((p) => p.id !== "r6");
    expect(recognise(one, ["take B.wav", "take A.wav"])).toEqual([
      { file: "take A.wav", index: 1, piece: "r4", part: null, sure: false },
      { file: "take B.wav", index: 0, piece: "r4", part: null, sure: false },
    ]);
  });
});
