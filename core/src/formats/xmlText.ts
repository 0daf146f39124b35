import { FileProblem } from "./fileProblem.ts";

/** The text of an XML file, and the way back to its own kind of bytes. */
export interface XmlText {
  readonly encoding: "UTF-8" | "UTF-16" | "Latin-1";
  /** With the byte order mark, where the file has one: every character stands for bytes of the file. */
  readonly text: string;
  /** Text in the encoding of the file. What that has no character for is written as a reference to it. */
  readonly encode: (text: string) => Uint8Array;
}

/**
 * Decodes an XML file: UTF-8 unless it says otherwise by its first bytes (UTF-16 either way round) or by its
 * declaration (ISO-8859-1, Windows-1252); XML 1.0, appendix F.
 * @throws FileProblem where it is not what it says
 */
export function xmlText(bytes: Uint8Array, file: string, remedy: string): XmlText {
  const [a = 0, b = 0] = bytes;
  const mark = (a << 8) | b;
  if (mark === 0xfeff || mark === 0x003c) return utf16(bytes, "utf-16be", file, remedy);
  if (mark === 0xfffe || mark === 0x3c00) return utf16(bytes, "utf-16le", file, remedy);
  if (saysLatin(bytes)) return latin(bytes);
  return {
    encoding: "UTF-8",
    text: decoded(bytes, "utf-8", () => `“${file}” is not UTF-8 text. ${remedy}`, file),
    encode: (text) => new TextEncoder().encode(text),
  };
}

function decoded(bytes: Uint8Array, encoding: string, why: () => string, file: string): string {
  try {
    return new TextDecoder(encoding, { fatal: true, ignoreBOM: true }).decode(bytes);
  } catch {
    throw new FileProblem(why(), file);
  }
}

function utf16(
  bytes: Uint8Array,
  encoding: "utf-16le" | "utf-16be",
  file: string,
  remedy: string,
): XmlText {
  const little = encoding === "utf-16le";
  return {
    encoding: "UTF-16",
    text: decoded(bytes, encoding, () => `“${file}” is not the UTF-16 text it says. ${remedy}`, file),
    encode: (text) => {
      const view = new DataView(new ArrayBuffer(text.length * 2));
      for (let i = 0; i < text.length; i++) view.setUint16(i * 2, text.charCodeAt(i), little);
      return new Uint8Array(view.buffer);
    },
  };
}

const LATIN = /^<\?xml[^>]*encoding\s*=\s*["'](iso-8859-1|latin1|windows-1252|us-ascii)["']/i;
const DECLARATION = 200;

const saysLatin = (bytes: Uint8Array): boolean =>
  LATIN.test(String.fromCharCode(...bytes.subarray(0, DECLARATION)));

/** One byte a character, as browsers read Latin-1 (WHATWG Encoding: Windows-1252). */
function latin(bytes: Uint8Array): XmlText {
  const decoder = new TextDecoder("windows-1252", { ignoreBOM: true });
  const every = decoder.decode(Uint8Array.from({ length: 256 }, (_, i) => i));
  const byteOf = new Map([...every].map((ch, i) => [ch, i]));
  return {
    encoding: "Latin-1",
    text: decoder.decode(bytes),
    encode: (text) =>
      Uint8Array.from(
        [...text].flatMap(
          (ch) => byteOf.get(ch) ?? [...`&#${ch.codePointAt(0) ?? 0};`].map((c) => c.charCodeAt(0)),
        ),
      ),
  };
}
