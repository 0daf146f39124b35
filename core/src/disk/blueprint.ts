import { insideOfPlan } from "../house/diskPlan.ts";
import type { DiskFolder } from "../house/diskPlan.ts";
import type { House } from "../house/house.ts";
import { lengthsOf } from "../names/budget.ts";
import type { PatternUse } from "../names/pattern.ts";
import type { Reader } from "../words/reader.ts";
import { under } from "./entry.ts";

/**
 * The folders of a blueprint that have to be there, each with its parents before it, below `root`; what a
 * pattern names cannot be known beforehand.
 */
export function foldersToMake(plans: readonly DiskFolder[], root: string, all = false): string[] {
  return plans.flatMap((f) => {
    if (f.name === null || !(f.must || all)) return [];
    const path = under(root, f.name);
    return [path, ...foldersToMake(f.inside, path, all)];
  });
}

/** The folders a session gets on disk. */
export function foldersOnDisk(house: House, root: string): string[] {
  return [root, ...foldersToMake(house.disk.project, root)];
}

/**
 * The longest path of files named by a pattern, root and folders included, and the folder it lies in; null
 * where the blueprint names no files so.
 */
export function longestPath(
  house: House,
  reader: Reader,
  use: PatternUse,
): { readonly length: number; readonly folder: string } | null {
  let found: { length: number; folder: string } | null = null;
  const walk = (plans: readonly DiskFolder[], path: string, length: number): void => {
    for (const f of plans) {
      const name = f.name ?? `(${f.named ?? ""})`;
      const here =
        length + 1 + (f.named === null ? name.length : lengthsOf(house.names[f.named], reader).most);
      const at = under(path, name);
      // A dot and an ending behind the name.
      const whole =
        here +
        1 +
        lengthsOf(house.names[use], reader).most +
        1 +
        Math.max(0, ...f.kinds.map((k) => k.length));
      if (f.files === use && whole > (found?.length ?? 0)) found = { length: whole, folder: at };
      walk(insideOfPlan(house.disk, f), at, here);
    }
  };
  walk(house.disk.shared, "", house.disk.root.length);
  return found;
}

/** A blueprint in words, one folder a line, indented: what belongs where. */
export function blueprintInWords(plans: readonly DiskFolder[], depth = 0): string[] {
  return plans.flatMap((f) => [
    `${"  ".repeat(depth)}${f.name ?? `(${f.named ?? ""})`}/  ` +
      `${f.says}${f.kinds.length > 0 ? `: ${f.kinds.join(", ")}` : ""}${f.must ? "" : " (where needed)"}`,
    ...blueprintInWords(f.inside, depth + 1),
  ]);
}
