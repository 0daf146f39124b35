import type { ByteSource } from "../formats/bytes.ts";
import type { SoundHead } from "./head.ts";
import { weightsOf } from "./layout.ts";
import { BEFORE, measureNote } from "./note.ts";
import type { NoteMeasures } from "./note.ts";
import { framesOf } from "./samples.ts";

/** So long a note is listened to at most, in seconds. */
const LONGEST = 30;

/** A note of a sound as it is drawn: the least and the most of equal stretches, from `from` seconds on. */
export interface NoteLook {
  readonly from: number;
  readonly seconds: number;
  readonly low: Float32Array;
  readonly high: Float32Array;
}
const COLUMNS = 480;
/** So much around the note is drawn at least, and behind where it is heard, in seconds. */
const [DRAWN, BEHIND] = [0.6, 0.3];

/**
 * Measures notes of a sound, each from a little before it to where the next begins.
 * @param notes in the order of time, in seconds
 */
export async function* notesIn(
  source: ByteSource,
  head: SoundHead,
  notes: readonly { readonly at: number; readonly length: number | null }[],
): AsyncGenerator<{ readonly measures: NoteMeasures | null; readonly look: NoteLook }> {
  const { rate } = head;
  for (const [n, note] of notes.entries()) {
    const from = Math.max(0, note.at - BEFORE);
    const until = Math.min(notes[n + 1]?.at ?? Infinity, note.at + LONGEST, head.frames / rate);
    const frames = await stretch(
      source,
      head,
      Math.round(from * rate),
      Math.round(Math.max(0, until - from) * rate),
    );
    const before = note.at - from;
    const measures = measureNote(frames, { rate, weights: weightsOf(head).of }, before, note.length);
    const drawn = Math.max(DRAWN, before + (measures?.lag ?? 0) / 1000 + BEHIND);
    yield { measures, look: lookOf(frames, { rate, from, drawn }) };
  }
}

/** Frames of a sound from one on. */
async function stretch(
  source: ByteSource,
  head: SoundHead,
  from: number,
  many: number,
): Promise<Float32Array[]> {
  const room = Array.from({ length: head.channels }, () => new Float32Array(many));
  let at = 0;
  for await (const frames of framesOf(source, head, from)) {
    const there = Math.min(frames[0]?.length ?? 0, many - at);
    for (const [c, channel] of room.entries()) channel.set(frames[c]?.subarray(0, there) ?? [], at);
    at += there;
    if (at >= many) break;
  }
  return at === many ? room : room.map((c) => c.subarray(0, at));
}

function lookOf(
  frames: readonly Float32Array[],
  { rate, from, drawn }: { readonly rate: number; readonly from: number; readonly drawn: number },
): NoteLook {
  const all = Math.min(frames[0]?.length ?? 0, Math.round(drawn * rate));
  const [low, high] = [new Float32Array(COLUMNS), new Float32Array(COLUMNS)];
  for (const channel of frames)
    for (let i = 0; i < all; i++) {
      const n = Math.floor((i * COLUMNS) / all);
      low[n] = Math.min(low[n] ?? 0, channel[i] ?? 0);
      high[n] = Math.max(high[n] ?? 0, channel[i] ?? 0);
    }
  return { from, seconds: all / rate, low, high };
}
