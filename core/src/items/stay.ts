import type { Session, Track, TrackId } from "../session/document.ts";
import type { Item } from "../session/item.ts";
import type { Marker } from "../session/lanes.ts";

/** What an item is known by among all of a session. */
export const itemKey = (track: TrackId, item: Pick<Item, "id">): string => `${track}/${item.id}`;

/** An item of a session that is to become a template, and what is proposed for it. */
export interface LookedItem {
  readonly key: string;
  readonly track: Track;
  readonly item: Item;
  /** Whether it should stay, for all that can be told. */
  readonly stays: boolean;
  /** Why: "named as a bed". */
  readonly says: string;
}

/** In how many of the sessions that were started from one template the file of an item is. */
export interface Shared {
  readonly many: number;
  readonly of: number;
}

/** What a house carries on purpose, by what it calls it (common practice, no source). */
const ON_PURPOSE: readonly (readonly [RegExp, string])[] = [
  [/\bbeds?\b/i, "a bed"],
  [/\b(jingle|ident|sting|stinger|logo|signature|theme)s?\b/i, "a jingle"],
  [/\b(opening|opener|intro|closing|closer|outro|credits|sign[ -]?(on|off))\b/i, "an opening or closing"],
  [/\b(bumper|sweeper|break|transition|whoosh)s?\b/i, "a break"],
  [/\b(room ?tone|ambi?ence|atmos?|atmosphere|wild ?track|silence)\b/i, "room tone"],
  [/\b(click|metronome|count[ -]?in|count[ -]?off|lead[ -]?in)\b/i, "a click"],
  [/\b(line[ -]?up|test) ?tone\b|\btone 1 ?k(hz)?\b|\bslate\b/i, "a line-up tone"],
  [/\b(one ?shot|sample|trigger|layer)s?\b/i, "a sample"],
  [/\b(loop|pattern|groove)s?\b/i, "a loop"],
];
/** How workstations and people call what was recorded for one job (common practice, no source). */
const RECORDED: readonly RegExp[] = [
  /\btake ?\d+\b/i,
  /\b(comp|punch|rec|recording|dub|overdub)[ _-]?\d*\b/i,
  /[_-]\d{2,}([_-]\d{2,})*(\.\w+)?$/,
  /^(audio|track|untitled) ?\d+/i,
  /\d{4}-?\d{2}-?\d{2}/,
];

const spaced = (name: string): string => name.replace(/\.[a-z0-9]{2,4}$/i, "").replace(/[_.-]+/g, " ");

/** What a name says of something that is carried on purpose; null where it says nothing. */
const purposeOf = (name: string): string | null =>
  ON_PURPOSE.find(([words]) => words.test(spaced(name)))?.[1] ?? null;

/**
 * Looks at what lies on the tracks of a session that is to become a template: what stays by its name, by that of its
 * track, because every session of the template has it, or because the template carried it already; everything else
 * is of the job.
 * @param takes the keys of takes and of what is switched off: they go, whatever they are called
 * @param shared in how many sessions of the same template the file of an item is, by the item's key
 */
export function lookAtItems(
  { tracks }: Pick<Session, "tracks">,
  takes: ReadonlySet<string> = new Set(),
  shared: ReadonlyMap<string, Shared> = new Map(),
): LookedItem[] {
  return tracks.flatMap((track) =>
    track.items.map((item): LookedItem => {
      const key = itemKey(track.id, item);
      return { key, track, item, ...(takes.has(key) ? TAKE : proposal(track, item, shared.get(key))) };
    }),
  );
}

const TAKE = { stays: false, says: "a take, or switched off" };

function proposal(
  track: Track,
  item: Item,
  shared: Shared | undefined,
): Pick<LookedItem, "stays" | "says"> {
  if (!item.job) return { stays: true, says: "the template carries it" };
  if (shared && shared.of > 1 && shared.many === shared.of)
    return { stays: true, says: `in all ${shared.of} sessions of the template` };
  const { holds } = item;
  const names = [item.name, ...(holds.kind === "sound" ? [holds.file] : [])];
  if (names.some((n) => RECORDED.some((as) => as.test(n) || as.test(spaced(n))) && purposeOf(n) === null))
    return { stays: false, says: "named as a recording" };
  const purpose = names.map(purposeOf).find((p) => p !== null);
  if (purpose !== undefined && purpose !== null) return { stays: true, says: `named as ${purpose}` };
  const beside = purposeOf(track.name);
  if (beside !== null) return { stays: true, says: `on a track named as ${beside}` };
  if (shared && shared.many > 1)
    return { stays: false, says: `in ${shared.many} of ${shared.of} sessions of the template` };
  return { stays: false, says: holds.kind === "placeholder" ? "a placeholder" : "of this job" };
}

/** Items of which what does not stay is gone; what stays is no job's any more. */
export const itemsThatStay = (track: Track, stays: ReadonlySet<string>): Item[] =>
  track.items.filter((i) => stays.has(itemKey(track.id, i))).map((i) => (i.job ? { ...i, job: false } : i));

/** A marker of a session that is to become a template, and what is proposed for it. */
export interface LookedMarker {
  readonly marker: Marker;
  readonly stays: boolean;
  readonly says: string;
}

/** What a house marks in everything it begins (common practice, no source). */
const MARKED = /\b(music( starts?)?|start|end|in|out|ffoa|lfoa|2 ?pop|sync)\b/i;

/** Looks at the markers of a session that is to become a template: what stays by its name, or was carried already. */
export const lookAtMarkers = ({ markers }: Pick<Session, "markers">): LookedMarker[] =>
  markers.map((marker): LookedMarker => {
    if (!marker.job) return { marker, stays: true, says: "the template carries it" };
    const purpose =
      purposeOf(marker.name) ?? (MARKED.test(spaced(marker.name)) ? "a place to begin or end" : null);
    return purpose === null
      ? { marker, stays: false, says: "of this job" }
      : { marker, stays: true, says: `named as ${purpose}` };
  });

/** Markers of which what does not stay is gone; what stays is no job's any more. */
export const markersThatStay = (markers: readonly Marker[], stays: ReadonlySet<string>): Marker[] =>
  markers.filter((m) => stays.has(m.id)).map((m) => (m.job ? { ...m, job: false } : m));
