import { FLACDecoder } from "@wasm-audio-decoders/flac";
import { OggVorbisDecoder } from "@wasm-audio-decoders/ogg-vorbis";
import type { ByteSource } from "@mossy/core/formats/bytes";
import { FileProblem } from "@mossy/core/formats/fileProblem";
import type { Packed } from "@mossy/core/sound/head";
import type { Frames } from "@mossy/core/sound/samples";
import { MPEGDecoder } from "mpg123-decoder";
import { OggOpusDecoder } from "ogg-opus-decoder";

/** A piece of a packed sound, unpacked. */
export interface Unpacked {
  /** In Hz. */
  readonly rate: number;
  readonly frames: Frames;
  /** Parts that could not be read, which are left out. */
  readonly broken: number;
  /** Of one sample as it was packed; null where packing lost some of it. */
  readonly bits: number | null;
}

interface Given {
  readonly channelData: Float32Array[];
  readonly samplesDecoded: number;
  readonly sampleRate: number;
  readonly bitDepth?: number;
  readonly errors: readonly unknown[];
}
interface Decoder {
  readonly ready: Promise<unknown>;
  decode(bytes: Uint8Array): Given | Promise<Given>;
  flush?(): Given | Promise<Given>;
  free(): void;
}
const DECODERS: Readonly<Record<Packed, () => Decoder>> = {
  FLAC: () => new FLACDecoder(),
  MP3: () => new MPEGDecoder(),
  "Ogg Vorbis": () => new OggVorbisDecoder(),
  "Ogg Opus": () => new OggOpusDecoder(),
};
const PIECE = 1 << 16;

/**
 * Unpacks a sound piece by piece.
 * @throws FileProblem where it changes its form on the way, which nothing here can measure as one sound
 */
export async function* unpacked(kind: Packed, source: ByteSource): AsyncGenerator<Unpacked> {
  const decoder = DECODERS[kind]();
  await decoder.ready;
  let form: string | null = null;
  try {
    for (let at = 0; at < source.size; at += PIECE) {
      const last = at + PIECE >= source.size;
      const given = [await decoder.decode(await source.read(at, PIECE))];
      if (last && decoder.flush) given.push(await decoder.flush());
      for (const g of given) {
        if (g.samplesDecoded === 0) {
          if (g.errors.length > 0) yield { rate: 0, frames: [], broken: g.errors.length, bits: null };
          continue;
        }
        const now = `${g.sampleRate} ${g.channelData.length}`;
        if (form !== null && now !== form)
          throw new FileProblem("its sample rate or its number of channels changes on the way");
        form = now;
        yield {
          rate: g.sampleRate,
          frames: g.channelData.map((c) => c.subarray(0, g.samplesDecoded)),
          broken: g.errors.length,
          bits: kind === "FLAC" ? (g.bitDepth ?? null) : null,
        };
      }
    }
  } finally {
    decoder.free();
  }
}
