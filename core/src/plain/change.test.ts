import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { deeds, done } from "../fixtures/leadDeeds.ts";
import { ChangeRefused } from "../session/refused.ts";
import { house as houseSchema } from "../house/house.ts";
import type { House } from "../house/house.ts";
import { applyPlain, plainChange, insist, sortOut, undoOfPlain, valueAt } from "./change.ts";
import { plainDiff } from "./diff.ts";
import { housePieces, thingOf, withoutPiece } from "../house/pieces.ts";
import { usualHouse } from "../house/usual.ts";

const usual = usualHouse("Any house");

describe("changes of the house style", () => {
  it("lead from any state to any other, back again, and through the wire", () =>
    fc.assert(
      fc.property(deeds, deeds, (one, two) => {
        const [a, b] = [done(usual, one), done(usual, two)];
        const changes = plainDiff(a, b);
        expect(changes.map((c) => plainChange.parse(JSON.parse(JSON.stringify(c))))).toEqual(changes);
        expect(applyPlain(a, changes)).toEqual(b);
        expect(applyPlain(b, undoOfPlain(changes))).toEqual(a);
      }),
      { numRuns: 60 },
    ));

  it("are as small as what was done", () => {
    const renamed = {
      ...usual,
      palette: usual.palette.map((c, i) => (i === 3 ? { ...c, name: "Otter" } : c)),
    };
    expect(plainDiff(usual, renamed)).toEqual([
      {
        do: "set",
        at: ["palette", usual.palette[3]!.id, "name"],
        from: usual.palette[3]!.name,
        to: "Otter",
      },
    ]);
    const [first, ...rest] = usual.words.families;
    const moved = { ...usual, words: { ...usual.words, families: [...rest, first!] } };
    expect(plainDiff(usual, moved)).toHaveLength(1);
    expect(plainDiff(usual, usual)).toEqual([]);
  });

  it("of two leads go in together where they touch different things, and clash where they do not", () => {
    const mine = plainDiff(
      usual,
      done(usual, [
        [0, 1],
        [5, 3],
      ]),
    );
    const theirs = done(usual, [
      [0, 2],
      [5, 9],
    ]);
    const { doc, stand, clash } = sortOut(theirs, mine);
    expect([stand.length, clash.length]).toEqual([1, 1]);
    expect([doc.folderFrom, doc.palette[1]?.hex, doc.palette[2]?.hex]).toEqual([10, "#000001", "#000002"]);
    const all = applyPlain(doc, insist(doc, clash));
    expect(all.folderFrom).toBe(4);
    expect(insist(all, clash)).toEqual([]);
  });

  it("are refused where what they replace is another by now, and nothing is changed", () => {
    const changes = plainDiff(usual, { ...usual, folderFrom: 9 });
    expect(() => applyPlain({ ...usual, folderFrom: 5 }, changes)).toThrow(ChangeRefused);
    const gone = { ...usual, palette: usual.palette.slice(1) };
    expect(() => applyPlain(gone, plainDiff(usual, done(usual, [[0, 0]])))).toThrow(
      "is not there any more",
    );
  });
});

describe("what a draft changes, thing by thing", () => {
  it("is all of it, and each can be taken back by itself", () => {
    const draft = done(usual, [
      [0, 1],
      [4, 2],
      [5, 3],
      [8, 20],
    ]);
    const pieces = housePieces(usual, draft);
    expect(pieces).toHaveLength(4);
    expect(pieces.flatMap((p) => p.says).join(" ")).toContain("A folder is made from 4 tracks on");
    for (const p of pieces) {
      const left = withoutPiece(draft, p);
      expect(housePieces(usual, left).map((x) => x.says)).toEqual(
        pieces.filter((x) => x !== p).map((x) => x.says),
      );
    }
    expect(pieces.reduce(withoutPiece, draft)).toEqual(usual);
    // What somebody did is found again under what it is about.
    expect(new Set(plainDiff(usual, draft).map(thingOf))).toEqual(new Set(pieces.map((p) => p.thing)));
  });

  it(
    "says something of every change, and taking all back leaves what the edition says, but " +
      "for the order of what stood elsewhere",
    () =>
      fc.assert(
        fc.property(deeds, (list) => {
          const draft = done(usual, list);
          const pieces = housePieces(usual, draft);
          for (const p of pieces) expect(p.says.length).toBeGreaterThan(0);
          const back = pieces.reduce(withoutPiece, draft);
          const sorted = (h: House) => ({
            ...h,
            palette: h.palette.toSorted((a, b) => a.id.localeCompare(b.id)),
            words: { ...h.words, roles: h.words.roles.toSorted((a, b) => a.id.localeCompare(b.id)) },
          });
          expect(sorted(back)).toEqual(sorted(usual));
        }),
        { numRuns: 12 },
      ),
  );

  it("keeps values that are not there apart from those that are", () => {
    const without = { ...usual, starts: usual.starts.map((s, i) => (i === 0 ? { ...s, then: {} } : s)) };
    const id = usual.starts[0]!.id;
    const changes = plainDiff(usual, without);
    expect(valueAt(applyPlain(usual, changes), ["starts", id, "then"])).toEqual({});
    expect(houseSchema.safeParse(applyPlain(without, undoOfPlain(changes))).success).toBe(true);
  });
});
