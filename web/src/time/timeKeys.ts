import { gridStep } from "@mossy/core/time/counted";
import type { Counting } from "@mossy/core/time/counted";
import type { KeyboardEvent } from "react";
import type { Workpiece } from "../documents/workpiece.ts";
import { moved, takenAway } from "./edits.ts";
import { stepped } from "./rows.ts";
import type { Row } from "./rows.ts";
import { stretchOf } from "./shown.ts";
import type { Picked, Shown } from "./shown.ts";

const WAYS = {
  ArrowLeft: "before",
  ArrowRight: "after",
  ArrowUp: "up",
  ArrowDown: "down",
  Home: "first",
  End: "last",
} as const;

interface Acts {
  readonly shown: Shown;
  readonly rows: readonly Row[];
  readonly counting: Counting;
  readonly picked: Picked | null;
  readonly here: number;
  readonly work: Workpiece | null;
  readonly onPick: (picked: Picked | null) => void;
  readonly onHere: (seconds: number) => void;
}

/**
 * What keys do in the drawing: the arrows go from one thing to the next, move it with Shift and its end with Ctrl;
 * Delete takes it away, Enter goes to its fields, Escape lets it go.
 */
export const timeKeys =
  (acts: Acts) =>
  (e: KeyboardEvent): void => {
    if (e.defaultPrevented || e.altKey) return;
    const held = e.shiftKey || e.ctrlKey || e.metaKey;
    if (held ? shifted(acts, e) : arrow(acts, e.key) || other(acts, e.key)) e.preventDefault();
  };

/** Moves what is chosen by a step of what is counted, or its end. @returns whether it was such a key */
function shifted({ shown, counting, picked, work }: Acts, { key, shiftKey }: KeyboardEvent): boolean {
  if (key !== "ArrowLeft" && key !== "ArrowRight") return false;
  const stretch = stretchOf(shown, picked);
  if (!picked || !stretch || !work) return false;
  const at = shiftKey ? stretch.from : (stretch.to ?? stretch.from);
  const change = moved(shown, picked, !shiftKey, gridStep(at, key === "ArrowRight" ? 1 : -1, counting));
  if (change) work.edit([change], shiftKey ? "move" : "length");
  return true;
}

function arrow({ rows, picked, counting, here, onPick, onHere }: Acts, key: string): boolean {
  if (!(key in WAYS)) return false;
  const next = stepped(rows, picked, WAYS[key as keyof typeof WAYS]);
  if (next) onPick(next);
  else if (!picked && (key === "ArrowLeft" || key === "ArrowRight"))
    onHere(gridStep(here, key === "ArrowRight" ? 1 : -1, counting));
  return true;
}

function other({ shown, rows, picked, work, onPick }: Acts, key: string): boolean {
  if (!picked) return false;
  if (key === "Enter") {
    document.querySelector<HTMLElement>("[data-chosen] :is(input, select, textarea)")?.focus();
    return true;
  }
  if (key === "Escape") {
    onPick(null);
    return true;
  }
  if ((key !== "Delete" && key !== "Backspace") || !work) return false;
  const change = takenAway(shown, picked);
  if (!change) return true;
  onPick(stepped(rows, picked, "after") ?? stepped(rows, picked, "before"));
  work.edit([change], "take away");
  return true;
}
