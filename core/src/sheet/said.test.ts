import { describe, expect, it } from "vitest";
import { newSession } from "../house/starts.ts";
import { makeStyle } from "../house/style.ts";
import { usualHouse } from "../house/usual.ts";
import { processorOfReturn } from "../house/returnKind.ts";
import { apply } from "../session/apply.ts";
import type { Session } from "../session/document.ts";
import { PROCESSORS, SHORT_KINDS, kindsTyped } from "../session/processor.ts";
import { cellText, typeInto } from "./cells.ts";
import { EXAMPLES, examplesFor, say } from "./many.ts";
import { addTyped, readLines } from "./typed.ts";

const style = makeStyle(usualHouse("Saltmarsh"));
let ids = 0;
const begin = (text: string): Session => {
  const s = newSession(style.house, "Any");
  return apply(
    s,
    addTyped(
      style,
      s,
      readLines(style, s, text, () => `n${++ids}`),
      "house",
    ),
  );
};
const session = begin("Kick\nSnare top\nBass DI\nPlate\nCue mix\nMain");
const id = (name: string): string => session.tracks.find((t) => t.name === name)!.id;
const done = (s: Session, names: readonly string[], text: string): Session => {
  const said = say(s, names.map(id), text);
  if ("problem" in said) throw new Error(said.problem);
  return apply(s, said.changes);
};
const track = (s: Session, name: string) => s.tracks.find((t) => t.id === id(name))!;

describe("a sentence for what is chosen", () => {
  it("says how much sources are wanted where inputs are few; what records nothing is left alone", () => {
    const said = done(session, ["Kick", "Snare_Top", "Plate"], "must have an input");
    expect(["Kick", "Snare_Top", "Plate"].map((n) => track(said, n).importance)).toEqual([
      "must",
      "must",
      null,
    ]);
    expect(track(done(said, ["Kick"], "may"), "Kick").importance).toBe("may");
  });

  it("sends to a path there is, at a level, and takes sends away again", () => {
    const sent = done(session, ["Kick", "Snare_Top"], "send to Plate at −12");
    expect(
      ["Kick", "Snare_Top"].map((n) => track(sent, n).sends.map((x) => [x.to, x.level, x.beforeFader])),
    ).toEqual([[[id("Plate"), -12, false]], [[id("Plate"), -12, false]]]);
    expect(track(done(sent, ["Kick"], "send to plate at -6 dB"), "Kick").sends).toMatchObject([
      { level: -6 },
    ]);
    const cue = session.tracks.find((t) => t.kind === "cue-mix")!;
    expect(track(done(sent, ["Kick"], `send to ${cue.name}`), "Kick").sends).toMatchObject([
      { level: -12 },
      { to: cue.id, level: 0, beforeFader: true },
    ]);
    expect(track(done(sent, ["Kick"], "no sends"), "Kick").sends).toEqual([]);
    expect(track(done(sent, ["Kick"], "no sends to Plate"), "Kick").sends).toEqual([]);
    expect(say(session, [id("Kick")], "send to Nowhere")).toEqual({
      problem: "There is no return, bus or cue mix called “Nowhere”.",
    });
    expect(track(done(session, ["Plate"], "send to Plate"), "Plate").sends).toEqual([]);
  });

  it("knows a bare level and a pan said either way", () => {
    expect(track(done(session, ["Kick"], "0 dB"), "Kick").level).toBe(0);
    expect(track(done(session, ["Kick"], "pan left 30"), "Kick").pan).toBe(-30);
    expect(track(done(session, ["Kick"], "right 20"), "Kick").pan).toBe(20);
    expect(say(session, [id("Kick")], "90 dB")).toHaveProperty("problem");
  });

  it("understands every sentence it offers, and offers fewer as one types", () => {
    for (const e of EXAMPLES.filter((x) => x !== "feed PANS"))
      expect(say(session, [id("Kick")], e), e).toHaveProperty("changes");
    expect(examplesFor("sen")).toEqual(["send to Plate at −12", "no sends"]);
    expect(examplesFor("12 db d")).toEqual(["8 dB down"]);
    expect(examplesFor("")).toEqual(EXAMPLES);
    expect(examplesFor("xyzzy")).toEqual([]);
  });
});

describe("processors typed into a cell", () =>
  it("are what the cell shows: whole kinds or their short forms, with commas or without", () => {
    expect(kindsTyped("EQ Comp DeS")).toEqual(["EQ", "Compressor", "De-esser"]);
    expect(kindsTyped("EQ, Compressor, My own box")).toEqual(["EQ", "Compressor", "My own box"]);
    expect(kindsTyped(Object.values(SHORT_KINDS).join(" "))).toEqual(Object.keys(SHORT_KINDS));
    expect(kindsTyped(PROCESSORS.join(", "))).toEqual([...PROCESSORS]);
    const said = typeInto(style, session, [id("Kick")], "inserts", "EQ Comp DeS");
    if ("problem" in said) throw new Error(said.problem);
    const after = apply(session, said.changes);
    expect(track(after, "Kick").inserts.map((i) => i.kind)).toEqual(["EQ", "Compressor", "De-esser"]);
    expect(
      typeInto(
        style,
        after,
        [id("Kick")],
        "inserts",
        cellText(style, after, track(after, "Kick"), "inserts"),
      ),
    ).toMatchObject({ changes: [] });
  }));

describe("a track made from a name", () =>
  it("starts with a DI where the name says so, and a return with a processor of its kind", () => {
    expect(session.tracks.find((t) => t.role === "bass-guitar")).toMatchObject({
      source: "di",
      positions: ["direct"],
    });
    expect(track(session, "Kick").source).toBe("mic");
    expect(track(session, "Plate").inserts.map((i) => i.kind)).toEqual(["Reverb"]);
    expect(
      ["Slapback delay", "Hall reverb", "Chorus effect", "Effect return"].map(processorOfReturn),
    ).toEqual(["Delay", "Reverb", "Modulation", null]);
  }));
