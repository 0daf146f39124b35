import { compose } from "../names/compose.ts";
import { blankTrack } from "../session/document.ts";
import { changedBetween } from "../session/changed.ts";
import { same } from "../session/change.ts";
import type { Session, Track, TrackField, TrackId } from "../session/document.ts";
import { tint } from "../colour/tint.ts";
import { byId } from "../session/routing.ts";
import { NOWHERE, insideFolder, knownOf, passedOn } from "./known.ts";
import type { Known, Surroundings, Wanted } from "./known.ts";
import { numberAll, renumber } from "./numbering.ts";
import type { Numbering } from "./numbering.ts";
import { colourFor } from "./style.ts";
import type { HouseFolder, Style } from "./style.ts";

/** What the house style wants of a whole session. */
export interface HousePlan {
  readonly wanted: ReadonlyMap<TrackId, Wanted>;
  /** The folder each track should stand in: a track of this session or one of `newFolders`; null for none. */
  readonly parentOf: ReadonlyMap<TrackId, TrackId | null>;
  /** The order of the tracks in each folder. */
  readonly inside: ReadonlyMap<TrackId | null, readonly TrackId[]>;
  /** Which folder of the house order a track of this session (or a new one) is. */
  readonly houseFolder: ReadonlyMap<TrackId, HouseFolder>;
  /** Folders the house order asks for that are not there yet, outermost first. */
  readonly newFolders: readonly Track[];
  /** Tells this plan from all others without keeping it. */
  readonly mark: object;
  /** The mark of the plan this one was mended from, and the places of the tracks for which it may want something else; null for one made anew. */
  readonly mended: { readonly from: object; readonly at: readonly number[] } | null;
}

/** A plan with what it was made from, so that the next one can be mended from it. */
export interface Making {
  readonly session: Session;
  readonly plan: HousePlan;
  readonly known: readonly Known[];
  readonly contexts: ReadonlyMap<TrackId, Surroundings>;
  readonly numbering: Numbering;
  /** The tracks in each folder before they are put in house order. */
  readonly lists: ReadonlyMap<TrackId | null, readonly TrackId[]>;
  readonly passing: Passing;
}

/** Dressing, checking and why ask for the same few sessions over and over. */
const PLANS_REMEMBERED = 4;
/** More changed tracks than these are not worth mending for. */
const FEW = 100;

/** What the house style wants of a session. The last few are remembered; one that follows on from them is mended where it can be. */
export function planHouse(style: Style, session: Session): HousePlan {
  const known = style.plans.find((p) => p.session === session);
  if (known) return known.plan;
  const made = follow(style, session) ?? makePlan(style, session);
  style.plans.unshift(made);
  style.plans.length = Math.min(style.plans.length, PLANS_REMEMBERED);
  return made.plan;
}

/** The fields of tracks a plan is made from. */
const PLANNED_BY: readonly TrackField[] = [
  "kind",
  "format",
  "name",
  "role",
  "of",
  "positions",
  "number",
  "notes",
];

function makePlan(style: Style, session: Session): Making {
  const contexts = new Map<TrackId, Surroundings>();
  const known = session.tracks.map((t) => {
    const around = contexts.get(t.parent ?? "") ?? NOWHERE;
    const k = knownOf(style, t, around);
    if (t.kind === "folder") contexts.set(t.id, insideFolder(style, t, k.what, around));
    return k;
  });
  const numbering = numberAll(style, session, known);
  const { lists, ...places } = arrange(style, session, numbering.wanted, known);
  const passing = passingOn(style, numbering.wanted, places.houseFolder);
  const wanted = passing.size === 0 ? numbering.wanted : new Map(numbering.wanted);
  if (passing.size > 0)
    session.tracks.forEach((t, i) => {
      const w = passed(style, t, known[i], numbering.wanted, places.parentOf, passing);
      if (w) wanted.set(t.id, w);
    });
  return {
    session,
    plan: { wanted, ...places, mark: {}, mended: null },
    known,
    contexts,
    numbering,
    lists,
    passing,
  };
}

