import type { Remark } from "@mossy/contract/remarks";
import { compare } from "@mossy/core/compare/sentences";
import { blankTrack, emptySession } from "@mossy/core/session/document";
import type { Session } from "@mossy/core/session/document";
import { describe, expect, it } from "vitest";
import { remarksIn, remarksOut } from "./remarksOut.ts";

const by = { id: "wren", name: "Wren Addis" };
const session = (level: number, name = "Kick"): Session => ({
  ...emptySession("s"),
  tracks: [blankTrack("kick", name, { level }), blankTrack("hat", "Hat", {})],
});
const remark = (text: string, track: string | null, done = false): Remark => ({
  id: text,
  number: 1,
  of: { sort: "template", id: "yard" },
  on: track === null ? { what: "all" } : { what: "track", track, cell: null },
  named: track === "hat" ? "Hat" : "Kick",
  text,
  by,
  at: "2026-06-08T12:00:00.000Z",
  for: null,
  answers: [{ text: "Yes", by, at: "2026-06-09T12:00:00.000Z" }],
  done: done ? { by, at: "2026-06-09T12:00:00.000Z" } : null,
  after: 1,
});

describe("remarks of a comparison", () => {
  const compared = compare(session(0), session(-3, "Kick 24"));
  it("are all that are open, and of those done the ones on what differs", () => {
    const all = [
      remark("open on what differs", "kick"),
      remark("open elsewhere", "hat"),
      remark("done on what differs", "kick", true),
      remark("done elsewhere", "hat", true),
      remark("of neither", "snare"),
      remark("of all", null),
      remark("done, of all", null, true),
    ];
    expect(remarksIn(compared, all).map((r) => r.text)).toEqual([
      "open on what differs",
      "open elsewhere",
      "done on what differs",
      "of all",
    ]);
  });

  it("go out with who said what on what, as it is called in the second", () => {
    expect(remarksOut(compared, [remark("See here", "kick", true)])).toEqual([
      {
        on: "“Kick 24” (was “Kick”)",
        text: "See here",
        by: "Wren Addis",
        at: "2026-06-08T12:00:00.000Z",
        done: true,
        answers: [{ text: "Yes", by: "Wren Addis" }],
      },
    ]);
  });
});
