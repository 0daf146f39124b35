import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { check } from "../check/check.ts";
import { sessions, smallSession } from "../fixtures/sessions.ts";
import { dressed } from "../house/dress.ts";
import { makeStyle } from "../house/style.ts";
import { usualHouse } from "../house/usual.ts";
import { apply } from "../session/apply.ts";
import { inverse, setField } from "../session/change.ts";
import type { Change } from "../session/change.ts";
import { circleThrough } from "../session/circle.ts";
import { blankTrack, emptySession, session as sessionSchema, treeProblems } from "../session/document.ts";
import type { Session, Track } from "../session/document.ts";
import { blankInsert } from "../session/processor.ts";
import { circles } from "../session/routing.ts";
import { arrange } from "./arrange.ts";
import { clipIn, clipOf, paste } from "./clip.ts";
import { dissolve, moveTo, outermost, takeOut, withInside, wrap } from "./folders.ts";
import { CELLS, cellText, hasCell, typeInto } from "./cells.ts";
import type { Cell } from "./cells.ts";
import { bypassOf, putChain, standsBehind } from "./chains.ts";
import { busFor, cueMixFrom, feed, monitorPath, parallelOf, returnFor, stageBeforeMain } from "./paths.ts";
import type { Gesture } from "./paths.ts";
import { EXAMPLES, say } from "./many.ts";
import { inputsOfNow, keepInputs, takeInputs } from "./inputSets.ts";
import { shownBy } from "./views.ts";
import { alike } from "./select.ts";
import { addTyped, readLines } from "./typed.ts";

const style = makeStyle(usualHouse("x"));
const tidy = dressed(style, smallSession());
let n = 0;
const newId = (): string => `new${++n}`;
const by = (s: Session, name: string): Track => {
  const t = s.tracks.find((x) => x.name === name);
  if (!t) throw new Error(`no ${name}: ${s.tracks.map((x) => x.name).join()}`);
  return t;
};
const folderOf = (s: Session, name: string): string | null =>
  s.tracks.find((t) => t.id === by(s, name).parent)?.name ?? null;
/** Applies, checks that all holds together and that the inverse undoes it. */
const done = (s: Session, changes: readonly Change[]): Session => {
  const after = apply(s, changes);
  expect(treeProblems(after.tracks)).toEqual([]);
  expect(apply(after, inverse(changes))).toEqual(s);
  return after;
};

