import { fold } from "./fold.ts";
import type { Entry, Reader } from "./reader.ts";
import type { Segment } from "./cut.ts";
import { isShortFor } from "./shorts.ts";
import { spellingsOf } from "./spellings.ts";
import type { Position, Role } from "./wordlist.ts";

/** A word that makes one role another: "upright" beside "piano". */
interface Compound {
  readonly word: string;
  /** Whether it stands in front of what it changes. */
  readonly before: boolean;
  readonly role: Role;
}

/** What a word makes of the role it stands beside, and whether surely. */
interface Made {
  readonly role: Role;
  readonly sure: boolean;
}

/** The role a word is wherever it stands. */
function roleAlways(entry: Entry | undefined): Role | null {
  for (const m of entry?.meanings ?? [])
    if (m.as === "role" && m.within === null && !m.doubtful) return m.role;
  return null;
}

/** The position a word is wherever it stands. */
function positionAlways(entry: Entry | undefined | null): Position | null {
  for (const m of entry?.meanings ?? [])
    if (m.as === "position" && m.within === null && !m.doubtful) return m.position;
  return null;
}

/** The words that make one role another, and what was asked of them before: in front of it, and behind it. */
interface Compounds {
  readonly all: Compound[];
  readonly before: Map<string, Made | null>;
  readonly behind: Map<string, Made | null>;
}

const remembered = new WeakMap<Reader, ReadonlyMap<string, Compounds>>();

/**
 * For each role, by id, the words that make it another one. Read off the list's own phrases: where "lead vox"
 * is the lead vocal and "vox" the vocal, "lead" makes one of the other, however either is spelled. Made once.
 */
function compoundsOf(reader: Reader): ReadonlyMap<string, Compounds> {
  const known = remembered.get(reader);
  if (known) return known;
  const made = new Map<string, Compounds>();
  const begin = (of: Role): Compounds => {
    const begun = {
      all: [],
      before: new Map<string, Made | null>(),
      behind: new Map<string, Made | null>(),
    };
    made.set(of.id, begun);
    return begun;
  };
  const learn = (role: Role, word: string, rest: string, before: boolean): void => {
    const of = rest.length < 3 ? null : roleAlways(reader.entry(rest));
    if (!of || of === role) return;
    const { all } = made.get(of.id) ?? begin(of);
    if (all.some((c) => c.word === word && c.before === before)) return;
    all.push({ word, before, role });
  };
  for (const role of reader.words.roles)
    for (const h of spellingsOf(role)) {
      if (h.doubtful || h.within !== null) continue;
      const { text, starts, ends } = fold(h.text);
      if (starts.length < 2) continue;
      const last = starts.at(-1) ?? 0;
      learn(role, text.slice(0, ends[0]), text.slice(ends[0]), true);
      if (last < text.length - 1) learn(role, text.slice(last), text.slice(0, last), false);
    }
  remembered.set(reader, made);
  return made;
}

/** So many answers are remembered of each role. */
const MOST = 1000;

/**
 * The role a word beside another role makes of it, or null: by the same word, one made short, or its two first
 * letters. An initial in front tells it too, but not surely. Remembered.
 */
export function compoundWith(reader: Reader, role: Role, beside: Segment, before: boolean): Made | null {
  if (beside.text === "" || beside.digits !== null) return null;
  const compounds = compoundsOf(reader).get(role.id);
  if (!compounds) return null;
  const asked = before ? compounds.before : compounds.behind;
  const known = asked.get(beside.text);
  if (known !== undefined) return known;
  const all = compounds.all.filter((c) => c.before === before);
  const made = madeBy(all, beside, before);
  if (asked.size > MOST) asked.clear();
  asked.set(beside.text, made);
  return made;
}

function madeBy(all: readonly Compound[], { text, entry }: Segment, before: boolean): Made | null {
  const meanings = entry?.meanings ?? [];
  if (meanings.length > 0 && meanings.every((m) => m.as === "filler")) return null;
  const place = positionAlways(entry);
  const ways: readonly ((c: Compound) => boolean)[] = [
    (c) => c.word === text,
    (c) => isShortFor(text, c.word),
    (c) => text.length === 2 && meanings.length === 0 && c.word.length >= 4 && c.word.startsWith(text),
    (c) => before && /^[a-z]$/.test(text) && place === null && c.word.startsWith(text),
  ];
  for (const [n, way] of ways.entries()) {
    const [first, ...others] = all.filter(way);
    if (!first) continue;
    if (others.some((c) => c.role !== first.role)) return null;
    return { role: first.role, sure: n < ways.length - 1 };
  }
  return null;
}
