import type { Style } from "../house/style.ts";
import type { HeldBlock } from "../session/beside.ts";
import type { Change, Place } from "../session/change.ts";
import { apply } from "../session/apply.ts";
import { diff } from "../session/diff.ts";
import type { Session, Track, TrackId, TrackKind } from "../session/document.ts";
import { PATHS } from "../session/kind.ts";
import { givenTo } from "../session/blocks.ts";
import { freeName } from "../session/freeId.ts";
import { inputsOf } from "../session/inputs.ts";
import { byId, carrierOf, leavesTheSession, mainOf } from "../session/routing.ts";
import { pathsAlike } from "../sheet/part.ts";
import { insertTracks } from "../sheet/typed.ts";
import { idHere, tracksOfBlock } from "./blockIds.ts";

/** A release of a block. */
export interface BlockRelease {
  readonly block: string;
  readonly name: string;
  readonly release: number;
  readonly session: Session;
}

/** Where the ends of a block lead: a track here by the end's own track; null leaves it open. */
export type Joins = ReadonlyMap<TrackId, TrackId | null>;

/** The ends that anything in a block leads to: what is to be joined where it is put in. */
export function endsInUse(block: Session): Session["ends"] {
  const led = new Set(
    tracksOfBlock(block).flatMap((t) => [
      ...(t.feeds === null ? [] : [t.feeds]),
      ...t.sends.map((s) => s.to),
    ]),
  );
  return block.ends.filter((e) => led.has(e.track));
}

/**
 * What each end of a block would be joined to at a place: the path here that is of its kind and role, else the
 * one of its name; the main path's end what carries the sound there.
 */
export function joinsFor(
  host: Session,
  block: Session,
  parent: TrackId | null,
): Map<TrackId, TrackId | null> {
  const alike = pathsAlike(host, block);
  const here = byId(host);
  const around = carrierOf(parent, here) ?? mainOf(host)?.id ?? null;
  const called = new Map(
    host.tracks
      .filter((t) => t.format !== null && CARRIES.has(t.kind))
      .toReversed()
      .map((t) => [t.name.toLowerCase(), t.id]),
  );
  const tracks = byId(block);
  return new Map(
    block.ends.map((e) => {
      const end = tracks.get(e.track);
      const like = alike.get(e.track) ?? called.get(end?.name.toLowerCase() ?? "") ?? null;
      return [e.track, end?.kind === "main" ? around : like];
    }),
  );
}
const CARRIES: ReadonlySet<TrackKind> = new Set<TrackKind>([...PATHS, "instrument"]);

/**
 * A session with paths of its own for ends of a block that nothing there stands for, as the block has them.
 * @param ids the ends, by their tracks, and the ids their paths get here
 */
export function withEndsMade(
  style: Style,
  host: Session,
  block: Session,
  ids: ReadonlyMap<TrackId, TrackId>,
): Session {
  const main = mainOf(host)?.id ?? null;
  const fresh = block.tracks.flatMap((t): Track[] => {
    const id = ids.get(t.id);
    return id === undefined ? [] : [{ ...t, id, parent: null, feeds: leavesTheSession(t) ? null : main }];
  });
  const last = host.tracks.findLast((t) => t.parent === null && t.kind !== "main")?.id ?? null;
  return apply(host, insertTracks(style, host, fresh, { parent: null, after: last }, false));
}

/**
 * The place that suits a block by itself: in the folder its end that stands around it is joined to, behind what
 * is there; null where it has no such end here.
 */
export function homeFor(host: Session, block: Session, joins: Joins): Place | null {
  const end = block.tracks.find((t) => t.kind === "folder" && block.ends.some((e) => e.track === t.id));
  const to = end && host.tracks.find((t) => t.id === joins.get(end.id));
  if (to?.kind !== "folder") return null;
  return { parent: to.id, after: host.tracks.findLast((t) => t.parent === to.id)?.id ?? null };
}

/**
 * The changes that put a release of a block into a session at a place. Names and numbers count on as the house
 * gives them; inputs go together to the next that are free; MIDI channels to the next that are free on what
 * they play. A way to an end that is left open goes to what is around, a send to it is not made.
 * @param id what the block goes by here, so that it can stand here more than once
 */
