import { collisionKey as key } from "../names/disk.ts";
import type { Entry } from "./entry.ts";
import { MovingTree } from "./movingTree.ts";
import type { MoveStep, MovingNode } from "./movingTree.ts";

export type { MoveStep } from "./movingTree.ts";

/** Something that should be called another way or stand elsewhere; paths are those of the tree as it is. */
export interface MoveWish {
  readonly from: string;
  /** null: where it stands. A folder that is not there yet is made. */
  readonly into: string | null;
  readonly name: string;
}

export interface MovePlan {
  readonly steps: readonly MoveStep[];
  /** What cannot be done without overwriting something, or at all. */
  readonly refused: readonly { readonly wish: MoveWish; readonly why: string }[];
}

/** A wish that has not been fulfilled yet. */
interface OpenWish {
  readonly wish: MoveWish;
  readonly node: MovingNode;
  readonly target: MovingNode;
  readonly name: string;
}

/**
 * Renames and moves in an order in which no step ever meets anything at its target, on disks that tell
 * capitals from small letters and on those that do not; chains go from their free end, swaps and changes of
 * letter case only go through a temporary name.
 * Nothing is deleted, nothing overwritten: what would need that is refused and said. O((entries + wishes) ×
 * depth).
 * @param folders folders that should be there in the end whatever moves
 */
export function planMoves(
  entries: readonly Entry[],
  wishes: readonly MoveWish[],
  folders: readonly string[] = [],
): MovePlan {
  const planner = new MovePlanner(new MovingTree(entries));
  for (const wish of wishes) planner.ask(wish);
  planner.makeFolders(folders);
  planner.refuseHindered();
  planner.fulfil();
  return planner.plan();
}

const isName = (name: string): boolean =>
  name !== "" && name !== "." && name !== ".." && !name.includes("/") && !name.includes("\0");

class MovePlanner {
  readonly #refused: { wish: MoveWish; why: string }[] = [];
  readonly #spoken = new Set<MovingNode>();
  readonly #pending = new Map<MovingNode, OpenWish>();
  readonly #claimed = new Map<MovingNode, Map<string, OpenWish>>();
  /** Who waits until something has gone from where it stands. */
  readonly #waiting = new Map<MovingNode, OpenWish[]>();

  constructor(private readonly tree: MovingTree) {}

