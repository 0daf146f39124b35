import { diskFolderOf } from "./diskPlan.ts";
import type { DiskFolder } from "./diskPlan.ts";

/** Which folder of a blueprint: its place among the outermost, then in each further in. */
export type DiskPlace = readonly number[];

/** The folders of a blueprint with where each stands, outermost first. */
export function diskFolders(
  tree: readonly DiskFolder[],
  above: DiskPlace = [],
): { readonly folder: DiskFolder; readonly place: DiskPlace }[] {
  return tree.flatMap((folder, i) => [
    { folder, place: [...above, i] },
    ...diskFolders(folder.inside, [...above, i]),
  ]);
}

/** The folder at a place; undefined where there is none. */
export function diskFolderAt(
  tree: readonly DiskFolder[],
  [first, ...rest]: DiskPlace,
): DiskFolder | undefined {
  const folder = tree[first ?? -1];
  return rest.length === 0 ? folder : folder && diskFolderAt(folder.inside, rest);
}

/** The blueprint with what stands at a place made into something else, or nothing. */
export function withDiskFolder(
  tree: readonly DiskFolder[],
  [first, ...rest]: DiskPlace,
  into: (folder: DiskFolder) => DiskFolder[],
): DiskFolder[] {
  return tree.flatMap((f, i) =>
    i !== first
      ? [f]
      : rest.length === 0
        ? into(f)
        : [{ ...f, inside: withDiskFolder(f.inside, rest, into) }],
  );
}

/** The blueprint with one more folder as the last in another (or outermost), and where it stands. */
export function addDiskFolder(
  tree: readonly DiskFolder[],
  inside: DiskPlace,
): { tree: DiskFolder[]; place: DiskPlace } {
  const siblings = inside.length === 0 ? tree : (diskFolderAt(tree, inside)?.inside ?? []);
  let name = "New";
  for (let n = 2; siblings.some((f) => f.name === name); n++) name = `New_${n}`;
  const made = diskFolderOf(name, "what it is for", { must: false });
  return {
    tree:
      inside.length === 0
        ? [...tree, made]
        : withDiskFolder(tree, inside, (f) => [{ ...f, inside: [...f.inside, made] }]),
    place: [...inside, siblings.length],
  };
}

/**
 * The blueprint with a folder one place up or down among its neighbours, and where it stands then. The same
 * where it cannot go that way.
 */
export function moveDiskFolder(
  tree: readonly DiskFolder[],
  place: DiskPlace,
  by: -1 | 1,
): { tree: readonly DiskFolder[]; place: DiskPlace } {
  const around = place.slice(0, -1);
  const from = place.at(-1) ?? 0;
  const siblings = around.length === 0 ? tree : (diskFolderAt(tree, around)?.inside ?? []);
  const moved = siblings[from];
  if (!moved || from + by < 0 || from + by >= siblings.length) return { tree, place };
  const order = siblings.toSpliced(from, 1).toSpliced(from + by, 0, moved);
  return {
    tree: around.length === 0 ? order : withDiskFolder(tree, around, (f) => [{ ...f, inside: order }]),
    place: [...around, from + by],
  };
}
