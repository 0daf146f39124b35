import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { deeds, done } from "../fixtures/leadDeeds.ts";
import { withRole } from "./edit.ts";
import { exceptionOf } from "./exceptions.ts";
import { house as houseSchema } from "./house.ts";
import type { House } from "./house.ts";
import { STARTERS } from "./starters.ts";
import { offeredBy, takenOver } from "./takeOver.ts";
import { usualHouse } from "./usual.ts";

const own = usualHouse("Saltmarsh");
const things = (list: readonly { thing: string }[]): string[] => list.map((p) => p.thing);
const deepWater = { id: "deep-water", name: "Deep water", hex: "#003355" };
const other: House = withRole(
  {
    ...usualHouse("Another house"),
    palette: [...own.palette, deepWater],
    exceptions: [
      ...own.exceptions,
      exceptionOf("guides", "Guides are blue", { words: ["guide"] }, { colour: "deep-water" }),
    ],
    session: { ...own.session, tempo: 84 },
  },
  "kick",
  { colour: "deep-water" },
);

describe("taking over parts of another house style", () => {
  it("offers what is other there, part by part, and never its name", () => {
    expect(offeredBy(own, other).map((o) => [o.part, o.thing])).toEqual([
      ["Roles and words", '["words","roles","kick"]'],
      ["Colours", '["palette","deep-water"]'],
      ["Starts", '["session","tempo"]'],
      ["Exceptions", '["exceptions","guides"]'],
    ]);
    expect(offeredBy(own, { ...own, name: "Another house" })).toEqual([]);
  });

  it("offers how programmes and sampled instruments begin, among the starts", () => {
    const theirs: House = {
      ...own,
      sampled: { ...own.sampled, error: 5 },
      instruments: { ...own.instruments, loudness: -24 },
      programmes: [],
    };
    const offered = offeredBy(own, theirs);
    expect(new Set(offered.map((o) => o.part))).toEqual(new Set(["Starts"]));
    const { house, problem } = takenOver(own, offered, new Set(offered.map((o) => o.thing)));
    expect([house, problem]).toEqual([theirs, null]);
  });

  it("takes what was chosen and nothing else", () => {
    const { house, along, problem } = takenOver(
      own,
      offeredBy(own, other),
      new Set(['["session","tempo"]']),
    );
    expect([along, problem]).toEqual([[], null]);
    expect(house).toEqual({ ...own, session: { ...own.session, tempo: 84 } });
  });

  it("brings along what the chosen speaks of", () => {
    const { house, along, problem } = takenOver(
      own,
      offeredBy(own, other),
      new Set(['["exceptions","guides"]']),
    );
    expect(problem).toBeNull();
    expect(things(along)).toEqual(['["palette","deep-water"]']);
    expect(house.palette.at(-1)).toEqual(deepWater);
    expect(house.words).toEqual(own.words);
  });

  it("takes along what speaks of something that goes", () => {
    // The other way round the colour goes, and with it what the role and the exception say of it.
    const back = takenOver(other, offeredBy(other, own), new Set(['["palette","deep-water"]']));
    expect(back.problem).toBeNull();
    expect(things(back.along).sort()).toEqual(['["exceptions","guides"]', '["words","roles","kick"]']);
    expect(back.house).toEqual({ ...own, name: "Another house", session: other.session });
  });

  it("of all is the other house style under the own name", () => {
    for (const starter of STARTERS) {
      const theirs = starter.make("Another house");
      const offered = offeredBy(own, theirs);
      const { house, problem } = takenOver(own, offered, new Set(things(offered)));
      expect([starter.id, problem]).toEqual([starter.id, null]);
      expect(house).toEqual({ ...theirs, name: "Saltmarsh" });
    }
  });

  it("of anything holds together or says why not, has what was chosen and leaves the rest", () => {
    const houses = fc.oneof(
      fc.constantFrom(...STARTERS.map((s) => s.make("Another house"))),
      deeds.map((list) => done(own, list)),
    );
    let could = 0;
    fc.assert(
      fc.property(houses, fc.infiniteStream(fc.boolean()), (theirs, coin) => {
        const offered = offeredBy(own, theirs);
        const chosen = new Set(things(offered.filter(() => coin.next().value)));
        const { house, along, problem } = takenOver(own, offered, chosen);
        if (problem !== null) return;
        could++;
        expect(houseSchema.safeParse(house).success).toBe(true);
        const taken = new Set([...chosen, ...things(along)]);
        // Orders of lists are as near as what stands in them allows.
        const orderAside = (thing: string): boolean => !thing.includes('"order"');
        const left = things(offeredBy(house, theirs)).filter(orderAside);
        expect(left.filter((thing) => taken.has(thing))).toEqual([]);
        const went = things(offeredBy(own, house)).filter(orderAside);
        expect(went.filter((thing) => !taken.has(thing))).toEqual([]);
      }),
      { numRuns: 60 },
    );
    expect(could).toBeGreaterThan(45);
  });
});
