import { describe, expect, it } from "vitest";
import { check } from "../../check/check.ts";
import {
  ebb,
  flood,
  sampledGround,
  sampledSession,
  sampledStyle as style,
} from "../../fixtures/sampled.ts";
import { apply } from "../../session/apply.ts";
import { setField } from "../../session/change.ts";
import { blankTrack, session as schema, treeProblems } from "../../session/document.ts";
import type { Session, Track } from "../../session/document.ts";
import { mirrored } from "./edits.ts";
import { heldOrNot, onItsOwn, pinsOf, together } from "./pins.ts";
import { offersTo, planEnsemble } from "./planEnsemble.ts";
import type { Ground } from "./planEnsemble.ts";
import type { PlannedTrack } from "./planPlayer.ts";
import { planTracks } from "./planTracks.ts";

const planned = (session: Session, ground: Ground = sampledGround) =>
  planTracks(style, session, planEnsemble(session, ground));
const made = (session: Session, ground?: Ground): Session =>
  apply(session, [...planned(session, ground).changes]);
const playing = (session: Session): Track[] => session.tracks.filter((t) => t.plays !== null);
const byName = (session: Session, name: string): Track => {
  const t = session.tracks.find((x) => x.name === name);
  if (!t) throw new Error(`no track “${name}”, only ${session.tracks.map((x) => x.name).join(", ")}`);
  return t;
};
const names = (tracks: readonly Track[]): string[] => tracks.map((t) => t.name);
const firsts = (session: Session): Track[] =>
  playing(session).filter((t) => t.plays?.player === "violin-first-section");
const within = (error: number): Ground => ({
  ...sampledGround,
  limits: { ...sampledGround.limits, error },
});

