import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { mergeLists } from "./mergeLists.ts";
import { SESSION } from "./sessionFields.ts";
import { TRACK } from "./trackFields.ts";

const send = (id: string, to: string, level = -12, beforeFader = false) => ({ id, to, level, beforeFader });

describe("a list two people changed", () => {
  it("keeps what each of them added, changed and took out", () => {
    const from = [send("s1", "plate"), send("s2", "room"), send("s3", "hall")];
    const mine = [send("s1", "plate", -6), send("s2", "room"), send("s3", "hall"), send("s4", "cue")];
    const theirs = [send("s1", "plate"), send("s3", "hall", -20)];
    expect(mergeLists<unknown>(TRACK.sends, from, mine, theirs)).toEqual({
      to: [send("s1", "plate", -6), send("s3", "hall", -20), send("s4", "cue")],
    });
  });

  it("merges two values of one item, and two members of one link set", () => {
    expect(
      mergeLists<unknown>(
        TRACK.sends,
        [send("s1", "plate")],
        [send("s1", "plate", -3)],
        [send("s1", "plate", -12, true)],
      ),
    ).toEqual({ to: [send("s1", "plate", -3, true)] });
    const link = (...members: string[]) => ({
      id: "l1",
      name: "Kit",
      colour: "#112233",
      shares: ["arm"],
      members,
      followers: [],
    });
    expect(
      mergeLists<unknown>(SESSION.links, [link("a", "b")], [link("a", "b", "c")], [link("b")]),
    ).toEqual({
      to: [link("b", "c")],
    });
  });

  it("takes a device or a version of a chain as one value: never half of mine and half of theirs", () => {
    const on = (chain: { id: string; version: number }, bypassed = true) => [
      { id: "i1", kind: "EQ", chain, bypassed },
    ];
    expect(
      mergeLists<unknown>(
        TRACK.inserts,
        on({ id: "a", version: 1 }),
        on({ id: "b", version: 1 }),
        on({ id: "a", version: 2 }),
      ),
    ).toBeNull();
    expect(
      mergeLists<unknown>(
        TRACK.inserts,
        on({ id: "a", version: 1 }),
        on({ id: "a", version: 1 }, false),
        on({ id: "a", version: 2 }),
      ),
    ).toEqual({ to: on({ id: "a", version: 2 }, false) });
  });

  it("is a clash where both changed one value, or one took out what the other changed", () => {
    expect(
      mergeLists<unknown>(
        TRACK.sends,
        [send("s1", "plate")],
        [send("s1", "plate", -3)],
        [send("s1", "plate", -6)],
      ),
    ).toBeNull();
    expect(
      mergeLists<unknown>(TRACK.sends, [send("s1", "plate")], [], [send("s1", "plate", -6)]),
    ).toBeNull();
    expect(mergeLists<unknown>(TRACK.positions, ["top"], ["top", "near"], ["top", "far"])).toBeNull();
  });

  it("gives an item of mine another id where theirs took the same one", () =>
    expect(mergeLists<unknown>(TRACK.sends, [], [send("s1", "plate")], [send("s1", "cue")])).toEqual({
      to: [send("s2", "plate"), send("s1", "cue")],
    }));

  it("takes the order of whoever moved items; of two who did, one is asked", () => {
    expect(
      mergeLists<unknown>(SESSION.checklist, ["a", "b", "c"], ["c", "a", "b"], ["a", "b", "x", "c"]),
    ).toEqual({
      to: ["c", "a", "b", "x"],
    });
    expect(
      mergeLists<unknown>(SESSION.checklist, ["a", "b", "c"], ["c", "a", "b"], ["b", "a", "c"]),
    ).toBeNull();
  });

  it(
    "does not depend on who was first, gives the other's list where one changed nothing, " +
      "and loses no item, for any lists",
    () => {
      const list = fc.uniqueArray(
        fc.record({
          id: fc.constantFrom("s1", "s2", "s3", "s4", "s5"),
          level: fc.integer({ min: -3, max: 0 }),
        }),
        { selector: (x) => x.id, maxLength: 5 },
      );
      fc.assert(
        fc.property(list, list, list, (from, mine, theirs) => {
          expect(mergeLists<unknown>(TRACK.sends, from, mine, from)).toEqual({ to: mine });
          expect(mergeLists<unknown>(TRACK.sends, from, from, theirs)).toEqual({ to: theirs });
          const [one, other] = [
            mergeLists<unknown>(TRACK.sends, from, mine, theirs),
            mergeLists<unknown>(TRACK.sends, from, theirs, mine),
          ];
          expect(one === null).toBe(other === null);
          if (one === null || other === null) return;
          const levels = (x: { to: unknown }) => (x.to as { level: number }[]).map((i) => i.level).sort();
          expect(levels(one)).toEqual(levels(other));
          // Whatever somebody added is there.
          const added = [...mine, ...theirs].filter((x) => !from.some((f) => f.id === x.id));
          for (const a of added)
            expect((one.to as { level: number }[]).some((x) => x.level === a.level)).toBe(true);
        }),
      );
    },
  );
});
