import { CHANNELS } from "../session/document.ts";
import type { Session, Source, Track, TrackId } from "../session/document.ts";
import type { Room, RoomInput } from "./room.ts";

/** A track that wants inputs: of which kind, and how many side by side. */
export interface InputWish {
  readonly track: TrackId;
  readonly source: Source;
  readonly channels: number;
}

/** The tracks of a session that record something from outside, in session order. */
export function wishesOf(session: Session): InputWish[] {
  return session.tracks
    .filter(recordsFromOutside)
    .map((t) => ({ track: t.id, source: t.source ?? "mic", channels: CHANNELS[t.format ?? "mono"] }));
}

/** A track with a source that is not made inside the session. */
export function recordsFromOutside(t: Track): boolean {
  return t.kind === "audio" && t.source !== null;
}

/**
 * Whether the session's own numbering suits the room as it stands: every input there, of the right kind,
 * used once.
 */
export function suitsAsNumbered(session: Session, room: Room): boolean {
  const byNumber = new Map(room.inputs.map((i) => [i.number, i]));
  const used = new Set<number>();
  const tracks = new Map(session.tracks.map((t) => [t.id, t]));
  return wishesOf(session).every((w) => {
    const first = tracks.get(w.track)?.input ?? null;
    if (first === null) return false;
    return Array.from({ length: w.channels }, (_, i) => first + i).every((n) => {
      const free = byNumber.get(n)?.takes.includes(w.source) === true && !used.has(n);
      used.add(n);
      return free;
    });
  });
}

/**
 * Gives every wish an input, in order, as far as the room goes. A wish takes the least versatile input that
 * suits it, then the lowest. One that finds none makes room by moving those before it to other suitable
 * inputs (augmenting paths), so of single-channel wishes as many are placed as can be, and an earlier one
 * is never left out for a later. Wishes of one kind then stand in rising order.
 * @returns the first input of each wish that has one
 */
export function patch(wishes: readonly InputWish[], room: Room): Map<TrackId, number> {
  const bay = new PatchBay(room);
  for (const w of wishes) bay.place(w);
  return inOrder(wishes, (w) => bay.inputOf(w));
}

/** Same kind, same width: interchangeable, so they stand in the order of the session. */
function inOrder(
  wishes: readonly InputWish[],
  inputOf: (w: InputWish) => number | undefined,
): Map<TrackId, number> {
  const kinds = new Map<string, { track: TrackId; input: number }[]>();
  for (const w of wishes) {
    const input = inputOf(w);
    if (input === undefined) continue;
    const alike = kinds.get(kindOf(w));
    if (alike) alike.push({ track: w.track, input });
    else kinds.set(kindOf(w), [{ track: w.track, input }]);
  }
  const result = new Map<TrackId, number>();
  for (const alike of kinds.values()) {
    const numbers = alike.map((a) => a.input).toSorted((a, b) => a - b);
    alike.forEach(({ track }, i) => result.set(track, numbers[i] ?? 0));
  }
  return result;
}

/** Wishes of one kind can stand for each other. */
const kindOf = (w: InputWish): string => `${w.source}|${w.channels}`;

/** The inputs of a room, and which wish has which of them. */
class PatchBay {
  readonly #inputs: readonly RoomInput[];
  readonly #byNumber: ReadonlyMap<number, RoomInput>;
  readonly #taker = new Map<number, InputWish>();
  readonly #first = new Map<InputWish, number>();
  readonly #runsOf = new Map<string, readonly number[]>();
  /** How many wishes have inputs; and, for kinds that found none, how many had then. */
  #given = 0;
  readonly #inVain = new Map<string, number>();

  constructor(room: Room) {
    this.#inputs = room.inputs.toSorted((a, b) => a.number - b.number);
    this.#byNumber = new Map(this.#inputs.map((i) => [i.number, i]));
  }

  /** The first input of a wish that has one. */
  inputOf(w: InputWish): number | undefined {
    return this.#first.get(w);
  }

  /** Gives a wish an input, moving others to other suitable ones where that makes room. */
  place(w: InputWish): void {
    // Where one found none, its like find none either until somebody else gets one.
    if (this.#inVain.get(kindOf(w)) === this.#given) return;
    if (this.#placed(w, new Set())) this.#given++;
    else this.#inVain.set(kindOf(w), this.#given);
  }

  /** @param seen inputs that were tried */
  #placed(w: InputWish, seen: Set<number>): boolean {
    const suitable = this.#runs(w);
    const free = suitable.find((at) => this.#holders(w, at).length === 0);
    if (free !== undefined) {
      this.#put(w, free);
      return true;
    }
    for (const at of suitable) {
      const holder = this.#movable(w, at);
      if (!holder || seen.has(at)) continue;
      seen.add(at);
      this.#lift(holder);
      this.#put(w, at);
      if (this.#placed(holder, seen)) return true;
      this.#lift(w);
      this.#put(holder, at);
    }
    return false;
  }

  /**
   * Runs of inputs that suit a wish, by their first: the least versatile first; of wide ones those that
   * begin on an odd number.
   */
  #runs(w: InputWish): readonly number[] {
    const known = this.#runsOf.get(kindOf(w)) ?? this.#runsAnew(w);
    this.#runsOf.set(kindOf(w), known);
    return known;
  }

  #runsAnew(w: InputWish): number[] {
    const even = (i: RoomInput): number => (w.channels > 1 ? (i.number + 1) % 2 : 0);
    return this.#inputs
      .filter((i) => this.#run(w, i.number).every((n) => this.#byNumber.get(n)?.takes.includes(w.source)))
      .toSorted((a, b) => a.takes.length - b.takes.length || even(a) - even(b) || a.number - b.number)
      .map((i) => i.number);
  }

  #run = (w: InputWish, at: number): number[] => Array.from({ length: w.channels }, (_, k) => at + k);

  #holders(w: InputWish, at: number): InputWish[] {
    const takers = this.#run(w, at).map((n) => this.#taker.get(n));
    return [...new Set(takers.filter((x) => x !== undefined))];
  }

  /** The one wish that has just these inputs; it may go elsewhere. */
  #movable(w: InputWish, at: number): InputWish | null {
    const [holder, ...more] = this.#holders(w, at);
    if (!holder || more.length > 0) return null;
    return holder.channels === w.channels && this.#first.get(holder) === at ? holder : null;
  }

  #put(w: InputWish, at: number): void {
    this.#first.set(w, at);
    for (const n of this.#run(w, at)) this.#taker.set(n, w);
  }

  #lift(w: InputWish): void {
    const at = this.#first.get(w);
    if (at === undefined) return;
    this.#first.delete(w);
    for (const n of this.#run(w, at)) this.#taker.delete(n);
  }
}
