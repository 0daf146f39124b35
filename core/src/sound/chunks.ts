import type { ByteSource } from "../formats/bytes.ts";
import { FileProblem } from "../formats/fileProblem.ts";
import type { Part } from "./head.ts";

/** A part of a RIFF or IFF file, under its four characters. */
export interface Chunk extends Part {
  readonly id: string;
  /** Whether the file ends before the chunk does: `size` is what is there. */
  readonly cut: boolean;
}

/** So many are looked at; recorders write a dozen. */
const MOST = 4096;
const HEAD = 8;
export const ascii = (bytes: Uint8Array, at: number, length: number): string =>
  String.fromCharCode(...bytes.subarray(at, at + length));
const looksLikeAnId = (id: string): boolean => /^[\x20-\x7e]{4}$/.test(id);

/**
 * The chunks of a file that begins with a form (12 bytes). Sizes that were never filled in reach to the end; an odd
 * chunk without its byte of padding is read as it lies.
 * @param large sizes that do not fit 32 bits, by the chunk's id (RF64)
 * @throws FileProblem where there are more than any recorder writes
 */
export async function chunksOf(
  source: ByteSource,
  order: "little" | "big",
  large: (id: string) => number | null = () => null,
): Promise<Chunk[]> {
  const found: Chunk[] = [];
  let at = 12;
  while (at + HEAD <= source.size) {
    if (found.length === MOST)
      throw new FileProblem(`it has more than ${MOST} chunks, so it is not read`, `byte ${at}`);
    const head = await source.read(at, HEAD);
    const id = ascii(head, 0, 4);
    if (!looksLikeAnId(id)) break;
    const told = new DataView(head.buffer, head.byteOffset).getUint32(4, order === "little");
    const left = source.size - at - HEAD;
    const wanted = told === UNKNOWN ? (large(id) ?? left) : told;
    const size = Math.min(wanted, left);
    found.push({ id, at: at + HEAD, size, cut: wanted > left });
    at += HEAD + size;
    if (size % 2 === 1 && !(await goesOn(source, at))) at++;
  }
  return found;
}
/** What stands for a size that is told elsewhere, or that nobody filled in. */
const UNKNOWN = 0xffffffff;

/** Whether a chunk begins here, and not a byte later. */
async function goesOn(source: ByteSource, at: number): Promise<boolean> {
  const [here, next] = [await source.read(at, 4), await source.read(at + 1, 4)];
  return (
    here.length === 4 &&
    here[0] !== 0 &&
    looksLikeAnId(ascii(here, 0, 4)) &&
    !looksLikeAnId(ascii(next, 0, 4))
  );
}

/** So much of a chunk that holds words is read, in bytes. */
const MOST_TEXT = 1 << 20;
/** What a chunk holds, as far as words go. */
export const contentOf = (source: ByteSource, chunk: Part): Promise<Uint8Array> =>
  source.read(chunk.at, Math.min(chunk.size, MOST_TEXT));

/** Bytes seen as numbers. */
export const viewOf = (bytes: Uint8Array): DataView =>
  new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);

const utf8 = new TextDecoder("utf-8", { fatal: true });
const latin = new TextDecoder("windows-1252");
/** Text up to its first zero: UTF-8, or what older programs wrote. */
export function textOf(bytes: Uint8Array): string {
  const end = bytes.indexOf(0);
  const text = end === -1 ? bytes : bytes.subarray(0, end);
  try {
    return clean(utf8.decode(text));
  } catch {
    return clean(latin.decode(text));
  }
}
/** Without what no text has, but with the ends of its lines. */
const clean = (text: string): string => text.replace(/[^\P{C}\r\n\t]/gu, "").trim();
