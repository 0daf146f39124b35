import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { sessions } from "../fixtures/sessions.ts";
import { makeStyle } from "../house/style.ts";
import { usualHouse } from "../house/usual.ts";
import { apply } from "../session/apply.ts";
import { setField, setFields } from "../session/change.ts";
import type { Change } from "../session/change.ts";
import { diff } from "../session/diff.ts";
import { blankTrack, session as sessionSchema } from "../session/document.ts";
import type { Session, Track, TrackFields } from "../session/document.ts";
import { byId, goesTo } from "../session/routing.ts";
import { takeOut, wrap } from "../sheet/folders.ts";
import { endOf } from "../sheet/typed.ts";
import { STARTERS, startWith } from "../sheet/templateStarters.ts";
import { idHere } from "./blockIds.ts";
import { bringBlock } from "./blockForward.ts";
import { blockFrom, madeKnown, reachedBy } from "./blockMake.ts";
import { homeFor, joinsFor, putBlock, withEndsMade } from "./blockPut.ts";
import type { BlockRelease } from "./blockPut.ts";
import { letGo, replaceBlock } from "./blockReplace.ts";
import { changedHere } from "./blockStand.ts";

const style = makeStyle(usualHouse("x"));
let n = 0;
const newId = (): string => `n${n++}`;
const starter = (id: string): Session =>
  startWith(
    style,
    STARTERS.find((s) => s.id === id)!,
    newId,
  );
const by = (s: Session, name: string): Track => {
  const t = s.tracks.find((x) => x.name === name);
  if (!t) throw new Error(`no track ${name} among ${s.tracks.map((x) => x.name).join(", ")}`);
  return t;
};
const set = <F extends keyof TrackFields>(
  s: Session,
  name: string,
  field: F,
  to: TrackFields[F],
): Session => apply(s, setFields(by(s, name), { [field]: to }));
const nameOf = (s: Session, id: string | null): string | undefined =>
  s.tracks.find((t) => t.id === id)?.name;

const band = starter("band");
const made = (s: Session, name: string, ...folders: string[]): Session => {
  const ids = folders.map((f) => by(s, f).id);
  const along = new Set(reachedBy(s, ids).flatMap((r) => (r.own ? [r.track.id] : [])));
  const block = blockFrom(s, { name, ids, along });
  if (typeof block === "string") throw new Error(block);
  return block;
};
const kit: BlockRelease = { block: "kit", name: "Kit", release: 1, session: made(band, "Kit", "KIT") };
/** The kit's second release: a third overhead behind the others. */
const third: BlockRelease = {
  ...kit,
  release: 2,
  session: apply(kit.session, [
    {
      do: "add",
      track: { ...by(kit.session, "OH_R"), id: "oh3", name: "OH_Ctr", positions: ["centre"], input: 6 },
      after: by(kit.session, "OH_R").id,
    },
    setField(by(kit.session, "Kick"), "level", -3),
  ]),
};
const put = (host: Session, of: BlockRelease, id: string): Session =>
  apply(
    host,
    putBlock(style, host, of, { id, place: endOf(host), joins: joinsFor(host, of.session, null) }),
  );
const held = (s: Session, id: string) => s.blocks.find((b) => b.id === id)!;
const brought = (host: Session, id: string, from: BlockRelease, to: BlockRelease) =>
  bringBlock(style, host, held(host, id), from.session, to);

/** Something done to a session, by two numbers: a track goes, comes, is called or set differently. */
function withDeed(s: Session, [what, which]: readonly [number, number]): Session {
  const t = s.tracks[which % Math.max(1, s.tracks.length)];
  if (!t || s.ends.some((e) => e.track === t.id)) return s;
  const after = s.tracks.filter((x) => x.parent === t.parent).at(-1)?.id ?? null;
  const added = blankTrack(`new${what}`, `New ${what % 9}`, {
    parent: t.parent,
    feeds: t.feeds,
    input: (what % 20) + 1,
  });
  const deeds: (() => Change[])[] = [
    () => takeOut(s, [t.id]),
    () => [setField(t, "level", -(what % 20))],
    () => [setField(t, "name", `Own ${what}`)],
    () => (s.tracks.some((x) => x.id === added.id) ? [] : [{ do: "add", track: added, after }]),
  ];
  return apply(s, deeds[what % deeds.length]?.() ?? []);
}

