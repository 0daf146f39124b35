import type { LinkSet } from "../session/beside.ts";
import { setField } from "../session/change.ts";
import type { Change } from "../session/change.ts";
import type { Session, Track, TrackId } from "../session/document.ts";
import { byId } from "../session/routing.ts";
import { panInWords } from "../session/valueWords.ts";
import { between, canRecord, one, sounds } from "./edits.ts";

/** What an edit to members of link sets would be for the others of those sets. */
export interface LinkOffer {
  /** The names of the sets. */
  readonly sets: readonly string[];
  /** The tracks that would be changed as well. */
  readonly tracks: readonly TrackId[];
  /** Changes to the session as it is after the edit. */
  readonly changes: readonly Change[];
  /** What would be done there: "3 dB down, armed". */
  readonly says: string;
}

/** A member that was edited: as it was, and as it is. */
interface Edited {
  readonly was: Track;
  readonly is: Track;
}
type Shared = LinkSet["shares"][number];
type Field = "armed" | "muted" | "level" | "pan";
interface Way {
  readonly field: Field;
  /** What was done to one member; null where nothing was, or what cannot be done to another. */
  readonly deed: (e: Edited) => { readonly key: string; readonly says: string } | null;
  /** Whether another can have it at all. */
  readonly can: (t: Track) => boolean;
  /** The value another gets. @param pair whether the set is a pair whose other one it is */
  readonly value: (t: Track, e: Edited, pair: boolean) => Track[Field];
}

const SILENT = -144;
const LOUDEST = 24;

const WAYS: Readonly<Partial<Record<Shared, Way>>> = {
  arm: {
    field: "armed",
    deed: ({ was, is }) =>
      was.armed === is.armed ? null : { key: String(is.armed), says: is.armed ? "armed" : "not armed" },
    can: canRecord,
    value: (_t, { is }) => is.armed,
  },
  "mute-and-solo": {
    field: "muted",
    deed: ({ was, is }) =>
      was.muted === is.muted ? null : { key: String(is.muted), says: is.muted ? "muted" : "heard" },
    can: sounds,
    value: (_t, { is }) => is.muted,
  },
  level: {
    field: "level",
    // From silence there is no way back that others could go as well.
    deed: ({ was, is }) => {
      if (was.level === is.level || was.level <= SILENT) return null;
      if (is.level <= SILENT) return { key: "silent", says: "silent" };
      const by = one(is.level - was.level);
      return { key: String(by), says: `${Math.abs(by)} dB ${by < 0 ? "down" : "up"}` };
    },
    can: (t) => sounds(t) && t.level > SILENT,
    value: (t, { was, is }) =>
      is.level <= SILENT ? SILENT : between(one(t.level + is.level - was.level), SILENT, LOUDEST),
  },
  pan: {
    field: "pan",
    deed: ({ was, is }) => {
      if (was.pan === is.pan) return null;
      const by = one(is.pan - was.pan);
      return { key: String(by), says: `${Math.abs(by)} further ${by < 0 ? "left" : "right"}` };
    },
    can: sounds,
    value: (t, { was, is }, pair) =>
      pair ? (is.pan === 0 ? 0 : -is.pan) : between(one(t.pan + is.pan - was.pan), -100, 100),
  },
};

/** Whether two tracks stood as each other's mirror image, to half a step. */
const mirrored = (a: Track, b: Track): boolean => Math.abs(a.pan + b.pan) < 0.5;

/**
 * What was done to members of link sets, offered to the others of those sets: levels go along by as much,
 * arming and muting as it is, places as a mirror image where the set is a pair that stood so, else by as
 * much. Followers lead nobody; what was edited itself is left as it is; where members were edited each in
 * another way, nothing of that is offered. Of a track in several sets the first decides.
 * @param before the session before the edit; @param now after it
 * @returns null where there is nothing to offer
 */
export function linkOffer(before: Session, now: Session): LinkOffer | null {
  if (now.links.length === 0) return null;
  const [then, tracks] = [byId(before), byId(now)];
  const edited = new Map<TrackId, Edited>();
  for (const is of now.tracks) {
    const was = then.get(is.id);
    if (was && was !== is) edited.set(is.id, { was, is });
  }
  if (edited.size === 0) return null;
  const found = new Map<string, { change: Change; track: TrackId; set: string; says: string }>();
  for (const set of now.links)
    for (const shared of set.shares)
      for (const offer of ofSet(set, shared, edited, tracks)) {
        const key = `${offer.track} ${offer.field}`;
        if (!found.has(key)) found.set(key, offer);
      }
  const all = [...found.values()];
  return all.length === 0
    ? null
    : {
        sets: [...new Set(all.map((x) => x.set))],
        tracks: [...new Set(all.map((x) => x.track))],
        changes: all.map((x) => x.change),
        says: [...new Set(all.map((x) => x.says))].join(", "),
      };
}

function ofSet(
  set: LinkSet,
  shared: Shared,
  edited: ReadonlyMap<TrackId, Edited>,
  tracks: ReadonlyMap<TrackId, Track>,
): { change: Change; track: TrackId; field: Field; set: string; says: string }[] {
  const way = WAYS[shared];
  if (!way) return [];
  const led = set.members.flatMap((id) => {
    const e = edited.get(id);
    const deed = e && way.deed(e);
    return e && deed ? [{ ...e, deed }] : [];
  });
  const [first] = led;
  if (!first || led.some((e) => e.deed.key !== first.deed.key)) return [];
  const both = [...new Set([...set.members, ...set.followers])];
  return both.flatMap((id) => {
    const t = tracks.get(id);
    if (!t || !way.can(t) || led.some((e) => e.is.id === id)) return [];
    // Somebody who edits a track itself means it so.
    const own = edited.get(id);
    if (own && way.deed(own)) return [];
    const pair = both.length === 2 && mirrored(first.was, t);
    const to = way.value(t, first, pair);
    if (to === t[way.field]) return [];
    const says = way.field === "pan" && pair ? `mirrored to ${panInWords(Number(to))}` : first.deed.says;
    return [{ change: setField(t, way.field, to), track: id, field: way.field, set: set.name, says }];
  });
}
