import { same } from "../../session/change.ts";
import type { Insert, Session, Track, TrackId } from "../../session/document.ts";
import { FreeIds } from "../../session/freeId.ts";
import { asRead } from "../xml.ts";
import type { Extra } from "./extra.ts";
import { TOLD } from "./plain.ts";
import { Reading } from "./reading.ts";
import { metadataTree, projectTree } from "./write.ts";

/**
 * A session under the ids the house knows its tracks by, where the extra file says which they are. An id that
 * nobody speaks of stays, unless the house has given it to another track.
 * @param ids from those of the file to those of the house
 */
export function underOurIds(read: Session, ids: Readonly<Record<TrackId, TrackId>>): Session {
  if (Object.keys(ids).length === 0) return read;
  const here = new Set(read.tracks.map((t) => t.id));
  const known = new Map(Object.entries(ids).filter(([id]) => here.has(id)));
  const free = new FreeIds(known.values());
  for (const id of here) if (!known.has(id)) known.set(id, free.take(id));
  const now = (id: TrackId): TrackId => known.get(id) ?? ids[id] ?? id;
  return {
    ...read,
    tracks: read.tracks.map((t) => ({
      ...t,
      id: now(t.id),
      parent: t.parent === null ? null : now(t.parent),
      feeds: t.feeds === null ? null : now(t.feeds),
      sends: t.sends.map((s) => ({ ...s, to: now(s.to) })),
    })),
  };
}

/**
 * What the project says, filled up from the extra file. Where the project still says just what we would
 * write for a value, the value is taken from the extra file, which knows it exactly; where it differs, the
 * room changed it.
 * @param titled whether the file says a title of its own
 */
export function together(
  read: Session,
  { session: written }: Pick<Extra, "session">,
  titled: boolean,
): Session {
  const asWritten = new Reading(asRead(projectTree(written)), asRead(metadataTree(written))).session;
  const before = new Map(written.tracks.map((t) => [t.id, t]));
  const plain = new Map(asWritten.tracks.map((t) => [t.id, t]));
  const tracks = read.tracks.map((t): Track => {
    const ours = before.get(t.id);
    const said = plain.get(t.id);
    if (!ours || !said) return t;
    const changed = TOLD.filter((f) => !same(t[f], said[f]) && !same(t[f], ours[f]));
    return {
      ...ours,
      parent: t.parent,
      ...Object.fromEntries(changed.map((f) => [f, t[f]])),
      sends: [...items(t.sends, said.sends, ours.sends, (s) => [s.to])],
      inserts: [...items(t.inserts, said.inserts, ours.inserts, identity)],
    };
  });
  const told = ["tempo", "meter", "mainFormat", ...(titled ? (["title", "notes"] as const) : [])] as const;
  const settings = told.filter((f) => !same(read[f], asWritten[f]));
  return { ...written, ...Object.fromEntries(settings.map((f) => [f, read[f]])), tracks };
}

/** What a processor is known by where its id is another: the exact device, then its kind. */
const identity = (i: Insert): string[] => [
  ...(i.device ? [`${i.device.format}|${i.device.identifier}|${i.device.name}`] : []),
  i.kind,
];

/**
 * The items of a list as they were read, each filled up from the one of ours it is known as: by its id, else
 * the first in order that is known by the same.
 */
function items<T extends { readonly id: string }>(
  read: readonly T[],
  said: readonly T[],
  ours: readonly T[],
  knownBy: (item: T) => readonly string[],
): readonly T[] {
  if (same(read, said)) return ours;
  const free = new Set(said.keys());
  const counterpart = new Map<T, number>();
  const pair = (alike: (a: T, b: T) => boolean): void => {
    for (const item of read) {
      if (counterpart.has(item)) continue;
      for (const index of free) {
        const other = said[index];
        if (!other || !alike(item, other)) continue;
        counterpart.set(item, index);
        free.delete(index);
        break;
      }
    }
  };
  const alike = (a: T, b: T): boolean => knownBy(a).some((key) => knownBy(b).includes(key));
  // An id alone says little where programs number them anew: what is the same besides comes first.
  pair((a, b) => a.id === b.id && alike(a, b));
  pair((a, b) => knownBy(a)[0] === knownBy(b)[0]);
  pair((a, b) => a.id === b.id);
  pair(alike);
  return read.map((item): T => {
    const index = counterpart.get(item) ?? -1;
    const [plain, own] = [said[index], ours[index]];
    if (!plain || !own) return item;
    const changed = Object.entries(item).filter(([f, v]) => f !== "id" && !same(v, Reflect.get(plain, f)));
    return { ...own, ...Object.fromEntries(changed) };
  });
}
