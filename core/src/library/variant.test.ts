import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { sessions } from "../fixtures/sessions.ts";
import type { Variant } from "../session/beside.ts";
import { blankTrack, emptySession, session as sessionSchema } from "../session/document.ts";
import type { Session, TrackId } from "../session/document.ts";
import { byId, goesTo } from "../session/routing.ts";
import { variantOf, wholeVariant } from "./variant.ts";

const send = (to: string) => ({ id: `to-${to}`, to, level: -12, beforeFader: false });

/** A kit, an engine room, a synth, returns (one of which only the synth uses), a cue mix and the main path. */
const yard: Session = {
  ...emptySession("Yard"),
  tracks: [
    blankTrack("kit", "KIT", { kind: "folder", feeds: "main" }),
    blankTrack("kick", "Kick", {
      parent: "kit",
      feeds: "kit",
      source: "mic",
      role: "kick",
      sends: [send("plate"), send("cue")],
    }),
    blankTrack("loop", "Loop", { parent: "kit", feeds: "kit" }),
    blankTrack("engine", "ENGINE", { kind: "folder", feeds: "drums" }),
    blankTrack("iron", "Iron", {
      parent: "engine",
      feeds: "engine",
      source: "mic",
      role: "iron",
      sends: [send("plate")],
    }),
    blankTrack("keys", "KEYS", { kind: "folder", feeds: "main" }),
    blankTrack("synth", "Synth", {
      kind: "instrument",
      parent: "keys",
      feeds: "keys",
      sends: [send("hall")],
    }),
    blankTrack("drums", "DRUMS", { kind: "bus", feeds: "main" }),
    blankTrack("plate", "Plate", { kind: "return", feeds: "main" }),
    blankTrack("hall", "Hall", { kind: "return", feeds: "main" }),
    blankTrack("cue", "Cue", { kind: "cue-mix" }),
    blankTrack("main", "Main", { kind: "main" }),
  ],
};
const by = (rule: Partial<Variant>): Variant => ({ ...wholeVariant("v", "Variant"), ...rule });
const ids = (rule: Partial<Variant>, of = yard): string[] =>
  variantOf(of, by(rule)).session.tracks.map((t) => t.id);

describe("a variant", () => {
  it("of everything is everything somebody uses", () =>
    expect(ids({})).toEqual(yard.tracks.map((t) => t.id)));

  it("of one folder has all that its sound goes through, and no return or folder nobody uses", () => {
    expect(ids({ folders: ["engine"] })).toEqual(["engine", "iron", "drums", "plate", "cue", "main"]);
    expect(ids({ folders: ["keys"] })).toEqual(["keys", "synth", "hall", "cue", "main"]);
  });

  it("goes by what is recorded, by role, by kind, without instruments, all of it at once", () => {
    expect(ids({ recorded: true })).not.toContain("loop");
    expect(ids({ recorded: true })).not.toContain("hall");
    expect(ids({ noInstruments: true })).not.toContain("synth");
    expect(ids({ roles: ["iron"] })).toEqual(ids({ folders: ["engine"] }));
    expect(ids({ kinds: ["instrument"] })).toEqual(ids({ folders: ["keys"] }));
    expect(ids({ folders: ["kit"], recorded: true })).toEqual(["kit", "kick", "plate", "cue", "main"]);
  });

  it("goes by link sets and by views of the template", () => {
    const link = {
      id: "l",
      name: "Loud",
      colour: "#112233",
      shares: [],
      members: ["kick"],
      followers: ["iron"],
    };
    const view = {
      id: "w",
      name: "Engine",
      kinds: [],
      roles: [],
      folders: ["engine"],
      armed: false,
      columns: [],
    };
    const s: Session = { ...yard, links: [link], views: [view] };
    expect(ids({ links: ["l"] }, s)).toEqual([
      "kit",
      "kick",
      "engine",
      "iron",
      "drums",
      "plate",
      "cue",
      "main",
    ]);
    expect(ids({ view: "w" }, s)).toEqual(ids({ folders: ["engine"] }));
    expect(variantOf(s, by({ folders: ["kit"] })).session.links[0]).toMatchObject({
      members: ["kick"],
      followers: [],
    });
  });

  it("has single tracks in or out; sends to a return that is out are dropped, a path others feed stays", () => {
    expect(ids({ folders: ["kit"], with: ["synth"] })).toContain("hall");
    expect(ids({ folders: ["kit"], without: ["loop"] })).not.toContain("loop");
    const dry = variantOf(yard, by({ without: ["plate"] })).session;
    expect(
      byId(dry)
        .get("kick")
        ?.sends.map((s) => s.to),
    ).toEqual(["cue"]);
    const { session, needed } = variantOf(yard, by({ without: ["drums"] }));
    expect(needed).toEqual(["drums"]);
    expect(byId(session).get("engine")?.feeds).toBe("drums");
  });
});

const idsOf = (s: Session): fc.Arbitrary<TrackId[]> => fc.subarray(s.tracks.map((t) => t.id));
const any = sessions(14).chain((s) =>
  fc.record({
    session: fc.constant(s),
    rule: fc.record({
      recorded: fc.boolean(),
      noInstruments: fc.boolean(),
      folders: fc.oneof(fc.constant<TrackId[]>([]), idsOf(s)),
      kinds: fc.constantFrom<Variant["kinds"]>([], ["audio"], ["audio", "return"]),
      with: idsOf(s),
      without: idsOf(s),
    }),
  }),
);

describe("any variant of any session", () => {
  it("holds together, and is taken from the whole in its order", () =>
    fc.assert(
      fc.property(any, ({ session, rule }) => {
        const part = variantOf(session, by(rule)).session;
        expect(sessionSchema.safeParse(part).success).toBe(true);
        const there = new Set(part.tracks.map((t) => t.id));
        expect(part.tracks.map((t) => t.id)).toEqual(
          session.tracks.map((t) => t.id).filter((id) => there.has(id)),
        );
        for (const t of part.tracks) expect(goesTo(t).filter((to) => !there.has(to))).toEqual([]);
      }),
      { numRuns: 300, endOnFailure: true },
    ));

  it("lets every track reach the main path by just the ways it has in the whole that do not pass what is out", () =>
    fc.assert(
      fc.property(any, ({ session, rule }) => {
        const part = variantOf(session, by(rule)).session;
        const [whole, some] = [byId(session), byId(part)];
        for (const t of part.tracks) {
          const ways = goesTo(whole.get(t.id) ?? t).filter((to) => some.has(to));
          expect(goesTo(t)).toEqual(ways);
          // Whoever is heard in the whole by what it feeds is heard here.
          expect(heard(some, t.id)).toBe(heard(whole, t.id));
        }
      }),
      { numRuns: 300, endOnFailure: true },
    ));
});

/** Whether a track gets to a main path by what it feeds. */
function heard(tracks: ReturnType<typeof byId>, from: TrackId): boolean {
  const seen = new Set<TrackId>();
  for (let t = tracks.get(from); t && !seen.has(t.id); t = tracks.get(t.feeds ?? "")) {
    if (t.kind === "main") return true;
    seen.add(t.id);
  }
  return false;
}
