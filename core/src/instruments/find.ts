import { readName } from "../words/read.ts";
import type { Reader } from "../words/reader.ts";
import type { Hearing } from "../words/wordlist.ts";
import type { Articulation, Patch, SampleLibrary } from "./library.ts";

/** Letters and digits as they are compared: without accents, small, signs as spaces. */
export const foldedOf = (text: string): string =>
  text
    .normalize("NFKD")
    .replace(/\p{M}/gu, "")
    .toLowerCase()
    .replace(/[^\p{L}\p{N}]+/gu, " ")
    .trim();

/** One thing that is looked for: a text, or what the house calls by it. */
export interface Wanted {
  /** Folded. */
  readonly text: string;
  /** Roles it may be; a group stands for all of its family. */
  readonly roles: readonly string[];
  /** Positions of the house it may be: a way of playing, a section, a maker's code. */
  readonly marks: readonly string[];
}

/** Words a question is asked with, not what is asked for. */
const ASKING = new Set(
  (
    "who which what has have had can could does do is are there a an the any one of on in for with and " +
    "play plays playing sings sing called"
  ).split(" "),
);
const MOST = 8;
const UNSURE: ReadonlySet<string> = new Set(["unknown", "slip", "guess"]);

/** What a question asks for, word by word in the house's words: "who has a flutter tongue", "muted horns". */
export function lookedFor(reader: Reader, question: string): Wanted[] {
  const read = readName(reader, question);
  const wanted = read.words.flatMap((w): Wanted[] => {
    const text = foldedOf(w.text);
    if (text === "" || ASKING.has(text)) return [];
    const role = w.id === null ? undefined : reader.roles.get(w.id);
    const near = w.how === "unknown" ? [] : role ? withItsFamily(reader, role.id) : [];
    // A word somebody is still typing, or the house has only as part of its own, is any that begins so.
    const begins = UNSURE.has(w.how) && text.length >= 2 ? beginningSo(reader, text) : null;
    if (begins && begins.roles.length + begins.marks.length > 0) return [{ text, ...begins }];
    return [{ text, roles: near, marks: w.id !== null && reader.positions.has(w.id) ? [w.id] : [] }];
  });
  return wanted.slice(0, MOST);
}

/** Roles and positions of whose names, or what they are heard as, a word begins with a folded text. */
function beginningSo(reader: Reader, text: string): Pick<Wanted, "roles" | "marks"> {
  const begins = (all: readonly string[]): boolean =>
    all.some((said) => ` ${foldedOf(said)}`.includes(` ${text}`));
  const heard = (of: { readonly name: string; readonly heard: readonly Hearing[] }): string[] => [
    of.name,
    ...of.heard.map((h) => h.text),
  ];
  return {
    roles: reader.words.roles.filter((r) => begins(heard(r))).flatMap((r) => withItsFamily(reader, r.id)),
    marks: reader.words.positions.filter((p) => begins(heard(p))).map((p) => p.id),
  };
}

function withItsFamily(reader: Reader, id: string): string[] {
  const role = reader.roles.get(id);
  if (role?.sort !== "group") return [id];
  return reader.words.roles.filter((r) => r.family === role.family).map((r) => r.id);
}

/** What an articulation is found by: its player, the house's words, what its maker calls it. */
export interface Findable {
  readonly role: string | null;
  readonly marks: readonly string[];
  readonly said: string;
}
export const findable = (p: Patch, a: Articulation): Findable => ({
  role: p.role,
  marks: [...p.positions, ...a.words],
  said: foldedOf(`${p.name} ${a.name}`),
});

/** What all of a library is found by. */
export const saidOf = ({ name, maker }: Pick<SampleLibrary, "name" | "maker">): string =>
  foldedOf(`${name} ${maker}`);
