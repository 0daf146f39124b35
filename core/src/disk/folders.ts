import type { DiskFolder } from "../house/diskPlan.ts";
import type { House } from "../house/house.ts";
import { compose } from "../names/compose.ts";
import { safeFileName } from "../names/disk.ts";
import type { Naming } from "../names/pattern.ts";
import type { Reader } from "../words/reader.ts";
import { under } from "./entry.ts";

/** Where a session lives on disk, by the house pattern of session folders. */
export function sessionFolder(house: House, words: Reader, title: string, room: string, date: Date): string {
  const what: Naming = { title, room, date: date.toISOString().slice(0, 10) };
  return safeFileName(compose(house.names["session-folder"], words, what) ?? title);
}

/** The folders of a blueprint that have to be there, each with its parents before it, below `root`; what a pattern names cannot be known beforehand. */
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

/** A blueprint in words, one folder a line, indented: what belongs where. */
export function blueprintInWords(plans: readonly DiskFolder[], depth = 0): string[] {
  return plans.flatMap((f) => [`${"  ".repeat(depth)}${f.name ?? `(${f.named ?? ""})`}/  ${f.says}${f.kinds.length > 0 ? `: ${f.kinds.join(", ")}` : ""}${f.must ? "" : " (where needed)"}`, ...blueprintInWords(f.inside, depth + 1)]);
}