export function putBlock(
  style: Style,
  host: Session,
  of: BlockRelease,
  { id, joins, place }: { id: string; joins: Joins; place: Place },
): Change[] {
  const block = of.session;
  const ids = new Map(tracksOfBlock(block).map((t) => [t.id, idHere(id, t.id)]));
  const to = (there: TrackId): TrackId | null => ids.get(there) ?? joins.get(there) ?? null;
  const shift = freeShift(host, tracksOfBlock(block));
  const free = new Channels(host);
  const fresh = tracksOfBlock(block).map((t): Track => {
    const feeds = t.feeds === null ? null : to(t.feeds);
    return {
      ...t,
      id: ids.get(t.id) ?? t.id,
      parent: t.parent === null ? null : (ids.get(t.parent) ?? null),
      feeds,
      sends: t.sends.flatMap((s) => {
        const end = to(s.to);
        return end === null ? [] : [{ ...s, to: end }];
      }),
      inserts: t.inserts.map((i) => (i.key === null ? i : { ...i, key: ids.get(i.key) ?? null })),
      input: t.input === null || shift === null ? null : t.input + shift,
      channel: t.channel === null ? null : free.take(feeds, t.channel),
    };
  });
  const here = new Set(fresh.map((t) => t.id));
  const named = withFreeNames(apply(host, insertTracks(style, host, fresh, place, false)), here);
  const put = byId(named);
  const held: HeldBlock = {
    id,
    block: of.block,
    name: of.name,
    release: of.release,
    tracks: tracksOfBlock(block).flatMap((t) => {
      const track = put.get(ids.get(t.id) ?? "");
      return track ? [{ track: track.id, from: t.id, given: givenTo(t, track) }] : [];
    }),
    ends: endsInUse(block).map((e) => ({ track: e.track, to: joins.get(e.track) ?? null })),
  };
  const now = byId(named);
  const links = block.links.map((l) => ({
    ...l,
    id: idHere(id, l.id),
    members: l.members.flatMap((m) => (now.has(ids.get(m) ?? "") ? (ids.get(m) ?? []) : [])),
    followers: l.followers.flatMap((m) => ids.get(m) ?? []),
  }));
  return diff(host, { ...named, links: [...named.links, ...links], blocks: [...named.blocks, held] });
}

/** Tracks of which somebody else has the name already, with the next free number behind it. */
export function withFreeNames(session: Session, ids: ReadonlySet<TrackId>): Session {
  const taken = session.tracks.filter((t) => !ids.has(t.id)).map((t) => t.name);
  const lower = new Set(taken.map((n) => n.toLowerCase()));
  if (!session.tracks.some((t) => ids.has(t.id) && lower.has(t.name.toLowerCase()))) return session;
  const all = session.tracks.map((t) => t.name);
  return {
    ...session,
    tracks: session.tracks.map((t) => {
      if (!ids.has(t.id) || !lower.has(t.name.toLowerCase())) return t;
      const name = freeName(t.name, all).slice(0, 200);
      all.push(name);
      return { ...t, name };
    }),
  };
}

/** By how much all inputs of some tracks go up so that each is free; null where they no longer fit. */
function freeShift(host: Session, tracks: readonly Track[]): number | null {
  const taken = new Set(host.tracks.flatMap(inputsOf));
  const wanted = tracks.flatMap(inputsOf);
  const last = Math.max(0, ...wanted);
  for (let shift = 0; last + shift <= 1024; shift++)
    if (!wanted.some((n) => taken.has(n + shift))) return shift;
  return null;
}

/** MIDI channels, counted on for each instrument that is played; tracks of one channel stay on one. */
class Channels {
  readonly #taken = new Map<TrackId | null, Set<number>>();
  readonly #given = new Map<string, number>();
  constructor(host: Session) {
    for (const t of host.tracks) if (t.channel !== null) this.#of(t.feeds).add(t.channel);
  }

  /** The channel wished for, else the next above it that is free, round the end; itself where all are taken. */
  take(plays: TrackId | null, channel: number): number {
    const wish = `${plays ?? ""} ${channel}`;
    const taken = this.#of(plays);
    let free = this.#given.get(wish);
    if (free !== undefined) return free;
    free = channel;
    for (let n = 0; n < 16 && taken.has(free); n++) free = (free % 16) + 1;
    taken.add(free);
    this.#given.set(wish, free);
    return free;
  }

  #of(plays: TrackId | null): Set<number> {
    const there = this.#taken.get(plays) ?? new Set<number>();
    this.#taken.set(plays, there);
    return there;
  }
}
