import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { apply } from "../session/apply.ts";
import { setField } from "../session/change.ts";
import type { Change } from "../session/change.ts";
import { diff } from "../session/diff.ts";
import { blankTrack, session as sessionSchema } from "../session/document.ts";
import type { Session } from "../session/document.ts";
import { byId } from "../session/routing.ts";
import { takeOut } from "../sheet/folders.ts";
import { idHere } from "./blockIds.ts";
import { bringBlock } from "./blockForward.ts";
import type { BlockRelease } from "./blockPut.ts";
import { letGo, replaceBlock } from "./blockReplace.ts";
import { changedHere } from "./blockStand.ts";

import {
  by,
  held,
  kit,
  nameOf,
  put,
  set,
  style,
  third,
  brought,
  starter,
  withDeed,
  anyStanding,
} from "../fixtures/kit.ts";

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
      fc.property(anyStanding(8), ({ of, now, deeds }) => {
        const next = { ...of, release: 2, session: deeds.reduce(withDeed, of.session) };
        const { merged, theirs } = bringBlock(style, now, held(now, "any"), of.session, next);
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
      }),
      { numRuns: 200, endOnFailure: true },
    ));

  it("to the release it stands on changes nothing, whatever was done there", () =>
    fc.assert(
      fc.property(anyStanding(8), ({ of, now: before, deeds }) => {
        const now = deeds.reduce(withDeed, before);
        const there = held(now, "any");
        if (!there) return;
        const { merged } = bringBlock(style, now, there, of.session, of);
        expect(merged.clashes).toEqual([]);
        expect(diff(now, merged.session).filter((c) => c.do !== "set-session")).toEqual([]);
      }),
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
