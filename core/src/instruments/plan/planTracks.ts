import { begunWith } from "../../house/begun.ts";
import { addDressed } from "../../house/dress.ts";
import { startsFor } from "../../house/startsFor.ts";
import { planHouse } from "../../house/plan.ts";
import { colourFor, iconFor, patternUse } from "../../house/style.ts";
import type { Style } from "../../house/style.ts";
import { compose } from "../../names/compose.ts";
import type { Identity } from "../../names/pattern.ts";
import { apply } from "../../session/apply.ts";
import { same } from "../../session/change.ts";
import type { Change } from "../../session/change.ts";
import { diff } from "../../session/diff.ts";
import { blankTrack } from "../../session/document.ts";
import type { Session, Track, TrackId } from "../../session/document.ts";
import { FreeIds } from "../../session/freeId.ts";
import type { Plays } from "../../session/plays.ts";
import { byId, carrierOf, mainOf } from "../../session/routing.ts";
import { takeOut } from "../../sheet/folders.ts";
import { withResets } from "../../sampled/resets.ts";
import { sameOn } from "../same/sameOn.ts";
import { keysOn } from "../same/waysUsed.ts";
import { laggingOf } from "./offers.ts";
import type { PlannedPlayer } from "./planEnsemble.ts";
import type { PlannedTrack } from "./planPlayer.ts";
import { withBuses } from "./buses.ts";
import { inPorts } from "./ports.ts";
import { identityOf } from "./trackNames.ts";

/** What planned tracks make of a session. */
export interface TracksPlanned {
  readonly changes: readonly Change[];
  readonly session: Session;
  /** Which track of the session each planned one is. */
  readonly ids: ReadonlyMap<PlannedTrack, TrackId>;
  /** Tracks (buses and folders among them) that come, go, and are another than they were, as they will be called. */
  readonly come: readonly Track[];
  readonly go: readonly Track[];
  readonly changed: readonly Track[];
}

interface Wanted {
  readonly id: TrackId;
  readonly track: PlannedTrack;
  readonly what: Identity;
  readonly plays: Plays;
}

/** Which tracks a plan leaves alone. */
interface LeftAlone {
  /** Those of other players than these; null: of none. */
  readonly only: ReadonlySet<string> | null;
  /** Those of which this is said stay, though nothing is planned for them any more. */
  readonly stays: (track: Track) => boolean;
}

/**
 * The tracks of a plan in a session: where the house order wants them and under the names the house gives them.
 * Tracks that were planned before stay who they are, with all that was done to them, where they still play some of
 * what they played; those nothing is planned for any more go.
 */
export function planTracks(
  style: Style,
  session: Session,
  planned: readonly PlannedPlayer[],
  { only, stays }: LeftAlone = { only: null, stays: () => false },
): TracksPlanned {
  const before = session.tracks.filter((t) => t.plays && (only?.has(t.plays.player) ?? true));
  const wanted = assigned(style, session, planned, before);
  const ids = new Set(wanted.map((w) => w.id));
  const went = apply(
    session,
    takeOut(
      session,
      before.filter((t) => !ids.has(t.id) && !stays(t)).map((t) => t.id),
    ),
  );
  const there = new Set(before.map((t) => t.id));
  const kept = withKept(style, went, wanted);
  const fresh = wanted.filter((w) => !there.has(w.id)).map((w) => newTrack(style, session, w));
  const added = apply(kept, addDressed(style, kept, fresh));
  const fed = silent(withBuses(style, added, planned), ids);
  const placed = session.ensemble.sits === "machine" ? inPorts(fed, ids) : fed;
  const next = reset(named(style, session, placed, wanted), ids);
  return {
    changes: diff(session, next),
    session: next,
    ids: new Map(wanted.map((w) => [w.track, w.id])),
    ...between(session, next),
  };
}

function between(before: Session, after: Session): Pick<TracksPlanned, "come" | "go" | "changed"> {
  const [old, now] = [before, after].map((s) => new Map(s.tracks.map((t) => [t.id, t])));
  const known = after.tracks.filter((t) => old?.has(t.id));
  return {
    come: after.tracks.filter((t) => !old?.has(t.id)),
    go: before.tracks.filter((t) => !now?.has(t.id)),
    changed: known.filter((t) => !same(t, old?.get(t.id))),
  };
}

/** Each planned track with what it is: of those planned before, the one that plays most of the same, or a new one. */
function assigned(
  style: Style,
  session: Session,
  planned: readonly PlannedPlayer[],
  before: readonly Track[],
): Wanted[] {
  const ids = new FreeIds(session.tracks.map((t) => t.id));
  const taken = new Set<TrackId>();
  return planned.flatMap((player) => {
    const own = before.filter((t) => t.plays?.player === player.player.id);
    const pairs = player.tracks
      .flatMap((track) => own.map((t) => ({ track, t, alike: alike(track, t.plays) })))
      .filter((p) => p.alike > 0)
      .sort((a, b) => b.alike - a.alike);
    const is = new Map<PlannedTrack, TrackId>();
    for (const { track, t } of pairs)
      if (!is.has(track) && !taken.has(t.id)) {
        is.set(track, t.id);
        taken.add(t.id);
      }
    return player.tracks.map((track): Wanted => {
      const what = identityOf(style, player, track);
      const id = is.get(track) ?? ids.take([what.role, ...what.positions].join("-").slice(0, 50));
      return { id, track, what, plays: playsOf(player, track) };
    });
  });
}

