import { Suspense, lazy, useEffect, useRef, useState } from "react";
import { useNavigate } from "react-router";
import type { KeyHint } from "./shortcutDialog.tsx";

export interface Shortcut extends KeyHint {
  readonly run: () => void;
}
const active = new Set<readonly KeyHint[]>();

/** Lists what keys do that a part of the page sees to itself, while it is shown. */
export function useKeyHints(told: readonly KeyHint[]): void {
  useEffect(() => {
    active.add(told);
    return () => {
      active.delete(told);
    };
  }, [told]);
}

/** Where letters are typed, or choose from an open list or menu. */
const TYPED_INTO =
  "input, textarea, select, [contenteditable=true], [role=listbox], [role=menu], " +
  "[role=menubar], [role=option], [role=menuitem], [role=combobox], [role=alertdialog]";

/**
 * Whether a key is meant for what has the focus. A list one chooses from takes letters, and undoes nothing by
 * itself.
 */
const isTyping = (e: KeyboardEvent): boolean =>
  e.target instanceof Element &&
  e.target.closest(TYPED_INTO) !== null &&
  !(e.target instanceof HTMLSelectElement && (e.ctrlKey || e.metaKey));

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
    return () => {
      active.delete(shortcuts);
    };
  }, [shortcuts]);
  useEffect(() => {
    const onKey = (e: KeyboardEvent): void => {
      if (e.defaultPrevented || isTyping(e) || document.querySelector("[role=dialog],[role=menu]")) return;
      const hit = current.current.find((s) => s.keys === pressed(e));
      if (!hit) return;
      e.preventDefault();
      hit.run();
    };
    window.addEventListener("keydown", onKey);
    return () => window.removeEventListener("keydown", onKey);
  }, []);
}

/** What keys do everywhere without being shortcuts of a page. */
const BESIDE: readonly KeyHint[] = [
  { keys: "Ctrl+Enter", says: "Do the main thing of a panel or form" },
  { keys: "Esc", says: "Leave a field as it was; give a panel up" },
];

/** Ctrl+Enter does the main thing of a form, from any of its fields. */
function useFormsDone(): void {
  useEffect(() => {
    const onKey = (e: KeyboardEvent): void => {
      if (
        e.key !== "Enter" ||
        !(e.ctrlKey || e.metaKey) ||
        e.defaultPrevented ||
        !(e.target instanceof Element)
      )
        return;
      const form = e.target.closest("form");
      if (!form) return;
      e.preventDefault();
      // What stands in the field is set first, as on leaving it.
      if (e.target instanceof HTMLElement) {
        e.target.blur();
        e.target.focus();
      }
      form.requestSubmit();
    };
    window.addEventListener("keydown", onKey);
    return () => window.removeEventListener("keydown", onKey);
  }, []);
}

const PLACES = [
  ["1", "Today", "/"],
  ["2", "House style", "/house"],
  ["3", "Library", "/library"],
  ["4", "Rooms", "/rooms"],
  ["5", "Sessions", "/sessions"],
] as const;

const ShortcutDialog = lazy(() => import("./shortcutDialog.tsx"));

/** The list of everything the keyboard does here; "?" opens it. */
export function ShortcutList() {
  const [open, setOpen] = useState(false);
  const navigate = useNavigate();
  const everywhere: Shortcut[] = [
    {
      keys: "?",
      says: "Show this list",
      run: () => setOpen(true),
    },
    ...PLACES.map(([keys, name, to]): Shortcut => ({
      keys,
      says: `Go to ${name}`,
      run: () => void navigate(to),
    })),
  ];
  useShortcuts(everywhere);
  useFormsDone();
  const here = [...active].flat().filter((s) => !everywhere.some((e) => e.keys === s.keys));
  return open ? (
    <Suspense>
      <ShortcutDialog here={here} everywhere={[...everywhere, ...BESIDE]} onClose={() => setOpen(false)} />
    </Suspense>
  ) : null;
}
