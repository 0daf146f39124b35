import type { Note } from "./toastList.tsx";
import { Suspense, lazy, useSyncExternalStore } from "react";

let notes: readonly Note[] = [];
let count = 0;
const listeners = new Set<() => void>();
const set = (next: readonly Note[]): void => {
  notes = next;
  for (const l of listeners) l();
};

/** Says something in passing, at the bottom of the window. */
export function mention(
  says: string,
  options: { weight?: Note["weight"]; to?: string; next?: string } = {},
): void {
  set([
    ...notes.slice(-3),
    { id: ++count, weight: options.weight ?? "note", says, to: options.to, next: options.next },
  ]);
}

// The pieces that show them are not in the first page's script.
const ToastList = lazy(() => import("./toastList.tsx"));

export function Toasts() {
  const shown = useSyncExternalStore(
    (l) => {
      listeners.add(l);
      return () => listeners.delete(l);
    },
    () => notes,
  );
  if (count === 0) return null;
  return (
    <Suspense>
      <ToastList shown={shown} onGone={(id) => set(notes.filter((n) => n.id !== id))} />
    </Suspense>
  );
}