describe("a pasted list", () => {
  it("puts what is indented into folders, several deep, and feeds it on", () => {
    const s = {
      ...emptySession("x"),
      tracks: [blankTrack("main", "Main", { kind: "main", format: "stereo", role: "main" })],
    };
    const after = done(
      s,
      addTyped(
        style,
        s,
        readLines(
          style,
          s,
          "Left side\n\tDrum kit\n\t\tKick | 1\n\t\tSnare top | 2 | close\n\t4 of Shanty tenor | 5\nHat",
          newId,
        ),
        "house",
      ),
    );
    expect(folderOf(after, "Kick")).toBe(by(after, "KIT").name);
    expect(folderOf(after, "KIT")).toBe("Left side");
    expect(by(after, "Kick")).toMatchObject({ feeds: by(after, "KIT").id, input: 1 });
    expect(by(after, "KIT").feeds).toBe(by(after, "Left side").id);
    expect(by(after, "Left side")).toMatchObject({ kind: "folder", format: "stereo", feeds: "main" });
    const tenors = after.tracks.filter((t) => t.role === "shanty-tenor");
    expect(tenors.map((t) => [t.number, t.input, t.parent])).toEqual(
      [1, 2, 3, 4].map((k) => [k, 4 + k, by(after, "Left side").id]),
    );
    expect(by(after, "Hat").parent).toBeNull();
    expect(check(style, after).filter((f) => f.weight === "broken")).toEqual([]);
  });

  it("fills a folder that is there already, and goes behind the selection where it is told to", () => {
    const more = done(
      tidy,
      addTyped(style, tidy, readLines(style, tidy, "Drum kit\n  Hat\n  Ride", newId), "house"),
    );
    expect(more.tracks.filter((t) => t.kind === "folder")).toHaveLength(
      tidy.tracks.filter((t) => t.kind === "folder").length,
    );
    expect([folderOf(more, "Hat"), folderOf(more, "Ride")]).toEqual(["KIT", "KIT"]);
    const behind = done(
      tidy,
      addTyped(style, tidy, readLines(style, tidy, "Violin\nCello", newId), {
        parent: "kit",
        after: "kick",
      }),
    );
    const order = behind.tracks.filter((t) => t.parent === "kit").map((t) => t.id);
    expect(
      order
        .slice(order.indexOf("kick"))
        .slice(0, 3)
        .map((id) => behind.tracks.find((t) => t.id === id)?.role),
    ).toEqual(["kick", "violin", "cello"]);
    expect(by(behind, "Vln").feeds).toBe("kit");
  });

  it("takes a doubtful line for what it could be once somebody agrees, and only that line", () => {
    const s = smallSession();
    const text = "Snaer Bottom\nGuitra";
    const names = (agreed: string[]): string[] => {
      const made = readLines(style, s, text, newId, new Set(agreed));
      const after = done(s, addTyped(style, s, made, "house"));
      return made.map((m) => after.tracks.find((t) => t.id === m.track.id)!.name);
    };
    expect(names([])).toEqual(["Snaer Bottom", "Guitra"]);
    expect(names(["Snaer Bottom"])).toEqual(["Snare_Btm_2", "Guitra"]);
  });

  it("takes any text without losing a line or breaking the tree", () => {
    const line = fc
      .tuple(
        fc.integer({ min: 0, max: 4 }),
        fc.constantFrom("Kick", "xqzv", "3 of Hat", "PANS", "Room | stereo | 9", "Drum kit"),
      )
      .map(([d, t]) => `${"  ".repeat(d)}${t}`);
    fc.assert(
      fc.property(sessions(6), fc.array(line, { maxLength: 8 }), (s, lines) => {
        const made = readLines(style, s, lines.join("\n"), newId);
        const after = done(s, addTyped(style, s, made, "house"));
        const kept = made.filter((m) => m.track.kind !== "folder" && m.reading.sure === false);
        for (const m of kept) expect(after.tracks.some((t) => t.id === m.track.id)).toBe(true);
      }),
      { numRuns: 120 },
    );
  });
});

