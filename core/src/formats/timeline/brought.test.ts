import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { sessions } from "../../fixtures/sessions.ts";
import { emptySession } from "../../session/document.ts";
import type { Session } from "../../session/document.ts";
import { blankMarker } from "../../session/lanes.ts";
import type { Marker } from "../../session/lanes.ts";
import { readIncoming } from "../readForeign.ts";
import { makeStyle } from "../../house/style.ts";
import { usualHouse } from "../../house/usual.ts";
import { writeMidiTracks } from "../midiOut.ts";
import { parsedMidi } from "../midiTracks.ts";
import { TimeReading, addedTime, replacedTime } from "./brought.ts";
import { timeInMidi } from "./midiTime.ts";
import { readTime } from "./readTime.ts";
import { writeExchange } from "../exchange/write.ts";

const marked = (name: string, at: number): Marker => blankMarker("k1", name, at);

describe("what a file says of time", () => {
  it("comes back from a MIDI file as it went out: markers and meters where they were, tempos at their places", () =>
    fc.assert(
      fc.property(sessions(1), (any) => {
        const s: Session = {
          ...any,
          tempos: any.tempos.map((t) => ({ ...t, by: "step" as const })),
          markers: any.markers.map((m) => ({ ...m, clock: "beats" as const, length: null })),
        };
        const time = timeInMidi(parsedMidi(writeMidiTracks(s)).midi);
        const names = (list: Session["markers"]): unknown =>
          [...new Set(list.map((m) => `${m.name} ${m.at}`))].sort();
        expect(names([...time.markers])).toEqual(names(s.markers));
        expect(time.tempo).toBeCloseTo(s.tempo, 1);
        expect(time.meter).toEqual(s.meter);
        const last = new Map(s.tempos.map((t) => [t.at, t.bpm]));
        for (const t of time.tempos) expect(t.bpm).toBeCloseTo(last.get(t.at) ?? -1, 1);
      }),
      { numRuns: 100 },
    ));

  it("comes back from a session file that lost what we put beside it", async () => {
    const s: Session = {
      ...emptySession("Quay"),
      markers: [marked("Gull", 4)],
      tempos: [
        { id: "p1", at: 8, bpm: 90, by: "step" },
        { id: "p2", at: 16, bpm: 140, by: "ramp" },
      ],
      meters: [{ id: "e1", bar: 3, beats: 3, unit: 4 }],
    };
    const { markers, tempos, meters } = await readTime(s, "quay.dawproject", writeExchange(s));
    expect(markers).toMatchObject([{ name: "Gull", clock: "seconds", at: 4 }]);
    expect(tempos.map((t) => [t.at, t.bpm, t.by])).toEqual([
      [8, 90, "step"],
      [16, 140, "ramp"],
    ]);
    expect(meters).toMatchObject([{ bar: 3, beats: 3, unit: 4 }]);
  });

  it("goes into the template a MIDI file begins, meters by their bars", async () => {
    const s: Session = {
      ...emptySession("Quay"),
      tracks: [],
      meters: [{ id: "e1", bar: 5, beats: 6, unit: 8 }],
      keys: [{ id: "y1", bar: 5, sharps: -3, scale: "minor" }],
      markers: [{ ...marked("Coda", 20), clock: "beats" }],
    };
    const file = writeMidiTracks({ ...s, tracks: [] });
    const style = makeStyle(usualHouse("x"));
    await expect(readIncoming(style, "quay.mid", file, () => "t")).rejects.toThrow("no tracks");
    const time = timeInMidi(parsedMidi(file).midi);
    expect([time.meters, time.keys]).toMatchObject([
      [{ bar: 5, beats: 6, unit: 8 }],
      [{ bar: 5, sharps: -3, scale: "minor" }],
    ]);
  });

  it("is counted where it cannot be, and cut where a lane is full", () => {
    const reading = new TimeReading();
    reading.tempo(0, 4000);
    reading.meter(0, 0, 3);
    reading.marker({ clock: "seconds", at: -1, name: "before" });
    for (let n = 0; n < 2001; n++) reading.marker({ clock: "seconds", at: n, name: "x" });
    expect(reading.brought("list").notices).toEqual([
      "3 places of the file cannot be, and went out.",
      "1 marker more than a lane holds went out.",
    ]);
  });
});

describe("taking it", () => {
  const time = () => {
    const reading = new TimeReading();
    reading.marker({ clock: "seconds", at: 4, name: "Gull" });
    reading.marker({ clock: "seconds", at: 9, name: "Tern" });
    reading.tempo(0, 99);
    reading.tempo(8, 120);
    return reading.brought("list");
  };
  const here: Session = {
    ...emptySession("x"),
    markers: [marked("Gull", 4)],
    keys: [{ id: "y1", bar: 1, sharps: 1, scale: "major" }],
  };

  it("adds what is not there yet, once, and leaves what the session begins with", () => {
    const once = addedTime(here, time(), true);
    expect(once.markers.map((m) => [m.name, m.job])).toEqual([
      ["Gull", false],
      ["Tern", true],
    ]);
    expect(new Set(once.markers.map((m) => m.id)).size).toBe(2);
    expect([once.tempo, once.tempos]).toMatchObject([120, [{ at: 8, bpm: 120 }]]);
    expect(addedTime(once, time(), true)).toEqual(once);
  });

  it("puts it in the place of what was there, and leaves what the file says nothing of", () => {
    const instead = replacedTime(
      { ...here, meters: [{ id: "e", bar: 4, beats: 3, unit: 4 }] },
      time(),
      false,
    );
    expect(instead.markers.map((m) => m.name)).toEqual(["Gull", "Tern"]);
    expect([instead.tempo, instead.keys.length, instead.meters.length]).toEqual([99, 1, 1]);
  });
});
