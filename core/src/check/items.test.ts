import { describe, expect, it } from "vitest";
import { smallSession } from "../fixtures/sessions.ts";
import { makeStyle } from "../house/style.ts";
import { usualHouse } from "../house/usual.ts";
import { apply } from "../session/apply.ts";
import type { Session } from "../session/document.ts";
import { blankItem } from "../session/item.ts";
import type { Item } from "../session/item.ts";
import { check } from "./check.ts";

const style = makeStyle(usualHouse("x"));
const sound = (rest: Partial<Extract<Item["holds"], { kind: "sound" }>> = {}) => ({
  kind: "sound" as const,
  hash: "ab".repeat(32),
  file: "bed.wav",
  seconds: 90,
  rate: 48_000,
  channels: 2,
  ...rest,
});
const RULES = new Set(["item-of-a-job", "sound-not-here", "sound-other-rate", "item-beyond"]);
const withItems = (...items: Item[]): Session => ({
  ...smallSession(),
  tracks: smallSession().tracks.map((t) => (t.id === "gtr" ? { ...t, items } : t)),
});
const findings = (s: Session, baseline: Session | null = null) =>
  check(style, s, baseline).filter((f) => RULES.has(f.rule));

describe("what lies on tracks", () => {
  it("has nothing off where it is carried on purpose, is here, runs at the rate and is long enough", () => {
    const loop = blankItem("m2", "Sea", sound(), { at: 90, length: 700, loops: true });
    expect(findings(withItems(blankItem("m1", "Bed", sound()), loop))).toEqual([]);
  });

  it("of a job is a finding of a template, and can be taken out; in a session it is where it belongs", () => {
    const s = withItems(
      blankItem("m1", "Bed", sound()),
      blankItem("m2", "Vox_03", sound(), { job: true }),
      blankItem("m3", "Episode", { kind: "placeholder", says: "", parts: 1 }, { job: true }),
    );
    const [found, ...others] = findings(s);
    expect(others).toEqual([]);
    expect(found).toMatchObject({ rule: "item-of-a-job", area: "release", track: "gtr" });
    expect(found?.says).toBe("“EGtr_Amp” still carries 2 items of a job: “Vox_03”, “Episode”.");
    const after = apply(s, found!.fix!.changes);
    expect(after.tracks.find((t) => t.id === "gtr")?.items.map((i) => i.name)).toEqual(["Bed"]);
    expect(findings(after)).toEqual([]);
    expect(findings(s, smallSession())).toEqual([]);
  });

  it("whose sound the house does not have, or is at another rate, is said with what it means", () => {
    const s = withItems(
      blankItem("m1", "Bed", sound({ hash: null })),
      blankItem("m2", "Old", sound({ rate: 44_100 })),
      blankItem("m3", "Who knows", sound({ rate: null })),
    );
    expect(findings(s).map((f) => [f.rule, f.says])).toEqual([
      ["sound-not-here", "The house does not have the sound of “Bed” on “EGtr_Amp”."],
      ["sound-other-rate", "“Old” on “EGtr_Amp” is at 44.1 kHz, the session runs at 48 kHz."],
    ]);
  });

  it("that is longer than what it holds is silent at its end: it can loop", () => {
    const long = blankItem("m1", "Bed", sound(), { length: 120, offset: 30.5 });
    const just = blankItem("m2", "Just", sound(), { at: 130, length: 90.005 });
    const s = withItems(long, just);
    const [found, ...others] = findings(s);
    expect(others).toEqual([]);
    expect(found?.says).toBe("“Bed” on “EGtr_Amp” is 1:00.5 longer than what it holds.");
    expect(findings(apply(s, found!.fix!.changes))).toEqual([]);
    // The tempo decides how long a pattern in seconds is.
    const beats = { kind: "pattern" as const, notes: [], sets: [], length: 4, shelf: null };
    const pattern = withItems(blankItem("m1", "Kick", beats, { clock: "seconds", length: 2 }));
    expect(findings(pattern)).toEqual([]);
    expect(findings({ ...pattern, tempo: 150 }).map((f) => f.rule)).toEqual(["item-beyond"]);
  });

  it("is looked at again when it changes, and only a few of many are named", () => {
    const many = Array.from({ length: 7 }, (_, n) => blankItem(`m${n}`, `T${n}`, sound(), { job: true }));
    const s = withItems(...many);
    expect(findings(s)[0]?.says).toContain("“T0”, “T1”, “T2”, “T3” and 3 more");
    const kept = withItems(...many.map((i) => ({ ...i, job: i.id === "m6" })));
    expect(findings(kept)[0]?.says).toContain("1 item of a job: “T6”");
  });
});
