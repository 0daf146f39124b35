import fc from "fast-check";
import { describe, expect, it } from "vitest";
import wavefile from "wavefile";
import { RATE, noise, sine } from "../fixtures/sounds.ts";
import { joined, sourceOf } from "../formats/bytes.ts";
import { FileProblem } from "../formats/fileProblem.ts";
import { readBext, writeBext } from "./bext.ts";
import { viewOf } from "./chunks.ts";
import { described } from "./described.ts";
import type { Bext, Ixml, SoundHead } from "./head.ts";
import { readIxml, writeIxml } from "./ixml.ts";
import { weightsOf } from "./layout.ts";
import { listening } from "./listening.ts";
import { SoundMeter } from "./measure.ts";
import { kindOf, readHead } from "./read.ts";
import { framesOf } from "./samples.ts";
import { waveAround, writeWave } from "./writeWave.ts";

const { WaveFile } = wavefile;
const BEXT: Bext = {
  description: "Tide bell, the opening of the evening",
  originator: "Saltmarsh Sound House",
  reference: "SSH-0042",
  date: "2026-11-28",
  time: "20:14:05",
  timeReference: 3_496_000_123,
  version: 2,
  loudness: { integrated: -23.01, range: 4.2, truePeak: -1.3, momentary: -18.45, shortTerm: null },
  history: "A=PCM,F=48000,W=24,M=stereo,T=Quay\r\n",
};
const IXML: Ixml = {
  project: "Quay & night",
  scene: "12B",
  take: "3",
  tape: "A004",
  note: "gulls <loud>",
  timecodeRate: "30000/1001",
  timecodeFlag: "DF",
  tracks: [
    { channel: 1, name: "Boom", does: "" },
    { channel: 2, name: "Teller", does: "" },
  ],
};
const MARKERS = [
  { frame: 100, length: 0, name: "begin" },
  { frame: 24_000, length: 4800, name: "the eel" },
];

const head = async (bytes: Uint8Array): Promise<SoundHead> => {
  const kind = await kindOf(sourceOf(bytes));
  if (kind !== "WAVE" && kind !== "AIFF") throw new Error(`this is ${kind}`);
  return readHead(sourceOf(bytes), kind);
};
async function samples(bytes: Uint8Array): Promise<number[][]> {
  const of = await head(bytes);
  const made: number[][] = Array.from({ length: of.channels }, () => []);
  for await (const frames of framesOf(sourceOf(bytes), of))
    for (const [c, values] of frames.entries()) for (const v of values) made[c]!.push(v);
  return made;
}
const [left, right] = [sine(-6, 1, 440), noise(-12, 1)];

