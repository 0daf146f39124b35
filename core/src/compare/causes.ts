import { grouped } from "../session/grouped.ts";
import type { Track, TrackField, TrackFields, TrackId } from "../session/document.ts";
import type { NameOf } from "../session/field.ts";
import { plural } from "../session/plural.ts";
import { TRACK } from "../session/trackFields.ts";
import type { Atom, AtomOf, Differing } from "./atoms.ts";
import type { Who } from "./who.ts";

/** Two sessions, with what everything that looks for causes asks. */
export interface Looking extends Differing {
  readonly who: Who;
  readonly nameOf: NameOf;
  readonly asked: Asked | null;
}

/** What an edition of the house style wants of the first session's tracks. */
export interface Asked {
  readonly edition: number;
  readonly wanted: ReadonlyMap<TrackId, Partial<TrackFields>>;
}

/** What may be behind several differences at once. */
export interface Cause {
  readonly atoms: readonly Atom[];
  readonly says: () => string;
  /** Of two that explain as much the one that says more comes first: higher. */
  readonly telling: number;
}
/** Looks for causes of one kind. What it finds is so: made in the first session, it is in the second. */
export type Look = (d: Looking) => Cause[];

/** Atoms of one kind. */
export const atomsOf = <K extends Atom["of"]>(d: Differing, of: K): AtomOf<K>[] =>
  d.atoms.filter((x): x is AtomOf<K> => x.of === of);

/** Some names, in one line. */
export const someOf = (names: readonly string[]): string =>
  names.length < 4 ? names.join(", ") : `${names.slice(0, 2).join(", ")} and ${names.length - 2} more`;

const tracksOf = (atoms: readonly { readonly id: TrackId }[]): Set<TrackId> =>
  new Set(atoms.map((x) => x.id));

const fields = <F extends TrackField>(
  d: Differing,
  field: F,
): (AtomOf<"field"> & { from: TrackFields[F]; to: TrackFields[F] })[] =>
  atomsOf(d, "field")
    .filter((x) => x.field === field)
    .flatMap((x) => {
      const t = d.before.get(x.id);
      // An atom of a field has that field's value.
      return t ? [{ ...x, from: t[field], to: x.to as TrackFields[F] }] : [];
    });

const hundredths = (x: number): number => Math.round(x * 100) / 100;
const byInWords = (db: number): string => `${hundredths(Math.abs(db))} dB ${db < 0 ? "down" : "up"}`;

/** Several tracks as much louder or quieter. */
export const levels: Look = (d) =>
  [...grouped(fields(d, "level"), (x) => String(hundredths(x.to - x.from)))].map(([by, atoms]) => ({
    atoms,
    telling: 3,
    says: () => `${d.who(tracksOf(atoms))} ${byInWords(Number(by))}`,
  }));

/** Sends to one return as much louder or quieter. */
export const sendLevels: Look = (d) => {
  const louder = atomsOf(d, "item value").flatMap((atom) => {
    const send =
      atom.field === "sends" && atom.name === "level"
        ? sendOf(d.before.get(atom.id), atom.item)
        : undefined;
    return send ? [{ atom, to: send.to, by: hundredths(Number(atom.to) - send.level) }] : [];
  });
  return [...grouped(louder, (x) => `${x.by} ${x.to}`).values()].map((group) => {
    const [first] = group;
    return {
      atoms: group.map((x) => x.atom),
      telling: 3,
      says: () =>
        `${plural(group.length, "send")} to ${d.nameOf(first?.to ?? "")} ${byInWords(first?.by ?? 0)}`,
    };
  });
};
const sendOf = (t: Track | undefined, id: string) => t?.sends.find((s) => s.id === id);

