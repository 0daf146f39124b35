import type { House } from "../house/house.ts";
import { compose } from "../names/compose.ts";
import { diskName, diskWords } from "../names/onDisk.ts";
import type { Naming, PatternUse } from "../names/pattern.ts";
import type { Reader } from "../words/reader.ts";

/** What stands for a title that no letters can be made of. */
const UNTITLED = "Session";

/** What a pattern of the house calls something on disk; whatever its title is, nothing else is left out. */
export function namedOnDisk(house: House, reader: Reader, use: PatternUse, what: Naming): string {
  const { script } = house.disk;
  const words = diskWords(script);
  const named = (title: string | undefined): string | null =>
    compose(house.names[use], reader, title === undefined ? what : { ...what, title }, words);
  const made = named(what.title) ?? named(UNTITLED) ?? what.title ?? "";
  return diskName(made, script, UNTITLED);
}

/** Where a session lives on disk, by the house pattern of session folders. */
export const sessionFolder = (
  house: House,
  reader: Reader,
  title: string,
  room: string,
  date: Date,
): string =>
  namedOnDisk(house, reader, "session-folder", { title, room, date: date.toISOString().slice(0, 10) });
