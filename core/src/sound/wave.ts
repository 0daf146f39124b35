import type { ByteSource } from "../formats/bytes.ts";
import { FileProblem } from "../formats/fileProblem.ts";
import { readBext } from "./bext.ts";
import { ascii, chunksOf, contentOf, viewOf } from "./chunks.ts";
import type { Chunk } from "./chunks.ts";
import { bitsOut } from "./head.ts";
import type { Coding, SoundHead } from "./head.ts";
import { readIxml } from "./ixml.ts";
import { readMarkers } from "./markers.ts";

/** RIFF WAVE by its first characters, and those with sizes of 64 bits (EBU Tech 3306, ITU-R BS.2088). */
const FORMS = new Set(["RIFF", "RF64", "BW64"]);
export const isWave = (head: Uint8Array): boolean =>
  FORMS.has(ascii(head, 0, 4)) && ascii(head, 8, 4) === "WAVE";

const [INTEGER, FLOAT, EXTENSIBLE] = [1, 3, 0xfffe];

/**
 * Reads what a WAVE file says of itself: plain, broadcast (EBU Tech 3285) or RF64; never its samples.
 * @throws FileProblem where it cannot be played, saying why
 */
export async function readWave(source: ByteSource): Promise<SoundHead> {
  const form = ascii(await source.read(0, 4), 0, 4);
  const sizes = form === "RIFF" ? null : await sizesOf(source);
  const chunks = await chunksOf(source, "little", (id) => (id === "data" ? (sizes?.data ?? null) : null));
  const content = async (id: string): Promise<Uint8Array | null> => {
    const chunk = chunks.find((c) => c.id === id);
    return chunk ? contentOf(source, chunk) : null;
  };
  const fmt = await content("fmt ");
  if (!fmt || fmt.length < 16)
    throw new FileProblem(
      "it has no “fmt ” chunk, which says how its samples lie; ask for the file again",
      "fmt ",
    );
  const format = formatOf(fmt);
  const samples = samplesOf(chunks, source.size);
  const frame = format.coding.bytes * format.channels;
  const lists = await Promise.all(chunks.filter((c) => c.id === "LIST").map((c) => contentOf(source, c)));
  const [bext, ixml, cue] = [await content("bext"), await content("iXML"), await content("cue ")];
  return {
    container: form === "RIFF" ? "WAVE" : "RF64",
    rate: format.rate,
    channels: format.channels,
    bits: format.bits,
    float: format.coding.of === "float",
    out: bitsOut(format.coding),
    frames: Math.floor(samples.size / frame),
    mask: format.mask,
    samples: { at: samples.at, size: samples.size - (samples.size % frame), coding: format.coding },
    bext: bext && readBext(bext),
    ixml: ixml && readIxml(ixml),
    markers: cue ? readMarkers(cue, lists) : [],
    odd: oddities(samples, format, frame),
  };
}

/** What stands in the `ds64` chunk, which comes first in an RF64 file. */
async function sizesOf(source: ByteSource): Promise<{ data: number } | null> {
  const bytes = await source.read(12, 36);
  if (bytes.length < 24 || ascii(bytes, 0, 4) !== "ds64") return null;
  return { data: Number(viewOf(bytes).getBigUint64(16, true)) };
}

/** Where the samples lie; of a file its recorder never finished, all that follows. */
function samplesOf(chunks: readonly Chunk[], size: number): Chunk & { readonly unfinished: boolean } {
  const data = chunks.find((c) => c.id === "data");
  if (!data)
    throw new FileProblem(
      "it has no “data” chunk, so there is no sound in it; ask for the file again",
      "data",
    );
  const unfinished = data.size === 0 && data === chunks.at(-1) && size - data.at > 1;
  return unfinished ? { ...data, size: size - data.at, unfinished } : { ...data, unfinished };
}

interface Format {
  readonly rate: number;
  readonly channels: number;
  readonly bits: number;
  readonly mask: number | null;
  readonly coding: Coding;
  readonly told: number;
}

/** @throws FileProblem where samples are packed in a way nobody here reads */
function formatOf(fmt: Uint8Array): Format {
  const view = viewOf(fmt);
  const tag = view.getUint16(0, true);
  const extended = tag === EXTENSIBLE && fmt.length >= 40;
  const kind = extended ? view.getUint16(24, true) : tag;
  const [channels, rate] = [view.getUint16(2, true), view.getUint32(4, true)];
  const [block, lies] = [view.getUint16(12, true), view.getUint16(14, true)];
  if (kind !== INTEGER && kind !== FLOAT)
    throw new FileProblem(
      `its samples are packed (format 0x${kind.toString(16)}), which is not measured here; a WAVE file with ` +
        "samples as they are can be",
      "fmt ",
    );
  // What a frame takes says how wide samples lie; where that is nonsense, what they say of themselves.
  const wide = channels > 0 && block % channels === 0 ? block / channels : 0;
  const bytes = wide >= Math.ceil(lies / 8) && wide <= 8 && wide > 0 ? wide : Math.ceil(lies / 8);
  if (kind === FLOAT ? bytes !== 4 && bytes !== 8 : bytes < 1 || bytes > 4)
    throw new FileProblem(`it says that a sample has ${lies} bits, which none has here`, "fmt ");
  const valid = extended ? view.getUint16(18, true) : lies;
  return {
    rate,
    channels,
    bits: valid > 0 && valid <= bytes * 8 ? valid : bytes * 8,
    mask: extended ? view.getUint32(20, true) : null,
    coding: { of: kind === FLOAT ? "float" : bytes === 1 ? "unsigned" : "integer", bytes, order: "little" },
    told: block,
  };
}

function oddities(
  samples: Chunk & { unfinished: boolean },
  { told, coding, channels }: Format,
  frame: number,
): string[] {
  return [
    ...(samples.unfinished
      ? [
          "Its recorder did not finish it: it says that it holds no sound. What is there was read to its end.",
        ]
      : []),
    ...(samples.cut ? ["It ends earlier than it says: the rest is missing."] : []),
    ...(samples.size % frame === 0 ? [] : ["It ends in the middle of a sample."]),
    ...(told === coding.bytes * channels
      ? []
      : [`It says that a frame has ${told} bytes; it has ${frame}.`]),
  ];
}
