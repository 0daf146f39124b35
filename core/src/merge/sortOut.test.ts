import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { sessions, smallSession } from "../fixtures/sessions.ts";
import { apply } from "../session/apply.ts";
import { inverse, setField, setSessionField } from "../session/change.ts";
import type { Change } from "../session/change.ts";
import { diff } from "../session/diff.ts";
import { blankTrack, treeProblems } from "../session/document.ts";
import type { Session, Track } from "../session/document.ts";
import { decidesTheSame, insist, sortOut } from "./sortOut.ts";

const send = (id: string, to: string, level = -12) => ({ id, to, level, beforeFader: false });
const track = (s: Session, id: string): Track => {
  const t = s.tracks.find((x) => x.id === id);
  if (!t) throw new Error(`no track ${id}`);
  return t;
};
/** The ids inside a folder, in order; null: at the outer level. */
const inside = (s: Session, parent: string | null): string[] =>
  s.tracks.filter((t) => t.parent === parent).map((t) => t.id);

describe("changes meant for another state", () =>
  it(
    "of one list go in beside what somebody else put into it, and are undone " +
      "without taking that along",
    () => {
      const s = smallSession();
      const kick = s.tracks.find((t) => t.id === "kick")!;
      const theirs = apply(s, [
        setSessionField(s, "checklist", ["Headphones"]),
        setField(kick, "sends", [send("s1", "verb")]),
      ]);
      const mine = [
        setSessionField(s, "checklist", ["Talkback"]),
        setField(kick, "sends", [send("s1", "cue", -6)]),
      ];
      const both = sortOut(theirs, mine);
      expect([
        both.clash,
        both.session.checklist,
        both.session.tracks
          .find((t) => t.id === "kick")
          ?.sends.map((x) => x.to)
          .sort(),
      ]).toEqual([[], ["Headphones", "Talkback"], ["cue", "verb"]]);
      const after = apply(both.session, [
        setSessionField(both.session, "checklist", [...both.session.checklist, "Spare cable"]),
      ]);
      expect(sortOut(after, inverse(both.stand)).session.checklist).toEqual(["Headphones", "Spare cable"]);
    },
  ));

describe("a long value both changed in several parts", () => {
  const s = smallSession();
  const kick = s.tracks.find((t) => t.id === "kick")!;
  const lines = (...list: string[]): string => list.join("\n");
  const before = apply(s, [
    setField(kick, "notes", lines("Head", "one", "between", "two", "also between", "three", "Foot")),
    setField(kick, "sends", [send("a", "verb"), send("b", "cue")]),
  ]);
  const at = before.tracks.find((t) => t.id === "kick")!;
  const theirs = apply(before, [
    setField(at, "notes", lines("Head", "ONE", "between", "TWO", "also between", "three", "Foot")),
    setField(at, "sends", [send("a", "verb", -3), send("b", "cue", -3)]),
  ]);
  const mine: Change[] = [
    setField(at, "notes", lines("Head", "eins", "between", "zwei", "also between", "drei", "Foot")),
    setField(at, "sends", [send("a", "verb", -9), send("b", "cue", -9)]),
  ];
  const { session, clash } = sortOut(theirs, mine);
  const kickIn = (x: Session): Track => x.tracks.find((t) => t.id === "kick")!;

  it("asks about each of them by itself; what only one changed is in", () => {
    expect(clash.map((c) => "field" in c && c.field)).toEqual(["notes", "notes", "sends", "sends"]);
    expect(kickIn(session).notes).toBe(
      lines("Head", "ONE", "between", "TWO", "also between", "drei", "Foot"),
    );
    const one = kickIn(apply(session, insist(session, before, [clash[1]!])));
    expect(one.notes).toBe(lines("Head", "ONE", "between", "zwei", "also between", "drei", "Foot"));
    const send2 = kickIn(apply(session, insist(session, before, [clash[3]!])));
    expect(send2.sends.map((x) => x.level)).toEqual([-3, -9]);
  });

  it("decided in any order gives what all of them at once give", () => {
    const all = kickIn(apply(session, insist(session, before, clash)));
    expect([all.notes.split("\n").slice(1, 4), all.sends.map((x) => x.level)]).toEqual([
      ["eins", "between", "zwei"],
      [-9, -9],
    ]);
    for (const order of [
      [3, 1, 0, 2],
      [0, 1, 2, 3],
      [2, 3, 1, 0],
    ]) {
      let now = session;
      for (const n of order) now = apply(now, insist(now, before, [clash[n]!]));
      expect(kickIn(now)).toEqual(all);
    }
  });
});

