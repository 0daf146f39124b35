import { folderOf } from "./house.ts";
import type { FolderPlan, House } from "./house.ts";

/**
 * Where a folder may go from where it stands: among its neighbours, into the one before it, out of the one
 * it stands in.
 */
export type FolderWay = "up" | "down" | "in" | "out";

/** The folders of the house order with how deep each stands, outermost first. */
export function foldersInOrder(
  folders: readonly FolderPlan[],
  depth = 0,
): { readonly folder: FolderPlan; readonly depth: number }[] {
  return folders.flatMap((folder) => [{ folder, depth }, ...foldersInOrder(folder.inside, depth + 1)]);
}

/** The house with a folder of other values. */
export function withFolder(house: House, role: string, fields: Partial<Omit<FolderPlan, "inside">>): House {
  const change = (list: readonly FolderPlan[]): FolderPlan[] =>
    list.map((f) => (f.role === role ? { ...f, ...fields } : { ...f, inside: change(f.inside) }));
  return { ...house, folders: change(house.folders) };
}

/** The house with one more folder, at the end. */
export function addFolder(house: House, role: string): House {
  const family = house.words.roles.find((r) => r.id === role)?.family;
  const free =
    family !== undefined &&
    !foldersInOrder(house.folders).some(({ folder }) => folder.families.includes(family));
  return { ...house, folders: [...house.folders, folderOf(role, free ? [family] : [])] };
}

/**
 * The house without a folder; what stood in it stands where it stood. Exceptions that sent tracks there
 * send them nowhere.
 */
export function removeFolder(house: House, role: string): House {
  const without = (list: readonly FolderPlan[]): FolderPlan[] =>
    list.flatMap((f) => (f.role === role ? f.inside : [{ ...f, inside: without(f.inside) }]));
  return {
    ...house,
    folders: without(house.folders),
    exceptions: house.exceptions.map((e) =>
      e.then.folder === role ? { ...e, then: { ...e.then, folder: null } } : e,
    ),
  };
}

/** The house with a folder one step further; the same house where it cannot go that way. */
export function moveFolder(house: House, role: string, way: FolderWay): House {
  const next = step(house.folders, role, way);
  return next ? { ...house, folders: next } : house;
}

/**
 * The house with a folder put before or after another, or as the last into it. The same house where that is
 * inside itself.
 */
export function placeFolder(
  house: House,
  role: string,
  where: "before" | "after" | "into",
  other: string,
): House {
  const moved = foldersInOrder(house.folders).find(({ folder }) => folder.role === role)?.folder;
  if (!moved || role === other || foldersInOrder(moved.inside).some(({ folder }) => folder.role === other))
    return house;
  const take = (list: readonly FolderPlan[]): FolderPlan[] =>
    list.filter((f) => f.role !== role).map((f) => ({ ...f, inside: take(f.inside) }));
  const put = (list: readonly FolderPlan[]): FolderPlan[] =>
    list.flatMap((f) => {
      const here = f.role === other;
      const kept = { ...f, inside: here && where === "into" ? [...f.inside, moved] : put(f.inside) };
      return here && where === "before"
        ? [moved, kept]
        : here && where === "after"
          ? [kept, moved]
          : [kept];
    });
  return { ...house, folders: put(take(house.folders)) };
}

function step(list: readonly FolderPlan[], role: string, way: FolderWay): FolderPlan[] | null {
  const at = list.findIndex((f) => f.role === role);
  const folder = list[at];
  if (folder) {
    const before = list[at - 1],
      after = list[at + 1];
    if (way === "up" && before) return list.toSpliced(at - 1, 2, folder, before);
    if (way === "down" && after) return list.toSpliced(at, 2, after, folder);
    if (way === "in" && before)
      return list.toSpliced(at - 1, 2, { ...before, inside: [...before.inside, folder] });
    return null;
  }
  for (const [i, f] of list.entries()) {
    const mine = f.inside.find((x) => x.role === role);
    if (mine && way === "out")
      return list.toSpliced(i, 1, { ...f, inside: f.inside.filter((x) => x !== mine) }, mine);
    const inside = step(f.inside, role, way);
    if (inside) return list.toSpliced(i, 1, { ...f, inside });
  }
  return null;
}
