import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { storyEvening } from "../fixtures/ordered.ts";
import { sessions } from "../fixtures/sessions.ts";
import { apply } from "../session/apply.ts";
import { setSessionField } from "../session/change.ts";
import { session as sessionSchema } from "../session/document.ts";
import type { Session } from "../session/document.ts";
import { blankPiece } from "../session/pieces.ts";
import type { HeldPiece } from "../session/pieces.ts";
import { orderOf, settle } from "./settle.ts";
import { waysOut } from "./waysOut.ts";

const settled = (s: Session): Session => apply(s, settle(s, new Map()));
const withPiece = (s: Session, id: string, to: Partial<HeldPiece>): Session => ({
  ...s,
  order: s.order.map((p) => (p.id === id ? { ...p, ...to } : p)),
});
/** From where to where each piece lies, by its name. */
const lies = (s: Session): Record<string, [number, number]> =>
  Object.fromEntries(
    [...orderOf(s).laid.places].map(([id, { from, to }]) => {
      const name = s.order.find((p) => p.id === id)?.name ?? id;
      return [name, [from, to]];
    }),
  );

describe("an order laid out", () => {
  it("follows what its pieces hang on", () => {
    expect(lies(storyEvening())).toEqual({
      "Tide bell": [0, 22],
      "Host, welcome": [20, 92],
      "Harbour bed": [14, 98],
      "The eel and the moon": [100, 1400],
      "Oyster break": [1400, 1464],
      "Second tale": [1465, 2965],
      "Ebb tide": [3330, 3480],
    });
  });

  it("moves with a length: everything after it follows, what ends with the evening stays", () => {
    const longer = lies(withPiece(storyEvening(), "r4", { planned: 1310 }));
    expect(longer["Second tale"]).toEqual([1475, 2975]);
    expect(longer["Ebb tide"]).toEqual([3330, 3480]);
  });

  it("says what is free before what stands by itself, to the second, and what is too long", () => {
    const { gaps } = orderOf(storyEvening());
    expect(gaps).toEqual([
      expect.objectContaining({ sort: "free", by: 365, from: 2965, to: 3330, after: "r6", before: "r7" }),
    ]);
    const over = orderOf(withPiece(storyEvening(), "r6", { planned: 1885, most: null })).gaps;
    expect(over).toEqual([expect.objectContaining({ sort: "over", by: 20, after: "r6", before: "r7" })]);
  });

  it("leaves air that is meant alone, and says where nothing reaches the fixed end", () => {
    const open = storyEvening({ order: storyEvening().order.slice(0, 5) });
    expect(orderOf(open).gaps).toEqual([
      expect.objectContaining({ sort: "free", by: 2016, after: "r5", before: null }),
    ]);
    expect(orderOf({ ...open, fixedEnd: null }).gaps).toEqual([]);
  });

  it("shows circles, and lays out what is in none of them", () => {
    const round = withPiece(storyEvening(), "r3", { starts: { to: "end", of: "r5", plus: 0 } });
    const { problems, places } = orderOf(round).laid;
    expect(problems).toEqual([
      { sort: "circle", pieces: expect.arrayContaining(["r3", "r2", "r4", "r5"]) },
    ]);
    expect([...places.keys()]).toEqual(["r1", "r7"]);
  });

  it.each<[string, Partial<HeldPiece>, Partial<Session>, object]>([
    ["nobody", { starts: { to: "end", of: "gone", plus: 0 } }, {}, { sort: "nobody", of: "gone" }],
    [
      "no fixed end",
      { starts: null, ends: { to: "close", plus: 0 } },
      { fixedEnd: null },
      { sort: "no-close" },
    ],
    ["nothing", { starts: null, ends: null }, {}, { sort: "loose" }],
    [
      "before the start",
      { starts: { to: "start", of: "r1", plus: -4 } },
      {},
      { sort: "before-start", by: 4 },
    ],
    ["backwards", { ends: { to: "start", of: "r1", plus: 0 } }, {}, { sort: "backwards", by: 20 }],
    ["too long", { ends: { to: "start", of: "r4", plus: -20 } }, {}, { sort: "long", by: 12 }],
    ["too short", { ends: { to: "time", at: 100 } }, {}, { sort: "short", by: 8 }],
  ])("says what contradicts itself: %s", (_, to, session, problem) => {
    const s = withPiece(storyEvening(session), "r3", to);
    // The bed hangs on the end of the host: without it there is no circle through the tale.
    const tale = withPiece(s, "r4", { starts: { to: "time", at: 100 } });
    expect(orderOf(tale).laid.problems).toContainEqual({ piece: "r3", ...problem });
  });
});