describe("a block made of a selection", () => {
  it("has what was chosen and the paths only that uses; what it shares with others are its ends", () => {
    expect(reachedBy(band, [by(band, "KIT").id]).map((r) => [r.track.name, r.own])).toEqual([
      ["Cue", false],
      ["Plate", true],
      ["Main", false],
    ]);
    expect(kit.session.tracks.map((t) => t.name)).toEqual([
      "KIT",
      "Kick",
      "Snare_Top",
      "Hat",
      "OH_L",
      "OH_R",
      "Cue",
      "Plate",
      "Main",
    ]);
    expect(kit.session.ends.map((e) => e.name)).toEqual(["Cue", "Main"]);
    expect(by(kit.session, "Kick").sends).toHaveLength(by(band, "Kick").sends.length);
    expect(sessionSchema.safeParse(kit.session).error).toBeUndefined();
  });

  it("is known as the block where it was made, with nothing changed there, and its blocks inside it", () => {
    const known = apply(
      band,
      madeKnown(band, kit.session, { id: "k", block: "kit", name: "Kit", release: 1 }),
    );
    expect(known.tracks).toEqual(band.tracks);
    expect(changedHere(known, held(known, "k"), kit.session)).toEqual([]);
    const drums = made(known, "Drums", "KIT");
    expect(drums.blocks.map((b) => b.name)).toEqual(["Kit"]);
    const outer = apply(
      known,
      madeKnown(known, drums, { id: "d", block: "drums", name: "Drums", release: 1 }),
    );
    expect(outer.blocks.map((b) => b.name)).toEqual(["Drums"]);
  });

  it("cannot be part of another block, or only paths", () => {
    const known = apply(
      band,
      madeKnown(band, kit.session, { id: "k", block: "kit", name: "Kit", release: 1 }),
    );
    expect(blockFrom(known, { name: "x", ids: [by(known, "Kick").id], along: new Set() })).toBe(
      "Part of the block “Kit” is among them. Choose all of it, or let it go first.",
    );
    expect(blockFrom(band, { name: "x", ids: [by(band, "Main").id], along: new Set() })).toMatch(
      /^Choose at least one track/,
    );
  });

  it("stands in the folder around it, as an end, and belongs into that wherever it is put in", () => {
    const outer = wrap(style, band, [by(band, "KIT").id, by(band, "GTRS").id], "outer");
    const host = apply(band, outer);
    const inner = made(host, "Kit", "KIT");
    expect(inner.tracks.find((t) => t.id === "outer")).toMatchObject({ kind: "folder", parent: null });
    expect(by(inner, "KIT").parent).toBe("outer");
    expect(inner.ends.map((e) => e.track)).toContain("outer");
    const bare = apply(host, takeOut(host, [by(host, "KIT").id]));
    const joins = joinsFor(bare, inner, null);
    const place = homeFor(bare, inner, joins);
    expect(place?.parent).toBe("outer");
    const after = apply(
      bare,
      putBlock(style, bare, { ...kit, session: inner }, { id: "in", place: place!, joins }),
    );
    expect(by(after, "KIT")).toMatchObject({ parent: "outer", feeds: "outer" });
    expect(changedHere(after, held(after, "in"), inner)).toEqual([]);
  });

  it("holds together by itself and leads nowhere but to its tracks and ends, whatever is chosen", () =>
    fc.assert(
      fc.property(sessions(12), fc.array(fc.nat(), { minLength: 1, maxLength: 4 }), (s, picks) => {
        const ids = picks.flatMap((p) => s.tracks[p % Math.max(1, s.tracks.length)]?.id ?? []);
        const along = new Set(reachedBy(s, ids).flatMap((r) => (r.own ? [r.track.id] : [])));
        const block = blockFrom(s, { name: "Any", ids, along });
        if (typeof block === "string") return;
        expect(sessionSchema.safeParse(block).error).toBeUndefined();
        const there = byId(block);
        for (const t of block.tracks) for (const to of goesTo(t)) expect(there.has(to)).toBe(true);
        // Every way a chosen track had is there still.
        const before = byId(s);
        for (const t of block.tracks) {
          const was = before.get(t.id);
          if (was && !block.ends.some((e) => e.track === t.id))
            expect(goesTo(t)).toEqual(goesTo(was).filter((id) => before.has(id)));
        }
      }),
      { numRuns: 200, endOnFailure: true },
    ));
});

