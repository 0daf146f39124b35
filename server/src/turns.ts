/** Lets so many work at once; the others wait for their turn in order. */
export class Turns {
  #running = 0;
  readonly #waiting: (() => void)[] = [];

  /**
   * @param atOnce how many work at the same time
   * @param mostWaiting how many may wait
   * @param longest how long one may wait, in milliseconds
   * @param tooMany what whoever cannot wait is told
   */
  constructor(
    private readonly atOnce: number,
    private readonly mostWaiting: number,
    private readonly longest: number,
    private readonly tooMany: () => Error,
  ) {}

  /** Works when it is its turn. @throws what `tooMany` makes, where too many wait or it took too long */
  async take<T>(work: () => Promise<T>): Promise<T> {
    if (this.#running < this.atOnce) this.#running++;
    else await this.#wait();
    try {
      return await work();
    } finally {
      const next = this.#waiting.shift();
      if (next) next();
      else this.#running--;
    }
  }

  async #wait(): Promise<void> {
    if (this.#waiting.length >= this.mostWaiting) throw this.tooMany();
    await new Promise<void>((resolve, reject) => {
      const go = (): void => {
        clearTimeout(late);
        resolve();
      };
      const late = setTimeout(() => {
        this.#waiting.splice(this.#waiting.indexOf(go), 1);
        reject(this.tooMany());
      }, this.longest);
      this.#waiting.push(go);
    });
  }
}
