import type { ByteSource } from "../formats/bytes.ts";
import type { Bext, SoundHead } from "./head.ts";
import type { Measures } from "./measures.ts";
import { unpack } from "./samples.ts";
import { packed, waveAround } from "./writeWave.ts";

/** What the house says of a sound in the file it gives out. */
export interface Description {
  readonly title: string;
  readonly house: string;
  /** ISO 8601; stands there where the file has no date of its own. */
  readonly at: string;
  readonly measures: Measures;
}

const PIECE = 1 << 14;

/**
 * A sound as a Broadcast Wave file that says what the house knows: its title, whose it is, how loud it is (EBU Tech
 * 3285, version 2), its markers and what is on which channel. Its samples are what they were, bit by bit.
 */
export async function* described(
  source: ByteSource,
  head: SoundHead,
  bits: 16 | 24 | 32,
  of: Description,
): AsyncGenerator<Uint8Array> {
  const { rate, channels, frames, mask, ixml, markers, samples } = head;
  const { before, behind } = waveAround({
    rate,
    channels,
    bits,
    frames,
    mask,
    ixml,
    markers,
    bext: bextOf(head.bext, of),
  });
  yield before;
  const wide = samples.coding.bytes * channels;
  const room = Array.from({ length: channels }, () => new Float32Array(PIECE));
  for (let at = 0; at < frames; at += PIECE) {
    const many = Math.min(PIECE, frames - at);
    const bytes = await source.read(samples.at + at * wide, many * wide);
    if (samples.coding.order === "little") yield bytes;
    else {
      unpack(bytes, samples.coding, channels, room);
      yield packed(
        room.map((c) => c.subarray(0, many)),
        bits,
      );
    }
  }
  yield behind;
}

function bextOf(was: Bext | null, { title, house, at, measures: m }: Description): Bext {
  const [date = "", time = ""] = at.split(/[T.Z]/);
  return {
    description: was?.description || title,
    originator: was?.originator || house,
    reference: was?.reference ?? "",
    date: was?.date || date,
    time: was?.time || time,
    timeReference: was?.timeReference ?? 0,
    version: 2,
    loudness: {
      integrated: m.integrated,
      range: m.range,
      truePeak: m.truePeak,
      momentary: m.momentary?.lufs ?? null,
      shortTerm: m.shortTerm?.lufs ?? null,
    },
    history: was?.history ?? "",
  };
}
