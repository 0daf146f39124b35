import { same } from "../session/change.ts";
import { SESSION_FIELDS, TRACK_FIELDS } from "../session/document.ts";
import type {
  Session,
  SessionField,
  SessionFields,
  Track,
  TrackField,
  TrackFields,
  TrackId,
  TrackKind,
} from "../session/document.ts";
import { SESSION } from "../session/sessionFields.ts";
import { TRACK } from "../session/trackFields.ts";
import { Decisions } from "./decisions.ts";
import type { Choices, Clash } from "./decisions.ts";
import { whereThey } from "./places.ts";
import { unlooped } from "./circle.ts";
import { whole } from "./references.ts";
import { whoIsThere } from "./there.ts";
import { threeOf } from "./three.ts";
import type { Three } from "./three.ts";
import { mergeValue } from "./values.ts";

/** What came of two sessions that began as one. */
export interface Merged {
  /** Both together; where they clash, what was chosen, else the safer side. */
  readonly session: Session;
  readonly clashes: readonly Clash[];
}

/**
 * Both sides' work on a session in one. Either side alone gives that side; the same done by both is done once;
 * what does not touch each other stands. Everything of both is in the result or in a clash, and the result
 * holds together: no folders in each other, no way to what is gone, no circle neither of them had.
 * @param choices which side stands in a clash, by its key
 */
export function merge(base: Session, ours: Session, theirs: Session, choices: Choices = new Map()): Merged {
  const three = threeOf(base, ours, theirs);
  const decide = new Decisions(choices);
  const there = whoIsThere(three, decide);
  const kinds = new Map<TrackId, TrackKind>();
  const kindOf = (id: TrackId, holds: boolean): TrackKind => {
    const kind = kinds.get(id) ?? kindAfter(three, id, holds, decide);
    kinds.set(id, kind);
    return kind;
  };
  const tracks = whereThey(three, there, kindOf, decide).map(({ id, parent }) =>
    trackOf(three, id, { parent, kind: kindOf(id, false) }, decide),
  );
  const session = { ...settingsOf(three, decide), tracks };
  return { session: unlooped(three, whole(three, session), decide), clashes: decide.clashes };
}

/** What a track is after both; a folder that one side put something into stays one until that is chosen. */
function kindAfter(three: Three, id: TrackId, holds: boolean, decide: Decisions): TrackKind {
  const [base, ours, theirs] = [three.base, three.ours, three.theirs].map((s) => s.tracks.get(id)?.kind);
  if (ours === undefined || theirs === undefined) return ours ?? theirs ?? "audio";
  const plain = ours === theirs || theirs === base ? ours : ours === base ? theirs : null;
  const folder = ours === "folder" ? "ours" : theirs === "folder" ? "theirs" : null;
  if (plain !== null && (plain === "folder" || folder === null || !holds)) return plain;
  const asked = { of: "value", track: id, field: "kind", at: [], base, ours, theirs } as const;
  return decide.ask(asked, (holds ? folder : null) ?? "ours") === "ours" ? ours : theirs;
}

type Known = Pick<Track, "parent" | "kind">;

function trackOf(three: Three, id: TrackId, known: Known, decide: Decisions): Track {
  const [base, ours, theirs] = [three.base, three.ours, three.theirs].map((s) => s.tracks.get(id));
  const as = (t: Track): Track =>
    t.parent === known.parent && t.kind === known.kind ? t : { ...t, ...known };
  if (!ours || !theirs || ours === theirs || theirs === base) {
    const only = ours ?? theirs;
    if (!only) throw new Error(`nobody has the track “${id}”`);
    return as(only);
  }
  if (ours === base) return as(theirs);
  const merged: Record<string, unknown> = {};
  for (const field of TRACK_FIELDS) {
    if (field === "kind" || same(ours[field], theirs[field])) continue;
    merged[field] = fieldAfter(id, field, base, ours, theirs, decide);
  }
  return as({ ...ours, ...merged });
}

function fieldAfter<F extends TrackField>(
  id: TrackId,
  field: F,
  base: TrackFields | undefined,
  ours: TrackFields,
  theirs: TrackFields,
  decide: Decisions,
): TrackFields[F] {
  // A track both made under one id had no value before: whatever they say differently is to be chosen.
  const was = base?.[field] as TrackFields[F];
  return mergeValue<TrackFields[F]>(TRACK[field], was, ours[field], theirs[field], (part) =>
    decide.ask({ of: "value", track: id, field, ...part }),
  );
}

function settingsOf(three: Three, decide: Decisions): Session {
  const [base, ours, theirs] = [three.base.session, three.ours.session, three.theirs.session];
  const merged: Record<string, unknown> = {};
  for (const field of SESSION_FIELDS)
    if (!same(ours[field], theirs[field])) merged[field] = settingAfter(field, base, ours, theirs, decide);
  return { ...ours, ...merged };
}

const settingAfter = <F extends SessionField>(
  field: F,
  base: SessionFields,
  ours: SessionFields,
  theirs: SessionFields,
  decide: Decisions,
): SessionFields[F] =>
  mergeValue<SessionFields[F]>(SESSION[field], base[field], ours[field], theirs[field], (part) =>
    decide.ask({ of: "setting", field, ...part }),
  );
