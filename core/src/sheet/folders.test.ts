import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { sessions } from "../fixtures/sessions.ts";
import { arrange } from "./arrange.ts";
import { dissolve, moveTo, outermost, takeOut, withInside, wrap } from "./folders.ts";
import { style, tidy, folderOf, done } from "../fixtures/laidOut.ts";

describe("folders", () => {
  it(
    "wrap what is chosen, named by the house where it has a folder for it, else by " +
      "what the members share",
    () => {
      const loose = {
        ...tidy,
        tracks: tidy.tracks
          .filter((t) => t.id !== "kit")
          .map((t) => (t.parent === "kit" ? { ...t, parent: null, feeds: "main" } : t)),
      };
      const kit = done(loose, wrap(style, loose, ["kick", "top", "bottom"], "w"));
      expect(kit.tracks.find((t) => t.id === "w")).toMatchObject({
        name: "KIT",
        role: "drum-kit",
        format: "stereo",
        feeds: "main",
      });
      expect(kit.tracks.filter((t) => t.parent === "w").map((t) => t.feeds)).toEqual(["w", "w", "w"]);
      expect(
        done(kit, wrap(style, kit, ["top", "bottom"], "v")).tracks.find((t) => t.id === "v"),
      ).toMatchObject({ name: "SNARE", parent: "w", feeds: "w" });
      expect(
        done(kit, wrap(style, kit, ["kick", "gtr"], "v")).tracks.find((t) => t.id === "v")?.parent,
      ).toBe("w");
    },
  );

  it("dissolve and give back what they held; taken out, they take it along", () => {
    const out = done(tidy, dissolve(tidy, "kit"));
    expect(out.tracks.find((t) => t.id === "kick")).toMatchObject({ parent: null, feeds: "main" });
    expect(done(tidy, takeOut(tidy, ["kit"])).tracks.map((t) => t.id)).toEqual(
      tidy.tracks.filter((t) => t.id !== "kit" && t.parent !== "kit").map((t) => t.id),
    );
  });

  it("hold together and undo exactly, for any session and any choice", () =>
    fc.assert(
      fc.property(sessions(10), fc.array(fc.nat(), { maxLength: 5 }), fc.nat(), (s, picks, where) => {
        const ids = picks.flatMap((p) => s.tracks[p % Math.max(1, s.tracks.length)]?.id ?? []);
        done(s, wrap(style, s, ids, "wrapped"));
        done(s, takeOut(s, ids));
        if (ids[0] !== undefined) done(s, dissolve(s, ids[0]));
        const to = s.tracks[where % Math.max(1, s.tracks.length)];
        if (to) {
          const place =
            to.kind === "folder" && where % 2 === 0
              ? { parent: to.id, after: null }
              : { parent: to.parent, after: to.id };
          const after = done(s, moveTo(s, ids, place));
          if (place.parent !== null && withInside(s, ids).has(place.parent)) expect(after).toEqual(s);
          else
            for (const t of outermost(s, ids))
              expect(after.tracks.find((x) => x.id === t.id)?.parent).toBe(place.parent);
        }
      }),
      { numRuns: 250 },
    ));

  it("are arranged by the house without a name or a colour changing", () => {
    const messy = {
      ...tidy,
      tracks: tidy.tracks
        .filter((t) => t.id !== "kit")
        .map((t) =>
          t.id === "kick"
            ? { ...t, name: "Boomer", parent: null, feeds: "main" }
            : t.parent === "kit"
              ? { ...t, parent: null, feeds: "main" }
              : t,
        ),
    };
    const changes = arrange(style, messy);
    expect(
      changes.every((c) => c.do === "move" || c.do === "add" || (c.do === "set" && c.field === "feeds")),
    ).toBe(true);
    const after = done(messy, changes);
    expect([folderOf(after, "Snare_Top"), folderOf(after, "Boomer")]).toEqual(["KIT", "KIT"]);
    expect(arrange(style, after)).toEqual([]);
  });
});
