import { describe, expect, it } from "vitest";
import { check, open } from "../check/check.ts";
import { apply } from "../session/apply.ts";
import { emptySession } from "../session/document.ts";
import type { Session, Track } from "../session/document.ts";
import { setField } from "../session/change.ts";
import { dressInPlace } from "../sheet/arrange.ts";
import { addTyped, endOf, readLines } from "../sheet/typed.ts";
import { busFor, returnFor } from "../sheet/paths.ts";
import { newSession } from "./starts.ts";
import { dress } from "./dress.ts";
import { makeStyle } from "./style.ts";
import { usualHouse } from "./usual.ts";

const style = makeStyle(usualHouse("Saltmarsh"));
let ids = 0;
const newId = (): string => `n${++ids}`;
const add = (s: Session, text: string, where: Parameters<typeof addTyped>[3] = "house"): Session =>
  apply(s, addTyped(style, s, readLines(style, s, text, newId), where));
const begin = (text: string): Session => add(newSession(style.house, "Any"), `Main\n${text}`);
const named = (s: Session, name: string): Track => s.tracks.find((t) => t.name === name)!;
const found = (s: Session, rule: string) => open(check(style, s)).filter((f) => f.rule === rule);

describe("headroom", () => {
  it("is pulled down once, at the sources: pasted folders, buses, returns and cue mixes rest at 0 dB", () => {
    const s = begin("Engine\n  Drums\n    Kick\n    Snare top\n  Iron\nPans\n  Lead pan\n  Double second");
    expect(s.tracks.filter((t) => t.kind === "folder").map((t) => [t.name, t.level])).toEqual([
      ["ENGINE", 0],
      ["KIT", 0],
      ["PANS", 0],
    ]);
    expect(named(s, "Kick").level).toBe(-8);
    const bus = busFor(style, s, [named(s, "Kick").id], "bus");
    if ("problem" in bus) throw new Error(bus.problem);
    const back = returnFor(style, s, [named(s, "Kick").id], "plate-reverb", "ret");
    if ("problem" in back) throw new Error(back.problem);
    expect(
      ["bus", "ret"].map(
        (id) => apply(s, id === "bus" ? bus.changes : back.changes).tracks.find((t) => t.id === id)?.level,
      ),
    ).toEqual([0, 0]);
    expect(found(s, "pulled-down-twice")).toEqual([]);
  });

  it("is what the house says of a folder where it says so of folders", () => {
    const house = {
      ...style.house,
      starts: [
        {
          id: "folders",
          says: "drum folders 3 down",
          when: { roles: [], families: ["kit"], positions: [], kinds: ["folder" as const] },
          then: { level: -3 },
        },
        ...style.house.starts,
      ],
    };
    const own = makeStyle(house);
    const s = newSession(house, "Any");
    const made = apply(s, addTyped(own, s, readLines(own, s, "Main\nDrums\n  Kick", newId), "house"));
    expect(made.tracks.map((t) => [t.kind, t.level])).toEqual([
      ["main", 0],
      ["folder", -3],
      ["audio", -8],
    ]);
    expect(open(check(own, made)).filter((f) => f.rule === "pulled-down-twice")).toEqual([]);
  });

  it("pulled down again on the way is found at the path, with what comes too low, and can be put right", () => {
    let s = begin("Engine\n  Drums\n    Kick\n    Snare top\n    Hat");
    for (const name of ["ENGINE", "KIT"]) s = apply(s, [setField(named(s, name), "level", -8)]);
    const findings = found(s, "pulled-down-twice");
    expect(findings.map((f) => f.says)).toEqual(
      ["KIT", "ENGINE"].map(
        (n) => `“${n}” stands at −8.0 dB: “Kick” and 2 more come too low to the main path.`,
      ),
    );
    expect(findings[0]?.because).toContain("it arrives at −24.0 dB");
    const right = apply(
      s,
      findings.flatMap((f) => [...(f.fix?.changes ?? [])]),
    );
    expect(found(right, "pulled-down-twice")).toEqual([]);
    // A mix that rides a path a little, or sources that were not pulled down, are nobody's mistake.
    expect(found(apply(right, [setField(named(right, "KIT"), "level", -3)]), "pulled-down-twice")).toEqual(
      [],
    );
    const open8 = apply(right, [
      setField(named(right, "KIT"), "level", -8),
      ...["Kick", "Snare_Top", "Hat"].map((n) => setField(named(right, n), "level", 0)),
    ]);
    expect(found(open8, "pulled-down-twice")).toEqual([]);
  });

  it(
    "is nobody's mistake where the house says nothing of the source, or the paths take " +
      "less than 6 dB in all",
    () => {
      const unread = begin("Engine\n  Zorp");
      expect(
        found(apply(unread, [setField(named(unread, "ENGINE"), "level", -12)]), "pulled-down-twice"),
      ).toEqual([]);
      const starts = style.house.starts.map((start) =>
        start.then.level === -8 ? { ...start, then: { level: -3 } } : start,
      );
      const gentle = makeStyle({ ...style.house, starts });
      const s = begin("Engine\n  Kick");
      const ridden = (by: number) =>
        check(
          gentle,
          apply(s, [setField(named(s, "Kick"), "level", -3), setField(named(s, "ENGINE"), "level", by)]),
        );
      expect(open(ridden(-5)).filter((f) => f.rule === "pulled-down-twice")).toEqual([]);
      expect(open(ridden(-6)).filter((f) => f.rule === "pulled-down-twice")).toHaveLength(1);
    },
  );
});

