import { fold } from "./fold.ts";
import type { Hearing, Position, Role, WordList } from "./wordlist.ts";

/** One thing a word can mean. */
export type Meaning =
  | { as: "role"; role: Role; within: string | null; doubtful: boolean }
  | { as: "position"; position: Position; within: string | null; doubtful: boolean }
  | { as: "format"; format: "mono" | "stereo" }
  | { as: "number"; number: number }
  | { as: "filler" };

/** A word or phrase the house knows, folded, with everything it can mean in order of the word list. */
export interface Entry {
  readonly key: string;
  readonly meanings: Meaning[];
  readonly single: boolean;
}

/** A word list made ready for reading: a prefix tree over all phrases, built once per edition. */
export interface Reader {
  readonly words: WordList;
  readonly roles: ReadonlyMap<string, Role>;
  readonly positions: ReadonlyMap<string, Position>;
  readonly entries: readonly Entry[];
  /** `next[node * LETTERS + letter]` is the node after that letter, 0 for none. */
  readonly next: Int32Array;
  /** The entry that ends at a node, −1 for none. */
  readonly entryAt: Int32Array;
  entry(key: string): Entry | undefined;
  /**
   * The nearest known words to one nobody knows; see `slips.ts`. Remembered, so a repeated slip costs once.
   */
  readonly slips: Map<string, readonly string[]>;
  slipIndex: Map<string, string[]> | null;
}

export const LETTERS = 37;

/** Column of a folded character: a–z, 0–9, and one for all others. */
export function letterOf(code: number): number {
  if (code >= 97 && code <= 122) return code - 97;
  if (code >= 48 && code <= 57) return code - 22;
  return 36;
}

const NUMBER_WORDS: Readonly<Record<string, number>> = {
  one: 1,
  two: 2,
  three: 3,
  four: 4,
  five: 5,
  six: 6,
  seven: 7,
  eight: 8,
  nine: 9,
  ten: 10,
  eleven: 11,
  twelve: 12,
  first: 1,
  second: 2,
  third: 3,
  fourth: 4,
  fifth: 5,
  sixth: 6,
  ii: 2,
  iii: 3,
  iv: 4,
  vi: 6,
  vii: 7,
  viii: 8,
};
const FORMAT_WORDS: Readonly<Record<string, "mono" | "stereo">> = {
  stereo: "stereo",
  ster: "stereo",
  st: "stereo",
  lr: "stereo",
  mono: "mono",
};

/**
 * Every spelling of a role, what it is heard as before its name and short forms: a doubt written down there
 * holds.
 */
export function spellingsOf(role: Role): Hearing[] {
  const own = [role.name, role.short.full, role.short.eight, role.short.four];
  return [...role.heard, ...own.map((text) => ({ text, within: null, doubtful: text.length === 1 }))];
}

/** Builds the prefix tree. O(letters in the list); a few milliseconds for the list that ships. */
export function makeReader(words: WordList): Reader {
  const known = new Vocabulary();
  known.roles(words.roles);
  known.positions(words);
  for (const [key, number] of Object.entries(NUMBER_WORDS)) known.learn(key, { as: "number", number });
  for (const [key, format] of Object.entries(FORMAT_WORDS)) known.learn(key, { as: "format", format });
  known.fillers(words.fillers);
  known.plurals();
  const entries = [...known.byKey.values()];
  return {
    words,
    roles: new Map(words.roles.map((r) => [r.id, r])),
    positions: new Map(words.positions.map((p) => [p.id, p])),
    entries,
    ...treeOf(entries),
    entry: (key) => known.byKey.get(key),
    slips: new Map(),
    slipIndex: null,
  };
}

/** Everything the word list says, by how it is spelled. */
class Vocabulary {
  readonly byKey = new Map<string, Entry>();
  readonly #plurals: { key: string; meaning: Meaning }[] = [];

  learn(key: string, meaning: Meaning, single = true): void {
    if (key === "") return;
    const entry = this.byKey.get(key);
    if (!entry) this.byKey.set(key, { key, meanings: [meaning], single });
    else if (!entry.meanings.some((m) => sameMeaning(m, meaning))) entry.meanings.push(meaning);
  }

  roles(roles: readonly Role[]): void {
    for (const role of roles)
      for (const h of spellingsOf(role)) {
        const { text, starts } = fold(h.text);
        const meaning: Meaning = { as: "role", role, within: h.within, doubtful: h.doubtful };
        this.learn(text, meaning, starts.length === 1);
        if (text.length >= 3 && /[a-rt-z]$/.test(text)) this.#plurals.push({ key: `${text}s`, meaning });
      }
  }

  positions(words: WordList): void {
    // "2nd" is a number beside most roles; only where a role is divided so does it name a section
    // (read.ts).
    const sections = new Set(words.roles.flatMap((r) => r.sections));
    for (const position of words.positions) {
      const surely = (text: string): Hearing => ({ text, within: null, doubtful: false });
      const short = sections.has(position.id) ? [] : [surely(position.short)];
      for (const h of [surely(position.name), ...short, ...position.heard]) {
        const { text, starts } = fold(h.text);
        const meaning = { as: "position" as const, position, within: h.within, doubtful: h.doubtful };
        this.learn(text, meaning, starts.length === 1);
      }
    }
  }

  /** Words that say nothing, where they say nothing else. */
  fillers(fillers: readonly string[]): void {
    for (const filler of fillers) {
      const { text } = fold(filler);
      if (!this.byKey.has(text)) this.learn(text, { as: "filler" });
    }
  }

  /** Plurals of roles, where nothing else is spelled so. */
  plurals(): void {
    const known = new Set(this.byKey.keys());
    for (const { key, meaning } of this.#plurals) if (!known.has(key)) this.learn(key, meaning, false);
  }
}

/** A prefix tree in two flat lists that grow as it does. */
function treeOf(entries: readonly Entry[]): Pick<Reader, "next" | "entryAt"> {
  let room = 1 << 15;
  let next = new Int32Array(room * LETTERS);
  let entryAt = new Int32Array(room).fill(-1);
  let nodes = 1;
  const grow = (): void => {
    room *= 2;
    const wider = new Int32Array(room * LETTERS);
    wider.set(next);
    next = wider;
    const longer = new Int32Array(room).fill(-1);
    longer.set(entryAt);
    entryAt = longer;
  };
  entries.forEach(({ key }, index) => {
    let node = 0;
    for (let i = 0; i < key.length; i++) {
      const slot = node * LETTERS + letterOf(key.charCodeAt(i));
      let to = next[slot] ?? 0;
      if (to === 0) {
        if (nodes === room) grow();
        to = nodes++;
        next[slot] = to;
      }
      node = to;
    }
    entryAt[node] = index;
  });
  return { next, entryAt };
}

function sameMeaning(a: Meaning, b: Meaning): boolean {
  if (a.as === "role" && b.as === "role") return a.role === b.role && a.within === b.within;
  if (a.as === "position" && b.as === "position") return a.position === b.position && a.within === b.within;
  return a.as === b.as && a.as !== "role" && a.as !== "position";
}