describe("planned tracks", () => {
  const session = made(sampledSession());

  it("have names by the house's pattern, library code to flags, and stand in folders by section", () => {
    expect(names(firsts(session))).toEqual([
      "EB_Vln_1st_Stac_KS",
      "EB_Vln_1st_Leg",
      "EB_Vln_1st_Sus_KS",
      "EB_Vln_1st_Hmx",
      "EB_Vln_1st_Swl_1",
      "EB_Vln_1st_Swl_2",
    ]);
    const strings = byName(session, "STRINGS");
    expect(firsts(session).every((t) => t.parent === strings.id && t.feeds === strings.id)).toBe(true);
    expect(firsts(session).every((t) => t.kind === "instrument" && t.colour !== null)).toBe(true);
    expect(schema.safeParse(session).success).toBe(true);
  });

  it("say what they play and how much earlier, in the middle of what stands on them", () => {
    const { plays } = byName(session, "EB_Vln_1st_Sus_KS");
    expect(plays?.ways.map((w) => [w.name, w.lag?.least])).toEqual([
      ["sustain", 62],
      ["tremolo", 60],
      ["sustain muted", 64],
      ["tremolo muted", 61],
    ]);
    expect([plays?.offset, plays?.library, plays?.port]).toEqual([
      62,
      { id: "ebb", name: "Ebb Orchestra", issue: "2.1" },
      null,
    ]);
  });

  it("are as the house has them: nothing is found about their names, looks and places", () => {
    const ids = new Set(playing(session).map((t) => t.id));
    const found = check(style, session, null).filter((f) => f.track !== null && ids.has(f.track));
    expect(found.map((f) => f.says)).toEqual([]);
  });

  it("do not change where nothing changed", () => {
    expect(planned(session).changes).toEqual([]);
  });

  it("stay who they are where they still play some of it, with what was done to them", () => {
    const sus = byName(session, "EB_Vln_1st_Sus_KS");
    const worked = apply(session, [setField(sus, "level", -4), setField(sus, "notes", "by the window")]);
    // Within one millisecond, what is played long no longer shares its track.
    const closer = planned(worked, within(1));
    expect(closer.go).toEqual([]);
    expect(closer.come.length).toBeGreaterThan(0);
    const still = closer.session.tracks.find((t) => t.id === sus.id);
    expect([still?.level, still?.notes]).toEqual([-4, "by the window"]);
    // And back again: those that came go.
    const back = planned(closer.session);
    expect(names(back.go).sort()).toEqual(names(closer.come).sort());
    expect(back.session.tracks.find((t) => t.id === sus.id)?.name).toBe("EB_Vln_1st_Sus_KS");
  });

  it("keep a name somebody gave them", () => {
    const sus = byName(session, "EB_Vln_1st_Sus_KS");
    const renamed = apply(session, [setField(sus, "name", "Lovely longs")]);
    const other = made({ ...renamed, ensemble: { ...renamed.ensemble, libraries: ["flood"] } });
    expect(other.tracks.find((t) => t.id === sus.id)?.name).toBe("Lovely longs");
    expect(
      names(firsts(other))
        .filter((n) => n !== "Lovely longs")
        .every((n) => n.startsWith("FL_Vln")),
    ).toBe(true);
  });

  it("go with a player nobody plans for any more; tracks that were not planned stay", () => {
    const own = blankTrack("clicks", "Clicks", { feeds: "main" });
    const more = { ...session, tracks: [...session.tracks, own] };
    const { go, session: after } = planned({
      ...more,
      players: more.players.filter((p) => p.role !== "viola"),
    });
    expect(go.every((t) => t.role === "viola") && go.length > 0).toBe(true);
    expect(after.tracks.some((t) => t.id === "clicks")).toBe(true);
  });

  it("share a bus of their player, whatever the library, and one that is there is taken", () => {
    const asked = sampledSession({ buses: "player" });
    const pins = [
      { player: "viola", library: "flood", patch: "flood-violas", articulations: ["flood-violas-1"] },
    ];
    const first = made({ ...asked, pins });
    const bus = byName(first, "Vla_Bus");
    const violas = playing(first).filter((t) => t.plays?.player === "viola");
    expect(new Set(violas.map((t) => t.plays?.library.id)).size).toBe(2);
    expect(violas.every((t) => t.feeds === bus.id)).toBe(true);
    expect(bus.feeds).toBe(byName(first, "STRINGS").id);
    const again = made({ ...first, ensemble: { ...first.ensemble, libraries: ["flood"] } });
    expect(again.tracks.filter((t) => t.kind === "bus" && t.of === "viola").map((t) => t.id)).toEqual([
      bus.id,
    ]);
  });

  it("have their bus where the first of them stands, though somebody moved others", () => {
    const first = made(sampledSession());
    const [one] = playing(first).filter((t) => t.plays?.player === "viola");
    if (!one) throw new Error("no viola");
    // The last of them stands by itself, after the main path.
    const last = playing(first).findLast((t) => t.plays?.player === "viola");
    const rest = first.tracks.filter((t) => t !== last);
    const moved: Session = {
      ...first,
      ensemble: { ...first.ensemble, buses: "player" },
      tracks: last ? [...rest, { ...last, parent: null, feeds: "main" }] : rest,
    };
    const bused = planned(moved).session;
    expect(treeProblems(bused.tracks)).toEqual([]);
    expect(byName(bused, "Vla_Bus").parent).toBe(one.parent);
  });

  it("have a section's bus in the folder that carries it, and one of their own where none does", () => {
    const carried = made(sampledSession({ buses: "section" }));
    const buses = (s: Session): Track[] => s.tracks.filter((t) => t.kind === "bus");
    // One track of horns makes no folder.
    expect(names(buses(carried))).toEqual(["Brass_Bus"]);
    expect(firsts(carried).every((t) => t.feeds === byName(carried, "STRINGS").id)).toBe(true);
    const plain: Session = {
      ...carried,
      tracks: carried.tracks.map((t) => (t.kind === "folder" ? { ...t, format: null, feeds: null } : t)),
    };
    const bused = made(plain);
    expect(names(buses(bused))).toEqual(["Strings_Bus", "Brass_Bus"]);
    expect(firsts(bused).every((t) => t.feeds === buses(bused)[0]?.id)).toBe(true);
  });

  it("lead to a machine over ports of sixteen channels, in order", () => {
    const machine = made(sampledSession({ sits: "machine" }));
    const at = playing(machine).map((t) => [t.plays?.port, t.channel]);
    expect(at).toEqual(at.map((_, n) => [Math.floor(n / 16) + 1, (n % 16) + 1]));
    expect(playing(machine).every((t) => t.kind === "midi" && t.format === null)).toBe(true);
    // What they feed is where their sound comes back on: as inside the session.
    const back = made(sampledSession());
    expect(playing(machine).map((t) => t.feeds)).toEqual(playing(back).map((t) => t.feeds));
    expect(playing(machine).every((t) => t.feeds !== null)).toBe(true);
    // Brought into the session again they have neither.
    const inside = made({ ...machine, ensemble: { ...machine.ensemble, sits: "session" } });
    expect(
      playing(inside).every((t) => t.kind === "instrument" && t.plays?.port === null && t.channel === null),
    ).toBe(true);
    expect(playing(inside).every((t) => t.feeds !== null)).toBe(true);
  });

  it("that lead to a machine come back on the bus of their section, and keep when they are loaded", () => {
    const machine = made(sampledSession({ sits: "machine", buses: "section" }));
    const [first] = playing(machine);
    const bus = machine.tracks.find((t) => t.id === first?.feeds);
    expect(bus && ["bus", "folder"].includes(bus.kind) && bus.format !== null).toBe(true);
    // What was planned when such tracks fed nothing is led on as well.
    const led = made({
      ...machine,
      tracks: machine.tracks.map((t) => (t === first ? { ...t, feeds: null } : t)),
    });
    expect(playing(led)[0]?.feeds).toBe(first?.feeds);
    const told: Session = {
      ...machine,
      tracks: machine.tracks.map((t) =>
        t === first && t.plays ? { ...t, plays: { ...t.plays, loading: "off", light: true } } : t,
      ),
    };
    const again = playing(made(told));
    expect(again.map((t) => [t.plays?.loading, t.plays?.light])).toEqual(
      again.map((_, n) => (n === 0 ? ["off", true] : ["always", false])),
    );
  });

  it("give a patch that is switched by channel a port to itself", () => {
    const patches = ebb.library.patches.map((p) => ({
      ...p,
      articulations: p.articulations.map((a, n) => ({
        ...a,
        called: [{ by: "channel" as const, channel: n + 1 }],
      })),
    }));
    const byChannel = { ...ebb, library: { ...ebb.library, patches } };
    const session2 = { ...sampledSession({ sits: "machine", libraries: ["ebb"] }) };
    const all = playing(made(session2, { ...sampledGround, catalogue: [byChannel] }));
    expect(all.map((t) => [t.plays?.port, t.channel])).toEqual(all.map((_, n) => [n + 1, null]));
  });

  it("of a muted mirror stand beside those of its player, with the word in their names", () => {
    const asked = sampledSession();
    const [player, ...others] = asked.players;
    if (!player) throw new Error("nobody plays");
    const two = mirrored(
      player,
      [ebb, flood],
      asked.players.map((p) => p.id),
    );
    if (!two) throw new Error("nothing is muted");
    const { mirror } = two;
    expect(mirror.needs.map((n) => n.words)).toEqual([
      ["sustain", "muted"],
      ["tremolo", "muted"],
    ]);
    expect(two.player.needs.some((n) => n.words.includes("muted"))).toBe(false);
    const all = made({ ...asked, players: [two.player, mirror, ...others] });
    expect(names(playing(all).filter((t) => t.plays?.player === mirror.id))).toEqual(["EB_Vln_1st_Mtd_KS"]);
  });
});

