import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { freeId, freeName, freeNumber } from "./freeId.ts";
import { plural } from "./plural.ts";

describe("an id for one more of a list", () => {
  const list = [{ id: "start" }, { id: "start-2" }, { id: "s1" }, { id: "s3" }];

  it("is the word itself where nobody has it, else the word with the first free number from 2", () => {
    expect(freeId("other", list)).toBe("other");
    expect(freeId("start", list)).toBe("start-3");
    expect(freeId("start-2", list)).toBe("start-2-2");
    expect(freeId("start", [])).toBe("start");
  });

  it("is looked for in a list, a set or a map alike", () => {
    expect(freeId("start", new Set(list.map((x) => x.id)))).toBe("start-3");
    expect(freeId("start", new Map([["start", 1]]))).toBe("start-2");
  });

  it("by a letter is the first number nobody has, gaps filled", () => {
    expect(freeNumber("s", list)).toBe("s2");
    expect(freeNumber("i", list)).toBe("i1");
  });

  it("is never one that is there, whatever is", () =>
    fc.assert(
      fc.property(
        fc.array(fc.constantFrom("a", "a-2", "a-3", "a1", "a2", "b"), { maxLength: 6 }),
        (ids) => {
          const all = ids.map((id) => ({ id }));
          expect(ids).not.toContain(freeId("a", all));
          expect(ids).not.toContain(freeNumber("a", all));
        },
      ),
    ));
});

describe("a name for one more of a list", () => {
  it("is told apart from others by more than capitals", () => {
    expect(freeName("Drum bus", ["DRUM BUS", "drum bus 2"])).toBe("Drum bus 3");
    expect(freeName("Drum bus", ["Drums"])).toBe("Drum bus");
  });
});

describe("a count in words", () => {
  it("says one of a thing, and none or several of them", () => {
    expect([0, 1, 2].map((n) => plural(n, "track"))).toEqual(["0 tracks", "1 track", "2 tracks"]);
    expect(plural(1, "thing is", "things are")).toBe("1 thing is");
    expect(plural(3, "thing is", "things are")).toBe("3 things are");
  });
});
