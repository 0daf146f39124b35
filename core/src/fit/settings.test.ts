import { describe, expect, it } from "vitest";
import { smallSession } from "../fixtures/sessions.ts";
import { SETTINGS, SESSION_WORDS, session as sessionSchema } from "../session/document.ts";
import type { Session } from "../session/document.ts";
import { chosenSettings, startedWith } from "./settings.ts";

const s: Session = { ...smallSession(), tempo: 120, meter: { beats: 4, unit: 4 } };

describe("a session started with settings of one's own", () => {
  it("has what was chosen, and the template's where nothing was", () => {
    const now = startedWith(s, { tempo: 96, meter: { beats: 6, unit: 8 } });
    expect(now).toMatchObject({ tempo: 96, meter: { beats: 6, unit: 8 }, sampleRate: s.sampleRate });
    expect("tracks" in now && now.tracks).toEqual(s.tracks);
    expect(startedWith(s, {})).toBe(s);
    expect(startedWith(s, { meter: { beats: 4, unit: 4 } })).toBe(s);
  });

  it("is refused, with the setting's name, where the template fixes it to something else", () => {
    const fixed: Session = { ...s, fixed: ["tempo", "sampleRate"] };
    for (const [chosen, field] of [
      [{ tempo: 96 }, "tempo"],
      [{ sampleRate: 96000 }, "sampleRate"],
    ] as const)
      expect(startedWith(fixed, chosen)).toEqual({
        problem: `This template fixes the ${SESSION_WORDS[field]}. Leave it, or ask the lead.`,
      });
    // The same value over again is nothing to refuse, and what is not fixed is still free.
    expect(startedWith(fixed, { tempo: 120, bitDepth: 32 })).toMatchObject({ tempo: 120, bitDepth: 32 });
  });

  it("can be told every setting a template can fix but the main path's format, and stays a session", () => {
    const free = Object.keys(chosenSettings.shape);
    expect(SETTINGS.filter((f) => !free.includes(f))).toEqual(["mainFormat"]);
    const all = {
      sampleRate: 96000,
      bitDepth: 16,
      fileType: s.fileType,
      tempo: 71.5,
      meter: { beats: 7, unit: 8 },
      frameRate: "25",
      fixedEnd: 3480,
      panLaw: "linear",
      leadIn: 0,
      musicBar: 1,
    };
    const asked = chosenSettings.safeParse(all);
    const chosen = asked.success ? asked.data : chosenSettings.parse({ ...all, panLaw: s.panLaw });
    const now = startedWith(s, chosen);
    expect(now).toMatchObject(chosen);
    expect(sessionSchema.parse(now)).toEqual(now);
  });

  it("does not take a value no session can have", () => {
    expect(chosenSettings.safeParse({ tempo: 0 }).success).toBe(false);
    expect(chosenSettings.safeParse({ bitDepth: 20 }).success).toBe(false);
    expect(chosenSettings.safeParse({ frameRate: null, fixedEnd: null }).success).toBe(true);
  });
});
