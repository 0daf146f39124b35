import { inflateSync } from "node:zlib";

const HEADER = 44;
const ENTRY = 20;
const round4 = (n: number): number => (n + 3) & ~3;

/**
 * A font of WOFF 1.0 as the plain font it was made of (W3C Recommendation "WOFF File Format 1.0", 2012: its tables,
 * unpacked, behind the directory of OpenType). Whatever is none comes back as it is.
 * @throws Error where a table is not as long as it says
 */
export function plainFont(file: Buffer): Buffer {
  if (file.toString("latin1", 0, 4) !== "wOFF") return file;
  const many = file.readUInt16BE(12);
  const tables = Array.from({ length: many }, (_, i) => {
    const at = HEADER + ENTRY * i;
    const [offset, packed, length] = [4, 8, 12].map((n) => file.readUInt32BE(at + n)) as [
      number,
      number,
      number,
    ];
    const bytes = file.subarray(offset, offset + packed);
    const table = packed < length ? inflateSync(bytes, { maxOutputLength: length }) : bytes;
    if (table.length !== length)
      throw new Error(`a table of a font has ${table.length} bytes in place of ${length}`);
    return { tag: file.subarray(at, at + 4), sum: file.readUInt32BE(at + 16), table };
  });
  const begin = 12 + 16 * many;
  const plain = Buffer.alloc(tables.reduce((end, t) => end + round4(t.table.length), begin));
  file.copy(plain, 0, 4, 8);
  const selector = Math.floor(Math.log2(many));
  for (const [i, n] of [many, 16 * 2 ** selector, selector, 16 * (many - 2 ** selector)].entries())
    plain.writeUInt16BE(n, 4 + 2 * i);
  let at = begin;
  for (const [i, { tag, sum, table }] of tables.entries()) {
    const entry = 12 + 16 * i;
    tag.copy(plain, entry);
    plain.writeUInt32BE(sum, entry + 4);
    plain.writeUInt32BE(at, entry + 8);
    plain.writeUInt32BE(table.length, entry + 12);
    table.copy(plain, at);
    at += round4(table.length);
  }
  return plain;
}
