import type { Style } from "../house/style.ts";
import { patternUse } from "../house/style.ts";
import { compose } from "../names/compose.ts";
import { IMPORTANCES } from "../session/document.ts";
import type { Importance, Session, Track, TrackId } from "../session/document.ts";
import { grouped } from "../session/grouped.ts";
import { byId, carrierOf, foldersAround, mainOf } from "../session/routing.ts";
import type { FitChoices } from "./choices.ts";
import { recordsFromOutside } from "./wish.ts";

/** A pair of microphones that records what several sources would have. */
export interface Pair {
  /** The track it is on: that of the first of them. */
  readonly track: TrackId;
  readonly of: readonly Track[];
}

interface By {
  readonly style: Pick<Style, "house" | "reader"> | null;
  readonly importanceOf: (t: Track) => Importance;
}

/** Fewer inputs than this are no gain: a pair takes two. */
const MANY = 3;
const isSingle = (t: Track): boolean => recordsFromOutside(t) && (t.format ?? "mono") === "mono";

/**
 * A session with the sources somebody wants one pair for on one track each: stereo, in the folder around all of
 * them, as much wanted as the one that is wanted most. What of them is not there any more is not asked for; of
 * fewer than two nothing is made.
 */
export function withPairs(
  session: Session,
  asked: FitChoices["asPair"],
  by: By,
): { readonly session: Session; readonly pairs: readonly Pair[] } {
  let tracks = session.tracks;
  const pairs: Pair[] = [];
  for (const { tracks: ids } of asked) {
    const wanted = new Set(ids);
    const own = tracks.filter((t) => wanted.has(t.id) && isSingle(t));
    const [first, ...others] = own;
    if (!first || others.length === 0) continue;
    const gone = new Set(others.map((t) => t.id));
    const rest = tracks.filter((t) => t !== first && !gone.has(t.id));
    const pair = pairOf(first, own, { ...session, tracks: rest }, by);
    const left = tracks.flatMap((t) => (t === first ? [pair] : gone.has(t.id) ? [] : [t]));
    tracks = pair.parent === first.parent ? left : behindItsFolder(left, pair, first);
    pairs.push({ track: first.id, of: own });
  }
  return { session: pairs.length === 0 ? session : { ...session, tracks }, pairs };
}

/** What is decided with pairs made: whoever wants one pair for several wants that it has its inputs. */
export const keepingPairs = (was: FitChoices, pairs: readonly Pair[]): FitChoices =>
  pairs.length === 0 ? was : { ...was, keep: [...was.keep, ...pairs.map((p) => p.track)] };

/** Tracks with one that left its folder behind that folder, so that what a folder holds stays together. */
function behindItsFolder(tracks: readonly Track[], pair: Track, was: Track): Track[] {
  const all = new Map(tracks.map((t) => [t.id, t]));
  const outer = foldersAround(all, was).find((f) => f.parent === pair.parent);
  const rest = tracks.filter((t) => t !== pair);
  const at = rest.findLastIndex((t) => t === outer || foldersAround(all, t).some((f) => f === outer));
  return rest.toSpliced(at + 1, 0, pair);
}

function pairOf(first: Track, own: readonly Track[], session: Session, { style, importanceOf }: By): Track {
  const all = byId(session);
  const around = own.map((t) => foldersAround(all, t).map((f) => f.id));
  const parent = around[0]?.find((id) => around.every((a) => a.includes(id))) ?? null;
  const alike = own.every((t) => t.feeds === first.feeds);
  const positions = first.positions.filter((p) => own.every((t) => t.positions.includes(p)));
  const number = own.every((t) => t.number === first.number) ? first.number : null;
  const { role, of } = first;
  const composed =
    style && role !== null
      ? compose(style.house.names[patternUse("audio")], style.reader, { role, of, positions, number })
      : null;
  const taken = session.tracks.some((t) => t.name.toLowerCase() === composed?.toLowerCase());
  const says = `One pair for ${own.map((t) => t.name).join(", ")}.`;
  return {
    ...first,
    name: composed === null || taken ? first.name : composed,
    positions,
    number,
    format: "stereo",
    pan: 0,
    parent,
    feeds: alike ? first.feeds : (carrierOf(parent, all) ?? mainOf(session)?.id ?? null),
    phantom: own.some((t) => t.phantom),
    importance: IMPORTANCES.find((i) => own.some((t) => importanceOf(t) === i)) ?? null,
    notes: first.notes === "" ? says : `${first.notes}\n${says}`,
  };
}

/**
 * Sources one pair could record instead: what stands at one of the far positions of things that are heard from
 * nearer too, so that each is still recorded by itself. The farther of two positions is the later one of the
 * house's word list.
 * @returns per position the sources, in session order; none where a pair would save nothing
 */
export function pairsIn(
  session: Session,
  togetherOf: (t: Track) => string,
  style: By["style"],
): Map<string, TrackId[]> {
  if (!style) return new Map();
  const distances = style.house.words.positions.filter((p) => p.group === "distance").map((p) => p.id);
  const distanceOf = (t: Track): number => Math.max(-1, ...t.positions.map((p) => distances.indexOf(p)));
  const far = new Map<string, TrackId[]>();
  const singles = session.tracks.filter(isSingle);
  const nearest = new Map(
    [...grouped(singles, togetherOf)].map(([word, own]) => [word, Math.min(...own.map(distanceOf))]),
  );
  for (const t of singles) {
    const position = distances[distanceOf(t)];
    if (position === undefined || distanceOf(t) <= (nearest.get(togetherOf(t)) ?? -1)) continue;
    far.set(position, [...(far.get(position) ?? []), t.id]);
  }
  return new Map([...far].filter(([, ids]) => ids.length >= MANY));
}
