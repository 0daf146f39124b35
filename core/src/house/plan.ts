import { compose } from "../names/compose.ts";
import { blankTrack } from "../session/document.ts";
import { changedBetween } from "../session/changed.ts";
import type { Changed } from "../session/changed.ts";
import type { Session, Track, TrackField, TrackId } from "../session/document.ts";
import { NOBODY, identify } from "./identify.ts";
import type { Identified } from "./identify.ts";
import { tint } from "../colour/tint.ts";
import { byId } from "../session/routing.ts";
import { caseOf, decide } from "./exceptions.ts";
import type { Verdict } from "./exceptions.ts";
import { colourFor, familyFor, folderFor, iconFor, patternUse } from "./style.ts";
import type { HouseFolder, Style } from "./style.ts";

/** What the house style wants of one track. */
export interface Wanted {
  readonly what: Identified;
  /** The house name; null where the role is not known. */
  readonly name: string | null;
  readonly colour: string | null;
  readonly icon: string | null;
  /** What the exceptions decide of it; `alone` where the house has no say at all. */
  readonly verdict: Verdict;
}

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
}

/** Dressing, checking and why ask for the same few sessions over and over. */
const PLANS_REMEMBERED = 4;

/** What the house style wants of a session; the last few are remembered. */
export function planHouse(style: Style, session: Session): HousePlan {
  const known = style.plans.find((p) => p.session === session);
  if (known) return known.plan;
  for (const p of style.plans) if (!wantsAnother(changedBetween(p.session, session))) { style.plans.unshift({ session, plan: p.plan }); style.plans.length = Math.min(style.plans.length, PLANS_REMEMBERED); return p.plan; }
  const identified = identifyAll(style, session);
  const bare = wantedOf(style, session, identified);
  const places = arrange(style, session, bare);
  const plan = { wanted: passColours(style, session, bare, places), ...places };
  style.plans.unshift({ session, plan });
  style.plans.length = Math.min(style.plans.length, PLANS_REMEMBERED);
  return plan;
}

/** The fields of tracks a plan is made from. */
const PLANNED_BY: readonly TrackField[] = ["kind", "format", "name", "role", "of", "positions", "number", "notes", "feeds"];
const wantsAnother = ({ order, fields, session }: Changed): boolean => order || PLANNED_BY.some((f) => fields.has(f)) || session.has("mainFormat");

function identifyAll(style: Style, session: Session): Map<TrackId, Identified> {
  const identified = new Map<TrackId, Identified>();
  const contexts = new Map<TrackId | null, readonly string[]>([[null, []]]);
  for (const t of session.tracks) {
    const around = contexts.get(t.parent) ?? [];
    const key = around.join(" ");
    const before = style.identified.get(t);
    const what = before?.around === key ? before.what : identify(style, t, { families: around });
    if (before?.around !== key) style.identified.set(t, { around: key, what });
    identified.set(t.id, what);
    if (t.kind === "folder") {
      const family = familyFor(style, what);
      contexts.set(t.id, family === null ? around : [family, ...around]);
    }
  }
  return identified;
}

/** Tracks that are the same but for their number. */
interface Alike { count: number; readonly taken: Set<number>; readonly owners: Map<number, TrackId> }

