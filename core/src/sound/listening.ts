import type { ByteSource } from "../formats/bytes.ts";
import type { SoundHead } from "./head.ts";
import { weightsOf } from "./layout.ts";
import { unpack } from "./samples.ts";
import { packed, waveAround } from "./writeWave.ts";

/** How much of each channel goes left and right. */
type Mix = readonly (readonly [left: number, right: number])[];

/**
 * A sound as browsers play it: WAVE of 16 bits with one channel or two, whatever it was. What is read of it is made
 * when it is read, so any part can be asked for.
 * @param channel one alone, from 0; all of them otherwise, those at the sides to theirs
 */
export function listening(source: ByteSource, head: SoundHead, channel: number | null = null): ByteSource {
  const mix = mixOf(head, channel);
  const channels = mix.some(([l, r]) => l !== r) ? 2 : 1;
  const { before } = waveAround({ rate: head.rate, channels, bits: 16, frames: head.frames });
  const frame = channels * 2;
  const size = before.length + head.frames * frame;
  return {
    size,
    read: async (at, length) => {
      const end = Math.min(size, at + length);
      if (end <= at) return new Uint8Array();
      const made = new Uint8Array(end - at);
      if (at < before.length) made.set(before.subarray(at, end));
      const from = Math.max(0, Math.floor((at - before.length) / frame));
      const to = Math.ceil((end - before.length) / frame);
      if (to <= from) return made;
      const bytes = await framesAt(source, head, mix, { from, to, channels });
      const offset = before.length + from * frame - at;
      made.set(bytes.subarray(Math.max(0, -offset), end - at - offset), Math.max(0, offset));
      return made;
    },
  };
}

async function framesAt(
  source: ByteSource,
  { samples, channels: many }: SoundHead,
  mix: Mix,
  { from, to, channels }: { readonly from: number; readonly to: number; readonly channels: 1 | 2 },
): Promise<Uint8Array> {
  const wide = samples.coding.bytes * many;
  const bytes = await source.read(samples.at + from * wide, (to - from) * wide);
  const frames = Array.from({ length: many }, () => new Float32Array(to - from));
  unpack(bytes, samples.coding, many, frames);
  const sides = Array.from({ length: channels }, (_, side) => {
    const out = new Float32Array(to - from);
    for (const [c, gains] of mix.entries()) {
      const gain = gains[side === 0 ? 0 : 1];
      if (gain !== 0) for (let n = 0; n < out.length; n++) out[n]! += gain * frames[c]![n]!;
    }
    return out;
  });
  return packed(sides, 16);
}

const BOTH = [1, 1] as const;
const NEITHER = [0, 0] as const;
/** What is for the left goes left, for the right right, for the middle to both; together never louder than one. */
function mixOf(head: SoundHead, channel: number | null): Mix {
  const { names } = weightsOf(head);
  if (channel !== null || head.channels === 1)
    return names.map((_, c) => (c === (channel ?? 0) ? BOTH : NEITHER));
  const sides = names.map((name): [number, number] =>
    name === "LFE"
      ? [0, 0]
      : name.startsWith("L")
        ? [1, 0]
        : name.startsWith("R")
          ? [0, 1]
          : [Math.SQRT1_2, Math.SQRT1_2],
  );
  const most = Math.max(...[0, 1].map((side) => sides.reduce((sum, s) => sum + s[side as 0 | 1], 0)));
  return sides.map(([l, r]) => [l / most, r / most]);
}
