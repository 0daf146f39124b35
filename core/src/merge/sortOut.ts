import { same, setField, setSessionField } from "../session/change.ts";
import type { Change, Place, SetSession, SetTrack } from "../session/change.ts";
import { attempt } from "../session/attempt.ts";
import type {
  Session,
  SessionField,
  SessionFields,
  Track,
  TrackField,
  TrackFields,
  TrackId,
} from "../session/document.ts";
import { SESSION } from "../session/sessionFields.ts";
import { TRACK } from "../session/trackFields.ts";
import { apply } from "../session/apply.ts";
import { byId, insideOf } from "../session/routing.ts";
import { mergeValue } from "./values.ts";
import type { AskSide } from "./values.ts";
import type { AnyField } from "../session/field.ts";

/** Changes that were meant for another state, sorted by whether they can stand in this one as they are. */
export interface SortedChanges {
  readonly session: Session;
  readonly stand: Change[];
  readonly clash: Change[];
}

/**
 * Tries changes one by one: those that touch nothing somebody else changed go in; of lists and texts that
 * both changed goes in what does not touch. The others are clashes, and so is what is left of those.
 */
export function sortOut(now: Session, changes: readonly Change[]): SortedChanges {
  let session = now;
  const stand: Change[] = [],
    clash: Change[] = [];
  for (const c of changes) {
    const made = attempt(apply, session, [c]);
    const parted = "doc" in made ? { stand: [c], clash: [] } : inParts(session, c);
    session = "doc" in made ? made.doc : apply(session, parted.stand);
    stand.push(...parted.stand);
    clash.push(...parted.clash);
  }
  return { session, stand, clash };
}

type Parted = Pick<SortedChanges, "stand" | "clash">;

/** What of a change that does not fit as it is can go in beside what others did, and what cannot. */
function inParts(now: Session, c: Change): Parted {
  if (c.do === "set-session")
    return setInParts(SESSION[c.field], now[c.field], c, (from, to) => ({ ...c, from, to }) as SetSession);
  const t = c.do === "set" ? now.tracks.find((x) => x.id === c.id) : undefined;
  if (c.do !== "set" || !t) return { stand: [], clash: [c] };
  return setInParts(TRACK[c.field], t[c.field], c, (from, to) => ({ ...c, from, to }) as SetTrack);
}

function setInParts(
  field: AnyField,
  now: unknown,
  { from, to }: SetTrack | SetSession,
  set: (from: unknown, to: unknown) => Change,
): Parted {
  if (!hasParts(field)) return { stand: [], clash: [set(from, to)] };
  // What stands here is known to others by its ids already.
  const merged = (ask: AskSide): unknown => mergeValue<unknown>(field, from, to, now, ask, "theirs");
  const parts = new Set<string>();
  const both = merged(({ at }) => {
    parts.add(partKey(at));
    return "theirs";
  });
  const stand = same(both, now) ? [] : [set(now, both)];
  return {
    stand,
    // One for each part both changed, so that each can be decided by itself.
    clash: [...parts].map((part) =>
      set(
        both,
        merged(({ at }) => (partKey(at) === part ? "ours" : "theirs")),
      ),
    ),
  };
}
const partKey = (at: readonly string[]): string => JSON.stringify(at);

/** Whether two changes decide the same thing: one value, one place, whether one track is there. */
export function decidesTheSame(a: Change, b: Change): boolean {
  const there = (c: Change): TrackId | null => (c.do === "add" || c.do === "take-out" ? c.track.id : null);
  if (a.do === "set" && b.do === "set") return a.id === b.id && a.field === b.field;
  if (a.do === "set-session" && b.do === "set-session") return a.field === b.field;
  if (a.do === "move" && b.do === "move") return a.id === b.id;
  return there(a) !== null && there(a) === there(b);
}

/**
 * The changes that would still bring about here what clashing changes were to bring about: the same outcome
 * over whatever stands here now.
 * A track that was taken out meanwhile is put back as it was for the one who changed it. Empty where the
 * outcome is there already.
 * @param mine the session as it was for the one whose changes they are
 */
