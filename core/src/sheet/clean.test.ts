import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { check, open } from "../check/check.ts";
import { sessions, smallSession } from "../fixtures/sessions.ts";
import { newSession } from "../house/starts.ts";
import { makeStyle } from "../house/style.ts";
import { usualHouse } from "../house/usual.ts";
import { apply } from "../session/apply.ts";
import { setField } from "../session/change.ts";
import { blankTrack, session as sessionSchema } from "../session/document.ts";
import type { Session } from "../session/document.ts";
import { blankItem } from "../session/item.ts";
import { itemKey, lookAtItems } from "../items/stay.ts";
import { cleaned, lookThrough, productionStay, usualStay } from "./clean.ts";

const style = makeStyle(usualHouse("x"));
const base = newSession(style.house, "x");

describe("cleaning", () => {
  const dirty = (): Session => {
    const s = smallSession();
    return apply(s, [
      {
        do: "add",
        track: blankTrack("job", "gonza lo tk 7", { feeds: "lonely", notes: "his", armed: true }),
        after: "main",
      },
      {
        do: "add",
        track: blankTrack("empty", "Old stuff", { kind: "folder", format: "stereo", feeds: "main" }),
        after: "main",
      },
      {
        do: "add",
        track: blankTrack("unfed", "Slap", { kind: "return", format: "stereo", feeds: "main" }),
        after: "main",
      },
      {
        do: "add",
        track: blankTrack("lonely", "zzz bus", { kind: "bus", format: "stereo", feeds: "main" }),
        after: "main",
      },
      setField(
        s.tracks.find((t) => t.id === "gtr")!,
        "feeds",
        "lonely",
      ),
    ]);
  };

  it("tells names of the job from names of roles, and what nobody feeds from what is fed", () =>
    expect(new Map(lookThrough(style, dirty()).map((l) => [l.track.id, l.standing]))).toEqual(
      new Map([
        ["kit", "role"],
        ["kick", "role"],
        ["top", "role"],
        ["bottom", "role"],
        ["gtr", "role"],
        ["rev", "role"],
        ["main", "role"],
        ["lonely", "job"],
        ["unfed", "unfed"],
        ["empty", "empty-folder"],
        ["job", "job"],
      ]),
    ));

  it("takes away what does not stay, leads feeds on, and leaves the source as it was", () => {
    const source = dirty();
    const before = structuredClone(source);
    const after = cleaned(style, source, base, usualStay(lookThrough(style, source), [], source));
    expect(source).toEqual(before);
    expect(after.tracks.map((t) => t.id).sort()).toEqual([
      "bottom",
      "gtr",
      "kick",
      "kit",
      "main",
      "rev",
      "top",
    ]);
    expect(after.tracks.find((t) => t.id === "gtr")?.feeds).toBe("main");
    expect(after.tracks.every((t) => t.notes === "" && !t.armed)).toBe(true);
    expect(open(check(style, after)).filter((f) => f.weight === "broken")).toEqual([]);
  });

  it("leaves a session that holds together, whatever stays, for any session", () =>
    fc.assert(
      fc.property(
        sessions(10),
        fc.array(fc.nat()),
        fc.array(fc.boolean(), { minLength: 8, maxLength: 8 }),
        (
          s,
          picks,
          [
            processors = true,
            sends = true,
            levels = true,
            inputs = true,
            notes = true,
            settings = true,
            marks = true,
            dress = true,
            along = true,
          ],
        ) => {
          const tracks = new Set(
            picks.flatMap((p) => s.tracks[p % Math.max(1, s.tracks.length)]?.id ?? []),
          );
          const items = new Set(
            s.tracks.flatMap((t) => (notes ? t.items.map((i) => itemKey(t.id, i)) : [])),
          );
          const after = cleaned(style, s, base, {
            tracks,
            items,
            markers: new Set(s.markers.flatMap((m, n) => (n % 2 === 0 ? m.id : []))),
            along,
            processors,
            sends,
            levels,
            inputs,
            notes,
            settings,
            marks,
            dress,
          });
          expect(sessionSchema.safeParse(after).error).toBeUndefined();
          for (const id of tracks) expect(after.tracks.some((t) => t.id === id)).toBe(true);
          expect(after.tracks.some((t) => t.items.some((i) => i.job || !notes))).toBe(false);
          expect(after.markers.map((m) => [m.name, m.job])).toEqual(
            s.markers.filter((_, n) => n % 2 === 0).map((m) => [m.name, false]),
          );
          expect(after.tempos).toEqual(along ? s.tempos : []);
          // Which machine of which room a track sat on is not the template's.
          expect(after.tracks.some((t) => t.plays !== null && t.plays.seat !== null)).toBe(false);
          const there = new Set(after.tracks.map((t) => t.id));
          expect(
            after.tracks.every((t) => t.feeds === null || (there.has(t.feeds) && t.feeds !== t.id)),
          ).toBe(true);
        },
      ),
      { numRuns: 200 },
    ));

  it("leaves the template of a production its own names, with their marks, and none of what leads nowhere", () => {
    const source = { ...dirty(), notes: "Third night, take 4." };
    const own = apply(source, [
      setField(
        source.tracks.find((t) => t.id === "job")!,
        "job",
        true,
      ),
    ]);
    const stay = productionStay(lookThrough(style, own), [], own);
    const made = cleaned(style, own, base, stay);
    expect(made.tracks.map((t) => t.id)).toEqual(
      expect.arrayContaining(["kit", "kick", "job", "lonely", "main"]),
    );
    expect(made.tracks.some((t) => t.id === "unfed" || t.id === "empty")).toBe(false);
    expect(made.tracks.find((t) => t.id === "job")).toMatchObject({ job: true, name: "gonza lo tk 7" });
    expect([made.notes, own.notes]).toEqual(["", "Third night, take 4."]);
    expect(sessionSchema.safeParse(made).success).toBe(true);
  });

  it("keeps a bed with the track it lies on, and lets go of what was recorded, wherever it lies", () => {
    const clean = dirty();
    const sound = (file: string) =>
      ({ kind: "sound", hash: null, file, seconds: 60, rate: 48_000, channels: 2 }) as const;
    const source: Session = {
      ...clean,
      tracks: clean.tracks.map((t) => {
        if (t.id === "job")
          return { ...t, items: [blankItem("m1", "Tide bed", sound("tb.wav"), { job: true })] };
        if (t.id !== "kick") return t;
        const take = blankItem("m1", "Kick_04", sound("Kick_04.wav"), { job: true });
        return { ...t, items: [take, blankItem("m2", "Slate", sound("slate.wav"))] };
      }),
    };
    const items = lookAtItems(source);
    const made = cleaned(style, source, base, usualStay(lookThrough(style, source), items, source));
    const lying = made.tracks.flatMap((t) => t.items.map((i) => [t.id, i.name, i.job]));
    expect(lying).toEqual(
      expect.arrayContaining([
        ["job", "Tide bed", false],
        ["kick", "Slate", false],
      ]),
    );
    expect(lying).toHaveLength(2);
    const whole = usualStay(lookThrough(style, source), items, source, true);
    expect(whole.items.size).toBe(3);
  });

  it("leaves a block of which anything stays, and no other", () => {
    const source: Session = {
      ...smallSession(),
      blocks: [
        {
          id: "b",
          block: "kit",
          name: "Kit",
          release: 1,
          tracks: ["kick", "top"].map((track) => ({ track, from: track, given: {} })),
          ends: [],
        },
      ],
    };
    const stay = usualStay(lookThrough(style, source), [], source);
    const blocksWithout = (...ids: string[]) =>
      cleaned(style, source, base, {
        ...stay,
        tracks: new Set([...stay.tracks].filter((t) => !ids.includes(t))),
      }).blocks.length;
    expect([blocksWithout("top"), blocksWithout("top", "kick")]).toEqual([1, 0]);
  });
});
