import { dice } from "@mossy/core/chance/dice";
import { describe, expect, it } from "vitest";
import { Kills } from "./kills.ts";

function season(weeks: number) {
  const happened: string[] = [];
  const kills = new Kills(
    {
      servers: ["a", "b"],
      kill: async (which) => void happened.push(`server ${which}`),
      fallOver: async () => void happened.push("database"),
    },
    dice(7),
  );
  return { kills, happened, weeks };
}

describe("what fails in a season", () => {
  it("is two servers a week, and the database once, at some time of the week", async () => {
    const { kills, happened } = season(3);
    for (let week = 0; week < 3; week++) {
      kills.week(10);
      for (let n = 0; n < 10; n++) kills.before(n);
      await kills.settled();
      expect(happened.filter((h) => h.startsWith("server"))).toHaveLength(2 * (week + 1));
    }
    expect(kills.done).toEqual({ servers: 6, databases: 1 });
    expect(happened.filter((h) => h === "database")).toHaveLength(1);
    expect(new Set(happened)).toEqual(new Set(["server 0", "server 1", "database"]));
  });

  it("is nothing where no week of it was begun", async () => {
    const { kills, happened } = season(0);
    for (let n = 0; n < 10; n++) kills.before(n);
    await kills.settled();
    expect(happened).toEqual([]);
  });
});
