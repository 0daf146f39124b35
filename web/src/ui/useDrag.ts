import { useEffect, useInsertionEffect, useRef, useState } from "react";
import type { PointerEvent as ReactPointerEvent } from "react";

/** Where the pointer is in the window, in pixels. */
export interface Point {
  readonly x: number;
  readonly y: number;
}

export interface DragActs<T> {
  /** What a press takes hold of; null: nothing. */
  grip(e: ReactPointerEvent): T | null;
  /**
   * The pointer is at another place while something is held. @param by how far it went since it was pressed
   */
  move(what: T, at: Point, by: Point): void;
  /** Let go, where the pointer stood then. */
  drop(what: T, at: Point): void;
  /** Given up: by Escape, or because the browser took the pointer away. */
  giveUp?(what: T): void;
  /** Pressed and let go without having been moved. */
  tap?(what: T): void;
  /** What scrolls while the pointer is held near its upper or lower edge. */
  scrolls?(): HTMLElement | null;
}

/** So near an edge, as a share of the height, what is dragged scrolls what it is dragged over. */
const EDGE = 0.08;
const PIXELS_A_FRAME = 9;

interface Hold<T> {
  readonly what: T;
  readonly pointer: number;
  readonly from: Point;
  at: Point;
  moving: boolean;
}

/**
 * Dragging by the pointer. Put `onPointerDown` on what holds the things that are dragged.
 * @param slack how far the pointer goes before a press counts as dragging, in pixels
 * @returns also what is dragged now, for drawing
 */
export function useDrag<T>(acts: DragActs<T>, slack = 4) {
  const last = useRef(acts);
  useInsertionEffect(() => {
    last.current = acts;
  });
  const hold = useRef<Hold<T> | null>(null);
  const [dragged, setDragged] = useState<T | null>(null);
  useEffect(() => listen(hold, last, slack, setDragged), [slack]);
  const onPointerDown = (e: ReactPointerEvent): void => {
    if (e.button !== 0 || hold.current) return;
    const what = acts.grip(e);
    const at = { x: e.clientX, y: e.clientY };
    if (what !== null) hold.current = { what, pointer: e.pointerId, from: at, at, moving: false };
  };
  return { onPointerDown, dragged };
}

/** Follows the pointer over the whole window for as long as something is held. @returns what ends that */
function listen<T>(
  held: { current: Hold<T> | null },
  acts: { readonly current: DragActs<T> },
  slack: number,
  show: (what: T | null) => void,
): () => void {
  const end = (): Hold<T> | null => {
    const hold = held.current;
    held.current = null;
    show(null);
    return hold;
  };
  const moved = (hold: Hold<T>): void =>
    acts.current.move(hold.what, hold.at, { x: hold.at.x - hold.from.x, y: hold.at.y - hold.from.y });
  const scroll = (): void => {
    const hold = held.current;
    if (!hold?.moving) return;
    const box = acts.current.scrolls?.() ?? null;
    if (box && scrollBy(box, hold.at.y)) moved(hold);
    requestAnimationFrame(scroll);
  };
  const onMove = (e: PointerEvent): void => {
    const hold = held.current;
    if (!hold || e.pointerId !== hold.pointer) return;
    hold.at = { x: e.clientX, y: e.clientY };
    if (!hold.moving) {
      if (Math.hypot(hold.at.x - hold.from.x, hold.at.y - hold.from.y) < slack) return;
      hold.moving = true;
      show(hold.what);
      requestAnimationFrame(scroll);
    }
    moved(hold);
  };
  const onUp = (e: PointerEvent): void => {
    if (e.pointerId !== held.current?.pointer) return;
    const hold = end();
    if (hold?.moving) acts.current.drop(hold.what, { x: e.clientX, y: e.clientY });
    else if (hold) acts.current.tap?.(hold.what);
  };
  const giveUp = (): void => {
    const hold = end();
    if (hold?.moving) acts.current.giveUp?.(hold.what);
  };
  const onKey = (e: KeyboardEvent): void => {
    if (e.key !== "Escape" || !held.current) return;
    e.preventDefault();
    giveUp();
  };
  const leaving = new AbortController();
  const { signal } = leaving;
  window.addEventListener("pointermove", onMove, { signal });
  window.addEventListener("pointerup", onUp, { signal });
  window.addEventListener("pointercancel", giveUp, { signal });
  window.addEventListener("keydown", onKey, { signal, capture: true });
  return () => leaving.abort();
}

/** Scrolls where the pointer stands near the upper or lower edge. @returns whether it did */
function scrollBy(box: HTMLElement, y: number): boolean {
  const { top, bottom, height } = box.getBoundingClientRect();
  const before = box.scrollTop;
  if (y < top + height * EDGE) box.scrollTop -= PIXELS_A_FRAME;
  else if (y > bottom - height * EDGE) box.scrollTop += PIXELS_A_FRAME;
  return box.scrollTop !== before;
}
