import { describe, expect, it } from "vitest";
import { NO_CHOICES, alsoLeftOut } from "./choices.ts";
import { putOn, whyNotOn } from "./putOn.ts";
import type { Plug } from "./putOn.ts";
import { blankInput } from "./room.ts";

const inputs = [
  blankInput(1, { phantom: true }),
  blankInput(2),
  blankInput(3),
  blankInput(4, { takes: ["line"] }),
  blankInput(5, { holds: "the clock" }),
];
const plug = (track: string, rest: Partial<Plug> = {}): Plug => ({
  track,
  source: "mic",
  phantom: false,
  channels: 1,
  ...rest,
});
const plugs = [plug("a"), plug("b"), plug("fed", { phantom: true }), plug("wide", { channels: 2 })];
const at = new Map<string, number | null>([
  ["a", 2],
  ["b", 3],
  ["fed", 1],
  ["wide", null],
]);
const put = (track: string, first: number, choices = NO_CHOICES) =>
  putOn(choices, plugs, at, inputs, track, first);

describe("putting a source on an input", () => {
  it("lets two that suit each other's place swap", () =>
    expect(put("a", 3)?.plugged).toEqual([
      { track: "a", input: 3 },
      { track: "b", input: 2 },
    ]));

  it("leaves it to the fit where whoever stands there goes, if the place it comes from does not suit", () => {
    expect(put("a", 1)?.plugged).toEqual([{ track: "a", input: 1 }]);
    expect(put("wide", 2)).toMatchObject({ plugged: [{ track: "wide", input: 2 }], keep: ["wide"] });
  });

  it("puts what was put somewhere before somewhere else", () => {
    const before = { ...NO_CHOICES, leaveOut: ["a", "x"], plugged: [{ track: "a", input: 9 }] };
    expect(put("a", 3, before)).toMatchObject({
      leaveOut: ["x"],
      plugged: [
        { track: "a", input: 3 },
        { track: "b", input: 2 },
      ],
    });
  });

  it("does not where it cannot stand, and says why", () => {
    expect([put("a", 4), put("a", 5), put("fed", 2), put("wide", 3), put("nobody", 1)]).toEqual(
      Array(5).fill(null),
    );
    const [a, , fed, wide] = plugs;
    expect([whyNotOn(a!, inputs, 4), whyNotOn(a!, inputs, 5), whyNotOn(a!, inputs, 6)]).toEqual([
      "Input 4 does not take it.",
      "Into input 5, the clock is plugged for good.",
      "There is no input 6.",
    ]);
    expect([whyNotOn(fed!, inputs, 2), whyNotOn(wide!, inputs, 3)]).toEqual([
      "Input 2 gives no 48 V.",
      "Input 4 does not take it.",
    ]);
  });
});

describe("leaving a source out", () =>
  it("forgets that it was to be kept, and where it was put", () => {
    const was = { ...NO_CHOICES, keep: ["a", "b"], plugged: [{ track: "a", input: 3 }], leaveOut: ["c"] };
    expect(alsoLeftOut(was, ["a", "c"])).toEqual({ ...NO_CHOICES, leaveOut: ["c", "a"], keep: ["b"] });
  }));
