import { strToU8, unzipSync, zipSync } from "fflate";
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { blankTrack, emptySession } from "../../session/document.ts";
import { FileProblem } from "../fileProblem.ts";
import { readMidiTracks } from "../midiTracks.ts";
import { EXTRA_FILE } from "./extra.ts";
import { readExchange } from "./read.ts";
import { writeExchange } from "./write.ts";

/** Bounds that hold on a slow machine that does other things too: seconds, and MB of new memory. */
interface Bound {
  readonly seconds: number;
  readonly megabytes: number;
}
async function within<T>({ seconds, megabytes }: Bound, work: () => Promise<T>): Promise<T> {
  const [memory, begun] = [process.memoryUsage().rss, performance.now()];
  try {
    return await work();
  } finally {
    expect((performance.now() - begun) / 1000).toBeLessThan(seconds);
    expect((process.memoryUsage().rss - memory) / 1e6).toBeLessThan(megabytes);
  }
}
const zip = (project: string): Uint8Array => zipSync({ "project.xml": strToU8(project) }, { level: 9 });
const withTracks = (tracks: string): Uint8Array =>
  zip(`<?xml version="1.0"?><Project version="1.0"><Structure>${tracks}</Structure></Project>`);
const REFUSAL: Bound = { seconds: 4, megabytes: 600 };

describe("a session file that is made to cost much", () => {
  it("is read soon where five thousand tracks have one id, with fifty notices and a last one", async () => {
    const file = withTracks(`<Track id="a" name="x"><Channel role="regular"/></Track>`.repeat(5000));
    expect(file.length).toBeLessThan(2000);
    const { session, notices } = await within({ seconds: 4, megabytes: 400 }, () => readExchange(file));
    expect(new Set(session.tracks.map((t) => t.id)).size).toBe(5000);
    expect(session.tracks.slice(0, 3).map((t) => t.id)).toEqual(["a", "a-2", "a-3"]);
    expect([notices.length, notices.at(-1)]).toEqual([51, "And 4949 more notices of this kind."]);
  });

  it.each([
    ["900,000 empty elements among the tracks", () => withTracks("<a/>".repeat(900_000))],
    [
      "a million elements that cannot be packed away",
      () =>
        withTracks(Array.from({ length: 1_000_000 }, (_, i) => `<a b="${(i * 7919) % 9973}"/>`).join("")),
    ],
    [
      "four million angles",
      () => withTracks(Array.from({ length: 1_050_000 }, (_, i) => `<<<<${(i * 7919) % 9973}`).join("")),
    ],
  ])("is refused soon: %s", async (_what, make) => {
    const file = make();
    await expect(within(REFUSAL, () => readExchange(file))).rejects.toThrow(
      /holds more than (300,000|2,000,000) elements, more than any session needs/,
    );
  });

  it("is read where the elements are the job's: clips are counted, not kept", async () => {
    const clips = Array.from({ length: 400_000 }, (_, i) => `<Clip time="${(i * 7919) % 99_991}"/>`).join(
      "",
    );
    const file = zip(
      `<?xml version="1.0"?><Project version="1.0"><Structure><Track id="a" name="Kick"/></Structure>` +
        `<Arrangement><Lanes>${clips}</Lanes></Arrangement></Project>`,
    );
    const { session, contents } = await within({ seconds: 6, megabytes: 500 }, () => readExchange(file));
    expect([session.tracks.map((t) => t.name), contents.clips]).toEqual([["Kick"], 400_000]);
  });

  it("is refused where three thousand folders stand in each other, in the project and in our own file", async () => {
    const nested = withTracks(
      `${'<Track name="f" contentType="tracks">'.repeat(3000)}${"</Track>".repeat(3000)}`,
    );
    await expect(within(REFUSAL, () => readExchange(nested))).rejects.toThrow(/nested deeper than 32/);
    const inOurs = {
      ...emptySession("deep"),
      tracks: Array.from({ length: 3000 }, (_, i) =>
        blankTrack(`f${i}`, `F ${i}`, {
          kind: "folder",
          format: null,
          parent: i === 0 ? null : `f${i - 1}`,
        }),
      ),
    };
    const parts = unzipSync(writeExchange({ ...emptySession("x"), tracks: [blankTrack("k", "Kick")] }));
    const told = JSON.parse(new TextDecoder().decode(parts[EXTRA_FILE])) as object;
    const file = zipSync({ ...parts, [EXTRA_FILE]: strToU8(JSON.stringify({ ...told, session: inOurs })) });
    await expect(within(REFUSAL, () => readExchange(file))).rejects.toThrow(
      /“F 33” stands in more than 32 folders/,
    );
  });
});

describe("a MIDI file that leads its reader astray", () => {
  /** A file of one track with these bytes in it. */
  const midi = (...events: readonly number[]): Uint8Array =>
    new Uint8Array([
      ...strToU8("MThd"),
      0,
      0,
      0,
      6,
      0,
      1,
      0,
      1,
      0,
      96,
      ...strToU8("MTrk"),
      0,
      0,
      (events.length >> 8) & 255,
      events.length & 255,
      ...events,
    ]);
  const read = (bytes: Uint8Array) => readMidiTracks(emptySession("x"), bytes);

  it("by a length that overflows to less than nothing, which would lead back for ever", () =>
    // A text of 0x8FFFFFFF0-odd bytes: five bytes of length, of which no reader may take more than four.
    expect(() =>
      read(midi(0, 0xff, 0x01, 0xff, 0xff, 0xff, 0xff, 0x70, ...Array<number>(300).fill(0))),
    ).toThrow(/damaged or cut short \(at byte 29\)/));

  it("by a length beyond its track, a status nobody has, data before any status, half a chunk", () => {
    for (const events of [[0, 0xff, 0x01, 0x7f, 65], [0, 0xf0, 0x83, 0xff, 0x7f], [0, 0x40, 0x40], [0x80]])
      expect(() => read(midi(...events))).toThrow(FileProblem);
    expect(() => read(midi(0, 0xff, 0x2f, 0).subarray(0, 20))).toThrow(FileProblem);
  });

  it("by any bytes at all: it is read or refused", () => {
    const song = midi(0, 0xff, 3, 1, 65, 0, 0x90, 60, 100, 10, 60, 0, 0, 0xc0, 5, 0, 0xff, 0x2f, 0);
    expect(read(song).session.tracks.map((t) => t.name)).toEqual(["A"]);
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.integer({ min: 0, max: song.length - 1 }), fc.integer({ min: 0, max: 255 })), {
          maxLength: 6,
        }),
        (edits) => {
          const bytes = song.slice();
          for (const [at, value] of edits) bytes[at] = value;
          try {
            read(bytes);
          } catch (e) {
            expect(e).toBeInstanceOf(FileProblem);
          }
        },
      ),
      { numRuns: 2000 },
    );
  });
});
