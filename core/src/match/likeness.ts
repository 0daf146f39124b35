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
  /** Name of the folder it stands in, folded; empty for none. */
  readonly folder: string;
  /** Name of what it feeds, folded; empty for nothing. */
  readonly feeds: string;
}

/**
 * Weights of what two tracks may have in common; they sum to 1. The name says most, but a name alone is not
 * enough.
 */
const WEIGHT = { name: 0.5, kind: 0.12, place: 0.13, routing: 0.1, input: 0.1, look: 0.05 } as const;

/**
 * How like two tracks are, 0…1: name (as read and as spelled), kind and format, folder, what they feed,
 * input, colour.
 */
export function likeness(a: Trait, b: Trait): number {
  const x = a.track;
  const y = b.track;
  const kind = x.kind === y.kind ? (x.format === y.format ? 1 : 0.7) : 0;
  const place = a.folder === b.folder ? 1 : 0;
  const routing = a.feeds === b.feeds ? 1 : 0;
  const input = x.input === y.input ? (x.input === null ? 0.5 : 1) : 0;
  const look = x.colour === y.colour ? 1 : 0;
  return (
    WEIGHT.name * nameLikeness(a, b) +
    WEIGHT.kind * kind +
    WEIGHT.place * place +
    WEIGHT.routing * routing +
    WEIGHT.input * input +
    WEIGHT.look * look
  );
}

function nameLikeness(a: Trait, b: Trait): number {
  if (a.track.name === b.track.name || (a.name !== "" && a.name === b.name)) return 1;
  const spelled = pairsInCommon(a.pairs, b.pairs);
  const p = a.reading;
  const q = b.reading;
  if (p.role === null || q.role === null) return 0.8 * spelled;
  if (p.role !== q.role) return 0.5 * spelled;
  const details =
    (p.of === q.of ? 0.3 : 0) +
    (p.positions.join() === q.positions.join() ? 0.4 : 0) +
    (p.number === q.number ? 0.3 : 0);
  return Math.max(0.55 + 0.4 * details, spelled);
}

/** The pairs of neighbouring letters of a word, as sorted numbers. */
export type Pairs = Uint32Array;

export function pairsOf(word: string): Pairs {
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
