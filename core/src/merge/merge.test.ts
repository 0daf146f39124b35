import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { sessions, smallSession } from "../fixtures/sessions.ts";
import { apply } from "../session/apply.ts";
import { same, setField, setSessionField } from "../session/change.ts";
import type { Change } from "../session/change.ts";
import { diff } from "../session/diff.ts";
import { blankTrack, session, treeProblems } from "../session/document.ts";
import type { Session, Track } from "../session/document.ts";
import { byId, circles, goesTo } from "../session/routing.ts";
import { merge } from "./merge.ts";
import type { Merged } from "./merge.ts";
import type { Clash } from "./decisions.ts";
import type { Side } from "./values.ts";

const small = smallSession();
const track = (s: Session, id: string): Track => {
  const t = s.tracks.find((x) => x.id === id);
  if (!t) throw new Error(`no track ${id}`);
  return t;
};
const inside = (s: Session, parent: string | null): string[] =>
  s.tracks.filter((t) => t.parent === parent).map((t) => t.id);
const about = (clashes: readonly Clash[]): string[] =>
  clashes.map((c) =>
    c.of === "value"
      ? `${c.track} ${c.field}`
      : c.of === "setting"
        ? c.field
        : c.of === "there"
          ? `${c.track} there`
          : `${c.of} ${c.tracks.join(" ")}`,
  );
const chosen = (clashes: readonly Clash[], side: Side): ReadonlyMap<string, Side> =>
  new Map(clashes.map((c) => [c.key, side]));