describe("having one's own way where somebody was faster", () => {
  const s = smallSession();
  /** What comes of insisting on one change in a session others went on with. */
  const insisted = (now: Session, c: Change): Session => apply(now, insist(now, s, [c]));

  it("moves a track behind the one it was to stand behind, wherever that stands by now", () => {
    const [first, second, third] = s.tracks.filter((t) => t.parent === null);
    const to = { parent: null, after: first!.id };
    const move = { do: "move", id: third!.id, from: { parent: null, after: second!.id }, to } as const;
    const top = inside(apply(s, insist(s, s, [move])), null);
    expect(top.indexOf(third!.id)).toBe(top.indexOf(first!.id) + 1);
  });

  it("sets a value over theirs, and does nothing where they set the same", () => {
    const mine = setField(track(s, "kick"), "level", -3);
    const theirs = apply(s, [setField(track(s, "kick"), "level", -20)]);
    expect(track(insisted(theirs, mine), "kick").level).toBe(-3);
    expect(insist(apply(s, [mine]), s, [mine])).toEqual([]);
    const tempo = setSessionField(s, "tempo", 90);
    const faster = apply(s, [setSessionField(s, "tempo", 120)]);
    expect(insisted(faster, tempo).tempo).toBe(90);
    expect(insist(apply(s, [tempo]), s, [tempo])).toEqual([]);
  });

  it("puts a track back that they took out, as it was for who changed it, once for all its values", () => {
    const mine = apply(s, [setField(track(s, "gtr"), "level", -7), setField(track(s, "gtr"), "pan", 20)]);
    const clashes = diff(s, mine);
    const gone = apply(s, [{ do: "take-out", track: track(s, "gtr"), after: "kit" }]);
    const changes = insist(gone, mine, clashes);
    expect(changes.map((c) => c.do)).toEqual(["add"]);
    expect(track(apply(gone, changes), "gtr")).toMatchObject({ level: -7, pan: 20 });
  });

  it("puts a track back where it stood, whatever came or went around it", () => {
    const gone = apply(s, [{ do: "take-out", track: track(s, "top"), after: "kick" }]);
    const more = apply(gone, [
      { do: "add", track: blankTrack("new", "Hat", { parent: "kit" }), after: "bottom" },
    ]);
    const mine = setField(track(s, "top"), "level", -5);
    expect(inside(insisted(more, mine), "kit")).toEqual(["kick", "top", "bottom", "new"]);
    const without = apply(more, [{ do: "take-out", track: track(s, "kick"), after: null }]);
    expect(inside(insisted(without, mine), "kit")).toEqual(["top", "bottom", "new"]);
    // Moved meanwhile, it comes back where it was moved to.
    const from = { parent: "kit", after: "kick" };
    const move: Change = { do: "move", id: "top", from, to: { parent: null, after: "gtr" } };
    const back = apply(more, insist(more, apply(s, [move]), [move]));
    expect(inside(back, null)).toEqual(["kit", "gtr", "top", "rev", "main"]);
  });

  it("puts a track back at the outer level where the folder it stood in is gone as well", () => {
    const parts = ["kick", "top", "bottom", "kit"].map((id) => track(s, id));
    const gone = parts.reduce((now, t) => {
      const among = inside(now, t.parent);
      const after = among[among.indexOf(t.id) - 1] ?? null;
      return apply(now, [{ do: "take-out", track: t, after }]);
    }, s);
    const now = insisted(gone, setField(track(s, "top"), "level", -5));
    expect(track(now, "top").parent).toBeNull();
    expect(treeProblems(now.tracks)).toEqual([]);
  });

  it("moves to the end of a folder where the neighbour is gone, and out where the folder is", () => {
    const into: Change = {
      do: "move",
      id: "gtr",
      from: { parent: null, after: "kit" },
      to: { parent: "kit", after: "top" },
    };
    const without = apply(s, [{ do: "take-out", track: track(s, "top"), after: "kick" }]);
    expect(inside(insisted(without, into), "kit")).toEqual(["kick", "bottom", "gtr"]);
    const elsewhere = { ...into, to: { parent: "nowhere", after: null } };
    expect(inside(insisted(s, elsewhere), null).at(-1)).toBe("gtr");
    expect(insist(apply(s, [into]), s, [into])).toEqual([]);
  });

  it("adds what is not there, and takes out what still is, but never a folder others filled", () => {
    const added = blankTrack("new", "Talkback");
    const add: Change = { do: "add", track: added, after: "gtr" };
    expect(inside(insisted(s, add), null)).toContain("new");
    expect(insist(apply(s, [add]), s, [add])).toEqual([]);
    const out: Change = { do: "take-out", track: { ...track(s, "gtr"), level: 3 }, after: "main" };
    expect(insisted(s, out).tracks.some((t) => t.id === "gtr")).toBe(false);
    expect(insist(insisted(s, out), s, [out])).toEqual([]);
    expect(insist(s, s, [{ do: "take-out", track: track(s, "kit"), after: null }])).toEqual([]);
  });

  it("leaves a tree, and what was wanted there, for any two people's work on any session", () =>
    fc.assert(
      fc.property(sessions(8), sessions(8), sessions(8), (before, mine, theirs) => {
        const { session: now, stand, clash } = sortOut(theirs, diff(before, mine));
        expect(treeProblems(now.tracks)).toEqual([]);
        expect(apply(theirs, stand)).toEqual(now);
        for (const c of clash) {
          const changes = insist(now, mine, [c]);
          const after = apply(now, changes);
          expect(treeProblems(after.tracks)).toEqual([]);
          // Asked again it has nothing left to do.
          expect(insist(after, mine, [c])).toEqual([]);
          // What holds others by now stays a folder.
          const holds = c.do === "set" && c.field === "kind" && inside(now, c.id).length > 0;
          if (c.do === "set" && !holds && now.tracks.some((t) => t.id === c.id))
            expect(track(after, c.id)[c.field]).toEqual(c.to);
          if (c.do === "add") expect(after.tracks.some((t) => t.id === c.track.id)).toBe(true);
        }
      }),
      { numRuns: 200, endOnFailure: true },
    ));
});

