import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { looseItems } from "../fixtures/sessions.ts";
import { apply } from "../session/apply.ts";
import { blankTrack, emptySession } from "../session/document.ts";
import { MOST_ITEMS, blankItem, item as itemSchema, itemInDetail } from "../session/item.ts";
import type { Item } from "../session/item.ts";
import {
  beyond,
  byClock,
  changeItem,
  lastEnd,
  inTime,
  itemWith,
  putItem,
  reach,
  takeItemOut,
} from "./lay.ts";

const at90 = { ...emptySession("Evening"), tempo: 90, tracks: [blankTrack("beds", "Beds")] };
const bed = {
  kind: "sound",
  hash: "ab".repeat(32),
  file: "Tide_bed.wav",
  seconds: 90,
  rate: 48_000,
  channels: 2,
} as const;
const beat = {
  kind: "pattern",
  notes: [{ at: 0, length: 1, key: 36, velocity: 100 }],
  length: 4,
  sets: [],
  shelf: null,
} as const;

/** The items of the only track after each was put on it. */
function put(...held: (Item["holds"] & object)[]): Item[] {
  let session: typeof at90 = at90;
  for (const holds of held) {
    const made = putItem(session, session.tracks[0]!, "x", holds);
    session = { ...session, ...apply(session, [made!.change]) };
  }
  return session.tracks[0]!.items;
}

describe("putting items on a track", () => {
  it("puts each behind what lies there, as long as what it holds, whatever clock each counts by", () => {
    const items = put(bed, { ...beat, notes: [...beat.notes], sets: [] }, bed);
    expect(items.map((i) => [i.id, i.clock, i.at, i.length])).toEqual([
      ["m1", "seconds", 0, 90],
      // 90 s at 90 quarter notes a minute are 135 of them; four take 2.667 s.
      ["m2", "beats", 135, 4],
      ["m3", "seconds", 92.666667, 90],
    ]);
    expect(lastEnd(items, at90)).toBeCloseTo(182.666667, 5);
    expect(inTime([...items].reverse(), at90).map((i) => i.id)).toEqual(["m1", "m2", "m3"]);
  });

  it("refuses one more than a track can hold", () => {
    const full = Array.from({ length: MOST_ITEMS }, (_, n) => blankItem(`m${n}`, "", bed));
    expect(putItem(at90, blankTrack("full", "Full", { items: full }), "x", bed)).toBeNull();
  });

  it("changes and takes out the one that is meant, and no other", () => {
    const t = blankTrack("beds", "Beds", { items: [blankItem("m1", "A", bed), blankItem("m2", "B", bed)] });
    const session = { ...at90, tracks: [t] };
    const lower = apply(session, [changeItem(t, "m2", itemWith(t.items[1]!, { gain: -18 }))]);
    expect(lower.tracks[0]!.items.map((i) => i.gain)).toEqual([0, -18]);
    expect(apply(session, [takeItemOut(t, "m1")]).tracks[0]!.items.map((i) => i.id)).toEqual(["m2"]);
  });
});

describe("an item that is changed", () => {
  const tide = blankItem("m1", "Tide", bed, { length: 60 });

  it("keeps its fades within it: the one that was not touched makes way", () => {
    const faded = itemWith(tide, { fadeIn: { length: 50, shape: "linear" } });
    const both = itemWith(faded, { fadeOut: { length: 20, shape: "s-curve" } });
    expect([both.fadeIn.length, both.fadeOut]).toEqual([40, { length: 20, shape: "s-curve" }]);
    const short = itemWith(both, { length: 30 });
    expect([short.fadeIn.length, short.fadeOut.length]).toEqual([30, 0]);
  });

  it("keeps its envelope in order and within it", () => {
    const points = [8, 2, 70].map((at) => ({ at, level: -6 }));
    expect(itemWith(tide, { points }).points.map((p) => p.at)).toEqual([2, 8]);
  });

  it("says how far what it holds reaches, and how much longer the item is", () => {
    const long = itemWith(tide, { length: 720, offset: 30 });
    expect([reach(long), beyond(long, at90)]).toEqual([60, 660]);
    expect([reach({ ...long, loops: true }), beyond({ ...long, loops: true }, at90)]).toEqual([null, 0]);
    const unknown = blankItem("m2", "?", { ...bed, seconds: null }, { length: 720 });
    expect(beyond(unknown, at90)).toBe(0);
    const eight = blankItem("m3", "Kick", { ...beat, notes: [...beat.notes], sets: [] }, { length: 7 });
    expect(beyond(eight, at90)).toBeCloseTo(2, 9);
  });

  it("is where it was when it is counted by the other clock and back, for any item and tempo", () =>
    fc.assert(
      fc.property(looseItems(1), fc.integer({ min: 40, max: 240 }), ([i], tempo) => {
        if (!i) return;
        const there = byClock(i, i.clock === "beats" ? "seconds" : "beats", { ...at90, tempo });
        expect(itemSchema.safeParse(there).success).toBe(true);
        const back = byClock(there, i.clock, { ...at90, tempo });
        expect(back.at).toBeCloseTo(i.at, 4);
        expect(back.length).toBeCloseTo(i.length, 4);
        expect({ ...back, at: 0, length: 1, fadeIn: 0, fadeOut: 0, points: 0 }).toEqual({
          ...i,
          at: 0,
          length: 1,
          fadeIn: 0,
          fadeOut: 0,
          points: 0,
        });
      }),
    ));

  it("is said with all that is set of it", () => {
    expect(
      itemInDetail({
        ...tide,
        at: 30.25,
        offset: 1.5,
        gain: -18,
        loops: true,
        fadeOut: { length: 4, shape: "equal-power" },
        points: [{ at: 2, level: -6 }],
      }),
    ).toBe(
      "Tide (Tide_bed.wav, abababab, at 0:30.25, 1:00 long, from 0:01.5, −18.0 dB, loops, " +
        "fade out 0:04 equal power, envelope 0:02 −6.0, stays)",
    );
    const episode = blankItem(
      "m2",
      "",
      { kind: "placeholder", says: "the episode", parts: 2 },
      { job: true },
    );
    expect(itemInDetail(episode)).toBe(
      "placeholder (the episode, 2 parts, at 0:00, 0:01 long, of this job)",
    );
  });
});
