import { useEffect, useSyncExternalStore } from "react";
import { fileAddress } from "../wire/ask.ts";

/** What is listened to: one sound at a time in a window. */
export interface Listening {
  readonly sound: string | null;
  readonly playing: boolean;
  /** What keeps it from being heard. */
  readonly trouble: string | null;
}

let now: Listening = { sound: null, playing: false, trouble: null };
let audio: HTMLAudioElement | null = null;
let channel: number | null = null;
const heard = new Set<() => void>();
function become(next: Partial<Listening>): void {
  now = { ...now, ...next };
  for (const tell of heard) tell();
}

function load(sound: string, of: number | null): HTMLAudioElement {
  if (audio && now.sound === sound && channel === of) return audio;
  stop();
  const made = new Audio(fileAddress("soundListen", { sound }, of === null ? {} : { channel: String(of) }));
  channel = of;
  audio = made;
  made.addEventListener("ended", () => become({ playing: false }));
  made.addEventListener("error", () => {
    if (made === audio)
      become({ playing: false, trouble: "It cannot be played here. Save the file and listen elsewhere." });
  });
  become({ sound, playing: false, trouble: null });
  return made;
}

/** Plays a sound, from where it was left or from a time on, in seconds. @param of one channel alone, from 0 */
export function play(sound: string, from: number | null = null, of: number | null = null): void {
  const element = load(sound, of);
  if (from !== null) element.currentTime = from;
  become({ playing: true });
  element.play().catch(() => become({ playing: false }));
}
export function pause(): void {
  audio?.pause();
  become({ playing: false });
}
/** Goes to a time, playing or not, in seconds. */
export function seek(sound: string, to: number, of: number | null = null): void {
  load(sound, of).currentTime = to;
  become({});
}
export function stop(): void {
  audio?.pause();
  audio?.removeAttribute("src");
  audio = null;
  become({ sound: null, playing: false, trouble: null });
}

/** Where what is listened to is, in seconds. */
export const at = (): number => audio?.currentTime ?? 0;

const listen = (tell: () => void): (() => void) => {
  heard.add(tell);
  return () => heard.delete(tell);
};
/** What is listened to; it ends with the page that shows it. */
export function useListening(): Listening {
  useEffect(() => stop, []);
  return useSyncExternalStore(listen, () => now);
}