describe("folders", () => {
  it(
    "wrap what is chosen, named by the house where it has a folder for it, else by " +
      "what the members share",
    () => {
      const loose = {
        ...tidy,
        tracks: tidy.tracks
          .filter((t) => t.id !== "kit")
          .map((t) => (t.parent === "kit" ? { ...t, parent: null, feeds: "main" } : t)),
      };
      const kit = done(loose, wrap(style, loose, ["kick", "top", "bottom"], "w"));
      expect(kit.tracks.find((t) => t.id === "w")).toMatchObject({
        name: "KIT",
        role: "drum-kit",
        format: "stereo",
        feeds: "main",
      });
      expect(kit.tracks.filter((t) => t.parent === "w").map((t) => t.feeds)).toEqual(["w", "w", "w"]);
      expect(
        done(kit, wrap(style, kit, ["top", "bottom"], "v")).tracks.find((t) => t.id === "v"),
      ).toMatchObject({ name: "SNARE", parent: "w", feeds: "w" });
      expect(
        done(kit, wrap(style, kit, ["kick", "gtr"], "v")).tracks.find((t) => t.id === "v")?.parent,
      ).toBe("w");
    },
  );

  it("dissolve and give back what they held; taken out, they take it along", () => {
    const out = done(tidy, dissolve(tidy, "kit"));
    expect(out.tracks.find((t) => t.id === "kick")).toMatchObject({ parent: null, feeds: "main" });
    expect(done(tidy, takeOut(tidy, ["kit"])).tracks.map((t) => t.id)).toEqual(
      tidy.tracks.filter((t) => t.id !== "kit" && t.parent !== "kit").map((t) => t.id),
    );
  });

  it("hold together and undo exactly, for any session and any choice", () =>
    fc.assert(
      fc.property(sessions(10), fc.array(fc.nat(), { maxLength: 5 }), fc.nat(), (s, picks, where) => {
        const ids = picks.flatMap((p) => s.tracks[p % Math.max(1, s.tracks.length)]?.id ?? []);
        done(s, wrap(style, s, ids, "wrapped"));
        done(s, takeOut(s, ids));
        if (ids[0] !== undefined) done(s, dissolve(s, ids[0]));
        const to = s.tracks[where % Math.max(1, s.tracks.length)];
        if (to) {
          const place =
            to.kind === "folder" && where % 2 === 0
              ? { parent: to.id, after: null }
              : { parent: to.parent, after: to.id };
          const after = done(s, moveTo(s, ids, place));
          if (place.parent !== null && withInside(s, ids).has(place.parent)) expect(after).toEqual(s);
          else
            for (const t of outermost(s, ids))
              expect(after.tracks.find((x) => x.id === t.id)?.parent).toBe(place.parent);
        }
      }),
      { numRuns: 250 },
    ));

  it("are arranged by the house without a name or a colour changing", () => {
    const messy = {
      ...tidy,
      tracks: tidy.tracks
        .filter((t) => t.id !== "kit")
        .map((t) =>
          t.id === "kick"
            ? { ...t, name: "Boomer", parent: null, feeds: "main" }
            : t.parent === "kit"
              ? { ...t, parent: null, feeds: "main" }
              : t,
        ),
    };
    const changes = arrange(style, messy);
    expect(
      changes.every((c) => c.do === "move" || c.do === "add" || (c.do === "set" && c.field === "feeds")),
    ).toBe(true);
    const after = done(messy, changes);
    expect([folderOf(after, "Snare_Top"), folderOf(after, "Boomer")]).toEqual(["KIT", "KIT"]);
    expect(arrange(style, after)).toEqual([]);
  });
});

describe("copy and paste", () => {
  it("brings routing along where both ends come, and feeds what is around where they do not", () => {
    const other: Session = {
      ...emptySession("y"),
      tracks: [blankTrack("m", "Main", { kind: "main", format: "stereo", role: "main" })],
    };
    const clip = clipIn(JSON.stringify(clipOf(tidy, ["kit", "rev"])));
    expect(clip).not.toBeNull();
    const after = done(other, paste(style, other, clip!, { parent: null, after: null }, newId));
    expect(after.tracks).toHaveLength(other.tracks.length + 5);
    const top = by(after, "Snare_Top");
    expect(top.feeds).toBe(by(after, "KIT").id);
    expect(after.tracks.find((t) => t.id === top.sends[0]?.to)?.kind).toBe("return");
    expect(by(after, "KIT").feeds).toBe("m");
    const alone = done(
      other,
      paste(style, other, clipOf(tidy, ["top"]), { parent: null, after: null }, newId),
    );
    expect(by(alone, "Snare_Top")).toMatchObject({ feeds: "m", sends: [], input: 2 });
  });

  it("in one template takes no input twice, no name twice and no second main path", () => {
    const after = done(
      tidy,
      paste(style, tidy, clipOf(tidy, ["gtr", "main"]), { parent: null, after: "gtr" }, newId),
    );
    const made = after.tracks.filter((t) => !tidy.tracks.some((x) => x.id === t.id));
    expect(made.map((t) => [t.kind, t.input, t.feeds])).toEqual([
      ["audio", null, made[1]?.id],
      ["bus", null, "main"],
    ]);
    expect(new Set(after.tracks.map((t) => t.name.toLowerCase())).size).toBe(after.tracks.length);
  });

  it("refuses what is no clip", () => {
    for (const text of [
      "",
      "Kick",
      '{"format":"mossy-lantern/tracks","version":1,"tracks":[]}',
      '{"format":"mossy-lantern/tracks","version":1,"tracks":[{"id":"a"}]}',
      '{"format":"mossy-lantern/tracks"',
    ])
      expect(clipIn(text)).toBeNull();
  });

  it("holds together for any two sessions", () =>
    fc.assert(
      fc.property(
        sessions(8),
        sessions(8),
        fc.array(fc.nat(), { minLength: 1, maxLength: 4 }),
        (a, b, picks) => {
          const ids = picks.flatMap((p) => a.tracks[p % Math.max(1, a.tracks.length)]?.id ?? []);
          if (ids.length === 0) return;
          const after = done(
            b,
            paste(
              style,
              b,
              clipOf(a, ids),
              { parent: null, after: b.tracks.findLast((t) => t.parent === null)?.id ?? null },
              newId,
            ),
          );
          expect(after.tracks.length).toBe(b.tracks.length + withInside(a, ids).size);
          expect(sessionSchema.safeParse(after).error).toBeUndefined();
        },
      ),
      { numRuns: 150 },
    ));
});

