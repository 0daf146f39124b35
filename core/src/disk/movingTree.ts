import { collisionKey as key } from "../names/disk.ts";
import { folderOfPath, treeOf, under } from "./entry.ts";
import type { DiskNode, Entry } from "./entry.ts";

/** One step of a move plan. Each can be done when those before it are, and undone in reverse. */
export type MoveStep =
  | { readonly do: "make-folder"; readonly path: string }
  | { readonly do: "move"; readonly from: string; readonly to: string };

/** A file or folder while a plan is made: where it stands after the steps so far. */
export interface MovingNode {
  name: string;
  parent: MovingNode | null;
  readonly folder: boolean;
  /** By name as a system sees it that takes capitals and small letters for one. */
  readonly inside: Map<string, MovingNode[]>;
}

/** A tree in which things move; what is done is written down as steps. */
export class MovingTree {
  readonly steps: MoveStep[] = [];
  readonly root: MovingNode;
  readonly #byPath = new Map<string, MovingNode>();
  readonly #made = new Map<string, MovingNode>();

  constructor(entries: readonly Entry[]) {
    this.root = this.#take(treeOf(entries), null);
  }

  #take(node: DiskNode, parent: MovingNode | null): MovingNode {
    const made: MovingNode = { name: node.name, parent, folder: node.folder, inside: new Map() };
    this.#byPath.set(node.path, made);
    for (const child of node.inside.values()) {
      const c = this.#take(child, made);
      made.inside.set(key(c.name), [...this.named(made, c.name), c]);
    }
    return made;
  }

  /** What stands at a path of the tree as it was. */
  at(path: string): MovingNode | undefined {
    return this.#byPath.get(path);
  }

  /** What in a folder is called so, or the same but for capitals. */
  named(folder: MovingNode, name: string): readonly MovingNode[] {
    return folder.inside.get(key(name)) ?? [];
  }

  pathOf(n: MovingNode): string {
    return n.parent === null ? "" : under(this.pathOf(n.parent), n.name);
  }

  isWithin(n: MovingNode, folder: MovingNode): boolean {
    for (let at: MovingNode | null = n; at; at = at.parent) if (at === folder) return true;
    return false;
  }

  /**
   * The folder at a path; made with those around it where it is not there. Null where a file stands in the
   * way.
   */
  folderAt(path: string): MovingNode | null {
    const there = this.#byPath.get(path) ?? this.#made.get(key(path));
    if (there) return there.folder ? there : null;
    const parent = this.folderAt(folderOfPath(path));
    if (!parent) return null;
    const name = path.slice(path.lastIndexOf("/") + 1);
    const [taken] = this.named(parent, name);
    if (taken) return taken.folder ? taken : null;
    const node: MovingNode = { name, parent, folder: true, inside: new Map() };
    parent.inside.set(key(name), [node]);
    this.#made.set(key(path), node);
    this.steps.push({ do: "make-folder", path: this.pathOf(node) });
    return node;
  }

  move(node: MovingNode, target: MovingNode, name: string): void {
    const from = this.pathOf(node);
    if (node.parent) {
      const stay = this.named(node.parent, node.name).filter((x) => x !== node);
      if (stay.length > 0) node.parent.inside.set(key(node.name), stay);
      else node.parent.inside.delete(key(node.name));
    }
    node.parent = target;
    node.name = name;
    target.inside.set(key(name), [...this.named(target, name), node]);
    this.steps.push({ do: "move", from, to: this.pathOf(node) });
  }
}
