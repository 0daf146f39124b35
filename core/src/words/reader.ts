import { fold } from "./fold.ts";
import { spellingsOf } from "./spellings.ts";
import { ELSEWHERE } from "./usual/languages.ts";
import type { Language } from "./usual/languages.ts";
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
  /** Of which languages it is, where the house's own list does not have it. */
  readonly languages: readonly Language[];
  /** The family it speaks of by itself: that of the one source or group it can only be. */
  readonly family: string | null;
}

/** A word list made ready for reading: a prefix tree over all phrases, built once per edition. */
export interface Reader {
  readonly words: WordList;
  readonly roles: ReadonlyMap<string, Role>;
  readonly positions: ReadonlyMap<string, Position>;
  /** The positions that are the side of a thing, by the word for that: "hat" for the hat's side. */
  readonly sides: ReadonlyMap<string, Position>;
  readonly entries: readonly Entry[];
  /** `next[node * LETTERS + letter]` is the node after that letter, 0 for none. */
  readonly next: Int32Array;
  /** The entry that ends at a node, −1 for none. */
  readonly entryAt: Int32Array;
  entry(key: string): Entry | undefined;
  /** Every word of every phrase, in the order of the list. */
  readonly singleWords: ReadonlySet<string>;
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

/** Builds the prefix tree. O(letters in the list); a few milliseconds for the list that ships. */
export function makeReader(words: WordList): Reader {
  const known = new Vocabulary();
  known.roles(words.roles);
  known.positions(words);
  for (const [key, number] of Object.entries(NUMBER_WORDS)) known.learn(key, { as: "number", number });
  for (const [key, format] of Object.entries(FORMAT_WORDS)) known.learn(key, { as: "format", format });
  known.fillers(words.fillers);
  known.plurals();
  known.elsewhere(words);
  known.families();
  const entries = [...known.byKey.values()];
  return {
    words,
    roles: new Map(words.roles.map((r) => [r.id, r])),
    positions: new Map(words.positions.map((p) => [p.id, p])),
    sides: new Map(
      words.positions.flatMap((p) => (p.id.endsWith("-side") ? [[p.id.slice(0, -"-side".length), p]] : [])),
    ),
    entries,
    ...treeOf(entries),
    entry: (key) => known.byKey.get(key),
    singleWords: known.singleWords,
  };
}

/** Everything the word list says, by how it is spelled. */
class Vocabulary {
  readonly byKey = new Map<string, Entry>();
  readonly singleWords = new Set<string>();
  readonly #plurals: { key: string; meaning: Meaning }[] = [];

  learn(key: string, meaning: Meaning, single = true): void {
    if (key === "") return;
    const entry = this.byKey.get(key);
    if (!entry) this.byKey.set(key, { key, meanings: [meaning], single, languages: [], family: null });
    else if (!entry.meanings.some((m) => sameMeaning(m, meaning))) entry.meanings.push(meaning);
  }

  roles(roles: readonly Role[]): void {
    for (const role of roles)
      for (const h of spellingsOf(role)) {
        const { text, starts, ends } = fold(h.text);
        const meaning: Meaning = { as: "role", role, within: h.within, doubtful: h.doubtful };
        starts.forEach((start, i) => this.singleWords.add(text.slice(start, ends[i])));
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
        const { text, starts, ends } = fold(h.text);
        starts.forEach((start, i) => this.singleWords.add(text.slice(start, ends[i])));
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

  /**
   * What other languages call it, where the house's list says nothing of the word. A single letter, and a place
   * the house's list has for something else, are words of their language only beside another one of it. A word
   * the house's list has from another language says which, as well.
   */
  elsewhere(words: WordList): void {
    const own = new Set(
      [...this.byKey.values()].filter((e) => e.meanings.some((m) => m.as !== "filler")).map((e) => e.key),
    );
    const roles = new Map(words.roles.map((r) => [r.id, r]));
    for (const { id, language, heard } of ELSEWHERE.roles) {
      const role = roles.get(id);
      const { text, starts } = fold(heard.text);
      if (!role) continue;
      if (!own.has(text))
        this.learn(
          text,
          { as: "role", role, within: heard.within, doubtful: heard.doubtful },
          starts.length === 1,
        );
      // What is its name in the house's language is of that.
      else if (fold(role.name).text === text || !this.#isFor(text, role.family)) continue;
      this.#isOf(text, language);
    }
    const positions = new Map(words.positions.map((p) => [p.id, p]));
    for (const { id, language, heard } of ELSEWHERE.positions) {
      const position = positions.get(id);
      const { text, starts } = fold(heard.text);
      if (!position) continue;
      const within = text.length === 1 || own.has(text) ? inLanguage(language) : null;
      this.learn(text, { as: "position", position, within, doubtful: heard.doubtful }, starts.length === 1);
      if (!own.has(text)) this.#isOf(text, language);
    }
  }

  #isFor(text: string, family: string): boolean {
    return this.byKey.get(text)?.meanings.some((m) => m.as === "role" && m.role.family === family) === true;
  }

  #isOf(text: string, language: Language): void {
    const entry = this.byKey.get(text);
    if (entry && text.length > 1 && !entry.languages.includes(language))
      this.byKey.set(text, { ...entry, languages: [...entry.languages, language] });
  }

  /** What each word says of the others beside it. */
  families(): void {
    for (const [key, entry] of this.byKey) {
      const roles = entry.meanings.filter((m) => m.as === "role");
      const [only] = roles;
      if (!only || only.within !== null || only.doubtful || roles.some((m) => m.role !== only.role))
        continue;
      const { sort, family } = only.role;
      if (sort === "group" || sort === "source") this.byKey.set(key, { ...entry, family });
    }
  }

  /** Plurals of roles, where nothing else is spelled so. */
  plurals(): void {
    const known = new Set(this.byKey.keys());
    for (const { key, meaning } of this.#plurals) if (!known.has(key)) this.learn(key, meaning, false);
  }
}

/** What surrounds a name that has a word of a language. */
export const inLanguage = (language: Language): string => `in ${language}`;

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