describe("choosing", () =>
  it("all that are alike: of a kind, a role, a folder, armed", () => {
    expect(alike(tidy, "kick", "folder").sort()).toEqual(["bottom", "kick", "top"]);
    expect(alike(tidy, "top", "role").sort()).toEqual(["bottom", "top"]);
    expect(alike(tidy, "rev", "kind")).toEqual(["rev"]);
    expect(alike(tidy, "gtr", "armed")).toEqual(["kick"]);
    expect(alike(tidy, "nobody", "kind")).toEqual([]);
  }));

describe("one sentence for many", () => {
  const many = (text: string, ids: string[] = ["kick", "top", "bottom", "gtr"]): Session => {
    const said = say(tidy, ids, text);
    if ("problem" in said) throw new Error(said.problem);
    return done(tidy, said.changes);
  };
  const values = <F extends keyof Track>(s: Session, field: F): Track[F][] =>
    ["kick", "top", "bottom", "gtr"].map((id) => s.tracks.find((t) => t.id === id)![field]);

  it("goes by what was there: 8 dB down, every second one right, spread", () => {
    const levels = values(tidy, "level");
    expect(values(many("8 dB down"), "level")).toEqual(levels.map((l) => Math.round((l - 8) * 10) / 10));
    expect(values(many("1,5 db up"), "level")).toEqual(levels.map((l) => Math.round((l + 1.5) * 10) / 10));
    const order = tidy.tracks
      .filter((t) => ["kick", "top", "bottom", "gtr"].includes(t.id))
      .map((t) => t.id);
    expect(
      order.map((id) => many("every second one right 40").tracks.find((t) => t.id === id)!.pan),
    ).toEqual([0, 40, 0, 40]);
    expect(order.map((id) => many("alternate 30").tracks.find((t) => t.id === id)!.pan)).toEqual([
      -30, 30, -30, 30,
    ]);
    expect(order.map((id) => many("spread 90").tracks.find((t) => t.id === id)!.pan)).toEqual([
      -90, -30, 30, 90,
    ]);
  });

  it("leaves what cannot be meant: a folder is not armed, a mono track has no width", () => {
    expect(
      many("arm", ["kit", "gtr"])
        .tracks.filter((t) => t.armed)
        .map((t) => t.id)
        .sort(),
    ).toEqual(["gtr", "kick"]);
    expect(say(tidy, ["kick"], "width 50")).toEqual({ changes: [], says: "width 50 %" });
    expect(values(many("level −100000 dB".replace("100000", "12")), "level")).toEqual([-12, -12, -12, -12]);
  });

  it("says what it does not understand or cannot do, a circle with the circle", () => {
    expect(say(tidy, ["kick"], "make it pretty")).toEqual({
      problem: expect.stringContaining("“make it pretty” is not understood"),
    });
    expect(say(tidy, ["kick"], "feed nowhere at all")).toEqual({
      problem: "There is no folder, bus or main path called “nowhere at all”.",
    });
    expect(say(tidy, ["kick"], "level 90")).toEqual({ problem: "A level is −144 to 24 dB." });
    const ring = apply(tidy, [setField(by(tidy, "KIT"), "feeds", by(tidy, "Plate").id)]);
    expect(say(ring, [by(tidy, "Plate").id], "feed KIT")).toEqual({
      problem: "That would go round in a circle: Plate → KIT → Plate.",
    });
  });

  it("understands each of its examples, and every edit is one a track can have, for any session", () =>
    fc.assert(
      fc.property(sessions(8), fc.constantFrom(...EXAMPLES), (s, text) => {
        const said = say(
          s,
          s.tracks.map((t) => t.id),
          text,
        );
        if ("problem" in said)
          expect(said.problem).toMatch(/no folder, bus or main path|no return, bus or cue mix|circle/);
        else expect(sessionSchema.safeParse(done(s, said.changes)).error).toBeUndefined();
      }),
      { numRuns: 300 },
    ));
});