describe("ways out", () => {
  const ways = (s: Session) => {
    const { pieces, laid, gaps } = orderOf(s);
    return gaps.flatMap((g) => waysOut(s, pieces, laid, g));
  };

  it("each does what it says it is worth", () => {
    const s = storyEvening();
    const found = ways(s);
    expect(found.map((w) => [w.by, w.piece, w.worth])).toEqual([
      ["placeholder", "r4", 365],
      ["placeholder", "r6", 300],
      ["bed", "r2", 365],
    ]);
    for (const way of found) {
      const after = apply(s, way.changes());
      const left = way.by === "bed" ? [] : orderOf(after).gaps.map((g) => g.by);
      expect(left).toEqual(way.by === "bed" || way.worth === 365 ? [] : [65]);
      if (way.by === "bed") {
        const { laid, pieces } = orderOf(after);
        const again = pieces.at(-2)!;
        expect([again.name, again.parts.length, laid.places.get(again.id)]).toEqual([
          "Harbour bed",
          1,
          { from: 2965, to: 3330 },
        ]);
      }
    }
  });

  it("come in the order the house prefers", () => {
    const s = storyEvening();
    const first = ways({ ...s, programme: { ...s.programme!, prefers: ["bed"] } });
    expect(first[0]?.by).toBe("bed");
  });

  it("shorten what may be shortened, no further than it may, and take air away", () => {
    const s = withPiece(storyEvening(), "r6", { planned: 2000, least: 1900, most: 2100 });
    expect(ways(s).map((w) => [w.by, w.piece, w.worth])).toEqual([
      ["placeholder", "r4", 135],
      ["placeholder", "r6", 100],
      ["air", "r4", 2],
      ["air", "r6", 1],
    ]);
  });
});

describe("what plays the pieces", () => {
  it("is put where the order says, and stays there", () => {
    const s = settled(storyEvening());
    expect(sessionSchema.safeParse(s).error).toBeUndefined();
    expect(s.tracks[1]?.items[0]).toMatchObject({ at: 14, length: 84, loops: true });
    expect(s.tracks[3]?.items.map((i) => [i.at, i.length])).toEqual([
      [100, 1300],
      [1400, 64],
      [1465, 1500],
      [7, 3],
    ]);
    expect(settle(s, new Map())).toEqual([]);
  });

  it("settled twice is settled once, whatever session it is", () => {
    fc.assert(
      fc.property(sessions(), (any) => {
        const once = settled(any);
        expect(sessionSchema.safeParse(once).error).toBeUndefined();
        expect(settle(once, new Map())).toEqual([]);
      }),
    );
  });

  it("a bed that cannot begin again is cut where its place ends, and is whole again where that is longer", () => {
    const s = storyEvening();
    const cut = settled({
      ...s,
      tracks: s.tracks.map((t) => ({ ...t, items: t.items.map((i) => ({ ...i, loops: false })) })),
      order: s.order.map((p) =>
        p.id === "r2" ? { ...p, ends: { to: "start" as const, of: "r3", plus: 4 } } : p,
      ),
    });
    expect(cut.tracks[1]?.items[0]).toMatchObject({ at: 14, length: 10 });
    const back = apply(cut, [
      setSessionField(
        cut,
        "order",
        cut.order.map((p) => (p.id === "r2" ? { ...p, ends: null } : p)),
      ),
    ]);
    expect(settled(back).tracks[1]?.items[0]).toMatchObject({ at: 14, length: 24 });
  });

  it("500 pieces that hang on each other are laid out", () => {
    const order = Array.from({ length: 500 }, (_, n) =>
      blankPiece(`r${n}`, "speech", "", {
        planned: 2,
        starts: n === 499 ? { to: "time", at: 0 } : { to: "end", of: `r${n + 1}`, plus: 0.5 },
      }),
    );
    expect(orderOf(storyEvening({ order, tracks: [] })).laid.places.get("r0")).toEqual({
      from: 1247.5,
      to: 1249.5,
    });
  });
});
