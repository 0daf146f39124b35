import { collisionKey } from "../names/disk.ts";
import { folderOfPath, treeOf, under } from "./entry.ts";
import type { DiskNode, Entry } from "./entry.ts";

/** Something that should be called another way or stand elsewhere; paths are those of the tree as it is. */
export interface MoveWish {
  readonly from: string;
  /** null: where it stands. A folder that is not there yet is made. */ readonly into: string | null;
  readonly name: string;
}

/** One step of a move plan. Each can be done when those before it are, and undone in reverse. */
export type MoveStep =
  | { readonly do: "make-folder"; readonly path: string }
  | { readonly do: "move"; readonly from: string; readonly to: string };

export interface MovePlan {
  readonly steps: readonly MoveStep[];
  /** What cannot be done without overwriting something, or at all. */
  readonly refused: readonly { readonly wish: MoveWish; readonly why: string }[];
}

/** A file or folder while the plan is made: where it stands after the steps so far. */
interface MovingNode {
  name: string;
  parent: MovingNode | null;
  readonly folder: boolean;
  /** By name as a system sees it that takes capitals and small letters for one. */ readonly inside: Map<
    string,
    MovingNode[]
  >;
}
interface OpenWish {
  readonly wish: MoveWish;
  readonly node: MovingNode;
  readonly target: MovingNode;
  readonly name: string;
}

/**
 * Renames and moves in an order in which no step ever meets anything at its target, on disks that tell capitals from small
 * letters and on those that do not; chains go from their free end, swaps and changes of letter case only go through a temporary name.
 * Nothing is deleted, nothing overwritten: what would need that is refused and said. O((entries + wishes) × depth).
 * @param folders folders that should be there in the end whatever moves
 */