/** Inputs that moved on together. */
export const inputs: Look = (d) => {
  const moved = fields(d, "input").filter((x) => x.from !== null && x.to !== null);
  const all = [...d.before.values()].filter((t) => t.input !== null && d.after.has(t.id));
  return [...grouped(moved, (x) => String((x.to ?? 0) - (x.from ?? 0)))].map(([by, atoms]) => ({
    atoms,
    telling: 3,
    says: () => {
      const from = atoms.map((x) => x.from ?? 0).toSorted((x, y) => x - y);
      const [first = 0, last = 0] = [from[0], from.at(-1)];
      const those = tracksOf(atoms);
      const within = (t: Track, most: number): boolean => (t.input ?? 0) >= first && (t.input ?? 0) <= most;
      const whole = (most: number): boolean => all.every((t) => !within(t, most) || those.has(t.id));
      const steps = by.replace("-", "−");
      if (atoms.length > 1 && whole(Infinity)) return `inputs shifted by ${steps} from ${first} on`;
      if (atoms.length > 1 && whole(last)) return `inputs ${first} to ${last} shifted by ${steps}`;
      return `input of ${d.who(those)} shifted by ${steps}`;
    },
  }));
};

const RENAMED: Partial<Record<TrackField, string>> = {
  name: "renamed",
  colour: "coloured",
  icon: "given icons",
};

/** Values that are now as an edition of the house style asks. */
export const asEdition: Look = (d) => {
  const { asked } = d;
  if (!asked) return [];
  const wanted = atomsOf(d, "field").filter((x) => {
    const wish = asked.wanted.get(x.id);
    return wish !== undefined && x.field in wish && sameValue(wish[x.field], x.to);
  });
  return [...grouped(wanted, (x) => x.field)].map(([field, atoms]) => ({
    atoms,
    telling: 4,
    says: () => {
      const how = RENAMED[field as TrackField] ?? `${TRACK[field as TrackField].called} set`;
      const who = atoms.length < 3 ? d.who(tracksOf(atoms)) : `${atoms.length}`;
      return `${who} ${how} as edition ${asked.edition} asks`;
    },
  }));
};
const sameValue = (a: unknown, b: unknown): boolean => a === b || JSON.stringify(a) === JSON.stringify(b);

/** One piece of many names replaced by another. */
export const namePieces: Look = (d) => {
  const pieces = fields(d, "name").map((x) => ({ ...x, piece: replacedPiece(x.from, x.to) }));
  return [...grouped(pieces, (x) => x.piece && JSON.stringify(x.piece)).values()]
    .filter((group) => group.length > 2)
    .map((atoms) => {
      const [was, is] = atoms[0]?.piece ?? ["", ""];
      const replaced = was === "" ? `“${is}” added to` : `“${was}” is “${is}” in`;
      const what = is === "" ? `“${was}” taken out of` : replaced;
      return { atoms, telling: 2, says: () => `${what} ${atoms.length} names` };
    });
};

/** What of a name was replaced by what; null where nothing of it stays. */
function replacedPiece(from: string, to: string): [string, string] | null {
  let start = 0;
  while (start < Math.min(from.length, to.length) && from[start] === to[start]) start++;
  let end = 0;
  while (end < Math.min(from.length, to.length) - start && from.at(-1 - end) === to.at(-1 - end)) end++;
  return start + end === 0
    ? null
    : [from.slice(start, from.length - end), to.slice(start, to.length - end)];
}

const SAID_OTHERWISE: ReadonlySet<TrackField> = new Set<TrackField>(["name", "notes"]);

/** One field set to one value, wherever it was the same or another before. */
export const sameValues: Look = (d) => {
  const plain = atomsOf(d, "field").filter((x) => !SAID_OTHERWISE.has(x.field));
  return [...grouped(plain, (x) => `${x.field} ${JSON.stringify(x.to)}`).values()].map((atoms) => {
    const [first] = atoms;
    return { atoms, telling: 1, says: () => (first ? setInWords(d, first, atoms) : "") };
  });
};

function setInWords(d: Looking, { field, to }: AtomOf<"field">, atoms: readonly AtomOf<"field">[]): string {
  const say = (value: unknown): string => TRACK[field].inWords(value as never, d.nameOf);
  const was = new Set(atoms.map((x) => say(d.before.get(x.id)?.[field])));
  const [before] = was;
  const after = say(to);
  const from = was.size === 1 && before !== after ? ` ${before}` : "";
  return `${d.who(tracksOf(atoms))}: ${TRACK[field].called}${from} → ${after}`;
}
