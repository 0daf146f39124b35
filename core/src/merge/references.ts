import type { Session, Track, TrackId } from "../session/document.ts";
import type { Three } from "./three.ts";
import { SIDES } from "./values.ts";
import type { Side } from "./values.ts";

/**
 * A session with every way and list that led to a track which went in merging led on or let go: a track that fed
 * it feeds what it fed. What led nowhere with one side already is left as that side has it.
 */
export function whole(three: Three, session: Session): Session {
  const there = new Set(session.tracks.map((t) => t.id));
  if (SIDES.every((side) => [...three[side].tracks.keys()].every((id) => there.has(id)))) return session;
  const lost = (id: TrackId, named: (side: Side) => boolean): boolean =>
    !there.has(id) && SIDES.every((side) => !named(side) || three[side].tracks.has(id));
  const tracks = session.tracks.map((t) => trackWhole(three, t, there, lost));
  const listed = <T>(ids: readonly T[], idOf: (x: T) => TrackId, on: (s: Session) => readonly T[]): T[] =>
    ids.filter((x) => !lost(idOf(x), (side) => on(three[side].session).some((y) => idOf(y) === idOf(x))));
  const itself = (id: TrackId): TrackId => id;
  return {
    ...session,
    tracks,
    kept: session.kept.filter(
      ({ track }) =>
        track === null || !lost(track, (side) => three[side].session.kept.some((k) => k.track === track)),
    ),
    links: session.links.map((l) => ({
      ...l,
      members: listed(l.members, itself, (s) => s.links.flatMap((x) => x.members)),
      followers: listed(l.followers, itself, (s) => s.links.flatMap((x) => x.followers)),
    })),
    views: session.views.map((v) => ({
      ...v,
      folders: listed(v.folders, itself, (s) => s.views.flatMap((x) => x.folders)),
    })),
    variants: session.variants.map((v) => ({
      ...v,
      folders: listed(v.folders, itself, (s) => s.variants.flatMap((x) => x.folders)),
      with: listed(v.with, itself, (s) => s.variants.flatMap((x) => x.with)),
      without: listed(v.without, itself, (s) => s.variants.flatMap((x) => x.without)),
    })),
    blocks: session.blocks.map((b) => ({
      ...b,
      tracks: listed(
        b.tracks,
        (x) => x.track,
        (s) => s.blocks.flatMap((x) => x.tracks),
      ),
      ends: b.ends.map((e) =>
        e.to !== null && lost(e.to, (side) => joined(three[side].session, e.to)) ? { ...e, to: null } : e,
      ),
    })),
    ends: listed(
      session.ends,
      (x) => x.track,
      (s) => s.ends,
    ),
    inputSets: session.inputSets.map((i) => ({
      ...i,
      inputs: listed(
        i.inputs,
        (x) => x.track,
        (s) => s.inputSets.flatMap((x) => x.inputs),
      ),
    })),
  };
}

const joined = (s: Session, to: TrackId | null): boolean =>
  s.blocks.some((b) => b.ends.some((e) => e.to === to));

function trackWhole(
  three: Three,
  t: Track,
  there: ReadonlySet<TrackId>,
  lost: (id: TrackId, named: (side: Side) => boolean) => boolean,
): Track {
  const at = (side: Side): Track | undefined => three[side].tracks.get(t.id);
  const sends = t.sends.filter(
    (s) => !lost(s.to, (side) => at(side)?.sends.some((x) => x.to === s.to) === true),
  );
  const deaf = (i: Track["inserts"][number]): boolean =>
    i.key !== null && lost(i.key, (side) => at(side)?.inserts.some((x) => x.key === i.key) === true);
  const leads = t.feeds === null || !lost(t.feeds, (side) => at(side)?.feeds === t.feeds);
  if (leads && sends.length === t.sends.length && !t.inserts.some(deaf)) return t;
  return {
    ...t,
    feeds: leads ? t.feeds : leadsOn(three, t.feeds, there, t.id),
    sends,
    inserts: t.inserts.map((i) => (deaf(i) ? { ...i, key: null } : i)),
  };
}

/** What is there of what a track that is gone fed, and that fed, and so on; null where nothing is. */
function leadsOn(
  three: Three,
  gone: TrackId | null,
  there: ReadonlySet<TrackId>,
  from: TrackId,
): TrackId | null {
  const seen = new Set<TrackId>();
  let at = gone;
  while (at !== null && !there.has(at) && !seen.has(at)) {
    seen.add(at);
    at = (three.ours.tracks.get(at) ?? three.theirs.tracks.get(at))?.feeds ?? null;
  }
  return at === null || at === from || !there.has(at) ? null : at;
}
