import { nameKey } from "../house/facts.ts";
import type { Session } from "../session/document.ts";

/**
 * Which names are taken in a session, and by whom. It goes along from one state to the next at the price of
 * what changed.
 */
export class NamesInUse {
  /** The places of the tracks that go by each name, in order. */
  private readonly by = new Map<string, number[]>();
  private readonly twice = new Set<string>();

  constructor(private session: Session) {
    session.tracks.forEach((_, i) => this.enter(i));
  }

  /**
   * Goes on to a state with the same tracks in the same order. @param at the places of those that are other
   */
  follow(next: Session, at: readonly number[]): void {
    for (const i of at) this.leave(i);
    this.session = next;
    for (const i of at) this.enter(i);
  }

  has(key: string): boolean {
    return this.by.has(key);
  }

  /** Tracks that go by a name another before them has: their place and that of the first, in order. */
  doubled(): { readonly at: number; readonly first: number }[] {
    return [...this.twice]
      .flatMap((key) => {
        const [first = 0, ...others] = this.by.get(key) ?? [];
        return others.map((at) => ({ at, first }));
      })
      .sort((a, b) => a.at - b.at);
  }

  private keyAt(i: number): string {
    const t = this.session.tracks[i];
    return t ? nameKey(t, t.name) : "";
  }

  private enter(i: number): void {
    const key = this.keyAt(i);
    const list = this.by.get(key);
    if (!list) {
      this.by.set(key, [i]);
      return;
    }
    const after = list.findIndex((n) => n > i);
    list.splice(after < 0 ? list.length : after, 0, i);
    this.twice.add(key);
  }

  private leave(i: number): void {
    const key = this.keyAt(i);
    const left = (this.by.get(key) ?? []).filter((n) => n !== i);
    if (left.length === 0) this.by.delete(key);
    else this.by.set(key, left);
    if (left.length < 2) this.twice.delete(key);
  }
}