/**
 * How much of what is planned a track plays already: the same articulations, or at least the same ways of playing; more
 * where the first of both, which names them, is the same.
 */
function alike(track: PlannedTrack, plays: Plays | null): number {
  if (plays === null) return 0;
  return track.of.reduce((sum, { articulation: a }, n) => {
    const at = plays.ways.findIndex((w) => same(w.words, a.words) && w.seconds === a.seconds);
    if (at < 0) return sum;
    const itself = plays.library.id === track.library.id && plays.ways[at]?.id === a.id;
    return sum + (itself ? 100 : 1) + (n === 0 && at === 0 ? 0.5 : 0);
  }, 0);
}

function playsOf({ player }: PlannedPlayer, { library, patch, of, offset }: PlannedTrack): Plays {
  const { name, issue } = library.library;
  return {
    player: player.id,
    library: { id: library.id, name, issue },
    patch: {
      id: patch.id,
      name: patch.name,
      at: patch.at,
      keys: keysOn(patch, 0),
      sounds: patch.sounds,
    },
    ways: of.map(({ articulation: a }) => ({
      id: a.id,
      name: a.name,
      words: a.words,
      seconds: a.seconds,
      called: a.called,
      lag: laggingOf(a),
      loudness: a.loudness,
      key: null,
      volume: null,
    })),
    offset: Math.round(offset * 100) / 100,
    moved: 0,
    dynamics: null,
    gain: 0,
    port: null,
    loading: "always",
    light: false,
    seat: null,
  };
}

const composed = (style: Style, kind: Track["kind"], what: Identity): string | null =>
  compose(style.house.names[patternUse(kind)], style.reader, what);

/** Those that were there, as they are wanted now. */
function withKept({ house }: Style, session: Session, wanted: readonly Wanted[]): Session {
  const by = new Map(wanted.map((w) => [w.id, w]));
  const [kind, format] = [kindOf(session), formatOf(session)];
  const tracks = byId(session);
  const home = (t: Track): TrackId | null => carrierOf(t.parent, tracks) ?? mainOf(session)?.id ?? null;
  return {
    ...session,
    tracks: session.tracks.map((t) => {
      const w = by.get(t.id);
      if (!w) return t;
      const plays = t.plays ? { ...w.plays, loading: t.plays.loading, light: t.plays.light } : w.plays;
      const next = { ...t, kind, ...sameOn(house.instruments, t, plays, w.track.patch) };
      if (t.kind === kind) return { ...next, feeds: t.feeds ?? home(t) };
      return { ...next, format, channel: null, feeds: home(t) };
    }),
  };
}

/** What leads to a machine sends nothing itself; it feeds what its sound comes back on. */
const silent = (session: Session, ids: ReadonlySet<TrackId>): Session => ({
  ...session,
  tracks: session.tracks.map((t) => (ids.has(t.id) && t.format === null ? { ...t, sends: [] } : t)),
});

/** With everything set back in the lead-in. */
const reset = (session: Session, ids: ReadonlySet<TrackId>): Session => ({
  ...session,
  tracks: session.tracks.map((t) => (ids.has(t.id) ? { ...t, items: withResets(session, t) } : t)),
});

const kindOf = ({ ensemble }: Session): Track["kind"] =>
  ensemble.sits === "machine" ? "midi" : "instrument";
const formatOf = ({ ensemble }: Session): Track["format"] =>
  ensemble.sits === "machine" ? null : "stereo";

function newTrack(style: Style, session: Session, { id, what, plays, track }: Wanted): Track {
  const kind = kindOf(session);
  const name = composed(style, kind, what) ?? plays.patch.name;
  const format = formatOf(session);
  const given = startsFor(style, what, kind, name, format);
  const { format: _wide, source: _source, ...begun } = begunWith(session, given);
  const made = blankTrack(id, name, {
    kind,
    format,
    ...what,
    positions: [...what.positions],
    colour: colourFor(style, what),
    icon: iconFor(style, what),
    ...begun,
  });
  return { ...made, ...sameOn(style.house.instruments, made, plays, track.patch) };
}

/** With the names the house gives to what the tracks are now, unless somebody had named one otherwise. */
function named(style: Style, before: Session, session: Session, wanted: readonly Wanted[]): Session {
  const by = new Map(wanted.map((w) => [w.id, w.what]));
  const old = new Map(before.tracks.map((t) => [t.id, t]));
  const houseNames = planHouse(style, before).wanted;
  const own = (t: Track): boolean => {
    const was = old.get(t.id);
    return was !== undefined && was.name !== (houseNames.get(t.id)?.name ?? was.name);
  };
  const tracks = session.tracks.map((t): Track => {
    const what = by.get(t.id);
    if (!what || own(t)) return t;
    const number = what.number;
    return {
      ...t,
      ...what,
      positions: [...what.positions],
      number,
      name: composed(style, t.kind, what) ?? t.name,
    };
  });
  const next = { ...session, tracks };
  const { wanted: wishes } = planHouse(style, next);
  return {
    ...next,
    tracks: tracks.map((t): Track => {
      const wish = by.has(t.id) && !own(t) ? wishes.get(t.id) : undefined;
      return wish?.what.sure && wish.name !== null
        ? { ...t, name: wish.name, number: wish.what.number }
        : t;
    }),
  };
}
