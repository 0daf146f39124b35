import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { sessions } from "../fixtures/sessions.ts";
import { underSameIds } from "../compare/sameIds.ts";
import { diff } from "../session/diff.ts";
import { apply } from "../session/apply.ts";
import { blankTrack, session as sessionSchema } from "../session/document.ts";
import type { Session, Track } from "../session/document.ts";
import { byId, goesTo } from "../session/routing.ts";
import { takeOut, wrap } from "../sheet/folders.ts";
import { blockFrom, madeKnown, reachedBy } from "./blockMake.ts";
import { homeFor, joinsFor, putBlock, withEndsMade } from "./blockPut.ts";
import { changedHere } from "./blockStand.ts";

import { band, by, held, kit, made, nameOf, put, style, starter } from "../fixtures/kit.ts";

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

  it("made anew of other tracks, goes under the ids it has; there too nothing counts as changed", () => {
    const other: Session = {
      ...band,
      tracks: band.tracks.map((t) => ({
        ...t,
        id: `x-${t.id}`,
        parent: t.parent && `x-${t.parent}`,
        feeds: t.feeds && `x-${t.feeds}`,
        sends: t.sends.map((s) => ({ ...s, id: `y-${s.id}`, to: `x-${s.to}` })),
      })),
    };
    const anew = made(other, "Kit", "KIT");
    const { session: as } = underSameIds(style, kit.session, anew);
    expect(as.tracks.map((t) => t.id)).toEqual(kit.session.tracks.map((t) => t.id));
    const wish = { id: "k", block: "kit", name: "Kit", release: 2 };
    const known = apply(other, madeKnown(other, anew, wish, as));
    expect(changedHere(known, held(known, "k"), as)).toEqual([]);
    expect(diff(kit.session, as)).toEqual([]);
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
