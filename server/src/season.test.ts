import { loop } from "@mossy/season/loop/loop";
import type { LoopFigures } from "@mossy/season/loop/figures";
import type { Size } from "@mossy/season/size";
import { loopRowsOf } from "@mossy/season/table";
import { afterAll, describe, expect, it } from "vitest";
import { connect } from "./database.ts";
import { makeSetUp } from "./people/links.ts";
import { openHouse, serve } from "./testing/house.ts";
import type { TestHouse } from "./testing/house.ts";

const houses: TestHouse[] = [];
afterAll(async () => {
  for (const h of houses) await h.close();
});

/** Two servers of one house, of which people ask the one and the season looks at both. */
async function season(size: Size): Promise<LoopFigures> {
  const house = await openHouse(false);
  const second = await serve(house.url, connect(house.url), house.diskDir);
  houses.push(second, house);
  const ground = {
    base: house.base,
    servers: [house.base, second.base],
    token: await makeSetUp(house.pool),
  };
  return (await loop(ground, size)).figures;
}

describe("a tiny season through the doors of a house", () => {
  it("shows figures that may only get better", async () => {
    const f = await season({ rooms: 4, weeks: 4, seed: 7 });
    const went = Object.fromEntries(Object.entries(f).map(([what, count]) => [what, count.of]));
    // So many there were when this was written; how many there are follows what the house does.
    expect([f.sides.all, f.own.all].map((n) => n > 500)).toEqual([true, true]);
    expect([f.ledger.all, f.servers.all].map((n) => n > 40)).toEqual([true, true]);
    expect(went).toEqual({
      sides: { right: f.sides.all, wrong: 0 },
      forward: { unasked: 5, asked: 0 },
      brought: { right: 5, wrong: 0 },
      questions: { open: 0, needless: 0 },
      own: { kept: f.own.all, lost: 0 },
      corrected: { asItCame: 7, other: 0 },
      found: { found: 2, missed: 7 },
      alarms: { right: 2, false: 0 },
      fits: { best: 8, less: 0 },
      mistaken: { noticed: 0, taken: 0 },
      again: { once: 7, twice: 0 },
      ledger: { there: f.ledger.all, lost: 0 },
      servers: { same: f.servers.all, other: 0 },
    });
  });

  it("is the same the next time", async () => {
    const tiny = { rooms: 2, weeks: 2, seed: 3 };
    const [one, again] = [await season(tiny), await season(tiny)];
    expect(loopRowsOf(again)).toEqual(loopRowsOf(one));
    expect(one.own.all).toBeGreaterThan(20);
  });
});