describe("a block put in", () => {
  it("is joined to what is there, as often as wanted; names and inputs count on", () => {
    const choir = starter("choir");
    const once = put(choir, kit, "a");
    const twice = put(once, kit, "b");
    expect(twice.blocks.map((b) => [b.id, b.name, b.release, b.tracks.length])).toEqual([
      ["a", "Kit", 1, 7],
      ["b", "Kit", 1, 7],
    ]);
    expect(new Set(twice.tracks.map((t) => t.name)).size).toBe(twice.tracks.length);
    const inputs = twice.tracks.flatMap((t) => t.input ?? []);
    expect(new Set(inputs).size).toBe(inputs.length);
    // The choir's own main path takes it; the kit's plate came along with each.
    expect(twice.tracks.filter((t) => t.kind === "main")).toHaveLength(1);
    expect(nameOf(once, by(once, "KIT").feeds)).toBe("Main");
    // The choir has no cue mix: that end is open, until one is made for it.
    expect(held(once, "a").ends.map((e) => nameOf(once, e.to))).toEqual([undefined, "Main"]);
    expect(by(once, "Kick").sends.map((s) => nameOf(once, s.to))).toEqual(["Plate"]);
    const cue = by(kit.session, "Cue").id;
    const ready = put(withEndsMade(style, choir, kit.session, new Map([[cue, "cue"]])), kit, "a");
    expect(by(ready, "Kick").sends.map((s) => nameOf(ready, s.to))).toEqual(["Plate", "Cue"]);
    for (const id of ["a", "b"]) expect(changedHere(twice, held(twice, id), kit.session)).toEqual([]);
    expect(sessionSchema.safeParse(twice).error).toBeUndefined();
  });

  it("counts its MIDI channels on for what they play, and leaves others alone", () => {
    const player = (id: string, channel: number): Track =>
      blankTrack(id, `Part ${id}`, { kind: "midi", format: null, channel, feeds: "machine", source: null });
    const host: Session = {
      ...band,
      tracks: [blankTrack("machine", "Machine", { kind: "instrument" }), player("m1", 1), ...band.tracks],
    };
    const block = made(host, "Part", "Part m1");
    const twice = put(put(host, { ...kit, session: block }, "a"), { ...kit, session: block }, "b");
    expect(twice.tracks.flatMap((t) => t.channel ?? [])).toEqual([1, 2, 3]);
  });

  it("holds together and has nothing changed, any block in any session, at any place", () =>
    fc.assert(
      fc.property(sessions(10), sessions(10), fc.nat(), (host, other, pick) => {
        const block = blockFrom(other, {
          name: "Any",
          ids: other.tracks.filter((_, i) => (pick >> i) % 2 === 1).map((t) => t.id),
          along: new Set(),
        });
        if (typeof block === "string") return;
        const folders = [null, ...host.tracks.filter((t) => t.kind === "folder").map((t) => t.id)];
        const parent = folders[pick % folders.length] ?? null;
        const joins = joinsFor(host, block, parent);
        const of = { ...kit, session: block };
        const after = apply(
          host,
          putBlock(style, host, of, { id: "any", place: { parent, after: null }, joins }),
        );
        expect(sessionSchema.safeParse(after).error).toBeUndefined();
        expect(host.tracks.every((t) => after.tracks.some((x) => x.id === t.id))).toBe(true);
        expect(changedHere(after, held(after, "any"), block)).toEqual([]);
        // What it was before is there again when it is taken out.
        const gone = takeOut(
          after,
          held(after, "any").tracks.map((t) => t.track),
        );
        expect(apply(after, gone).blocks).toEqual([]);
      }),
      { numRuns: 200, endOnFailure: true },
    ));
});

