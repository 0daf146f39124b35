import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { sessions } from "../fixtures/sessions.ts";
import { usualHouse } from "../house/usual.ts";
import { makeStyle } from "../house/style.ts";
import { CHARACTERS, keepsWithin } from "../names/within.ts";
import { blankTrack, emptySession, session as sessionSchema, treeProblems } from "../session/document.ts";
import type { Session, Track } from "../session/document.ts";
import { byId, depthOf } from "../session/routing.ts";
import { lowered } from "./lowered.ts";
import { loweringFor } from "./lowering.ts";
import type { Lowering } from "./lowering.ts";
import { NO_LIMITS } from "./limits.ts";
import type { Limits } from "./limits.ts";
import { raised } from "./raised.ts";

const style = makeStyle(usualHouse("Saltmarsh"));
const PALETTE = ["#b8433a", "#d9773c", "#8fae4e", "#3f8f86", "#5a5fa8", "#3c4440"];
const anyLimits: fc.Arbitrary<Limits> = fc
  .record({
    nesting: fc.constantFrom(null, 0, 1, 2),
    foldersCarry: fc.boolean(),
    longestName: fc.constantFrom(null, 4, 8, 16),
    characters: fc.constantFrom(...CHARACTERS),
    palette: fc.subarray(PALETTE),
  })
  .map((some) => ({ ...NO_LIMITS, ...some }));
const FIELD: Limits = {
  ...NO_LIMITS,
  nesting: 1,
  foldersCarry: false,
  longestName: 8,
  characters: "plain",
  palette: PALETTE,
};

/** How a session goes out to a room. */
const sent = (s: Session, limits: Limits): { how: Lowering; there: Session } => {
  const how = loweringFor(s, limits, style);
  if (!how) throw new Error("nothing is limited");
  return { how, there: lowered(s, how, style.reader) };
};
const limited = (l: Limits): boolean => loweringFor(emptySession("x"), l, style) !== null;

/** A kit in a folder in a folder, and a guitar. */
const yard: Session = {
  ...emptySession("Yard"),
  tracks: [
    blankTrack("band", "Whole band", {
      kind: "folder",
      format: "stereo",
      feeds: "main",
      colour: "#7a5646",
    }),
    blankTrack("kit", "Drum kit", {
      kind: "folder",
      parent: "band",
      format: "stereo",
      feeds: "band",
      colour: "#c4552d",
    }),
    blankTrack("in", "Kick inside", { parent: "kit", feeds: "kit", colour: "#c4552d" }),
    blankTrack("out", "Kick outside", { parent: "kit", feeds: "kit", colour: "#c4552d" }),
    blankTrack("gtr", "Gtr", { parent: "band", feeds: "band", colour: "#2d6ec4" }),
    blankTrack("main", "Main", { kind: "main", format: "stereo" }),
  ],
};
const track = (s: Session, id: string): Track => byId(s).get(id) ?? blankTrack("?", "not there");
const changed = (s: Session, id: string, by: Partial<Track>): Session => ({
  ...s,
  tracks: s.tracks.map((t) => (t.id === id ? { ...t, ...by } : t)),
});

