import { describe, expect, it } from "vitest";
import { withColour } from "../house/edit.ts";
import { usualHouse } from "../house/usual.ts";
import { familyColours, palettesThatSuffer } from "./roomPalettes.ts";

const house = usualHouse("x");

describe("palettes of rooms", () => {
  it("suffer where two families fall on one colour that were apart", () => {
    const lamps = familyColours(house).map((c) => c.hex);
    const room = { name: "Van", palette: lamps };
    expect(palettesThatSuffer(house, house, [room])).toEqual([]);
    const after = withColour(house, "heather", { hex: "#4a714c" });
    const [told] = palettesThatSuffer(house, after, [room, { name: "Loft", palette: [] }]);
    expect(told?.room).toBe("Van");
    expect(told?.says).toMatch(/would fall on one colour there/);
  });

  it("suffer where a colour moves further from what the room can show", () => {
    const after = withColour(house, "ink", { hex: "#00ff88" });
    const [told] = palettesThatSuffer(house, after, [
      { name: "Van", palette: familyColours(house).map((c) => c.hex) },
    ]);
    expect(told?.says).toMatch(/shown ΔE \d+\.\d off there, up to 0\.0 now|would fall on one colour/);
  });
});
