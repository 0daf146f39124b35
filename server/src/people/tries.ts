const MOST = 8;
const PAUSE = 10 * 60_000;

/** Counts failed sign-ins per address and name, so that passwords cannot be tried out by the thousand. */
export class Tries {
  readonly #failed = new Map<string, { count: number; last: number }>();
  constructor(private readonly now: () => number = Date.now) {}

  /** Milliseconds to wait before the next try; 0 when it may be now. */
  waitFor(key: string): number {
    const f = this.#failed.get(key);
    return !f || f.count < MOST ? 0 : Math.max(0, f.last + PAUSE - this.now());
  }

  failed(key: string): void {
    const now = this.now();
    for (const [k, f] of this.#failed) if (f.last + PAUSE < now) this.#failed.delete(k);
    this.#failed.set(key, { count: (this.#failed.get(key)?.count ?? 0) + 1, last: now });
  }

  worked(key: string): void {
    this.#failed.delete(key);
  }
}
