import { blobSource } from "@mossy/core/formats/bytes";
import { FileProblem } from "@mossy/core/formats/fileProblem";
import { textOf as textIn } from "@mossy/core/sound/chunks";
import { patchesOfBank } from "@mossy/core/instruments/fromSoundFont";
import { patchesOfSfz } from "@mossy/core/instruments/fromSfz";
import type { Middle } from "@mossy/core/session/midiKeys";
import { readSoundFont } from "@mossy/core/instruments/soundFont";
import { readLibraryTable } from "@mossy/core/instruments/table";
import type { SaidPatch } from "@mossy/core/instruments/table";
import type { Reader } from "@mossy/core/words/reader";
import { LIST_FILES, tablesOf } from "../ui/listFiles.tsx";

/** Kinds of files a library is read from, as a field of the browser says them. */
export const LIBRARY_FILES = `${LIST_FILES},.sfz,.sf2`;

/** What files say of a library, and what they are called together. */
export interface ReadFiles {
  readonly called: string;
  readonly patches: readonly SaidPatch[];
}

const pathOf = (f: File): string => (f.webkitRelativePath === "" ? f.name : f.webkitRelativePath);
const endsIn = (ending: string) => (f: File) => f.name.toLowerCase().endsWith(ending);
/** So much of an SFZ file is read as text. */
const LARGEST_TEXT = 16 << 20;

/**
 * Reads a library from a list (CSV, XLSX), from SFZ files (a folder with all they take in), or from a bank (SF2).
 * @throws FileProblem that says which file
 */
export async function readLibraryFiles(
  reader: Reader,
  files: readonly File[],
  middle: Middle,
): Promise<ReadFiles> {
  const [first] = files;
  if (!first) throw new FileProblem("There is no file.");
  const bank = files.find(endsIn(".sf2"));
  const sfz = files.filter(endsIn(".sfz"));
  const chosen = bank ?? sfz[0] ?? first;
  const called = (sfz.length > 1 ? (pathOf(chosen).split("/")[0] ?? "") : chosen.name).replace(
    /\.[^.]*$/,
    "",
  );
  try {
    if (bank) return { called, patches: patchesOfBank(reader, await readSoundFont(blobSource(bank))) };
    if (sfz.length > 0) return { called, patches: await ofSfz(reader, sfz, files) };
    if (files.length > 1 || first.webkitRelativePath !== "")
      throw new FileProblem("There is no .sfz file in the folder.");
    return { called, patches: readLibraryTable(reader, await tablesOf(first), middle) };
  } catch (e) {
    if (!(e instanceof FileProblem)) throw e;
    throw new FileProblem(`“${pathOf(chosen)}”: ${e.message}`, e.where);
  }
}

async function ofSfz(reader: Reader, sfz: readonly File[], files: readonly File[]): Promise<SaidPatch[]> {
  const texts = new Map<string, string>();
  // Files that are taken in may have another ending.
  const small = files.filter(
    (f) => f.size <= LARGEST_TEXT && !/\.(wav|aif|aiff|flac|ogg|mp3|w64)$/i.test(f.name),
  );
  for (const f of small) texts.set(pathOf(f), textIn(new Uint8Array(await f.arrayBuffer())));
  const sizes = new Map(files.map((f) => [pathOf(f), f.size]));
  return patchesOfSfz(
    reader,
    sfz.map(pathOf).sort((a, b) => a.localeCompare(b)),
    { textOf: (path) => texts.get(path) ?? null, sizeOf: (path) => sizes.get(path) ?? null },
  );
}
