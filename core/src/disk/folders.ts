import { safeFileName } from "../names/disk.ts";
import type { House } from "../house/house.ts";

/** Where a session lives on disk: date first, then what it is, then where (ISO 8601 date, words joined by underscores). */
export function sessionFolder(title: string, room: string, date: Date): string {
  const day = date.toISOString().slice(0, 10);
  return `${day}_${safeFileName(title)}_${safeFileName(room)}`;
}

/** The folders a session gets on disk, each with its parents before it, below `root`. */
export function foldersOnDisk(house: House, root: string): string[] {
  const all = new Set<string>([root]);
  for (const path of house.disk) {
    const parts = path.split("/");
    parts.forEach((_, i) => all.add([root, ...parts.slice(0, i + 1)].join("/")));
  }
  return [...all];
}
