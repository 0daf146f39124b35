import type { TrackId } from "../session/document.ts";
import { assign } from "../match/assign.ts";
import { grouped } from "../session/grouped.ts";
import type { RoomInput } from "./room.ts";
import { inputsFrom, kindOf, suits } from "./wish.ts";
import type { InputWish } from "./wish.ts";

/** Where a source would rather stand: beside the standing patch and last time, on the number it has. */
export interface Rather {
  readonly own: ReadonlyMap<TrackId, number>;
}

/** So many ways to set wide sources are tried before those the choice found are taken. */
const TRIES = 1000;

/**
 * Gives sources that all have room their inputs: as many as can be where the standing patch has them, then where
 * they stood last time, then on the number they have; the others on the least versatile inputs, from the lowest
 * on, those of one kind in the order of the session. Wide ones are set first, from odd inputs where they can.
 * @param spare inputs that are there for wide ones, by kind, for when no better ones are found
 * @returns the first input of each
 */
export function plugIn(
  wishes: readonly InputWish[],
  inputs: readonly RoomInput[],
  spare: ReadonlyMap<string, readonly number[]>,
  rather: Rather,
): Map<TrackId, number> {
  const wide = wishes.filter((w) => w.channels > 1);
  const single = wishes.filter((w) => w.channels === 1);
  const found = setWide(wishes, inputs, rather) ?? asFound(wide, spare);
  const taken = new Set(wide.flatMap((w) => inputsFrom(w, found.get(w.track) ?? 0)));
  const free = inputs.filter((i) => !taken.has(i.number));
  return new Map([...found, ...setSingle(single, free, rather)]);
}

/**
 * Where wide sources could stand if every source had its inputs; null where that was not found, which need not mean
 * that it cannot be.
 */
export function placesForAll(
  wishes: readonly InputWish[],
  inputs: readonly RoomInput[],
): Map<string, number[]> | null {
  if (wishes.reduce((sum, w) => sum + w.channels, 0) > inputs.length) return null;
  const wide = wishes.filter((w) => w.channels > 1);
  const single = wishes.filter((w) => w.channels === 1);
  if (!new Supply(inputs, single).enough()) return null;
  const set = setWide(wishes, inputs, { own: new Map() });
  if (!set) return null;
  return new Map(
    [...grouped(wide, kindOf)].map(([kind, own]) => [kind, own.map((w) => set.get(w.track) ?? 0)]),
  );
}

function asFound(
  wide: readonly InputWish[],
  spare: ReadonlyMap<string, readonly number[]>,
): Map<TrackId, number> {
  const left = new Map([...spare].map(([kind, own]) => [kind, own.toSorted((a, b) => a - b)]));
  return new Map(wide.map((w) => [w.track, left.get(kindOf(w))?.shift() ?? 0]));
}

/** How much a source would like to begin on an input. */
function likes(w: InputWish, first: number, { own }: Rather): number {
  if (w.standing === first) return 3;
  if (w.last === first) return 2;
  return own.get(w.track) === first ? 1 : 0;
}

/** Where a wide source would begin if all took inputs in their order: from an odd one on. */
function inTurn(wishes: readonly InputWish[], inputs: readonly RoomInput[]): Map<TrackId, number> {
  const numbers = inputs.map((i) => i.number).toSorted((a, b) => a - b);
  let before = 0;
  return new Map(
    wishes.map((w) => {
      const at = numbers[w.channels > 1 ? before + (before % 2) : before] ?? 0;
      before += w.channels;
      return [w.track, at];
    }),
  );
}

function setWide(
  wishes: readonly InputWish[],
  inputs: readonly RoomInput[],
  rather: Rather,
): Map<TrackId, number> | null {
  const wide = wishes.filter((w) => w.channels > 1);
  const single = wishes.filter((w) => w.channels === 1);
  const byNumber = new Map(inputs.map((i) => [i.number, i]));
  const room = new Supply(inputs, single);
  const expected = inTurn(wishes, inputs);
  const begins = (w: InputWish): number[] =>
    inputs
      .filter((i) =>
        inputsFrom(w, i.number).every((n) => {
          const input = byNumber.get(n);
          return input !== undefined && suits(w, input);
        }),
      )
      .toSorted(
        (a, b) =>
          likes(w, b.number, rather) - likes(w, a.number, rather) ||
          a.takes.length - b.takes.length ||
          (a.number % 2 === 0 ? 1 : 0) - (b.number % 2 === 0 ? 1 : 0) ||
          Math.abs(a.number - (expected.get(w.track) ?? 0)) -
            Math.abs(b.number - (expected.get(w.track) ?? 0)),
      )
      .map((i) => i.number);
  const kinds = new Map(wide.map((w) => [w, begins(w)]));
  // Whoever has fewest places goes first.
  const order = wide.toSorted((a, b) => b.channels - a.channels || places(kinds, a) - places(kinds, b));
  const at = new Map<TrackId, number>();
  let tries = 0;
  const next = (n: number): boolean => {
    const w = order[n];
    if (!w) return true;
    for (const first of kinds.get(w) ?? []) {
      const own = inputsFrom(w, first);
      if (!own.every((x) => room.free(x))) continue;
      if (++tries > TRIES) return false;
      room.take(own);
      if (room.enough()) {
        at.set(w.track, first);
        if (next(n + 1)) return true;
        at.delete(w.track);
      }
      room.give(own);
    }
    return false;
  };
  return next(0) ? at : null;
}

