import { joined } from "../formats/bytes.ts";
import { writeBext } from "./bext.ts";
import { viewOf } from "./chunks.ts";
import type { Bext, Ixml, SoundMarker } from "./head.ts";
import { writeIxml } from "./ixml.ts";
import { writeMarkers } from "./markers.ts";

/** What a WAVE file is to say of itself. */
export interface WaveSays {
  readonly rate: number;
  readonly channels: number;
  /** 32 is floating point. */
  readonly bits: 16 | 24 | 32;
  readonly frames: number;
  readonly mask?: number | null;
  readonly bext?: Bext | null;
  readonly ixml?: Ixml | null;
  readonly markers?: readonly SoundMarker[];
}

const encoder = new TextEncoder();
const LARGEST = 2 ** 32 - 1;

function chunk(id: string, content: Uint8Array): Uint8Array {
  const bytes = new Uint8Array(8 + content.length + (content.length % 2));
  bytes.set(encoder.encode(id));
  viewOf(bytes).setUint32(4, content.length, true);
  bytes.set(content, 8);
  return bytes;
}

/** Of one to two channels the plain form that everything reads, of more the extensible one with their loudspeakers. */
function fmt({ rate, channels, bits, mask = null }: WaveSays): Uint8Array {
  const extensible = channels > 2 || mask !== null;
  const content = new Uint8Array(extensible ? 40 : bits === 32 ? 18 : 16);
  const view = viewOf(content);
  const kind = bits === 32 ? 3 : 1;
  const frame = (channels * bits) / 8;
  view.setUint16(0, extensible ? 0xfffe : kind, true);
  view.setUint16(2, channels, true);
  view.setUint32(4, rate, true);
  view.setUint32(8, rate * frame, true);
  view.setUint16(12, frame, true);
  view.setUint16(14, bits, true);
  if (extensible) {
    view.setUint16(16, 22, true);
    view.setUint16(18, bits, true);
    view.setUint32(20, mask ?? 0, true);
    view.setUint16(24, kind, true);
    content.set(GUID, 26);
  }
  return chunk("fmt ", content);
}
/** What stands behind the kind of samples: {0000xxxx-0000-0010-8000-00AA00389B71}. */
const GUID = [0, 0, 0, 0, 0x10, 0, 0x80, 0, 0, 0xaa, 0, 0x38, 0x9b, 0x71];

function fact(frames: number): Uint8Array {
  const content = new Uint8Array(4);
  viewOf(content).setUint32(0, Math.min(frames, LARGEST), true);
  return chunk("fact", content);
}

/**
 * What comes before the samples of a WAVE file, and what comes behind them: plain, broadcast (EBU Tech 3285, version 2)
 * where it has that to say, RF64 (EBU Tech 3306) where 32 bits are not enough for its sizes.
 */
export function waveAround(says: WaveSays): { readonly before: Uint8Array; readonly behind: Uint8Array } {
  const { bext, ixml, markers = [], frames, bits, channels } = says;
  const size = frames * channels * (bits / 8);
  const { cue, adtl } = writeMarkers(markers);
  const behind = joined([
    new Uint8Array(size % 2),
    ...(markers.length > 0 ? [chunk("cue ", cue), chunk("LIST", adtl)] : []),
  ]);
  const said = [
    ...(bext ? [chunk("bext", writeBext(bext))] : []),
    ...(ixml ? [chunk("iXML", writeIxml(ixml))] : []),
    fmt(says),
    ...(bits === 32 ? [fact(frames)] : []),
  ];
  const inner = said.reduce((sum, c) => sum + c.length, 0) + 8 + size + behind.length;
  const large = 4 + inner > LARGEST;
  const head = new Uint8Array(12);
  head.set(encoder.encode(large ? "RF64" : "RIFF"));
  viewOf(head).setUint32(4, large ? LARGEST : 4 + inner, true);
  head.set(encoder.encode("WAVE"), 8);
  const data = new Uint8Array(8);
  data.set(encoder.encode("data"));
  viewOf(data).setUint32(4, large ? LARGEST : size, true);
  const sizes = large ? [ds64(4 + inner + DS64, size, frames)] : [];
  return { before: joined([head, ...sizes, ...said, data]), behind };
}
/** Of the chunk with the sizes of 64 bits, with its head. */
const DS64 = 36;
function ds64(riff: number, data: number, frames: number): Uint8Array {
  const content = new Uint8Array(DS64 - 8);
  const view = viewOf(content);
  for (const [n, value] of [riff, data, frames].entries()) view.setBigUint64(n * 8, BigInt(value), true);
  return chunk("ds64", content);
}

/** Samples as they lie in a WAVE file; what is louder than integers can say is full scale. */
export function packed(frames: readonly Float32Array[], bits: 16 | 24 | 32): Uint8Array {
  const channels = frames.length;
  const many = frames[0]?.length ?? 0;
  const bytes = new Uint8Array(many * channels * (bits / 8));
  const view = viewOf(bytes);
  const full = 2 ** (bits - 1);
  for (let n = 0, at = 0; n < many; n++)
    for (let c = 0; c < channels; c++, at += bits / 8) {
      const x = frames[c]![n]!;
      if (bits === 32) {
        view.setFloat32(at, x, true);
        continue;
      }
      const whole = Math.max(-full, Math.min(full - 1, Math.round(x * full)));
      view.setInt16(at + (bits === 24 ? 1 : 0), bits === 24 ? whole >> 8 : whole, true);
      if (bits === 24) bytes[at] = whole & 0xff;
    }
  return bytes;
}

/** A whole WAVE file in memory: for short ones. */
export function writeWave(
  frames: readonly Float32Array[],
  says: Omit<WaveSays, "channels" | "frames">,
): Uint8Array {
  const { before, behind } = waveAround({
    ...says,
    channels: frames.length,
    frames: frames[0]?.length ?? 0,
  });
  return joined([before, packed(frames, says.bits), behind]);
}
