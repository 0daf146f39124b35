import { describe, expect, it } from "vitest";
import { keepCounts } from "./counts.ts";
import { visit } from "../testing/visit.ts";

const { house } = await visit();

const counts = (room: number) => ({
  tracks: 9,
  following: 9 - room,
  open: { room, edition: 0, release: 0 },
  drift: { open: {}, kept: {} },
  edition: 2,
});

describe("the counts of a check-in", () => {
  it("made anew for an edition do not replace what an edit counted meanwhile", async () => {
    const { rows } = await house.pool.query<{ document: string }>("select document from check_ins limit 1");
    const document = rows[0]?.document ?? "";
    const open = async () =>
      (
        await house.pool.query<{ open_now: number }>(
          "select open_now from check_in_stands n join check_ins c on c.id = n.check_in where document = $1",
          [document],
        )
      ).rows[0]?.open_now;
    await house.pool.query(
      "update check_in_stands set counted_edition = null " +
        "where check_in in (select id from check_ins where document = $1)",
      [document],
    );
    await keepCounts(house.pool, document, counts(7), true);
    expect(await open()).toBe(7);
    // Somebody puts six right; the count that began before that comes in after it.
    await keepCounts(house.pool, document, counts(1));
    await keepCounts(house.pool, document, counts(7), true);
    expect(await open()).toBe(1);
  });
});