describe("WAVE files", () => {
  it.each([16, 24, 32] as const)(
    "of %i bits are read by another library as they were written",
    async (bits) => {
      const bytes = writeWave([left, right], { rate: RATE, bits, bext: BEXT, markers: MARKERS });
      const theirs = new WaveFile();
      theirs.fromBuffer(bytes);
      expect(theirs.fmt).toMatchObject({ numChannels: 2, sampleRate: RATE });
      expect(theirs.bitDepth).toBe(bits === 32 ? "32f" : String(bits));
      const [first] = theirs.getSamples() as unknown as [Float64Array];
      const scale = bits === 32 ? 1 : 2 ** (bits - 1);
      const ours = await samples(bytes);
      for (const n of [0, 1, 777, 47_999]) {
        expect(first[n]! / scale).toBeCloseTo(left[n]!, bits === 16 ? 4 : 6);
        expect(ours[0]![n]).toBe(Math.fround(first[n]! / scale));
      }
      expect(theirs.bext).toMatchObject({
        description: BEXT.description.padEnd(256, "\0"),
        originator: BEXT.originator.padEnd(32, "\0"),
        originatorReference: BEXT.reference.padEnd(32, "\0"),
        originationDate: BEXT.date,
        originationTime: BEXT.time,
        version: 2,
        loudnessValue: 65_536 - 2301,
        loudnessRange: 420,
        maxTruePeakLevel: 65_536 - 130,
        timeReference: [3_496_000_123, 0],
      });
      expect(theirs.listCuePoints()).toMatchObject([
        { position: (100 / RATE) * 1000, label: "begin" },
        { position: 500, end: 600, label: "the eel" },
      ]);
    },
  );

  it.each([
    ["8", 8],
    ["16", 16],
    ["24", 24],
    ["32", 32],
    ["32f", 32],
    ["64", 64],
  ])("of %s bits as another library writes them are read", async (depth, bits) => {
    const theirs = new WaveFile();
    const scale = depth === "32f" || depth === "64" ? 1 : 2 ** (bits - 1);
    const values = [0, 0.5, -0.5, 0.25].map((v) => (depth === "8" ? 128 + v * 128 : v * scale));
    theirs.fromScratch(1, 44_100, depth, values);
    theirs.setTag("ICMT", "hello");
    const bytes = theirs.toBuffer();
    expect(await head(bytes)).toMatchObject({
      container: "WAVE",
      rate: 44_100,
      channels: 1,
      bits,
      frames: 4,
    });
    expect((await samples(bytes))[0]).toEqual([0, 0.5, -0.5, 0.25]);
  });

  it("say what they say, there and back", async () => {
    const bytes = writeWave([left, right], {
      rate: RATE,
      bits: 24,
      bext: BEXT,
      ixml: IXML,
      markers: MARKERS,
    });
    expect(await head(bytes)).toMatchObject({
      bext: { ...BEXT, history: BEXT.history.trim() },
      ixml: IXML,
      markers: MARKERS,
      odd: [],
      out: 24,
    });
  });

  it("hold any broadcast extension their fields have room for", () => {
    const text = (most: number) => fc.string({ unit: "binary", maxLength: most });
    const level = fc.option(fc.integer({ min: -9999, max: 9999 }), { nil: null }).map((v) => v && v / 100);
    const any = fc.record({
      ...{
        description: text(300),
        originator: text(40),
        reference: text(40),
        date: text(12),
        time: text(9),
      },
      timeReference: fc.maxSafeNat(),
      loudness: fc.record({
        ...{ integrated: level, range: level, truePeak: level, momentary: level, shortTerm: level },
      }),
      history: text(500),
    });
    fc.assert(
      fc.property(any, (given) => {
        const back = readBext(writeBext({ ...given, version: 2 }));
        expect(back!.timeReference).toBe(given.timeReference);
        if (Object.values(given.loudness).some((v) => v)) expect(back!.loudness).toEqual(given.loudness);
        // What is cut, is cut at a whole character.
        expect(back!.originator).not.toContain("\ufffd");
        expect(new TextEncoder().encode(back!.description).length).toBeLessThanOrEqual(256);
      }),
    );
  });

  it("of more than 4 GB are RF64, and found whole again", async () => {
    const frames = 2 ** 31;
    const { before, behind } = waveAround({ rate: RATE, channels: 2, bits: 24, frames, markers: MARKERS });
    const size = frames * 6;
    // The samples are nowhere: what is read of them is silence.
    const source = {
      size: before.length + size + behind.length,
      read: (at: number, length: number) => {
        const made = new Uint8Array(length);
        if (at < before.length) made.set(before.subarray(at, at + length));
        const from = at - before.length - size;
        if (from >= 0) made.set(behind.subarray(from, from + length));
        return Promise.resolve(made);
      },
    };
    expect(await kindOf(source)).toBe("WAVE");
    expect(await readHead(source, "WAVE")).toMatchObject({
      container: "RF64",
      frames,
      markers: MARKERS,
      odd: [],
    });
  });

  it("are read with odd chunks, padded or not", async () => {
    const whole = writeWave([left], { rate: RATE, bits: 16 });
    const odd = (padded: boolean): Uint8Array => {
      const chunk = new Uint8Array(8 + 3 + (padded ? 1 : 0));
      chunk.set(new TextEncoder().encode("note"));
      viewOf(chunk).setUint32(4, 3, true);
      chunk.set([65, 66, 67], 8);
      return joined([whole.subarray(0, 12), chunk, whole.subarray(12)]);
    };
    for (const padded of [true, false]) expect((await samples(odd(padded)))[0]!.length).toBe(48_000);
  });

  it("that were never finished, or end early, are read as far as they go, and said to", async () => {
    const whole = writeWave([left], { rate: RATE, bits: 16 });
    const unfinished = whole.slice();
    viewOf(unfinished).setUint32(40, 0, true);
    const cut = whole.slice(0, 44 + 9601);
    expect(await head(unfinished)).toMatchObject({
      frames: 48_000,
      odd: [expect.stringMatching(/did not finish/) as string],
    });
    expect((await head(cut)).frames).toBe(4800);
    expect((await head(cut)).odd.join(" ")).toMatch(/ends earlier than it says.*middle of a sample/);
  });

  it("that cannot be read say why", async () => {
    const whole = writeWave([left], { rate: RATE, bits: 16 });
    const broken = async (at: number, value: number): Promise<unknown> => {
      const bytes = whole.slice();
      viewOf(bytes).setUint16(at, value, true);
      return head(bytes).catch((e: unknown) => e);
    };
    const packed = await broken(20, 0x55);
    expect(packed).toBeInstanceOf(FileProblem);
    expect(String(packed)).toContain("format 0x55");
    expect(String(await broken(22, 0))).toContain("0 channels");
    expect(String(await broken(24, 1))).toContain("sample rate");
    expect(String(await head(whole.slice(0, 30)).catch((e: unknown) => e))).toContain("“fmt ”");
    expect(String(await head(whole.slice(0, 36)).catch((e: unknown) => e))).toContain("“data”");
  });

  it("that somebody made to hurt are read or refused, never worse", async () => {
    const whole = writeWave([left.subarray(0, 50)], {
      rate: RATE,
      bits: 16,
      bext: BEXT,
      ixml: IXML,
      markers: MARKERS,
    });
    await fc.assert(
      fc.asyncProperty(
        fc.array(fc.tuple(fc.nat(whole.length - 1), fc.nat(255)), { minLength: 1, maxLength: 12 }),
        fc.nat(whole.length),
        async (edits, length) => {
          const bytes = whole.slice(0, Math.max(12, length));
          for (const [at, value] of edits) if (at >= 12 && at < bytes.length) bytes[at] = value;
          const of = await head(bytes).catch((e: unknown) => {
            expect(e).toBeInstanceOf(FileProblem);
            return null;
          });
          if (!of) return;
          let many = 0;
          for await (const frames of framesOf(sourceOf(bytes), of)) many += frames[0]!.length;
          expect(many).toBe(of.frames);
        },
      ),
    );
  });
});

