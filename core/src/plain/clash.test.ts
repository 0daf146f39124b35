import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { deeds, done } from "../fixtures/leadDeeds.ts";
import { ChangeRefused } from "../session/refused.ts";
import type { House } from "../house/house.ts";
import { applyPlain, decidesTheSame, insist, sortOut, undoOfPlain, valueAt } from "./change.ts";
import type { PlainChange } from "./change.ts";
import { plainDiff } from "./diff.ts";
import { usualHouse } from "../house/usual.ts";

const usual = usualHouse("Any house");
type Colour = House["palette"][number];

describe("a change that cannot be made", () => {
  const [first, second, third] = usual.palette.map((c) => c.id) as [string, string, string];
  const item = (id: string) => usual.palette.find((c) => c.id === id)!;
  const otter = { id: "otter", name: "Otter", hex: "#112233" };
  const refusal = (c: PlainChange, house: House = usual): string => {
    try {
      applyPlain(house, [c]);
    } catch (e) {
      if (e instanceof ChangeRefused) return e.message;
      throw e;
    }
    return "done";
  };

  it.each<[string, PlainChange, string]>([
    [
      "a value that is another by now",
      { do: "set", at: ["palette", first, "name"], from: "Nobody", to: "x" },
      `“${first} · name” has been changed since.`,
    ],
    [
      "a thing that is gone",
      { do: "set", at: ["palette", "gone", "name"], from: "x", to: "y" },
      "“gone” is not there any more.",
    ],
    [
      "a way that leads into a value",
      { do: "set", at: ["palette", first, "name", "more"], to: "y" },
      "There is no “more” any more.",
    ],
    [
      "one more of what is there",
      { do: "add", at: ["palette"], item: item(first), after: null },
      `There is a “${first}” already.`,
    ],
    [
      "one behind what is gone",
      { do: "add", at: ["palette"], item: otter, after: "gone" },
      "“gone”, behind which “otter” should stand, is not there any more.",
    ],
    [
      "taking out what is other by now",
      { do: "take-out", at: ["palette"], item: { ...item(first), name: "Other" }, after: null },
      `“${first}” has been changed since.`,
    ],
    [
      "taking out what stands elsewhere",
      { do: "take-out", at: ["palette"], item: item(second), after: null },
      `“${second}” stands somewhere else by now.`,
    ],
    [
      "moving what stands elsewhere",
      { do: "move", at: ["palette"], id: third, from: first, to: null },
      `“${third}” stands somewhere else by now.`,
    ],
    [
      "moving what is gone",
      { do: "move", at: ["palette"], id: "gone", from: null, to: first },
      "“gone” is not there any more.",
    ],
    [
      "an item of what is no list",
      { do: "add", at: ["names"], item: otter, after: null },
      "“names” is no list any more.",
    ],
  ])("says why: %s", (_what, change, reason) => expect(refusal(change)).toBe(reason));

  it("names which of several it was, and none of them is made", () => {
    const fine: PlainChange = { do: "set", at: ["folderFrom"], from: usual.folderFrom, to: 9 };
    const off: PlainChange = { do: "move", at: ["palette"], id: "gone", from: null, to: null };
    try {
      applyPlain(usual, [fine, off]);
      expect.unreachable();
    } catch (e) {
      expect(e).toMatchObject({ index: 1 });
    }
    expect(usual.folderFrom).not.toBe(9);
  });
});

