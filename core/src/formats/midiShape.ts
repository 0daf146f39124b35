import { joined } from "./bytes.ts";
import { FileProblem } from "./fileProblem.ts";

/** More than any song plays; each becomes an object in memory. */
const MOST_EVENTS = 1_000_000;

/**
 * Walks a Standard MIDI File from one length to the next, as the reader after it will, and stops where one
 * leads outside: a length that overflows would send that reader back for ever. (Lengths and events as in the
 * Standard MIDI Files 1.0 specification, from memory.)
 * @returns the file with its header and its tracks alone: chunks of other kinds are passed over, as the
 *   specification has it
 * @throws FileProblem that says at which byte
 */
export function wholeMidi(file: Uint8Array): { bytes: Uint8Array; passed: number } {
  const bytes = unwrapped(file);
  const walk = new Walk(bytes);
  const head = walk.chunk();
  if (head.name !== "MThd" || head.length < LEAST_HEAD) walk.torn();
  const tracks: Uint8Array[] = [];
  let passed = 0;
  for (walk.at = head.end; walk.at < bytes.length;) {
    // What is too short to be a chunk is only what some program padded the file with.
    if (walk.at + HEADER > bytes.length && tracks.length > 0) break;
    const { name, from, end } = walk.chunk();
    if (name === "MTrk") {
      walk.events(from + HEADER, end);
      tracks.push(bytes.subarray(from, end));
    } else passed++;
    walk.at = end;
  }
  const made = joined([bytes.subarray(0, head.end), ...tracks]);
  new DataView(made.buffer).setUint16(TRACKS_AT, Math.min(tracks.length, 0xffff));
  return { bytes: made, passed };
}

/** Where the header says how many tracks there are, and how long it is at least. */
const TRACKS_AT = 10;
const LEAST_HEAD = 6;

/** A MIDI file that some program wrapped up as RIFF (`RMID`): what is in its data. */
function unwrapped(bytes: Uint8Array): Uint8Array {
  const word = (at: number): string => String.fromCharCode(...bytes.subarray(at, at + 4));
  if (word(0) !== "RIFF" || word(8) !== "RMID" || word(12) !== "data" || bytes.length < 20) return bytes;
  const length = new DataView(bytes.buffer, bytes.byteOffset).getUint32(16, true);
  return bytes.subarray(20, 20 + length);
}

/** Bytes before what a chunk holds: its name and its length. */
const HEADER = 8;

class Walk {
  at = 0;
  #events = 0;

  constructor(private readonly bytes: Uint8Array) {}

  torn(): never {
    throw new FileProblem(
      `The MIDI file is damaged or cut short (at byte ${this.at}). Export it again.`,
      `byte ${this.at}`,
    );
  }

  #byte(end: number): number {
    if (this.at >= end) this.torn();
    return this.bytes[this.at++] ?? 0;
  }

  /** The chunk that begins here. */
  chunk(): { name: string; from: number; length: number; end: number } {
    const { at, bytes } = this;
    if (at + HEADER > bytes.length) this.torn();
    const name = String.fromCharCode(...bytes.subarray(at, at + 4));
    if (!/^[\x20-\x7e]{4}$/.test(name)) this.torn();
    const length = new DataView(bytes.buffer, bytes.byteOffset + at + 4).getUint32(0);
    const end = at + HEADER + length;
    if (end > bytes.length) this.torn();
    return { name, from: at, length, end };
  }

  events(from: number, end: number): void {
    let status = 0;
    for (this.at = from; this.at < end;) {
      if (++this.#events > MOST_EVENTS)
        throw new FileProblem(
          `The MIDI file holds more than ${MOST_EVENTS.toLocaleString("en")} events; no song has so many.`,
        );
      this.#length(end);
      const next = this.#byte(end);
      // Running status: the byte is the first of the data of another event like the last one.
      if (next < 0x80) {
        if (status === 0) this.torn();
        this.#skip(dataOf(status) - 1, end);
      } else if (next >= 0xf0) {
        if (next === 0xff) this.#byte(end);
        this.#skip(this.#length(end), end);
      } else {
        status = next;
        this.#skip(dataOf(status), end);
      }
    }
  }

  #skip(many: number, end: number): void {
    if (this.at + many > end) this.torn();
    this.at += many;
  }

  /** A number in seven bits a byte: four bytes at the most. */
  #length(end: number): number {
    let length = 0;
    for (let n = 0; n < 4; n++) {
      const byte = this.#byte(end);
      length = length * 0x80 + (byte & 0x7f);
      if (byte < 0x80) return length;
    }
    return this.torn();
  }
}

/** Bytes of data a channel event has: programme change and channel pressure one, the others two. */
const dataOf = (status: number): number => ((status & 0xe0) === 0xc0 ? 1 : 2);