describe("iXML", () => {
  it("is read without what it does not know, and never with entities", () => {
    const text = new TextDecoder().decode(writeIxml(IXML));
    const more = text.replace("<SPEED>", "<UNKNOWN><DEEP/></UNKNOWN><SPEED>");
    expect(readIxml(new TextEncoder().encode(`${more}\0\0`))).toEqual(IXML);
    const evil = text.replace("<BWFXML>", '<!DOCTYPE x [<!ENTITY a "b">]><BWFXML>');
    expect(readIxml(new TextEncoder().encode(evil))).toBeNull();
    expect(readIxml(new TextEncoder().encode("not xml"))).toBeNull();
  });
});

/** An AIFF file by the book (Audio Interchange File Format, version 1.3, and AIFF-C). */
function aiff(
  values: readonly number[],
  { bits = 24, kind = "NONE", markers = [] as [number, string][] } = {},
) {
  const chunk = (id: string, content: Uint8Array): Uint8Array => {
    const made = new Uint8Array(8 + content.length + (content.length % 2));
    made.set(new TextEncoder().encode(id));
    viewOf(made).setUint32(4, content.length);
    made.set(content, 8);
    return made;
  };
  const comm = new Uint8Array(24);
  const view = viewOf(comm);
  view.setUint16(0, 1);
  view.setUint32(2, values.length);
  view.setUint16(6, bits);
  // 48000 as 80 bits: 2^15 × 1.46484375.
  comm.set([0x40, 0x0e, 0xbb, 0x80, 0, 0, 0, 0, 0, 0], 8);
  comm.set(new TextEncoder().encode(kind), 18);
  const size = Math.ceil(bits / 8);
  const data = new Uint8Array(8 + values.length * size);
  for (const [n, v] of values.entries()) {
    const whole = Math.round(v * 2 ** (bits - 1));
    for (let b = 0; b < size; b++)
      data[8 + n * size + b] = (whole >> (8 * (kind === "sowt" ? b : size - 1 - b))) & 0xff;
  }
  const marks = markers.flatMap(([at, name], n) => {
    const text = [...new TextEncoder().encode(name)];
    const position = [at >>> 24, (at >> 16) & 255, (at >> 8) & 255, at & 255];
    return [0, n + 1, ...position, text.length, ...text, ...(text.length % 2 === 0 ? [0] : [])];
  });
  const parts = [
    chunk("COMM", comm),
    chunk("MARK", Uint8Array.from([0, markers.length, ...marks])),
    chunk("SSND", data),
  ];
  const head = new TextEncoder().encode("FORM....AIFC");
  viewOf(head).setUint32(4, 4 + joined(parts).length);
  return joined([head, ...parts]);
}

