import { makeStyle } from "@mossy/core/house/style";
import { usualHouse } from "@mossy/core/house/usual";
import type { Session, Track } from "@mossy/core/session/document";
import { blankTrack } from "@mossy/core/session/document";
import { merge } from "@mossy/core/merge/merge";
import { describe, expect, it } from "vitest";
import { PLANS_OF_HOUSE } from "../templates/plans.ts";
import { templateOf } from "../templates/template.ts";
import { wronglyBrought } from "./brought.ts";

const style = makeStyle(usualHouse("Test house"));
const base = templateOf(style, PLANS_OF_HOUSE[0]!).session;
const at = (session: Session, n: number): Track => session.tracks.filter((t) => t.kind === "audio")[n]!;
const [A, B, C] = [0, 1, 2].map((n) => at(base, n));
const set = (session: Session, id: string, fields: Partial<Track>): Session => ({
  ...session,
  tracks: session.tracks.map((t) => (t.id === id ? { ...t, ...fields } : t)),
});
const without = (session: Session, id: string): Session => ({
  ...session,
  tracks: session.tracks.filter((t) => t.id !== id),
});
const plus = (session: Session, t: Track): Session => ({ ...session, tracks: [...session.tracks, t] });

describe("what a session should be once it was brought to another release", () => {
  const ours = plus(
    set(set(base, A!.id, { level: -3 }), B!.id, { colour: "#123456" }),
    blankTrack("n", "New"),
  );
  const theirs = plus(
    set(set(base, A!.id, { level: -9 }), C!.id, { name: "Other" }),
    blankTrack("r", "Release"),
  );
  const after = merge(base, ours, theirs).session;

  it("is found in what the house makes of it", () =>
    expect(wronglyBrought(base, ours, theirs, after)).toEqual([]));

  it("is missed where a value of one side is gone, or is nobody's", () => {
    expect(wronglyBrought(base, ours, theirs, set(after, B!.id, { colour: B!.colour }))).toEqual([
      `colour of “${B!.name}”`,
    ]);
    expect(wronglyBrought(base, ours, theirs, set(after, C!.id, { name: C!.name }))).toEqual([
      `name of “${C!.name}”`,
    ]);
    expect(wronglyBrought(base, ours, theirs, set(after, A!.id, { level: 0 }))).toEqual([
      `level of “${A!.name}”`,
    ]);
    expect(wronglyBrought(base, ours, theirs, set(after, A!.id, { level: -9 }))).toEqual([]);
    expect(wronglyBrought(base, ours, theirs, set(after, A!.id, { muted: true }))).toEqual([
      `muted of “${A!.name}”`,
    ]);
  });

  it("is missed where a track is gone, is there again, or came from nowhere", () => {
    expect(wronglyBrought(base, ours, theirs, without(after, "n"))).toEqual(["“New” is gone"]);
    expect(wronglyBrought(base, ours, theirs, without(after, "r"))).toEqual(["“Release” is gone"]);
    expect(wronglyBrought(base, ours, theirs, plus(after, blankTrack("x", "X")))).toEqual([
      "“X” came from nowhere",
    ]);
    const out = without(ours, C!.id);
    expect(wronglyBrought(base, out, base, ours)).toEqual([`“${C!.name}” is there again`]);
    expect(wronglyBrought(base, out, base, out)).toEqual([]);
  });

  it("is missed where two tracks nobody moved were turned round", () => {
    const tracks = [...after.tracks];
    const [i, j] = [A, B].map((t) => tracks.findIndex((x) => x.id === t!.id));
    [tracks[i!], tracks[j!]] = [tracks[j!]!, tracks[i!]!];
    expect(A!.parent).toBe(B!.parent);
    expect(wronglyBrought(base, ours, theirs, { ...after, tracks })).toEqual(
      expect.arrayContaining([`“${A!.name}” and “${B!.name}” turned round`]),
    );
  });
});
