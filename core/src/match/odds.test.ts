import { describe, expect, it } from "vitest";
import { smallSession } from "../fixtures/sessions.ts";
import { dressed } from "../house/dress.ts";
import { makeStyle } from "../house/style.ts";
import { usualHouse } from "../house/usual.ts";
import { blankTrack } from "../session/document.ts";
import type { Session, Track } from "../session/document.ts";
import { matchSession, traits } from "./match.ts";
import { Odds } from "./odds.ts";

const style = makeStyle(usualHouse("Test house"));
const NAMES = [
  "Kick",
  "Snare",
  "Hat",
  "Ride",
  "Crash",
  "Bass",
  "Piano",
  "Organ",
  "Flute",
  "Oboe",
  "Harp",
  "Tuba",
];
const COLOURS = ["#aa0000", "#00aa00", "#0000aa", "#aaaa00"];
const out: Session = {
  ...smallSession(),
  tracks: NAMES.map((n, i) => blankTrack(`t${i}`, n, { colour: COLOURS[i % 4] ?? null, level: -i })),
};
const back = (change: (t: Track, i: number) => Partial<Track>): Session => ({
  ...out,
  tracks: out.tracks.map((t, i) => ({ ...t, id: `x${i}`, ...change(t, i) })),
});
const pairOf = (came: Session, baseline = out) =>
  new Map(matchSession(style, baseline, came).pairs.map((p) => [p.came, p.baseline]));

describe("how likely two tracks are one", () => {
  const likenessOf = (baseline: Session, came: Session, at: number): number => {
    const [rows, columns] = [traits(style, baseline), traits(style, came)];
    return new Odds(rows, columns, []).likeness(rows[at]!, columns[at]!);
  };

  it("is the more, the rarer what they have in common is", () => {
    // One is red among green ones; nothing else tells the first and the second apart.
    const dyed: Session = {
      ...out,
      tracks: out.tracks.map((t, i) => ({ ...t, level: 0, colour: i === 0 ? "#ff0000" : "#00ff00" })),
    };
    const came = {
      ...dyed,
      tracks: dyed.tracks.map((t, i) => ({ ...t, id: `x${i}`, name: `${t.name} new` })),
    };
    expect(likenessOf(dyed, came, 0)).toBeGreaterThan(likenessOf(dyed, came, 1) + 0.02);
  });

  it("does not hold against tracks what their file does not tell", () => {
    const [colourless, bare] = [
      back(() => ({ colour: null })),
      { ...out, tracks: out.tracks.map((t) => ({ ...t, colour: null })) },
    ];
    expect(likenessOf(out, colourless, 3)).toBeCloseTo(likenessOf(bare, colourless, 3), 9);
    // Of a file that tells colours, one that differs does say something.
    const swapped = back((t, i) => ({ colour: i === 3 ? "#123456" : t.colour }));
    expect(likenessOf(out, swapped, 3)).toBeLessThan(likenessOf(bare, colourless, 3));
  });

  it("goes by where a track stands among those that are certain", () => {
    // Names nobody can read; only their neighbours say which is which.
    const came = back((_t, i) =>
      i === 3 || i === 8 ? { name: `xqz ${i * 7}`, colour: null, level: 0 } : {},
    );
    const pairs = pairOf(came);
    expect(pairs.get("x3") ?? "t3").toBe("t3");
    expect(pairs.get("x8") ?? "t8").toBe("t8");
    const swapped: Session = {
      ...came,
      tracks: came.tracks.map((t, i) =>
        i === 3 ? { ...came.tracks[8]!, id: "x8" } : i === 8 ? came.tracks[3]! : t,
      ),
    };
    expect(pairOf(swapped).get("x8")).not.toBe("t8");
  });

  it("takes a new track among strangers for new", () => {
    const came = back(() => ({}));
    const wider = {
      ...came,
      tracks: [...came.tracks, blankTrack("new", "Whale song", { colour: "#123456" })],
    };
    expect(pairOf({ ...wider, tracks: wider.tracks.filter((t) => t.id !== "x5") }).has("new")).toBe(false);
  });
});

describe("a session that comes back again", () => {
  const baseline = dressed(style, smallSession());
  const anonymous = (s: Session): Session => ({
    ...s,
    tracks: s.tracks.map((t) => ({
      ...t,
      id: `z-${t.id}`,
      parent: t.parent && `z-${t.parent}`,
      feeds: t.feeds && `z-${t.feeds}`,
      sends: t.sends.map((x) => ({ ...x, to: `z-${x.to}` })),
    })),
  });

  it("is known by what it was called last, and a track that was new then is not new again", () => {
    const added = blankTrack("n", "Mystery thing", { feeds: "z-main" });
    const first = anonymous({ ...baseline, tracks: baseline.tracks.filter((t) => t.id !== "gtr") });
    const week1 = matchSession(style, baseline, { ...first, tracks: [...first.tracks, added] }).session;
    const own = week1.tracks.find((t) => t.name === "Mystery thing")?.id;
    const renamed = (s: Session): Session => ({
      ...s,
      tracks: s.tracks.map((t) => (t.id === "top" ? { ...t, name: "Something else altogether" } : t)),
    });
    const latest = renamed(week1);
    const back2 = anonymous(latest);
    const week2 = matchSession(style, baseline, back2, [], latest).session;
    expect(week2.tracks.map((t) => t.id)).toEqual(latest.tracks.map((t) => t.id));
    expect(week2.tracks.find((t) => t.name === "Mystery thing")?.id).toBe(own);
  });

  it("has a track again that was out the last time", () => {
    const latest = { ...baseline, tracks: baseline.tracks.filter((t) => t.id !== "gtr") };
    const again = matchSession(style, baseline, anonymous(baseline), [], latest).session;
    expect(again.tracks.find((t) => t.id === "gtr")?.name).toBe(
      baseline.tracks.find((t) => t.id === "gtr")?.name,
    );
  });
});
