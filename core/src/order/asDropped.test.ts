import { describe, expect, it } from "vitest";
import { heldSound } from "../fixtures/evening.ts";
import { hash, storyEvening } from "../fixtures/ordered.ts";
import { merge } from "../merge/merge.ts";
import { apply } from "../session/apply.ts";
import type { Session } from "../session/document.ts";
import { asDropped } from "./asDropped.ts";
import { dropIn } from "./dropIn.ts";
import { orderOf, settle } from "./settle.ts";

const settled = (s: Session): Session => apply(s, settle(s, new Map()));
const release = settled(storyEvening());
const started = settled(
  apply(
    release,
    dropIn(release, [
      { piece: "r4", sounds: [{ name: "Eel", held: heldSound("Eel.wav", 1200, hash("1")) }] },
    ]).changes,
  ),
);
/** The next release: more air before the break, and a bell that rings longer. */
const next = settled({
  ...release,
  order: release.order.map((p) =>
    p.id === "r5" ? { ...p, starts: { to: "end" as const, of: "r4", plus: 3 } } : p,
  ),
});

describe("a session that was started with this week's files, and a newer release", () => {
  it("keeps them: the release gets them too, where it lays them out", () => {
    const theirs = asDropped(next, started);
    const eel = theirs.tracks.flatMap((t) => t.items).find((i) => i.name === "Eel");
    expect(eel).toMatchObject({ at: 100, length: 1200, job: true, piece: "r4" });
    expect(orderOf(theirs).laid.places.get("r5")).toEqual({ from: 1303, to: 1367 });
    const merged = merge(started, started, theirs, new Map());
    expect(merged.clashes).toEqual([]);
    expect(merged.session.tracks.flatMap((t) => t.items).filter((i) => i.name === "Eel")).toHaveLength(1);
    expect(settle(merged.session, new Map())).toEqual([]);
  });

  it("is no difference where the release stayed as it was", () => {
    expect(asDropped(release, started)).toEqual(started);
    expect(asDropped(next, release)).toBe(next);
  });

  it("leaves a piece alone that the release does not have any more", () => {
    const without = { ...next, order: next.order.filter((p) => p.id !== "r4") };
    expect(asDropped(without, started)).toBe(without);
  });
});
