import { differing } from "../compare/atoms.ts";
import type { Atom, Differing } from "../compare/atoms.ts";
import type { Choices } from "../merge/decisions.ts";
import { merge } from "../merge/merge.ts";
import type { Merged } from "../merge/merge.ts";
import type { HeldBlock } from "../session/beside.ts";
import { same } from "../session/change.ts";
import { TRACK_FIELDS } from "../session/document.ts";
import type { Session, Track, TrackId } from "../session/document.ts";
import { byId, insideOf } from "../session/routing.ts";
import { idsHere, tracksOfBlock } from "./blockIds.ts";

/**
 * A draft with what was proposed on top: what the proposal changed in `base` goes in; where the draft changed the
 * same since, it is asked. What base and draft differ in otherwise (inputs of a room, later work) stays the
 * draft's.
 */
export const proposedOn = (
  base: Session,
  proposed: Session,
  draft: Session,
  choices: Choices = new Map(),
): Merged => merge(base, draft, proposed, choices);

/** What a track is, whatever its id: its role with positions and number, else its kind and name. */
const wordOf = (t: Track | undefined): string =>
  t === undefined
    ? ""
    : t.role === null
      ? `${t.kind} ${t.name.toLowerCase()}`
      : [t.role, t.of ?? "", ...t.positions, t.number ?? ""].join(" ");

/**
 * What somebody did, so that the same done elsewhere is the same: by what the track is, not by its id.
 */
export function likenessOf(d: Differing, x: Atom): string {
  const who = x.id === null ? "session" : wordOf(d.before.get(x.id) ?? d.after.get(x.id));
  const said = (value: unknown): string => JSON.stringify(value) ?? "";
  const named = (id: unknown): string =>
    typeof id === "string" ? wordOf(d.after.get(id) ?? d.before.get(id)) || id : said(id);
  switch (x.of) {
    case "added":
      return `${who} added`;
    case "taken out":
      return `${who} taken out`;
    case "moved":
      return `${who} moved to ${named(x.to.parent ?? "")}`;
    case "field":
      return `${who} ${x.field} ${x.field === "feeds" ? named(x.to) : said(x.to)}`;
    case "item": {
      const item = x.to ?? itemBefore(d, x.id, x.field, x.item);
      const what = item && "to" in item ? named(item.to) : item ? (item.device?.name ?? item.kind) : x.item;
      return `${who} ${x.field} ${what} ${x.to ? "came" : "went"}`;
    }
    case "item value":
      return `${who} ${x.field} ${x.name} ${said(x.to)}`;
    case "item order":
      return `${who} ${x.field} in another order`;
    case "setting":
      return `${who} ${x.field} ${said(x.to)}`;
  }
}

const itemBefore = (d: Differing, id: TrackId, field: "sends" | "inserts", item: string) =>
  d.before.get(id)?.[field].find((y) => y.id === item);

/** Everything that was done between two sessions, as it is done elsewhere too. */
export function likenesses(a: Session, b: Session): Set<string> {
  const d = differing(a, b);
  return new Set(d.atoms.map((x) => likenessOf(d, x)));
}

/**
 * What was changed in a block where it stands, as a proposal to the block itself: the release it stands on, with
 * the same done to its own tracks. New tracks in its folders come along; what leads elsewhere leads to its ends.
 * @param a, b the session it stands in, before and after
 */
export function proposedToBlock(release: Session, held: HeldBlock, a: Session, b: Session): Session {
  const here = idsHere(held, release);
  const back = new Map([...here].map(([from, to]) => [to, from]));
  for (const e of held.ends) if (e.to !== null) back.set(e.to, e.track);
  const mine = new Set(tracksOfBlock(release).flatMap((t) => here.get(t.id) ?? []));
  const [before, after] = [byId(a), byId(b)];
  const fresh = new Set<TrackId>();
  for (const t of b.tracks)
    if (!before.has(t.id) && t.parent !== null && (mine.has(t.parent) || fresh.has(t.parent)))
      fresh.add(t.id);
  const to = (id: TrackId | null): TrackId | null =>
    id === null ? null : (back.get(id) ?? (fresh.has(id) ? id : null));
  const mapped = (t: Track): Track => ({
    ...t,
    id: back.get(t.id) ?? t.id,
    parent: to(t.parent),
    feeds: to(t.feeds),
    sends: t.sends.flatMap((s) => {
      const end = to(s.to);
      return end === null ? [] : [{ ...s, to: end }];
    }),
    inserts: t.inserts.map((i) => (i.key === null ? i : { ...i, key: to(i.key) })),
  });
  const changed = (t: Track): Track[] => {
    const id = here.get(t.id) ?? "";
    const [was, is] = [before.get(id), after.get(id)];
    if (!was || !mine.has(id)) return [t];
    if (!is) return [];
    const now = mapped(is);
    return [
      Object.assign(
        { ...t },
        Object.fromEntries(TRACK_FIELDS.filter((f) => !same(was[f], is[f])).map((f) => [f, now[f]])),
      ),
    ];
  };
  const kept = release.tracks.flatMap(changed);
  const there = new Set(kept.map((t) => t.id));
  const inside = insideOf(kept.map((t) => ({ ...t, parent: orHigher(t.parent, there, release) })));
  // New tracks stand behind what they stand behind there.
  const last = new Map<TrackId | null, TrackId>();
  for (const t of b.tracks) {
    if (fresh.has(t.id)) {
      const made = mapped(t);
      const list = inside.get(made.parent) ?? [];
      const at = list.findIndex((x) => x.id === last.get(t.parent));
      inside.set(made.parent, [...list.slice(0, at + 1), made, ...list.slice(at + 1)]);
    }
    last.set(t.parent, back.get(t.id) ?? t.id);
  }
  const walk = (parent: TrackId | null): Track[] =>
    (inside.get(parent) ?? []).flatMap((t) => [t, ...walk(t.id)]);
  return { ...release, tracks: walk(null) };
}

/** The folder that is there still, from one outwards. */
function orHigher(parent: TrackId | null, there: ReadonlySet<TrackId>, release: Session): TrackId | null {
  const tracks = byId(release);
  let at = parent;
  while (at !== null && !there.has(at)) at = tracks.get(at)?.parent ?? null;
  return at;
}
