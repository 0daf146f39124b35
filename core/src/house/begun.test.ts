import { describe, expect, it } from "vitest";
import { check, open } from "../check/check.ts";
import { apply } from "../session/apply.ts";
import type { Session, Track } from "../session/document.ts";
import { addTyped, readLines } from "../sheet/typed.ts";
import { STARTERS, startWith } from "../sheet/templateStarters.ts";
import { Along } from "../time/along.ts";
import { notesOn } from "../items/notes.ts";
import { removeRole } from "./edit.ts";
import { houseProblems } from "./problems.ts";
import { newSession } from "./starts.ts";
import { makeStyle } from "./style.ts";
import type { Style } from "./style.ts";
import { usualHouse } from "./usual.ts";

const house = usualHouse("x");
const style = makeStyle(house);
let n = 0;
const newId = (): string => `n${++n}`;
const typed = (to: Session, list: string, by: Style = style): Session =>
  apply(to, addTyped(by, to, readLines(by, to, list, newId), "house"));
const empty = newSession(house, "x");
const of = (s: Session, role: string): Track => {
  const found = s.tracks.find((t) => t.role === role);
  if (!found) throw new Error(`no ${role}`);
  return found;
};

describe("what new tracks begin with", () => {
  it("is an instrument where the line says so, with its pattern from the first bar of the music on", () => {
    const s = typed(
      { ...empty, leadIn: 2, musicBar: 3 },
      "Kick sample | instrument\nClap | MIDI\nSnare | 3",
    );
    const kick = of(s, "kick-sample");
    expect([kick.kind, kick.source, kick.input]).toEqual(["instrument", null, null]);
    expect(of(s, "clap")).toMatchObject({ kind: "midi", format: null });
    expect(of(s, "snare")).toMatchObject({ kind: "audio", input: 3, items: [] });
    const music = new Along(s).bars.quartersOf({ bar: 3, beat: 1, part: 0 });
    expect(kick.items[0]).toMatchObject({ at: music, loops: true });
    expect(notesOn(kick.items, s).map((x) => [x.at - music, x.key])).toEqual([
      [0, 36],
      [1, 36],
      [2, 36],
      [3, 36],
    ]);
    // Also what nobody can read is what its line says.
    const unread = typed(empty, "Qzx | MIDI").tracks[0];
    expect([unread?.kind, unread?.source, unread?.format]).toEqual(["midi", null, null]);
    // Recorded with a microphone nothing of it is given.
    expect(of(typed(empty, "Kick sample"), "kick-sample").items).toEqual([]);
  });

  it("is a chain that is prepared, keyed by the kick wherever it stands in the list, with a stage for moves", () => {
    for (const list of [
      "Sub bass | instrument\nKick sample | instrument",
      "Kick sample\nSub bass | instrument",
    ]) {
      const s = typed(empty, list);
      const bass = of(s, "sub-bass");
      expect(bass.inserts.map((i) => [i.kind, i.bypassed, i.key])).toEqual([
        ["EQ", true, null],
        ["Compressor", true, of(s, "kick-sample").id],
        ["Gain", false, null],
      ]);
      expect(bass.inserts[1]?.values).toEqual([{ name: "Ratio", value: "4:1" }]);
    }
    // Where there is no kick it listens to nobody.
    expect(of(typed(empty, "Sub bass | instrument"), "sub-bass").inserts.map((i) => i.key)).toEqual([
      null,
      null,
      null,
    ]);
  });

  it("records the main path, feeds nothing, and nothing is off about that; typed later as well", () => {
    for (const s of [
      typed(empty, "Record bus\nPiano | 1\nMain"),
      typed(typed(empty, "Piano | 1\nMain"), "Print"),
    ]) {
      const print = of(s, "record-bus");
      expect(print).toMatchObject({
        kind: "audio",
        feeds: null,
        source: null,
        armed: true,
        monitor: "off",
      });
      expect(of(s, "main").sends).toMatchObject([{ to: print.id, level: 0 }]);
      expect(open(check(style, s)).map((f) => f.says)).toEqual([]);
    }
    // A track that is heard nowhere else is still said to be.
    const lost = typed(empty, "Piano | 1\nMain");
    const cut = {
      ...lost,
      tracks: lost.tracks.map((t) => (t.role === "piano" ? { ...t, feeds: null } : t)),
    };
    expect(open(check(style, cut)).map((f) => f.rule)).toContain("feeds-nowhere");
  });

  it("listens in mono first, and the returns are of the usual lengths", () => {
    const s = typed(empty, "Control-room monitor\nSlap delay\nLong delay\nRoom reverb\nHall reverb\nMain");
    expect(of(s, "control-room-monitor").inserts).toMatchObject([{ kind: "Width", width: "mono" }]);
    expect(
      ["slap-delay", "long-delay", "room-reverb", "hall-reverb"].map(
        (r) => of(s, r).inserts[0]?.values[0]?.value,
      ),
    ).toEqual(["110 ms", "1/2", "0.6 s", "2.8 s"]);
    expect(open(check(style, s)).map((f) => f.rule)).not.toContain("chain-narrow");
  });

  it("is sent once to a path, and never so that sound would go in a circle", () => {
    const sends = (role: string, ...to: string[]) => ({
      id: role,
      says: role,
      when: { roles: [role], families: [], positions: [], kinds: [] },
      then: {
        sends: to.map((r) => ({ way: "to" as const, role: r, level: -12, beforeFader: true })),
      },
    });
    const own = makeStyle({
      ...house,
      starts: [
        sends("clap", "plate-reverb", "plate-reverb", "slap-delay"),
        sends("plate-reverb", "slap-delay"),
        sends("slap-delay", "plate-reverb"),
      ],
    });
    const s = typed(empty, "Clap | 1\nPlate\nSlap delay\nMain", own);
    const [plate, slap] = [of(s, "plate-reverb"), of(s, "slap-delay")];
    expect(of(s, "clap").sends).toEqual([
      { id: "s1", to: plate.id, level: -12, beforeFader: true },
      { id: "s2", to: slap.id, level: -12, beforeFader: true },
    ]);
    expect([plate, slap].map((t) => t.sends.length).sort()).toEqual([0, 1]);
    // Sends go with the role they lead to.
    const gone = removeRole(own.house, "slap-delay");
    if ("problem" in gone) throw new Error(gone.problem);
    expect(gone.house.starts.map((r) => [r.id, r.then.sends?.map((x) => x.role)])).toEqual([
      ["clap", ["plate-reverb", "plate-reverb"]],
      ["plate-reverb", undefined],
    ]);
  });

  it("has the folder of sounds the house says, its own on each track", () => {
    const sounds = { folder: "Library/Samples/Kicks", files: ["a.wav", "b.wav"], at: 1 };
    const when = { roles: ["kick-sample"], families: [], positions: [], kinds: [] };
    const own = makeStyle({ ...house, starts: [{ id: "f", says: "kicks", when, then: { sounds } }] });
    const s = typed(empty, "2 of Kick sample | instrument", own);
    expect(s.tracks.filter((t) => t.role === "kick-sample").map((t) => t.sounds)).toEqual([sounds, sounds]);
  });

  it("of the starters has no key and no send that leads nowhere", () => {
    for (const starter of STARTERS.filter((x) => x.id === "beat" || x.id === "sketch")) {
      const s = startWith(style, starter, newId);
      const there = new Set(s.tracks.map((t) => t.id));
      const led = s.tracks.flatMap((t) => [
        ...t.sends.map((x) => x.to),
        ...t.inserts.flatMap((i) => i.key ?? []),
      ]);
      expect([led.length > 5, led.every((id) => there.has(id))]).toEqual([true, true]);
      expect(s.tracks.some((t) => t.items.some((i) => i.holds.kind === "pattern"))).toBe(
        starter.id === "beat",
      );
    }
  });

  it("speaks of no role that is gone: a key is let go, a send goes with its role", () => {
    const gone = removeRole(house, "kick-sample");
    if ("problem" in gone) throw new Error(gone.problem);
    const way = gone.house.starts.find((s) => s.id === "makes-way");
    expect(way?.then.chain?.map((p) => p.keyedBy)).toEqual([null, null, null]);
    expect(houseProblems(gone.house)).toEqual([]);
    const wrong = house.starts.map((s) =>
      s.id === "prints-main" && s.then.sends
        ? { ...s, then: { ...s.then, sends: s.then.sends.map((x) => ({ ...x, role: "no-such" })) } }
        : s,
    );
    expect(houseProblems({ ...house, starts: wrong }).map((p) => p.message)).toEqual([
      "there is no role “no-such”",
    ]);
  });
});