describe("what is pinned", () => {
  const asked = sampledSession();
  const ID = "violin-first-section";
  const plan = (pins: Session["pins"]) => {
    const all = planEnsemble({ ...asked, pins }, sampledGround);
    const mine = all.find((p) => p.player.id === ID);
    if (!mine) throw new Error("nobody plays");
    return mine;
  };
  const player = plan([]).player;
  const offers = offersTo(player, asked, sampledGround);
  const trackWith = (pins: Session["pins"], word: string): PlannedTrack => {
    const t = plan(pins).tracks.find((x) => x.of.some((o) => o.articulation.words[0] === word));
    if (!t) throw new Error(`nothing plays ${word}`);
    return t;
  };
  const words = (t: PlannedTrack): string[] => t.of.map((o) => o.articulation.words.join(" "));
  const offerOf = (t: PlannedTrack, word: string) => {
    const offer = t.of.find((o) => o.articulation.words.join(" ") === word);
    const from = offers.find((p) => p.patch.id === t.patch.id);
    if (!offer || !from) throw new Error(`nobody offers ${word}`);
    return { offer, from };
  };

  it("stands on a track of its own, and the rest is planned around it", () => {
    const long = trackWith([], "sustain");
    const { offer, from } = offerOf(long, "sustain");
    const pins = onItsOwn([], ID, offers, from, offer);
    const alone = trackWith(pins, "sustain");
    expect([words(alone), alone.pinned]).toEqual([["sustain"], true]);
    expect(words(trackWith(pins, "tremolo"))).toEqual(["tremolo", "sustain muted", "tremolo muted"]);
    // Let go, it is planned with the others again.
    const loose = heldOrNot(pins, ID, alone);
    expect([loose, words(trackWith(loose, "sustain"))]).toEqual([[], words(long)]);
  });

  it("stands with others, further off than the limit where somebody says so", () => {
    const long = trackWith([], "sustain");
    const { offer } = offerOf(trackWith([], "staccato"), "staccato");
    const pins = together([], ID, offers, offer, long);
    const both = trackWith(pins, "staccato");
    expect(words(both)).toEqual(["sustain", "tremolo", "staccato", "sustain muted", "tremolo muted"]);
    expect([both.pinned, both.error]).toEqual([true, 18]);
    // Put elsewhere, it is held there alone, and what it stood with stays held.
    const { from } = offerOf(both, "staccato");
    const again = onItsOwn(pins, ID, offers, from, offer);
    expect(words(trackWith(again, "staccato"))).toEqual(["staccato"]);
    expect(trackWith(again, "sustain").pinned).toBe(true);
  });

  it("goes with its player", () => {
    const pins = heldOrNot([], ID, trackWith([], "legato"));
    expect([pins.length, pinsOf(pins, asked.players).length, pinsOf(pins, []).length]).toEqual([1, 1, 0]);
  });
});
