import { room as roomSchema } from "@mossy/core/fit/room";
import { describe, expect, it } from "vitest";
import { LARGE, largeHistory } from "./large.ts";

const now = new Date("2026-09-11T09:00:00Z");
const history = largeHistory(now);

describe("the large house", () => {
  it("is the same every time it is made on the same day", () =>
    expect(JSON.stringify(largeHistory(now))).toBe(JSON.stringify(history)));

  it("has two hundred rooms, three hundred templates, three thousand sessions with what came back of them", () => {
    const { rooms, templates, sessions, people } = history;
    expect([rooms.length, templates.length, sessions.length, people.length]).toEqual([
      LARGE.rooms,
      LARGE.templates,
      LARGE.sessions,
      LARGE.people,
    ]);
    expect(sessions.filter((s) => s.closedAt === null)).toHaveLength(LARGE.open);
    const checkIns = sessions.reduce((n, s) => n + s.checkIns.length, 0);
    expect(Math.abs(checkIns - LARGE.checkIns)).toBeLessThan(LARGE.checkIns / 50);
  });

  it("holds together: every name is one, every session stands on a release, nothing comes before its time", () => {
    const { rooms, templates, sessions, people } = history;
    for (const ids of [rooms, templates, people].map((list) => list.map((x) => x.id)))
      expect(new Set(ids).size).toBe(ids.length);
    expect(new Set(sessions.map((s) => s.title)).size).toBe(sessions.length);
    for (const { room } of rooms) expect(roomSchema.safeParse(room).success).toBe(true);
    const release = new Map(templates.map((t) => [t.id, t.releases.length]));
    const blocks = new Set(templates.filter((t) => t.kind === "block").map((t) => t.id));
    expect(sessions.filter((s) => blocks.has(s.template))).toEqual([]);
    const known = new Set([...rooms, ...people].map((x) => x.id));
    for (const s of sessions) {
      expect(s.release).toBeLessThanOrEqual(release.get(s.template) ?? 0);
      expect([known.has(s.room), known.has(s.by)]).toEqual([true, true]);
      const times = [s.at, ...s.checkIns.map((c) => c.at), s.closedAt ?? now].map((t) => t.getTime());
      expect(times).toEqual(times.toSorted((a, b) => a - b));
      expect(Math.max(...times)).toBeLessThanOrEqual(now.getTime());
    }
    for (const p of people) for (const r of p.rooms ?? []) expect(known.has(r)).toBe(true);
  });
});
