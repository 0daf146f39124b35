/**
 * A name cut into words: on spaces, underscores, dashes, brackets and other signs, at camelCase humps,
 * and where letters meet digits. Letters are folded (UAX #15 NFKD, marks dropped, small).
 */
export interface Fold {
  /** All folded letters and digits, nothing between. */
  readonly text: string;
  /** Per word: where it starts and ends in `text`. */
  readonly starts: readonly number[];
  readonly ends: readonly number[];
  /** Per word: where it starts and ends in `shown`. */
  readonly from: readonly number[];
  readonly to: readonly number[];
  /** The name the positions refer to (NFC). */
  readonly shown: string;
  /** Per word: the same unbroken run of letters and digits as the word before. */
  readonly joined: readonly boolean[];
}

const SPECIAL: Readonly<Record<string, string>> = {
  ß: "ss",
  ø: "o",
  æ: "ae",
  œ: "oe",
  ð: "d",
  þ: "th",
  ł: "l",
  đ: "d",
};
const LOWER = 1,
  UPPER = 2,
  DIGIT = 3,
  SIGN = 0,
  SILENT = 4;

function classOf(code: number): number {
  if (code >= 97 && code <= 122) return LOWER;
  if (code >= 65 && code <= 90) return UPPER;
  if (code >= 48 && code <= 57) return DIGIT;
  if (code === 39 || code === 0x2019) return SILENT;
  if (code < 128) return SIGN;
  const ch = String.fromCharCode(code);
  if (!/[\p{L}\p{M}]/u.test(ch)) return SIGN;
  return ch === ch.toLowerCase() ? LOWER : UPPER;
}

function foldedLetter(ch: string): string {
  const bare = ch.normalize("NFKD").replace(/\p{M}/gu, "").toLowerCase();
  return SPECIAL[bare] ?? bare;
}

const isOrdinalEnd = (a: number, b: number): boolean => {
  const x = a | 32,
    y = b | 32;
  return (
    (x === 115 && y === 116) ||
    (x === 110 && y === 100) ||
    (x === 114 && y === 100) ||
    (x === 116 && y === 104)
  );
};

/** Cuts and folds a name. O(length). */
export function fold(name: string): Fold {
  let ascii = true;
  for (let i = 0; i < name.length; i++)
    if (name.charCodeAt(i) > 127) {
      ascii = false;
      break;
    }
  const shown = ascii ? name : name.normalize("NFC");
  const starts: number[] = [],
    ends: number[] = [],
    from: number[] = [],
    to: number[] = [],
    joined: boolean[] = [];
  let text = "";
  let previous = SIGN,
    open = false;
  const close = (i: number): void => {
    if (open) {
      ends.push(text.length);
      to.push(i);
      open = false;
    }
  };
  for (let i = 0; i < shown.length; i++) {
    const code = shown.charCodeAt(i);
    const c = classOf(code);
    if (c === SILENT) continue;
    if (c === SIGN) {
      close(i);
      previous = SIGN;
      continue;
    }
    const next = i + 1 < shown.length ? classOf(shown.charCodeAt(i + 1)) : SIGN;
    const hump =
      previous !== SIGN &&
      ((c === DIGIT) !== (previous === DIGIT)
        ? !(
            previous === DIGIT &&
            isOrdinalEnd(code, shown.charCodeAt(i + 1)) &&
            (i + 2 >= shown.length || classOf(shown.charCodeAt(i + 2)) !== LOWER)
          )
        : c === UPPER &&
          (previous === LOWER ||
            (previous === UPPER &&
              next === LOWER &&
              !(i + 2 >= shown.length || classOf(shown.charCodeAt(i + 2)) === SIGN))));
    if (hump) close(i);
    if (!open) {
      starts.push(text.length);
      from.push(i);
      joined.push(hump);
      open = true;
    }
    text +=
      code < 128 ? (c === UPPER ? String.fromCharCode(code | 32) : shown[i]) : foldedLetter(shown[i] ?? "");
    previous = c;
  }
  close(shown.length);
  return { text, starts, ends, from, to, shown, joined };
}