describe("two changes", () => {
  const s = smallSession();
  const level = setField(track(s, "kick"), "level", -3);
  const out: Change = { do: "take-out", track: track(s, "gtr"), after: "kit" };

  it("decide the same where they are about one value, one place, or whether a track is there", () => {
    expect(decidesTheSame(level, setField(track(s, "kick"), "level", 4))).toBe(true);
    expect(decidesTheSame(setSessionField(s, "tempo", 90), setSessionField(s, "tempo", 99))).toBe(true);
    expect(decidesTheSame(out, { do: "add", track: track(s, "gtr"), after: null })).toBe(true);
    const move = (id: string): Change => ({
      do: "move",
      id,
      from: { parent: null, after: null },
      to: { parent: null, after: "main" },
    });
    expect(decidesTheSame(move("gtr"), move("gtr"))).toBe(true);
    expect(decidesTheSame(move("gtr"), move("kit"))).toBe(false);
  });

  it("decide different things of two tracks, two fields, or of a track and the session", () => {
    expect(decidesTheSame(level, setField(track(s, "top"), "level", -3))).toBe(false);
    expect(decidesTheSame(level, setField(track(s, "kick"), "pan", -3))).toBe(false);
    expect(decidesTheSame(level, setSessionField(s, "tempo", 90))).toBe(false);
    expect(decidesTheSame(setSessionField(s, "tempo", 90), setSessionField(s, "leadIn", 2))).toBe(false);
    expect(decidesTheSame(out, { ...out, track: track(s, "kick") })).toBe(false);
    expect(decidesTheSame(level, out)).toBe(false);
    // Notes of a track are not the session's, and where a track stands is none of its values.
    const notes = setField(track(s, "kick"), "notes", "near the rim");
    expect(decidesTheSame(notes, setSessionField(s, "notes", "Doors shut"))).toBe(false);
    expect(decidesTheSame(setSessionField(s, "notes", "Doors shut"), notes)).toBe(false);
    const from = { parent: "kit", after: null };
    const moved: Change = { do: "move", id: "kick", from, to: { parent: null, after: null } };
    expect([decidesTheSame(level, moved), decidesTheSame(moved, level)]).toEqual([false, false]);
  });
});
