import { check } from "@mossy/core/check/check";
import { fit } from "@mossy/core/fit/fit";
import { makeSolver } from "@mossy/core/solve/solver";
import { wishesOf } from "@mossy/core/fit/wish";
import { house as houseSchema } from "@mossy/core/house/house";
import { makeStyle } from "@mossy/core/house/style";
import { session as sessionSchema } from "@mossy/core/session/document";
import { describe, expect, it } from "vitest";
import { demoHistory } from "./history.ts";

const now = new Date("2026-09-11T09:00:00Z");
const history = demoHistory(now);
const style = makeStyle(history.editions.at(-1)!.house);
const template = (id: string) => history.templates.find((t) => t.id === id)!;

const solver = await makeSolver();

describe("Saltmarsh Sound House", () => {
  it("is the same every time it is made on the same day", () =>
    expect(JSON.stringify(demoHistory(now))).toBe(JSON.stringify(history)));

  it("has 4 rooms, 8 templates and 2 blocks with 1 to 6 releases, about 15 sessions over twelve weeks", () => {
    expect(history.rooms.map((r) => [r.room.name, r.room.inputs.length])).toEqual([
      ["Pan Yard", 32],
      ["Story Tent", 8],
      ["Loft", 8],
      ["Ferry Van", 16],
    ]);
    expect(history.templates.map((t) => t.releases.length)).toEqual([6, 3, 1, 5, 5, 2, 1, 2, 1, 1]);
    expect(history.sessions).toHaveLength(15);
    const days = history.sessions.flatMap((s) =>
      s.checkIns.map((c) => (now.getTime() - c.at.getTime()) / 86_400_000),
    );
    expect(Math.max(...days)).toBeGreaterThan(75);
    expect(Math.min(...days)).toBeGreaterThan(0);
    for (const s of history.sessions)
      for (const c of s.checkIns) expect(c.at.getTime()).toBeGreaterThan(s.at.getTime());
  });

  it("is written in valid documents", () => {
    for (const e of [...history.editions, history.draft])
      expect(houseSchema.safeParse(e.house).error?.issues ?? []).toEqual([]);
    for (const t of history.templates)
      for (const s of [t.draft, ...t.releases.map((r) => r.session)])
        expect(sessionSchema.safeParse(s).error?.issues ?? []).toEqual([]);
  });

  it("has releases that follow the house to the letter", () => {
    for (const t of history.templates)
      for (const [i, r] of t.releases.entries())
        expect(check(style, r.session).map((f) => `${t.name} ${i + 1}: ${f.says}`)).toEqual([]);
  });

  it("has a full yard of about 40 tracks in nested folders, whose draft holds one name off the pattern", () => {
    const { draft } = template("steelpan-orchestra-full-yard");
    expect(draft.tracks.length).toBeGreaterThanOrEqual(36);
    expect(draft.tracks.find((t) => t.id === "folder-drum-kit")?.parent).toBe("folder-engine-room");
    expect(check(style, draft).map((f) => [f.rule, f.before, f.after])).toEqual([
      ["name-off-pattern", "Dbl sec far", "DblSec_Far"],
    ]);
  });

  it("has on its disk every sound its starting values speak of", () => {
    const there = new Set(history.disk.map((f) => f.path));
    const spoken = style.house.starts.flatMap(({ then }) =>
      (then.sounds?.files ?? []).map((f) => `${then.sounds?.folder}/${f}`),
    );
    expect(spoken.length).toBe(80);
    expect(spoken.filter((path) => !there.has(path))).toEqual([]);
  });

  it("needs more inputs for the full yard than the van has, and fits the Pan Yard", () => {
    const yard = template("steelpan-orchestra-full-yard").releases.at(-1)!.session;
    const room = (id: string) => history.rooms.find((r) => r.id === id)!.room;
    expect(wishesOf(yard).length).toBe(29);
    expect(fit(yard, room("pan-yard"), { solver }).unplaced).toEqual([]);
    expect(fit(yard, room("ferry-van"), { solver }).unplaced.length).toBeGreaterThan(0);
  });
});