describe("two who began with one session", () => {
  it("both have what each did where it does not touch", () => {
    const ours = apply(small, [
      setField(track(small, "kick"), "name", "Kick 22"),
      { do: "add", track: blankTrack("talk", "Talkback", { feeds: "main" }), after: "gtr" },
    ]);
    const theirs = apply(small, [
      setField(track(small, "kick"), "level", -4),
      { do: "add", track: blankTrack("oh", "OH_R", { parent: "kit", feeds: "kit" }), after: "bottom" },
      setSessionField(small, "tempo", 96),
    ]);
    const { session: both, clashes } = merge(small, ours, theirs);
    expect(clashes).toEqual([]);
    expect([track(both, "kick").name, track(both, "kick").level, both.tempo]).toEqual(["Kick 22", -4, 96]);
    expect(inside(both, "kit")).toEqual(["kick", "top", "bottom", "oh"]);
    expect(inside(both, null)).toEqual(["kit", "gtr", "talk", "rev", "main"]);
  });

  it("choose where both set one value, and may choose either", () => {
    const ours = apply(small, [setField(track(small, "kick"), "name", "Big kick")]);
    const theirs = apply(small, [setField(track(small, "kick"), "name", "Kck")]);
    const merged = merge(small, ours, theirs);
    expect(about(merged.clashes)).toEqual(["kick name"]);
    expect(track(merged.session, "kick").name).toBe("Big kick");
    const other = merge(small, ours, theirs, chosen(merged.clashes, "theirs"));
    expect(track(other.session, "kick").name).toBe("Kck");
    expect(other.clashes.map((c) => [c.chosen, c.stands])).toEqual([[true, "theirs"]]);
  });

  it("keep what one took out and the other went on with, until it is chosen", () => {
    const out: Change[] = diff(small, {
      ...small,
      tracks: small.tracks.filter((t) => t.id !== "kit" && t.parent !== "kit"),
    });
    const ours = apply(small, out);
    const theirs = apply(small, [
      { do: "add", track: blankTrack("oh", "OH_R", { parent: "kit", feeds: "kit" }), after: "bottom" },
    ]);
    const merged = merge(small, ours, theirs);
    expect(about(merged.clashes)).toEqual(["kit there"]);
    expect(inside(merged.session, "kit")).toEqual(["kick", "top", "bottom", "oh"]);
    const gone = merge(small, ours, theirs, chosen(merged.clashes, "ours"));
    expect(gone.session).toEqual(ours);
  });

  it("keep a folder that one dissolved, and not what that took out of it besides", () => {
    const ours: Session = {
      ...small,
      tracks: small.tracks
        .filter((t) => t.id !== "kit" && t.id !== "kick")
        .map((t) => (t.parent === "kit" ? { ...t, parent: null, feeds: "main" } : t)),
    };
    const theirs = apply(small, [
      { do: "add", track: blankTrack("oh", "OH_R", { parent: "kit", feeds: "kit" }), after: "bottom" },
    ]);
    const merged = merge(small, ours, theirs);
    expect(about(merged.clashes)).toEqual(["kit there"]);
    expect(inside(merged.session, "kit")).toEqual(["oh"]);
    expect(merged.session.tracks.some((t) => t.id === "kick")).toBe(false);
    const gone = merge(small, ours, theirs, chosen(merged.clashes, "ours")).session;
    expect(gone.tracks.map((t) => t.id)).toEqual(ours.tracks.map((t) => t.id));
  });

  it("do not leave a way to a bus that is gone", () => {
    const bus = apply(small, [
      {
        do: "add",
        track: blankTrack("gtrs", "GTRS", { kind: "bus", format: "stereo", feeds: "main" }),
        after: "gtr",
      },
      setField(track(small, "gtr"), "feeds", "gtrs"),
    ]);
    const ours = apply(bus, [
      setField(track(bus, "gtr"), "feeds", "main"),
      { do: "take-out", track: track(bus, "gtrs"), after: "gtr" },
    ]);
    const theirs = apply(bus, [
      { do: "add", track: blankTrack("gtr2", "Gtr_2", { feeds: "gtrs" }), after: "gtr" },
    ]);
    const merged = merge(bus, ours, theirs);
    expect(about(merged.clashes)).toEqual(["gtrs there"]);
    const without = merge(bus, ours, theirs, chosen(merged.clashes, "ours")).session;
    expect(track(without, "gtr2").feeds).toBe("main");
  });

  it("do not send sound round in a circle neither of them made", () => {
    const buses = apply(small, [
      { do: "add", track: blankTrack("a", "A", { kind: "bus", feeds: "main" }), after: "gtr" },
      { do: "add", track: blankTrack("b", "B", { kind: "bus", feeds: "main" }), after: "a" },
    ]);
    const ours = apply(buses, [setField(track(buses, "a"), "feeds", "b")]);
    const theirs = apply(buses, [setField(track(buses, "b"), "feeds", "a")]);
    const merged = merge(buses, ours, theirs);
    expect(about(merged.clashes)).toEqual(["circle a b"]);
    expect(merged.session).toEqual(ours);
    expect(merge(buses, ours, theirs, chosen(merged.clashes, "theirs")).session).toEqual(theirs);
  });

  it("do not put folders into each other", () => {
    const folders = apply(small, [
      { do: "add", track: blankTrack("x", "X", { kind: "folder" }), after: "gtr" },
      { do: "add", track: blankTrack("y", "Y", { kind: "folder" }), after: "x" },
    ]);
    const into = (id: string, parent: string, after: string | null): Session =>
      apply(folders, [{ do: "move", id, from: { parent: null, after }, to: { parent, after: null } }]);
    const merged = merge(folders, into("x", "y", "gtr"), into("y", "x", "x"));
    expect(about(merged.clashes)).toEqual(["place x y"]);
    expect(track(merged.session, "x").parent).toBe("y");
    expect(track(merged.session, "y").parent).toBeNull();
  });

  it("both write at the notes, line by line", () => {
    const base = { ...small, notes: "Mind the tide.\n\nHeadphones in the hut." };
    const ours = { ...base, notes: "Mind the spring tide.\n\nHeadphones in the hut." };
    const theirs = { ...base, notes: "Mind the tide.\n\nHeadphones in the hut, spare ones too." };
    const merged = merge(base, ours, theirs);
    expect(merged.session.notes).toBe("Mind the spring tide.\n\nHeadphones in the hut, spare ones too.");
    expect(merged.clashes).toEqual([]);
    const other = { ...base, notes: "Mind the wind.\n\nHeadphones in the hut, spare ones too." };
    const both = merge(base, ours, other);
    expect(about(both.clashes)).toEqual(["notes"]);
    expect(both.session.notes).toBe("Mind the spring tide.\n\nHeadphones in the hut, spare ones too.");
    expect(merge(base, ours, other, chosen(both.clashes, "theirs")).session.notes).toBe(other.notes);
  });
});

/** A session and what some edits make of it: another of the same pool, of which only some things are taken. */
const edited = (base: Session, other: Session, keep: readonly boolean[]): Session => {
  let now = base;
  diff(base, other).forEach((c, i) => {
    if (keep[i % keep.length] !== true) return;
    try {
      now = apply(now, [c]);
    } catch {
      /* it needed one that was left out */
    }
  });
  return now;
};
const RUNS = { numRuns: Number(process.env["RUNS"] ?? 300), endOnFailure: true };
const some = fc.array(fc.boolean(), { minLength: 3, maxLength: 40 });
const threes = fc
  .tuple(sessions(7), sessions(7), sessions(7), some, some)
  .map(([base, a, b, mine, others]) => ({
    base,
    ours: edited(base, a, mine),
    theirs: edited(base, b, others),
  }));

