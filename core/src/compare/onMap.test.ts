import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { sessions, smallSession } from "../fixtures/sessions.ts";
import { apply } from "../session/apply.ts";
import { setField } from "../session/change.ts";
import type { Session, Track } from "../session/document.ts";
import { takeOut } from "../sheet/folders.ts";
import { flowing, mapOf } from "../signal/map.ts";
import { bothOnMap, lineKey, waysOnMap } from "./onMap.ts";

const find = (s: Session, id: string): Track => s.tracks.find((t) => t.id === id)!;
const none = new Set<string>();

describe("two sessions on one map", () => {
  const a = smallSession();
  const kick = find(a, "kick");
  const sent = apply(a, [
    setField(kick, "sends", [{ id: "s", to: "rev", level: -9, beforeFader: false }]),
    setField(find(a, "top"), "level", -20),
    setField(find(a, "gtr"), "feeds", "kit"),
  ]);
  const b = apply(sent, takeOut(sent, ["bottom"]));
  const both = bothOnMap(a, b);
  const ways = waysOnMap(a, b, both, none);

  it("show what is gone where it stood, what is new, and what stayed", () => {
    expect(both.session.tracks.map((t) => t.id)).toEqual(a.tracks.map((t) => t.id));
    expect([both.places.get("bottom"), both.places.get("kick")]).toEqual(["gone", "same"]);
    expect(bothOnMap(b, a).places.get("bottom")).toBe("new");
  });

  it("say of each way whether it is gone, new, other or the same", () => {
    const way = (from: string, to: string, sort: "feed" | "send") => ways.get(lineKey({ from, to, sort }));
    expect(way("kick", "rev", "send")).toBe("new");
    expect(way("bottom", "kit", "feed")).toBe("gone");
    expect(way("top", "kit", "feed")).toBe("other");
    expect(way("kick", "kit", "feed")).toBe("same");
    expect([way("gtr", "main", "feed"), way("gtr", "kit", "feed")]).toEqual(["gone", "new"]);
  });

  it("count a folded folder's ways as one", () => {
    const folded = waysOnMap(a, b, both, new Set(["kit"]));
    expect(folded.get(lineKey({ from: "kit", to: "rev", sort: "send" }))).toBe("other");
    expect(folded.get(lineKey({ from: "kit", to: "main", sort: "feed" }))).toBe("same");
  });

  it("have every line of the map told of, and nothing other where both are the same, for any two", () => {
    fc.assert(
      fc.property(sessions(10), sessions(10), (one, two) => {
        const union = bothOnMap(one, two);
        const told = waysOnMap(one, two, union, none);
        const known = new Set(union.session.tracks.map((t) => t.id));
        expect(known.size).toBe(union.session.tracks.length);
        for (const l of mapOf(union.session, none, union.flows).lines)
          expect(told.has(lineKey(l))).toBe(true);
        for (const [key, became] of told) {
          const isIn = (s: Session): boolean => flowing(s).some((f) => lineKey(f) === key);
          expect([key, became === "gone", became === "new"]).toEqual([
            key,
            isIn(one) && !isIn(two),
            isIn(two) && !isIn(one),
          ]);
        }
        const still = waysOnMap(one, one, bothOnMap(one, one), none);
        expect([...still.values()].every((w) => w === "same")).toBe(true);
      }),
      { endOnFailure: true, numRuns: 150 },
    );
  });
});
