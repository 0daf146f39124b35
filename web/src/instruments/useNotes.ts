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
/** A sound that could not be measured, or of which nobody knows what was played. */
export interface NotMeasured {
  readonly path: string;
  readonly why: string;
}
export interface Measuring {
  readonly found: readonly FoundNote[];
  readonly failed: readonly NotMeasured[];
  readonly going: { readonly done: number; readonly of: number } | null;
}
const NOTHING: Measuring = { found: [], failed: [], going: null };

const endsIn = (of: RegExp) => (f: File) => of.test(f.name);
const isSound = endsIn(/\.(wav|wave|bwf|aif|aiff|w64)$/i);
const isMidi = endsIn(/\.(mid|midi|smf)$/i);
const isList = endsIn(/\.(csv|tsv|tab|txt|xlsx|ods)$/i);
const pathOf = (f: File): string => (f.webkitRelativePath === "" ? f.name : f.webkitRelativePath);

/** Two notes that begin so near each other sound as one, in seconds. */
const APART = 0.05;

interface Sound {
  readonly path: string;
  readonly file: File;
  readonly notes: readonly PlayedNote[];
}

/**
 * What was played in which sound: one file a note by its name, or one sound with a list or a MIDI file.
 * @param at when the note of each file is played, where each is one note, in seconds
 * @throws FileProblem
 */
async function soundsOf(library: SampleLibrary, files: readonly File[], at: number): Promise<Sound[]> {
  const sounds = files.filter(isSound);
  const [told, ...more] = files.filter((f) => isMidi(f) || isList(f));
  if (sounds.length === 0)
    throw new FileProblem("There is no sound among these files. Choose WAVE or AIFF files.");
  if (told && (sounds.length > 1 || more.length > 0))
    throw new FileProblem(
      `“${told.name}” says what was played in one sound. Choose it with that sound alone.`,
    );
  if (!told)
    return sounds.map((file) => ({
      path: pathOf(file),
      file,
      notes: [{ ...playedByName(library, pathOf(file)), at }],
    }));
  const all = isMidi(told)
    ? playedInMidi(library, new Uint8Array(await told.arrayBuffer()))
    : playedInList(library, await tablesOf(told));
  const notes = all.toSorted((a, b) => a.at - b.at);
  const close = notes.find((n, i) => n.at - (notes[i - 1]?.at ?? -1) < APART);
  if (close)
    throw new FileProblem(
      `“${told.name}” plays two notes at once, at ${close.at.toFixed(2)} s. Play one after the other, with time ` +
        "for each to sound out.",
    );
  return sounds.map((file) => ({ path: pathOf(file), file, notes }));
}

/** Of sounds in which nothing is of this library, why nothing is measured. */
const nothingKnown = (sounds: readonly Sound[]): NotMeasured[] =>
  sounds
    .filter((s) => s.notes.every((n) => n.of === null))
    .map((s) => ({ path: s.path, why: "it names no patch and articulation of this library" }));

/** So often what came meanwhile is shown, in milliseconds. */
const SHOWN_EVERY = 150;

export interface NotesWork {
  readonly state: Measuring;
  readonly problem: unknown;
  readonly begin: (files: readonly File[], at: number) => Promise<void>;
  readonly stop: () => void;
}

/** Measures notes off the page's thread; what was found stays until it begins anew. */
export function useNotes(library: SampleLibrary): NotesWork {
  const [state, setState] = useState<Measuring>(NOTHING);
  const [problem, setProblem] = useState<unknown>(null);
  const running = useRef<{ stop: () => void } | null>(null);
  useEffect(() => () => running.current?.stop(), []);
  const stop = (): void => {
    running.current?.stop();
    running.current = null;
    setState((was) => ({ ...was, going: null }));
  };
  const begin = async (files: readonly File[], at: number): Promise<void> => {
    stop();
    setProblem(null);
    try {
      const sounds = await soundsOf(library, files, at);
      const failed = nothingKnown(sounds);
      const known = sounds.filter((s) => !failed.some((f) => f.path === s.path));
      const of = known.reduce((sum, s) => sum + s.notes.length, 0);
      setState({ found: [], failed, going: { done: 0, of } });
      running.current = measure(known, (next) => setState((was) => ({ ...was, ...next(was) })));
    } catch (e) {
      if (!(e instanceof FileProblem)) throw e;
      setProblem(e);
    }
  };
  return { state, problem, begin, stop };
}

/** Lets a worker measure, and shows what it found a few times a second. */
function measure(
  sounds: readonly Sound[],
  show: (next: (was: Measuring) => Partial<Measuring>) => void,
): { stop: () => void } {
  const worker = new Worker(new URL("./measureNotes.worker.ts", import.meta.url), { type: "module" });
  const notes = new Map(sounds.map((s) => [s.path, s.notes]));
  let found: FoundNote[] = [];
  let failed: NotMeasured[] = [];
  const put = (over: boolean): void => {
    const [more, wrong] = [found, failed];
    [found, failed] = [[], []];
    show((was) => ({
      found: more.length > 0 ? [...was.found, ...more] : was.found,
      failed: wrong.length > 0 ? [...was.failed, ...wrong] : was.failed,
      going: over ? null : was.going && { ...was.going, done: was.going.done + more.length },
    }));
  };
  const timer = window.setInterval(() => {
    if (found.length + failed.length > 0) put(false);
  }, SHOWN_EVERY);
  const stop = (): void => {
    window.clearInterval(timer);
    worker.terminate();
  };
  worker.onmessage = ({ data }: MessageEvent<NotesNews>) => {
    if ("done" in data) {
      stop();
      put(true);
    } else if ("failed" in data) failed.push({ path: data.failed, why: data.why });
    else {
      const note = notes.get(data.path)?.[data.n];
      if (note) found.push({ path: data.path, note, measures: data.measures, look: data.look });
    }
  };
  worker.onerror = ({ message }) => {
    stop();
    failed.push({ path: "measuring", why: `it broke off (${message}); choose the notes again` });
    put(true);
  };
  worker.postMessage({
    sounds: sounds.map((s) => ({ ...s, notes: s.notes.map(({ at, length }) => ({ at, length })) })),
  } satisfies NotesTask);
  return { stop };
}
