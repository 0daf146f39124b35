import { makeStyle } from "@mossy/core/house/style";
import { usualHouse } from "@mossy/core/house/usual";
import { describe, expect, it } from "vitest";
import { PLANS_OF_HOUSE } from "../templates/plans.ts";
import { templateOf } from "../templates/template.ts";
import { through } from "./station.ts";
import type { Station } from "./station.ts";

const style = makeStyle(usualHouse("Test house"));
const { session } = templateOf(style, PLANS_OF_HOUSE[0]!);
const KIND: Station = { keepsExtra: true, most: null, colours: "kept", folders: true, numbers: false };

describe("a session through the software of a room", () => {
  it("comes back as it was where that keeps our extra file", async () => {
    const { read, trueId } = await through(KIND, session);
    expect(read.session.tracks).toEqual(session.tracks);
    expect([...trueId]).toEqual(session.tracks.map((t) => [t.id, t.id]));
  });

  it("has ids of its own where it does not, and it is known which is which", async () => {
    const { read, trueId } = await through({ ...KIND, keepsExtra: false }, session);
    expect(read.untold).toContain("input");
    const name = new Map(session.tracks.map((t) => [t.id, t.name]));
    for (const t of read.session.tracks) {
      expect(session.tracks.some((x) => x.id === t.id && x.kind !== "main")).toBe(false);
      expect(name.get(trueId.get(t.id) ?? "")).toBe(t.name);
    }
  });

  it("loses what that room's software loses", async () => {
    const short = await through({ ...KIND, keepsExtra: false, most: 5, numbers: true }, session);
    expect(short.read.session.tracks.map((t) => t.name.length).every((n) => n <= 5)).toBe(true);
    expect(short.read.session.tracks[1]?.name).toBe("02 Ki");
    const flat = await through({ ...KIND, keepsExtra: false, folders: false, colours: "none" }, session);
    expect(flat.read.session.tracks.some((t) => t.kind === "folder" || t.colour !== null)).toBe(false);
    expect(flat.read.session.tracks.length).toBe(session.tracks.filter((t) => t.kind !== "folder").length);
    // All sound still ends where it ended.
    const main = flat.read.session.tracks.find((t) => t.kind === "main")?.id;
    expect(flat.read.session.tracks.filter((t) => t.kind === "audio").every((t) => t.feeds === main)).toBe(
      true,
    );
    const own = await through({ ...KIND, keepsExtra: false, colours: "own" }, session);
    const again = await through({ ...KIND, keepsExtra: false, colours: "own" }, session);
    expect(own.read.session.tracks.map((t) => t.colour)).toEqual(
      again.read.session.tracks.map((t) => t.colour),
    );
  });
});
