import { smallSession } from "@mossy/core/fixtures/sessions";
import { makeStyle } from "@mossy/core/house/style";
import { usualHouse } from "@mossy/core/house/usual";
import { blankTrack } from "@mossy/core/session/document";
import type { Session, Track } from "@mossy/core/session/document";
import { describe, expect, it } from "vitest";
import { depthOf, heardPlaces, homePlaces } from "./picture.ts";

const style = makeStyle(usualHouse("x"));
const withTrack = (t: Track): Session => {
  const s = smallSession();
  return { ...s, tracks: [...s.tracks.slice(0, -1), t, ...s.tracks.slice(-1)] };
};
const place = (s: Session, id: string, squeeze: Parameters<typeof heardPlaces>[1] = null) =>
  heardPlaces(s, squeeze).find((p) => p.id === id);

describe("the stereo picture", () => {
  it("hears a source where its pan puts it", () => {
    const at = (pan: number): number =>
      place(withTrack(blankTrack("x", "X", { pan, feeds: "main" })), "x")?.place ?? NaN;
    expect(at(0)).toBeCloseTo(0, 6);
    expect(at(-100)).toBeLessThan(at(-40));
    expect(at(60)).toBeCloseTo(-at(-60), 6);
  });

  it("counts a width that is only being drawn, and leaves the session as it is", () => {
    const wide = withTrack(blankTrack("x", "X", { format: "stereo", feeds: "main" }));
    const [was, is] = [place(wide, "x"), place(wide, "x", { id: "x", width: 0 })];
    expect(is).not.toEqual(was);
    expect(wide.tracks.find((t) => t.id === "x")?.width).toBe(100);
    expect(place(wide, "kick", { id: "x", width: 0 })).toEqual(place(wide, "kick"));
  });

  it("knows where the house would start every source, also one that was moved", () => {
    const s = smallSession();
    const moved = {
      ...s,
      tracks: s.tracks.map((t) => (t.id === "top" ? { ...t, role: "snare", pan: 77 } : t)),
    };
    expect(homePlaces(style, moved).get("top")).toBeCloseTo(homePlaces(style, s).get("top") ?? NaN, 6);
    expect(place(moved, "top")?.place).not.toBeCloseTo(homePlaces(style, moved).get("top") ?? NaN, 2);
  });

  it("stands sources back by what their positions say of depth, else by what they are", () => {
    const depth = (name: string, positions: string[] = []): number =>
      depthOf(style, blankTrack("x", name, { positions }));
    expect(depth("X", ["near"])).toBeLessThan(depth("X"));
    expect(depth("X")).toBeLessThan(depth("X", ["far"]));
    for (const d of [depth("X", ["near"]), depth("X", ["far"])]) {
      expect(d).toBeGreaterThanOrEqual(0);
      expect(d).toBeLessThanOrEqual(1);
    }
    const rooms = [...style.reader.roles.values()].find((r) => r.sort === "place");
    if (!rooms) throw new Error("the house has no role that is a place");
    expect(depthOf(style, blankTrack("x", "X", { role: rooms.id }))).toBe(depth("X", ["far"]));
  });
});
