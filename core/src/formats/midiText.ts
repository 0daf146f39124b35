/** Kana and Chinese characters in full width, with their punctuation. */
const JAPANESE = /[\u3000-\u30ff\u4e00-\u9fff\uff01-\uff60]/;
/** Half-width kana: one of them alone is more likely a letter of Latin-1. */
const HALF_KANA = /[\uff61-\uff9f]{3,}/;

function decoded(bytes: Uint8Array, encoding: string): string | null {
  try {
    return new TextDecoder(encoding, { fatal: true }).decode(bytes);
  } catch {
    return null;
  }
}

/**
 * The text of a MIDI file, whose encoding nothing says: UTF-8 where it can be, else Shift-JIS where that gives
 * Japanese, else Latin-1.
 * @param raw one character a byte, as readers of MIDI files give it
 */
export function midiText(raw: string): string {
  const bytes = Uint8Array.from(raw, (ch) => ch.charCodeAt(0) & 0xff);
  const utf8 = decoded(bytes, "utf-8");
  if (utf8 !== null) return tidy(utf8);
  const japanese = decoded(bytes, "shift_jis");
  if (japanese !== null && isJapanese(japanese)) return tidy(japanese);
  return tidy(new TextDecoder("windows-1252").decode(bytes));
}

/** Whether what is no ASCII is Japanese: accents taken for kana stand alone among letters. */
function isJapanese(text: string): boolean {
  const beyond = [...text].filter((ch) => ch > "\u007f");
  const full = beyond.filter((ch) => JAPANESE.test(ch)).length;
  return (full >= 2 && full * 2 >= beyond.length) || HALF_KANA.test(text);
}

const tidy = (text: string): string => text.replace(/\0+$/, "").trim();
