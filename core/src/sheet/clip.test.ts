import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { sessions } from "../fixtures/sessions.ts";
import { blankTrack, emptySession, session as sessionSchema } from "../session/document.ts";
import type { Session } from "../session/document.ts";
import { clipIn, clipOf, paste } from "./clip.ts";
import { withInside } from "./folders.ts";
import { style, tidy, newId, by, done } from "../fixtures/laidOut.ts";

describe("copy and paste", () => {
  it("brings routing along where both ends come, and feeds what is around where they do not", () => {
    const other: Session = {
      ...emptySession("y"),
      tracks: [blankTrack("m", "Main", { kind: "main", format: "stereo", role: "main" })],
    };
    const clip = clipIn(JSON.stringify(clipOf(tidy, ["kit", "rev"])));
    expect(clip).not.toBeNull();
    const after = done(other, paste(style, other, clip!, { parent: null, after: null }, newId));
    expect(after.tracks).toHaveLength(other.tracks.length + 5);
    const top = by(after, "Snare_Top");
    expect(top.feeds).toBe(by(after, "KIT").id);
    expect(after.tracks.find((t) => t.id === top.sends[0]?.to)?.kind).toBe("return");
    expect(by(after, "KIT").feeds).toBe("m");
    const alone = done(
      other,
      paste(style, other, clipOf(tidy, ["top"]), { parent: null, after: null }, newId),
    );
    expect(by(alone, "Snare_Top")).toMatchObject({ feeds: "m", sends: [], input: 2 });
  });

  it("in one template takes no input twice, no name twice and no second main path", () => {
    const after = done(
      tidy,
      paste(style, tidy, clipOf(tidy, ["gtr", "main"]), { parent: null, after: "gtr" }, newId),
    );
    const made = after.tracks.filter((t) => !tidy.tracks.some((x) => x.id === t.id));
    expect(made.map((t) => [t.kind, t.input, t.feeds])).toEqual([
      ["audio", null, made[1]?.id],
      ["bus", null, "main"],
    ]);
    expect(new Set(after.tracks.map((t) => t.name.toLowerCase())).size).toBe(after.tracks.length);
  });

  it("refuses what is no clip", () => {
    for (const text of [
      "",
      "Kick",
      '{"format":"mossy-lantern/tracks","version":1,"tracks":[]}',
      '{"format":"mossy-lantern/tracks","version":1,"tracks":[{"id":"a"}]}',
      '{"format":"mossy-lantern/tracks"',
    ])
      expect(clipIn(text)).toBeNull();
  });

  it("holds together for any two sessions", () =>
    fc.assert(
      fc.property(
        sessions(8),
        sessions(8),
        fc.array(fc.nat(), { minLength: 1, maxLength: 4 }),
        (a, b, picks) => {
          const ids = picks.flatMap((p) => a.tracks[p % Math.max(1, a.tracks.length)]?.id ?? []);
          if (ids.length === 0) return;
          const after = done(
            b,
            paste(
              style,
              b,
              clipOf(a, ids),
              { parent: null, after: b.tracks.findLast((t) => t.parent === null)?.id ?? null },
              newId,
            ),
          );
          expect(after.tracks.length).toBe(b.tracks.length + withInside(a, ids).size);
          expect(sessionSchema.safeParse(after).error).toBeUndefined();
        },
      ),
      { numRuns: 150 },
    ));
});