describe("a circle", () =>
  it("is found exactly where the new feed would close one, for any session", () =>
    fc.assert(
      fc.property(sessions(9), fc.nat(), fc.nat(), (s, a, b) => {
        const from = s.tracks[a % Math.max(1, s.tracks.length)],
          to = s.tracks[b % Math.max(1, s.tracks.length)];
        if (!from || !to || from === to || circles(s).length > 0) return;
        const found = circleThrough(s, from.id, to.id);
        const after = {
          ...s,
          tracks: s.tracks.map((t) =>
            t.id === from.id
              ? { ...t, sends: [...t.sends, { id: "x", to: to.id, level: 0, beforeFader: false }] }
              : t,
          ),
        };
        expect(found !== null).toBe(circles(after).length > 0);
        if (found) {
          expect(found[0]).toBe(from.id);
          expect(found[1]).toBe(to.id);
          expect(found.at(-1)).toBe(from.id);
        }
      }),
      { numRuns: 300 },
    )));

describe("a cell", () => {
  const into = (cell: Cell, text: string, ids = ["top"]): Track => {
    const said = typeInto(style, tidy, ids, cell, text);
    if ("problem" in said) throw new Error(said.problem);
    return done(tidy, said.changes).tracks.find((t) => t.id === ids[0])!;
  };

  it("takes what is typed as it would be said", () => {
    expect(into("level", "−7,5 dB").level).toBe(-7.5);
    expect(into("place", "L 34").pan).toBe(-34);
    expect(into("place", "c").pan).toBe(0);
    expect(into("place", "-20").pan).toBe(-20);
    expect(into("place", "R 10 80 %", ["kit"])).toMatchObject({ pan: 10, width: 80 });
    expect(into("place", "width 90", ["kit"])).toMatchObject({ pan: 0, width: 90 });
    expect(into("input", "12").input).toBe(12);
    expect(into("input", "").input).toBeNull();
    expect(into("feeds", "main").feeds).toBe("main");
    expect(into("role", "Hat")).toMatchObject({ role: "hi-hat", name: "Hat_Top" });
    expect(into("inserts", "Gate, EQ").inserts.map((i) => i.kind)).toEqual(["Gate", "EQ"]);
  });

  it("says what is wrong with the rest, and changes nothing", () => {
    for (const [cell, text, why] of [
      ["level", "loud", /number of dB/],
      ["level", "99", /−144 to 24/],
      ["place", "up", /Type a place/],
      ["place", "L 300", /at most 100/],
      ["input", "1.5", /is no input/],
      ["input", "4000", /1 to 1024/],
      ["feeds", "Atlantis", /no folder, bus or main/],
      ["role", "xqzv", /knows no role/],
    ] as const) {
      expect(typeInto(style, tidy, ["top"], cell, text)).toEqual({ problem: expect.stringMatching(why) });
    }
  });

  it("shows what can be typed back without a change, for any session", () =>
    fc.assert(
      fc.property(sessions(8), fc.constantFrom(...CELLS), (s, cell) => {
        for (const t of s.tracks.filter((x) => hasCell(x, cell))) {
          const text = cellText(style, s, t, cell);
          const twin = s.tracks.filter((x) => x.name.toLowerCase() === text.toLowerCase()).length > 1;
          if (
            (cell === "role" && text === "") ||
            (cell === "feeds" && (twin || text.trim() !== text || text.includes("  ")))
          )
            continue;
          const said = typeInto(style, s, [t.id], cell, text);
          if ("problem" in said)
            expect(said.problem).toMatch(cell === "feeds" ? /no folder, bus|circle/ : /1024/);
          else if (cell !== "name" && !(cell === "feeds" && text === "")) expect(said.changes).toEqual([]);
        }
      }),
      { numRuns: 150 },
    ));

  it("sets all that are chosen, inputs counting on", () => {
    const said = typeInto(style, tidy, ["kick", "top", "bottom"], "input", "20");
    expect(
      "changes" in said &&
        done(tidy, said.changes)
          .tracks.filter((t) => ["kick", "top", "bottom"].includes(t.id))
          .map((t) => t.input),
    ).toEqual([20, 21, 22]);
  });
});