describe("AIFF files", () => {
  it.each([
    [16, "NONE"],
    [24, "NONE"],
    [16, "sowt"],
    [24, "sowt"],
  ])("of %i bits, %s, are read", async (bits, kind) => {
    const bytes = aiff([0, 0.5, -0.25, -1], {
      bits,
      kind,
      markers: [
        [2, "even"],
        [3, "odd"],
      ],
    });
    expect(await head(bytes)).toMatchObject({
      container: "AIFF",
      rate: 48_000,
      bits,
      frames: 4,
      markers: [
        { frame: 2, length: 0, name: "even" },
        { frame: 3, length: 0, name: "odd" },
      ],
    });
    expect((await samples(bytes))[0]).toEqual([0, 0.5, -0.25, -1]);
  });

  it("that pack their samples say so", async () => {
    expect(String(await head(aiff([0], { kind: "ima4" })).catch((e: unknown) => e))).toContain("“ima4”");
  });
});

describe("a sound given out", () => {
  const measures = async (bytes: Uint8Array) => {
    const of = await head(bytes);
    const meter = new SoundMeter({ rate: of.rate, weights: weightsOf(of), fullScale: 1 });
    for await (const frames of framesOf(sourceOf(bytes), of)) meter.add(frames);
    return meter.measured.measures;
  };
  const out = async (bytes: Uint8Array): Promise<Uint8Array> => {
    const of = await head(bytes);
    const says = {
      title: "Tide bell",
      house: "Saltmarsh",
      at: "2026-11-28T20:14:05.000Z",
      measures: await measures(bytes),
    };
    const pieces: Uint8Array[] = [];
    for await (const piece of described(sourceOf(bytes), of, of.out!, says)) pieces.push(piece.slice());
    return joined(pieces);
  };

  it("says how loud it is, and has the very same samples", async () => {
    const came = writeWave([left, right], { rate: RATE, bits: 24, markers: MARKERS });
    const given = await out(came);
    const of = await head(given);
    expect(of).toMatchObject({
      markers: MARKERS,
      bext: {
        description: "Tide bell",
        originator: "Saltmarsh",
        date: "2026-11-28",
        time: "20:14:05",
        version: 2,
      },
    });
    const { integrated, truePeak } = await measures(came);
    expect(of.bext!.loudness!.integrated).toBeCloseTo(integrated!, 2);
    expect(of.bext!.loudness!.truePeak).toBeCloseTo(truePeak!, 2);
    expect(await samples(given)).toEqual(await samples(came));
    // What it said before, it still says.
    const again = await out(writeWave([left], { rate: RATE, bits: 16, bext: BEXT, ixml: IXML }));
    expect(await head(again)).toMatchObject({
      bext: { description: BEXT.description, timeReference: BEXT.timeReference },
      ixml: IXML,
    });
  });

  it("is a WAVE file also where it was AIFF, with the same samples", async () => {
    const came = aiff([0, 0.5, -0.25, -1, 0.125], { bits: 24 });
    const given = await out(came);
    expect((await head(given)).container).toBe("WAVE");
    expect(await samples(given)).toEqual(await samples(came));
  });

  it("is listened to in any part, as the whole is", async () => {
    const came = sourceOf(writeWave([left, right], { rate: RATE, bits: 24 }));
    const of = await readHead(came, "WAVE");
    const heard = listening(came, of);
    const whole = await heard.read(0, heard.size);
    const theirs = new WaveFile();
    theirs.fromBuffer(whole);
    expect(theirs.fmt).toMatchObject({ numChannels: 2, bitsPerSample: 16 });
    await fc.assert(
      fc.asyncProperty(fc.nat(heard.size + 10), fc.nat(70_000), async (at, length) => {
        const part = await heard.read(at, length);
        expect(part.length).toBe(whole.subarray(at, at + length).length);
        expect(part.findIndex((b, n) => b !== whole[at + n])).toBe(-1);
      }),
      { numRuns: 60 },
    );
  });

  it("is listened to channel by channel", async () => {
    const came = sourceOf(writeWave([left, right], { rate: RATE, bits: 24 }));
    const of = await readHead(came, "WAVE");
    const heard = listening(came, of, 1);
    const [first, ...more] = await samples(await heard.read(0, heard.size));
    expect(more).toEqual([]);
    expect(Math.abs(first![1234]! - right[1234]!)).toBeLessThan(2 ** -15);
  });
});
