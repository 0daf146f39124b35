import { KIND_SAYS, layoutFiles } from "../devices/layouts.ts";
import type { LayoutKind } from "../devices/layouts.ts";
import { foldersOnDisk } from "../disk/blueprint.ts";
import { namedOnDisk } from "../disk/sessionFolder.ts";
import type { Reader } from "../words/reader.ts";
import type { Fit } from "../fit/fit.ts";
import type { Room } from "../fit/room.ts";
import type { House } from "../house/house.ts";
import type { Session } from "../session/document.ts";
import { onMidi } from "../session/onMidi.ts";
import { writeExchange } from "./exchange/write.ts";
import { writeMidiTracks } from "./midiOut.ts";
import { soundFolderInWords } from "../session/soundFolder.ts";
import { timeInWords } from "../session/time.ts";
import { inputList, inputListTable } from "./inputList.ts";
import { soundList, soundPaths, soundsInWords } from "./packedSounds.ts";
import type { PackedSound } from "./packedSounds.ts";
import { csvOf } from "./table.ts";
import { zipOf } from "./zipOut.ts";

/** What a package is made from. */
export interface PackageParts {
  readonly house: House;
  /** What reads names by its words. */
  readonly reader: Reader;
  readonly room: Room;
  readonly session: Session;
  /** The same as it is written for the software of the room. */
  readonly there?: Session;
  /** Id of the session in the house. */
  readonly id: string;
  /** Name of the session's folder on disk. */
  readonly folder: string;
  readonly report: Pick<Fit, "adjusted" | "unplaced"> & {
    readonly leftOut: readonly { readonly name: string }[];
  };
  /** "Steelpan orchestra, full yard, release 6". */
  readonly from: string;
  /** What goes into the folder of notes besides, by name: what is made for paper and for machines. */
  readonly besides?: Readonly<Record<string, Uint8Array>>;
  /** Layouts and maps that travel with it: what is said of each, and its file. */
  readonly layouts?: readonly PackedLayout[];
  /** What lies on its tracks, as far as the house has it. */
  readonly sounds?: readonly PackedSound[];
  /** "as it stands after check-in 2"; null for a session as it was given. */
  readonly stands?: string | null;
}

/** A layout or map in a package. */
export interface PackedLayout {
  readonly name: string;
  readonly kind: LayoutKind;
  readonly version: number;
  /** As its program called its file. */
  readonly file: string;
  readonly notes: string;
  readonly bytes: Uint8Array;
}
/** Where layouts and maps lie in a package: beside the session's folder, as they are the workstation's. */
export const layoutsFolder = (folder: string): string => `${folder}_Layouts_and_maps`;
/** Whether a path in a package is of one of them. */
export const isOfLayouts = (path: string): boolean =>
  path.split("/")[0]?.endsWith("_Layouts_and_maps") ?? false;

export const SESSION_FILE_ENDING = ".dawproject";
/** What the sample machines load, in the folder of notes. */
export const MACHINE_FILE = "Machines.json";

/**
 * What a room receives, as a ZIP: the session's folders on disk, session file, a MIDI file where anything plays MIDI,
 * input list, notes. Sound files go into
 * it afterwards, where `soundsIn` says: none is held in memory.
 */
export function makePackage(parts: PackageParts): Uint8Array {
  const { house, reader, room, session, there = session, folder, sounds = [] } = parts;
  const files: Record<string, string | Uint8Array | null> = {};
  for (const path of foldersOnDisk(house, folder)) files[path] = null;
  const what = { title: session.title };
  const file = `${folder}/Session/${namedOnDisk(house, reader, "session", what)}`;
  const paths = soundPaths(house, sounds);
  const beside = new Map([...paths].map(([hash, path]) => [hash, `../${path}`]));
  files[file + SESSION_FILE_ENDING] = writeExchange(there, parts.id, true, beside);
  if (onMidi(session).length > 0) files[`${file}.mid`] = writeMidiTracks(session);
  if (sounds.length > 0) files[`${folder}/Notes/Sounds.csv`] = soundList(paths, sounds);
  files[`${folder}/Notes/Input_list.csv`] = csvOf(inputListTable(inputList(session, room, house.words)));
  files[`${folder}/Notes/Notes.txt`] = notesInWords(parts);
  for (const [name, bytes] of Object.entries(parts.besides ?? {})) files[`${folder}/Notes/${name}`] = bytes;
  for (const [name, { bytes }] of layoutFiles(parts.layouts ?? []))
    files[`${layoutsFolder(folder)}/${name}`] = bytes;
  return zipOf(files);
}