describe("a view", () =>
  it("shows what fits it and the folders around, whatever else there is", () => {
    const view = { kinds: [], roles: [], folders: [], armed: false };
    expect([...shownBy(tidy, { ...view, armed: true })].sort()).toEqual(["kick", "kit"]);
    expect([...shownBy(tidy, { ...view, kinds: ["return", "main"] })].sort()).toEqual(["main", "rev"]);
    expect([...shownBy(tidy, { ...view, folders: ["kit"], roles: ["snare"] })].sort()).toEqual([
      "bottom",
      "kit",
      "top",
    ]);
    expect(shownBy(tidy, view).size).toBe(tidy.tracks.length);
  }));

describe("chains", () => {
  const of = (s: Session, id: string): Track => s.tracks.find((t) => t.id === id)!;
  const voice = [
    blankInsert("a", "EQ", { values: [{ name: "Low cut", value: "80 Hz" }] }),
    blankInsert("b", "Compressor", { key: "kick" }),
  ];

  it(
    "go on many tracks at once, behind what stands there, and a later version takes the " +
      "place of the earlier",
    () => {
      const with1 = done(tidy, putChain(tidy, ["kick", "top", "gtr"], voice, { id: "voice", version: 1 }));
      expect(of(with1, "gtr").inserts.map((i) => [i.kind, i.chain?.version, i.key])).toEqual([
        ["EQ", 1, null],
        ["Compressor", 1, null],
      ]);
      const own = done(with1, [
        setField(of(with1, "gtr"), "inserts", [
          blankInsert("x", "Gate"),
          ...of(with1, "gtr").inserts,
          blankInsert("y", "Delay"),
        ]),
      ]);
      const with2 = done(
        own,
        putChain(own, ["gtr"], [blankInsert("a", "De-esser")], { id: "voice", version: 2 }),
      );
      expect(of(with2, "gtr").inserts.map((i) => i.kind)).toEqual(["Gate", "De-esser", "Delay"]);
      expect(new Set(of(with2, "gtr").inserts.map((i) => i.id)).size).toBe(3);
      expect(putChain(with2, ["gtr"], [blankInsert("a", "De-esser")], { id: "voice", version: 2 })).toEqual(
        [],
      );
    },
  );

  it("say what the shelf's later version has other", () => {
    const s = done(tidy, putChain(tidy, ["gtr"], voice, { id: "voice", version: 1 }));
    const shelf = [
      {
        id: "voice",
        name: "Voice",
        versions: [
          {
            version: 3,
            processors: [{ ...voice[0]!, values: [{ name: "Low cut", value: "100 Hz" }] }, voice[1]!],
          },
          { version: 1, processors: voice },
        ],
      },
    ];
    expect(standsBehind(of(s, "gtr"), shelf)).toMatchObject([
      { has: 1, latest: { version: 3 }, says: ["EQ Low cut 80 Hz → 100 Hz"] },
    ]);
    expect(standsBehind(of(s, "kick"), shelf)).toEqual([]);
  });

  it("are bypassed by kind, and a kind nobody has changes nothing", () => {
    const s = done(tidy, putChain(tidy, ["gtr", "kick"], voice, null));
    const off = done(s, bypassOf(s, ["gtr", "kick"], "EQ", true));
    expect([of(off, "gtr"), of(off, "kick")].flatMap((t) => t.inserts.map((i) => i.bypassed))).toEqual([
      true,
      false,
      true,
      false,
    ]);
    expect(bypassOf(off, ["gtr"], "EQ", true)).toEqual([]);
  });

  it("narrower than their track are found, a mono track into a stereo chain is not", () => {
    const wide = done(
      tidy,
      putChain(tidy, ["gtr"], [blankInsert("a", "Reverb", { width: "stereo" })], null),
    );
    expect(check(style, wide).filter((f) => f.rule === "chain-narrow")).toEqual([]);
    const narrow = done(tidy, putChain(tidy, ["kit"], [blankInsert("a", "EQ", { width: "mono" })], null));
    expect(
      check(style, narrow)
        .filter((f) => f.rule === "chain-narrow")
        .map((f) => f.says),
    ).toEqual(["“KIT” is stereo, its EQ lets only mono through."]);
    expect(
      check(style, done(narrow, bypassOf(narrow, ["kit"], "EQ", true))).filter(
        (f) => f.rule === "chain-narrow",
      ),
    ).toEqual([]);
  });
});

