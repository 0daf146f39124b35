import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { ChangeRefused } from "../session/refused.ts";
import { house as houseSchema } from "./house.ts";
import type { House } from "./house.ts";
import {
  applyToHouse,
  decidesTheSameOfHouse,
  houseChange,
  insistOnHouse,
  sortOutOfHouse,
  undoOfHouse,
  valueAt,
} from "./houseChange.ts";
import type { HouseChange } from "./houseChange.ts";
import { houseDiff } from "./houseDiff.ts";
import { housePieces, thingOf, withoutPiece } from "./pieces.ts";
import { usualHouse } from "./usual.ts";

const usual = usualHouse("Any house");
type Colour = House["palette"][number];

/** Gestures of a lead, each on whatever house there is. */
const gestures: readonly ((h: House, n: number) => House)[] = [
  (h, n) => ({
    ...h,
    palette: h.palette.map((c, i) =>
      i === n % h.palette.length ? { ...c, hex: `#0000${(n % 256).toString(16).padStart(2, "0")}` } : c,
    ),
  }),
  (h, n) => ({
    ...h,
    palette: [
      ...h.palette.slice(0, n % h.palette.length),
      { id: `made-${n}`, name: `Made ${n}`, hex: "#112233" },
      ...h.palette.slice(n % h.palette.length),
    ],
  }),
  (h, n) => {
    const at = n % h.words.roles.length;
    const r = h.words.roles[at]!;
    const rest = h.words.roles.filter((x) => x !== r);
    const to = (n * 7) % rest.length;
    return { ...h, words: { ...h.words, roles: [...rest.slice(0, to), r, ...rest.slice(to)] } };
  },
  (h, n) => ({
    ...h,
    words: { ...h.words, roles: h.words.roles.filter((_, i) => i !== n % h.words.roles.length) },
  }),
  (h, n) => ({
    ...h,
    words: {
      ...h.words,
      roles: h.words.roles.map((r, i) =>
        i === n % h.words.roles.length
          ? { ...r, heard: [...r.heard, { text: `heard ${n}`, within: null, doubtful: false }] }
          : r,
      ),
    },
  }),
  (h, n) => ({ ...h, folderFrom: 1 + (n % 20) }),
  (h, n) => ({
    ...h,
    starts: h.starts.map((s, i) =>
      i === n % h.starts.length ? { ...s, then: n % 2 === 0 ? { level: 1 - (n % 100) } : {} } : s,
    ),
  }),
  (h, n) => ({
    ...h,
    folders: h.folders.map((f, i) =>
      i === n % h.folders.length ? { ...f, level: 1 - (n % 30), inside: [...f.inside].reverse() } : f,
    ),
  }),
  (h, n) => ({ ...h, names: { ...h.names, track: { ...h.names.track, budget: 8 + (n % 40) } } }),
];
const deeds = fc.array(fc.tuple(fc.nat({ max: gestures.length - 1 }), fc.nat({ max: 997 })), {
  maxLength: 8,
});
const done = (house: House, list: readonly (readonly [number, number])[]): House =>
  list.reduce((h, [g, n]) => gestures[g]!(h, n), house);

