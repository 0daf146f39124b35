import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { sessions, smallSession } from "../fixtures/sessions.ts";
import { forgetful, makeStyle } from "../house/style.ts";
import { usualHouse } from "../house/usual.ts";
import { dressed } from "../house/dress.ts";
import { apply } from "../session/apply.ts";
import { setField, setSessionField } from "../session/change.ts";
import type { Change } from "../session/change.ts";
import { diff } from "../session/diff.ts";
import { blankTrack } from "../session/document.ts";
import type { Session, Track } from "../session/document.ts";
import { blankInsert } from "../session/processor.ts";
import { check, open, putAllRight } from "./check.ts";
import type { Finding } from "./rule.ts";

const style = makeStyle(usualHouse("x"));
const tidy = dressed(style, smallSession());
const t = (s: Session, id: string): Track => s.tracks.find((x) => x.id === id)!;
const found = (s: Session, rule: string): Finding[] => check(style, s).filter((f) => f.rule === rule);
const fixed = (s: Session, f: Finding | undefined): Session => apply(s, f?.fix?.changes ?? []);
const after = (...changes: Change[]): Session => apply(tidy, changes);

describe("findings of the input list", () => {
  it("an input the interface lacks, by its last channel", () => {
    const s = after(
      setSessionField(tidy, "interfaceInputs", 4),
      setField(t(tidy, "gtr"), "format", "stereo"),
    );
    expect(found(s, "input-out-of-range").map((f) => f.says)).toEqual([
      "“EGtr_Amp” records from input 5, the interface has 4.",
    ]);
    expect(found(after(setField(t(tidy, "gtr"), "input", 900)), "input-out-of-range")).toEqual([]);
  });

  it(
    "sources left without an input, once, with the next ones for them; a list that " +
      "is not begun is none",
    () => {
      const s = after(...["gtr", "top"].map((id) => setField(t(tidy, id), "input", null)));
      expect(found(s, "input-forgotten")).toEqual([]);
      const one = after(setField(t(tidy, "gtr"), "input", null));
      const [f] = found(one, "input-forgotten");
      expect(f?.says).toBe("“EGtr_Amp” has no input.");
      expect(t(fixed(one, f), "gtr").input).toBe(4);
      const two = apply(one, [
        {
          do: "add",
          track: blankTrack("x", "Room", { format: "stereo", source: "mic", feeds: "main" }),
          after: null,
        },
      ]);
      const [both] = found(two, "input-forgotten");
      expect(both?.says).toBe("2 sources have no input: Room, EGtr_Amp.");
      expect([t(fixed(two, both), "x").input, t(fixed(two, both), "gtr").input]).toEqual([4, 6]);
      expect(check(style, one, one).filter((x) => x.rule === "input-forgotten")).toEqual([]);
    },
  );

  it("48 V on a DI, a line, a ribbon; not on a microphone that wants it", () => {
    for (const source of ["di", "line", "wireless"] as const) {
      const s = after(
        setField(t(tidy, "gtr"), "source", source),
        setField(t(tidy, "gtr"), "phantom", true),
      );
      expect(found(s, "phantom-off")).toHaveLength(1);
      expect(t(apply(s, putAllRight(style, s)), "gtr").phantom).toBe(false);
    }
    const ribbon = after(
      setField(t(tidy, "gtr"), "phantom", true),
      setField(t(tidy, "gtr"), "microphone", "old ribbon"),
    );
    expect(found(ribbon, "phantom-off")[0]).toMatchObject({ weight: "broken", fix: { sure: false } });
    expect(found(after(setField(t(tidy, "gtr"), "phantom", true)), "phantom-off")).toEqual([]);
  });

  it("a track to be heard only that is armed, and disarms it", () => {
    const s = after(setField(t(tidy, "gtr"), "armed", true), setField(t(tidy, "gtr"), "listenOnly", true));
    expect(t(fixed(s, found(s, "listen-armed")[0]), "gtr").armed).toBe(false);
  });
});