describe("gestures", () => {
  const made = (g: Gesture): Session => {
    if ("problem" in g) throw new Error(g.problem);
    return done(tidy, g.changes);
  };

  it(
    "make a bus, a return, a parallel path, a headphone mix, each as wide as the session " +
      "and named by the house",
    () => {
      const bus = made(busFor(style, tidy, ["top", "bottom"], "b"));
      expect(bus.tracks.find((t) => t.id === "b")).toMatchObject({
        kind: "bus",
        format: "stereo",
        feeds: "kit",
        of: "snare",
      });
      expect(
        bus.tracks
          .filter((t) => t.feeds === "b")
          .map((t) => t.id)
          .sort(),
      ).toEqual(["bottom", "top"]);
      const verb = made(returnFor(style, tidy, ["kick", "gtr"], "hall-reverb", "h"));
      expect(verb.tracks.find((t) => t.id === "h")).toMatchObject({
        kind: "return",
        format: "stereo",
        feeds: "main",
        inserts: [{ kind: "Reverb" }],
      });
      expect(
        verb.tracks
          .filter((t) => t.sends.some((s) => s.to === "h"))
          .map((t) => t.id)
          .sort(),
      ).toEqual(["gtr", "kick"]);
      const parallel = made(parallelOf(style, tidy, "kit", "p"));
      expect(parallel.tracks.find((t) => t.id === "kit")?.sends).toMatchObject([{ to: "p", level: 0 }]);
      expect(parallel.tracks.find((t) => t.id === "p")?.inserts.map((i) => i.kind)).toEqual(["Compressor"]);
      const cue = made(cueMixFrom(style, tidy, ["kick", "gtr"], "c"));
      expect(cue.tracks.find((t) => t.id === "c")).toMatchObject({ kind: "cue-mix", feeds: null });
      expect(cue.tracks.find((t) => t.id === "kick")?.sends.at(-1)).toMatchObject({
        to: "c",
        beforeFader: true,
        level: tidy.tracks.find((t) => t.id === "kick")?.level,
      });
      for (const s of [bus, verb, parallel, cue])
        expect(check(style, s).filter((f) => f.rule !== "out-of-order" && f.weight !== "note")).toEqual(
          check(style, tidy).filter((f) => f.rule !== "out-of-order" && f.weight !== "note"),
        );
    },
  );

  it("put a stage before the main path, and keep correction off what is printed", () => {
    const stage = made(stageBeforeMain(style, tidy, "s"));
    expect(stage.tracks.filter((t) => t.feeds === "main").map((t) => t.id)).toEqual(["s"]);
    expect(stageBeforeMain(style, stage, "s2")).toMatchObject({
      problem: expect.stringContaining("already"),
    });
    const corrected = done(tidy, [setField(by(tidy, "Main"), "inserts", [blankInsert("a", "Correction")])]);
    expect(check(style, corrected).some((f) => f.rule === "correction-printed")).toBe(true);
    const monitor = monitorPath(style, corrected, "m");
    const after = done(corrected, "changes" in monitor ? monitor.changes : []);
    expect(after.tracks.find((t) => t.id === "m")).toMatchObject({
      kind: "monitor",
      feeds: null,
      inserts: [{ kind: "Correction" }],
    });
    expect(
      check(style, after).some((f) => f.rule === "correction-printed" || f.rule === "feeds-nowhere"),
    ).toBe(false);
  });

  it("use the return there is, refuse what would go round, and say when there is nothing to do", () => {
    expect(returnFor(style, tidy, ["top"], "plate-reverb", "x")).toMatchObject(
      by(tidy, "Plate").role === "plate-reverb" ? { problem: expect.stringContaining("already") } : {},
    );
    expect(feed(tidy, "main", "kit")).toEqual({
      problem: "That would go round in a circle: Main → KIT → Main.",
    });
    expect(feed(tidy, "gtr", "kit")).toMatchObject({ changes: [{ field: "feeds", to: "kit" }] });
    expect(busFor(style, tidy, ["main"], "x")).toMatchObject({ problem: expect.any(String) });
  });
});