export function insist(now: Session, mine: Session, clashes: readonly Change[]): Change[] {
  let session = now;
  const all: Change[] = [];
  for (const c of clashes) {
    const changes = insistOn(session, mine, c);
    const made = attempt(apply, session, changes);
    if ("refused" in made) continue;
    session = made.doc;
    all.push(...changes);
  }
  return all;
}

function insistOn(now: Session, mine: Session, c: Change): Change[] {
  const here = byId(now);
  switch (c.do) {
    case "set-session":
      return setAnew(now, c);
    case "set": {
      const t = here.get(c.id);
      return t ? setAnewOn(t, c) : putBack(now, mine, c.id);
    }
    case "move": {
      const t = here.get(c.id);
      const to = placeLike(now, c.to, c.id);
      if (!t) return putBack(now, mine, c.id, to);
      const siblings = insideOf(now.tracks).get(t.parent) ?? [];
      const from = { parent: t.parent, after: siblings[siblings.indexOf(t) - 1]?.id ?? null };
      return same(from, to) ? [] : [{ do: "move", id: t.id, from, to }];
    }
    case "add":
      return here.has(c.track.id)
        ? []
        : placed(c.track, placeLike(now, { parent: c.track.parent, after: c.after }));
    case "take-out": {
      const t = here.get(c.track.id);
      if (!t || now.tracks.some((x) => x.parent === t.id)) return [];
      const siblings = insideOf(now.tracks).get(t.parent) ?? [];
      return [{ do: "take-out", track: t, after: siblings[siblings.indexOf(t) - 1]?.id ?? null }];
    }
  }
}

/** A track as it was for the one who changed it: to a place, else behind what stood before it. */
function putBack(now: Session, mine: Session, id: TrackId, to?: Place): Change[] {
  const t = byId(mine).get(id);
  if (!t) return [];
  const siblings = insideOf(mine.tracks).get(t.parent) ?? [];
  const there = byId(now);
  const before = siblings
    .slice(0, siblings.indexOf(t))
    .findLast((x) => there.get(x.id)?.parent === t.parent);
  return placed(t, to ?? placeLike(now, { parent: t.parent, after: before?.id ?? null }));
}

const placed = (t: Track, { parent, after }: Place): Change[] => [
  { do: "add", track: { ...t, parent }, after },
];

/**
 * The place here that is most like one there: the outer level where the folder is gone, the end where the
 * neighbour is.
 * @param moving the track that goes there, which is nobody's neighbour
 */
function placeLike(now: Session, to: Place, moving?: TrackId): Place {
  const folder = to.parent === null || byId(now).get(to.parent)?.kind === "folder";
  const parent = folder ? to.parent : null;
  const there = (insideOf(now.tracks).get(parent) ?? []).filter((x) => x.id !== moving);
  const known = folder && (to.after === null || there.some((x) => x.id === to.after));
  return { parent, after: known ? to.after : (there.at(-1)?.id ?? null) };
}

/** Whether two edits of a value need not touch each other. */
const hasParts = (field: AnyField): boolean => field.itemByItem === true || field.lineByLine === true;

const overIt = <V>(field: AnyField, from: V, to: V, now: V): V =>
  hasParts(field) ? mergeValue<V>(field, from, to, now, () => "ours", "theirs") : to;

/** One's own outcome over what stands there now; of lists and texts only what one did to them. */
const setAnewOn = <F extends TrackField>(
  t: TrackFields & { id: TrackId },
  { field, from, to }: SetTrack<F>,
): SetTrack<F>[] => {
  const mine = overIt<TrackFields[F]>(TRACK[field], from, to, t[field]);
  return same(t[field], mine) ? [] : [setField(t, field, mine)];
};
const setAnew = <F extends SessionField>(
  now: SessionFields,
  { field, from, to }: SetSession<F>,
): SetSession<F>[] => {
  const mine = overIt<SessionFields[F]>(SESSION[field], from, to, now[field]);
  return same(now[field], mine) ? [] : [setSessionField(now, field, mine)];
};
