import { describe, expect, it } from "vitest";
import { blankTrack } from "../session/document.ts";
import { blankItem } from "../session/item.ts";
import { blankMarker } from "../session/lanes.ts";
import { lookAtItems, lookAtMarkers } from "./stay.ts";

/** What is proposed for a file of this name on a track of that name. */
function proposed(
  file: string,
  track = "Vox",
  rest: { job?: boolean; take?: boolean; shared?: [number, number] } = {},
) {
  const holds = { kind: "sound", hash: null, file, seconds: 10, rate: 48_000, channels: 1 } as const;
  const item = blankItem("m1", file, holds, { job: rest.job ?? true });
  const [many, of] = rest.shared ?? [0, 0];
  const shared = new Map(rest.shared ? [["t/m1", { many, of }]] : []);
  const [looked] = lookAtItems(
    { tracks: [blankTrack("t", track, { items: [item] })] },
    new Set(rest.take ? ["t/m1"] : []),
    shared,
  );
  return [looked?.stays, looked?.says];
}

describe("what is proposed for what lies on the tracks of a session", () => {
  it.each([
    ["Tide_bed.wav", "named as a bed"],
    ["Opening jingle 2.wav", "named as a jingle"],
    ["Outro-long.wav", "named as an opening or closing"],
    ["RoomTone_Tent.wav", "named as room tone"],
    ["room_tone.wav", "named as room tone"],
    ["Count-in.wav", "named as a click"],
    ["Kick sample.wav", "named as a sample"],
    ["loop_112.wav", "named as a loop"],
  ])("%s: %s", (file, says) => {
    expect(proposed(file)).toEqual([true, says]);
  });

  it.each(["Vox_03.wav", "Kick take 7.wav", "Audio 12.wav", "Gtr_dub 2.wav", "Tent 2026-08-14.wav"])(
    "%s was recorded",
    (file) => {
      expect(proposed(file)).toEqual([false, "named as a recording"]);
    },
  );

  it("lets a take go, whatever it is called and whoever has it", () => {
    expect(proposed("Tide_bed.wav", "Beds", { take: true, shared: [4, 4] })).toEqual([
      false,
      "a take, or switched off",
    ]);
  });

  it("does not take a word for a part of another", () => {
    expect(proposed("Bedford interview.wav")).toEqual([false, "of this job"]);
    expect(proposed("Clicking gate.wav")).toEqual([false, "of this job"]);
  });

  it("goes by the name of the track where that of the file says nothing", () => {
    expect(proposed("tide.wav", "Beds")).toEqual([true, "on a track named as a bed"]);
    expect(proposed("Vox_03.wav", "Beds")).toEqual([false, "named as a recording"]);
  });

  it("keeps what all sessions of the template have, and what the template carried", () => {
    expect(proposed("a7.wav", "Vox", { shared: [4, 4] })).toEqual([
      true,
      "in all 4 sessions of the template",
    ]);
    expect(proposed("a7.wav", "Vox", { shared: [2, 4] })).toEqual([
      false,
      "in 2 of 4 sessions of the template",
    ]);
    expect(proposed("a7.wav", "Vox", { shared: [1, 1] })).toEqual([false, "of this job"]);
    expect(proposed("a7.wav", "Vox", { job: false })).toEqual([true, "the template carries it"]);
  });
});

it.each([
  ["Music starts", true, "named as a place to begin or end"],
  ["Opening", true, "named as an opening or closing"],
  ["Take 7 is the one", false, "of this job"],
  ["endless verse", false, "of this job"],
])("a marker “%s” of a job stays: %s", (name, stays, says) => {
  const marker = blankMarker("k", name, 1, { job: true });
  expect(lookAtMarkers({ markers: [marker] })).toEqual([{ marker, stays, says }]);
  expect(lookAtMarkers({ markers: [{ ...marker, job: false }] })[0]?.stays).toBe(true);
});