/** A plan from one made before that this session follows on from; null where there is none, or too much is other. */
function follow(style: Style, session: Session): Making | null {
  for (const before of style.plans) {
    const changed = changedBetween(before.session, session);
    if (changed.order || changed.session.has("mainFormat")) continue;
    if (!PLANNED_BY.some((f) => changed.fields.has(f))) return { ...before, session };
    return changed.at.length <= FEW && !changed.fields.has("kind")
      ? mend(style, session, before, changed.at)
      : null;
  }
  return null;
}

/**
 * A plan mended where tracks changed what they are, in names and numbers, colours and order. Where one is a folder, or would stand
 * in another, or names of different kinds meet, the whole has to be thought through again: null.
 */
function mend(style: Style, session: Session, before: Making, at: readonly number[]): Making | null {
  const known = [...before.known];
  for (const i of at) {
    const t = session.tracks[i];
    if (!t || t.kind === "folder") return null;
    const k = knownOf(style, t, before.contexts.get(t.parent ?? "") ?? NOWHERE);
    if (k.home !== before.known[i]?.home) return null;
    known[i] = k;
  }
  const again = renumber(style, session, known, before, at);
  if (!again) return null;
  const { parentOf, houseFolder } = before.plan;
  const wanted = before.passing.size === 0 ? again.numbering.wanted : new Map(before.plan.wanted);
  const stirred = new Set<TrackId | null>();
  for (const i of again.at) {
    const t = session.tracks[i];
    const bare = t && again.numbering.wanted.get(t.id);
    if (!t || !bare) continue;
    wanted.set(t.id, passed(style, t, known[i], again.numbering.wanted, parentOf, before.passing) ?? bare);
    if (!same(bare.order, before.plan.wanted.get(t.id)?.order ?? null))
      stirred.add(parentOf.get(t.id) ?? null);
  }
  const orders = [...stirred].map(
    (parent) =>
      [
        parent,
        inHouseOrder(before.lists.get(parent) ?? [], (id) => keyOf(id, wanted, houseFolder)),
      ] as const,
  );
  const inside = orders.length === 0 ? before.plan.inside : new Map([...before.plan.inside, ...orders]);
  return {
    ...before,
    session,
    known,
    numbering: again.numbering,
    plan: { ...before.plan, wanted, inside, mark: {}, mended: { from: before.plan.mark, at: again.at } },
  };
}

/** Folders that pass their colour on, with that colour. */
type Passing = ReadonlyMap<TrackId, { readonly hex: string | null; readonly same: boolean }>;

function passingOn(
  style: Style,
  wanted: ReadonlyMap<TrackId, Wanted>,
  houseFolder: ReadonlyMap<TrackId, HouseFolder>,
): Passing {
  return new Map(
    [...houseFolder]
      .filter(([, f]) => f.plan.passes !== "nothing")
      .map(([id, f]) => [
        id,
        {
          hex:
            wanted.get(id)?.colour ??
            colourFor(style, { role: f.role, of: null, positions: [], number: null }, "folder"),
          same: f.plan.passes === "same",
        },
      ]),
  );
}

/** Members of a folder that passes its colour on take it, the same or in steps by the order of roles; an exception's colour stays. Null where nothing is passed on. */
function passed(
  style: Style,
  t: Track,
  known: Known | undefined,
  wanted: ReadonlyMap<TrackId, Wanted>,
  parentOf: HousePlan["parentOf"],
  passing: Passing,
): Wanted | null {
  const w = wanted.get(t.id);
  const folder = passing.get(parentOf.get(t.id) ?? "");
  if (
    !w ||
    !known ||
    w.colour === null ||
    !w.what.sure ||
    w.verdict.colour ||
    t.kind === "folder" ||
    !folder ||
    folder.hex === null
  )
    return null;
  return passedOn(
    known,
    w,
    folder.same ? folder.hex : tint(folder.hex, style.orderInFamily.get(w.what.role ?? "") ?? 0),
  );
}