const places = (of: ReadonlyMap<InputWish, readonly number[]>, w: InputWish): number =>
  of.get(w)?.length ?? 0;

/** Inputs that are left, and whether single sources all find one among them (Hall's condition over kinds). */
class Supply {
  /** Of each input, which kinds of single sources it suits, as bits. */
  readonly #suits: ReadonlyMap<number, number>;
  readonly #taken = new Set<number>();
  /** How many inputs are left that suit just these kinds. */
  readonly #left = new Map<number, number>();
  /** For any kinds together: how many sources are of them. */
  readonly #demands: readonly (readonly [kinds: number, many: number])[];

  constructor(inputs: readonly RoomInput[], single: readonly InputWish[]) {
    const kinds = [...grouped(single, kindOf).values()];
    this.#suits = new Map(
      inputs.map((i) => [i.number, kinds.reduce((bits, [w], k) => bits | (suits(w, i) ? 1 << k : 0), 0)]),
    );
    for (const bits of this.#suits.values()) this.#left.set(bits, (this.#left.get(bits) ?? 0) + 1);
    this.#demands = Array.from({ length: 2 ** kinds.length - 1 }, (_, n) => [
      n + 1,
      kinds.reduce((sum, own, k) => sum + (((n + 1) >> k) & 1 ? own.length : 0), 0),
    ]);
  }

  free(n: number): boolean {
    return this.#suits.has(n) && !this.#taken.has(n);
  }
  take(numbers: readonly number[]): void {
    for (const n of numbers) this.#count(n, -1);
  }
  give(numbers: readonly number[]): void {
    for (const n of numbers) this.#count(n, 1);
  }
  #count(n: number, by: 1 | -1): void {
    if (by === 1) this.#taken.delete(n);
    else this.#taken.add(n);
    const bits = this.#suits.get(n) ?? 0;
    this.#left.set(bits, (this.#left.get(bits) ?? 0) + by);
  }
  enough(): boolean {
    const left = [...this.#left];
    return this.#demands.every(
      ([kinds, many]) =>
        left.reduce((sum, [bits, inputs]) => sum + ((bits & kinds) === 0 ? 0 : inputs), 0) >= many,
    );
  }
}

/** Costs, so far apart that no number of smaller ones makes up for a larger one. */
const COSTS = { never: 1e15, liked: [0, -1e6, -1e9, -1e12] } as const;

function setSingle(
  single: readonly InputWish[],
  inputs: readonly RoomInput[],
  rather: Rather,
): Map<TrackId, number> {
  const rank = new Map(inputs.toSorted(byUse).map((i, n) => [i, n]));
  const columns = assign(
    single.map((w) =>
      inputs.map((i) =>
        suits(w, i) ? (COSTS.liked[likes(w, i.number, rather)] ?? 0) + (rank.get(i) ?? 0) : COSTS.never,
      ),
    ),
  );
  const at = new Map(single.map((w, n) => [w.track, inputs[columns[n] ?? 0]?.number ?? 0]));
  return inOrder(single, at, rather);
}

/** The least versatile first, then the lowest. */
const byUse = (a: RoomInput, b: RoomInput): number =>
  a.takes.length - b.takes.length || a.number - b.number;

/** Those of one kind that stand where nobody would rather have them: in the order of the session. */
function inOrder(
  wishes: readonly InputWish[],
  at: ReadonlyMap<TrackId, number>,
  rather: Rather,
): Map<TrackId, number> {
  const result = new Map(at);
  const loose = wishes.filter((w) => likes(w, at.get(w.track) ?? 0, rather) === 0);
  for (const alike of grouped(loose, kindOf).values()) {
    const numbers = alike.map((w) => at.get(w.track) ?? 0).toSorted((a, b) => a - b);
    alike.forEach((w, i) => result.set(w.track, numbers[i] ?? 0));
  }
  return result;
}
