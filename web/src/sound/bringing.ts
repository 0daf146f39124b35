import type { SoundCard } from "@mossy/contract/sounds";
import { SOUND_MOST, SOUND_PIECE } from "@mossy/contract/sounds";
import { inSize } from "@mossy/core/formats/bytes";
import { useSyncExternalStore } from "react";
import { AskProblem } from "../ui/askProblem.ts";
import { ask, newKey } from "../wire/ask.ts";
import { sendPiece } from "../wire/files.ts";
import { queryClient } from "../wire/queries.ts";

/** A file on its way to the house. */
export interface Bringing {
  readonly key: number;
  readonly name: string;
  readonly size: number;
  /** So many bytes of it are there. */
  readonly has: number;
  readonly state: "waits" | "goes" | "pauses" | "there" | "failed";
  /** What there is to say: why it pauses or failed, or that it was there already. */
  readonly says: string | null;
  readonly sound: SoundCard | null;
}
export interface Onto {
  readonly shelf: string;
  readonly tags: readonly string[];
}

/** What is known of one on its way, for whoever sends it. */
interface Way {
  readonly file: File;
  readonly onto: Onto;
  readonly gone: AbortController;
  /** By which the house knows it, once it was begun. */
  coming: string | null;
  /** Tries in a row without an answer. */
  tries: number;
}

// Goes on while one looks at other pages of the house.
let all: readonly Bringing[] = [];
const told = new Set<() => void>();
const files = new Map<number, Way>();
let lastKey = 0;
let works = false;

function become(key: number, now: Partial<Bringing>): void {
  all = all.map((b) => (b.key === key ? { ...b, ...now } : b));
  for (const tell of told) tell();
}
function keep(list: readonly Bringing[]): void {
  all = list;
  for (const tell of told) tell();
}

/** Brings files to a shelf, one after the other. @returns by which each is known on its way */
export function bring(chosen: readonly File[], onto: Onto): number[] {
  const fresh = chosen.map((file): Bringing => {
    const key = ++lastKey;
    files.set(key, { file, onto, gone: new AbortController(), coming: null, tries: 0 });
    return { key, name: file.name, size: file.size, has: 0, state: "waits", says: null, sound: null };
  });
  keep([...all, ...fresh]);
  void work();
  return fresh.map((b) => b.key);
}

/** Brings one file, and waits for it. @throws Error where it cannot be brought */
export async function bringOne(file: File, onto: Onto): Promise<SoundCard> {
  const [key = 0] = bring([file], onto);
  try {
    return await new Promise<SoundCard>((resolve, reject) => {
      const look = (): void => {
        const now = all.find((b) => b.key === key);
        if (now?.sound) resolve(now.sound);
        else if (!now || now.state === "failed")
          reject(new Error(`“${file.name}” did not come onto the shelf. ${now?.says ?? ""}`.trim()));
        else return;
        told.delete(look);
      };
      told.add(look);
      look();
    });
  } finally {
    giveUp(key);
  }
}

/** Takes one off the list; one on its way is given up, and what is there of it thrown away. */
export function giveUp(key: number): void {
  files.get(key)?.gone.abort();
  files.delete(key);
  keep(all.filter((b) => b.key !== key));
}
/** Tries one that failed again. */
export function tryAgain(key: number): void {
  become(key, { state: "waits", says: null });
  void work();
}
export const clearThere = (): void => keep(all.filter((b) => b.state !== "there"));

async function work(): Promise<void> {
  if (works) return;
  works = true;
  for (let next = waiting(); next; next = waiting()) await send(next.key);
  works = false;
}
const waiting = (): Bringing | undefined => all.find((b) => b.state === "waits");

async function send(key: number): Promise<void> {
  const way = files.get(key);
  if (!way) return;
  try {
    refuse(way.file);
    become(key, { state: "goes", says: null });
    const coming = await goOn(
      key,
      way,
      () => sendPieces(key, way),
      // Refused where another piece is due, as it came although its answer was lost.
      (e) => e.mayPass || e.status === 409,
    );
    const { shelf, tags } = way.onto;
    const once = newKey();
    const { sound, known } = await goOn(key, way, () =>
      ask("endSound", { coming }, { shelf, tags: [...tags] }, once),
    );
    const says = known ? `It was there already, as “${sound.name}”: it is kept once.` : null;
    become(key, { state: "there", has: way.file.size, sound, says });
    void queryClient.invalidateQueries({ queryKey: ["sounds"] });
  } catch (e) {
    if (way.gone.signal.aborted) {
      if (way.coming !== null) await ask("leaveSound", { coming: way.coming }).catch(() => undefined);
      return;
    }
    become(key, {
      state: "failed",
      says: e instanceof Error ? e.message : "That did not work. Try again.",
    });
  }
}

function refuse(file: File): void {
  if (file.size === 0)
    throw new Error("The file is empty. Write it again in its program, and choose it again.");
  if (file.size > SOUND_MOST)
    throw new Error(`It has ${inSize(file.size)}; the house takes ${inSize(SOUND_MOST)} at most.`);
}

/** Seconds between tries while the house does not answer: longer each time. */
const PAUSES = [1, 2, 4, 8, 15, 30] as const;
/** After so many in a row somebody should look: a quarter of an hour. */
const MOST_TRIES = 34;

/**
 * Does a part of the way; while the line is broken it waits, and begins that part again.
 * @param passes whether a problem is one that is gone when the part begins again
 */
async function goOn<T>(
  key: number,
  way: Way,
  part: () => Promise<T>,
  passes = (e: AskProblem): boolean => e.mayPass,
): Promise<T> {
  for (;;) {
    way.gone.signal.throwIfAborted();
    try {
      return await part();
    } catch (e) {
      if (!(e instanceof AskProblem) || !passes(e) || way.tries >= MOST_TRIES) throw e;
      const pause = PAUSES[Math.min(way.tries++, PAUSES.length - 1)] ?? 30;
      become(key, { state: "pauses", says: `${e.title}. It goes on by itself from where it is.` });
      await whenAgain(pause * 1000, way.gone.signal);
    }
  }
}

/** Asks what is there of it, and sends all pieces that are not. @returns by which the house knows it */
async function sendPieces(key: number, way: Way): Promise<string> {
  const { file, gone } = way;
  // The same file of the same person is the same, also after this page was closed.
  const mark = `${file.lastModified} ${file.name.slice(-80)}`.padEnd(8);
  const { coming, has: began } = await ask(
    "beginSound",
    {},
    { file: file.name.slice(-200), size: file.size, mark },
  );
  way.coming = coming;
  become(key, { state: "goes", has: began, says: null });
  for (let has = began; has < file.size;) {
    gone.signal.throwIfAborted();
    ({ has } = await sendPiece(coming, has, file.slice(has, has + SOUND_PIECE)));
    become(key, { has });
    way.tries = 0;
  }
  return coming;
}

/** After so long, as soon as there is a line again, or when it is given up. */
const whenAgain = (milliseconds: number, gone: AbortSignal): Promise<void> =>
  new Promise((resolve) => {
    const done = (): void => {
      clearTimeout(timer);
      window.removeEventListener("online", done);
      gone.removeEventListener("abort", done);
      resolve();
    };
    const timer = setTimeout(done, milliseconds);
    window.addEventListener("online", done);
    gone.addEventListener("abort", done);
  });

export const useBringing = (): readonly Bringing[] =>
  useSyncExternalStore(
    (tell) => {
      told.add(tell);
      return () => told.delete(tell);
    },
    () => all,
  );