describe("a session written for the software of its room", () => {
  it("keeps within what that takes, for any session and any limits", () => {
    fc.assert(
      fc.property(sessions(), anyLimits.filter(limited), (s, limits) => {
        const { there } = sent(s, limits);
        expect(treeProblems(there.tracks)).toEqual([]);
        expect(sessionSchema.safeParse(there).success).toBe(true);
        const tracks = byId(there);
        for (const t of there.tracks) {
          expect(keepsWithin(t.name, limits)).toBe(true);
          if (limits.palette.length > 0 && t.colour !== null) expect(limits.palette).toContain(t.colour);
          if (t.kind !== "folder") continue;
          expect(depthOf(tracks, t)).toBeLessThan(limits.nesting ?? 99);
          if (!limits.foldersCarry) expect(t.format).toBeNull();
        }
        // Where the sound goes is as it was.
        const feeds = (list: readonly Track[]) => list.map((t) => [t.id, t.feeds, t.sends]);
        expect(feeds(there.tracks)).toEqual(feeds(s.tracks));
      }),
      { numRuns: 300 },
    );
  });

  it("has no two names alike that it had to make", () => {
    fc.assert(
      fc.property(sessions(), anyLimits.filter(limited), (s, limits) => {
        const { there, how } = sent(s, limits);
        const made = new Set(Object.keys(how.names));
        const names = there.tracks.map((t) => t.name.toLowerCase());
        there.tracks.forEach((t, i) => {
          if (made.has(t.id)) expect(names.filter((n) => n === names[i])).toHaveLength(1);
        });
      }),
    );
  });

  it("has buses for folders that cannot be, with what was in them behind, and sound that goes as it went", () => {
    const { there } = sent(yard, FIELD);
    expect(there.tracks.map((t) => [t.id, t.kind, t.parent, t.feeds])).toEqual([
      ["band", "bus", null, "main"],
      ["kit", "bus", null, "band"],
      ["in", "audio", null, "kit"],
      ["out", "audio", null, "kit"],
      ["gtr", "audio", null, "band"],
      ["main", "main", null, null],
    ]);
    expect(
      sent(yard, { ...FIELD, foldersCarry: true }).there.tracks.map((t) => [t.id, t.kind, t.parent]),
    ).toEqual([
      ["band", "folder", null],
      ["kit", "bus", "band"],
      ["in", "audio", "band"],
      ["out", "audio", "band"],
      ["gtr", "audio", "band"],
      ["main", "main", null],
    ]);
  });

  it("shortens by the house's own short forms, and leaves what fits", () => {
    const { there } = sent(yard, FIELD);
    expect(there.tracks.map((t) => t.name)).toEqual([
      "Wholebnd",
      "Drum kit",
      "KickIn",
      "KickOut",
      "Gtr",
      "Main",
    ]);
  });

  it("writes names as it wrote them before, also when others came", () => {
    const { how, there } = sent(yard, FIELD);
    const more = { ...yard, tracks: [blankTrack("new", "Kick inside"), ...yard.tracks] };
    const again = lowered(more, how, style.reader, { own: yard, there });
    expect(track(again, "in").name).toBe(track(there, "in").name);
    expect(track(again, "new").name).not.toBe(track(there, "in").name);
  });
});

describe("a session that came back from there", () => {
  it("is what went out where nothing was done, for any session and any limits", () => {
    fc.assert(
      fc.property(sessions(), anyLimits.filter(limited), (s, limits) => {
        const { how, there } = sent(s, limits);
        expect(raised(there, how, [{ own: s, there }])).toEqual(s);
      }),
      { numRuns: 400 },
    );
  });

  it("is written as it came, where nothing was done in the house, for anything that comes", () => {
    fc.assert(
      fc.property(sessions(), sessions(), anyLimits.filter(limited), (s, came, limits) => {
        const { how, there } = sent(s, limits);
        const own = raised(came, how, [{ own: s, there }]);
        expect(treeProblems(own.tracks)).toEqual([]);
        const again = lowered(own, how, style.reader, { own, there: came });
        expect(byId(again)).toEqual(byId(came));
        expect(treeProblems(again.tracks)).toEqual([]);
      }),
      { numRuns: 400 },
    );
  });

  it("keeps what the room did: names, colours as those of the house, places", () => {
    const { how, there } = sent(yard, FIELD);
    const back = raised(
      changed(changed(there, "in", { name: "Kick hole" }), "gtr", {
        colour: track(there, "in").colour,
        feeds: "kit",
      }),
      how,
      [{ own: yard, there }],
    );
    expect(track(back, "in").name).toBe("Kick hole");
    expect(track(back, "out").name).toBe("Kick outside");
    expect(track(back, "gtr")).toMatchObject({ feeds: "kit", parent: "band" });
    expect(track(back, "kit")).toMatchObject({ kind: "folder", parent: "band", name: "Drum kit" });
  });

  it("has what the room made new in the folder whose bus it feeds", () => {
    const { how, there } = sent(yard, FIELD);
    const came = { ...there, tracks: [...there.tracks, blankTrack("sn", "Snare", { feeds: "kit" })] };
    const back = raised(came, how, [{ own: yard, there }]);
    expect(track(back, "sn").parent).toBe("kit");
    expect(back.tracks.map((t) => t.id)).toEqual(["band", "kit", "in", "out", "sn", "gtr", "main"]);
  });

  it("reads what it knows from either state the room may have worked on", () => {
    const { how, there } = sent(yard, FIELD);
    const now = changed(yard, "in", { name: "Kick right inside" });
    const thereNow = lowered(now, how, style.reader, { own: yard, there });
    const went = [
      { own: now, there: thereNow },
      { own: yard, there },
    ];
    expect(track(thereNow, "in").name).not.toBe(track(there, "in").name);
    expect(track(raised(thereNow, how, went), "in").name).toBe("Kick right inside");
    expect(track(raised(there, how, went), "in").name).toBe("Kick inside");
  });
});
