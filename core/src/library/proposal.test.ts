import fc from "fast-check";
import { describe, expect, it } from "vitest";
import {
  brought,
  by,
  held,
  kit,
  put,
  set,
  starter,
  style,
  withDeed,
  anyStanding,
} from "../fixtures/kit.ts";
import { apply } from "../session/apply.ts";
import { setField } from "../session/change.ts";
import { diff } from "../session/diff.ts";
import { blankTrack, session as sessionSchema } from "../session/document.ts";
import type { Session } from "../session/document.ts";
import { takeOut } from "../sheet/folders.ts";
import { bringBlock } from "./blockForward.ts";
import { changedHere } from "./blockStand.ts";
import { likenesses, proposedOn, proposedToBlock } from "./proposal.ts";

const choir = starter("choir");
const withClicks = (s: Session, id: string): Session =>
  apply(s, [
    {
      do: "add",
      track: blankTrack(id, "Clicks", { feeds: by(s, "Main").id, source: "line" }),
      after: null,
    },
  ]);

describe("a proposal on today's draft", () => {
  it("brings what it changed, leaves what the draft went on with, and asks where both changed the same", () => {
    const went = set(choir, "Main", "level", -1);
    const proposed = withClicks(set(went, "Main", "level", -3), "c");
    const draft = set(choir, "Main", "pan", 4);
    const merged = proposedOn(went, proposed, draft);
    expect(merged.clashes.map((c) => c.of)).toEqual(["value"]);
    const { session } = proposedOn(went, proposed, draft, new Map([[merged.clashes[0]!.key, "theirs"]]));
    expect(by(session, "Main")).toMatchObject({ level: -3, pan: 4 });
    expect(session.tracks.some((t) => t.name === "Clicks")).toBe(true);
  });
});

describe("the same done elsewhere", () => {
  it("is known by what the tracks are, whatever their ids", () => {
    const other: Session = {
      ...choir,
      tracks: choir.tracks.map((t) => ({
        ...t,
        id: `x-${t.id}`,
        parent: t.parent && `x-${t.parent}`,
        feeds: t.feeds && `x-${t.feeds}`,
        sends: t.sends.map((s) => ({ ...s, to: `x-${s.to}` })),
      })),
    };
    const did = (s: Session, id: string): Session => withClicks(set(s, "HallRev", "level", -5), id);
    expect(likenesses(choir, did(choir, "a"))).toEqual(likenesses(other, did(other, "b")));
    expect(likenesses(choir, set(choir, "HallRev", "level", -6))).not.toEqual(
      likenesses(choir, set(choir, "HallRev", "level", -5)),
    );
    const lead = choir.tracks.find((t) => t.sends.length > 0)!;
    const unsent = apply(choir, [setField(lead, "sends", [])]);
    expect([...likenesses(choir, unsent)].every((l) => l.endsWith("went"))).toBe(true);
  });
});

describe("what was changed where a block stands, proposed to the block", () => {
  it("is the block with the same done to it: brought back, nothing is other there", () => {
    const host = put(choir, kit, "a");
    const folder = by(host, "KIT").id;
    const added = apply(set(host, "Kick", "level", -4), [
      {
        do: "add",
        track: blankTrack("under", "Snare_Under", { parent: folder, feeds: folder, source: "mic" }),
        after: by(host, "Snare_Top").id,
      },
    ]);
    const work = apply(added, takeOut(added, [by(added, "Hat").id]));
    const next = proposedToBlock(kit.session, held(host, "a"), host, work);
    expect(sessionSchema.safeParse(next).error).toBeUndefined();
    expect(by(next, "Kick").level).toBe(-4);
    expect(by(next, "Snare_Under")).toMatchObject({
      parent: by(next, "KIT").id,
      feeds: by(next, "KIT").id,
    });
    const names = next.tracks.map((t) => t.name);
    expect(names.indexOf("Snare_Under")).toBe(names.indexOf("Snare_Top") + 1);
    expect(names).not.toContain("Hat");
    expect(by(next, "Kick").sends).toEqual(by(kit.session, "Kick").sends);
    expect(next.ends).toEqual(kit.session.ends);
    const { merged } = brought(host, "a", kit, { ...kit, release: 2, session: next });
    expect(merged.clashes).toEqual([]);
    expect(by(merged.session, "Kick").level).toBe(-4);
    expect(merged.session.tracks.some((t) => t.id === "a.under")).toBe(true);
  });

  it("holds together and comes back as it was proposed, whatever was done", () =>
    fc.assert(
      fc.property(anyStanding(7), ({ of, now, deeds }) => {
        const block = of.session;
        const work = deeds.reduce(withDeed, now);
        const there = held(work, "any");
        if (!there) return;
        const next = proposedToBlock(block, there, now, work);
        expect(sessionSchema.safeParse(next).error).toBeUndefined();
        // Where nothing of the block was touched, nothing is proposed.
        if (changedHere(work, there, block).length === 0)
          expect(diff(block, next).filter((c) => c.do !== "add")).toEqual([]);
        const { merged } = bringBlock(style, now, held(now, "any"), block, {
          ...of,
          release: 2,
          session: next,
        });
        expect(merged.clashes).toEqual([]);
        for (const t of held(now, "any").tracks) {
          const [mine, theirs] = [work, merged.session].map((s) => s.tracks.find((x) => x.id === t.track));
          expect(theirs?.level).toBe(mine?.level);
        }
      }),
      { numRuns: 200, endOnFailure: true },
    ));
});
