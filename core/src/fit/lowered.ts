import { byId } from "../session/routing.ts";
import { emptySession } from "../session/document.ts";
import type { Session, Track, TrackId } from "../session/document.ts";
import { plural } from "../session/plural.ts";
import { inTreeOrder } from "../session/tree.ts";
import type { Reader } from "../words/reader.ts";
import { colourThere, namesThere } from "./lowering.ts";
import type { Lowering } from "./lowering.ts";
import type { Adjustment } from "./report.ts";

/** A session under its house names, and as it is written in its room. */
export interface BothWays {
  readonly own: Session;
  readonly there: Session;
}

/**
 * A session as it is written for the software of its room: names, colours and folders that are known there. What
 * feeds what, and all else, stays as it is; a folder that cannot be one is a bus that stands before what it held.
 * @param known how it was written before: what is in it as it was then, is written as it was then
 */
export function lowered(session: Session, how: Lowering, reader: Reader, known?: BothWays): Session {
  const [own, there] = [byId(known?.own ?? NOTHING), byId(known?.there ?? NOTHING)];
  /** How a value was written, where it is as it was then. */
  const as = <F extends keyof Track>(t: Track, field: F): { readonly was: Track[F] } | null => {
    const [before, written] = [own.get(t.id), there.get(t.id)];
    return before && written && before[field] === t[field] ? { was: written[field] } : null;
  };
  const names = new Map(
    session.tracks.flatMap((t) => {
      const given = how.names[t.id];
      const name = as(t, "name")?.was ?? (given?.own === t.name ? given.there : null);
      return name === null ? [] : [[t.id, name] as const];
    }),
  );
  for (const [id, name] of namesThere(session, how, reader, names)) names.set(id, name);
  const colourOf = colourThere(how);
  const flat = flattened(session, how, (t) => as(t, "kind")?.was);
  const tracks = session.tracks.map((t): Track => {
    const isFlat = flat.buses.has(t.id);
    const [format, parent] = [as(t, "format"), as(t, "parent")];
    const colour = as(t, "colour");
    return {
      ...t,
      name: names.get(t.id) ?? t.name,
      colour: colour ? colour.was : t.colour && colourOf(t.colour),
      kind: isFlat ? "bus" : t.kind,
      format: format ? format.was : isFlat ? (t.format ?? session.mainFormat) : t.format,
      parent: parent && flat.isThere(parent.was) ? parent.was : flat.around(t.parent),
    };
  });
  return { ...session, tracks: inTreeOrder(tracks) };
}

const NOTHING = emptySession("");

/** Which folders cannot be one, and the folder that then stands around what was in them. */
function flattened(
  { tracks }: Session,
  { nesting, foldersCarry }: Lowering,
  was: (folder: Track) => Track["kind"] | undefined,
): {
  buses: Set<TrackId>;
  around: (folder: TrackId | null) => TrackId | null;
  isThere: (folder: TrackId | null) => boolean;
} {
  const buses = new Set<TrackId>();
  const outer = new Map<TrackId | null, { at: TrackId | null; deep: number }>([
    [null, { at: null, deep: 0 }],
  ]);
  for (const t of tracks) {
    if (t.kind !== "folder") continue;
    const around = outer.get(t.parent) ?? { at: null, deep: 0 };
    const before = was(t);
    const fits = (t.format === null || foldersCarry) && (nesting === null || around.deep < nesting);
    const stays = before === undefined ? fits : before === "folder";
    if (!stays) buses.add(t.id);
    outer.set(t.id, stays ? { at: t.id, deep: around.deep + 1 } : around);
  }
  return {
    buses,
    around: (folder) => outer.get(folder)?.at ?? null,
    isThere: (folder) => folder === null || outer.get(folder)?.at === folder,
  };
}

/** What is other there, in words. */
export function loweredInWords({ own, there }: BothWays): Adjustment[] {
  const written = byId(there);
  const each = (what: string, says: (t: Track, as: Track) => string | null): Adjustment[] =>
    own.tracks.flatMap((t) => {
      const as = written.get(t.id);
      const said = as ? says(t, as) : null;
      return said === null ? [] : [{ track: t.id, what, says: said }];
    });
  return [
    ...each("Name there", (t, as) => (t.name === as.name ? null : `“${as.name}”`)),
    ...each("Folder there", (t, as) => (t.kind === as.kind ? null : "a bus")),
    ...coloursInWords(own, written),
  ];
}

function coloursInWords({ tracks }: Session, there: ReadonlyMap<TrackId, Track>): Adjustment[] {
  const as = new Map<string, Set<string>>();
  let other = 0;
  for (const t of tracks) {
    const shown = there.get(t.id)?.colour ?? null;
    if (t.colour === null || shown === null) continue;
    as.set(shown, (as.get(shown) ?? new Set()).add(t.colour));
    if (shown !== t.colour) other++;
  }
  if (other === 0) return [];
  const own = new Set(tracks.flatMap((t) => t.colour ?? [])).size;
  const says =
    `${plural(own, "colour")} of the house shown by ${as.size} that its software has` +
    (as.size < own ? ", steps of one colour alike" : "");
  return [{ track: null, what: "Colours there", says }];
}