describe("a newer release of a block", () => {
  it("comes into each that stands there, and what was changed there stays", () => {
    const host = set(put(put(starter("choir"), kit, "a"), kit, "b"), "OH_L", "pan", -40);
    const local = changedHere(host, held(host, "a"), kit.session);
    expect(local).toEqual([
      { do: "set", id: by(host, "OH_L").id, field: "pan", from: expect.anything(), to: -40 },
    ]);
    const { merged } = brought(host, "a", kit, third);
    expect(merged.clashes).toEqual([]);
    const after = merged.session;
    expect(held(after, "a").release).toBe(2);
    expect(held(after, "b").release).toBe(1);
    const [first] = after.tracks.filter((t) => t.id === "a.oh3");
    expect(nameOf(after, first?.parent ?? null)).toBe("KIT");
    expect(by(after, "OH_L").pan).toBe(-40);
    expect(by(after, "Kick").level).toBe(-3);
    expect(new Set(after.tracks.map((t) => t.name)).size).toBe(after.tracks.length);
    // The change made here is still the only one.
    expect(changedHere(after, held(after, "a"), third.session).map((c) => c.do)).toEqual(["set"]);
    // Nothing else moved or changed.
    expect(diff(host, after).filter((c: Change) => c.do !== "set-session")).toHaveLength(2);
  });

  it("brings the same to a template and to a session begun from it, so that they agree", () => {
    const template = put(starter("choir"), kit, "a");
    const session = set(template, "Kick", "input", 30);
    const [one, two] = [template, session].map((s) => brought(s, "a", kit, third).merged.session);
    expect(one?.tracks.map((t) => t.id)).toEqual(two?.tracks.map((t) => t.id));
  });

  it("asks where both changed the same, and takes out only what nobody went on with", () => {
    const host = set(put(starter("choir"), kit, "a"), "Kick", "level", -6);
    const { merged } = brought(host, "a", kit, third);
    expect(merged.clashes.map((c) => c.of)).toEqual(["value"]);
    const without: BlockRelease = {
      ...kit,
      release: 3,
      session: apply(kit.session, takeOut(kit.session, [by(kit.session, "Hat").id])),
    };
    const gone = brought(host, "a", kit, without).merged;
    expect(gone.clashes).toEqual([]);
    expect(gone.session.tracks.some((t) => t.name === "Hat")).toBe(false);
    expect(held(gone.session, "a").tracks).toHaveLength(6);
  });

  it("leaves out what was taken out here, and keeps what was put into its folder", () => {
    const choir = put(starter("choir"), kit, "a");
    const folder = by(choir, "KIT").id;
    const host = apply(choir, [
      { do: "add", track: blankTrack("trig", "Trigger", { parent: folder, feeds: folder }), after: null },
      ...takeOut(choir, [by(choir, "Hat").id]),
    ]);
    const { merged } = brought(host, "a", kit, third);
    expect(merged.clashes).toEqual([]);
    expect(merged.session.tracks.some((t) => t.name === "Hat")).toBe(false);
    expect(nameOf(merged.session, byId(merged.session).get("trig")?.parent ?? null)).toBe("KIT");
    expect(merged.session.tracks.some((t) => t.id === "a.oh3")).toBe(true);
  });

  it("comes in whole and without a question where nothing was changed, whatever it brings", () =>
    fc.assert(
      fc.property(
        sessions(8),
        sessions(8),
        fc.array(fc.tuple(fc.nat(), fc.nat()), { maxLength: 5 }),
        (host, other, deeds) => {
          const block = blockFrom(other, {
            name: "Any",
            ids: other.tracks.map((t) => t.id),
            along: new Set(),
          });
          if (typeof block === "string") return;
          const of = { ...kit, session: block };
          const joins = joinsFor(host, block, null);
          const now = apply(host, putBlock(style, host, of, { id: "any", place: endOf(host), joins }));
          const next = { ...of, release: 2, session: deeds.reduce(withDeed, block) };
          const { merged, theirs } = bringBlock(style, now, held(now, "any"), block, next);
          expect(merged.clashes).toEqual([]);
          expect(diff(theirs, merged.session)).toEqual([]);
          expect(sessionSchema.safeParse(merged.session).error).toBeUndefined();
          const there = held(merged.session, "any");
          expect(changedHere(merged.session, there, next.session)).toEqual([]);
          // What is not of the block is as it was, but for what stood in its folders and where it led.
          const mine = new Set([...held(now, "any").tracks, ...there.tracks].map((t) => t.track));
          const rest = (s: Session) =>
            s.tracks.filter((t) => !mine.has(t.id)).map((t) => ({ ...t, parent: null }));
          expect(rest(merged.session)).toEqual(rest(now));
        },
      ),
      { numRuns: 200, endOnFailure: true },
    ));

  it("to the release it stands on changes nothing, whatever was done there", () =>
    fc.assert(
      fc.property(
        sessions(8),
        sessions(8),
        fc.array(fc.tuple(fc.nat(), fc.nat()), { maxLength: 6 }),
        (host, other, deeds) => {
          const block = blockFrom(other, {
            name: "Any",
            ids: other.tracks.map((t) => t.id),
            along: new Set(),
          });
          if (typeof block === "string") return;
          const of = { ...kit, session: block };
          const joins = joinsFor(host, block, null);
          let now = apply(host, putBlock(style, host, of, { id: "any", place: endOf(host), joins }));
          now = deeds.reduce(withDeed, now);
          const there = held(now, "any");
          if (!there) return;
          const { merged } = bringBlock(style, now, there, block, of);
          expect(merged.clashes).toEqual([]);
          expect(diff(now, merged.session).filter((c) => c.do !== "set-session")).toEqual([]);
        },
      ),
      { numRuns: 200, endOnFailure: true },
    ));
});

