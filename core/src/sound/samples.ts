import type { ByteSource } from "../formats/bytes.ts";
import { viewOf } from "./chunks.ts";
import type { Coding, SoundHead } from "./head.ts";

/** Sound as numbers: for each channel its samples, ±1 being full scale. All have the same length. */
export type Frames = readonly Float32Array[];

/** So many frames are read at once, at most; wide files fewer. */
const AT_ONCE = 1 << 16;
const MOST_BYTES = 1 << 21;

/**
 * The samples of a file that keeps them as they are, from a frame on; never more than a few MB of them at once. The
 * arrays are used again for what follows.
 */
export async function* framesOf(
  source: ByteSource,
  { samples, channels }: Pick<SoundHead, "samples" | "channels">,
  from = 0,
): AsyncGenerator<Frames> {
  const frame = samples.coding.bytes * channels;
  const many = Math.max(1, Math.min(AT_ONCE, Math.floor(MOST_BYTES / frame)));
  const room = Array.from({ length: channels }, () => new Float32Array(many));
  const read = (at: number): Promise<Uint8Array> =>
    source.read(samples.at + at, Math.max(0, Math.min(many * frame, samples.size - at)));
  let next = read(from * frame);
  for (let at = from * frame; at < samples.size;) {
    const bytes = await next;
    const there = Math.floor(bytes.length / frame);
    if (there === 0) return;
    at += there * frame;
    // The disk reads on while these are worked on.
    next = read(at);
    next.catch(() => undefined);
    unpack(bytes, samples.coding, channels, room);
    yield there === many ? room : room.map((c) => c.subarray(0, there));
  }
}

/** Puts interleaved samples into their channels. What is no number is no sound. */
export function unpack(bytes: Uint8Array, coding: Coding, channels: number, to: Frames): void {
  const many = Math.floor(bytes.length / coding.bytes / channels);
  for (let c = 0; c < channels; c++) {
    if (coding.of === "integer" && coding.bytes === 2) sixteen(bytes, coding, channels, c, to[c]!, many);
    else if (coding.of === "integer" && coding.bytes === 3)
      twentyFour(bytes, coding, channels, c, to[c]!, many);
    else others(bytes, coding, channels, c, to[c]!, many);
  }
}

type Unpack = (
  bytes: Uint8Array,
  coding: Coding,
  channels: number,
  channel: number,
  to: Float32Array,
  many: number,
) => void;

/** One step of 32 bits, of 8. A product is quicker than a quotient, and the same of a power of two. */
const STEP = 2 ** -31;
const BYTE_STEP = 2 ** -7;

const sixteen: Unpack = (bytes, { order }, channels, channel, to, many) => {
  const [low, high] = order === "little" ? [0, 1] : [1, 0];
  for (let n = 0, at = channel * 2; n < many; n++, at += channels * 2)
    to[n] = ((bytes[at + low]! << 16) | (bytes[at + high]! << 24)) * STEP;
};
const twentyFour: Unpack = (bytes, { order }, channels, channel, to, many) => {
  const [low, high] = order === "little" ? [0, 2] : [2, 0];
  for (let n = 0, at = channel * 3; n < many; n++, at += channels * 3)
    to[n] = ((bytes[at + low]! << 8) | (bytes[at + 1]! << 16) | (bytes[at + high]! << 24)) * STEP;
};
const others: Unpack = (bytes, { of, bytes: wide, order }, channels, channel, to, many) => {
  const view = viewOf(bytes);
  const little = order === "little";
  const read = (at: number): number => {
    if (of === "unsigned") return (bytes[at]! - 128) * BYTE_STEP;
    if (of === "float") return wide === 8 ? view.getFloat64(at, little) : view.getFloat32(at, little);
    return wide === 1 ? view.getInt8(at) * BYTE_STEP : view.getInt32(at, little) * STEP;
  };
  for (let n = 0, at = channel * wide; n < many; n++, at += channels * wide) {
    const x = read(at);
    to[n] = Math.abs(x) < LOUDEST ? x : 0;
  }
};
const LOUDEST = 1e9;
