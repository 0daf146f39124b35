/** How long things took, in milliseconds. */
export class Figures {
  readonly #all: number[] = [];

  add(ms: number): void {
    this.#all.push(ms);
  }
  get many(): number {
    return this.#all.length;
  }
  /** What so large a share of them did not exceed; 0 where there is none. */
  at(share: number): number {
    const sorted = this.#all.toSorted((a, b) => a - b);
    return sorted[Math.min(sorted.length - 1, Math.ceil(share * sorted.length) - 1)] ?? 0;
  }
  says(): string {
    const at = (share: number): string => this.at(share).toFixed(0);
    return `p50 ${at(0.5)}, p95 ${at(0.95)}, p99 ${at(0.99)}, longest ${at(1)} ms`;
  }
}
