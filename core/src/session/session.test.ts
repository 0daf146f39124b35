import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { kitLink, sessions, smallSession } from "../fixtures/sessions.ts";
import { apply } from "./apply.ts";
import { ChangeRefused } from "./refused.ts";
import { change, inverse, setField, setSessionField } from "./change.ts";
import type { Change } from "./change.ts";
import { diff, longestRun } from "./diff.ts";
import { blankTrack, session as sessionSchema, treeProblems } from "./document.ts";
import type { Session, Track } from "./document.ts";
import { circles } from "./routing.ts";
import { inWords } from "./says.ts";

const track = (s: Session, id: string): Track => {
  const t = s.tracks.find((x) => x.id === id);
  if (!t) throw new Error(`no track ${id}`);
  return t;
};

describe("changes", () => {
  it("lead from any session to any other", () =>
    fc.assert(
      fc.property(sessions(), sessions(), (a, b) => {
        expect(apply(a, diff(a, b))).toEqual(b);
      }),
      { numRuns: 300 },
    ));

  it("are undone exactly by their inverse, for any two sessions", () =>
    fc.assert(
      fc.property(sessions(), sessions(), (a, b) => {
        const changes = diff(a, b);
        expect(apply(apply(a, changes), inverse(changes))).toEqual(a);
      }),
      { numRuns: 300 },
    ));

  it("are none between a session and itself, and always fit what goes over the wire", () =>
    fc.assert(
      fc.property(sessions(), sessions(8), (a, b) => {
        expect(diff(a, structuredClone(a))).toEqual([]);
        for (const c of diff(a, b)) expect(change.parse(JSON.parse(JSON.stringify(c)))).toEqual(c);
      }),
      { numRuns: 60 },
    ));

  it("keep every session a tree", () =>
    fc.assert(
      fc.property(sessions(), sessions(), (a, b) => {
        const changes = diff(a, b);
        for (let n = 0; n <= changes.length; n++)
          expect(treeProblems(apply(a, changes.slice(0, n)).tracks)).toEqual([]);
      }),
      { numRuns: 60 },
    ));

  it("leave tracks nobody named the same objects, so only they are drawn again", () => {
    const a = smallSession();
    const b = apply(a, [setField(track(a, "kick"), "level", -3)]);
    expect(track(b, "top")).toBe(track(a, "top"));
    expect(track(b, "kick").level).toBe(-3);
    expect(track(a, "kick").level).toBe(0);
  });

  it("move as few tracks as possible: all but a longest run, by brute force", () => {
    fc.assert(
      fc.property(fc.shuffledSubarray([0, 1, 2, 3, 4, 5, 6], { minLength: 7 }), (order) => {
        const s: Session = {
          ...smallSession(),
          tracks: [0, 1, 2, 3, 4, 5, 6].map((n) => blankTrack(`t${n}`, `T${n}`)),
        };
        const b = { ...s, tracks: order.map((n) => s.tracks[n] as Track) };
        const moves = diff(s, b).filter((c) => c.do === "move").length;
        let longest = 0;
        for (let mask = 0; mask < 1 << 7; mask++) {
          const kept = order.filter((n) => mask & (1 << n));
          if (kept.every((n, i) => i === 0 || n > (kept[i - 1] as number)))
            longest = Math.max(longest, kept.length);
        }
        expect(moves).toBe(7 - longest);
      }),
    );
    expect(longestRun(["c", "a", "b"], ["a", "b", "c"])).toEqual(["a", "b"]);
  });

  it.each<[string, (s: Session) => Change, RegExp]>([
    [
      "a track that is gone",
      () => ({ do: "set", id: "nobody", field: "level", from: 0, to: 1 }) as Change,
      /no track with the id “nobody”/,
    ],
    [
      "a value that is another by now",
      (s) => ({ ...setField(track(s, "kick"), "name", "Kik"), from: "Boom" }) as Change,
      /name of “Kick” has been changed since/,
    ],
    [
      "a folder that still holds tracks",
      (s) => ({ do: "take-out", track: track(s, "kit"), after: null }),
      /“KIT” still holds tracks/,
    ],
    [
      "a folder into itself",
      () =>
        ({
          do: "move",
          id: "kit",
          from: { parent: null, after: null },
          to: { parent: "kit", after: null },
        }) as Change,
      /inside itself/,
    ],
    [
      "into something that is no folder",
      () =>
        ({
          do: "move",
          id: "gtr",
          from: { parent: null, after: "kit" },
          to: { parent: "main", after: null },
        }) as Change,
      /“Main” is not a folder/,
    ],
    [
      "an id that is there already",
      (s) => ({ do: "add", track: track(s, "gtr"), after: null }),
      /there already/,
    ],
    [
      "a folder with tracks turned into a track",
      (s) => setField(track(s, "kit"), "kind", "audio"),
      /has to stay a folder/,
    ],
    [
      "a setting changed since",
      (s) => ({ ...setSessionField(s, "tempo", 90), from: 100 }) as Change,
      /tempo of the session has been changed/,
    ],
  ])("refuse %s, and say so", (_what, make, message) => {
    const s = smallSession();
    const before = structuredClone(s);
    expect(() => apply(s, [make(s)])).toThrow(ChangeRefused);
    expect(() => apply(s, [make(s)])).toThrow(message);
    expect(s).toEqual(before);
  });
});