/** The sound files that go into a package, with their places in it. */
export function soundsIn({
  house,
  folder,
  sounds = [],
}: Pick<PackageParts, "house" | "folder" | "sounds">) {
  const paths = soundPaths(house, sounds);
  return sounds.flatMap(({ hash, here }) =>
    here ? [{ hash, path: `${folder}/${paths.get(hash) ?? hash}` }] : [],
  );
}

/** Notes of a package: paragraphs, and lists below what they are of. */
export interface NotesPart {
  readonly title: string | null;
  readonly lines: readonly string[];
}

/** What whoever opens a package should know, part by part; nothing is left out but empty parts. */
export function packageNotes({ house, room, session, report, from, ...more }: PackageParts): NotesPart[] {
  const { stands = null, layouts = [], sounds = [] } = more;
  const name = new Map(session.tracks.map((t) => [t.id, t.name]));
  const adjusted = report.adjusted.map((a) => {
    const what = a.track === null ? a.what : `${name.get(a.track) ?? a.track}, ${a.what.toLowerCase()}`;
    return `${what}: ${a.says}`;
  });
  const parts: NotesPart[] = [
    {
      title: null,
      lines: [
        `from ${from}, fitted to ${room.name}${stands === null ? "" : `, ${stands}`}`,
        `${session.sampleRate / 1000} kHz, ${session.bitDepth} bit, ${session.tempo} bpm, ` +
          `${session.meter.beats}/${session.meter.unit}, main path ${session.mainFormat}`,
      ],
    },
    { title: null, lines: session.notes === "" ? [] : [session.notes] },
    {
      title: "Cannot be placed in this room:",
      lines: report.unplaced.map((u) => `${name.get(u.track) ?? u.track}: ${u.says}`),
    },
    { title: "Left out on purpose:", lines: report.leftOut.map((t) => t.name) },
    { title: "Adjusted for this room:", lines: adjusted },
    { title: null, lines: session.fixedEnd === null ? [] : [`Ends at ${timeInWords(session.fixedEnd)}.`] },
    { title: "Before recording:", lines: session.checklist },
    {
      title: "Folders of sounds behind its tracks, on the house's disk:",
      lines: session.tracks.flatMap((t) =>
        t.sounds === null ? [] : [`${t.name}: ${soundFolderInWords(t.sounds)}`],
      ),
    },
    { title: "Sounds on its tracks:", lines: soundsInWords(soundPaths(house, sounds), sounds) },
    {
      title: "Layouts and maps beside it:",
      lines: layoutFiles(layouts).map(
        ([file, l]) =>
          `${l.name}, ${KIND_SAYS[l.kind]}, version ${l.version} (${file})${l.notes === "" ? "" : `: ${l.notes}`}`,
      ),
    },
    {
      title: "Notes on tracks:",
      lines: session.tracks.filter((t) => t.notes !== "").map((t) => `${t.name}: ${t.notes}`),
    },
  ];
  return parts.filter((p) => p.lines.length > 0);
}

function notesInWords(parts: PackageParts): string {
  const said = packageNotes(parts).flatMap(({ title, lines }, i) => [
    ...(i === 0 ? [] : [""]),
    ...(title === null ? lines : [title, ...lines.map((l) => `  - ${l}`)]),
  ]);
  return [parts.session.title, ...said, ""].join("\r\n");
}
