import { compare } from "../compare/sentences.ts";
import { same, setField } from "../session/change.ts";
import type { Change } from "../session/change.ts";
import { SESSION_WORDS, TRACK_FIELDS } from "../session/document.ts";
import type { Session, SessionField, Track, TrackField, TrackId } from "../session/document.ts";
import { SESSION } from "../session/sessionFields.ts";
import { namesOf } from "../session/field.ts";
import { plural } from "../session/plural.ts";
import { inWords } from "../session/says.ts";
import { TRACK } from "../session/trackFields.ts";

/** A state of a template: a release by its number, or the draft (0). */
export interface State {
  readonly number: number;
  readonly session: Session;
}

/** What a release brought, in sentences. @param before the release before it; null for the first */
export function whatItBrought(before: Session | null, after: Session): string[] {
  if (before) return compare(before, after).sentences.map((s) => s.says);
  const folders = after.tracks.filter((t) => t.kind === "folder" && t.parent === null).map((t) => t.name);
  return [
    `${plural(after.tracks.length, "track")}${folders.length === 0 ? "" : `: ${folders.join(", ")}`}`,
  ];
}

/** A step of a track's history: the state it came with, and what that changed. */
export interface HistoryStep {
  readonly number: number;
  readonly says: readonly string[];
}

/** Where a value of a track comes from: what it is, and the state it stands like that since. */
export interface Since {
  readonly what: string;
  readonly number: number;
}

/** What happened to one track, oldest first, and since when each of its values, sends and processors stands. */
export interface TrackHistory {
  readonly steps: readonly HistoryStep[];
  readonly since: readonly Since[];
}

/**
 * Where a track comes from. A track that went and came back counts from when it came back.
 * O(states × tracks).
 * @param states oldest first
 */
export function historyOf(states: readonly State[], id: TrackId): TrackHistory {
  const steps: HistoryStep[] = [];
  let since = new Map<string, Since>();
  let before: Session | null = null;
  for (const { number, session } of states) {
    const was = before?.tracks.find((t) => t.id === id);
    const is = session.tracks.find((t) => t.id === id);
    const says = stepOf(before, session, was, is);
    if (says.length > 0) steps.push({ number, says });
    since = is ? sinceIn(session, is, was, since, number) : new Map();
    before = session;
  }
  return { steps, since: [...since.values()] };
}

function stepOf(
  before: Session | null,
  after: Session,
  was: Track | undefined,
  is: Track | undefined,
): string[] {
  if (!is) return was ? ["taken out"] : [];
  if (!was || !before) return ["came in"];
  const changes = TRACK_FIELDS.flatMap((f): Change[] =>
    same(was[f], is[f]) ? [] : [setField<TrackField>(was, f, is[f])],
  );
  const said = inWords(before, after, changes).map(({ what, before: from, after: to }) =>
    from === null && to === null ? what : `${what} ${from ?? "nothing"} → ${to ?? "nothing"}`,
  );
  if (was.parent === is.parent) return said;
  return [
    ...said,
    is.parent === null ? "moved out of its folder" : `moved into ${nameIn(after, is.parent)}`,
  ];
}

const nameIn = (s: Session, id: TrackId): string =>
  s.tracks.find((t) => t.id === id)?.name ?? "a track that is gone";

/** The values of a track that say something, and since when each does. */
function sinceIn(
  session: Session,
  is: Track,
  was: Track | undefined,
  known: ReadonlyMap<string, Since>,
  number: number,
): Map<string, Since> {
  const since = new Map<string, Since>();
  const put = (key: string, what: string, asBefore: boolean): void => {
    const old = known.get(key);
    since.set(key, asBefore && old ? { what, number: old.number } : { what, number });
  };
  put("track", "the track", was !== undefined);
  for (const field of TRACK_FIELDS) {
    if (field === "sends" || field === "inserts" || same(is[field], TRACK[field].rest)) continue;
    put(field, TRACK[field].called, was !== undefined && same(was[field], is[field]));
  }
  for (const s of is.sends)
    put(
      `send ${s.id}`,
      `the send to ${nameIn(session, s.to)}`,
      was?.sends.some((x) => same(x, s)) === true,
    );
  for (const i of is.inserts)
    put(`insert ${i.id}`, i.device?.name ?? i.kind, was?.inserts.some((x) => same(x, i)) === true);
  return since;
}

/** Since when each setting of a template stands as it is; those at rest are left out. */
export function settingsSince(states: readonly State[]): Since[] {
  return namesOf(SESSION).flatMap((field: SessionField): Since[] => {
    const last = states.at(-1)?.session;
    if (!last || same(last[field], SESSION[field].rest)) return [];
    let number = states.at(-1)?.number ?? 0;
    for (const s of states.toReversed()) {
      if (!same(s.session[field], last[field])) break;
      number = s.number;
    }
    return [{ what: SESSION_WORDS[field], number }];
  });
}
