import { same } from "./change.ts";
import type { Change, SetSession, SetTrack } from "./change.ts";
import type { Session, SessionField, SessionFields, TrackField, TrackFields, TrackId } from "./document.ts";
import type { NameOf } from "./field.ts";
import { KIND_WORDS } from "./kind.ts";
import { SESSION } from "./sessionFields.ts";
import { TRACK } from "./trackFields.ts";

/** A change as a person reads it. */
export interface ChangeSentence {
  readonly sort: "added" | "taken out" | "moved" | "changed";
  readonly track: TrackId | null;
  /** Name of the track, or "Session". */
  readonly name: string;
  readonly what: string;
  readonly before: string | null;
  readonly after: string | null;
}

type SayValue<V> = (value: V, nameOf: NameOf) => string;
type Says<V> = {
  readonly [F in keyof V]: { inWords: SayValue<V[F]>; inDetail?: SayValue<V[F]>; called: string };
};
const TRACK_SAYS: Says<TrackFields> = TRACK;
const SESSION_SAYS: Says<SessionFields> = SESSION;

/** A list of changes in words, read against the sessions before and after them. */
export function inWords(before: Session, after: Session, changes: readonly Change[]): ChangeSentence[] {
  const names = new Map([...before.tracks, ...after.tracks].map((t) => [t.id, t.name]));
  const nameOf = (id: TrackId): string => names.get(id) ?? "a track that is gone";
  return changes.map((c) => sentenceOf(c, nameOf));
}

function sentenceOf(c: Change, nameOf: NameOf): ChangeSentence {
  switch (c.do) {
    case "add":
      return added(c, nameOf);
    case "take-out":
      return takenOut(c);
    case "move":
      return moved(c, nameOf);
    case "set":
      return setInWords(c, nameOf);
    case "set-session":
      return settingInWords(c, nameOf);
  }
}

type Of<D extends Change["do"]> = Extract<Change, { do: D }>;

function added({ track: t }: Of<"add">, nameOf: NameOf): ChangeSentence {
  const where = t.parent === null ? "" : ` in ${nameOf(t.parent)}`;
  return {
    sort: "added",
    track: t.id,
    name: t.name,
    what: `new ${KIND_WORDS[t.kind]}${where}`,
    before: null,
    after: t.input === null ? null : `Input ${t.input}`,
  };
}

function takenOut({ track: t }: Of<"take-out">): ChangeSentence {
  return {
    sort: "taken out",
    track: t.id,
    name: t.name,
    what: "taken out",
    before: t.input === null ? "there" : `Input ${t.input}`,
    after: null,
  };
}

function moved({ id, from, to }: Of<"move">, nameOf: NameOf): ChangeSentence {
  const inOrder = from.parent === to.parent;
  const say = ({ parent, after }: typeof from): string => {
    if (inOrder) return after === null ? "first" : `after ${nameOf(after)}`;
    return parent === null ? "no folder" : nameOf(parent);
  };
  return {
    sort: "moved",
    track: id,
    name: nameOf(id),
    what: inOrder ? "order" : "folder",
    before: say(from),
    after: say(to),
  };
}

function setInWords<F extends TrackField>(c: SetTrack<F>, nameOf: NameOf): ChangeSentence {
  const said = beforeAndAfter<TrackFields[F]>(TRACK_SAYS[c.field], c.from, c.to, nameOf);
  return { sort: "changed", track: c.id, name: nameOf(c.id), ...said };
}

function settingInWords<F extends SessionField>(c: SetSession<F>, nameOf: NameOf): ChangeSentence {
  const said = beforeAndAfter<SessionFields[F]>(SESSION_SAYS[c.field], c.from, c.to, nameOf);
  return { sort: "changed", track: null, name: "Session", ...said };
}

/** A value as it was and as it is; at length, of a list only what differs, where the short words are alike. */
function beforeAndAfter<V>(
  { called, inWords: say, inDetail }: Says<{ value: V }>["value"],
  from: V,
  to: V,
  nameOf: NameOf,
): Pick<ChangeSentence, "what" | "before" | "after"> {
  const [before, after] = [say(from, nameOf), say(to, nameOf)];
  if (before !== after || !inDetail) return { what: called, before, after };
  const [was, is] = [without(from, to), without(to, from)];
  const order = Array.isArray(was) && was.length === 0 && Array.isArray(is) && is.length === 0;
  const [first, then] = order ? [from, to] : [was, is];
  return { what: called, before: inDetail(first, nameOf), after: inDetail(then, nameOf) };
}

/** Of a list what another does not have; anything else as it is. */
const without = <V>(value: V, other: V): V =>
  Array.isArray(value) && Array.isArray(other)
    ? (value.filter((x) => !other.some((y) => same(x, y))) as V)
    : value;
