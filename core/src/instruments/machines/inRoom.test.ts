import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { check } from "../../check/check.ts";
import { fit } from "../../fit/fit.ts";
import { blankRoom } from "../../fit/room.ts";
import type { Room } from "../../fit/room.ts";
import {
  sampleMachine as machine,
  sampledGround,
  sampledSession,
  sampledStyle as style,
} from "../../fixtures/sampled.ts";
import { session as schema, treeProblems } from "../../session/document.ts";
import type { Session, Track } from "../../session/document.ts";
import { makeSolver } from "../../solve/solver.ts";
import { blankLibrary, blankPatch } from "../library.ts";
import { planEnsemble } from "../plan/planEnsemble.ts";
import { planTracks } from "../plan/planTracks.ts";
import { inRoom } from "./inRoom.ts";
import { lightSet } from "./light.ts";

const solver = await makeSolver();
const { catalogue } = sampledGround;
const begun = sampledSession({ sits: "machine", buses: "section" });
const orchestra = planTracks(style, begun, planEnsemble(begun, sampledGround)).session;
const playing = (s: Session): Track[] => s.tracks.filter((t) => t.plays !== null);
const many = playing(orchestra).length;
const says = (all: readonly { says: string }[]): string[] => all.map((a) => a.says);
const withPlays = (
  s: Session,
  more: (t: Track, n: number) => Partial<NonNullable<Track["plays"]>>,
): Session => {
  const own = playing(s);
  return {
    ...s,
    tracks: s.tracks.map((t) =>
      t.plays ? { ...t, plays: { ...t.plays, ...more(t, own.indexOf(t)) } } : t,
    ),
  };
};
const there = (s: Session, more: Partial<Room>, without = false) => {
  const room = blankRoom("Loft", more);
  return fit(s, room, { solver, sampled: (own, at) => inRoom(own, at, catalogue, without) });
};

describe("sampled instruments in a room", () => {
  const two = [machine("Reed"), machine("Sedge", { speed: 200 })];

  it("have their seats on its machines, each with port and channel of its own", () => {
    const { session, adjusted, changes } = there(orchestra, { machines: two });
    const seats = playing(session).map((t) => t.plays?.seat);
    expect(seats.every((s) => s && ["Reed", "Sedge"].includes(s.machine))).toBe(true);
    const channels = playing(session).map((t) => `${t.plays?.port} ${t.channel}`);
    expect(new Set(channels).size).toBe(many);
    expect(playing(session).every((t) => t.kind === "midi" && t.feeds !== null)).toBe(true);
    expect(schema.safeParse(session).success && treeProblems(session.tracks)).toEqual([]);
    expect(changes.length).toBeGreaterThan(0);
    // 23 tracks of 100 MB over 300 MB a second, and no sooner.
    const first = Math.ceil(Math.max(...two.map((m) => secondsFor(session, m.name))));
    expect(says(adjusted)).toContain(`first note after ${first} s; start ${slowest(session)} first`);
    expect(first).toBeLessThanOrEqual(Math.ceil((many * 100) / 300) + 1);
  });

  const secondsFor = (s: Session, name: string): number =>
    (playing(s).filter((t) => t.plays?.seat?.machine === name).length * 100) /
    (two.find((m) => m.name === name)?.speed ?? 1);
  const slowest = (s: Session): string =>
    [...two].sort((a, b) => secondsFor(s, b.name) - secondsFor(s, a.name))[0]?.name ?? "";

  it("stay as they are where a session has them inside", () => {
    const own = sampledSession();
    const inside = planTracks(style, own, planEnsemble(own, sampledGround)).session;
    expect(there(inside, { machines: two })).toMatchObject({ session: inside, adjusted: [] });
  });

  it("are but the light set, inside the session, where the room has no machines or does without", () => {
    const light = withPlays(orchestra, (_, n) => ({ light: n < 2 }));
    for (const { session, adjusted } of [
      there(light, {}),
      there(light, { machines: two }, true),
      there({ ...light }, { machines: two, memory: 150 }, true),
    ]) {
      const [a, b, ...others] = playing(session);
      for (const t of [a, b]) {
        expect([t?.kind, t?.format, t?.channel, t?.plays?.port, t?.plays?.seat]).toEqual([
          "instrument",
          "stereo",
          null,
          null,
          null,
        ]);
        expect(t?.feeds).not.toBeNull();
      }
      const routing = playing(light).slice(2);
      expect(others.every((t) => t.kind === "midi" && t.plays?.loading === "off")).toBe(true);
      expect(others.map((t) => [t.plays?.port, t.channel, t.feeds])).toEqual(
        routing.map((t) => [t.plays?.port, t.channel, t.feeds]),
      );
      expect(says(adjusted)[0]).toMatch(
        new RegExp(
          `2 tracks of the light set inside the session, 200 MB; ${many - 2} tracks off, routing kept`,
        ),
      );
    }
    expect(says(there(light, {}).adjusted)[0]).toMatch(/^Loft has no sample machines: /);
    expect(says(there(light, { memory: 150 }).adjusted)).toContain(
      "what is inside the session takes more than the 150 MB of Loft",
    );
    expect(says(there(orchestra, {}).adjusted)[0]).toMatch(
      /no track is in the light set, so nothing sounds/,
    );
  });

  it("of one job alone stay inside the session, whatever machines there are", () => {
    const job = { ...orchestra, tracks: orchestra.tracks.map((t, n) => ({ ...t, job: n === firstAt })) };
    const { session, adjusted } = there(job, { machines: two });
    const [own, ...others] = playing(session);
    expect([own?.kind, own?.plays?.seat]).toEqual(["instrument", null]);
    expect(others.every((t) => t.kind === "midi" && t.plays?.seat !== null)).toBe(true);
    expect(says(adjusted).at(-1)).toBe(`of this job alone, so inside the session: ${own?.name}`);
  });
  const firstAt = orchestra.tracks.findIndex((t) => t.plays !== null);

  it("that somebody put inside the session by hand stay there", () => {
    const first = playing(orchestra)[0];
    const own: Session = {
      ...orchestra,
      tracks: orchestra.tracks.map((t) =>
        t === first ? { ...t, kind: "instrument", format: "stereo" } : t,
      ),
    };
    const made = playing(there(own, { machines: two }).session);
    expect(made[0]).toEqual(playing(own)[0]);
    expect(made.slice(1).every((t) => t.plays?.seat !== null)).toBe(true);
  });

  it("without a seat are off, and said by name with what there was not enough of", () => {
    const small = [machine("Reed", { instances: 1, ports: 1 })];
    const { session, adjusted } = there(orchestra, { machines: small });
    const off = playing(session).filter((t) => t.plays?.seat === null);
    expect(off.length).toBe(many - 16);
    expect(off.every((t) => t.plays?.loading === "off")).toBe(true);
    expect(says(adjusted).at(-1)).toBe(
      `without a seat, as no port is left: ${off.map((t) => t.name).join(", ")}`,
    );
  });

  it("bring up no finding the template did not have", () => {
    const found = (s: Session): string[] =>
      check(style, s)
        .map((f) => f.rule)
        .sort();
    expect(found(there(orchestra, { machines: two }).session)).toEqual(found(orchestra));
  });
});