export function planMoves(
  entries: readonly Entry[],
  wishes: readonly MoveWish[],
  folders: readonly string[] = [],
): MovePlan {
  const steps: MoveStep[] = [];
  const refused: { wish: MoveWish; why: string }[] = [];
  const byPath = new Map<string, MovingNode>();
  const root = live(treeOf(entries), null, byPath);
  const key = collisionKey;
  const pathOf = (n: MovingNode): string => (n.parent === null ? "" : under(pathOf(n.parent), n.name));
  const isWithin = (n: MovingNode, folder: MovingNode): boolean => {
    for (let at: MovingNode | null = n; at; at = at.parent) if (at === folder) return true;
    return false;
  };
  const made = new Map<string, MovingNode>();

  // Folders first: a wish may go into one that is not there yet.
  const folderAt = (path: string): MovingNode | null => {
    const there = byPath.get(path) ?? made.get(key(path));
    if (there) return there.folder ? there : null;
    const parent = folderAt(folderOfPath(path));
    if (!parent) return null;
    const name = path.slice(path.lastIndexOf("/") + 1);
    const [taken] = parent.inside.get(key(name)) ?? [];
    if (taken) return taken.folder ? taken : null;
    const node: MovingNode = { name, parent, folder: true, inside: new Map() };
    parent.inside.set(key(name), [node]);
    made.set(key(path), node);
    steps.push({ do: "make-folder", path: pathOf(node) });
    return node;
  };

  const spoken = new Set<MovingNode>();
  const pending = new Map<MovingNode, OpenWish>();
  const claimed = new Map<MovingNode, Map<string, OpenWish>>();
  const refuse = (wish: MoveWish, why: string): void => {
    refused.push({ wish, why });
  };
  for (const wish of wishes) {
    const node = byPath.get(wish.from);
    if (!node || node === root) {
      refuse(wish, "it is not there");
      continue;
    }
    if (
      wish.name === "" ||
      wish.name === "." ||
      wish.name === ".." ||
      wish.name.includes("/") ||
      wish.name.includes("\0")
    ) {
      refuse(wish, `“${wish.name}” is no name for a file or folder`);
      continue;
    }
    if (spoken.has(node)) {
      refuse(wish, "another line speaks of it already");
      continue;
    }
    spoken.add(node);
    const target = wish.into === null ? node.parent : folderAt(wish.into);
    if (!target) {
      refuse(wish, `“${wish.into ?? ""}” is a file, no folder`);
      continue;
    }
    if (target === node.parent && node.name === wish.name) continue;
    const names = claimed.get(target) ?? new Map<string, OpenWish>();
    claimed.set(target, names);
    if (names.has(key(wish.name))) {
      refuse(
        wish,
        `“${wish.name}” is wanted by ${names.get(key(wish.name))?.wish.from ?? "another"} as well`,
      );
      continue;
    }
    const p = { wish, node, target, name: wish.name };
    names.set(key(wish.name), p);
    pending.set(node, p);
  }
  for (const path of folders) folderAt(path);
  const temporary = (parent: MovingNode, name: string): string => {
    for (let n = 1; ; n++) {
      const t = `${name.slice(0, 60)}.moving-${n}`;
      if (!parent.inside.has(key(t)) && !claimed.get(parent)?.has(key(t))) return t;
    }
  };
  const go = (node: MovingNode, target: MovingNode, name: string): void => {
    const from = pathOf(node);
    const stood = node.parent?.inside.get(key(node.name))?.filter((x) => x !== node) ?? [];
    if (stood.length > 0) node.parent?.inside.set(key(node.name), stood);
    else node.parent?.inside.delete(key(node.name));
    node.parent = target;
    node.name = name;
    target.inside.set(key(name), [...(target.inside.get(key(name)) ?? []), node]);
    steps.push({ do: "move", from, to: pathOf(node) });
  };

  // Before anything moves: who wants a place where something stays, stays as well, and so on, so that nobody is left half way;
  // and a folder that in the end would stand in itself cannot go there, however the others move.
  const hindered = (p: OpenWish): string | null => {
    const there = p.target.inside.get(key(p.name))?.find((x) => x !== p.node && !pending.has(x));
    if (there) return `“${there.name}” stands there and stays`;
    const seen = new Set<MovingNode>([p.node]);
    for (let at: MovingNode | null = p.target; at; at = pending.get(at)?.target ?? at.parent) {
      if (seen.has(at)) return "in the end the folder would stand in itself";
      seen.add(at);
    }
    return null;
  };
  for (let again = true; again;) {
    again = false;
    for (const p of pending.values()) {
      const why = hindered(p);
      if (why === null) continue;
      pending.delete(p.node);
      refuse(p.wish, why);
      again = true;
    }
  }

  // Whoever stands where another wants to go is waited for; when it has gone, those who waited go on.
  const waiting = new Map<MovingNode, OpenWish[]>();
  /** What has to leave a folder before that folder can go where it wants: the part of it that holds its target. */
  const outOf = (p: OpenWish): MovingNode | null => {
    for (let at: MovingNode | null = p.target; at && at !== p.node; at = at.parent)
      if (pending.has(at)) return at;
    return null;
  };
  const attempt = (first: OpenWish): void => {
    const queue = [first];
    for (let p = queue.pop(); p; p = queue.pop()) {
      if (!pending.has(p.node)) continue;
      const inner = isWithin(p.target, p.node) ? outOf(p) : null;
      const stands = p.target.inside.get(key(p.name)) ?? [];
      const there = inner ?? stands.find((x) => x !== p.node) ?? stands[0];
      if (there && there !== p.node) {
        waiting.set(there, [...(waiting.get(there) ?? []), p]);
        continue;
      }
      if (there === p.node && p.target === p.node.parent) go(p.node, p.target, temporary(p.target, p.name));
      go(p.node, p.target, p.name);
      pending.delete(p.node);
      queue.push(...(waiting.get(p.node) ?? []));
      waiting.delete(p.node);
    }
  };
  for (const p of pending.values()) attempt(p);
  // What is left waits in circles: one of each steps aside, into the folder it goes to, under a temporary name.
  const aside = new Set<OpenWish>();
  while (pending.size > 0) {
    const p = [...pending.values()].find((x) => !aside.has(x) && !isWithin(x.target, x.node));
    if (!p) throw new Error("every folder waits inside itself: the check before should have refused one");
    aside.add(p);
    go(p.node, p.target, temporary(p.target, p.node.name));
    const freed = waiting.get(p.node) ?? [];
    waiting.delete(p.node);
    for (const w of freed) attempt(w);
    attempt(p);
  }
  return { steps, refused };
}

function live(node: DiskNode, parent: MovingNode | null, byPath: Map<string, MovingNode>): MovingNode {
  const made: MovingNode = { name: node.name, parent, folder: node.folder, inside: new Map() };
  byPath.set(node.path, made);
  for (const child of node.inside.values()) {
    const c = live(child, made, byPath);
    const key = collisionKey(c.name);
    made.inside.set(key, [...(made.inside.get(key) ?? []), c]);
  }
  return made;
}

/** The steps that undo these. Folders that were made stay: nothing is ever deleted. */
export function undoing(steps: readonly MoveStep[]): MoveStep[] {
  return steps
    .toReversed()
    .flatMap((s): MoveStep[] => (s.do === "move" ? [{ do: "move", from: s.to, to: s.from }] : []));
}
