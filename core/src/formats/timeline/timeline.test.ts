import { mkdtempSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { parse } from "cue-parser";
import fc from "fast-check";
import Timecode from "smpte-timecode";
import { describe, expect, it } from "vitest";
import { evening, heldSound } from "../../fixtures/evening.ts";
import { sessions } from "../../fixtures/sessions.ts";
import { usualHouse } from "../../house/usual.ts";
import { blankItem } from "../../session/item.ts";
import type { Session } from "../../session/document.ts";
import { Along } from "../../time/along.ts";
import { readTime } from "./readTime.ts";
import { writeTime } from "./writeTime.ts";
import type { TimeOut } from "./writeTime.ts";

const house = usualHouse("x");
const written = (s: Session, as: TimeOut): string => {
  const { content } = writeTime(house, s, as);
  return typeof content === "string" ? content : Buffer.from(content).toString("latin1");
};
const bytesOf = (text: string): Uint8Array => new TextEncoder().encode(text);
const back = (s: Session, as: TimeOut) => {
  const { name, content } = writeTime(house, s, as);
  return readTime(s, name, typeof content === "string" ? bytesOf(content) : content);
};
const placed = (list: readonly { name: string; at: number; length: number | null }[]) =>
  list.map((m) => [m.name, Math.round(m.at * 1000) / 1000, m.length]);

describe("markers as a list", () => {
  it("stand in the order of time, by the clock, in bars and in timecode", () => {
    const rows = written(evening(), "markers").split("\r\n");
    expect(rows[0]).toBe("\ufeffName,From,To,Bar,Timecode,Counted in,Colour,Note");
    expect(rows[1]).toBe("01_Bell,0:00,,1.1,00:00:00:00,time,,");
    expect(rows[2]).toBe('02_Voice,0:10,1:00,6.1,00:00:10:00,time,#3e6d8e,"mind, “the tide”"');
    expect(rows[3]).toBe("03_On_the_beat,0:15.75,0:17.75,8.4.50,00:00:15:18,beats,,");
  });

  it("come back as they were, for any session", async () =>
    fc.assert(
      fc.asyncProperty(sessions(1), async (s) => {
        const along = new Along(s);
        const inOrder = [...s.markers]
          .map((m) => ({ m, from: along.seconds(m.clock, m.at) }))
          .sort((a, b) => a.from - b.from);
        const read = await back(s, "markers");
        expect(read.markers.map((m) => [m.name, m.clock, m.note, m.colour])).toEqual(
          inOrder.map(({ m }) => [m.name, m.clock, m.note, m.colour]),
        );
        for (const [n, { m }] of inOrder.entries()) {
          expect(read.markers[n]?.at).toBeCloseTo(m.at, 3);
          expect(read.markers[n]?.length ?? null).toEqual(
            m.length === null ? null : expect.closeTo(m.length, 3),
          );
        }
      }),
      { numRuns: 60 },
    ));

  it("are read under other heads, from bars or timecode alone, and a place nobody can read is named", async () => {
    const s = evening();
    const read = (text: string) => readTime(s, "list.csv", bytesOf(text));
    expect(placed((await read("Marker;Measure\nChorus;5\nTag;6.3\n")).markers)).toEqual([
      ["Chorus", 16, null],
      ["Tag", 22, null],
    ]);
    expect(placed((await read("Title,TC,Duration\nGull,00:00:02:05,1.5\n")).markers)).toEqual([
      ["Gull", 2.2, 1.5],
    ]);
    await expect(read("Name,From\nA,0:01\nB,soon\n")).rejects.toThrow("Line 3: “soon” is no place in time");
    await expect(read("Name,From\nA,\n")).rejects.toThrow("Line 2: “A” has no place");
  });
});

interface OtioThing {
  readonly OTIO_SCHEMA: string;
  readonly name: string;
  readonly children: readonly OtioThing[];
  readonly source_range: { start_time: { value: number }; duration: { value: number; rate: number } };
}

// No reader of OpenTimelineIO is in the registries we reach: the document is held against its schemas from memory, and
// against ours, which knows nothing of how it was written.
describe("an OpenTimelineIO document", () => {
  it("has a track for each, gaps between, a second row where things lie over each other, loops laid out", () => {
    const doc = JSON.parse(written(evening(), "otio")) as OtioThing & { tracks: OtioThing };
    expect([doc.OTIO_SCHEMA, doc.tracks.OTIO_SCHEMA]).toEqual(["Timeline.1", "Stack.1"]);
    const rows = doc.tracks.children.map((t) => [
      t.name,
      t.children.map((c) => [
        c.OTIO_SCHEMA,
        c.source_range.start_time.value / 48_000,
        c.source_range.duration.value / 48_000,
      ]),
    ]);
    expect(rows).toEqual([
      ["Bell", [["Clip.2", 0, 8]]],
      [
        "Beds",
        [
          ["Gap.1", 0, 8],
          ["Clip.2", 2, 22],
          ["Clip.2", 0, 24],
          ["Clip.2", 0, 14],
        ],
      ],
      [
        "Beds 2",
        [
          ["Gap.1", 0, 20],
          ["Clip.2", 0, 5],
        ],
      ],
    ]);
  });

  it("is read: markers, and a region for each clip where it lies", async () => {
    const { from, markers } = await back(evening(), "otio");
    expect(from).toBe("OpenTimelineIO document");
    expect(placed(markers).sort((a, b) => Number(a[1]) - Number(b[1]))).toEqual([
      ["01_Bell", 0, null],
      ["Tide bell", 0, 8],
      ["Harbour bed", 8, 22],
      ["02_Voice", 10, 50],
      ["03_On_the_beat", 15.75, 2],
      ["Over it", 20, 5],
      ["Harbour bed", 30, 24],
      ["Harbour bed", 54, 14],
    ]);
  });

  it("from elsewhere is read where tracks are trimmed, clips name their media, and markers hang on clips", async () => {
    const time = (value: number, rate = 24) => ({ OTIO_SCHEMA: "RationalTime.1", value, rate });
    const range = (from: number, long: number) => ({
      OTIO_SCHEMA: "TimeRange.1",
      start_time: time(from),
      duration: time(long),
    });
    const clip = {
      OTIO_SCHEMA: "Clip.1",
      name: "Quay",
      source_range: range(48, 96),
      media_reference: { OTIO_SCHEMA: "ExternalReference.1", available_range: range(0, 500) },
      markers: [{ OTIO_SCHEMA: "Marker.1", name: "slap", marked_range: range(72, 0) }],
    };
    const whole = { ...clip, name: "Whole", source_range: null, markers: [] };
    const text = JSON.stringify({
      OTIO_SCHEMA: "Timeline.1",
      tracks: {
        OTIO_SCHEMA: "Stack.1",
        children: [
          {
            OTIO_SCHEMA: "Track.1",
            children: [
              { OTIO_SCHEMA: "Gap.1", source_range: range(0, 24) },
              clip,
              { OTIO_SCHEMA: "Transition.1", in_offset: time(12), out_offset: time(12) },
              whole,
            ],
          },
        ],
      },
    });
    expect(placed((await readTime(evening(), "quay.otio", bytesOf(text))).markers)).toEqual([
      ["slap", 2, null],
      ["Quay", 1, 4],
      ["Whole", 5, 500 / 24].map((x) => (typeof x === "number" ? Math.round(x * 1e6) / 1e6 : x)),
    ]);
  });

  it("that is none says so, however deep it nests", async () => {
    const read = (text: string) => readTime(evening(), "x.otio", bytesOf(text));
    await expect(read("{ tide")).rejects.toThrow("is none");
    await expect(read('{"a": 1}')).rejects.toThrow("no OpenTimelineIO document");
    const deep = '{"OTIO_SCHEMA":"Stack.1","children":['.repeat(3000) + "]}".repeat(3000);
    await expect(read(deep)).resolves.toMatchObject({ markers: [] });
  });
});

describe("an edit list", () => {
  it("has an event for each sound that plays, timecodes as another library counts them", () => {
    const lines = written(evening({ frameRate: "29.97 drop" }), "edl").split("\r\n");
    expect(lines.slice(0, 3)).toEqual(["TITLE: Ebb & flow, first", "FCM: DROP FRAME", ""]);
    const tc = (seconds: number): string =>
      Timecode(Math.floor((seconds * 30_000) / 1001 + 1e-6), [30_000, 1001], true).toString();
    expect(lines.slice(3, 7)).toEqual([
      `001  TIDEBELL AA    C        ${tc(0)} ${tc(8)} ${tc(0)} ${tc(8)}`,
      "* FROM CLIP NAME: Tide bell.wav",
      `002  HARBOURB AA    C        ${tc(2)} ${tc(24)} ${tc(8)} ${tc(30)}`,
      "* FROM CLIP NAME: HarbourBed_v2.wav",
    ]);
  });

  it("begins where the picture says, and comes back as regions in the same places", async () => {
    const picture = { name: "", start: "10:00:00:00", at: 4, length: null };
    const s = evening({ picture });
    expect(written(s, "edl")).toContain("10:00:04:00 10:00:26:00");
    expect(placed((await back(s, "edl")).markers)).toEqual([
      ["Tide bell.wav", 0, 8],
      ["HarbourBed_v2.wav", 8, 22],
      ["Gulls.wav", 20, 5],
      ["HarbourBed_v2.wav", 30, 24],
      ["HarbourBed_v2.wav", 54, 14],
    ]);
  });

  it("from elsewhere counts from the full hour it begins in; what has no timecode at the rate is said", async () => {
    const text =
      "TITLE: QUAY\nFCM: NON-DROP FRAME\n\n" +
      "001  AX       A     C        00:00:00:00 00:00:02:00 01:00:10:00 01:00:12:00\n" +
      "* FROM CLIP NAME: Gulls.wav\n" +
      "002  REEL7    V     D    025 00:00:00:00 00:00:02:00 01:00:12:00 01:00:14:12\n" +
      "003  REEL8    V     C        00:00:00:00 00:00:02:00 01:00:14:29 01:00:15:00\n";
    const { markers, notices } = await readTime(evening(), "quay.edl", bytesOf(text));
    expect(placed(markers)).toEqual([
      ["Gulls.wav", 10, 2],
      ["REEL7", 12, 2.48],
    ]);
    expect(notices).toEqual(["1 of its events have no timecode at 25, the first in line 7."]);
    await expect(readTime(evening(), "none.edl", bytesOf("TITLE: X\n"))).rejects.toThrow("no event");
  });

  it("says how many events it has no room for", () => {
    const items = Array.from({ length: 1000 }, (_, n) =>
      blankItem(`m${n}`, "", heldSound("Drip.wav", 1), { at: n, length: 1 }),
    );
    const s = evening();
    const full = { ...s, tracks: s.tracks.slice(0, 1).map((t) => ({ ...t, items })) };
    expect(writeTime(house, full, "edl").says).toBe("1 event had no room in it.");
  });
});

describe("a cue sheet", () => {
  it("is read by another library: a track for each marker, places in frames of a disc", () => {
    const folder = mkdtempSync(join(tmpdir(), "mossy-cue-"));
    try {
      const path = join(folder, "evening.cue");
      writeFileSync(path, written(evening(), "cue"));
      const sheet = parse(path);
      const [file] = sheet.files ?? [];
      expect(file?.name).toMatch(/\.wav$/);
      expect(file?.tracks?.map((t) => [t.number, t.title, t.indexes?.[0]?.time])).toEqual([
        [1, "01_Bell", { min: 0, sec: 0, frame: 0 }],
        [2, "02_Voice", { min: 0, sec: 10, frame: 0 }],
        [3, "03_On_the_beat", { min: 0, sec: 15, frame: 56 }],
      ]);
    } finally {
      rmSync(folder, { recursive: true });
    }
  });

  it("comes back as markers; sections stand before markers, what begins before them has its own track", async () => {
    const s = evening({ sections: [{ id: "c1", name: "Verse", bar: 3, bars: 4, colour: null }] });
    expect(placed((await back(s, "cue")).markers)).toEqual([
      ["Ebb & flow, “first”", 0, null],
      ["Verse", 4, null],
    ]);
    await expect(readTime(s, "x.cue", bytesOf('FILE "a.wav" WAVE\n'))).rejects.toThrow("no track");
  });
});
