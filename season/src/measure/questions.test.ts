import { blankTrack, emptySession } from "@mossy/core/session/document";
import type { Session, Track } from "@mossy/core/session/document";
import { describe, expect, it } from "vitest";
import { NO_HANDS } from "../work/hands.ts";
import type { Hands } from "../work/hands.ts";
import { askedBy } from "./questions.ts";

const main = blankTrack("main", "Main", { kind: "main", format: "stereo" });
const kick = blankTrack("a", "Kick", { colour: "#111111", feeds: "main" });
const as = (fields: Partial<Track>): Session => ({
  ...emptySession("Night"),
  tracks: [{ ...kick, ...fields }, main],
});
const [ours, theirs] = [as({ colour: "#222222" }), as({ colour: "#333333" })];
const by = (who: "people" | "software"): Hands => ({
  ...NO_HANDS,
  [who]: new Map([["a", new Set(["colour"])]]),
});

describe("what bringing a session forward asks", () => {
  it("is needless where only the software of the room says otherwise", () => {
    expect(askedBy(as({}), ours, theirs, by("people"))).toMatchObject({
      open: [{ of: "value" }],
      needless: [],
    });
    expect(askedBy(as({}), ours, theirs, by("software")).needless).toHaveLength(1);
  });

  it("is needless where both mean the same", () => {
    const [one, other] = [as({ notes: "Two  mics" }), as({ notes: "two mics" })];
    expect(askedBy(as({}), one, other, NO_HANDS).open.length).toBe(
      askedBy(as({}), one, other, NO_HANDS).needless.length,
    );
  });

  it("is decided where one side does less harm", () => {
    const { safer, open } = askedBy(as({}), as({ level: -3 }), as({ level: -9 }), NO_HANDS);
    expect([[...safer.values()], open]).toEqual([["ours"], []]);
  });
});
