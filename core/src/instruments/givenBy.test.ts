import { describe, expect, it } from "vitest";
import { sampledGround, sampledSession, sampledStyle as style } from "../fixtures/sampled.ts";
import type { Session, Track } from "../session/document.ts";
import type { Plays } from "../session/plays.ts";
import { givenBy } from "./givenBy.ts";
import type { GivenTable } from "./givenBy.ts";
import { planEnsemble } from "./plan/planEnsemble.ts";
import { planTracks } from "./plan/planTracks.ts";

const house = { ...style.house.instruments, loudness: -20 };
const begun = sampledSession();
const planned = planTracks(style, begun, planEnsemble(begun, sampledGround)).session;
const table = (s: Session, of: ReadonlySet<string> | null = null): GivenTable => givenBy(house, s, of);
const asked = begun.players.reduce((sum, p) => sum + p.needs.length, 0);
const standings = (s: Session): Record<string, number> => {
  const all = table(s).rows.flatMap((r) => r.cells.map((c) => c.standing));
  return Object.fromEntries([...new Set(all)].sort().map((k) => [k, all.filter((x) => x === k).length]));
};
const [first] = planned.tracks.filter((t) => t.plays !== null);
const plays = first!.plays!;
const with1 = (more: Partial<Plays>, extra: readonly Track[] = []): Session => ({
  ...planned,
  tracks: [
    ...planned.tracks.map((t) => (t.id === first!.id ? { ...t, plays: { ...plays, ...more } } : t)),
    ...extra,
  ],
});

describe("what players play on the tracks there are", () => {
  it("is everything that was asked for, each on one track, in a session as it was planned", () => {
    const { columns, rows } = table(planned);
    expect(rows.map((r) => r.player)).toEqual(begun.players.map((p) => p.id));
    expect(standings(planned)).toEqual({
      given: asked,
      "not asked": columns.length * rows.length - asked,
    });
    for (const row of rows) {
      const leads = row.tracks.map((t) => t.lead);
      expect(leads).toEqual([...leads].sort((a, b) => a - b));
    }
    for (const row of rows)
      for (const [n, cell] of row.cells.entries())
        for (const { way, track, off } of cell.given) {
          expect(way.words).toEqual(columns[n]?.words);
          const own = row.tracks.find((t) => t.id === track.id);
          expect(own?.lead).toBeLessThanOrEqual(n);
          expect(row.cells[own!.lead]?.given.some((g) => g.track.id === track.id)).toBe(true);
          expect(Math.abs(off ?? 99)).toBeLessThanOrEqual(10);
        }
    expect(table(planned, new Set([begun.players[1]!.id])).rows.map((r) => r.player)).toEqual([
      begun.players[1]!.id,
    ]);
  });

  it("shows gaps, doubles and what is off", () => {
    const ways = plays.ways.length;
    const gone = { ...planned, tracks: planned.tracks.filter((t) => t.id !== first!.id) };
    expect(standings(gone)["gap"]).toBe(ways);
    expect(standings(with1({}, [{ ...first!, id: "again" }]))["double"]).toBe(ways);
    expect(standings(with1({ loading: "off" }))["off"]).toBe(ways);
    // One that is off beside one that is not is no double.
    const spare = { ...first!, id: "spare", plays: { ...plays, loading: "off" as const } };
    expect(standings(with1({}, [spare]))).toEqual(standings(planned));
  });

  it("says how far off the beat each is, and how much too loud", () => {
    const late = with1({
      ways: plays.ways.map((w) => ({ ...w, lag: { least: 70, most: 90 } })),
      offset: 70,
    });
    const [cell] = table(late).rows[0]!.cells.flatMap((c) =>
      c.given.filter((g) => g.track.id === first!.id),
    );
    expect(cell?.off).toBe(20);
    const loud = with1({ ways: plays.ways.map((w, n) => ({ ...w, loudness: n === 0 ? -45 : null })) });
    const heard = table(loud)
      .rows[0]!.cells.flatMap((c) => c.given)
      .filter((g) => g.track.id === first!.id);
    expect(heard.find((g) => g.way.id === plays.ways[0]!.id)?.level).toBeLessThan(0);
    expect(heard.filter((g) => g.way.id !== plays.ways[0]!.id).map((g) => g.level)).toEqual(
      plays.ways.slice(1).map(() => null),
    );
  });

  it("has a row for tracks whose player the session does not know", () => {
    const strange = with1({ player: "nobody", ways: plays.ways.slice(0, 1) });
    const row = table(strange).rows.at(-1);
    expect([row?.player, row?.who]).toEqual(["nobody", null]);
    expect(row?.cells.filter((c) => c.standing === "given")).toHaveLength(1);
  });
});
