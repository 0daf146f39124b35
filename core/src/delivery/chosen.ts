import { patternFolders } from "../disk/sessionOnDisk.ts";
import type { House } from "../house/house.ts";
import { collisionKey, endingOf } from "../names/disk.ts";
import { SOUND_ENDINGS } from "./delivered.ts";
import type { DeliverySort } from "./delivered.ts";
import { PATTERN_OF } from "./recognise.ts";

interface Listed {
  readonly path: string;
  readonly folder?: boolean;
}

/** Whether a file may be sound, by its ending. */
export const maySound = (path: string): boolean => SOUND_ENDINGS.has(endingOf(path).ending.toLowerCase());

const ORDER = new Intl.Collator("en", { numeric: true });

/**
 * The sound files of a session's folder that are of a delivery: what lies in the folders the blueprint has for such
 * files; where nothing does, what lies in no folder of the blueprint. In the order of their names.
 */
export function chosenIn<F extends Listed>(
  house: Pick<House, "disk">,
  files: readonly F[],
  sort: DeliverySort,
): F[] {
  const folders = patternFolders(house);
  const within = (path: string, list: readonly (readonly [string, unknown])[]): boolean =>
    list.some(([folder]) => collisionKey(path).startsWith(`${collisionKey(folder)}/`));
  const sounds = files.filter((f) => !f.folder && maySound(f.path));
  const own = folders.filter(([, use]) => use === PATTERN_OF[sort]);
  const inside = sounds.filter((f) => within(f.path, own));
  const all = inside.length > 0 ? inside : sounds.filter((f) => !within(f.path, folders));
  return all.toSorted((a, b) => ORDER.compare(a.path, b.path));
}
