/** Something that waits for its turn. */
interface Waiting {
  readonly go: () => void;
}

/**
 * Lets so many work at once. Of those who wait, whoever asks goes in turn with the others, however much one
 * of them asks for; and nobody has every place.
 */
export class FairTurns {
  readonly #working = new Map<string, number>();
  /** Who waits, in the order of their turns, each with what they wait for. */
  readonly #waiting = new Map<string, Waiting[]>();
  #busy = 0;
  #many = 0;

  /**
   * @param atOnce how many work at the same time
   * @param most how many may wait in all; a third of them one and the same
   * @param tooMany what whoever cannot wait is told
   */
  constructor(
    private readonly atOnce: number,
    private readonly most: number,
    private readonly tooMany: () => Error,
  ) {}

  get busy(): number {
    return this.#busy;
  }
  get waiting(): number {
    return this.#many;
  }

  /** Works for somebody when it is their turn. @throws what `tooMany` makes, where too much waits */
  async take<T>(who: string, work: () => Promise<T>): Promise<T> {
    if (this.#may(who)) this.#begin(who);
    else await this.#wait(who);
    try {
      return await work();
    } finally {
      this.#end(who);
    }
  }

  #may(who: string): boolean {
    const own = this.#working.get(who) ?? 0;
    return this.#busy < this.atOnce && own < Math.max(1, this.atOnce - 1);
  }

  #begin(who: string): void {
    this.#busy++;
    this.#working.set(who, (this.#working.get(who) ?? 0) + 1);
  }

  async #wait(who: string): Promise<void> {
    const own = this.#waiting.get(who) ?? [];
    if (this.#many >= this.most || own.length >= this.most / 3) throw this.tooMany();
    this.#many++;
    await new Promise<void>((go) => {
      own.push({ go });
      this.#waiting.set(who, own);
    });
  }

  #end(who: string): void {
    this.#busy--;
    const left = (this.#working.get(who) ?? 1) - 1;
    if (left > 0) this.#working.set(who, left);
    else this.#working.delete(who);
    for (const [next, waiting] of this.#waiting) {
      if (!this.#may(next)) continue;
      this.#many--;
      // Behind all others again with what is left.
      this.#waiting.delete(next);
      const [first, ...rest] = waiting;
      if (rest.length > 0) this.#waiting.set(next, rest);
      this.#begin(next);
      first?.go();
      return;
    }
  }
}