describe("input sets", () =>
  it("keep a numbering under a name, take it up again, and are replaced under the same name", () => {
    const yard = done(tidy, keepInputs(tidy, "Yard", "s1"));
    const moved = done(yard, [
      setField(by(yard, "Kick"), "input", 30),
      setField(by(yard, "EGtr_Amp"), "input", null),
    ]);
    expect([inputsOfNow(yard)?.name, inputsOfNow(moved)]).toEqual(["Yard", null]);
    const van = done(moved, keepInputs(moved, "Van", "s2"));
    const back = done(van, takeInputs(van, "s1"));
    expect(back.tracks.map((t) => t.input)).toEqual(tidy.tracks.map((t) => t.input));
    const again = done(van, keepInputs(van, "yard", "s3"));
    expect(again.inputSets.map((s) => [s.id, s.name])).toEqual([
      ["s1", "Yard"],
      ["s2", "Van"],
    ]);
    expect(takeInputs(van, "nobody")).toEqual([]);
  }));

describe("any row of edits in the workbench", () =>
  it("is undone to the exact session by its inverses, last first", () => {
    type Act = (s: Session, ids: string[], n: number) => readonly Change[];
    const acts: readonly Act[] = [
      (s, ids, k) => wrap(style, s, ids, `w${k}`),
      (s, ids) => dissolve(s, ids[0] ?? ""),
      (s, ids) => takeOut(s, ids.slice(0, 1)),
      (s) => arrange(style, s),
      (s, ids) => {
        const said = say(s, ids, "3 dB down");
        return "changes" in said ? said.changes : [];
      },
      (s, ids, k) => {
        const g = cueMixFrom(style, s, ids, `c${k}`);
        return "changes" in g ? g.changes : [];
      },
      (s, ids) => putChain(s, ids, [blankInsert("a", "EQ")], { id: "x", version: 1 }),
      (s, ids) =>
        paste(
          style,
          s,
          ids.length > 0 ? clipOf(s, ids) : clipOf(tidy, ["kick"]),
          { parent: null, after: null },
          newId,
        ),
      (s) => addTyped(style, s, readLines(style, s, "Drum kit\n  Hat\nViolin", newId), "house"),
    ];
    fc.assert(
      fc.property(
        sessions(7),
        fc.array(fc.tuple(fc.nat({ max: 8 }), fc.array(fc.nat(), { maxLength: 3 })), { maxLength: 7 }),
        (start, row) => {
          let now = start;
          const deeds: (readonly Change[])[] = [];
          row.forEach(([act, picks], k) => {
            const changes = acts[act]!(
              now,
              [...new Set(picks.flatMap((p) => now.tracks[p % Math.max(1, now.tracks.length)]?.id ?? []))],
              k,
            );
            now = apply(now, changes);
            deeds.push(changes);
          });
          expect(sessionSchema.safeParse(now).error).toBeUndefined();
          for (const changes of deeds.reverse()) now = apply(now, inverse(changes));
          expect(now).toEqual(start);
        },
      ),
      { numRuns: 120 },
    );
  }));
