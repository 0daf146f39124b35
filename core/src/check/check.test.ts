import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { sessions } from "../fixtures/sessions.ts";
import { apply } from "../session/apply.ts";
import { diff } from "../session/diff.ts";
import { blankTrack, emptySession } from "../session/document.ts";
import type { Session } from "../session/document.ts";
import { check, followsTheHouse, keep, open, putAllRight, takeUpAgain } from "./check.ts";
import { RULES } from "./rules.ts";
import { style, tidy, edit, find, one, fixed, without } from "../fixtures/found.ts";

describe("checking", () => {
  it("finds nothing in a session that follows the house", () => {
    expect(check(style, tidy, tidy)).toEqual([]);
    expect(followsTheHouse(tidy, [])).toBe(1);
  });

  it("has every rule under an id of its own", () =>
    expect(new Set(RULES.map((r) => r.id)).size).toBe(RULES.length));
});

describe("house style", () => {
  it("name off the pattern: renames, and says what the pattern is", () => {
    const s = edit(tidy, "top", { name: "snare TOP" });
    expect(one(s, "name-off-pattern")).toMatchObject({
      before: "snare TOP",
      after: "Snare_Top",
      says: "“snare TOP” is off the house pattern.",
    });
    expect(fixed(s, "name-off-pattern")).toEqual(tidy);
  });

  it("a name that could be something is asked about, never put right unasked", () => {
    const s = edit(tidy, "gtr", { name: "Snaer Top", role: null, positions: [] });
    const finding = one(s, "name-off-pattern");
    expect(finding.fix).toMatchObject({ label: "Yes, Snare", sure: false });
    expect(finding.because).toBe("It only fits if this is a slip of the keyboard.");
  });

  it("name nobody can read: says so and offers nothing", () => {
    const s = edit(tidy, "gtr", { name: "xqzv", role: null, positions: [] });
    expect(one(s, "name-unreadable")).toMatchObject({ fix: null, says: "Nobody can tell what “xqzv” is." });
    expect(one(edit(tidy, "gtr", { name: "", role: null }), "name-unreadable").says).toBe(
      "A track has no name.",
    );
  });

  it("same name twice: the second gets a name of its own; a folder may be called like a track", () => {
    const s = {
      ...tidy,
      tracks: [
        ...tidy.tracks,
        blankTrack("again", "xqzv", { feeds: "main" }),
        blankTrack("again2", "XQZV", { feeds: "main" }),
      ],
    };
    expect(one(s, "same-name").after).toBe("XQZV_2");
    fixed(s, "same-name");
    expect(find(edit(tidy, "gtr", { name: "KIT" }), "same-name")).toEqual([]);
  });

  it("colour and icon: names the colour the house gives", () => {
    const s = edit(tidy, "kick", { colour: "#ff0000", icon: null });
    expect(one(s, "colour-off")).toMatchObject({
      after: "#3e6d8e",
      because: "The house gives Kick Harbour (#3e6d8e).",
    });
    fixed(s, "colour-off");
    fixed(s, "icon-off");
  });

  it("outside its folder: moves it in, where the order wants it, and takes its feed along", () => {
    const kick = tidy.tracks.find((t) => t.id === "kick")!;
    const s = {
      ...without(tidy, "kick"),
      tracks: [{ ...kick, parent: null, feeds: "main" }, ...without(tidy, "kick").tracks],
    };
    expect(one(s, "outside-folder").says).toBe("“Kick” stands outside all folders, not in KIT.");
    const after = fixed(s, "outside-folder");
    expect(after.tracks.find((t) => t.id === "kick")).toMatchObject({ parent: "kit", feeds: "kit" });
  });

  it("out of order: moves the fewest", () => {
    const kit = tidy.tracks.filter((t) => t.parent === "kit");
    const rest = tidy.tracks.filter((t) => t.parent !== "kit");
    const s = { ...tidy, tracks: [rest[0]!, kit[2]!, kit[0]!, kit[1]!, ...rest.slice(1)] };
    expect(one(s, "out-of-order")).toMatchObject({ track: kit[2]!.id, after: `after ${kit[1]!.name}` });
    expect(fixed(s, "out-of-order")).toEqual(tidy);
  });
});

