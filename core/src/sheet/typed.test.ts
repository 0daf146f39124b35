import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { check } from "../check/check.ts";
import { sessions, smallSession } from "../fixtures/sessions.ts";
import { blankTrack, emptySession } from "../session/document.ts";
import { byId } from "../session/routing.ts";
import { addTyped, readLines } from "./typed.ts";
import { style, tidy, newId, by, folderOf, done } from "../fixtures/laidOut.ts";

describe("a pasted list", () => {
  it("puts what is indented into folders, several deep, and feeds it on", () => {
    const s = {
      ...emptySession("x"),
      tracks: [blankTrack("main", "Main", { kind: "main", format: "stereo", role: "main" })],
    };
    const after = done(
      s,
      addTyped(
        style,
        s,
        readLines(
          style,
          s,
          "Left side\n\tDrum kit\n\t\tKick | 1\n\t\tSnare top | 2 | close\n\t4 of Shanty tenor | 5\nHat",
          newId,
        ),
        "house",
      ),
    );
    expect(folderOf(after, "Kick")).toBe(by(after, "KIT").name);
    expect(folderOf(after, "KIT")).toBe("Left side");
    expect(by(after, "Kick")).toMatchObject({ feeds: by(after, "KIT").id, input: 1 });
    expect(by(after, "KIT").feeds).toBe(by(after, "Left side").id);
    expect(by(after, "Left side")).toMatchObject({ kind: "folder", format: "stereo", feeds: "main" });
    const tenors = after.tracks.filter((t) => t.role === "shanty-tenor");
    expect(tenors.map((t) => [t.number, t.input, t.parent])).toEqual(
      [1, 2, 3, 4].map((k) => [k, 4 + k, by(after, "Left side").id]),
    );
    expect(by(after, "Hat").parent).toBeNull();
    expect(check(style, after).filter((f) => f.weight === "broken")).toEqual([]);
  });

  it("fills a folder that is there already, and goes behind the selection where it is told to", () => {
    const more = done(
      tidy,
      addTyped(style, tidy, readLines(style, tidy, "Drum kit\n  Hat\n  Ride", newId), "house"),
    );
    expect(more.tracks.filter((t) => t.kind === "folder")).toHaveLength(
      tidy.tracks.filter((t) => t.kind === "folder").length,
    );
    expect([folderOf(more, "Hat"), folderOf(more, "Ride")]).toEqual(["KIT", "KIT"]);
    const behind = done(
      tidy,
      addTyped(style, tidy, readLines(style, tidy, "Violin\nCello", newId), {
        parent: "kit",
        after: "kick",
      }),
    );
    const order = behind.tracks.filter((t) => t.parent === "kit").map((t) => t.id);
    expect(
      order
        .slice(order.indexOf("kick"))
        .slice(0, 3)
        .map((id) => behind.tracks.find((t) => t.id === id)?.role),
    ).toEqual(["kick", "violin", "cello"]);
    expect(by(behind, "Vln").feeds).toBe("kit");
  });

  it("takes a doubtful line for what it could be once somebody agrees, and only that line", () => {
    const s = smallSession();
    const text = "Snaer Bottom\nGuitra";
    const names = (agreed: string[]): string[] => {
      const made = readLines(style, s, text, newId, new Set(agreed));
      const after = done(s, addTyped(style, s, made, "house"));
      return made.map((m) => after.tracks.find((t) => t.id === m.track.id)!.name);
    };
    expect(names([])).toEqual(["Snaer Bottom", "Guitra"]);
    expect(names(["Snaer Bottom"])).toEqual(["Snare_Btm_2", "Guitra"]);
  });

  it("takes any text without losing a line or breaking the tree", () => {
    const line = fc
      .tuple(
        fc.integer({ min: 0, max: 4 }),
        fc.constantFrom("Kick", "xqzv", "3 of Hat", "PANS", "Room | stereo | 9", "Drum kit"),
      )
      .map(([d, t]) => `${"  ".repeat(d)}${t}`);
    fc.assert(
      fc.property(sessions(6), fc.array(line, { maxLength: 8 }), (s, lines) => {
        const made = readLines(style, s, lines.join("\n"), newId);
        expect([...new Set(made.map((m) => m.line))].map((l) => l.name)).toEqual(
          lines.map((l) => l.trim().replace(/^3 of | \|.*/g, "")),
        );
        const after = done(s, addTyped(style, s, made, "house"));
        const all = byId(after);
        for (const { line, reading, track } of made) {
          const there = all.get(track.id);
          // A typed folder that the session has already is not made twice.
          const folder = s.tracks.some((t) => t.kind === "folder" && t.role === track.role);
          expect(there !== undefined || (track.kind === "folder" && folder), line.name).toBe(true);
          if (!reading.sure && track.kind !== "folder") expect(there?.name).toBe(line.name);
          if (line.name === "Hat" && track.kind !== "folder")
            expect(made.filter((m) => m.line === line)).toHaveLength(line.many);
        }
      }),
      { numRuns: 120 },
    );
  });
});
