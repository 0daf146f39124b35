import { describe, expect, it } from "vitest";
import { check } from "../check/check.ts";
import { setField } from "../session/change.ts";
import type { Session, Track } from "../session/document.ts";
import { blankInsert } from "../session/processor.ts";
import { bypassOf, putChain, standsBehind } from "./chains.ts";
import { style, tidy, done } from "../fixtures/laidOut.ts";

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
