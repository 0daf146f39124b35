interface HasId {
  readonly id: string;
}

/**
 * An id not taken yet: the word itself, or with the next free number behind it (`word-2`).
 * @param taken what has the ids that are taken, or a set or map of them
 */
export function freeId(word: string, taken: readonly HasId[] | { has(id: string): boolean }): string {
  const has = "has" in taken ? (x: string) => taken.has(x) : (x: string) => taken.some((t) => t.id === x);
  let id = word;
  for (let n = 2; has(id); n++) id = `${word}-${n}`;
  return id;
}

/** Gives ids that nobody has, for very many that wish for the same one too: each costs no more than the first. */
export class FreeIds {
  readonly #next = new Map<string, number>();
  readonly #taken: Set<string>;

  constructor(taken: Iterable<string> = []) {
    this.#taken = new Set(taken);
  }

  get many(): number {
    return this.#taken.size;
  }

  /** The word itself, or with the next free number behind it, which nobody gets again. */
  take(word: string): string {
    let id = word;
    if (this.#taken.has(id)) {
      let n = this.#next.get(word) ?? 2;
      while (this.#taken.has(`${word}-${n}`)) n++;
      this.#next.set(word, n + 1);
      id = `${word}-${n}`;
    }
    this.#taken.add(id);
    return id;
  }
}

/** The first of `s1`, `s2`, … that nobody in the list has, for the letter `s`. */
export function freeNumber(letter: string, list: readonly HasId[]): string {
  const taken = new Set(list.map((x) => x.id));
  let n = 1;
  while (taken.has(`${letter}${n}`)) n++;
  return `${letter}${n}`;
}

/** A name nobody has, in whatever letters: the name itself, or with the next free number behind it. */
export function freeName(name: string, taken: Iterable<string>): string {
  const lower = new Set(Array.from(taken, (t) => t.toLowerCase()));
  let free = name;
  for (let n = 2; lower.has(free.toLowerCase()); n++) free = `${name} ${n}`;
  return free;
}
