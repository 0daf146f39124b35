import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { sessions, smallSession } from "../fixtures/sessions.ts";
import { blankTrack, emptySession } from "../session/document.ts";
import type { Session } from "../session/document.ts";
import { blankInsert } from "../session/processor.ts";
import { goesTo } from "../session/routing.ts";
import { flowing, foldedToFit, mapOf, shownAs, wholeWay } from "./map.ts";

const at = (s: Session, folded: readonly string[] = []) => mapOf(s, new Set(folded));

describe("the signal map", () => {
  it("runs from sources at the left to the main path at the right, what a folder holds inside its area", () => {
    const s = smallSession();
    const map = at(s);
    const x = (id: string): number => map.nodes.find((n) => n.id === id)!.x;
    expect(x("kick")).toBeLessThan(x("kit"));
    expect(x("kit")).toBeLessThan(x("main"));
    expect(x("rev")).toBeLessThan(x("main"));
    const area = map.areas.find((a) => a.id === "kit")!;
    for (const id of ["kick", "top", "bottom", "kit"]) {
      const n = map.nodes.find((y) => y.id === id)!;
      expect([
        id,
        Math.abs(n.x - area.x) <= area.width / 2 && Math.abs(n.y - area.y) <= area.height / 2,
      ]).toEqual([id, true]);
    }
    expect(map.lines.filter((l) => l.sort === "send")).toMatchObject([{ from: "top", to: "rev", many: 1 }]);
  });

  it(
    "folds a folder into one place that counts what it holds and what it sends, and " +
      "keeps its key inputs",
    () => {
      const s = smallSession();
      const keyed: Session = {
        ...s,
        tracks: s.tracks.map((t) =>
          t.id === "gtr"
            ? { ...t, inserts: [blankInsert("a", "Compressor", { key: "kick" })] }
            : t.id === "kick"
              ? { ...t, sends: [{ id: "s", to: "rev", level: 0, beforeFader: true }] }
              : t,
        ),
      };
      const map = at(keyed, ["kit"]);
      expect(map.nodes.map((n) => n.id).sort()).toEqual(["gtr", "kit", "main", "rev"]);
      expect(map.nodes.find((n) => n.id === "kit")?.holds).toBe(3);
      expect(map.lines.find((l) => l.from === "kit" && l.to === "rev")).toMatchObject({
        sort: "send",
        many: 2,
      });
      expect(map.lines.find((l) => l.sort === "key")).toMatchObject({ from: "kit", to: "gtr" });
      expect(map.areas).toEqual([]);
    },
  );

  it(
    "shows every track that carries sound once, no two on one spot, and every line's ends, " +
      "for any session and folding",
    () =>
      fc.assert(
        fc.property(sessions(12), fc.array(fc.nat(), { maxLength: 4 }), (s, picks) => {
          const folded = new Set(
            picks.flatMap((p) => {
              const f = s.tracks.filter((t) => t.kind === "folder");
              return f[p % Math.max(1, f.length)]?.id ?? [];
            }),
          );
          const map = mapOf(s, folded);
          const shown = shownAs(s, folded);
          const wanted = new Set(
            s.tracks.filter((t) => shown.get(t.id) === t.id && t.format !== null).map((t) => t.id),
          );
          for (const id of wanted) expect(map.nodes.filter((n) => n.id === id)).toHaveLength(1);
          for (const a of map.nodes)
            for (const b of map.nodes)
              if (a.id < b.id)
                expect(Math.abs(a.x - b.x) >= a.width - 1 || Math.abs(a.y - b.y) >= a.height - 1).toBe(
                  true,
                );
          const there = new Set(map.nodes.map((n) => n.id));
          for (const l of map.lines)
            expect([there.has(l.from), there.has(l.to), l.from !== l.to]).toEqual([true, true, true]);
          for (const f of flowing(s)) {
            const [from, to] = [shown.get(f.from)!, shown.get(f.to)!];
            if (from !== to && there.has(from) && there.has(to))
              expect(map.lines.some((l) => l.from === from && l.to === to && l.sort === f.sort)).toBe(true);
          }
        }),
        { numRuns: 150 },
      ),
  );

  it("has what stands first in the sheet further up, for a session of folders alike", () => {
    const s: Session = {
      ...emptySession("x"),
      tracks: [
        ...Array.from({ length: 12 }, (_, i) => [
          blankTrack(`f${i}`, `F${i}`, { kind: "folder", format: "stereo", feeds: "main" }),
          blankTrack(`t${i}`, `T${i}`, {
            parent: `f${i}`,
            feeds: `f${i}`,
            sends: [{ id: "s", to: "fx", level: -6, beforeFader: false }],
          }),
        ]).flat(),
        blankTrack("fx", "Fx", { kind: "return", format: "stereo", feeds: "main" }),
        blankTrack("main", "Main", { kind: "main", format: "stereo" }),
      ],
    };
    const map = mapOf(s, new Set(s.tracks.filter((t) => t.kind === "folder").map((t) => t.id)));
    const y = (id: string): number => map.nodes.find((n) => n.id === id)!.y;
    expect(y("f0")).toBeLessThan(y("f11"));
    expect(map.nodes.every((n) => n.y - n.height / 2 >= 0 && n.y + n.height / 2 <= map.height)).toBe(true);
  });

  it("stays readable by folding: 300 tracks become few places", () => {
    const s: Session = {
      ...smallSession(),
      tracks: [
        ...Array.from({ length: 20 }, (_, f) => [
          blankTrack(`f${f}`, `F${f}`, { kind: "folder", format: "stereo", feeds: "main" }),
          ...Array.from({ length: 14 }, (_, i) =>
            blankTrack(`t${f}-${i}`, "T", { parent: `f${f}`, feeds: `f${f}` }),
          ),
        ]).flat(),
        blankTrack("main", "Main", { kind: "main", format: "stereo" }),
      ],
    };
    const folded = foldedToFit(s, 60);
    expect(mapOf(s, folded).nodes.length).toBeLessThanOrEqual(60);
    expect(foldedToFit(smallSession(), 60).size).toBe(0);
  });
});

