import { describe, expect, it } from "vitest";
import { smallSession } from "../fixtures/sessions.ts";
import { blankTrack } from "../session/document.ts";
import type { Session } from "../session/document.ts";
import { comparableNames } from "./asCut.ts";

const session = (...names: string[]): Session => ({
  ...smallSession(),
  tracks: names.map((n, i) => blankTrack(`t${i}`, n)),
});
const compared = (out: Session, back: Session): [string[], string[]] => {
  const names = comparableNames(out, back);
  return [[...names.out.values()], [...names.back.values()]];
};

describe("names as far as they can be compared", () => {
  const out = session("Kick_In", "Snare_Top", "Snare_Bottom", "Overhead_L", "Hat");

  it("are as they are where the software of the room leaves them alone", () =>
    expect(compared(out, out)).toEqual([out.tracks.map((t) => t.name), out.tracks.map((t) => t.name)]));

  it("are as long on both sides as that software lets them be", () => {
    const back = session("Kick_In", "Snare_T", "Snare_B", "Overhea", "Hat");
    expect(compared(out, back)).toEqual([
      ["Kick_In", "Snare_T", "Snare_B", "Overhea", "Hat"],
      ["Kick_In", "Snare_T", "Snare_B", "Overhea", "Hat"],
    ]);
  });

  it("are not cut for a room that only has short names", () => {
    const back = session("Kick_In", "Sn", "SnB", "OH", "Hat");
    expect(compared(out, back)[0]).toEqual(out.tracks.map((t) => t.name));
  });

  it("are without the numbers of their places, where all have one; a number somebody gave stays", () => {
    const back = session("01 Kick_In", "02 Snare_Top", "03 Snare_Bottom", "04 Overhead_L", "05 Hat");
    expect(compared(out, back)[1]).toEqual(out.tracks.map((t) => t.name));
    // Also where they are still in the names the house has from the last time.
    expect(compared(back, back)[0]).toEqual(out.tracks.map((t) => t.name));
    const own = session("12 string", "808", "Kick_In", "4 bongos", "Hat");
    expect(compared(own, own)[1]).toEqual(own.tracks.map((t) => t.name));
  });
});
