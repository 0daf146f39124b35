import { dice } from "@mossy/core/chance/dice";
import { wholeRoom } from "@mossy/core/fit/room";
import { limits } from "@mossy/core/fit/limits";
import { makeStyle } from "@mossy/core/house/style";
import { usualHouse } from "@mossy/core/house/usual";
import { readExchange } from "@mossy/core/formats/exchange/read";
import { describe, expect, it } from "vitest";
import { PLANS_OF_HOUSE } from "../templates/plans.ts";
import { templateOf } from "../templates/template.ts";
import { withForeign } from "./foreign.ts";
import { anyPlace, limitsOfStation } from "./place.ts";
import { anyStation, through } from "./station.ts";

describe("a room as chance has it", () => {
  it("is one a house can have, small or large, the same from the same dice", () => {
    const many = Array.from({ length: 60 }, (_, n) => anyPlace(`Room ${n}`, null, dice(n)));
    for (const room of many) expect(wholeRoom.parse(room)).toEqual(room);
    expect(anyPlace("Room 7", null, dice(7))).toEqual(many[7]);
    expect(new Set(many.map((r) => r.inputs.length)).size).toBeGreaterThan(5);
    expect(many.some((r) => r.setUps.length > 0)).toBe(true);
    expect(many.some((r) => r.inputs.some((i) => !i.takes.includes("mic")))).toBe(true);
  });

  it("has software that takes what a lead would write down of it", () => {
    const stations = Array.from({ length: 200 }, (_, n) => anyStation(dice(n)));
    for (const s of stations) {
      const can = limitsOfStation(s);
      if (can) expect(limits.parse(can)).toEqual(can);
      expect(can === null).toBe(
        s.numbers || s.colours === "none" || (s.most === null && s.colours === "kept" && s.folders),
      );
    }
    expect(stations.filter((s) => limitsOfStation(s)).length).toBeGreaterThan(20);
  });
});

describe("what only its software knows in a file", () => {
  it("changes nothing of what is read", async () => {
    const style = makeStyle(usualHouse("Test house"));
    const { session } = templateOf(style, PLANS_OF_HOUSE[0]!);
    const station = {
      keepsExtra: true,
      most: null,
      colours: "kept",
      folders: true,
      numbers: false,
    } as const;
    const plain = await through(station, session, "11111111-2222-4333-8444-555555555555");
    const more = withForeign(plain.bytes, dice(3));
    expect(more.length).toBeGreaterThan(plain.bytes.length + 2000);
    expect((await readExchange(more)).session).toEqual(plain.read.session);
    expect(withForeign(plain.bytes, dice(3))).toEqual(more);
  });
});
