import { fold } from "./fold.ts";
import type { Role, WordList } from "./wordlist.ts";

/** A word of a role that means something else as well. */
export interface Clash {
  /** As it is written in the role. */
  readonly word: string;
  readonly sort: "role" | "position" | "short-form" | "prefix";
  /** Id and name of what claims it too. */
  readonly with: { readonly id: string; readonly name: string };
  /** What that does, for a person. */
  readonly says: string;
}

interface Claim { readonly role: Role; readonly within: string | null }

/** Every word of the list with who claims it, ready to be asked about one role after another. */
export class Claims {
  readonly #words = new Map<string, Claim[]>();
  readonly #shorts = new Map<string, Role[]>();
  readonly #positions = new Map<string, { id: string; name: string }>();

  constructor(words: WordList) {
    for (const role of words.roles) {
      for (const { text, within, doubtful } of [...role.heard, { text: role.name, within: null, doubtful: false }]) if (!doubtful) push(this.#words, fold(text).text, { role, within });
      for (const short of new Set(shortsOf(role))) push(this.#shorts, short, role);
    }
    for (const p of words.positions) for (const { text, within } of [{ text: p.name, within: null }, { text: p.short, within: null }, ...p.heard]) if (within === null) this.#positions.set(fold(text).text, p);
  }

  /**
   * What clashes in a role as it stands (it need not be in the list yet): words another role claims in the same place,
   * words that read as a position, short forms another role has, and short forms that with a position or a number behind them
   * spell another's ("Kick" and "In" beside "KickIn"). Doubtful words may clash: they are never called sure.
   */
  of(role: Role): Clash[] {
    const clashes: Clash[] = [];
    const once = new Set<string>();
    const add = (word: string, sort: Clash["sort"], other: { id: string; name: string }, says: string): void => {
      const key = `${sort} ${fold(word).text} ${other.id}`;
      if (once.has(key)) return;
      once.add(key);
      clashes.push({ word, sort, with: { id: other.id, name: other.name }, says });
    };
    for (const { text, within, doubtful } of [...role.heard, { text: role.name, within: null, doubtful: false }]) {
      if (doubtful) continue;
      for (const claim of this.#words.get(fold(text).text) ?? []) {
        if (claim.role.id === role.id || claim.within !== within) continue;
        add(text, "role", claim.role, `“${text}” is ${claim.role.name} as well; where both are possible, the one that stands first is taken.`);
      }
      const position = within === null ? this.#positions.get(fold(text).text) : undefined;
      if (position) add(text, "position", position, `“${text}” reads as the position “${position.name}” beside another role.`);
    }
    for (const short of shortsOf(role)) {
      for (const other of this.#shorts.get(short) ?? []) if (other.id !== role.id) add(short, "short-form", other, `“${short}” is a short form of ${other.name} too, so names made with it look the same.`);
      // Names are made with the full short form; a shorter one is never followed by more.
      if (short !== role.short.full.toLowerCase()) continue;
      for (const [longer, others] of this.#shorts) {
        if (longer.length <= short.length || !longer.startsWith(short)) continue;
        const rest = longer.slice(short.length);
        const behind = /^\d+$/.test(rest) ? `the number ${rest}` : this.#positions.get(rest)?.name;
        for (const other of behind === undefined ? [] : others) if (other.id !== role.id) add(short, "prefix", other, `“${short}” with ${/^\d/.test(rest) ? behind : `“${behind ?? ""}”`} behind it spells “${longer}”, a short form of ${other.name}.`);
      }
    }
    return clashes;
  }
}

const shortsOf = (role: Role): string[] => [role.short.full, role.short.eight, role.short.four].map((s) => s.toLowerCase());

function push<V>(map: Map<string, V[]>, key: string, value: V): void {
  const list = map.get(key);
  if (list) list.push(value);
  else map.set(key, [value]);
}