/** A merge in which one side was chosen of every clash, also of those that a choice brings about. */
function settled(base: Session, ours: Session, theirs: Session, side: Side): Merged {
  for (let choices: ReadonlyMap<string, Side> = new Map(); ;) {
    const merged = merge(base, ours, theirs, choices);
    if (merged.clashes.every((c) => c.chosen)) return merged;
    choices = new Map([...choices, ...chosen(merged.clashes, side)]);
  }
}

describe("any two who began with any session", () => {
  it("give one side where only one did something, and the same once", () =>
    fc.assert(
      fc.property(threes, ({ base, ours }) => {
        expect(merge(base, ours, base)).toEqual({ session: ours, clashes: [] });
        expect(merge(base, base, ours)).toEqual({ session: ours, clashes: [] });
        expect(merge(base, ours, ours)).toEqual({ session: ours, clashes: [] });
      }),
      RUNS,
    ));

  it("give a session that holds together, whatever is chosen", () =>
    fc.assert(
      fc.property(threes, fc.constantFrom<Side>("ours", "theirs"), ({ base, ours, theirs }, side) => {
        const first = merge(base, ours, theirs);
        for (const made of [first, merge(base, ours, theirs, chosen(first.clashes, side))]) {
          expect(treeProblems(made.session.tracks)).toEqual([]);
          expect(session.safeParse(made.session).success).toBe(true);
          const tracks = byId(made.session);
          const [mine, other] = [byId(ours), byId(theirs)];
          for (const t of made.session.tracks)
            for (const to of goesTo(t))
              if (!tracks.has(to)) {
                // It led nowhere already with one of them.
                const dangling = [mine, other].some((x) => {
                  const was = x.get(t.id);
                  return was && goesTo(was).includes(to) && !x.has(to);
                });
                expect(dangling).toBe(true);
              }
          for (const circle of circles(made.session)) {
            const whole = (s: ReadonlyMap<string, Track>): boolean =>
              circle.every((id, i) => {
                const t = s.get(id);
                return t !== undefined && goesTo(t).includes(circle[(i + 1) % circle.length] ?? "");
              });
            expect(whole(mine) || whole(other)).toBe(true);
          }
        }
      }),
      RUNS,
    ));

  it("do not depend on who is who, but for what is chosen", () =>
    fc.assert(
      fc.property(threes, ({ base, ours, theirs }) => {
        const mine = settled(base, ours, theirs, "ours");
        const other = settled(base, theirs, ours, "theirs");
        expect(other.session).toEqual(mine.session);
        expect(other.clashes.map((c) => c.key).sort()).toEqual(mine.clashes.map((c) => c.key).sort());
      }),
      RUNS,
    ));

  it("have everything of both in the result or in a clash", () =>
    fc.assert(
      fc.property(threes, ({ base, ours, theirs }) => {
        const { session: both, clashes } = merge(base, ours, theirs);
        const now = byId(both);
        const clashing = (id: string, what: string): boolean =>
          clashes.some((c) =>
            c.of === "value"
              ? c.track === id && (c.field === what || what === "any")
              : c.of === "there"
                ? c.track === id || c.touched.includes(id)
                : c.of !== "setting" && c.tracks.includes(id),
          );
        for (const side of [ours, theirs])
          for (const c of diff(base, side))
            if (c.do === "set") {
              const t = now.get(c.id);
              const list = Array.isArray(c.to) || c.field === "notes";
              const there = t && (same(t[c.field], c.to) || list);
              if (!there && !clashing(c.id, c.field))
                expect([c.id, c.field, t?.[c.field]]).toEqual([c.id, c.field, c.to]);
            } else if (c.do === "add") {
              if (!now.has(c.track.id)) expect(clashes.some((x) => x.of === "there")).toBe(true);
            } else if (c.do === "take-out") {
              if (now.has(c.track.id)) expect(clashes.some((x) => x.of === "there")).toBe(true);
            } else if (c.do === "move") {
              const t = now.get(c.id);
              const target = byId(side).get(c.id);
              if (t?.parent !== target?.parent) expect(clashes.length).toBeGreaterThan(0);
            }
      }),
      RUNS,
    ));
});
