import anyAscii from "any-ascii";
import { plainWords } from "./compose.ts";
import { endingOf, notADevice, safeEnding, safeFileName } from "./disk.ts";
import type { DiskScript } from "./disk.ts";

/** A text of any script in Latin letters (ASCII), as near to how it sounds as letters alone can be. */
export const inLatin = (text: string): string =>
  // What stands for a soft sign or a catch in the throat would part a word in two.
  text.normalize("NFC").replace(/[^ -~]+/gu, (run) => anyAscii(run).replace(/['"`]/g, ""));

/** The words of a text in its own letters. */
const ownWords = (text: string): string[] =>
  text
    .normalize("NFC")
    .split(/[^\p{L}\p{M}\p{N}]+/u)
    .filter(Boolean);

/** The words of a text as a house writes them on disk; a text of signs alone in Latin letters. */
export const diskWords =
  (script: DiskScript) =>
  (text: string): string[] => {
    const own = script === "as-written" ? ownWords(text) : [];
    return own.length > 0 ? own : plainWords(inLatin(text));
  };

/** Names in letters of their own take more bytes: so many fit with room for a number and an ending. */
const MOST = { characters: 80, bytes: 200 };
const clusters = new Intl.Segmenter("en", { granularity: "grapheme" });

/**
 * A name for a file or folder that every common system can store, as a house writes them: in the portable
 * set of POSIX with any script in Latin letters, or as it is without what some system refuses. Never empty,
 * at most 80 characters and 200 bytes.
 */
export function diskName(text: string, script: DiskScript, fallback?: string): string {
  if (script === "portable") return safeFileName(inLatin(text), fallback);
  const plain = text
    .normalize("NFC")
    // oxlint-disable-next-line no-control-regex -- control characters are what is looked for
    .replace(/[<>:"/\\|?*\u0000-\u001f\u007f\s]+/g, "_")
    .replace(/_+/g, "_");
  let [cut, bytes] = ["", 0];
  for (const { segment } of clusters.segment(plain)) {
    bytes += new TextEncoder().encode(segment).length;
    if (cut.length + segment.length > MOST.characters || bytes > MOST.bytes) break;
    cut += segment;
  }
  const trimmed = cut.replace(/^[_.-]+|[_.]+$/g, "");
  return /[^ -~]/.test(trimmed) ? notADevice(trimmed) : safeFileName(trimmed, fallback);
}

/** A file name as a house writes them, its ending kept. */
export function diskNameWithEnding(name: string, script: DiskScript, fallback?: string): string {
  const { stem, ending } = endingOf(name);
  const safe = diskName(stem, script, fallback);
  return ending === "" ? safe : `${safe}.${safeEnding(inLatin(ending))}`;
}
