import { FROM_LIBRARIES } from "../../fit/report.ts";
import type { Adjustment } from "../../fit/report.ts";
import type { InRoom } from "../../fit/sources.ts";
import type { Style } from "../../house/style.ts";
import type { Session, Track, TrackId } from "../../session/document.ts";
import { sameNeed } from "../../session/ensemble.ts";
import type { Aim, Limits, Player } from "../../session/ensemble.ts";
import { grouped } from "../../session/grouped.ts";
import { plural } from "../../session/plural.ts";
import { offersFor } from "../plan/offers.ts";
import type { Known } from "../plan/offers.ts";
import { planOne, totalsOf } from "../plan/planEnsemble.ts";
import type { PlannedPlayer, Totals } from "../plan/planEnsemble.ts";
import { planTracks } from "../plan/planTracks.ts";
import { plannedInWords } from "../plan/edits.ts";
import { playedInWords } from "../players.ts";
import { areResets } from "../../sampled/resets.ts";
import { isSampled } from "./always.ts";
import type { Sampled } from "./always.ts";
import { someOf } from "./words.ts";

/** Whether a library can be played in a room: it lies there, or nobody said where it lies. @param room by id */
export const liesIn = ({ library: { places } }: Known, room: string): boolean =>
  places.length === 0 || places.some((p) => p.id === room);

/** Tracks whose library does not lie in a room. Of a library the catalogue does not know nobody can say. */
function awayFrom(session: Session, room: string, catalogue: readonly Known[]): Sampled[] {
  const away = new Set(catalogue.filter((k) => !liesIn(k, room)).map((k) => k.id));
  return session.tracks.filter(isSampled).filter((t) => away.has(t.plays.library.id));
}

/** Those of them that are missed: what is off anyway is not. */
export const lostIn = (session: Session, room: string, catalogue: readonly Known[]): Sampled[] =>
  awayFrom(session, room, catalogue).filter((t) => t.plays.loading !== "off");

/** How somebody is played in a room whose library is not there. */
interface Instead {
  readonly planned: PlannedPlayer;
  /** Their tracks whose library is not there. */
  readonly lost: readonly Sampled[];
}

/**
 * A session as a room can play it: whose library does not lie there is planned again from those that do, those the
 * session names first, with their own lags, keys, octave and loudness, in the tracks they had as far as these play some
 * of the same. One library plays all of a player where one can. What nobody there plays stays, off and with its
 * routing. A track somebody put something on stays too: off, where its library does not lie there.
 * @param room by id
 * @param catalogue of the session's libraries and of all that lie in the room
 */
export function substituted(
  style: Style,
  session: Session,
  room: string,
  catalogue: readonly Known[],
): InRoom {
  const missed = new Set(lostIn(session, room, catalogue).map((t) => t.plays.player));
  if (missed.size === 0) return { session, adjusted: [] };
  const lost = awayFrom(session, room, catalogue).filter((t) => missed.has(t.plays.player));
  const here = catalogue.filter((k) => liesIn(k, room));
  const instead = [...grouped(lost, (t) => t.plays.player)].flatMap(([id, own]): Instead[] => {
    const player = session.players.find((p) => p.id === id);
    return player ? [{ planned: playedFrom(style, session, player, here), lost: own }] : [];
  });
  const able = instead.filter((i) => i.planned.tracks.length > 0);
  const { session: next, ids } = planTracks(
    style,
    session,
    able.map((i) => i.planned),
    { only: new Set(able.map((i) => i.planned.player.id)), stays: (t) => stays(t, able) },
  );
  const plays = new Set(ids.values());
  const silent = new Set(lost.flatMap((t) => (plays.has(t.id) ? [] : [t.id])));
  const lit = lightAgain(session, next, able, plays);
  const tracks = next.tracks.map((t): Track => {
    if (!t.plays) return t;
    if (silent.has(t.id)) return { ...t, plays: { ...t.plays, loading: "off", light: false } };
    return lit.has(t.id) ? { ...t, plays: { ...t.plays, light: true } } : t;
  });
  const off = tracks.filter((t) => silent.has(t.id)).map((t) => t.name);
  return {
    session: { ...next, tracks },
    adjusted: inWords(style, instead, off, limitsOf(style, session).error),
  };
}

const limitsOf = ({ house }: Style, { ensemble }: Session): Limits => ensemble.limits ?? house.sampled;