describe("folders", () => {
  it("are made only for what goes in them: adding a harp makes no empty folder, and moves nothing", () => {
    const s = apply(
      emptySession("Any"),
      addTyped(
        style,
        emptySession("Any"),
        readLines(style, emptySession("Any"), "Main\nBass guitar\nSynth bass", newId),
        endOf(emptySession("Any")),
      ),
    );
    const after = add(s, "Harp");
    expect(after.tracks.map((t) => t.name).sort()).toEqual([...s.tracks.map((t) => t.name), "Harp"].sort());
    expect(after.tracks.every((t) => t.parent === null)).toBe(true);
    const two = add(s, "Fiddle 1\nFiddle 2");
    expect(two.tracks.filter((t) => t.kind === "folder").map((t) => t.name)).toEqual(["FOLK"]);
    expect(two.tracks.filter((t) => t.role === "fiddle").map((t) => t.parent)).toEqual([
      named(two, "FOLK").id,
      named(two, "FOLK").id,
    ]);
  });

  it("called Bass are the bass folder, and what stands in it stands right", () => {
    const s = begin("Bass\n  Bass guitar\n  Synth bass");
    const folder = s.tracks.find((t) => t.kind === "folder")!;
    expect(found(s, "outside-folder")).toEqual([]);
    const dressed = apply(s, dress(style, s));
    expect(dressed.tracks.filter((t) => t.kind === "folder").map((t) => t.id)).toEqual([folder.id]);
    expect(dressed.tracks.filter((t) => t.parent === folder.id)).toHaveLength(2);
    const third = add(s, "Upright bass\nBass DI");
    expect(third.tracks.filter((t) => t.kind === "folder")).toHaveLength(1);
  });
});

describe("dressing", () =>
  it("can leave the order alone: names and looks, nothing moved, no folder made", () => {
    const s = apply(begin("KICK\nlead pan\ndouble second\nfiddle"), []);
    const wild: Session = {
      ...s,
      tracks: [...s.tracks]
        .reverse()
        .map((t) => ({ ...t, parent: null, name: `${t.name} x`, colour: null }))
        .filter((t) => t.kind !== "folder"),
    };
    const after = apply(wild, dressInPlace(style, wild));
    expect(after.tracks.map((t) => t.id)).toEqual(wild.tracks.map((t) => t.id));
    expect(dressInPlace(style, wild).every((c) => c.do === "set" && c.field !== "feeds")).toBe(true);
    expect(dress(style, wild).some((c) => c.do !== "set")).toBe(true);
  }));
