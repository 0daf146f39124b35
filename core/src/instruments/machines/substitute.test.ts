import { describe, expect, it } from "vitest";
import { FROM_LIBRARIES } from "../../fit/report.ts";
import {
  ebb,
  flood,
  sampledGround,
  sampledSession,
  sampledStyle as style,
} from "../../fixtures/sampled.ts";
import { blankItem } from "../../session/item.ts";
import { session as schema, treeProblems } from "../../session/document.ts";
import type { Session, Track } from "../../session/document.ts";
import { resetProblems } from "../../sampled/resets.ts";
import { planEnsemble } from "../plan/planEnsemble.ts";
import type { Known } from "../plan/offers.ts";
import { planTracks } from "../plan/planTracks.ts";
import { liesIn, lostIn, substituted } from "./substitute.ts";

const lying = (k: Known, ...rooms: string[]): Known => ({
  ...k,
  library: { ...k.library, places: rooms.map((id) => ({ id, at: "" })) },
});
/** The full library lies at home alone, the small one in the van as well. */
const catalogue = [lying(ebb, "home"), lying(flood, "home", "van")];
const begun = { ...sampledSession({ sits: "machine" }), leadIn: 2, musicBar: 3 };
const onlyEbb = { ...begun, ensemble: { ...begun.ensemble, libraries: ["ebb"] } };
const planned = planTracks(style, onlyEbb, planEnsemble(onlyEbb, sampledGround)).session;
const playing = (s: Session): Track[] => s.tracks.filter((t) => t.plays !== null);
const of = (s: Session, player: string): Track[] => playing(s).filter((t) => t.plays?.player === player);
const there = (s: Session, room = "van", from = catalogue) => substituted(style, s, room, from);
const says = (s: Session): string[] => there(s).adjusted.map((a) => a.says);
const alwaysOn = (s: Session): Track[] => playing(s).filter((t) => t.plays?.loading !== "off");
const [violin, , , horn] = begun.players.map((p) => p.id);

const note = blankItem("mine", "Mine", {
  kind: "pattern",
  notes: [{ at: 0, length: 1, key: 60, velocity: 80 }],
  sets: [],
  length: 4,
  shelf: null,
});

