import { foldersOnDisk } from "../disk/blueprint.ts";
import { safeFileName } from "../names/disk.ts";
import { compose } from "../names/compose.ts";
import { makeReader } from "../words/reader.ts";
import type { Fit } from "../fit/fit.ts";
import type { Room } from "../fit/room.ts";
import type { House } from "../house/house.ts";
import type { Session } from "../session/document.ts";
import { writeExchange } from "./exchange/write.ts";
import { timeInWords } from "../session/time.ts";
import { inputList, inputListCsv } from "./inputList.ts";
import { zipOf } from "./zipOut.ts";

/** What a package is made from. */
export interface PackageParts {
  readonly house: House;
  readonly room: Room;
  readonly session: Session;
  /** Id of the session in the house. */
  readonly id: string;
  /** Name of the session's folder on disk. */
  readonly folder: string;
  readonly report: Pick<Fit, "adjusted" | "unplaced"> & {
    readonly leftOut: readonly { readonly name: string }[];
  };
  /** "Steelpan orchestra, full yard, release 6". */
  readonly from: string;
  /** "as it stands after check-in 2"; null for a session as it was given. */
  readonly stands?: string | null;
}

export const SESSION_FILE_ENDING = ".dawproject";

/** What a room receives, as a ZIP: the session's folders on disk, session file, input list, notes. */
export function makePackage(parts: PackageParts): Uint8Array {
  const { house, room, session, folder } = parts;
  const files: Record<string, string | Uint8Array | null> = {};
  for (const path of foldersOnDisk(house, folder)) files[path] = null;
  const named = compose(house.names.session, makeReader(house.words), { title: session.title });
  const file = safeFileName(named ?? session.title) + SESSION_FILE_ENDING;
  files[`${folder}/Session/${file}`] = writeExchange(session, parts.id);
  files[`${folder}/Notes/Input_list.csv`] = inputListCsv(inputList(session, room, house.words));
  files[`${folder}/Notes/Notes.txt`] = notesInWords(parts);
  return zipOf(files);
}

function notesInWords({ room, session, report, from, stands = null }: PackageParts): string {
  const name = new Map(session.tracks.map((t) => [t.id, t.name]));
  const list = (title: string, lines: readonly string[]): string[] =>
    lines.length === 0 ? [] : ["", title, ...lines.map((l) => `  - ${l}`)];
  return [
    session.title,
    `from ${from}, fitted to ${room.name}${stands === null ? "" : `, ${stands}`}`,
    `${session.sampleRate / 1000} kHz, ${session.bitDepth} bit, ${session.tempo} bpm, ` +
      `${session.meter.beats}/${session.meter.unit}, main path ${session.mainFormat}`,
    ...(session.notes === "" ? [] : ["", session.notes]),
    ...list(
      "Cannot be placed in this room:",
      report.unplaced.map((u) => `${name.get(u.track) ?? u.track}: ${u.says}`),
    ),
    ...list(
      "Left out on purpose:",
      report.leftOut.map((t) => t.name),
    ),
    ...list(
      "Adjusted for this room:",
      report.adjusted.map(
        (a) =>
          `${
            a.track === null ? a.what : `${name.get(a.track) ?? a.track}, ${a.what.toLowerCase()}`
          }: ${a.says}`,
      ),
    ),
    ...(session.fixedEnd === null ? [] : ["", `Ends at ${timeInWords(session.fixedEnd)}.`]),
    ...list("Before recording:", session.checklist),
    ...list(
      "Notes on tracks:",
      session.tracks.filter((t) => t.notes !== "").map((t) => `${t.name}: ${t.notes}`),
    ),
    "",
  ].join("\r\n");
}
