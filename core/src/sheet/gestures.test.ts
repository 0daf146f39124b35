import { describe, expect, it } from "vitest";
import { check } from "../check/check.ts";
import { setField } from "../session/change.ts";
import type { Session } from "../session/document.ts";
import { blankInsert } from "../session/processor.ts";
import { busFor, cueMixFrom, feed, monitorPath, parallelOf, returnFor, stageBeforeMain } from "./paths.ts";
import type { Gesture } from "./paths.ts";
import { style, tidy, by, done } from "../fixtures/laidOut.ts";

describe("gestures", () => {
  const made = (g: Gesture): Session => {
    if ("problem" in g) throw new Error(g.problem);
    return done(tidy, g.changes);
  };

  it(
    "make a bus, a return, a parallel path, a headphone mix, each as wide as the session " +
      "and named by the house",
    () => {
      const bus = made(busFor(style, tidy, ["top", "bottom"], "b"));
      expect(bus.tracks.find((t) => t.id === "b")).toMatchObject({
        kind: "bus",
        format: "stereo",
        feeds: "kit",
        of: "snare",
      });
      expect(
        bus.tracks
          .filter((t) => t.feeds === "b")
          .map((t) => t.id)
          .sort(),
      ).toEqual(["bottom", "top"]);
      const verb = made(returnFor(style, tidy, ["kick", "gtr"], "hall-reverb", "h"));
      expect(verb.tracks.find((t) => t.id === "h")).toMatchObject({
        kind: "return",
        format: "stereo",
        feeds: "main",
        inserts: [{ kind: "Reverb" }],
      });
      expect(
        verb.tracks
          .filter((t) => t.sends.some((s) => s.to === "h"))
          .map((t) => t.id)
          .sort(),
      ).toEqual(["gtr", "kick"]);
      const parallel = made(parallelOf(style, tidy, "kit", "p"));
      expect(parallel.tracks.find((t) => t.id === "kit")?.sends).toMatchObject([{ to: "p", level: 0 }]);
      expect(parallel.tracks.find((t) => t.id === "p")?.inserts.map((i) => i.kind)).toEqual(["Compressor"]);
      const cue = made(cueMixFrom(style, tidy, ["kick", "gtr"], "c"));
      expect(cue.tracks.find((t) => t.id === "c")).toMatchObject({ kind: "cue-mix", feeds: null });
      expect(cue.tracks.find((t) => t.id === "kick")?.sends.at(-1)).toMatchObject({
        to: "c",
        beforeFader: true,
        level: tidy.tracks.find((t) => t.id === "kick")?.level,
      });
      for (const s of [bus, verb, parallel, cue])
        expect(check(style, s).filter((f) => f.rule !== "out-of-order" && f.weight !== "note")).toEqual(
          check(style, tidy).filter((f) => f.rule !== "out-of-order" && f.weight !== "note"),
        );
    },
  );

  it("put a stage before the main path, and keep correction off what is printed", () => {
    const stage = made(stageBeforeMain(style, tidy, "s"));
    expect(stage.tracks.filter((t) => t.feeds === "main").map((t) => t.id)).toEqual(["s"]);
    expect(stageBeforeMain(style, stage, "s2")).toMatchObject({
      problem: expect.stringContaining("already"),
    });
    const corrected = done(tidy, [setField(by(tidy, "Main"), "inserts", [blankInsert("a", "Correction")])]);
    expect(check(style, corrected).some((f) => f.rule === "correction-printed")).toBe(true);
    const monitor = monitorPath(style, corrected, "m");
    const after = done(corrected, "changes" in monitor ? monitor.changes : []);
    expect(after.tracks.find((t) => t.id === "m")).toMatchObject({
      kind: "monitor",
      feeds: null,
      inserts: [{ kind: "Correction" }],
    });
    expect(
      check(style, after).some((f) => f.rule === "correction-printed" || f.rule === "feeds-nowhere"),
    ).toBe(false);
  });

  it("use the return there is, refuse what would go round, and say when there is nothing to do", () => {
    expect(returnFor(style, tidy, ["top"], "plate-reverb", "x")).toMatchObject(
      by(tidy, "Plate").role === "plate-reverb" ? { problem: expect.stringContaining("already") } : {},
    );
    expect(feed(tidy, "main", "kit")).toEqual({
      problem: "That would go round in a circle: Main → KIT → Main.",
    });
    expect(feed(tidy, "gtr", "kit")).toMatchObject({ changes: [{ field: "feeds", to: "kit" }] });
    expect(busFor(style, tidy, ["main"], "x")).toMatchObject({ problem: expect.any(String) });
  });

  it("say what is missing, or what they must not be asked of, and change nothing", () => {
    const says = (g: Gesture): string => ("problem" in g ? g.problem : "done");
    const silent = done(tidy, [setField(by(tidy, "Kick"), "format", null)]);
    const choose = "Choose tracks that carry sound first.";
    expect(says(busFor(style, silent, ["kick"], "b"))).toBe(choose);
    expect(says(returnFor(style, tidy, [], "hall-reverb", "h"))).toBe(choose);
    expect(says(cueMixFrom(style, tidy, ["main"], "c"))).toBe(choose);
    expect(says(parallelOf(style, tidy, "main", "p"))).toContain("a folder, a bus or a track");
    const noMain = { ...tidy, tracks: tidy.tracks.filter((t) => t.kind !== "main") };
    expect(says(stageBeforeMain(style, noMain, "s"))).toBe("There is no main path yet.");
    expect(says(monitorPath(style, noMain, "m"))).toBe("There is no main path yet.");
    expect(says(feed(tidy, "gone", "main"))).toBe("That track is not there any more.");
    expect(says(feed(tidy, "kick", "gone"))).toBe("What it should feed is not there any more.");
    expect(says(feed(silent, "gtr", "kick"))).toBe("“Kick” carries no sound.");
    expect(says(feed(silent, "kick", "main"))).toBe("“Kick” carries no sound of its own to feed on.");
  });

  it("feed a bus to where all of its tracks fed, else to the main path, and take a free name", () => {
    const apart = done(tidy, [setField(by(tidy, "Snare_Top"), "feeds", "main")]);
    const bus = (s: Session) => {
      const g = busFor(style, s, ["top", "bottom"], "b");
      if ("problem" in g) throw new Error(g.problem);
      const made = done(s, g.changes).tracks.find((t) => t.id === "b");
      if (!made) throw new Error("no bus was made");
      return made;
    };
    expect([bus(tidy).feeds, bus(apart).feeds]).toEqual(["kit", "main"]);
    const taken = done(tidy, [setField(by(tidy, "EGtr_Amp"), "name", bus(tidy).name.toUpperCase())]);
    expect(bus(taken).name).toBe(`${bus(tidy).name} 2`);
  });

  it("send as loud as is asked, and number sends that stand beside others", () => {
    const sent = made(returnFor(style, tidy, ["gtr"], "hall-reverb", "h", -20));
    const [, ...more] = by(sent, "EGtr_Amp").sends.toReversed();
    expect(by(sent, "EGtr_Amp").sends.at(-1)).toMatchObject({ to: "h", level: -20, beforeFader: false });
    expect(more.map((x) => x.id)).not.toContain(by(sent, "EGtr_Amp").sends.at(-1)?.id);
  });
});
