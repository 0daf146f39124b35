import { compose } from "../names/compose.ts";
import { blankTrack } from "../session/document.ts";
import type { Session, Track, TrackId } from "../session/document.ts";
import { byId, carrierOf } from "../session/routing.ts";
import { freeId } from "../session/freeId.ts";
import type { HouseWish, TrackFacts } from "./facts.ts";
import { colourFor } from "./style.ts";
import type { HouseFolder, Style } from "./style.ts";

/**
 * Where the house puts the tracks of a session: folders that are there or missing, and what stands in each.
 */
export interface Placing {
  /**
   * The folder each track should stand in: a track of this session or one of `newFolders`; null for none.
   */
  readonly parentOf: ReadonlyMap<TrackId, TrackId | null>;
  /** The order of the tracks in each folder. */
  readonly inside: ReadonlyMap<TrackId | null, readonly TrackId[]>;
  /** Which folder of the house order a track of this session (or a new one) is. */
  readonly houseFolder: ReadonlyMap<TrackId, HouseFolder>;
  /** Folders the house order asks for that are not there yet, outermost first. */
  readonly newFolders: readonly Track[];
  /** The tracks in each folder before they are put in house order. */
  readonly lists: ReadonlyMap<TrackId | null, readonly TrackId[]>;
}

/** The folders of the house order as they stand in a session, from both sides. */
interface Standing {
  readonly track: Map<HouseFolder, TrackId>;
  readonly folder: Map<TrackId, HouseFolder>;
}

/** Puts every track where the house order has it. */
export function placeTracks(
  style: Style,
  session: Session,
  wanted: ReadonlyMap<TrackId, HouseWish>,
  facts: readonly TrackFacts[],
): Placing {
  const tracks = byId(session);
  const standing = foldersThere(style, session, wanted);
  const newFolders = missingFolders(style, session, facts, standing, tracks);
  const parentOf = new Map<TrackId, TrackId | null>();
  const lists = new Map<TrackId | null, TrackId[]>();
  [...session.tracks, ...newFolders].forEach((t, i) => {
    const parent = parentFor(t, facts[i], standing, tracks);
    parentOf.set(t.id, parent);
    const list = lists.get(parent);
    if (list) list.push(t.id);
    else lists.set(parent, [t.id]);
  });
  const inside = new Map(
    [...lists].map(([parent, list]) => [parent, inOrder(list, wanted, standing.folder)]),
  );
  return { parentOf, inside, newFolders, houseFolder: standing.folder, lists };
}

/** Which tracks are folders of the house order; of two for one folder the first. */
function foldersThere(style: Style, session: Session, wanted: ReadonlyMap<TrackId, HouseWish>): Standing {
  const standing: Standing = { track: new Map(), folder: new Map() };
  for (const t of session.tracks) {
    const role = wanted.get(t.id)?.what.role;
    const plan = t.kind === "folder" && role ? style.folderOfRole.get(role) : undefined;
    if (plan && !standing.track.has(plan)) stand(standing, plan, t.id);
  }
  return standing;
}

function stand({ track, folder }: Standing, plan: HouseFolder, id: TrackId): void {
  track.set(plan, id);
  folder.set(id, plan);
}

/** Makes the folders that enough tracks would stand in; they join `standing` and `tracks`. */
function missingFolders(
  style: Style,
  session: Session,
  facts: readonly TrackFacts[],
  standing: Standing,
  tracks: Map<TrackId, Track>,
): Track[] {
  const members = new Map<HouseFolder, number>();
  session.tracks.forEach((t, i) => {
    const home = facts[i]?.home;
    if (home && !standing.folder.has(t.id)) members.set(home, (members.get(home) ?? 0) + 1);
  });
  const main = session.tracks.find((t) => t.kind === "main")?.id ?? null;
  const made: Track[] = [];
  for (const plan of [...members.keys()].sort((a, b) => a.index - b.index)) {
    const enough = (members.get(plan) ?? 0) >= (plan.plan.from ?? style.house.folderFrom);
    if (standing.track.has(plan) || !enough) continue;
    const outer = plan.parent ? (standing.track.get(plan.parent) ?? null) : null;
    const folder = newFolder(style, session, plan, outer, carrierOf(outer, tracks) ?? main, tracks);
    stand(standing, plan, folder.id);
    made.push(folder);
    tracks.set(folder.id, folder);
  }
  return made;
}

