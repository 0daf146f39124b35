import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { sessions } from "../fixtures/sessions.ts";
import { apply } from "../session/apply.ts";
import { setField } from "../session/change.ts";
import { circleThrough } from "../session/circle.ts";
import { session as sessionSchema } from "../session/document.ts";
import type { Session, Track } from "../session/document.ts";
import { blankInsert } from "../session/processor.ts";
import { circles } from "../session/routing.ts";
import { EXAMPLES, say } from "./many.ts";
import { alike } from "./select.ts";
import { tidy, by, done } from "../fixtures/laidOut.ts";

describe("choosing", () =>
  it("all that are alike: of a kind, a role, a folder, armed", () => {
    expect(alike(tidy, "kick", "folder").sort()).toEqual(["bottom", "kick", "top"]);
    expect(alike(tidy, "top", "role").sort()).toEqual(["bottom", "top"]);
    expect(alike(tidy, "rev", "kind")).toEqual(["rev"]);
    expect(alike(tidy, "gtr", "armed")).toEqual(["kick"]);
    expect(alike(tidy, "nobody", "kind")).toEqual([]);
  }));

describe("one sentence for many", () => {
  const many = (text: string, ids: string[] = ["kick", "top", "bottom", "gtr"]): Session => {
    const said = say(tidy, ids, text);
    if ("problem" in said) throw new Error(said.problem);
    return done(tidy, said.changes);
  };
  const values = <F extends keyof Track>(s: Session, field: F): Track[F][] =>
    ["kick", "top", "bottom", "gtr"].map((id) => s.tracks.find((t) => t.id === id)![field]);

  it("goes by what was there: 8 dB down, every second one right, spread", () => {
    const levels = values(tidy, "level");
    expect(values(many("8 dB down"), "level")).toEqual(levels.map((l) => Math.round((l - 8) * 10) / 10));
    expect(values(many("1,5 db up"), "level")).toEqual(levels.map((l) => Math.round((l + 1.5) * 10) / 10));
    const order = tidy.tracks
      .filter((t) => ["kick", "top", "bottom", "gtr"].includes(t.id))
      .map((t) => t.id);
    expect(
      order.map((id) => many("every second one right 40").tracks.find((t) => t.id === id)!.pan),
    ).toEqual([0, 40, 0, 40]);
    expect(order.map((id) => many("alternate 30").tracks.find((t) => t.id === id)!.pan)).toEqual([
      -30, 30, -30, 30,
    ]);
    expect(order.map((id) => many("spread 90").tracks.find((t) => t.id === id)!.pan)).toEqual([
      -90, -30, 30, 90,
    ]);
  });

  it("bypasses every processor of a kind, or all there are, and switches them on again", () => {
    const on = (s: Session): string[] =>
      (s.tracks.find((t) => t.id === "kick")?.inserts ?? []).flatMap((i) => (i.bypassed ? [] : [i.kind]));
    const insert = (kind: string) => blankInsert(kind, kind, { bypassed: false });
    const kick = tidy.tracks.find((t) => t.id === "kick")!;
    const both = done(tidy, [setField(kick, "inserts", [insert("EQ"), insert("Gate")])]);
    const after = (s: Session, text: string): Session => {
      const said = say(s, ["kick"], text);
      if ("problem" in said) throw new Error(said.problem);
      return done(s, said.changes);
    };
    const none = after(both, "bypass all");
    expect(on(none)).toEqual([]);
    expect(on(after(none, "on gate"))).toEqual(["Gate"]);
    expect(on(after(after(none, "on all"), "bypass EQ"))).toEqual(["Gate"]);
  });

  it("leaves what cannot be meant: a folder is not armed, a mono track has no width", () => {
    expect(
      many("arm", ["kit", "gtr"])
        .tracks.filter((t) => t.armed)
        .map((t) => t.id)
        .sort(),
    ).toEqual(["gtr", "kick"]);
    expect(say(tidy, ["kick"], "width 50")).toEqual({ changes: [], says: "width 50 %" });
    expect(values(many("level −100000 dB".replace("100000", "12")), "level")).toEqual([-12, -12, -12, -12]);
  });

  it("says what it does not understand or cannot do, a circle with the circle", () => {
    expect(say(tidy, ["kick"], "make it pretty")).toEqual({
      problem: expect.stringContaining("“make it pretty” is not understood"),
    });
    expect(say(tidy, ["kick"], "feed nowhere at all")).toEqual({
      problem: "There is no folder, bus or main path called “nowhere at all”.",
    });
    expect(say(tidy, ["kick"], "level 90")).toEqual({ problem: "A level is −144 to 24 dB." });
    const ring = apply(tidy, [setField(by(tidy, "KIT"), "feeds", by(tidy, "Plate").id)]);
    expect(say(ring, [by(tidy, "Plate").id], "feed KIT")).toEqual({
      problem: "That would go round in a circle: Plate → KIT → Plate.",
    });
  });

  it("understands each of its examples, and every edit is one a track can have, for any session", () =>
    fc.assert(
      fc.property(sessions(8), fc.constantFrom(...EXAMPLES), (s, text) => {
        const said = say(
          s,
          s.tracks.map((t) => t.id),
          text,
        );
        if ("problem" in said)
          expect(said.problem).toMatch(/no folder, bus or main path|no return, bus or cue mix|circle/);
        else expect(sessionSchema.safeParse(done(s, said.changes)).error).toBeUndefined();
      }),
      { numRuns: 300 },
    ));
});

describe("a circle", () =>
  it("is found exactly where the new feed would close one, for any session", () =>
    fc.assert(
      fc.property(sessions(9), fc.nat(), fc.nat(), (s, a, b) => {
        const from = s.tracks[a % Math.max(1, s.tracks.length)],
          to = s.tracks[b % Math.max(1, s.tracks.length)];
        if (!from || !to || from === to || circles(s).length > 0) return;
        const found = circleThrough(s, from.id, to.id);
        const after = {
          ...s,
          tracks: s.tracks.map((t) =>
            t.id === from.id
              ? { ...t, sends: [...t.sends, { id: "x", to: to.id, level: 0, beforeFader: false }] }
              : t,
          ),
        };
        expect(found !== null).toBe(circles(after).length > 0);
        if (found) {
          expect(found[0]).toBe(from.id);
          expect(found[1]).toBe(to.id);
          expect(found.at(-1)).toBe(from.id);
        }
      }),
      { numRuns: 300 },
    )));