describe("the whole way of a track", () =>
  it("is all that can be heard through it and all it is heard through, by brute force, for any session", () => {
    const reach = (s: Session, from: string, to: string): boolean => {
      const seen = new Set<string>();
      const walk = (id: string): boolean => {
        if (id === to) return true;
        if (seen.has(id)) return false;
        seen.add(id);
        const t = s.tracks.find((x) => x.id === id);
        return t ? goesTo(t).some(walk) : false;
      };
      return walk(from);
    };
    fc.assert(
      fc.property(sessions(9), fc.nat(), (s, pick) => {
        const t = s.tracks[pick % Math.max(1, s.tracks.length)];
        if (!t) return;
        const way = wholeWay(s, t.id);
        for (const x of s.tracks)
          expect([x.id, way.has(x.id)]).toEqual([x.id, reach(s, t.id, x.id) || reach(s, x.id, t.id)]);
      }),
      { numRuns: 200 },
    );
  }));

describe("the map of very many folders", () => {
  const levels = [0, -6, -20, -60];
  /** Folders of four, each with sends to some of eight returns. */
  const many = (folders: number): Session => ({
    ...emptySession("Many"),
    tracks: [
      ...Array.from({ length: folders }, (_, f) => [
        blankTrack(`f${f}`, `Group ${f}`, {
          kind: "folder",
          format: "stereo",
          feeds: "main",
          level: levels[f % 4]!,
        }),
        ...Array.from({ length: 4 }, (__, i) =>
          blankTrack(`t${f}-${i}`, `Mic ${f} ${i}`, {
            parent: `f${f}`,
            feeds: `f${f}`,
            sends: [0, 1, 2].map((n) => ({
              id: `s${n}`,
              to: `fx${(f + i + n) % 8}`,
              level: levels[(i + n) % 4]!,
              beforeFader: false,
            })),
          }),
        ),
      ]).flat(),
      ...Array.from({ length: 8 }, (_, n) =>
        blankTrack(`fx${n}`, `Hall ${n}`, { kind: "return", format: "stereo", feeds: "main" }),
      ),
      blankTrack("main", "Main", { kind: "main", format: "stereo" }),
    ],
  });
  const s = many(80);
  const folders = s.tracks.filter((t) => t.kind === "folder").map((t) => t.id);
  const map = at(s, folders);
  const place = (id: string) => map.nodes.find((n) => n.id === id)!;

  it("bundles the ways by where they lead: each meets its bar between top and bottom, at its own height", () => {
    expect(map.bars.map((b) => b.to).toSorted()).toEqual(
      [..."01234567"].map((n) => `fx${n}`).concat("main"),
    );
    expect(map.lines.filter((l) => l.bar !== null).length).toBeGreaterThan(480);
    for (const l of map.lines) {
      if (l.bar === null) continue;
      const bar = map.bars.find((b) => b.id === l.bar)!;
      const end = l.points.at(-1)!;
      expect([bar.to, bar.sort, end.x]).toEqual([l.to, l.sort, bar.x]);
      expect(end.y).toBeGreaterThanOrEqual(bar.top);
      expect(end.y).toBeLessThanOrEqual(bar.bottom);
      expect(bar.x).toBeGreaterThan(place(l.from).x);
      expect(bar.x).toBeLessThan(place(l.to).x);
    }
    expect(new Set(map.bars.map((b) => b.x)).size).toBe(map.bars.length);
  });

  it("lets no line run over a place that is not its own", () => {
    for (const l of map.lines.filter((x) => x.bar !== null && x.points.length === 2)) {
      const [from, to] = l.points as [{ x: number; y: number }, { x: number; y: number }];
      const over = map.nodes.filter(
        (n) => n.id !== l.from && n.x > from.x && n.x < to.x && Math.abs(n.y - from.y) < n.height / 2,
      );
      expect([l.from, l.to, over.map((n) => n.id)]).toEqual([l.from, l.to, []]);
    }
  });

  it("keeps folders in the order of the sheet, none on another", () => {
    const heights = folders.map((id) => place(id).y);
    expect(heights).toEqual(heights.toSorted((a, b) => a - b));
    for (let n = 1; n < heights.length; n++)
      expect(heights[n]! - heights[n - 1]!).toBeGreaterThanOrEqual(place("f0").height);
  });

  it("says of each line how loud the loudest on it is", () => {
    expect(map.lines.find((l) => l.from === "f1" && l.to === "main")?.level).toBe(-6);
    const sends = s.tracks
      .filter((t) => t.parent === "f3")
      .flatMap((t) => t.sends.filter((x) => x.to === "fx5").map((x) => x.level));
    expect(map.lines.find((l) => l.from === "f3" && l.to === "fx5")).toMatchObject({
      level: Math.max(...sends),
      many: sends.length,
    });
  });

  it("has no bars where lines can be read one by one", () => {
    const few = many(12);
    const small = at(
      few,
      few.tracks.filter((t) => t.kind === "folder").map((t) => t.id),
    );
    expect(small.lines.length).toBeLessThanOrEqual(140);
    expect(small.bars).toEqual([]);
    expect(small.lines.every((l) => l.bar === null)).toBe(true);
  });
});