describe("against what went out", () => {
  it("a missing track is put back where it was", () =>
    expect(fixed(without(tidy, "top"), "missing-track", tidy).tracks.map((t) => t.id)).toEqual(
      tidy.tracks.map((t) => t.id),
    ));
  it("an extra track may be this job's own", () => {
    const s = { ...tidy, tracks: [...tidy.tracks, blankTrack("x", "Iron", { feeds: "main" })] };
    expect(fixed(s, "extra-track", tidy).tracks.at(-1)?.job).toBe(true);
  });
  it("tracks of a block that stands in it are no extra tracks; let go, they are", () => {
    const tracks = [...tidy.tracks, blankTrack("x", "Iron", { feeds: "main" })];
    const held = { id: "b", block: "irons", name: "Irons", release: 1, ends: [] };
    const s = { ...tidy, tracks, blocks: [{ ...held, tracks: [{ track: "x", from: "iron", given: {} }] }] };
    const extra = (now: Session) => open(check(style, now, tidy)).filter((f) => f.rule === "extra-track");
    expect([extra(s).length, extra({ ...s, blocks: [] }).length]).toEqual([0, 1]);
  });
  it("an input that changed, a sample rate that changed", () => {
    expect(one(edit(tidy, "gtr", { input: 9 }), "input-moved", tidy)).toMatchObject({
      before: "Input 9",
      after: "Input 4",
    });
    fixed(edit(tidy, "gtr", { input: 9 }), "input-moved", tidy);
    fixed({ ...tidy, sampleRate: 44100 }, "setting-changed", tidy);
  });
});

describe("keeping a finding", () =>
  it("lets it stand with its reason, until what was off changes", () => {
    const s = edit(tidy, "top", { name: "snare TOP" });
    const finding = one(s, "name-off-pattern");
    const kept = apply(s, [keep(s, finding, "the drummer asked for it")]);
    expect(one(kept, "name-off-pattern").kept?.why).toBe("the drummer asked for it");
    expect(open(check(style, kept))).toEqual([]);
    expect(followsTheHouse(kept, check(style, kept))).toBe(1);
    expect(open(check(style, edit(kept, "top", { name: "SNARE top!" })))).toHaveLength(1);
    expect(apply(kept, [takeUpAgain(kept, one(kept, "name-off-pattern"))])).toEqual(s);
  }));

describe("putting all right", () => {
  it("leaves nothing that could be put right unasked, for any session and any release it came from", () =>
    fc.assert(
      fc.property(sessions(10), sessions(10), (baseline, came) => {
        const after = apply(came, putAllRight(style, came, baseline));
        expect(
          open(check(style, after, baseline))
            .filter((f) => f.fix?.sure)
            .map((f) => f.says),
        ).toEqual([]);
      }),
      { numRuns: 150 },
    ));

  it("brings a drifted session back to no findings at all", () => {
    const drifted = [
      { ...edit(edit(tidy, "top", { name: "sn top", colour: "#123456" }), "gtr", { input: 12 }) },
      { ...without(tidy, "bottom"), sampleRate: 44100 as const },
      { ...tidy, tracks: [...tidy.tracks, blankTrack("new", "hat", { feeds: "main", format: "mono" })] },
    ];
    for (const s of drifted) {
      const after = apply(s, putAllRight(style, s, tidy));
      expect(check(style, after, tidy)).toEqual([]);
    }
  });

  it("counts the share of tracks that follow the house", () => {
    const s = edit(edit(tidy, "top", { name: "sn top", colour: "#123456" }), "gtr", { input: 12 });
    expect(followsTheHouse(s, check(style, s))).toBeCloseTo(6 / 7, 10);
  });

  it("makes a folder and the new folder it stands in with the one move that needs both", () => {
    const names = ["Kick", "Snare", "Hat", "Iron 1", "Iron 2"];
    const s: Session = {
      ...emptySession("x"),
      tracks: [
        ...names.map((n, i) => blankTrack(`t${i}`, n, { feeds: "main" })),
        blankTrack("main", "Main", { kind: "main", format: "stereo", role: "main" }),
      ],
    };
    const off = check(style, s).find((f) => f.rule === "outside-folder" && f.track === "t0")!;
    expect(off.fix?.label).toBe("Move to KIT");
    const after = apply(s, off.fix!.changes);
    const kick = after.tracks.find((t) => t.id === "t0")!,
      kit = after.tracks.find((t) => t.id === kick.parent)!;
    expect([kit.role, after.tracks.find((t) => t.id === kit.parent)?.role, kick.feeds, kit.feeds]).toEqual([
      "drum-kit",
      "engine-room",
      kit.id,
      kit.parent,
    ]);
  });

  it("proposes only changes that fit a document", () =>
    fc.assert(
      fc.property(sessions(8), (s) => {
        for (const f of check(style, s))
          if (f.fix) expect(diff(s, apply(s, f.fix.changes)).length).toBeGreaterThan(0);
      }),
      { numRuns: 150 },
    ));
});
