import { FileProblem } from "./fileProblem.ts";

/** More than any song plays; each becomes an object in memory. */
const MOST_EVENTS = 1_000_000;

/**
 * Walks a Standard MIDI File from one length to the next, as the reader after it will, and stops where one
 * leads outside: a length that overflows would send that reader back for ever. (Lengths and events as in the
 * Standard MIDI Files 1.0 specification, from memory.)
 * @throws FileProblem that says at which byte
 */
export function checkMidiShape(bytes: Uint8Array): void {
  const walk = new Walk(bytes);
  walk.at = HEADER + walk.chunk("MThd");
  const tracks = ((bytes[10] ?? 0) << 8) | (bytes[11] ?? 0);
  // What stands behind the last track is nobody's, and is not read.
  for (let n = 0; n < tracks && walk.at < bytes.length; n++) {
    const [from, length] = [walk.at + HEADER, walk.chunk("MTrk")];
    walk.events(from, from + length);
    walk.at = from + length;
  }
}

/** Bytes before what a chunk holds: its name and its length. */
const HEADER = 8;

class Walk {
  at = 0;
  #events = 0;

  constructor(private readonly bytes: Uint8Array) {}

  #torn(): never {
    throw new FileProblem(
      `The MIDI file is damaged or cut short (at byte ${this.at}). Export it again.`,
      `byte ${this.at}`,
    );
  }

  #byte(end: number): number {
    if (this.at >= end) this.#torn();
    return this.bytes[this.at++] ?? 0;
  }

  /** The length of the chunk of a name that begins here. */
  chunk(name: string): number {
    const { at, bytes } = this;
    if (at + HEADER > bytes.length) this.#torn();
    if (String.fromCharCode(...bytes.subarray(at, at + 4)) !== name) this.#torn();
    const length = new DataView(bytes.buffer, bytes.byteOffset + at + 4).getUint32(0);
    if (at + HEADER + length > bytes.length) this.#torn();
    return length;
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
        if (status === 0) this.#torn();
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
    if (this.at + many > end) this.#torn();
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
    return this.#torn();
  }
}

/** Bytes of data a channel event has: programme change and channel pressure one, the others two. */
const dataOf = (status: number): number => ((status & 0xe0) === 0xc0 ? 1 : 2);
