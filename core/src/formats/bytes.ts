/** Bytes that are read where they are wanted: in memory, a file of a browser, a file on disk. */
export interface ByteSource {
  /** In bytes. */
  readonly size: number;
  read(at: number, length: number): Promise<Uint8Array>;
}

/** What is given whole, or read where it is wanted. */
export type Bytes = Uint8Array | ByteSource;

export const sourceOf = (bytes: Bytes): ByteSource =>
  bytes instanceof Uint8Array
    ? { size: bytes.length, read: (at, length) => Promise.resolve(bytes.subarray(at, at + length)) }
    : bytes;

/** What is needed of a Blob: a file as a browser has it, or Node.js (`openAsBlob`). */
interface Sliceable {
  readonly size: number;
  slice(from: number, to: number): { arrayBuffer(): Promise<ArrayBuffer> };
}
/** A file that is never in memory as a whole. */
export const blobSource = (blob: Sliceable): ByteSource => ({
  size: blob.size,
  read: async (at, length) => new Uint8Array(await blob.slice(at, at + length).arrayBuffer()),
});

/** A part of a source. */
export const partOf = (source: ByteSource, from: number, size: number): ByteSource => ({
  size,
  read: (at, length) => source.read(from + at, Math.max(0, Math.min(length, size - at))),
});

/** Pieces in one. */
export function joined(pieces: readonly Uint8Array[]): Uint8Array<ArrayBuffer> {
  const whole = new Uint8Array(pieces.reduce((sum, p) => sum + p.length, 0));
  let at = 0;
  for (const piece of pieces) {
    whole.set(piece, at);
    at += piece.length;
  }
  return whole;
}

const UNITS = ["kB", "MB", "GB", "TB"] as const;
/** A size for people: "730 B", "12 kB", "1.4 GB". */
export function inSize(bytes: number): string {
  let [size, unit] = [bytes, "B"];
  for (const next of UNITS) {
    if (size < 1024) break;
    [size, unit] = [size / 1024, next];
  }
  const digits = size < 10 && unit !== "B" && unit !== "kB" ? 1 : 0;
  return `${size.toFixed(digits).replace(/\.0$/, "")} ${unit}`;
}
