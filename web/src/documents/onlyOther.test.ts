import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { onlyOther } from "./onlyOther.ts";

describe("what is other in two long values", () => {
  it("leaves out what is the same at the beginning and the end", () => {
    const a = "Headphones for six, Spare cable, Talkback first, Marks on the floor, Doors shut";
    const b = "Headphones for six, Spare cable, Talkback last, Marks on the floor, Doors shut";
    expect(onlyOther(a, b)).toEqual(["… Talkback first …", "… Talkback last …"]);
    expect(onlyOther(a, a.replace("Talkback first, ", ""))).toEqual(["… Talkback first …", "… nothing …"]);
  });

  it("leaves short ones as they are, and says of any two that are other that they are", () => {
    expect(onlyOther("a, b", "a, c")).toEqual(["a, b", "a, c"]);
    const text = fc.array(fc.constantFrom("one", "two", "three", "four and more"), { maxLength: 30 });
    fc.assert(
      fc.property(text, text, (a, b) => {
        const [one, two] = onlyOther(a.join("\n"), b.join("\n"));
        expect(one === two).toBe(a.join("\n") === b.join("\n"));
      }),
    );
  });
});