describe("a block that stands somewhere", () => {
  it("is let go: the tracks stay as they are", () => {
    const host = put(starter("choir"), kit, "a");
    const after = apply(host, letGo(host, "a"));
    expect([after.blocks, after.tracks]).toEqual([[], host.tracks]);
  });

  it("is replaced by another, its ends joined alike, what led to it led to the like", () => {
    const choir = put(starter("choir"), kit, "a");
    const plate = by(choir, "Plate").id;
    const aside = choir.tracks.find((t) => t.kind === "audio" && t.parent !== by(choir, "KIT").id)!;
    const host = apply(choir, [
      setField(aside, "sends", [{ id: "s9", to: plate, level: -9, beforeFader: false }]),
    ]);
    const small: BlockRelease = {
      block: "small-kit",
      name: "Small kit",
      release: 4,
      session: apply(
        kit.session,
        takeOut(kit.session, [by(kit.session, "Hat").id, by(kit.session, "OH_R").id]),
      ),
    };
    const after = apply(host, replaceBlock(style, host, held(host, "a"), kit.session, small, "b"));
    expect(after.blocks.map((b) => [b.name, b.release])).toEqual([["Small kit", 4]]);
    expect(sessionSchema.safeParse(after).error).toBeUndefined();
    expect(after.tracks.filter((t) => ["Hat", "OH_R"].includes(t.name))).toEqual([]);
    expect(nameOf(after, byId(after).get(aside.id)?.sends[0]?.to ?? null)).toBe("Plate");
    expect(held(after, "b").ends).toEqual(held(host, "a").ends);
    expect(after.tracks.map((t) => t.name).indexOf("KIT")).toBe(
      host.tracks.map((t) => t.name).indexOf("KIT"),
    );
  });

  it("has ids of its own however deep blocks stand in blocks", () => {
    const long = idHere("t-01234567-8901", "x".repeat(79));
    expect(sessionSchema.shape.blocks.element.shape.id.safeParse(long).success).toBe(true);
    expect(idHere("t-01234567-8901", `${"x".repeat(78)}y`)).not.toBe(long);
  });
});
