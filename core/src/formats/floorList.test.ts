import { describe, expect, it } from "vitest";
import { smallSession } from "../fixtures/sessions.ts";
import { apply } from "../session/apply.ts";
import { setField } from "../session/change.ts";
import { usualWords } from "../words/usual/index.ts";
import { floorList, floorTable, floorListIn } from "./floorList.ts";
import { csvOf } from "./table.ts";

const words = usualWords();
const s = smallSession();
const csv = csvOf(floorTable(floorList(s, words)));

describe("the input list as CSV", () => {
  it("read back as it was written changes nothing", () => {
    expect(floorListIn(s, csv)).toEqual([]);
    const filled = apply(
      s,
      s.tracks
        .filter((t) => t.source !== null)
        .flatMap((t) => [
          setField(t, "microphone", "dynamic"),
          setField(t, "phantom", true),
          setField(t, "notes", "first\nsecond"),
          setField(t, "name", `=${t.name}`),
        ]),
    );
    expect(csvOf(floorTable(floorList(filled, words)))).toContain("'=Kick");
    expect(floorListIn(filled, csvOf(floorTable(floorList(filled, words))))).toEqual([]);
  });

  it("takes what somebody changed in it: input, microphone, stand, phantom power, polarity, note", () => {
    const edited =
      "Track,Input,Microphone or box,Stand,Phantom power,Polarity,Note\nKick,9,dynamic,short " +
      "boom,,inverted,in the hole\nEGtr_Amp,–,,,48 V,,\n";
    const after = apply(s, floorListIn(s, edited));
    expect(after.tracks.find((t) => t.id === "kick")).toMatchObject({
      input: 9,
      microphone: "dynamic",
      stand: "short boom",
      phantom: false,
      polarity: "inverted",
      notes: "in the hole",
    });
    expect(after.tracks.find((t) => t.id === "gtr")).toMatchObject({
      input: null,
      phantom: true,
      polarity: "normal",
    });
    expect(after.tracks.find((t) => t.id === "top")).toEqual(s.tracks.find((t) => t.id === "top"));
  });

  it.each([
    ["a column that is missing", "Track,Mic\nKick,x", "“Input” is missing"],
    [
      "a track nobody knows",
      "Track,Input\nKick,1\nBoom,2",
      "Line 3: there is no source “Boom” in this session.",
    ],
    ["no number", "Track,Input\nKick,left", "Line 2: “left” is no input."],
    ["a number no interface has", "Track,Input\nKick,4000", "Line 2: inputs are counted 1 to 1024."],
    ["one named twice", "Track,Input\nKick,1\nkick,2", "Line 3: “kick” stands in the list twice."],
    [
      "a way in that is none",
      "Track,Input,By\nKick,1,carrier pigeon",
      "Line 2: “carrier pigeon” is none of microphone",
    ],
    ["a torn quote", 'Track,Input\n"Kick,1', "a quote is opened and never closed"],
  ])("says where it holds %s, and takes nothing", (_what, text, message) =>
    expect(() => floorListIn(s, text)).toThrow(message),
  );
});
