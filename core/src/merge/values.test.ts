import fc from "fast-check";
import { describe, expect, it } from "vitest";
import type { AnyField } from "../session/field.ts";
import { mergeValue } from "./values.ts";
import { SESSION } from "../session/sessionFields.ts";
import { TRACK } from "../session/trackFields.ts";

/** A value as two leave it; null where they touch each other. */
function both(field: AnyField, from: unknown, mine: unknown, theirs: unknown): unknown {
  const touching: unknown[] = [];
  const to = mergeValue(
    field,
    from,
    mine,
    theirs,
    (part) => {
      touching.push(part);
      return "ours";
    },
    "theirs",
  );
  return touching.length > 0 ? null : to;
}
const send = (id: string, to: string, level = -12, beforeFader = false) => ({ id, to, level, beforeFader });

describe("a list two people changed", () => {
  it("keeps what each of them added, changed and took out", () => {
    const from = [send("s1", "plate"), send("s2", "room"), send("s3", "hall")];
    const mine = [send("s1", "plate", -6), send("s2", "room"), send("s3", "hall"), send("s4", "cue")];
    const theirs = [send("s1", "plate"), send("s3", "hall", -20)];
    expect(both(TRACK.sends, from, mine, theirs)).toEqual([
      send("s1", "plate", -6),
      send("s3", "hall", -20),
      send("s4", "cue"),
    ]);
  });

  it("merges two values of one item, and two members of one link set", () => {
    expect(
      both(TRACK.sends, [send("s1", "plate")], [send("s1", "plate", -3)], [send("s1", "plate", -12, true)]),
    ).toEqual([send("s1", "plate", -3, true)]);
    const link = (...members: string[]) => ({
      id: "l1",
      name: "Kit",
      colour: "#112233",
      shares: ["arm"],
      members,
      followers: [],
    });
    expect(both(SESSION.links, [link("a", "b")], [link("a", "b", "c")], [link("b")])).toEqual([
      link("b", "c"),
    ]);
  });

  it("takes a device or a version of a chain as one value: never half of mine and half of theirs", () => {
    const on = (chain: { id: string; version: number }, bypassed = true) => [
      { id: "i1", kind: "EQ", chain, bypassed },
    ];
    expect(
      both(
        TRACK.inserts,
        on({ id: "a", version: 1 }),
        on({ id: "b", version: 1 }),
        on({ id: "a", version: 2 }),
      ),
    ).toBeNull();
    expect(
      both(
        TRACK.inserts,
        on({ id: "a", version: 1 }),
        on({ id: "a", version: 1 }, false),
        on({ id: "a", version: 2 }),
      ),
    ).toEqual(on({ id: "a", version: 2 }, false));
  });

  it("is a clash where both changed one value, or one took out what the other changed", () => {
    expect(
      both(TRACK.sends, [send("s1", "plate")], [send("s1", "plate", -3)], [send("s1", "plate", -6)]),
    ).toBeNull();
    expect(both(TRACK.sends, [send("s1", "plate")], [], [send("s1", "plate", -6)])).toBeNull();
    expect(both(TRACK.positions, ["top"], ["top", "near"], ["top", "far"])).toBeNull();
  });

  it("gives an item of mine another id where theirs took the same one", () =>
    expect(both(TRACK.sends, [], [send("s1", "plate")], [send("s1", "cue")])).toEqual([
      send("s1", "cue"),
      send("s2", "plate"),
    ]));

  it("takes the order of whoever moved items; of two who did, one is asked", () => {
    expect(both(SESSION.checklist, ["a", "b", "c"], ["c", "a", "b"], ["a", "b", "x", "c"])).toEqual([
      "c",
      "a",
      "b",
      "x",
    ]);
    expect(both(SESSION.checklist, ["a", "b", "c"], ["c", "a", "b"], ["b", "a", "c"])).toBeNull();
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
          expect(both(TRACK.sends, from, mine, from)).toEqual(mine);
          expect(both(TRACK.sends, from, from, theirs)).toEqual(theirs);
          const [one, other] = [
            both(TRACK.sends, from, mine, theirs),
            both(TRACK.sends, from, theirs, mine),
          ];
          expect(one === null).toBe(other === null);
          if (one === null || other === null) return;
          const levels = (x: unknown) => (x as { level: number }[]).map((i) => i.level).sort();
          expect(levels(one)).toEqual(levels(other));
          // Whatever somebody added is there.
          const added = [...mine, ...theirs].filter((x) => !from.some((f) => f.id === x.id));
          for (const a of added)
            expect((one as { level: number }[]).some((x) => x.level === a.level)).toBe(true);
        }),
      );
    },
  );
});