/**
 * The folder a track should stand in: it stays where it is as long as that is within the right house
 * folder.
 */
function parentFor(
  t: Track,
  facts: TrackFacts | undefined,
  standing: Standing,
  tracks: ReadonlyMap<TrackId, Track>,
): TrackId | null {
  const own = standing.folder.get(t.id);
  const home = own ? own.parent : facts?.home;
  if (home === undefined) return t.parent;
  const wish = nearestStanding(home, standing);
  return nearestHouseFolder(t.parent, standing, tracks) === wish ? t.parent : wish;
}

/** The nearest folder of the house order from here outwards that the session has. */
function nearestStanding(plan: HouseFolder | null, { track }: Standing): TrackId | null {
  for (let at = plan; at; at = at.parent) {
    const id = track.get(at);
    if (id !== undefined) return id;
  }
  return null;
}

/** The nearest track from here outwards that is a folder of the house order. */
function nearestHouseFolder(
  id: TrackId | null,
  { folder }: Standing,
  tracks: ReadonlyMap<TrackId, Track>,
): TrackId | null {
  for (let at = id; at !== null; at = tracks.get(at)?.parent ?? null) if (folder.has(at)) return at;
  return null;
}

/** The tracks of a folder in house order. */
export function inOrder(
  list: readonly TrackId[],
  wanted: ReadonlyMap<TrackId, HouseWish>,
  houseFolder: ReadonlyMap<TrackId, HouseFolder>,
): TrackId[] {
  return inHouseOrder(list, (id) => keyOf(id, wanted, houseFolder));
}

/** The place of a track among its neighbours; null where the house has no opinion. */
function keyOf(
  id: TrackId,
  wanted: ReadonlyMap<TrackId, HouseWish>,
  houseFolder: ReadonlyMap<TrackId, HouseFolder>,
): readonly number[] | null {
  const own = houseFolder.get(id);
  const w = wanted.get(id);
  return w?.verdict.alone ? null : own ? [own.index, -1] : (w?.order ?? null);
}

function newFolder(
  style: Style,
  session: Session,
  plan: HouseFolder,
  parent: TrackId | null,
  feeds: TrackId | null,
  taken: ReadonlyMap<TrackId, Track>,
): Track {
  const what = { role: plan.role, of: null, positions: [], number: null };
  const id = freeId(`folder-${plan.role}`, taken);
  const name = compose(style.house.names.folder, style.reader, what) ?? plan.role;
  const { carries, width, level } = plan.plan;
  return blankTrack(id, name, {
    parent,
    kind: "folder",
    format: carries ? session.mainFormat : null,
    role: plan.role,
    colour: colourFor(style, what, "folder"),
    icon: "folder",
    feeds: carries ? feeds : null,
    ...(width === null || !carries ? {} : { width }),
    ...(level === null || !carries ? {} : { level }),
  });
}

/** Sorts by key; a track without one stays behind the neighbour it stands behind now. */
function inHouseOrder(
  list: readonly TrackId[],
  keyOf: (id: TrackId) => readonly number[] | null,
): TrackId[] {
  const head: TrackId[] = [];
  const runs: { key: readonly number[]; ids: TrackId[] }[] = [];
  for (const id of list) {
    const key = keyOf(id);
    if (key) runs.push({ key, ids: [id] });
    else (runs.at(-1)?.ids ?? head).push(id);
  }
  runs.sort((a, b) => compareKeys(a.key, b.key));
  return [...head, ...runs.flatMap((r) => r.ids)];
}

function compareKeys(a: readonly number[], b: readonly number[]): number {
  for (let i = 0; i < Math.max(a.length, b.length); i++) {
    const difference = (a[i] ?? 0) - (b[i] ?? 0);
    if (difference !== 0) return difference;
  }
  return 0;
}
