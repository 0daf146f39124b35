import { describe, expect, it } from "vitest";
import { usualHouse } from "../house/usual.ts";
import { makeStyle } from "../house/style.ts";
import type { House } from "../house/house.ts";
import { apply } from "../session/apply.ts";
import { setField } from "../session/change.ts";
import { diff } from "../session/diff.ts";
import type { Session, TrackField } from "../session/document.ts";
import { dressed } from "../house/dress.ts";
import { smallSession } from "../fixtures/sessions.ts";
import { askedInWords, askedOf } from "./asks.ts";
import { causesOf, standOf } from "./causes.ts";
import { check, open, putAllRight } from "./check.ts";

const first: House = usualHouse("Saltmarsh");
const darker = (house: House): House => ({
  ...house,
  palette: house.palette.map((c) => ({ ...c, hex: `#0${c.hex.slice(2)}` })),
});
const then = makeStyle(first);
const now = makeStyle(darker(first));
/** A session by the book of the first edition. */
const tidy = apply(dressed(then, smallSession()), putAllRight(then, dressed(then, smallSession())));
const set = <F extends "name" | "colour" | "pan">(
  s: Session,
  id: string,
  field: F,
  to: Session["tracks"][number][F],
): Session =>
  apply(s, [
    setField<TrackField>(
      s.tracks.find((t) => t.id === id)!,
      field,
      to,
    ),
  ]);

describe("who brought a finding about", () => {
  it(
    "is the room where it changed something, the edition where it asks anew, the release " +
      "where it went out like that",
    () => {
      const baseline = set(tidy, "top", "name", "strange thing");
      const came = set(baseline, "gtr", "name", "elguitar amp");
      const findings = open(check(now, came, baseline));
      const causes = causesOf(now, came, { baseline, style: then }, findings);
      const of = (track: string, rule: string) =>
        causes.get(findings.find((f) => f.track === track && f.rule === rule)!.id);
      expect(of("top", "name-off-pattern")).toBe("release");
      expect(of("gtr", "name-off-pattern")).toBe("room");
      expect(of("kick", "colour-off")).toBe("edition");
      expect(new Set(causes.values())).toEqual(new Set(["release", "room", "edition"]));
    },
  );

  it("never says a room drifted because an edition came: its share stays, whatever the edition asks", () => {
    const came = set(tidy, "gtr", "name", "elguitar amp");
    const before = standOf(then, came, { baseline: tidy, style: then });
    const after = standOf(now, came, { baseline: tidy, style: then });
    expect(after.following).toBe(before.following);
    expect(after.open.room).toBe(before.open.room);
    expect(before.open.edition).toBe(0);
    expect(after.open.edition).toBeGreaterThan(2);
    expect(standOf(now, tidy, { baseline: tidy, style: then }).open.room).toBe(0);
  });

  it(
    "stays the release where a track stood out of order all along and only its " +
      "neighbour is another now",
    () => {
      const { tracks } = tidy;
      const [kick, bottom, gtr] = ["kick", "bottom", "gtr"].map((id) => tracks.find((t) => t.id === id)!);
      const before = (news: Session["tracks"], next: Session["tracks"][number]): Session => {
        const rest = tracks.filter((t) => !news.includes(t));
        return { ...tidy, tracks: rest.toSpliced(rest.indexOf(next), 0, ...news) };
      };
      const baseline = before([bottom!], kick!);
      const came = before([{ ...gtr!, id: "x", name: "EGtr_Amp_x", parent: kick!.parent }, bottom!], kick!);
      const out = (s: Session) =>
        check(then, s, baseline).filter((f) => f.rule === "out-of-order" && f.track === "bottom");
      const findings = out(came);
      expect([out(baseline)[0]?.before, findings[0]?.before]).toEqual(["first", "after EGtr_Amp_x"]);
      expect([...causesOf(then, came, { baseline, style: then }, findings).values()]).toEqual(["release"]);
    },
  );

  it("is the room where it set what both editions are against", () => {
    const came = set(tidy, "kick", "colour", "#ff00ff");
    const stand = standOf(now, came, { baseline: tidy, style: then });
    expect(stand.open.room).toBe(1);
  });
});

describe("what an edition asks of a template", () => {
  it("is what the one it was released under did not ask, and doing it touches nothing else", () => {
    const template = set(tidy, "top", "name", "snare top mic");
    const asked = askedOf(now, then, template);
    expect(new Set(asked.findings.map((f) => f.rule))).toEqual(new Set(["colour-off"]));
    const after = apply(template, asked.changes);
    expect(diff(template, after).every((c) => c.do === "set" && c.field === "colour")).toBe(true);
    expect(askedOf(now, then, after).findings).toEqual([]);
    expect(open(check(now, after)).some((f) => f.track === "top" && f.rule === "name-off-pattern")).toBe(
      true,
    );
    expect(askedOf(now, now, template)).toEqual({ findings: [], changes: [] });
  });

  it("is said in a line that can stand as the note of a release", () => {
    const rules = ["name-off-pattern", "name-off-pattern", "colour-off", "out-of-order", "lows"];
    expect(
      askedInWords(
        3,
        rules.map((rule) => ({ rule })),
      ),
    ).toBe("Follows edition 3: 2 names, 1 colour, 1 place, 1 other thing.");
    expect(askedInWords(4, [])).toBe("Follows edition 4.");
  });
});
