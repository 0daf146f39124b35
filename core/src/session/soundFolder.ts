import { z } from "zod";
import { oneLine } from "./text.ts";

/** So many sounds a folder behind a part has at most. */
export const MOST_IN_FOLDER = 1000;

/**
 * A folder of sounds behind a part: kick 3 of 40. The folder stands on the house's disk, below its root, parted by
 * "/"; `files` are the names of its sounds in their order, `at` counts from 0 which of them plays.
 */
export const soundFolder = z
  .object({
    folder: oneLine(400).min(1),
    files: z.array(oneLine(255).min(1)).min(1).max(MOST_IN_FOLDER),
    at: z.int().min(0),
  })
  .refine((s) => s.at < s.files.length, { path: ["at"], message: "it plays none of its sounds" });
export type SoundFolder = z.infer<typeof soundFolder>;

/** The sound that plays. */
export const soundOf = ({ files, at }: SoundFolder): string => files[at] ?? "";

/** "Kick_03.wav, 3 of 40 in Library/Samples/Kicks" */
export const soundFolderInWords = (s: SoundFolder): string =>
  `${soundOf(s)}, ${s.at + 1} of ${s.files.length} in ${s.folder}`;

/** With the sound so many further on, around the ends. */
export const stepped = (s: SoundFolder, by: number): SoundFolder => {
  const many = s.files.length;
  return { ...s, at: (((s.at + by) % many) + many) % many };
};

/** With a sound of the folder at another place in the order; the same one plays on. */
export function reordered(s: SoundFolder, from: number, to: number): SoundFolder {
  const files = [...s.files];
  const [moved] = files.splice(from, 1);
  if (moved === undefined || to < 0 || to > files.length) return s;
  files.splice(to, 0, moved);
  return { ...s, files, at: files.indexOf(soundOf(s)) };
}

/** What a folder holds now beside what was known of it. */
export interface FolderNow {
  readonly more: readonly string[];
  readonly gone: readonly string[];
}
export const folderNow = ({ files }: SoundFolder, now: readonly string[]): FolderNow => {
  const [known, there] = [new Set(files), new Set(now)];
  return { more: now.filter((f) => !known.has(f)), gone: files.filter((f) => !there.has(f)) };
};

/**
 * With what its folder holds now: what stays keeps its order, what is new comes behind it. Where the sound that played
 * is gone the next that stayed plays. Null where nothing is left.
 */
export function takenAnew(s: SoundFolder, now: readonly string[]): SoundFolder | null {
  const there = new Set(now);
  const files = [...s.files.filter((f) => there.has(f)), ...folderNow(s, now).more].slice(
    0,
    MOST_IN_FOLDER,
  );
  const next = [...s.files.slice(s.at), ...s.files.slice(0, s.at)].find((f) => there.has(f));
  return files.length === 0
    ? null
    : { ...s, files, at: Math.max(0, files.indexOf(next ?? files[0] ?? "")) };
}
