import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { anyStanding, kit, put, starter, style, third, brought } from "../fixtures/kit.ts";
import { merge } from "../merge/merge.ts";
import { diff } from "../session/diff.ts";
import { session as sessionSchema, treeProblems } from "../session/document.ts";
import type { Session } from "../session/document.ts";
import { changedHere } from "./blockStand.ts";
import { asBegun } from "./forward.ts";
import { startBlocksOf, withBlocksFrom, withStartBlocks } from "./startBlocks.ts";

const choir = starter("choir");
const begun = withStartBlocks(style, choir, [kit]);
const nextOf = (s: Session): Session => ({ ...s, tempo: 99, notes: "newer" });
const [held] = startBlocksOf(begun);

describe("a session that is started with a block", () => {
  it("has it as it was released, and is known to have been started with it", () => {
    expect(held).toMatchObject({ block: kit.block, release: kit.release, id: `at-start.${kit.block}` });
    expect(changedHere(begun, held!, kit.session)).toEqual([]);
    expect(sessionSchema.safeParse(begun).success).toBe(true);
    expect(begun.tracks.length).toBeGreaterThan(choir.tracks.length);
    // One that was put in by hand, or stands in the template, is none of those.
    expect(startBlocksOf(put(choir, kit, "a"))).toEqual([]);
    expect(withStartBlocks(style, choir, [])).toBe(choir);
  });

  it("keeps it when a newer release comes, whatever that release does with the rest", () => {
    const next = withBlocksFrom(nextOf(choir), begun);
    expect(diff(begun, { ...next, tempo: begun.tempo, notes: begun.notes })).toEqual([]);
    const merged = merge(begun, begun, next);
    expect(merged.clashes).toEqual([]);
    expect(merged.session.blocks).toEqual(begun.blocks);
    // Put in already, it does not come twice.
    expect(withBlocksFrom(next, begun)).toBe(next);
  });

  it("keeps it on the release of it it was brought to since", () => {
    const later = brought(begun, held!.id, kit, third).merged.session;
    const next = asBegun(nextOf(choir), { baseline: later, variant: null });
    expect(startBlocksOf(next).map((b) => b.release)).toEqual([third.release]);
    expect(next.tracks.map((t) => t.id)).toEqual(later.tracks.map((t) => t.id));
  });

  it("holds together where the release lost what the block led to, or stood behind", () =>
    fc.assert(
      fc.property(fc.subarray(choir.tracks.map((t) => t.id)), (gone) => {
        const out = new Set(gone.filter((id) => choir.tracks.find((t) => t.id === id)?.kind !== "main"));
        const left = choir.tracks.filter((t) => !out.has(t.id));
        const there = new Set(left.map((t) => t.id));
        const main = left.find((t) => t.kind === "main")?.id ?? null;
        const next: Session = {
          ...choir,
          tracks: left.map((t) => ({
            ...t,
            parent: t.parent !== null && there.has(t.parent) ? t.parent : null,
            feeds: t.feeds !== null && !there.has(t.feeds) ? main : t.feeds,
            sends: t.sends.filter((s) => there.has(s.to)),
          })),
        };
        const made = withBlocksFrom(next, begun);
        expect(treeProblems(made.tracks)).toEqual([]);
        const all = new Set(made.tracks.map((t) => t.id));
        for (const t of held!.tracks) expect(all.has(t.track)).toBe(true);
        for (const t of made.tracks)
          for (const to of [t.feeds, ...t.sends.map((s) => s.to)])
            if (to !== null) expect(all.has(to)).toBe(true);
      }),
    ));

  it("stands beside one that was put in before, in any session, and comes along as it is", () =>
    fc.assert(
      fc.property(anyStanding(10), ({ of, now }) => {
        const made = withStartBlocks(style, now, [of]);
        expect(made.blocks.map((b) => b.id)).toEqual(["any", `at-start.${of.block}`]);
        expect(treeProblems(made.tracks)).toEqual([]);
        expect(diff(made, withBlocksFrom(now, made))).toEqual([]);
      }),
      { numRuns: 60 },
    ));
});
