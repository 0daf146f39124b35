import { dressed } from "@mossy/core/house/dress";
import { makeStyle } from "@mossy/core/house/style";
import { usualHouse } from "@mossy/core/house/usual";
import type { Session, Track } from "@mossy/core/session/document";
import { dice } from "@mossy/core/chance/dice";
import { describe, expect, it } from "vitest";
import { PLANS_OF_HOUSE } from "../templates/plans.ts";
import { templateOf } from "../templates/template.ts";
import { nextEdition } from "../work/edition.ts";
import { NO_HANDS } from "../work/hands.ts";
import type { Hands } from "../work/hands.ts";
import { Count } from "./count.ts";
import { tellSides } from "./sides.ts";
import type { SideOutcome } from "./sides.ts";

const house = usualHouse("Test house");
const then = makeStyle(house);
/** Another shade of the kit's colour. */
const style = makeStyle({
  ...house,
  palette: house.palette.map((c) => ({ ...c, hex: c.id === "harbour" ? "#1d4b6b" : c.hex })),
});
const { session, said } = templateOf(then, PLANS_OF_HOUSE[0]!);
const baseline = dressed(then, session);
const things = new Map([...said].map(([id, { thing }]) => [id, thing]));
const kick = baseline.tracks.find((t) => t.role === "kick")!;
const set = (fields: Partial<Track>): Session => ({
  ...baseline,
  tracks: baseline.tracks.map((t) => (t.id === kick.id ? { ...t, ...fields } : t)),
});
const byPeople = (field: "name" | "colour"): Hands => ({
  ...NO_HANDS,
  people: new Map([[kick.id, new Set([field])]]),
});
function sides(now: Session, hands: Hands, to = then) {
  const count = new Count<SideOutcome>("right", "wrong");
  const told = tellSides({ now, baseline, style: to, then, things }, hands, count);
  return { told, wrong: count.of.wrong, all: count.all, cases: [...count.cases.keys()] };
}

describe("whose a drift is", () => {
  it("is the room's where somebody there did it, and told wrongly where nobody did", () => {
    const now = set({ colour: "#123456" });
    expect(sides(now, byPeople("colour"))).toMatchObject({ told: { room: 1 }, all: 1, wrong: 0 });
    expect(sides(now, NO_HANDS)).toMatchObject({ wrong: 1 });
    expect(sides(now, NO_HANDS).cases[0]).toContain("told as the room's, which did nothing to it");
    expect(sides(set({ name: "kik" }), byPeople("name")).wrong).toBe(0);
  });

  it("is the house's where an edition asks it, and told wrongly where the room wrote it", () => {
    const asked = sides(baseline, NO_HANDS, style);
    expect(asked.told.edition).toBeGreaterThan(5);
    expect([asked.told.room, asked.wrong]).toEqual([0, 0]);
    // Under the style of then what the room wrote would have been right: as if a later edition asked it.
    const free = makeStyle({
      ...house,
      palette: house.palette.map((c) => ({ ...c, hex: c.id === "harbour" ? "#123456" : c.hex })),
    });
    const count = new Count<SideOutcome>("right", "wrong");
    const shown = { now: set({ colour: "#123456" }), baseline, style, then: free, things };
    tellSides(shown, byPeople("colour"), count);
    expect([...count.cases.keys()]).toEqual([
      expect.stringContaining("told as the edition's, but the room wrote it"),
    ]);
  });

  it("may be the room's where it stirred the family", () => {
    const now = set({ colour: "#123456" });
    const hands: Hands = {
      ...NO_HANDS,
      gone: new Set([baseline.tracks.find((t) => t.role === "snare")!.id]),
    };
    expect(sides(now, hands).wrong).toBe(0);
  });
});

describe("an edition the leads think of", () => {
  it("says something else than the one before, and is the same from the same dice", () => {
    const next = nextEdition(house, dice(4));
    expect(next).not.toEqual(house);
    expect(nextEdition(house, dice(4))).toEqual(next);
    expect(() => makeStyle(next)).not.toThrow();
    expect({ ...next, palette: house.palette, words: house.words }).toEqual(house);
  });
});