/** What is to be least of what a plan comes to. */
const LEAST: Readonly<Record<Aim, keyof Totals>> = {
  tracks: "tracks",
  patches: "patches",
  "load time": "load",
};

/** A player from what there is: from one library, where one plays as much as all of them do; the least as asked. */
function playedFrom(style: Style, session: Session, player: Player, here: readonly Known[]): PlannedPlayer {
  const limits = limitsOf(style, session);
  const named = player.libraries.length > 0 ? player.libraries : session.ensemble.libraries;
  const rank = (k: Known): number => (named.includes(k.id) ? named.indexOf(k.id) : named.length);
  const list = [...here].sort((a, b) => rank(a) - rank(b));
  const from = (some: readonly Known[]): PlannedPlayer =>
    planOne(player, offersFor(player, some, new Set(limits.alone)), session, limits);
  const all = from(list);
  const alone = list.map((k) => from([k])).filter((p) => p.lacking.length === all.lacking.length);
  const least = (p: PlannedPlayer): number => totalsOf([p])[LEAST[session.ensemble.aim]];
  return alone.sort((a, b) => least(a) - least(b))[0] ?? all;
}

/** Whether a track stays that nothing is planned for: somebody put something on it, or nobody plays any of it. */
function stays({ plays, items }: Track, able: readonly Instead[]): boolean {
  if (items.some((i) => !areResets(i))) return true;
  const planned = able.find((i) => i.planned.player.id === plays?.player)?.planned;
  const played = planned?.tracks.flatMap((t) => t.of.map((o) => o.articulation)) ?? [];
  return !plays?.ways.some((w) => played.some((a) => sameNeed(w, a)));
}

/** Of each player that had a track in the light set and has none left, the first that plays. */
function lightAgain(
  before: Session,
  after: Session,
  able: readonly Instead[],
  plays: ReadonlySet<TrackId>,
): ReadonlySet<TrackId> {
  return new Set(
    able.flatMap(({ planned: { player } }) => {
      const own = (s: Session): Sampled[] =>
        s.tracks.filter(isSampled).filter((t) => t.plays.player === player.id);
      const sounding = own(after).filter((t) => plays.has(t.id));
      const had = own(before).some((t) => t.plays.light);
      return had && !sounding.some((t) => t.plays.light) ? sounding.slice(0, 1).map((t) => t.id) : [];
    }),
  );
}

/** @param limit so far off a track may be, in ms */
function inWords(
  style: Style,
  instead: readonly Instead[],
  off: readonly string[],
  limit: number,
): Adjustment[] {
  const { reader } = style;
  // Players and ways of playing have commas of their own.
  const who = (list: readonly Instead[]): string =>
    someOf(list.map((i) => plannedInWords(reader, i.planned.player).replaceAll(",", "")));
  const said = (says: string): Adjustment => ({ track: null, what: FROM_LIBRARIES, says });
  const names = (list: readonly string[]): string => [...new Set(list)].join(" and ");
  const from = grouped(
    instead.filter((i) => i.planned.tracks.length > 0),
    (i) =>
      `${names(i.planned.tracks.map((t) => t.library.library.name))} for ` +
      names(i.lost.map((t) => t.plays.library.name)),
  );
  const lacking = grouped(
    instead.filter((i) => i.planned.lacking.length > 0),
    ({ planned: { player, lacking: open } }) =>
      player.needs
        .filter((_, n) => open.includes(n))
        .map((n) => playedInWords(reader, n).replaceAll(",", ""))
        .join(", "),
  );
  const tracks = instead.flatMap((i) => i.planned.tracks);
  const over = tracks.filter((t) => t.error > limit).length;
  return [
    ...[...from].map(([what, list]) => {
      const now = list.reduce((sum, i) => sum + i.planned.tracks.length, 0);
      const were = list.reduce((sum, i) => sum + i.lost.length, 0);
      const count = plural(now, "track") + (now === were ? "" : ` instead of ${were}`);
      return said(`${what}, which is not here: ${who(list)}; ${count}`);
    }),
    ...(tracks.length > 0
      ? [said(`within ${limit} ms` + (over === 0 ? "" : `, but for ${plural(over, "track")}`))]
      : []),
    ...[...lacking].map(([ways, list]) => said(`nobody here plays ${ways}: ${who(list)}`)),
    ...(off.length > 0 ? [said(`off, routing kept: ${someOf(off)}`)] : []),
  ];
}