/** House names, numbered where there is more than one of a kind; numbers that exist stay. */
function wantedOf(style: Style, session: Session, identified: ReadonlyMap<TrackId, Identified>): Map<TrackId, Wanted> {
  const groups = new Map<string, Alike>();
  const groupOf = new Map<TrackId, Alike>();
  for (const t of session.tracks) {
    const w = identified.get(t.id);
    if (!w?.sure) continue;
    const key = `${patternUse(t.kind)}|${w.role}|${w.of}|${w.positions.length === 0 ? "" : w.positions.join()}`;
    let group = groups.get(key);
    if (!group) groups.set(key, (group = { count: 0, taken: new Set(), owners: new Map() }));
    group.count++;
    groupOf.set(t.id, group);
    // Numbers that exist are given out first, so that a track without one never takes a neighbour's.
    if (w.number !== null && !group.owners.has(w.number)) {
      group.owners.set(w.number, t.id);
      group.taken.add(w.number);
    }
  }
  const wanted = new Map<TrackId, Wanted>();
  const names = new Set<string>();
  const tracks = byId(session);
  for (const t of session.tracks) {
    const what = identified.get(t.id) ?? NOBODY;
    const verdict = decide(style.house.exceptions, caseOf(t, what.sure ? what.role : null, what.sure ? familyFor(style, what) : null, tracks));
    const excepted = { colour: verdict.colour ? style.hex.get(verdict.colour.then.colour ?? "") ?? null : null, icon: verdict.icon?.then.icon ?? null };
    if (what.role === null || verdict.alone) {
      // What is left alone keeps its name from others all the same.
      if (verdict.alone) names.add(nameKey(t, t.name));
      wanted.set(t.id, { what, name: null, ...excepted, verdict });
      continue;
    }
    const group = groupOf.get(t.id);
    let number = what.number;
    const isOwner = number !== null && group?.owners.get(number) === t.id;
    if (group && !isOwner && (group.count > 1 || number !== null)) number = nextFree(group.taken);
    const pattern = style.house.names[patternUse(t.kind)];
    let name = number === what.number && what.from === "own" ? t.name : compose(pattern, style.reader, { role: what.role, of: what.of, positions: what.positions, number });
    while (group && name !== null && names.has(nameKey(t, name))) {
      const before = name;
      number = nextFree(group.taken);
      name = compose(pattern, style.reader, { role: what.role, of: what.of, positions: what.positions, number });
      if (name === before) break;
    }
    if (group && name !== null) names.add(nameKey(t, name));
    wanted.set(t.id, {
      what: number === what.number ? what : { ...what, number }, name,
      colour: excepted.colour ?? colourFor(style, what, t.kind), icon: excepted.icon ?? (t.kind === "folder" ? "folder" : iconFor(style, what)), verdict,
    });
  }
  return wanted;
}

/** Members of a folder that passes its colour on take it, the same or in steps by the order of roles; an exception's colour stays. */
function passColours(style: Style, session: Session, wanted: ReadonlyMap<TrackId, Wanted>, { parentOf, houseFolder }: Pick<HousePlan, "parentOf" | "houseFolder">): ReadonlyMap<TrackId, Wanted> {
  const passing = [...houseFolder].filter(([, f]) => f.plan.passes !== "nothing");
  if (passing.length === 0) return wanted;
  const colours = new Map(passing.map(([id, f]) => [id, { hex: wanted.get(id)?.colour ?? colourFor(style, { role: f.role, of: null, positions: [], number: null }, "folder"), passes: f.plan.passes }]));
  const next = new Map(wanted);
  for (const t of session.tracks) {
    const w = wanted.get(t.id);
    const folder = colours.get(parentOf.get(t.id) ?? "");
    if (!w || w.colour === null || !w.what.sure || w.verdict.colour || t.kind === "folder" || !folder || folder.hex === null) continue;
    next.set(t.id, { ...w, colour: folder.passes === "same" ? folder.hex : tint(folder.hex, style.orderInFamily.get(w.what.role ?? "") ?? 0) });
  }
  return next;
}

/** What must not be the same for two tracks. Folders record no files, so one may be called like a track. */
export function nameKey(t: Track, name: string): string {
  return (t.kind === "folder" ? "folder:" : "track:") + name.normalize("NFC").toLowerCase();
}

function nextFree(taken: Set<number>): number {
  let n = 1;
  while (taken.has(n)) n++;
  taken.add(n);
  return n;
}

