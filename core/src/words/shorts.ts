import type { Reader } from "./reader.ts";

const SHORTEST = 3;
/** Words under this length are written out. */
const WORTH_CUTTING = 4;
/** So many of them are remembered. */
const MOST = 20_000;
/** So many words at most may be what was thinned out: else it could be anything. */
const FEW = 6;

/** The known words somebody may have meant by one made short, in the order of the word list. */
export interface Shortened {
  /** Its end left off ("Trian"), its vowels ("Cwbl", "Hrpsch"), or all between beginning and last letter ("Celt"). */
  readonly cut: readonly string[];
  /** Letters left out anywhere, two at least, but not the first ("Slpr"); none where many words fit. */
  readonly thinned: readonly string[];
}
const NOTHING: Shortened = { cut: [], thinned: [] };

/** The words of a list by their first letter, and what was asked of them before. */
interface Remembered {
  readonly byFirst: ReadonlyMap<string, readonly string[]>;
  readonly asked: Map<string, Shortened>;
}
const remembered = new WeakMap<Reader, Remembered>();

/** What a word nobody knows may be short for, from three letters on. Remembered, so it costs once. */
export function madeShortFrom(reader: Reader, short: string): Shortened {
  if (short.length < SHORTEST || /\d/.test(short)) return NOTHING;
  const { byFirst, asked } = remembered.get(reader) ?? begin(reader);
  const known = asked.get(short);
  if (known) return known;
  const cut: string[] = [];
  const thinned: string[] = [];
  for (const word of byFirst.get(short.charAt(0)) ?? [])
    if (isShortFor(short, word)) cut.push(word);
    else if (word.length > short.length + 1 && leavesOut(short, word)) thinned.push(word);
  const made = { cut, thinned: cut.length > 0 || thinned.length > FEW ? [] : thinned };
  if (asked.size > MOST) asked.clear();
  asked.set(short, made);
  return made;
}

function begin(reader: Reader): Remembered {
  const byFirst = new Map<string, string[]>();
  for (const word of reader.singleWords) {
    const same = byFirst.get(word.charAt(0));
    if (same) same.push(word);
    else byFirst.set(word.charAt(0), [word]);
  }
  const begun = { byFirst, asked: new Map<string, Shortened>() };
  remembered.set(reader, begun);
  return begun;
}

/** Whether somebody may have cut a word to that; from three letters on. */
export function isShortFor(short: string, word: string): boolean {
  if (short.length < SHORTEST || word.length < WORTH_CUTTING || short.length >= word.length) return false;
  if (word.startsWith(short)) return true;
  const most = short.length - 1;
  return (
    (word.at(-1) === short[most] && word.startsWith(short.slice(0, most))) || isWithoutVowels(short, word)
  );
}

/** Whether it begins what stays of a word when only its first letter and its consonants are written. */
function isWithoutVowels(short: string, word: string): boolean {
  if (word[0] !== short[0]) return false;
  let at = 1;
  for (let i = 1; i < word.length && at < short.length; i++) {
    if (VOWELS.includes(word[i] ?? "")) continue;
    if (word[i] !== short[at]) return false;
    at++;
  }
  return at === short.length;
}
const VOWELS = "aeiouy";

function leavesOut(short: string, word: string): boolean {
  let at = 0;
  for (let i = 0; i < word.length; i++) if (word[i] === short[at]) at++;
  return at === short.length;
}
