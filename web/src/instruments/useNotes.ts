import { FileProblem } from "@mossy/core/formats/fileProblem";
import { playedByName, playedInList, playedInMidi } from "@mossy/core/instruments/played";
import type { PlayedNote } from "@mossy/core/instruments/played";
import type { SampleLibrary } from "@mossy/core/instruments/library";
import type { NoteLook } from "@mossy/core/sound/notesIn";
import type { NoteMeasures } from "@mossy/core/sound/note";
import { useEffect, useRef, useState } from "react";
import { tablesOf } from "../ui/listFiles.tsx";
import type { NotesNews, NotesTask } from "./measureNotes.worker.ts";

/** A note that was measured, and how it looks. */
export interface FoundNote {
  readonly path: string;
  readonly note: PlayedNote;
  readonly measures: NoteMeasures | null;
  readonly look: NoteLook;
}
export interface Measuring {
  readonly found: readonly FoundNote[];
  /** Sounds that could not be measured, and what nobody knows the articulation of. */
  readonly failed: readonly { readonly path: string; readonly why: string }[];
  readonly going: { readonly done: number; readonly of: number } | null;
}
const NOTHING: Measuring = { found: [], failed: [], going: null };

const isSound = (f: File): boolean => /\.(wav|wave|bwf|aif|aiff|w64)$/i.test(f.name);
const isMidi = (f: File): boolean => /\.(mid|midi|smf)$/i.test(f.name);
const pathOf = (f: File): string => (f.webkitRelativePath === "" ? f.name : f.webkitRelativePath);

/**
 * What was played in which sound: one file a note by its name, or one sound with a list or a MIDI file.
 * @throws FileProblem
 */
async function tasksOf(
  library: SampleLibrary,
  files: readonly File[],
): Promise<{ sounds: NotesTask["sounds"]; notes: Map<string, PlayedNote[]> }> {
  const sounds = files.filter(isSound);
  const others = files.filter((f) => !isSound(f) && !f.name.startsWith("."));
  const [midi] = others.filter(isMidi);
  const [list] = others.filter((f) => !isMidi(f));
  if (sounds.length === 0)
    throw new FileProblem("There is no sound among the files. Choose WAVE or AIFF files.");
  const told = midi ?? list;
  if (told && sounds.length > 1)
    throw new FileProblem(
      `“${told.name}” says what was played in one sound, and ${sounds.length} were chosen. Choose one with it.`,
    );
  const notes = new Map<string, PlayedNote[]>();
  for (const sound of sounds) {
    const all = midi
      ? playedInMidi(library, new Uint8Array(await midi.arrayBuffer()))
      : list
        ? playedInList(library, await tablesOf(list))
        : [playedByName(library, pathOf(sound))];
    notes.set(
      pathOf(sound),
      all.sort((a, b) => a.at - b.at),
    );
  }
  return {
    sounds: sounds.map((file) => ({ path: pathOf(file), file, notes: notes.get(pathOf(file)) ?? [] })),
    notes,
  };
}

/** Measures notes off the page's thread; what is there already stays until it begins anew. */
export function useNotes(library: SampleLibrary) {
  const [state, setState] = useState<Measuring>(NOTHING);
  const [problem, setProblem] = useState<unknown>(null);
  const worker = useRef<Worker | null>(null);
  const stop = (): void => {
    worker.current?.terminate();
    worker.current = null;
    setState((was) => ({ ...was, going: null }));
  };
  useEffect(() => () => worker.current?.terminate(), []);
  const begin = async (files: readonly File[]): Promise<void> => {
    stop();
    setProblem(null);
    try {
      const { sounds, notes } = await tasksOf(library, files);
      const of = sounds.reduce((sum, s) => sum + s.notes.length, 0);
      const unknown = sounds.filter((s) => notes.get(s.path)?.every((n) => n.of === null));
      setState({
        found: [],
        failed: unknown.map((s) => ({
          path: s.path,
          why: "its name says no articulation of this library",
        })),
        going: { done: 0, of },
      });
      const w = new Worker(new URL("./measureNotes.worker.ts", import.meta.url), { type: "module" });
      worker.current = w;
      w.onmessage = ({ data }: MessageEvent<NotesNews>) => {
        if ("done" in data) return stop();
        setState((was) => {
          if ("failed" in data)
            return { ...was, failed: [...was.failed, { path: data.failed, why: data.why }] };
          const note = notes.get(data.path)?.[data.n];
          if (!note) return was;
          const found = [...was.found, { path: data.path, note, measures: data.measures, look: data.look }];
          return { ...was, found, going: was.going && { ...was.going, done: was.going.done + 1 } };
        });
      };
      const known = sounds.filter((s) => !unknown.includes(s));
      w.postMessage({ sounds: known } satisfies NotesTask);
    } catch (e) {
      if (!(e instanceof FileProblem)) throw e;
      setProblem(e);
    }
  };
  return { state, problem, begin, stop };
}
