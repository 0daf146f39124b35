/** A file or folder of a real tree, by its path below the tree's root, parted by "/". */
export interface Entry {
  readonly path: string;
  readonly folder: boolean;
  /** Bytes; null where it is not known, and for folders. */
  readonly size: number | null;
  /** A hash of what is in it, where somebody looked. */
  readonly hash?: string;
}

/** A file or folder with what stands in it. */
export interface DiskNode {
  readonly name: string;
  readonly path: string;
  readonly folder: boolean;
  readonly size: number | null;
  readonly hash: string | null;
  readonly inside: Map<string, DiskNode>;
}

/** The tree of a list of entries; folders that are only named by what stands in them are in it as well. */
export function treeOf(entries: readonly Entry[]): DiskNode {
  const root: DiskNode = { name: "", path: "", folder: true, size: null, hash: null, inside: new Map() };
  const folders = new Map<string, DiskNode>([["", root]]);
  const folderAt = (path: string): DiskNode => {
    const known = folders.get(path);
    if (known) return known;
    const cut = path.lastIndexOf("/");
    const parent = folderAt(cut < 0 ? "" : path.slice(0, cut));
    const made: DiskNode = {
      name: path.slice(cut + 1),
      path,
      folder: true,
      size: null,
      hash: null,
      inside: new Map(),
    };
    folders.set(path, made);
    parent.inside.set(made.name, made);
    return made;
  };
  for (const e of entries) {
    if (e.path === "") continue;
    if (e.folder) {
      folderAt(e.path);
      continue;
    }
    const cut = e.path.lastIndexOf("/");
    const name = e.path.slice(cut + 1);
    folderAt(cut < 0 ? "" : e.path.slice(0, cut)).inside.set(name, {
      name,
      path: e.path,
      folder: false,
      size: e.size,
      hash: e.hash ?? null,
      inside: new Map(),
    });
  }
  return root;
}

/** Two parts of a path joined; the root is the empty path. */
export const under = (folder: string, name: string): string => (folder === "" ? name : `${folder}/${name}`);
/** The folder a path stands in. */
export const folderOfPath = (path: string): string => path.slice(0, Math.max(0, path.lastIndexOf("/")));