function arrange(style: Style, session: Session, wanted: ReadonlyMap<TrackId, Wanted>): Omit<HousePlan, "wanted"> {
  const tracks = byId(session);
  const folders = new Map<HouseFolder, TrackId>();
  const houseFolder = new Map<TrackId, HouseFolder>();
  for (const t of session.tracks) {
    const role = wanted.get(t.id)?.what.role;
    const plan = t.kind === "folder" && role ? style.folderOfRole.get(role) : undefined;
    if (plan && !folders.has(plan)) { folders.set(plan, t.id); houseFolder.set(t.id, plan); }
  }
  // Which house folder a track belongs in; undefined: the house has no say.
  const homeOf = (t: Track): HouseFolder | null | undefined => {
    const own = houseFolder.get(t.id);
    if (own) return own.parent;
    const w = wanted.get(t.id);
    const excepted = w?.verdict.folder?.then.folder;
    if (excepted) return style.folderOfRole.get(excepted) ?? null;
    if (!w?.what.sure || t.kind === "folder" || w.verdict.alone) return undefined;
    const sort = w.what.role === null ? undefined : style.reader.roles.get(w.what.role)?.sort;
    if (sort === "path" && !style.folderForRole.has(w.what.role ?? "")) return null;
    return folderFor(style, w.what);
  };
  const members = new Map<HouseFolder, number>();
  for (const t of session.tracks) {
    const home = homeOf(t);
    if (home && !houseFolder.has(t.id)) members.set(home, (members.get(home) ?? 0) + 1);
  }
  const newFolders: Track[] = [];
  const main = session.tracks.find((t) => t.kind === "main");
  for (const plan of [...members.keys()].sort((a, b) => a.index - b.index)) {
    if (folders.has(plan) || (members.get(plan) ?? 0) < (plan.plan.from ?? style.house.folderFrom)) continue;
    const outer = plan.parent ? folders.get(plan.parent) ?? null : null;
    const made = newFolder(style, session, plan, outer, carrierOf(outer, tracks) ?? main?.id ?? null, tracks);
    folders.set(plan, made.id);
    houseFolder.set(made.id, plan);
    newFolders.push(made);
    tracks.set(made.id, made);
  }
  const standing = (plan: HouseFolder | null): TrackId | null => {
    for (let at = plan; at; at = at.parent) { const id = folders.get(at); if (id !== undefined) return id; }
    return null;
  };
  const nearestHouseFolder = (id: TrackId | null): TrackId | null => {
    for (let at = id; at !== null; at = tracks.get(at)?.parent ?? null) if (houseFolder.has(at)) return at;
    return null;
  };
  const parentOf = new Map<TrackId, TrackId | null>();
  const lists = new Map<TrackId | null, TrackId[]>();
  for (const t of [...session.tracks, ...newFolders]) {
    const home = homeOf(t);
    const wish = home === undefined ? t.parent : standing(home);
    const parent = home === undefined || nearestHouseFolder(t.parent) === wish ? t.parent : wish;
    parentOf.set(t.id, parent);
    const list = lists.get(parent);
    if (list) list.push(t.id);
    else lists.set(parent, [t.id]);
  }
  const keys = new Map<TrackId, readonly number[] | null>();
  for (const t of tracks.values()) keys.set(t.id, wanted.get(t.id)?.verdict.alone ? null : orderKey(style, t, wanted.get(t.id)?.what, houseFolder.get(t.id)));
  const inside = new Map([...lists].map(([parent, list]) => [parent, inHouseOrder(list, keys)]));
  return { parentOf, inside, newFolders, houseFolder };
}

function newFolder(style: Style, session: Session, plan: HouseFolder, parent: TrackId | null, feeds: TrackId | null, taken: ReadonlyMap<TrackId, Track>): Track {
  const what = { role: plan.role, of: null, positions: [], number: null };
  let id = `folder-${plan.role}`;
  for (let n = 2; taken.has(id); n++) id = `folder-${plan.role}-${n}`;
  const name = compose(style.house.names.folder, style.reader, what) ?? plan.role;
  const { carries, width, level } = plan.plan;
  return blankTrack(id, name, {
    parent, kind: "folder", format: carries ? session.mainFormat : null, role: plan.role, colour: colourFor(style, what, "folder"), icon: "folder", feeds: carries ? feeds : null,
    ...(width === null || !carries ? {} : { width }), ...(level === null || !carries ? {} : { level }),
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

const LOOSE_END = 100_000;
/** Where paths that stand in no folder come, after everything else. */
const LAST_KINDS: readonly Track["kind"][] = ["cue-mix", "bus", "return", "main", "monitor"];

/** The place of a track among its neighbours as numbers to compare; null where the house has no opinion. */
function orderKey(style: Style, t: Track, what: Identified | undefined, own: HouseFolder | undefined): readonly number[] | null {
  if (own) return [own.index, -1];
  if (!what?.sure || what.role === null || t.kind === "folder") return null;
  const family = familyFor(style, what);
  const sort = style.reader.roles.get(what.role)?.sort;
  const home = sort === "path" && !style.folderForRole.has(what.role) ? null : folderFor(style, what);
  const zone = home?.index ?? LOOSE_END + 1 + LAST_KINDS.indexOf(t.kind);
  const familyAt = home ? Math.max(0, home.families.indexOf(family ?? "")) : 0;
  return [zone, familyAt, style.roleOrder.get(what.role) ?? 0, style.roleOrder.get(what.of ?? "") ?? -1, what.number ?? 0, ...what.positions.map((p) => style.positionOrder.get(p) ?? 0)];
}

/** Sorts by key; a track without one stays behind the neighbour it stands behind now. */
function inHouseOrder(list: readonly TrackId[], keys: ReadonlyMap<TrackId, readonly number[] | null>): TrackId[] {
  const head: TrackId[] = [];
  const runs: { key: readonly number[]; ids: TrackId[] }[] = [];
  for (const id of list) {
    const key = keys.get(id);
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