describe("changes of the house style", () => {
  it("lead from any state to any other, back again, and through the wire", () =>
    fc.assert(
      fc.property(deeds, deeds, (one, two) => {
        const [a, b] = [done(usual, one), done(usual, two)];
        const changes = houseDiff(a, b);
        expect(changes.map((c) => houseChange.parse(JSON.parse(JSON.stringify(c))))).toEqual(changes);
        expect(applyToHouse(a, changes)).toEqual(b);
        expect(applyToHouse(b, undoOfHouse(changes))).toEqual(a);
      }),
      { numRuns: 60 },
    ));

  it("are as small as what was done", () => {
    const renamed = {
      ...usual,
      palette: usual.palette.map((c, i) => (i === 3 ? { ...c, name: "Otter" } : c)),
    };
    expect(houseDiff(usual, renamed)).toEqual([
      {
        do: "set",
        at: ["palette", usual.palette[3]!.id, "name"],
        from: usual.palette[3]!.name,
        to: "Otter",
      },
    ]);
    const [first, ...rest] = usual.words.families;
    const moved = { ...usual, words: { ...usual.words, families: [...rest, first!] } };
    expect(houseDiff(usual, moved)).toHaveLength(1);
    expect(houseDiff(usual, usual)).toEqual([]);
  });

  it("of two leads go in together where they touch different things, and clash where they do not", () => {
    const mine = houseDiff(
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
    const { doc, stand, clash } = sortOutOfHouse(theirs, mine);
    expect([stand.length, clash.length]).toEqual([1, 1]);
    expect([doc.folderFrom, doc.palette[1]?.hex, doc.palette[2]?.hex]).toEqual([10, "#000001", "#000002"]);
    const all = applyToHouse(doc, insistOnHouse(doc, clash));
    expect(all.folderFrom).toBe(4);
    expect(insistOnHouse(all, clash)).toEqual([]);
  });

  it("are refused where what they replace is another by now, and nothing is changed", () => {
    const changes = houseDiff(usual, { ...usual, folderFrom: 9 });
    expect(() => applyToHouse({ ...usual, folderFrom: 5 }, changes)).toThrow(ChangeRefused);
    const gone = { ...usual, palette: usual.palette.slice(1) };
    expect(() => applyToHouse(gone, houseDiff(usual, done(usual, [[0, 0]])))).toThrow(
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
    expect(new Set(houseDiff(usual, draft).map(thingOf))).toEqual(new Set(pieces.map((p) => p.thing)));
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
    const changes = houseDiff(usual, without);
    expect(valueAt(applyToHouse(usual, changes), ["starts", id, "then"])).toEqual({});
    expect(houseSchema.safeParse(applyToHouse(without, undoOfHouse(changes))).success).toBe(true);
  });
});

describe("a change that cannot be made", () => {
  const [first, second, third] = usual.palette.map((c) => c.id) as [string, string, string];
  const item = (id: string) => usual.palette.find((c) => c.id === id)!;
  const otter = { id: "otter", name: "Otter", hex: "#112233" };
  const refusal = (c: HouseChange, house: House = usual): string => {
    try {
      applyToHouse(house, [c]);
    } catch (e) {
      if (e instanceof ChangeRefused) return e.message;
      throw e;
    }
    return "done";
  };

  it.each<[string, HouseChange, string]>([
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
    const fine: HouseChange = { do: "set", at: ["folderFrom"], from: usual.folderFrom, to: 9 };
    const off: HouseChange = { do: "move", at: ["palette"], id: "gone", from: null, to: null };
    try {
      applyToHouse(usual, [fine, off]);
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
  const insisted = (now: House, c: HouseChange): House => applyToHouse(now, insistOnHouse(now, [c]));
  const take = (h: House, id: string): House => ({ ...h, palette: h.palette.filter((c) => c.id !== id) });

  it("sets over theirs, also to a value that is not there at all", () => {
    const mine: HouseChange = {
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
    expect(insistOnHouse(insisted(theirs, mine), [mine])).toEqual([]);
    const [start] = usual.starts as [House["starts"][number]];
    const at = ["starts", start.id, "then", "level"];
    const level = (n: number): House => ({
      ...usual,
      starts: usual.starts.map((s, i) => (i === 0 ? { ...s, then: { level: n } } : s)),
    });
    const none = insisted(level(-3), { do: "set", at, from: -1 });
    expect("level" in none.starts[0]!.then).toBe(false);
    expect(valueAt(none, at)).toBeUndefined();
    expect(insistOnHouse(none, [{ do: "set", at, from: -1 }])).toEqual([]);
  });

  it("leaves a thing out that they took out meanwhile: there is nothing to set", () => {
    const mine: HouseChange = {
      do: "set",
      at: ["palette", first.id, "name"],
      from: first.name,
      to: "Mine",
    };
    expect(insistOnHouse(take(usual, first.id), [mine])).toEqual([]);
  });

  it("adds at the end where the neighbour is gone, and not twice", () => {
    const item = { id: "otter", name: "Otter", hex: "#112233" };
    const mine: HouseChange = { do: "add", at: ["palette"], item, after: second.id };
    expect(ids(insisted(usual, mine)).indexOf("otter")).toBe(2);
    expect(ids(insisted(take(usual, second.id), mine)).at(-1)).toBe("otter");
    expect(insistOnHouse(insisted(usual, mine), [mine])).toEqual([]);
  });

  it("takes out what they changed or moved meanwhile", () => {
    const mine: HouseChange = {
      do: "take-out",
      at: ["palette"],
      item: { ...third, name: "Was" },
      after: null,
    };
    const now = insisted(usual, mine);
    expect(ids(now)).toEqual(ids(usual).filter((id) => id !== third.id));
    expect(insistOnHouse(now, [mine])).toEqual([]);
    // And it comes back as they had it, where it stood.
    const [change] = insistOnHouse(usual, [mine]);
    expect(applyToHouse(now, undoOfHouse([change!]))).toEqual(usual);
  });

  it("moves behind the one it was to stand behind, wherever that stands by now", () => {
    const mine: HouseChange = { do: "move", at: ["palette"], id: third.id, from: "x", to: first.id };
    const now = insisted(usual, mine);
    expect(ids(now).slice(0, 3)).toEqual([first.id, third.id, second.id]);
    expect(insistOnHouse(now, [mine])).toEqual([]);
    expect(ids(insisted(usual, { ...mine, to: null }))[0]).toBe(third.id);
    expect(ids(insisted(take(usual, first.id), mine)).at(-1)).toBe(third.id);
    expect(insistOnHouse(take(usual, third.id), [mine])).toEqual([]);
  });

  it("brings about what was wanted, and then has nothing left to do, whatever two leads did", () =>
    fc.assert(
      fc.property(deeds, deeds, (one, two) => {
        const [mine, theirs] = [done(usual, one), done(usual, two)];
        const { doc, stand, clash } = sortOutOfHouse(theirs, houseDiff(usual, mine));
        expect(applyToHouse(theirs, stand)).toEqual(doc);
        for (const c of clash) {
          const now = insisted(doc, c);
          expect(insistOnHouse(now, [c])).toEqual([]);
          const there = valueAt(doc, c.at.slice(0, -1)) !== undefined;
          if (c.do === "set" && there) expect(valueAt(now, c.at)).toEqual(c.to);
        }
      }),
      { numRuns: 40 },
    ));
});

describe("two changes of the house style", () => {
  const set = (at: string[]): HouseChange => ({ do: "set", at, from: 1, to: 2 });
  const item = { id: "otter", name: "Otter", hex: "#112233" };

  it("decide the same where they are about one value, or one item of one list", () => {
    expect(decidesTheSameOfHouse(set(["folderFrom"]), set(["folderFrom"]))).toBe(true);
    expect(
      decidesTheSameOfHouse(
        { do: "add", at: ["palette"], item, after: null },
        { do: "move", at: ["palette"], id: "otter", from: null, to: "x" },
      ),
    ).toBe(true);
  });

  it("decide different things of two values, two items, or of an item and a value of it", () => {
    expect(decidesTheSameOfHouse(set(["folderFrom"]), set(["palette", "otter", "hex"]))).toBe(false);
    expect(
      decidesTheSameOfHouse(
        { do: "take-out", at: ["palette"], item, after: null },
        { do: "take-out", at: ["palette"], item: { ...item, id: "heron" }, after: null },
      ),
    ).toBe(false);
    expect(
      decidesTheSameOfHouse(
        { do: "take-out", at: ["palette"], item, after: null },
        set(["palette", "otter", "hex"]),
      ),
    ).toBe(false);
  });
});
