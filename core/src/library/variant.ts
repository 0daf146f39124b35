import { recordsFromOutside } from "../fit/wish.ts";
import type { Variant } from "../session/beside.ts";
import type { Session, Track, TrackId, TrackKind } from "../session/document.ts";
import { byId, foldersAround, goesTo } from "../session/routing.ts";
import { blocksLeft } from "../session/blocks.ts";
import { shownBy } from "../sheet/views.ts";

/** A part of a session that stands by itself, and what of the wish could not be had. */
export interface PartBy {
  readonly session: Session;
  /** Tracks that were to be left out and stay all the same, as others feed them. */
  readonly needed: readonly TrackId[];
}

/** Kinds that bring sound or notes in; all others pass on what these bring. */
const SOURCES: ReadonlySet<TrackKind> = new Set<TrackKind>(["audio", "instrument", "midi"]);
/** What every part of a session has: where it is heard, and by whom. */
const ALWAYS: ReadonlySet<TrackKind> = new Set<TrackKind>(["main", "monitor", "cue-mix"]);

/**
 * A variant of a session, computed anew: what fits its rule, with all it feeds and is sent to; cue mixes and
 * the main path stay. Sends to what is out are dropped; returns and folders nobody uses go. Whatever led to the
 * main path in the whole does so here, by the ways that do not pass what is out.
 * Runs in O(tracks + feeds + sends).
 */
export function variantOf(session: Session, v: Variant): PartBy {
  const tracks = byId(session);
  const out = new Set(v.without);
  const there = new Set<TrackId>();
  const needed = new Set<TrackId>();
  const waiting: TrackId[] = [];
  const take = (id: TrackId, fed: boolean): void => {
    const t = tracks.get(id);
    if (!t || there.has(id) || (out.has(id) && !fed)) return;
    if (out.has(id)) needed.add(id);
    there.add(id);
    waiting.push(id);
  };
  for (const id of wantedBy(session, v)) take(id, false);
  for (const t of session.tracks) if (ALWAYS.has(t.kind)) take(t.id, false);
  for (let id = waiting.pop(); id !== undefined; id = waiting.pop()) {
    const t = tracks.get(id);
    if (!t) continue;
    for (const f of foldersAround(tracks, t)) take(f.id, true);
    if (t.feeds !== null) take(t.feeds, true);
    for (const s of t.sends) take(s.to, false);
  }
  return { session: restrictedTo(session, there), needed: [...needed] };
}

/** The tracks a rule asks for by itself. */
function wantedBy(session: Session, v: Variant): Set<TrackId> {
  const asIn = v.view === null ? undefined : session.views.find((x) => x.id === v.view);
  const shown = asIn && shownBy(session, asIn);
  const byFolder = shownBy(session, { kinds: v.kinds, roles: v.roles, folders: v.folders, armed: false });
  const linked = new Set(
    session.links.filter((l) => v.links.includes(l.id)).flatMap((l) => [...l.members, ...l.followers]),
  );
  const fits = (t: Track): boolean =>
    byFolder.has(t.id) &&
    (SOURCES.has(t.kind) || v.kinds.includes(t.kind)) &&
    (!v.recorded || recordsFromOutside(t)) &&
    (!v.noInstruments || (t.kind !== "instrument" && t.kind !== "midi")) &&
    (v.links.length === 0 || linked.has(t.id)) &&
    (shown === undefined || shown.has(t.id));
  return new Set([...session.tracks.filter(fits).map((t) => t.id), ...v.with]);
}

/** A session with only some of its tracks; what speaks of the others is let go. */
function restrictedTo(session: Session, there: ReadonlySet<TrackId>): Session {
  const has = (id: TrackId): boolean => there.has(id);
  const tracks = session.tracks
    .filter((t) => there.has(t.id))
    .map((t): Track => {
      const whole = goesTo(t).every(has) && t.inserts.every((i) => i.key === null || has(i.key));
      if (whole) return t;
      return {
        ...t,
        feeds: t.feeds !== null && has(t.feeds) ? t.feeds : null,
        sends: t.sends.filter((s) => has(s.to)),
        inserts: t.inserts.map((i) => (i.key === null || has(i.key) ? i : { ...i, key: null })),
      };
    });
  return {
    ...session,
    tracks,
    variants: [],
    kept: session.kept.filter((k) => k.track === null || has(k.track)),
    links: session.links
      .map((l) => ({ ...l, members: l.members.filter(has), followers: l.followers.filter(has) }))
      .filter((l) => l.members.length > 0),
    views: session.views.map((w) => ({ ...w, folders: w.folders.filter(has) })),
    blocks: blocksLeft(session.blocks, has).map((b) => ({
      ...b,
      ends: b.ends.map((e) => (e.to === null || has(e.to) ? e : { ...e, to: null })),
    })),
    inputSets: session.inputSets.map((s) => ({ ...s, inputs: s.inputs.filter((i) => has(i.track)) })),
  };
}

/** A variant of everything, to begin one with. */
export const wholeVariant = (id: string, name: string): Variant => ({
  id,
  name,
  recorded: false,
  noInstruments: false,
  folders: [],
  roles: [],
  kinds: [],
  links: [],
  view: null,
  with: [],
  without: [],
});
