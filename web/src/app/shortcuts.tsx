import { Suspense, lazy, useEffect, useRef, useState } from "react";
import { useNavigate } from "react-router";

export interface Shortcut { readonly keys: string; readonly says: string; readonly run: () => void }
const active = new Set<readonly Shortcut[]>();

const isTyping = (e: KeyboardEvent): boolean => e.target instanceof HTMLElement && (e.target.isContentEditable || ["INPUT", "TEXTAREA", "SELECT"].includes(e.target.tagName));

/** "Ctrl+Z", "Shift+N", "F2", "?": how a key press is written. */
export function pressed(e: KeyboardEvent): string {
  const key = e.key.length === 1 ? e.key.toUpperCase() : e.key;
  const shifted = e.shiftKey && (e.key.length > 1 || /[a-z]/i.test(e.key));
  return `${e.ctrlKey || e.metaKey ? "Ctrl+" : ""}${shifted ? "Shift+" : ""}${key}`;
}

/** Shortcuts that work while a component is shown; not while somebody types in a field. */
export function useShortcuts(shortcuts: readonly Shortcut[]): void {
  const current = useRef(shortcuts);
  useEffect(() => {
    current.current = shortcuts;
    active.add(shortcuts);
    return () => { active.delete(shortcuts); };
  }, [shortcuts]);
  useEffect(() => {
    const onKey = (e: KeyboardEvent): void => {
      if (isTyping(e) || document.querySelector("[role=dialog],[role=menu]")) return;
      const hit = current.current.find((s) => s.keys === pressed(e));
      if (!hit) return;
      e.preventDefault();
      hit.run();
    };
    window.addEventListener("keydown", onKey);
    return () => { window.removeEventListener("keydown", onKey); };
  }, []);
}

const PLACES = [["1", "Today", "/"], ["2", "House style", "/house"], ["3", "Library", "/library"], ["4", "Rooms", "/rooms"], ["5", "Sessions", "/sessions"]] as const;

const ShortcutDialog = lazy(() => import("./shortcutDialog.tsx"));

/** The list of everything the keyboard does here; "?" opens it. */
export function ShortcutList() {
  const [open, setOpen] = useState(false);
  const navigate = useNavigate();
  const everywhere: Shortcut[] = [
    { keys: "?", says: "Show this list", run: () => { setOpen(true); } },
    ...PLACES.map(([keys, name, to]): Shortcut => ({ keys, says: `Go to ${name}`, run: () => { void navigate(to); } })),
  ];
  useShortcuts(everywhere);
  const here = [...active].flat().filter((s) => !everywhere.some((e) => e.keys === s.keys));
  return open ? <Suspense><ShortcutDialog here={here} everywhere={everywhere} onClose={() => { setOpen(false); }} /></Suspense> : null;
}
