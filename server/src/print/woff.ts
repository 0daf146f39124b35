import fonts from "fonteditor-core";
import { inflateSync } from "node:zlib";

/**
 * A font of WOFF 1.0 as the plain font it was made of. Whatever is none comes back as it is.
 * @throws Error where it is cut short
 */
export function plainFont(file: Buffer): Buffer {
  if (file.toString("latin1", 0, 4) !== "wOFF") return file;
  const inflate = (packed: number[]): number[] => [...inflateSync(Uint8Array.from(packed))];
  return Buffer.from(fonts.woff2ttf(new Uint8Array(file).buffer, { inflate }));
}
