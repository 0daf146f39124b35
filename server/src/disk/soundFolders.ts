import type { SoundsOnDisk } from "@mossy/contract/disk";
import { MOST_IN_FOLDER } from "@mossy/core/session/soundFolder";

const SOUND = /\.(wav|wave|bwf|aif|aiff|flac|w64)$/i;
/** Kick 2 before kick 10. */
const BY_NAME = new Intl.Collator("en", { numeric: true });

/**
 * The folders that hold sounds themselves, with how many; and the sounds of one of them, in their order.
 * @param folder below the root of the disk; null for none
 */
export function soundFolders(
  entries: readonly { readonly path: string; readonly folder: boolean }[],
  folder: string | null,
): SoundsOnDisk {
  const by = new Map<string, string[]>();
  for (const { path, folder: isFolder } of entries) {
    const at = path.lastIndexOf("/");
    if (isFolder || at < 0 || !SOUND.test(path)) continue;
    const inside = by.get(path.slice(0, at)) ?? [];
    inside.push(path.slice(at + 1));
    by.set(path.slice(0, at), inside);
  }
  const files = folder === null ? [] : (by.get(folder) ?? []);
  return {
    folders: [...by]
      .map(([path, inside]) => ({ path, many: inside.length }))
      .sort((a, b) => BY_NAME.compare(a.path, b.path)),
    files: files.toSorted((a, b) => BY_NAME.compare(a, b)).slice(0, MOST_IN_FOLDER),
  };
}
