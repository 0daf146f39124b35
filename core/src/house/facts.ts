import { compose } from "../names/compose.ts";
import type { Track } from "../session/document.ts";
import { caseOf, decide } from "./exceptions.ts";
import type { Verdict } from "./exceptions.ts";
import { identify } from "./identify.ts";
import type { Identification } from "./identify.ts";
import { colourFor, familyFor, folderFor, iconFor, patternUse } from "./style.ts";
import type { HouseFolder, Style } from "./style.ts";

/** What the house style wants of one track. */
export interface HouseWish {
  readonly what: Identification;
  /** The house name; null where the role is not known. */
  readonly name: string | null;
  readonly colour: string | null;
  readonly icon: string | null;
  /** What the exceptions decide of it; `alone` where the house has no say at all. */
  readonly verdict: Verdict;
  /** Its place among its neighbours as numbers to compare; null where the house has no opinion. */
  readonly order: readonly number[] | null;
}

/** The folders around a track, innermost first, as far as reading and exceptions look at them. */
export interface Surroundings {
  readonly key: string;
  readonly families: readonly string[];
  readonly roles: readonly string[];
}

/** In no folder. */
export const NOWHERE: Surroundings = { key: "", families: [], roles: [] };

/** What stands in this folder, which itself stands in `around`. */
export function insideFolder(
  style: Style,
  folder: Track,
  what: Identification,
  around: Surroundings,
): Surroundings {
  const family = familyFor(style, what);
  const families = family === null ? around.families : [family, ...around.families];
  const roles = folder.role === null ? around.roles : [folder.role, ...around.roles];
  return { key: `${families.join(" ")}|${roles.join(" ")}`, families, roles };
}

/**
 * What is worked out of one track by itself: it holds as long as the track is the same object in the same
 * surroundings.
 */
export interface TrackFacts {
  readonly around: string;
  readonly what: Identification;
  readonly verdict: Verdict;
  /** The same for tracks that are alike but for their number; null where it is not sure what it is. */
  readonly alike: string | null;
  /** What its own name is compared by. */
  readonly key: string;
  /** The folder of the house order it belongs in, if it is none itself; undefined: the house has no say. */
  readonly home: HouseFolder | null | undefined;
  /**
   * What was wanted of it last. One that keeps its number gets the same object again, so that whoever looks
   * at it knows nothing changed.
   */
  named: { readonly number: number | null; readonly wanted: HouseWish; readonly key: string | null } | null;
  /** Likewise, with the colour a folder passed on to it. */
  passed: { readonly from: HouseWish; readonly colour: string; readonly wanted: HouseWish } | null;
}

/** What is known of tracks under a style, for as long as both are the same objects. */
const remembered = new WeakMap<Style, WeakMap<Track, TrackFacts>>();

function factsUnder(style: Style): WeakMap<Track, TrackFacts> {
  const there = remembered.get(style);
  if (there) return there;
  const made = new WeakMap<Track, TrackFacts>();
  remembered.set(style, made);
  return made;
}

/** What is known of a track; worked out once for as long as it holds. */
export function factsOf(style: Style, t: Track, around: Surroundings): TrackFacts {
  const under = factsUnder(style);
  const before = under.get(t);
  if (before?.around === around.key) return before;
  const what = identify(style, t, { families: around.families });
  const verdict = decide(
    style.house.exceptions,
    caseOf(t, what.sure ? what.role : null, what.sure ? familyFor(style, what) : null, around.roles),
  );
  const known: TrackFacts = {
    around: around.key,
    what,
    verdict,
    alike: what.sure ? `${patternUse(t.kind)}|${what.role}|${what.of}|${what.positions.join()}` : null,
    key: nameKey(t, t.name),
    home: homeOf(style, t, what, verdict),
    named: null,
    passed: null,
  };
  under.set(t, known);
  return known;
}

/** What must not be the same for two tracks. Folders record no files, so one may be called like a track. */
export function nameKey(t: Track, name: string): string {
  return (t.kind === "folder" ? "folder:" : "track:") + name.normalize("NFC").toLowerCase();
}

/**
 * What the house wants of a track of which nobody can tell what it is, or that an exception leaves alone.
 */
export function unnamed(style: Style, known: TrackFacts): HouseWish {
  const { what, verdict } = known;
  known.named ??= {
    number: null,
    wanted: { what, name: null, ...excepted(style, verdict), verdict, order: null },
    key: null,
  };
  return known.named.wanted;
}

/** What the house wants of a track under this number, and what its name is compared by. */
export function named(
  style: Style,
  t: Track,
  known: TrackFacts,
  number: number | null,
): NonNullable<TrackFacts["named"]> {
  const { what, verdict } = known;
  if (known.named && known.named.number === number) return known.named;
  const name =
    number === what.number && what.from === "own"
      ? t.name
      : compose(style.house.names[patternUse(t.kind)], style.reader, {
          role: what.role,
          of: what.of,
          positions: what.positions,
          number,
        });
  const now = number === what.number ? what : { ...what, number };
  const own = excepted(style, verdict);
  return (known.named = {
    number,
    key: name === null ? null : nameKey(t, name),
    wanted: {
      what: now,
      name,
      colour: own.colour ?? colourFor(style, what, t.kind),
      icon: own.icon ?? (t.kind === "folder" ? "folder" : iconFor(style, what)),
      verdict,
      order: orderOf(style, t, now),
    },
  });
}

const excepted = (
  style: Style,
  { colour, icon }: Verdict,
): { colour: string | null; icon: string | null } => ({
  colour: colour ? (style.hex.get(colour.then.colour ?? "") ?? null) : null,
  icon: icon?.then.icon ?? null,
});

/** The same with the colour its folder passes on. */
export function passedOn(known: TrackFacts, from: HouseWish, colour: string): HouseWish {
  if (known.passed?.from !== from || known.passed.colour !== colour)
    known.passed = { from, colour, wanted: { ...from, colour } };
  return known.passed.wanted;
}

function homeOf(
  style: Style,
  t: Track,
  what: Identification,
  verdict: Verdict,
): HouseFolder | null | undefined {
  const folder = verdict.folder?.then.folder;
  if (folder) return style.folderOfRole.get(folder) ?? null;
  if (!what.sure || t.kind === "folder" || verdict.alone) return undefined;
  return looseEnd(style, what) ? null : folderFor(style, what);
}

/** Paths stand outside all folders unless one asks for them. */
const looseEnd = (style: Style, what: Identification): boolean =>
  what.role !== null &&
  style.reader.roles.get(what.role)?.sort === "path" &&
  !style.folderForRole.has(what.role);

const LOOSE_END = 100_000;
/** Where paths that stand in no folder come, after everything else. */
const LAST_KINDS: readonly Track["kind"][] = ["cue-mix", "bus", "return", "main", "monitor"];

function orderOf(style: Style, t: Track, what: Identification): readonly number[] | null {
  if (!what.sure || what.role === null || t.kind === "folder") return null;
  const folder = looseEnd(style, what) ? null : folderFor(style, what);
  const zone = folder?.index ?? LOOSE_END + 1 + LAST_KINDS.indexOf(t.kind);
  const familyAt = folder ? Math.max(0, folder.families.indexOf(familyFor(style, what) ?? "")) : 0;
  return [
    zone,
    familyAt,
    style.roleOrder.get(what.role) ?? 0,
    style.roleOrder.get(what.of ?? "") ?? -1,
    what.number ?? 0,
    ...what.positions.map((p) => style.positionOrder.get(p) ?? 0),
  ];
}
