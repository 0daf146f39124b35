import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { sessions, smallSession } from "../fixtures/sessions.ts";
import { set } from "../fixtures/kit.ts";
import { merge } from "../merge/merge.ts";
import { diff } from "../session/diff.ts";
import type { Session } from "../session/document.ts";
import { laterChanges } from "./origin.ts";

const begun = (from: Session, release = 1): Session => ({
  ...from,
  title: "Another",
  origin: { template: "yard", release },
});
const taken = (draft: Session, from: Session, to: Session, release: number) => {
  const { baseline, now, theirs } = laterChanges(draft, from, to, release);
  return merge(baseline, now, theirs);
};

describe("later changes of the template another was begun from", () => {
  it("come in beside its own, and it stands on the later release then", () => {
    const one = smallSession();
    const own = set(begun(one), "Kick", "level", -3);
    const { session, clashes } = taken(own, one, set(one, "Snare_Top", "level", -6), 4);
    expect(clashes).toEqual([]);
    expect(session.tracks.find((t) => t.name === "Kick")?.level).toBe(-3);
    expect(session.tracks.find((t) => t.name === "Snare_Top")?.level).toBe(-6);
    expect([session.title, session.origin]).toEqual(["Another", { template: "yard", release: 4 }]);
  });

  it("leave what the older one was begun from itself to that one", () => {
    const one = { ...smallSession(), origin: { template: "walk", release: 1 } };
    const later = { ...one, origin: { template: "walk", release: 2 } };
    const { session, clashes } = taken(begun(one), one, later, 2);
    expect(clashes).toEqual([]);
    expect(session.origin).toEqual({ template: "yard", release: 2 });
  });

  it("are all of it where nothing was done since, and nothing where nothing came later", () => {
    fc.assert(
      fc.property(sessions(), sessions(), (one, other) => {
        const all = taken(begun(one), one, other, 2).session;
        expect(diff(all, { ...begun(other, 2), title: all.title })).toEqual([]);
        expect(diff(taken(begun(one), one, one, 2).session, begun(one, 2))).toEqual([]);
      }),
      { endOnFailure: true, numRuns: 60 },
    );
  });
});
