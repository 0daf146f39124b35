import { crc32, deflateSync } from "node:zlib";

/** A rectangle of one colour, in pixels from the top left. */
export type Box = readonly [x: number, y: number, width: number, height: number, colour: string];

/** A picture of rectangles, the later over the earlier, as a PNG (8 bits a channel, unfiltered). */
export function pngOf(width: number, height: number, boxes: readonly Box[]): Uint8Array {
  const row = 1 + width * 3;
  const pixels = Buffer.alloc(row * height);
  for (const [x, y, w, h, colour] of boxes) {
    const rgb = Buffer.from(colour.slice(1), "hex");
    for (let at = y; at < Math.min(y + h, height); at++)
      for (let to = x; to < Math.min(x + w, width); to++) rgb.copy(pixels, at * row + 1 + to * 3);
  }
  const head = Buffer.alloc(13);
  head.writeUInt32BE(width, 0);
  head.writeUInt32BE(height, 4);
  head.set([8, 2, 0, 0, 0], 8);
  return Buffer.concat([
    Buffer.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a]),
    part("IHDR", head),
    part("IDAT", deflateSync(pixels)),
    part("IEND", Buffer.alloc(0)),
  ]);
}

function part(kind: string, content: Buffer): Buffer {
  const named = Buffer.concat([Buffer.from(kind, "latin1"), content]);
  const [length, sum] = [Buffer.alloc(4), Buffer.alloc(4)];
  length.writeUInt32BE(content.length);
  sum.writeUInt32BE(crc32(named));
  return Buffer.concat([length, named, sum]);
}
