import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { sessions, smallSession } from "../fixtures/sessions.ts";
import { dressed } from "./dress.ts";
import { teach, withColour, withFamily, withRole } from "./edit.ts";
import { impactOn } from "./impact.ts";
import { makeStyle } from "./style.ts";
import { usualHouse } from "./usual.ts";

const house = usualHouse("Test");
const style = makeStyle(house);
const tidy = dressed(style, smallSession());
const say = (after: typeof house, session = tidy) =>
  impactOn(style, makeStyle(after), session).map((t) => `${t.name} ${t.what}: ${t.before} → ${t.after}`);

describe("the impact of a draft", () => {
  it("is nothing where nothing changed, for any session", () => {
    const again = makeStyle(structuredClone(house));
    fc.assert(
      fc.property(sessions(), (s) => {
        expect(impactOn(style, again, s)).toEqual([]);
      }),
      { numRuns: 60 },
    );
  });

  it("names every track that would get another name, colour, icon or place", () => {
    expect(say(withRole(house, "snare", { short: { full: "Snr", eight: "Snr", four: "Snr" } }))).toEqual([
      "Snare_Top name: Snare_Top → Snr_Top",
      "Snare_Btm name: Snare_Btm → Snr_Btm",
    ]);
    expect(say(withColour(house, "harbour", { hex: "#112233" }))).toEqual(
      ["KIT", "Kick", "Snare_Top", "Snare_Btm"].map((n) => `${n} colour: #3e6d8e → #112233`),
    );
    expect(say(withFamily(house, "guitars", { icon: "banjo" }))).toEqual([]);
    expect(say(withRole(house, "electric-guitar", { icon: "banjo" }))).toEqual([
      "EGtr_Amp icon: guitar-electric → banjo",
    ]);
    expect(say({ ...house, folderFrom: 1 })).toEqual(["EGtr_Amp place: no folder → GTRS"]);
  });

  it("says what would be read that was not, and what no longer", () => {
    const strange = {
      ...tidy,
      tracks: tidy.tracks.map((t) =>
        t.id === "gtr" ? { ...t, name: "gonza lo", role: null, positions: [] } : t,
      ),
    };
    const taught = teach(house, "conga", "gonza", null);
    expect(say(taught, strange)).toEqual(
      expect.arrayContaining([
        "gonza lo reading: nobody can tell → Conga",
        "gonza lo name: gonza lo → Conga_Low",
      ]),
    );
    expect(
      impactOn(makeStyle(taught), style, strange).map((t) => `${t.what}: ${t.before} → ${t.after}`),
    ).toEqual(["reading: Conga → nobody can tell"]);
  });
});
