import { fold } from "../words/fold.ts";
import type { Reading } from "../words/read.ts";
import type { Track } from "../session/document.ts";

/** A track with what there is to recognise it by. */
export interface Trait {
  readonly track: Track;
  /** Its name, folded, and the pairs of letters in it. */
  readonly name: string;
  readonly pairs: Pairs;
  readonly reading: Reading;
  /** Where it stands beside others of its role, as one word. */
  readonly positions: string;
  /** How many tracks stand before it since the last one that is certain. */
  readonly place: number;
  /** What else it has, each as one word. */
  readonly features: Readonly<Record<string, string>>;
  /** The same as numbers, which `Odds` fills in. */
  readonly codes: Int32Array;
}

/** The pairs of neighbouring letters of a word, as sorted numbers. */
export type Pairs = Uint32Array;

/** Of longer names, as many letters of the beginning and of the end count; where they differ is mostly there. */
const [HEAD, TAIL] = [28, 12];

export function pairsOf(name: string): Pairs {
  const word = name.length <= HEAD + TAIL ? name : name.slice(0, HEAD) + name.slice(-TAIL);
  const pairs = new Uint32Array(Math.max(0, word.length - 1));
  for (let i = 0; i < pairs.length; i++) pairs[i] = word.charCodeAt(i) * 0x10000 + word.charCodeAt(i + 1);
  return pairs.sort();
}

/** Dice's coefficient over pairs of letters, 0…1 (L. R. Dice, Ecology 26, 1945, there for species). */
export function pairsInCommon(a: Pairs, b: Pairs): number {
  if (a.length === 0 || b.length === 0) return 0;
  let common = 0;
  for (let i = 0, j = 0; i < a.length && j < b.length;) {
    const difference = (a[i] ?? 0) - (b[j] ?? 0);
    if (difference === 0) common++;
    if (difference <= 0) i++;
    if (difference >= 0) j++;
  }
  return (2 * common) / (a.length + b.length);
}

/** A name as it is compared: letters and digits only, folded. */
export const foldedName = (name: string): string => fold(name).text;

/** How alike the names of many tracks are spelled, for one after the other at once. */
export class Spellings {
  /** Which of the many have a pair of letters for the first, second… time. */
  readonly #having = new Map<number, number[]>();
  readonly #common: Uint16Array;

  constructor(private readonly many: readonly Trait[]) {
    this.#common = new Uint16Array(many.length);
    for (const [i, { pairs }] of many.entries())
      for (const piece of pieces(pairs)) {
        const having = this.#having.get(piece);
        if (having) having.push(i);
        else this.#having.set(piece, [i]);
      }
  }

  /** `pairsInCommon` of one with each of the many, by their places. */
  of({ pairs }: Trait): (place: number) => number {
    this.#common.fill(0);
    for (const piece of pieces(pairs))
      for (const i of this.#having.get(piece) ?? []) this.#common[i] = (this.#common[i] ?? 0) + 1;
    return (place) => {
      const common = this.#common[place] ?? 0;
      return common === 0 ? 0 : (2 * common) / (pairs.length + (this.many[place]?.pairs.length ?? 0));
    };
  }
}

/** The pairs of a word as numbers that tell a pair's second time from its first. */
function* pieces(pairs: Pairs): Generator<number> {
  let time = 0;
  for (const [i, pair] of pairs.entries()) {
    time = i > 0 && pairs[i - 1] === pair ? time + 1 : 0;
    yield pair + time * 2 ** 32;
  }
}
