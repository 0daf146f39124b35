/** What was looked at, and what of it went how, with the worst of it by name. */
export class Count<Outcome extends string> {
  all = 0;
  readonly of: Record<Outcome, number>;
  /** What went wrong, in words, and how often. */
  readonly cases = new Map<string, number>();

  constructor(...outcomes: readonly Outcome[]) {
    this.of = Object.fromEntries(outcomes.map((o) => [o, 0])) as Record<Outcome, number>;
  }
  share(outcome: Outcome): number {
    return this.all === 0 ? 0 : this.of[outcome] / this.all;
  }
  case(words: string): void {
    this.cases.set(words, (this.cases.get(words) ?? 0) + 1);
  }
}

/** Adds one to a count. @param says in words, where it went wrong */
export function told<O extends string>(count: Count<O>, outcome: O, ...says: readonly string[]): void {
  count.all++;
  count.of[outcome]++;
  for (const s of says) count.case(s);
}
