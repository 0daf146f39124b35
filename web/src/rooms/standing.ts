import { useSyncExternalStore } from "react";

const KEY = "mossy-room";
const listeners = new Set<() => void>();

/** The room this computer stands in, kept in this browser. */
export function useStandingIn(): string | null {
  return useSyncExternalStore(
    (l) => {
      listeners.add(l);
      return () => listeners.delete(l);
    },
    () => localStorage.getItem(KEY),
  );
}

export function standIn(room: string): void {
  localStorage.setItem(KEY, room);
  for (const l of listeners) l();
}
