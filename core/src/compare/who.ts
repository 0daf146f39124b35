import type { Session, Track, TrackId } from "../session/document.ts";
import { plural } from "../session/plural.ts";
import { insideOf } from "../session/routing.ts";

/** Names a set of tracks as a person would. */
export type Who = (tracks: ReadonlySet<TrackId>) => string;

/** So many names are said one by one. */
const NAMED = 3;
/** A folder of so many may have one that is excepted. */
const WORTH_AN_EXCEPTION = 5;

interface Folder {
  readonly name: string;
  readonly leaves: readonly TrackId[];
}

/**
 * Names sets of tracks of a session: by the folders of which everything (that both sessions have) is in the
 * set, or all but one; else by name; else by number.
 * @param common the tracks that count
 */
export function whoIn(session: Session, common: ReadonlySet<TrackId>): Who {
  const folders = foldersOf(session, common);
  const names = new Map(session.tracks.map((t) => [t.id, t.name]));
  const nameOf = (id: TrackId): string => names.get(id) ?? "a track";
  const isFolder = new Set(session.tracks.filter((t) => t.kind === "folder").map((t) => t.id));
  return (tracks) => {
    const left = new Set(tracks);
    const said: string[] = [];
    for (const { name, leaves } of folders) {
      if (leaves.length < 2 || leaves.length > left.size + 1) continue;
      const missing = leaves.filter((id) => !left.has(id));
      const [except, ...more] = missing;
      if (
        more.length > 0 ||
        (except !== undefined && (leaves.length < WORTH_AN_EXCEPTION || tracks.has(except)))
      )
        continue;
      said.push(except === undefined ? name : `${name} but ${nameOf(except)}`);
      for (const id of leaves) left.delete(id);
    }
    // Folders round what was said go without saying.
    if (said.length > 0) for (const id of left) if (isFolder.has(id)) left.delete(id);
    return inOneLine(said, [...left].map(nameOf));
  };
}

function inOneLine(folders: readonly string[], names: readonly string[]): string {
  const everything =
    folders.length === 0
      ? []
      : [
          `everything${folders[0]?.startsWith(" but") || folders[0] === "" ? folders[0] : ` in ${listed(folders)}`}`,
        ];
  if (names.length === 0) return everything.join();
  const others =
    names.length <= NAMED
      ? listed(names)
      : plural(names.length, everything.length === 0 ? "track" : "more track");
  return [...everything, others].join(", and ");
}

const listed = (words: readonly string[]): string =>
  words.length < 2 ? words.join() : `${words.slice(0, -1).join(", ")} and ${words.at(-1)}`;

/** Every folder with all that counts in it, the whole session (without a name) first, outer before inner. */
function foldersOf(session: Session, common: ReadonlySet<TrackId>): Folder[] {
  const inside = insideOf(session.tracks);
  const folders: Folder[] = [];
  const leavesIn = (parent: TrackId | null, name: string): readonly TrackId[] => {
    const at = folders.push({ name, leaves: [] }) - 1;
    const leaves = (inside.get(parent) ?? []).flatMap((t: Track) =>
      t.kind === "folder" ? leavesIn(t.id, t.name) : common.has(t.id) ? [t.id] : [],
    );
    folders[at] = { name, leaves };
    return leaves;
  };
  leavesIn(null, "");
  return folders;
}