describe("insisting on one's own change of the house style", () => {
  const [first, second, third] = usual.palette as [Colour, Colour, Colour];
  const ids = (h: House): string[] => h.palette.map((c) => c.id);
  const insisted = (now: House, c: PlainChange): House => applyPlain(now, insist(now, [c]));
  const take = (h: House, id: string): House => ({ ...h, palette: h.palette.filter((c) => c.id !== id) });

  it("sets over theirs, also to a value that is not there at all", () => {
    const mine: PlainChange = {
      do: "set",
      at: ["palette", first.id, "name"],
      from: first.name,
      to: "Mine",
    };
    const theirs = {
      ...usual,
      palette: usual.palette.map((c, i) => (i === 0 ? { ...c, name: "Theirs" } : c)),
    };
    expect(insisted(theirs, mine).palette[0]?.name).toBe("Mine");
    expect(insist(insisted(theirs, mine), [mine])).toEqual([]);
    const [start] = usual.starts as [House["starts"][number]];
    const at = ["starts", start.id, "then", "level"];
    const level = (n: number): House => ({
      ...usual,
      starts: usual.starts.map((s, i) => (i === 0 ? { ...s, then: { level: n } } : s)),
    });
    const none = insisted(level(-3), { do: "set", at, from: -1 });
    expect("level" in none.starts[0]!.then).toBe(false);
    expect(valueAt(none, at)).toBeUndefined();
    expect(insist(none, [{ do: "set", at, from: -1 }])).toEqual([]);
  });

  it("leaves a thing out that they took out meanwhile: there is nothing to set", () => {
    const mine: PlainChange = {
      do: "set",
      at: ["palette", first.id, "name"],
      from: first.name,
      to: "Mine",
    };
    expect(insist(take(usual, first.id), [mine])).toEqual([]);
  });

  it("adds at the end where the neighbour is gone, and not twice", () => {
    const item = { id: "otter", name: "Otter", hex: "#112233" };
    const mine: PlainChange = { do: "add", at: ["palette"], item, after: second.id };
    expect(ids(insisted(usual, mine)).indexOf("otter")).toBe(2);
    expect(ids(insisted(take(usual, second.id), mine)).at(-1)).toBe("otter");
    expect(insist(insisted(usual, mine), [mine])).toEqual([]);
  });

  it("takes out what they changed or moved meanwhile", () => {
    const mine: PlainChange = {
      do: "take-out",
      at: ["palette"],
      item: { ...third, name: "Was" },
      after: null,
    };
    const now = insisted(usual, mine);
    expect(ids(now)).toEqual(ids(usual).filter((id) => id !== third.id));
    expect(insist(now, [mine])).toEqual([]);
    // And it comes back as they had it, where it stood.
    const [change] = insist(usual, [mine]);
    expect(applyPlain(now, undoOfPlain([change!]))).toEqual(usual);
  });

  it("moves behind the one it was to stand behind, wherever that stands by now", () => {
    const mine: PlainChange = { do: "move", at: ["palette"], id: third.id, from: "x", to: first.id };
    const now = insisted(usual, mine);
    expect(ids(now).slice(0, 3)).toEqual([first.id, third.id, second.id]);
    expect(insist(now, [mine])).toEqual([]);
    expect(ids(insisted(usual, { ...mine, to: null }))[0]).toBe(third.id);
    expect(ids(insisted(take(usual, first.id), mine)).at(-1)).toBe(third.id);
    expect(insist(take(usual, third.id), [mine])).toEqual([]);
  });

  it("brings about what was wanted, and then has nothing left to do, whatever two leads did", () =>
    fc.assert(
      fc.property(deeds, deeds, (one, two) => {
        const [mine, theirs] = [done(usual, one), done(usual, two)];
        const { doc, stand, clash } = sortOut(theirs, plainDiff(usual, mine));
        expect(applyPlain(theirs, stand)).toEqual(doc);
        for (const c of clash) {
          const now = insisted(doc, c);
          expect(insist(now, [c])).toEqual([]);
          const there = valueAt(doc, c.at.slice(0, -1)) !== undefined;
          if (c.do === "set" && there) expect(valueAt(now, c.at)).toEqual(c.to);
        }
      }),
      { numRuns: 40 },
    ));
});

describe("two changes of the house style", () => {
  const set = (at: string[]): PlainChange => ({ do: "set", at, from: 1, to: 2 });
  const item = { id: "otter", name: "Otter", hex: "#112233" };

  it("decide the same where they are about one value, or one item of one list", () => {
    expect(decidesTheSame(set(["folderFrom"]), set(["folderFrom"]))).toBe(true);
    expect(
      decidesTheSame(
        { do: "add", at: ["palette"], item, after: null },
        { do: "move", at: ["palette"], id: "otter", from: null, to: "x" },
      ),
    ).toBe(true);
  });

  it("decide different things of two values, two items, or of an item and a value of it", () => {
    expect(decidesTheSame(set(["folderFrom"]), set(["palette", "otter", "hex"]))).toBe(false);
    expect(
      decidesTheSame(
        { do: "take-out", at: ["palette"], item, after: null },
        { do: "take-out", at: ["palette"], item: { ...item, id: "heron" }, after: null },
      ),
    ).toBe(false);
    expect(
      decidesTheSame(
        { do: "take-out", at: ["palette"], item, after: null },
        set(["palette", "otter", "hex"]),
      ),
    ).toBe(false);
  });
});