describe("the light set", () => {
  const sizes = [50, 100, 300, 700];
  const known = [
    {
      id: "ebb",
      library: {
        ...blankLibrary("Ebb"),
        patches: sizes.map((mb) => ({ ...blankPatch(`${mb}`, `${mb}`), memory: mb })),
      },
    },
  ];
  /** Each player's tracks of one size. */
  const sized = (memories: readonly number[]): Session => {
    const players = orchestra.players.map((p) => p.id);
    return withPlays(orchestra, (t) => ({
      library: { id: "ebb", name: "Ebb", issue: "" },
      patch: {
        id: `${memories[players.indexOf(t.plays?.player ?? "") % memories.length]}`,
        name: "x",
        at: "",
        keys: null,
        sounds: null,
      },
    }));
  };

  it("is the main track of each player, where the memory holds them all", () => {
    const light = lightSet(orchestra, catalogue, null);
    expect(light.size).toBe(orchestra.players.length);
    for (const p of orchestra.players) {
      const own = playing(orchestra).filter((t) => light.has(t.id) && t.plays?.player === p.id);
      expect(
        own.map((t) => t.plays?.ways.some((w) => w.words.join() === p.needs[0]?.words.join())),
      ).toEqual([true]);
    }
  });

  it("is the first track of a player of whom nobody plays the first way it was asked for", () => {
    const nobody = {
      ...orchestra,
      players: orchestra.players.map((p) => ({ ...p, needs: [{ words: ["whistled"], seconds: null }] })),
    };
    const light = lightSet(nobody, catalogue, null);
    const firsts = orchestra.players.map(
      (p) => playing(orchestra).find((t) => t.plays?.player === p.id)?.id,
    );
    expect([...light]).toEqual(firsts);
  });

  it("holds as many players as any choice of that memory could", () => {
    fc.assert(
      fc.property(
        fc.array(fc.constantFrom(...sizes), { minLength: 1, maxLength: 9 }),
        fc.integer({ min: 0, max: 1600 }),
        (memories, most) => {
          const s = sized(memories);
          const own = playing(s);
          const mb = (t: Track): number => Number(t.plays?.patch.id);
          const light = own.filter((t) => lightSet(s, known, most).has(t.id));
          expect(new Set(light.map((t) => t.plays?.player)).size).toBe(light.length);
          expect(light.reduce((sum, t) => sum + mb(t), 0)).toBeLessThanOrEqual(most);
          const least = s.players.map((p) =>
            Math.min(...own.filter((t) => t.plays?.player === p.id).map(mb)),
          );
          let best = 0;
          for (let n = 0; n < 2 ** least.length; n += 1) {
            const chosen = least.filter((_, i) => (n >> i) & 1);
            if (chosen.reduce((sum, x) => sum + x, 0) <= most) best = Math.max(best, chosen.length);
          }
          expect(light.length).toBe(best);
        },
      ),
    );
  });

  it("stay off inside the session where they were, of this job alone", () => {
    const own = { ...orchestra, tracks: orchestra.tracks.map((t) => ({ ...t, job: t.plays !== null })) };
    const off = withPlays(own, (_, n) => ({ loading: n === 0 ? "off" : "on demand" }));
    const [first, second] = playing(there(off, {}).session);
    expect([first?.kind, first?.plays?.loading]).toEqual(["instrument", "off"]);
    expect([second?.kind, second?.plays?.loading]).toEqual(["instrument", "always"]);
  });
});