describe("findings of paths and links", () => {
  it("a cue mix in the mix, and one nobody sends to", () => {
    const cue = blankTrack("cue", "Cue", {
      kind: "cue-mix",
      format: "stereo",
      role: "cue-mix",
      feeds: "main",
    });
    const s = after({ do: "add", track: cue, after: "main" });
    expect(found(s, "cue-into-main").map((f) => f.says)).toEqual(["The cue mix “Cue” feeds Main."]);
    expect(t(fixed(s, found(s, "cue-into-main")[0]), "cue").feeds).toBeNull();
    expect(found(s, "unfed-return").map((f) => f.says)).toEqual(["Nothing sends to the cue mix “Cue”."]);
    expect(found(fixed(s, found(s, "cue-into-main")[0]), "feeds-nowhere")).toEqual([]);
  });

  it("a key input and a link that name what is gone, and takes them off", () => {
    const link = {
      id: "l",
      name: "Kit",
      colour: "#7a5fb0",
      shares: ["arm" as const],
      members: ["kick", "gone"],
      followers: [],
    };
    const s = after(
      setSessionField(tidy, "links", [link]),
      setField(t(tidy, "gtr"), "inserts", [blankInsert("a", "Compressor", { key: "gone" })]),
    );
    const right = apply(s, putAllRight(style, s));
    expect([...found(s, "link-gone"), ...found(s, "key-gone")]).toHaveLength(2);
    expect([right.links[0]?.members, t(right, "gtr").inserts[0]?.key]).toEqual([["kick"], null]);
  });
});

describe("findings of the picture", () => {
  const placed = (...pans: [string, number][]): Session =>
    apply(
      tidy,
      pans.map(([id, pan]) => setField(t(tidy, id), "pan", pan)),
    );

  it("two different sources on one spot off the middle; two microphones on one source are none", () => {
    expect(found(placed(["kick", 40], ["gtr", 40]), "one-spot").map((f) => f.says)).toHaveLength(1);
    expect(found(placed(["top", 40], ["bottom", 40]), "one-spot")).toEqual([]);
    expect(found(placed(["kick", 0], ["gtr", 0], ["top", 20]), "one-spot")).toEqual([]);
    expect(found(placed(["kick", 40], ["gtr", 55]), "one-spot")).toEqual([]);
  });

  it("everything on one side, and a low instrument alone far aside", () => {
    const s = placed(["kick", -90], ["top", -80], ["bottom", -70], ["gtr", -60]);
    expect(found(s, "leans-aside")[0]?.says).toMatch(/the left is \d+\.\d dB louder/);
    expect(found(s, "low-aside").map((f) => f.says)).toEqual(["“Kick” is low and stands alone at L 90."]);
    expect(found(placed(["kick", -90], ["gtr", 90]), "leans-aside")).toEqual([]);
    expect(found(placed(["gtr", -90]), "low-aside")).toEqual([]);
  });

  it("are switched off for a session that wants it so, and those that are no matter of taste are not", () => {
    const s = placed(["kick", 40], ["gtr", 40]);
    const quiet = apply(s, [
      setSessionField(s, "rulesOff", ["one-spot", "feeds-nowhere"]),
      setField(t(s, "gtr"), "feeds", null),
    ]);
    expect(found(quiet, "one-spot")).toEqual([]);
    expect(found(quiet, "feeds-nowhere")).toHaveLength(1);
    expect(open(check(style, quiet)).length).toBeGreaterThan(0);
  });
});

describe("looking again", () =>
  it("after any changes finds just what looking afresh finds, with fixes that fit, for any session", () => {
    const house = usualHouse("x");
    fc.assert(
      fc.property(
        sessions(9),
        fc.array(sessions(9), { minLength: 1, maxLength: 3 }),
        fc.array(
          fc.tuple(
            fc.nat(),
            fc.constantFrom(
              "level",
              "pan",
              "name",
              "feeds",
              "armed",
              "notes",
              "input",
              "colour",
              "inserts",
              "polarity",
            ),
          ),
          { maxLength: 6 },
        ),
        (first, others, edits) => {
          const again = makeStyle(house);
          let now = first;
          const looked = (s: Session): void => {
            const found = check(again, s);
            expect(found).toEqual(check(forgetful(again), s));
            for (const f of found.slice(0, 12))
              if (f.fix) expect(() => apply(s, f.fix!.changes)).not.toThrow();
          };
          looked(now);
          for (const [pick, field] of edits) {
            const track = now.tracks[pick % Math.max(1, now.tracks.length)];
            if (!track) continue;
            const to = {
              level: pick % 12,
              pan: (pick % 200) - 100,
              name: pick % 2 ? "Kick" : `zz ${pick}`,
              feeds: now.tracks[pick % 3]?.id ?? null,
              armed: !track.armed,
              notes: "x",
              input: (pick % 9) + 1,
              colour: "#123456",
              inserts: [],
              polarity: "inverted",
            }[field];
            now = apply(now, [setField(track, field as "level", to as never)]);
            looked(now);
          }
          for (const o of others) {
            now = apply(now, diff(now, o));
            looked(now);
          }
        },
      ),
      { numRuns: 150 },
    );
  }));
