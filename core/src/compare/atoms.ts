import { apply } from "../session/apply.ts";
import { same } from "../session/change.ts";
import type { Change, Place, SetSession, SetTrack } from "../session/change.ts";
import { diff } from "../session/diff.ts";
import type { Session, SessionField, Track, TrackField, TrackId } from "../session/document.ts";
import { byId } from "../session/routing.ts";

/** Lists of a track whose items are told apart by ids: their differences are looked at item by item. */
const LISTS = ["sends", "inserts"] as const;
export type ListField = (typeof LISTS)[number];
const isList = (field: TrackField): field is ListField => field === "sends" || field === "inserts";
export type Item = Track[ListField][number];

/** The smallest thing that is other in one session than in another. */
export type Atom = { readonly key: string; /** The change of `diff` it is in. */ readonly at: number } & (
  | { readonly of: "added"; readonly id: TrackId; readonly track: Track; readonly after: TrackId | null }
  | { readonly of: "taken out"; readonly id: TrackId }
  | { readonly of: "moved"; readonly id: TrackId; readonly from: Place; readonly to: Place }
  | { readonly of: "field"; readonly id: TrackId; readonly field: TrackField; readonly to: unknown }
  /** An item of a list came (`to`, behind which other one), or went (undefined). */
  | {
      readonly of: "item";
      readonly id: TrackId;
      readonly field: ListField;
      readonly item: string;
      readonly to: Item | undefined;
      readonly after: string | null;
    }
  | {
      readonly of: "item value";
      readonly id: TrackId;
      readonly field: ListField;
      readonly item: string;
      readonly name: string;
      readonly to: unknown;
    }
  /** The order of a list's items, by their ids. */
  | {
      readonly of: "item order";
      readonly id: TrackId;
      readonly field: ListField;
      readonly to: readonly string[];
    }
  | { readonly of: "setting"; readonly id: null; readonly field: SessionField; readonly to: unknown }
);
export type AtomOf<K extends Atom["of"]> = Extract<Atom, { of: K }>;

/** Two sessions under the same ids, and everything that is other in the second. */
export interface Differing {
  readonly a: Session;
  readonly b: Session;
  readonly before: ReadonlyMap<TrackId, Track>;
  readonly after: ReadonlyMap<TrackId, Track>;
  readonly changes: readonly Change[];
  readonly atoms: readonly Atom[];
}

/** Takes the difference of two sessions apart. Tracks are the same where their ids are. */
export function differing(a: Session, b: Session): Differing {
  const changes = diff(a, b);
  const [before, after] = [byId(a), byId(b)];
  return { a, b, before, after, changes, atoms: changes.flatMap((c, at) => atomsOf(c, at)) };
}

function atomsOf(c: Change, at: number): Atom[] {
  switch (c.do) {
    case "add":
      return [{ of: "added", key: `+ ${c.track.id}`, at, id: c.track.id, track: c.track, after: c.after }];
    case "take-out":
      return [{ of: "taken out", key: `- ${c.track.id}`, at, id: c.track.id }];
    case "move":
      return [{ of: "moved", key: `> ${c.id}`, at, id: c.id, from: c.from, to: c.to }];
    case "set-session":
      return [{ of: "setting", key: `= ${c.field}`, at, id: null, field: c.field, to: c.to }];
    case "set":
      return isList(c.field)
        ? itemAtoms(c as SetTrack<ListField>, at)
        : [{ of: "field", key: `${c.id} ${c.field}`, at, id: c.id, field: c.field, to: c.to }];
  }
}

type Items = readonly Item[];
const ids = (list: Items): string[] => list.map((x) => x.id);
const valuesOf = (item: Item): ReadonlyMap<string, unknown> => new Map(Object.entries(item));

function itemAtoms({ id, field, from, to }: SetTrack<ListField>, at: number): Atom[] {
  const [was, is] = [from as Items, to as Items].map((list) => new Map(list.map((x) => [x.id, x])));
  const key = `${id} ${field}`;
  // Ids that are there twice tell nothing apart.
  if (!was || !is || was.size < from.length || is.size < to.length)
    return [{ of: "field", key, at, id, field, to }];
  const atoms: Atom[] = [];
  for (const item of new Set([...was.keys(), ...is.keys()])) {
    const [a, b] = [was.get(item), is.get(item)];
    if (!a || !b) {
      const after = to[to.findIndex((x) => x.id === item) - 1]?.id ?? null;
      atoms.push({ of: "item", key: `${key} ${item}`, at, id, field, item, to: b, after });
      continue;
    }
    const [old, now] = [valuesOf(a), valuesOf(b)];
    for (const [name, value] of now)
      if (!same(old.get(name), value))
        atoms.push({
          of: "item value",
          key: `${key} ${item} ${name}`,
          at,
          id,
          field,
          item,
          name,
          to: value,
        });
  }
  const stay = (list: Items, other: ReadonlyMap<string, Item>): string[] =>
    ids(list).filter((x) => other.has(x));
  if (!same(stay(from, is), stay(to, was)))
    atoms.push({ of: "item order", key: `${key} order`, at, id, field, to: ids(to) });
  return atoms;
}

/**
 * The session that comes of some of the differences: `withAtoms(d, d.atoms)` equals `d.b`.
 * @throws ChangeRefused where one needs another that is not among them, such as a folder it stands in
 */
export function withAtoms({ a, changes, before, atoms: all }: Differing, atoms: Iterable<Atom>): Session {
  const parts = new Map<number, Atom[]>();
  const wanted = new Map([...atoms].map((x) => [x.key, x]));
  // In their own order: what is new in a list stands as it does there.
  for (const { key } of all) {
    const atom = wanted.get(key);
    if (!atom) continue;
    const list = parts.get(atom.at);
    if (list) list.push(atom);
    else parts.set(atom.at, [atom]);
  }
  const made = [...parts]
    .toSorted(([x], [y]) => x - y)
    .flatMap(([at, list]) => {
      const change = changes[at];
      return change ? [changeFrom(change, list, before)] : [];
    });
  return apply(a, made);
}

function changeFrom(change: Change, atoms: readonly Atom[], before: ReadonlyMap<TrackId, Track>): Change {
  const [first] = atoms;
  switch (first?.of) {
    case "field":
      return { ...change, to: first.to } as SetTrack;
    case "setting":
      return { ...change, to: first.to } as SetSession;
    case "item":
    case "item value":
    case "item order": {
      const from: Items = before.get(first.id)?.[first.field] ?? [];
      return { ...change, to: listFrom(from, atoms) } as SetTrack;
    }
    default:
      return change;
  }
}

function listFrom(from: Items, atoms: readonly Atom[]): Item[] {
  const items = new Map(from.map((x) => [x.id, x]));
  const came: Extract<Atom, { of: "item" }>[] = [];
  let order: readonly string[] | null = null;
  for (const atom of atoms) {
    if (atom.of === "item" && atom.to === undefined) items.delete(atom.item);
    else if (atom.of === "item") came.push(atom);
    else if (atom.of === "item order") order = atom.to;
    else if (atom.of === "item value") {
      const item = items.get(atom.item);
      if (item) items.set(atom.item, { ...item, [atom.name]: atom.to });
    }
  }
  const list = [...items.values()];
  for (const { to, after } of came) {
    const behind = list.findIndex((x) => x.id === after);
    if (to) list.splice(after === null ? 0 : behind < 0 ? list.length : behind + 1, 0, to);
  }
  const now = new Map(list.map((x) => [x.id, x]));
  return order === null ? list : order.flatMap((id) => now.get(id) ?? []);
}