function arrange(
  style: Style,
  session: Session,
  wanted: ReadonlyMap<TrackId, Wanted>,
  known: readonly Known[],
): Omit<HousePlan, "wanted" | "mark" | "mended"> & Pick<Making, "lists"> {
  const tracks = byId(session);
  const folders = new Map<HouseFolder, TrackId>();
  const houseFolder = new Map<TrackId, HouseFolder>();
  for (const t of session.tracks) {
    const role = wanted.get(t.id)?.what.role;
    const plan = t.kind === "folder" && role ? style.folderOfRole.get(role) : undefined;
    if (plan && !folders.has(plan)) {
      folders.set(plan, t.id);
      houseFolder.set(t.id, plan);
    }
  }
  const members = new Map<HouseFolder, number>();
  session.tracks.forEach((t, i) => {
    const home = known[i]?.home;
    if (home && !houseFolder.has(t.id)) members.set(home, (members.get(home) ?? 0) + 1);
  });
  const newFolders: Track[] = [];
  const main = session.tracks.find((t) => t.kind === "main");
  for (const plan of [...members.keys()].sort((a, b) => a.index - b.index)) {
    if (folders.has(plan) || (members.get(plan) ?? 0) < (plan.plan.from ?? style.house.folderFrom))
      continue;
    const outer = plan.parent ? (folders.get(plan.parent) ?? null) : null;
    const made = newFolder(
      style,
      session,
      plan,
      outer,
      carrierOf(outer, tracks) ?? main?.id ?? null,
      tracks,
    );
    folders.set(plan, made.id);
    houseFolder.set(made.id, plan);
    newFolders.push(made);
    tracks.set(made.id, made);
  }
  const standing = (plan: HouseFolder | null): TrackId | null => {
    for (let at = plan; at; at = at.parent) {
      const id = folders.get(at);
      if (id !== undefined) return id;
    }
    return null;
  };
  const nearestHouseFolder = (id: TrackId | null): TrackId | null => {
    for (let at = id; at !== null; at = tracks.get(at)?.parent ?? null) if (houseFolder.has(at)) return at;
    return null;
  };
  const parentOf = new Map<TrackId, TrackId | null>();
  const lists = new Map<TrackId | null, TrackId[]>();
  [...session.tracks, ...newFolders].forEach((t, i) => {
    const own = houseFolder.get(t.id);
    const home = own ? own.parent : known[i]?.home;
    const wish = home === undefined ? t.parent : standing(home);
    const parent = home === undefined || nearestHouseFolder(t.parent) === wish ? t.parent : wish;
    parentOf.set(t.id, parent);
    const list = lists.get(parent);
    if (list) list.push(t.id);
    else lists.set(parent, [t.id]);
  });
  const inside = new Map(
    [...lists].map(([parent, list]) => [
      parent,
      inHouseOrder(list, (id) => keyOf(id, wanted, houseFolder)),
    ]),
  );
  return { parentOf, inside, newFolders, houseFolder, lists };
}

/** The place of a track among its neighbours; null where the house has no opinion. */
function keyOf(
  id: TrackId,
  wanted: ReadonlyMap<TrackId, Wanted>,
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
  let id = `folder-${plan.role}`;
  for (let n = 2; taken.has(id); n++) id = `folder-${plan.role}-${n}`;
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

/** Tracks by id, from wherever they are. */
export type TrackLookUp = Pick<ReadonlyMap<TrackId, Track>, "get">;

/** The nearest folder from here outwards that carries sound; null where none does. */
export function carrierOf(folder: TrackId | null, tracks: TrackLookUp): TrackId | null {
  for (let at = folder; at !== null;) {
    const f = tracks.get(at);
    if (!f || f.format !== null) return at;
    at = f.parent;
  }
  return null;
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