describe("a library a room does not have", () => {
  it("is missed only where somebody said where it lies, and not there", () => {
    expect(liesIn(ebb, "van")).toBe(true);
    expect(catalogue.map((k) => liesIn(k, "van"))).toEqual([false, true]);
    expect(lostIn(planned, "van", catalogue)).toEqual(playing(planned));
    expect(lostIn(planned, "home", catalogue)).toEqual([]);
    expect(lostIn(planned, "van", [])).toEqual([]);
    expect(there(planned, "home")).toEqual({ session: planned, adjusted: [] });
  });

  it("is played from another, by its own calls and lags, within the limit", () => {
    const { session } = there(planned);
    expect(schema.safeParse(session).success && treeProblems(session.tracks)).toEqual([]);
    const sounding = alwaysOn(session);
    expect(sounding.length).toBeGreaterThan(5);
    for (const t of sounding) {
      expect(t.plays?.library.id).toBe("flood");
      const { ways = [], offset = 0 } = t.plays ?? {};
      for (const w of ways) {
        const [own] = flood.library.patches.flatMap((p) => p.articulations.filter((a) => a.id === w.id));
        expect([w.called, w.lag?.least]).toEqual([own?.called, own?.lag]);
        expect(Math.abs((w.lag?.least ?? 0) - offset)).toBeLessThanOrEqual(10);
      }
      expect(resetProblems(session, t)).toEqual([]);
      expect(t.name.startsWith("FL")).toBe(true);
    }
  });

  it("leaves tracks that still play some of the same who they are, and nobody's channel to two", () => {
    const { session } = there(planned);
    const was = new Set(playing(planned).map((t) => t.id));
    const violins = of(session, violin!).filter((t) => t.plays?.loading !== "off");
    expect(violins.filter((t) => was.has(t.id)).length).toBeGreaterThan(violins.length / 2);
    const sits = playing(session).map((t) => `${t.plays?.port} ${t.channel}`);
    expect(new Set(sits).size).toBe(sits.length);
  });

  it("stays, off and with its routing, where nobody there plays it", () => {
    const { session } = there(planned);
    expect(of(session, horn!)).toEqual(
      of(planned, horn!).map((t) => ({ ...t, plays: { ...t.plays, loading: "off" } })),
    );
    const swells = of(session, violin!).filter((t) => t.plays?.ways.every((w) => w.words[0] === "swell"));
    expect(swells).toHaveLength(2);
    for (const t of swells) expect([t.plays?.loading, t.plays?.library.id]).toEqual(["off", "ebb"]);
    const names = playing(session)
      .filter((t) => t.plays?.loading === "off")
      .map((t) => t.name);
    expect(says(planned)).toEqual([
      "Flood Strings for Ebb Orchestra, which is not here: Violin first section, Violin second section, Viola; " +
        `${alwaysOn(session).length} tracks instead of ${playing(planned).length - of(planned, horn!).length}`,
      "within 10 ms",
      "nobody here plays swell 1 s, swell 2 s, sustain muted, tremolo muted: Violin first section",
      "nobody here plays swell 1 s, swell 2 s: Violin second section",
      "nobody here plays sustain: French horn",
      `off, routing kept: ${names.slice(0, 3).join(", ")} and ${names.length - 3} more`,
    ]);
    expect(there(planned).adjusted.every((a) => a.what === FROM_LIBRARIES)).toBe(true);
  });

  it("stays where somebody put something on a track, though another plays that now", () => {
    // Every way of the violas on a track of its own.
    const violas = ebb.library.patches.find((p) => p.role === "viola")!;
    const player = begun.players.find((p) => p.role === "viola")!.id;
    const pins = violas.articulations.map((a) => ({
      player,
      library: "ebb",
      patch: violas.id,
      articulations: [a.id],
    }));
    const apart = { ...onlyEbb, pins };
    const wide = planTracks(style, apart, planEnsemble(apart, sampledGround)).session;
    const goes = (s: Session): Track[] =>
      playing(s).filter((t) => !there(s).session.tracks.some((x) => x.id === t.id));
    const gone = goes(wide).map((t) => t.id);
    expect(gone.length).toBeGreaterThan(0);
    const mine = gone[0]!;
    const worked = {
      ...wide,
      tracks: wide.tracks.map((t) => (t.id === mine ? { ...t, items: [...t.items, note] } : t)),
    };
    const kept = there(worked).session.tracks.find((t) => t.id === mine);
    expect(goes(worked).map((t) => t.id)).toEqual(gone.slice(1));
    expect(kept?.items).toContainEqual(note);
    expect(kept?.plays?.loading).toBe("off");
  });

  it("keeps a track of each player in the light set, none that is not there", () => {
    const light = {
      ...planned,
      tracks: planned.tracks.map((t) => (t.plays ? { ...t, plays: { ...t.plays, light: true } } : t)),
    };
    const { session } = there(light);
    for (const t of playing(session).filter((x) => x.plays?.light)) expect(t.plays?.loading).toBe("always");
    // One that is still played is it, and no other.
    const one = alwaysOn(there(planned).session).find((t) => t.plays?.player === violin)!.id;
    const alone = {
      ...planned,
      tracks: planned.tracks.map((t) =>
        t.plays && t.id === of(planned, violin!).find((x) => x.id !== one)!.id
          ? { ...t, plays: { ...t.plays, light: true } }
          : t,
      ),
    };
    const before = of(alone, violin!).filter((t) => t.plays?.light);
    expect(
      of(there(alone).session, violin!)
        .filter((t) => t.plays?.light)
        .map((t) => t.id),
    ).toEqual(before.map((t) => t.id));
    // Only what has no counterpart is in it.
    const swells = {
      ...planned,
      tracks: planned.tracks.map((t) =>
        t.plays?.ways.some((w) => w.words[0] === "swell")
          ? { ...t, plays: { ...t.plays, light: true } }
          : t,
      ),
    };
    const lit = playing(there(swells).session).filter((t) => t.plays?.light);
    expect(lit.map((t) => [t.plays?.player, t.plays?.library.id])).toEqual(
      [
        ...new Set(
          of(swells, violin!)
            .concat(of(swells, begun.players[1]!.id))
            .map((t) => t.plays?.player),
        ),
      ].map((p) => [p, "flood"]),
    );
  });

  it("is taken from one library where one plays all, from two where none does", () => {
    const part = (id: string, has: (word: string) => boolean): Known => ({
      id,
      library: {
        ...flood.library,
        places: [{ id: "van", at: "" }],
        patches: flood.library.patches.map((p) => ({
          ...p,
          articulations: p.articulations.filter((a) => has(a.words[0] ?? "")),
        })),
      },
    });
    const parts = [part("longs", (w) => w !== "pizzicato"), part("plucked", (w) => w === "pizzicato")];
    const from = (...more: Known[]): Set<string | undefined> =>
      new Set(
        alwaysOn(there(planned, "van", [catalogue[0]!, ...more]).session).map((t) => t.plays?.library.id),
      );
    expect(from(...parts)).toEqual(new Set(["longs", "plucked"]));
    expect(from(...parts, catalogue[1]!)).toEqual(new Set(["flood"]));
    // Of two that play it alike, the one the session names.
    const twin = { ...catalogue[1]!, id: "twin" };
    expect(from(twin, catalogue[1]!)).toEqual(new Set(["twin"]));
    const named = { ...planned, ensemble: { ...planned.ensemble, libraries: ["ebb", "flood"] } };
    const playedBy = alwaysOn(there(named, "van", [catalogue[0]!, twin, catalogue[1]!]).session);
    expect(new Set(playedBy.map((t) => t.plays?.library.id))).toEqual(new Set(["flood"]));
  });

  it("takes nothing out that somebody put something on, whosever library it plays", () => {
    const violas = begun.players.find((p) => p.role === "viola")!.id;
    const [longs] = flood.library.patches.filter((p) => p.role === "viola");
    const pin = { player: violas, library: "flood", patch: longs!.id, articulations: [] as string[] };
    const some = {
      ...onlyEbb,
      ensemble: { ...onlyEbb.ensemble, libraries: ["ebb", "flood"] },
      pins: longs!.articulations.slice(1, 3).map((a) => ({ ...pin, articulations: [a.id] })),
    };
    const mixed = planTracks(style, some, planEnsemble(some, sampledGround)).session;
    const own = of(mixed, violas).filter((t) => t.plays?.library.id === "flood");
    expect([own.length, of(mixed, violas).length > 2]).toEqual([2, true]);
    // What is held is played by one track there, so the other would go.
    const free = { ...mixed, pins: [] };
    const left = new Set(there(free).session.tracks.map((t) => t.id));
    const goes = own.filter((t) => !left.has(t.id));
    expect(goes.length).toBeGreaterThan(0);
    const worked = {
      ...free,
      tracks: free.tracks.map((t) => (t.id === goes[0]!.id ? { ...t, items: [...t.items, note] } : t)),
    };
    const kept = there(worked).session.tracks.find((t) => t.id === goes[0]!.id);
    expect(kept?.items).toContainEqual(note);
    expect(kept?.plays).toEqual(goes[0]!.plays);
  });

  it("leaves all others as they are", () => {
    const violas = begun.players.find((p) => p.role === "viola")!.id;
    const some = {
      ...begun,
      players: begun.players.map((p) => (p.id === violas ? { ...p, libraries: ["flood"] } : p)),
      ensemble: { ...begun.ensemble, libraries: ["ebb"] },
    };
    const mixed = planTracks(style, some, planEnsemble(some, sampledGround)).session;
    const own = of(mixed, violas);
    expect(new Set(own.map((t) => t.plays?.library.id))).toEqual(new Set(["flood"]));
    expect(of(there(mixed).session, violas)).toEqual(own);
  });

  it("is the same done twice, and what nobody knows the player of is off", () => {
    const once = there(planned).session;
    expect(there(once).session).toEqual(once);
    const nobody = { ...planned, players: planned.players.filter((p) => p.id !== violin) };
    const left = of(there(nobody).session, violin!);
    expect(left.map((t) => t.id)).toEqual(of(planned, violin!).map((t) => t.id));
    expect(new Set(left.map((t) => t.plays?.loading))).toEqual(new Set(["off"]));
  });
});
