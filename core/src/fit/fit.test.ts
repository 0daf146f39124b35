import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { sessions, smallSession } from "../fixtures/sessions.ts";
import { apply } from "../session/apply.ts";
import { SOURCES, blankTrack, emptySession } from "../session/document.ts";
import type { Session, Source } from "../session/document.ts";
import { fit as fitWith } from "./fit.ts";
import { NO_CHOICES } from "./choices.ts";
import { makeSolver } from "../solve/solver.ts";
import type { FitTerms } from "./sources.ts";
import { wishesOf } from "./wish.ts";
import { blankInput, blankRoom } from "./room.ts";
import type { Room } from "./room.ts";

const solver = await makeSolver();
const fit = (s: Session, room: Room, terms: Partial<FitTerms> = {}) =>
  fitWith(s, room, { solver, ...terms });
const input = (number: number, ...takes: Source[]) => blankInput(number, { label: `In ${number}`, takes });
const without = (...leaveOut: string[]) => ({ choices: { ...NO_CHOICES, leaveOut } });
const van: Room = blankRoom("Van", {
  sampleRates: [44100, 48000],
  inputs: [
    ...[1, 2, 3, 4].map((n) => input(n, "mic")),
    input(5, "mic", "line"),
    input(6, "line"),
    input(7, "wireless"),
  ],
});
const sources = (...list: [Source, "mono" | "stereo"][]): Session => ({
  ...emptySession("x"),
  tracks: list.map(([source, format], i) => blankTrack(`t${i}`, `T${i}`, { source, format, armed: true })),
});
const rooms = fc
  .array(fc.uniqueArray(fc.constantFrom(...SOURCES), { minLength: 1, maxLength: 3 }), {
    minLength: 1,
    maxLength: 6,
  })
  .map((list): Room => ({ ...van, inputs: list.map((takes, i) => input(i + 1, ...takes)) }));

describe("fitting a release into a room", () => {
  it("leaves a numbering alone that suits the room", () => {
    const s = { ...smallSession() };
    const result = fit(s, van);
    expect(result.session).toEqual(s);
    expect(result.fits).toEqual(["kick", "top", "bottom", "gtr"]);
    expect(result.changes).toEqual([]);
  });

  it("numbers in order otherwise, and keeps the versatile input for who needs it", () => {
    const result = fit(sources(["mic", "mono"], ["line", "mono"], ["line", "mono"], ["mic", "mono"]), van);
    expect(result.session.tracks.map((t) => t.input)).toEqual([1, 5, 6, 2]);
    expect(result.unplaced).toEqual([]);
  });

  it("moves an earlier source to make room for a later one, rather than leaving it out", () => {
    const tight: Room = { ...van, inputs: [input(1, "mic", "di"), input(2, "mic", "line")] };
    // The microphone would take input 1; the DI box can only go there.
    expect(fit(sources(["mic", "mono"], ["di", "mono"]), tight).session.tracks.map((t) => t.input)).toEqual(
      [2, 1],
    );
  });

  it("gives a stereo source two inputs side by side, from an odd one where it can", () =>
    expect(
      fit(sources(["mic", "mono"], ["mic", "stereo"], ["mic", "mono"]), van).session.tracks.map(
        (t) => t.input,
      ),
    ).toEqual([1, 3, 2]));

  it("says what cannot be placed and why, and does not arm it", () => {
    const result = fit(sources(["wireless", "mono"], ["wireless", "mono"], ["di", "mono"]), van);
    expect(result.unplaced).toEqual([
      { track: "t1", says: "Wants a wireless receiver; the one of Van that would do is taken." },
      { track: "t2", says: "Wants a DI input; Van has none." },
    ]);
    expect(result.session.tracks[1]).toMatchObject({ input: null, armed: false });
  });

  it("does without what somebody leaves out, which makes room", () => {
    const result = fit(sources(["wireless", "mono"], ["wireless", "mono"]), van, without("t0"));
    expect(result.leftOut.map((t) => t.id)).toEqual(["t0"]);
    expect(result.session.tracks.map((t) => [t.id, t.input])).toEqual([["t1", 7]]);
  });

  it("takes out what only they fed: returns and folders, from the inside out", () => {
    const s = smallSession();
    const result = fit(
      {
        ...s,
        tracks: s.tracks.map((t) =>
          t.id === "kit" ? { ...t, sends: [{ id: "x", to: "rev", level: 0, beforeFader: false }] } : t,
        ),
      },
      van,
      without("kick", "top", "bottom"),
    );
    expect(result.session.tracks.map((t) => t.id)).toEqual(["gtr", "main"]);
    expect(result.leftOut.map((t) => t.id)).toEqual(["kick", "top", "bottom"]);
    expect(result.adjusted.find((a) => a.what === "Left out as well")?.says).toBe(
      "KIT, Plate: nothing feeds them any more",
    );
    expect(fit(s, van, without("gtr")).adjusted).toEqual([]);
  });

  it("takes the nearest rate the room can run and the widest path it can play", () => {
    const s: Session = {
      ...smallSession(),
      sampleRate: 96000,
      mainFormat: "7.1.4",
      tracks: smallSession().tracks.map((t) => (t.kind === "audio" ? t : { ...t, format: "7.1.4" })),
    };
    const result = fit(s, van);
    expect(result.session).toMatchObject({ sampleRate: 48000, mainFormat: "stereo" });
    expect(
      result.session.tracks.filter((t) => t.kind !== "audio").every((t) => t.format === "stereo"),
    ).toBe(true);
    expect(result.adjusted.filter((a) => a.track === null).map((a) => a.says)).toEqual([
      "96 kHz → 48 kHz, the nearest this room can run",
      "7.1.4 → stereo, the widest this room can play; buses and returns follow",
    ]);
  });

  it(
    "never gives an input twice or of the wrong kind, and accounts for every source, for " +
      "any session and room",
    () =>
      fc.assert(
        fc.property(sessions(10), rooms, (s, room) => {
          const result = fit(s, room);
          const used = new Set<number>();
          const wishes = wishesOf(result.session);
          for (const w of wishes) {
            const first = result.session.tracks.find((t) => t.id === w.track)?.input ?? null;
            if (first === null) {
              expect(result.unplaced.some((u) => u.track === w.track)).toBe(true);
              continue;
            }
            for (let n = first; n < first + w.channels; n++) {
              expect(used.has(n)).toBe(false);
              used.add(n);
              expect(room.inputs.find((i) => i.number === n)?.takes).toContain(w.source);
            }
          }
          expect(
            result.fits.length +
              result.adjusted.filter((a) => a.what === "Input").length +
              result.unplaced.length,
          ).toBe(wishes.length);
          expect(apply(s, result.changes)).toEqual(result.session);
        }),
        { numRuns: 300 },
      ),
  );
});