describe("the session document", () => {
  it("takes any session made of tracks in a tree", () =>
    fc.assert(
      fc.property(sessions(), (s) => {
        expect(sessionSchema.parse(JSON.parse(JSON.stringify(s)))).toEqual(s);
      }),
      { numRuns: 80 },
    ));

  it("says which track stands wrong", () => {
    const s = smallSession();
    const torn = { ...s, tracks: [...s.tracks.slice(1), s.tracks[0] as Track] };
    const result = sessionSchema.safeParse(torn);
    expect(result.error?.issues[0]?.message).toBe("“Kick” stands in a folder that does not come before it");
    expect(
      sessionSchema.safeParse({ ...s, tracks: [...s.tracks, s.tracks[6]] }).error?.issues[0]?.message,
    ).toBe("two tracks have the id “main”");
  });
});

describe("routing", () => {
  it("finds a circle through feeds and sends, and none where there is none", () => {
    const s = smallSession();
    expect(circles(s)).toEqual([]);
    const ring = apply(s, [
      setField(track(s, "rev"), "sends", [{ id: "x", to: "kit", level: 0, beforeFader: false }]),
      setField(track(s, "kit"), "sends", [{ id: "y", to: "rev", level: 0, beforeFader: false }]),
    ]);
    expect(circles(ring).map((c) => [...c].sort())).toEqual([["kit", "rev"]]);
  });

  it("agrees with a plain reachability search on whether anything goes round", () =>
    fc.assert(
      fc.property(sessions(10), (s) => {
        const next = new Map(s.tracks.map((t) => [t.id, [t.feeds, ...t.sends.map((x) => x.to)]]));
        const comesBack = (start: string): boolean => {
          const seen = new Set<string>();
          const stack = [...(next.get(start) ?? [])];
          for (let id = stack.pop(); id !== undefined; id = stack.pop()) {
            if (id === start) return true;
            if (id === null || seen.has(id)) continue;
            seen.add(id);
            stack.push(...(next.get(id) ?? []));
          }
          return false;
        };
        expect(circles(s).length > 0).toBe(s.tracks.some((t) => comesBack(t.id)));
      }),
      { numRuns: 200 },
    ));
});

describe("changes in words", () => {
  it("say of settings what was and what is, not how many", () => {
    const s = smallSession();
    const link = kitLink({ name: "The kit" });
    const changes = [
      setSessionField(s, "fixedEnd", 3480),
      setSessionField(s, "frameRate", "25"),
      setSessionField(s, "fixed", ["tempo", "sampleRate"]),
      setSessionField(s, "checklist", ["Doors shut"]),
      setSessionField(s, "links", [link]),
    ];
    expect(inWords(s, apply(s, changes), changes).map((c) => [c.what, c.before, c.after])).toEqual([
      ["fixed end", "none", "58:00"],
      ["frame rate", "none", "25"],
      ["settings the template fixes", "none", "tempo, sample rate"],
      ["checklist", "empty", "Doors shut"],
      ["link sets", "none", "The kit"],
    ]);
  });

  it("name tracks, folders and values as a person would", () => {
    const a = smallSession();
    const b = apply(a, [
      setField(track(a, "top"), "level", -3),
      setField(track(a, "gtr"), "pan", -34),
      {
        do: "move",
        id: "gtr",
        from: { parent: null, after: "kit" },
        to: { parent: "kit", after: "bottom" },
      },
      setSessionField(a, "sampleRate", 44100),
    ]);
    const said = inWords(a, b, diff(a, b));
    expect(said).toContainEqual({
      sort: "changed",
      track: null,
      name: "Session",
      what: "sample rate",
      before: "48 kHz",
      after: "44.1 kHz",
    });
    expect(said).toContainEqual({
      sort: "changed",
      track: "top",
      name: "Snare_Top",
      what: "level",
      before: "0.0 dB",
      after: "−3.0 dB",
    });
    expect(said).toContainEqual({
      sort: "changed",
      track: "gtr",
      name: "EGtr_Amp",
      what: "pan",
      before: "C",
      after: "L 34",
    });
    expect(said).toContainEqual({
      sort: "moved",
      track: "gtr",
      name: "EGtr_Amp",
      what: "folder",
      before: "no folder",
      after: "KIT",
    });
  });
});
