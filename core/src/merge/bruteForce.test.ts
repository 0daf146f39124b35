import { describe, expect, it } from "vitest";
import { smallSession } from "../fixtures/sessions.ts";
import { apply } from "../session/apply.ts";
import { attempt } from "../session/attempt.ts";
import { same, setField, setSessionField } from "../session/change.ts";
import type { Change } from "../session/change.ts";
import { diff } from "../session/diff.ts";
import { blankTrack } from "../session/document.ts";
import type { Session, Track } from "../session/document.ts";
import { circles } from "../session/routing.ts";
import { merge } from "./merge.ts";

const base = smallSession();
const track = (id: string): Track => {
  const t = base.tracks.find((x) => x.id === id);
  if (!t) throw new Error(`no track ${id}`);
  return t;
};
const after = (id: string): string | null => {
  const beside = base.tracks.filter((t) => t.parent === track(id).parent);
  return beside[beside.findIndex((t) => t.id === id) - 1]?.id ?? null;
};
const move = (id: string, parent: string | null, behind: string | null): Change => ({
  do: "move",
  id,
  from: { parent: track(id).parent, after: after(id) },
  to: { parent, after: behind },
});
const send = (id: string, to: string) => ({ id, to, level: -12, beforeFader: false });

/** Everything small that one could do to a small session, each as a person would. */
const DEEDS: readonly (readonly Change[])[] = [
  [setField(track("kick"), "name", "Kick 22")],
  [setField(track("kick"), "name", "Big kick")],
  [setField(track("kick"), "level", -4)],
  [setField(track("top"), "pan", 20)],
  [setField(track("gtr"), "feeds", "kit")],
  [setField(track("gtr"), "feeds", null)],
  [setField(track("top"), "sends", [send("x1", "rev")])],
  [setField(track("top"), "sends", [send("x2", "rev"), send("x3", "main")])],
  [setField(track("gtr"), "notes", "Near the door.")],
  [setSessionField(base, "tempo", 96)],
  [setSessionField(base, "tempo", 97)],
  [setSessionField(base, "checklist", ["Doors shut"])],
  [setSessionField(base, "checklist", ["Headphones"])],
  [move("gtr", "kit", null)],
  [move("gtr", "kit", "bottom")],
  [move("kick", null, "kit")],
  [move("bottom", "kit", null)],
  [move("rev", null, "main")],
  [{ do: "take-out", track: track("gtr"), after: after("gtr") }],
  [{ do: "take-out", track: track("kick"), after: after("kick") }],
  [{ do: "add", track: blankTrack("oh", "OH", { parent: "kit", feeds: "kit" }), after: "bottom" }],
  [{ do: "add", track: blankTrack("talk", "Talkback", { feeds: "main" }), after: null }],
  [{ do: "add", track: blankTrack("bus", "BUS", { kind: "bus", feeds: "main" }), after: "gtr" }],
];

/** What comes of two lists of changes where each goes in after the other, either way; null where not both ways. */
function bothWays(a: readonly Change[], b: readonly Change[]): Session | null {
  const [one, other] = [attempt(apply, base, [...a, ...b]), attempt(apply, base, [...b, ...a])];
  return "doc" in one && "doc" in other && same(one.doc, other.doc) ? one.doc : null;
}

/** Whether sound of every track goes to what is there. */
const leadsSomewhere = (s: Session): boolean => {
  const there = new Set(s.tracks.map((t) => t.id));
  return s.tracks.every((t) =>
    [t.feeds, ...t.sends.map((x) => x.to)].every((to) => to === null || there.has(to)),
  );
};

describe("merging, against doing it by hand", () => {
  const pairs = DEEDS.flatMap((a) => DEEDS.map((b) => [a, b] as const));

  it("gives what making both lists of changes gives, wherever either order makes the same session", () => {
    let held = 0;
    for (const [a, b] of pairs) {
      const { session, clashes } = merge(base, apply(base, a), apply(base, b));
      const byHand = bothWays(a, b);
      if (byHand === null || !leadsSomewhere(byHand) || circles(byHand).length > 0) continue;
      expect({ a, b, clashes }).toEqual({ a, b, clashes: [] });
      expect({ a, b, session }).toEqual({ a, b, session: byHand });
      held++;
    }
    // Most small deeds do not touch each other.
    expect(held / pairs.length).toBeGreaterThan(0.6);
  });

  it("asks, or does both, wherever one cannot simply follow the other", () => {
    for (const [a, b] of pairs) {
      const [ours, theirs] = [apply(base, a), apply(base, b)];
      const { session, clashes } = merge(base, ours, theirs);
      if (clashes.length > 0 || same(ours, theirs)) continue;
      // Without a question nothing of either is undone: each one's work taken out again leaves the other's.
      const lost = [ours, theirs].flatMap((side) =>
        diff(base, side).filter((c) => !standsIn(session, side, c)),
      );
      expect({ a, b, lost }).toEqual({ a, b, lost: [] });
    }
  });
});

/** Whether what a change brought about still shows. */
function standsIn(session: Session, side: Session, c: Change): boolean {
  const t = (id: string): Track | undefined => session.tracks.find((x) => x.id === id);
  switch (c.do) {
    case "add":
      return t(c.track.id) !== undefined;
    case "take-out":
      return t(c.track.id) === undefined;
    case "move":
      return t(c.id)?.parent === side.tracks.find((x) => x.id === c.id)?.parent;
    case "set": {
      const to = t(c.id)?.[c.field];
      return Array.isArray(to) && Array.isArray(c.to) ? holdsAll(to, c.to) : same(to, c.to);
    }
    case "set-session": {
      const to = session[c.field];
      return Array.isArray(to) && Array.isArray(c.to) ? holdsAll(to, c.to) : same(to, c.to);
    }
  }
}
const withoutId = (x: unknown): unknown =>
  typeof x === "object" && x !== null ? { ...x, id: undefined } : x;
const holdsAll = (list: readonly unknown[], items: readonly unknown[]): boolean =>
  items.every((x) => list.some((y) => same(withoutId(x), withoutId(y))));
