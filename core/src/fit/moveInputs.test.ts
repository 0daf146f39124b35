import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { apply } from "../session/apply.ts";
import { blankTrack, emptySession } from "../session/document.ts";
import type { Session } from "../session/document.ts";
import { inputsOf } from "../session/inputs.ts";
import { moveInputs, movesTo } from "./moveInputs.ts";
import { blankInput } from "./room.ts";

const inputs = [
  ...[1, 2, 3, 4].map((n) => blankInput(n, { takes: ["mic"], phantom: n <= 2 })),
  ...[5, 6].map((n) => blankInput(n, { takes: ["di"] })),
  blankInput(7, { takes: ["mic"], holds: "Talkback" }),
];
const mic = (id: string, input: number | null, more = {}) =>
  blankTrack(id, id.toUpperCase(), { source: "mic", format: "mono", input, ...more });
const session: Session = {
  ...emptySession("Live"),
  tracks: [
    mic("a", 1, { phantom: true }),
    mic("b", 2),
    mic("pair", 3, { format: "stereo" }),
    blankTrack("bass", "Bass", { source: "di", format: "mono", input: 5 }),
    blankTrack("bus", "Bus", { kind: "bus" }),
    mic("spare", null),
  ],
};
const at = (s: Session): Record<string, number | null> =>
  Object.fromEntries(s.tracks.map((t) => [t.id, t.input]));
const after = (track: string, input: number): Record<string, number | null> | null => {
  const moves = movesTo(session, inputs, track, input);
  if (!moves) return null;
  const moved = moveInputs(session, inputs, moves);
  if ("problem" in moved) throw new Error(moved.problem);
  return at(apply(session, moved.changes));
};

describe("sources moved to other inputs", () => {
  it("swap where both suit, and go where nobody is", () => {
    expect(after("a", 2)).toEqual({ ...at(session), a: 2, b: 1 });
    expect(after("bass", 6)).toEqual({ ...at(session), bass: 6 });
  });

  it("unplug whoever cannot take the other place", () => {
    // The spare one comes from nowhere; a pair takes two places at once.
    expect(after("spare", 2)).toEqual({ ...at(session), spare: 2, b: null });
    expect(after("pair", 1)).toEqual({ ...at(session), pair: 1, a: null, b: null });
    expect(after("b", 4)).toEqual({ ...at(session), b: 4, pair: null });
  });

  it("go nowhere that does not suit them", () => {
    for (const [track, input] of [
      ["a", 3],
      ["b", 5],
      ["b", 7],
      ["b", 9],
      ["pair", 4],
      ["bus", 1],
    ] as const)
      expect([track, input, movesTo(session, inputs, track, input)]).toEqual([track, input, null]);
  });

  it("are refused where two would stand on one input, whichever of them moves", () => {
    const says = (moves: { track: string; input: number | null }[]) => {
      const moved = moveInputs(session, inputs, moves);
      return "problem" in moved ? moved.problem : "";
    };
    expect(says([{ track: "spare", input: 2 }])).toBe("Input 2 would have both “B” and “SPARE”.");
    expect(says([{ track: "pair", input: 1 }])).toContain("Input 1 would have both");
    expect(says([{ track: "bus", input: 1 }])).toBe("“Bus” records nothing from outside.");
    expect(says([{ track: "a", input: 4 }])).toBe("“A”: Input 4 gives no 48 V.");
  });

  it("never leave two on one input, however often somebody is put somewhere", () => {
    const deed = fc.tuple(
      fc.constantFrom("a", "b", "pair", "bass", "spare", "bus"),
      fc.integer({ min: 1, max: 8 }),
    );
    fc.assert(
      fc.property(fc.array(deed, { maxLength: 12 }), (deeds) => {
        let now = session;
        for (const [track, input] of deeds) {
          const moves = movesTo(now, inputs, track, input);
          if (!moves) continue;
          const moved = moveInputs(now, inputs, moves);
          if ("problem" in moved) throw new Error(moved.problem);
          now = apply(now, moved.changes);
          expect(now.tracks.find((t) => t.id === track)?.input).toBe(input);
          const used = now.tracks.flatMap(inputsOf);
          expect(new Set(used).size).toBe(used.length);
        }
      }),
    );
  });
});
