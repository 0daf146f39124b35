import { usualWords } from "@mossy/core/words/usual/index";
import { describe, expect, it } from "vitest";
import { season } from "./season.ts";
import { THINGS } from "./spelling/spell.ts";
import { rowsOf } from "./table.ts";
import { POSITIONS, ROLES } from "./truth/roles.ts";
import { WHERES } from "./spelling/things/thing.ts";

const TINY = { rooms: 6, weeks: 3, seed: 3 };
/** Small enough for every run of the tests; what it shows now is the least it may show. */
const FIXED = { rooms: 24, weeks: 4, seed: 7 };

describe("a tiny season", () => {
  it("shows figures that may only get better", async () => {
    const { names, pairs, files } = await season(FIXED);
    expect([names.all, pairs.all, files.all, files.withoutIds]).toEqual([754, 880, 96, 24]);
    expect(names.of.right).toBeGreaterThanOrEqual(735);
    expect(names.of.wrongAndSure).toBeLessThanOrEqual(1);
    expect(pairs.of.right).toBeGreaterThanOrEqual(872);
    expect(pairs.of.wrong).toBeLessThanOrEqual(2);
  });

  it("is the same the next time, and another under another seed", async () => {
    const [one, again, other] = [
      await season(TINY),
      await season(TINY),
      await season({ ...TINY, seed: 4 }),
    ];
    expect(rowsOf(again)).toEqual(rowsOf(one));
    expect([...again.names.cases]).toEqual([...one.names.cases]);
    expect(rowsOf(other)).not.toEqual(rowsOf(one));
  });

  it("leaves what happens in a room alone when there are more rooms", async () => {
    const [few, more] = [await season({ ...TINY, rooms: 3 }), await season(TINY)];
    for (const [words, many] of few.names.cases)
      expect(more.names.cases.get(words) ?? 0).toBeGreaterThanOrEqual(many);
    expect(more.names.all).toBeGreaterThan(few.names.all);
  });
});

describe("what things are", () => {
  it("is said of each thing and place in roles and positions there are", () => {
    const { roles, positions } = usualWords();
    const [roleIds, positionIds] = [new Set(roles.map((r) => r.id)), new Set(positions.map((p) => p.id))];
    expect(THINGS.filter((t) => (ROLES[t.id] ?? []).length === 0).map((t) => t.id)).toEqual([]);
    expect(
      Object.values(ROLES)
        .flat()
        .filter((id) => !roleIds.has(id)),
    ).toEqual([]);
    expect(WHERES.filter((w) => POSITIONS[w] === undefined)).toEqual([]);
    expect(
      Object.values(POSITIONS)
        .flat()
        .filter((id) => !positionIds.has(id)),
    ).toEqual([]);
  });
});