  plan(): MovePlan {
    return { steps: this.tree.steps, refused: this.#refused };
  }

  /** Takes a wish up, or refuses it. Folders it goes into are made first. */
  ask(wish: MoveWish): void {
    const why = this.#takeUp(wish);
    if (why !== null) this.#refused.push({ wish, why });
  }

  /** @returns why it cannot be */
  #takeUp(wish: MoveWish): string | null {
    const { name } = wish;
    const node = this.tree.at(wish.from);
    if (!node || node === this.tree.root) return "it is not there";
    if (!isName(name)) return `“${name}” is no name for a file or folder`;
    if (this.#spoken.has(node)) return "another line speaks of it already";
    this.#spoken.add(node);
    const target = wish.into === null ? node.parent : this.tree.folderAt(wish.into);
    if (!target) return `“${wish.into ?? ""}” is a file, no folder`;
    if (target === node.parent && node.name === name) return null;
    const names = this.#claimed.get(target) ?? new Map<string, OpenWish>();
    this.#claimed.set(target, names);
    const other = names.get(key(name));
    if (other) return `“${name}” is wanted by ${other.wish.from} as well`;
    const open = { wish, node, target, name };
    names.set(key(name), open);
    this.#pending.set(node, open);
    return null;
  }

  makeFolders(paths: readonly string[]): void {
    for (const path of paths) this.tree.folderAt(path);
  }

  /**
   * Before anything moves: who wants a place where something stays, stays as well, and so on, so that
   * nobody is left half way; and a folder that in the end would stand in itself cannot go there, however
   * the others move.
   */
  refuseHindered(): void {
    for (let again = true; again;) {
      again = false;
      for (const open of this.#pending.values()) {
        const why = this.#hindered(open);
        if (why === null) continue;
        this.#pending.delete(open.node);
        this.#refused.push({ wish: open.wish, why });
        again = true;
      }
    }
  }

  #hindered({ node, target, name }: OpenWish): string | null {
    const stays = this.tree.named(target, name).find((x) => x !== node && !this.#pending.has(x));
    if (stays) return `“${stays.name}” stands there and stays`;
    const seen = new Set<MovingNode>([node]);
    for (let at: MovingNode | null = target; at; at = this.#pending.get(at)?.target ?? at.parent) {
      if (seen.has(at)) return "in the end the folder would stand in itself";
      seen.add(at);
    }
    return null;
  }

  /**
   * Fulfils all wishes. What waits in circles goes once one of each has stepped aside, into the folder it
   * goes to, under a temporary name.
   */
  fulfil(): void {
    for (const open of this.#pending.values()) this.#goOn(open);
    const aside = new Set<OpenWish>();
    while (this.#pending.size > 0) {
      const open = [...this.#pending.values()].find(
        (x) => !aside.has(x) && !this.tree.isWithin(x.target, x.node),
      );
      if (!open)
        throw new Error("every folder waits inside itself: the check before should have refused one");
      aside.add(open);
      this.tree.move(open.node, open.target, this.#temporary(open.target, open.node.name));
      for (const freed of this.#takeWaiting(open.node)) this.#goOn(freed);
      this.#goOn(open);
    }
  }

  /**
   * Fulfils a wish, and those that waited for it. Whoever stands where another wants to go is waited for.
   */
  #goOn(first: OpenWish): void {
    const queue = [first];
    for (let open = queue.pop(); open; open = queue.pop()) {
      const { node, target, name } = open;
      if (!this.#pending.has(node)) continue;
      const there = this.#inTheWay(open);
      if (there && there !== node) {
        this.#waiting.set(there, [...(this.#waiting.get(there) ?? []), open]);
        continue;
      }
      // Only other capitals: a system that takes them for the same has to see another name between.
      if (there === node && target === node.parent)
        this.tree.move(node, target, this.#temporary(target, name));
      this.tree.move(node, target, name);
      this.#pending.delete(node);
      queue.push(...this.#takeWaiting(node));
    }
  }

  #takeWaiting(node: MovingNode): readonly OpenWish[] {
    const waiting = this.#waiting.get(node) ?? [];
    this.#waiting.delete(node);
    return waiting;
  }

  /** What has to go before a wish can be fulfilled; itself where only its own name stands there. */
  #inTheWay(open: OpenWish): MovingNode | undefined {
    const inner = this.tree.isWithin(open.target, open.node) ? this.#outOf(open) : null;
    const stands = this.tree.named(open.target, open.name);
    return inner ?? stands.find((x) => x !== open.node) ?? stands[0];
  }

  /**
   * What has to leave a folder before that folder can go where it wants: the part of it that holds its
   * target.
   */
  #outOf({ node, target }: OpenWish): MovingNode | null {
    for (let at: MovingNode | null = target; at && at !== node; at = at.parent)
      if (this.#pending.has(at)) return at;
    return null;
  }

  #temporary(parent: MovingNode, name: string): string {
    for (let n = 1; ; n++) {
      const t = `${name.slice(0, 60)}.moving-${n}`;
      if (!parent.inside.has(key(t)) && !this.#claimed.get(parent)?.has(key(t))) return t;
    }
  }
}

/** The steps that undo these. Folders that were made stay: nothing is ever deleted. */
export function undoing(steps: readonly MoveStep[]): MoveStep[] {
  return steps
    .toReversed()
    .flatMap((s): MoveStep[] => (s.do === "move" ? [{ do: "move", from: s.to, to: s.from }] : []));
}
