import type { TrackId, TrackKind } from "../session/document.ts";
import { DEEPEST_FOLDER } from "../session/document.ts";
import { insideOf } from "../session/routing.ts";
import type { Decisions } from "./decisions.ts";
import { mergeOrder } from "./order.ts";
import type { One, Three } from "./three.ts";
import type { Side } from "./values.ts";

type Parents = Map<TrackId, TrackId | null>;

/**
 * In which folder each track stands after both, and in which order. What one side moved stands where it moved
 * it; what both moved, each elsewhere, is chosen, and so is what would put folders into each other.
 * @param there the tracks that are there
 * @param kindOf what each is, which may hang on whether anything stands in it
 * @returns each track, folders before what they hold, with its folder
 */
export function whereThey(
  three: Three,
  there: ReadonlySet<TrackId>,
  kindOf: (id: TrackId, holds: boolean) => TrackKind,
  decide: Decisions,
): { readonly id: TrackId; readonly parent: TrackId | null }[] {
  const parents = parentsOf(three, there, decide);
  const holding = new Set(parents.values());
  climb(three, parents, (id) => there.has(id) && kindOf(id, holding.has(id)) === "folder");
  untangle(three, parents, there, decide);
  return inOrder(three, parents, decide);
}

function parentsOf(three: Three, there: ReadonlySet<TrackId>, decide: Decisions): Parents {
  const parents: Parents = new Map();
  for (const id of there) {
    const [was, mine, other] = [three.base, three.ours, three.theirs].map((s) => s.tracks.get(id)?.parent);
    if (mine === undefined || other === undefined) parents.set(id, mine ?? other ?? null);
    else if (mine === other || other === was) parents.set(id, mine);
    else if (mine === was) parents.set(id, other);
    else parents.set(id, decide.ask({ of: "place", tracks: [id] }) === "ours" ? mine : other);
  }
  return parents;
}

/** Out of folders that are gone, or are none any more, to the next one around that is there. */
function climb(three: Three, parents: Parents, holds: (id: TrackId) => boolean): void {
  const around = (id: TrackId): TrackId | null =>
    parents.get(id) ??
    three.ours.tracks.get(id)?.parent ??
    three.theirs.tracks.get(id)?.parent ??
    three.base.tracks.get(id)?.parent ??
    null;
  for (const [id, parent] of parents) {
    let at = parent;
    for (let n = 0; at !== null && !holds(at); n++) at = n > DEEPEST_FOLDER ? null : around(at);
    if (at !== parent) parents.set(id, at);
  }
}

/** Folders that stand in each other, once both sides' moves are made: one side's are left out. */
function untangle(three: Three, parents: Parents, there: ReadonlySet<TrackId>, decide: Decisions): void {
  for (let circle = circleIn(parents); circle.length > 0; circle = circleIn(parents)) {
    const movedBy = (side: Side): TrackId[] =>
      circle.filter((id) => {
        const was = three.base.tracks.get(id);
        return (
          was && three[side].tracks.get(id)?.parent === parents.get(id) && was.parent !== parents.get(id)
        );
      });
    const undone = movedBy(
      decide.ask({ of: "place", tracks: circle.toSorted() }) === "ours" ? "theirs" : "ours",
    );
    for (const id of undone.length > 0 ? undone : circle) {
      const was = three.base.tracks.get(id)?.parent ?? null;
      parents.set(id, undone.length > 0 && was !== null && there.has(was) ? was : null);
    }
  }
}

/** Folders that stand in each other; empty where none do. */
function circleIn(parents: Parents): TrackId[] {
  const fine = new Set<TrackId>();
  for (const id of parents.keys()) {
    const path: TrackId[] = [];
    let at: TrackId | null = id;
    while (at !== null && !fine.has(at)) {
      if (path.includes(at)) return path.slice(path.indexOf(at));
      path.push(at);
      at = parents.get(at) ?? null;
    }
    for (const x of path) fine.add(x);
  }
  return [];
}

function inOrder(
  three: Three,
  parents: Parents,
  decide: Decisions,
): { id: TrackId; parent: TrackId | null }[] {
  const lists = (one: One): Map<TrackId | null, string[]> =>
    new Map([...insideOf(one.session.tracks)].map(([parent, inside]) => [parent, inside.map((t) => t.id)]));
  const [was, mine, other] = [lists(three.base), lists(three.ours), lists(three.theirs)];
  const inside = new Map<TrackId | null, Set<TrackId>>();
  for (const [id, parent] of parents) {
    const list = inside.get(parent);
    if (list) list.add(id);
    else inside.set(parent, new Set([id]));
  }
  const out: { id: TrackId; parent: TrackId | null }[] = [];
  const walk = (parent: TrackId | null): void => {
    const there = inside.get(parent);
    if (!there) return;
    const choose = (id: string): Side => decide.ask({ of: "place", tracks: [id] });
    const { order } = mergeOrder(
      was.get(parent) ?? [],
      mine.get(parent) ?? [],
      other.get(parent) ?? [],
      there,
      choose,
    );
    for (const id of order) {
      out.push({ id, parent });
      walk(id);
    }
  };
  walk(null);
  return out;
}
