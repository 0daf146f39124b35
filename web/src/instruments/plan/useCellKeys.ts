import { useRef } from "react";
import type { KeyboardEvent, RefObject } from "react";

const STEPS: Readonly<Record<string, readonly [down: number, right: number]>> = {
  ArrowUp: [-1, 0],
  ArrowDown: [1, 0],
  ArrowLeft: [0, -1],
  ArrowRight: [0, 1],
};

/** Arrow keys from cell to cell of a table whose cells say where they are: `data-at="row column"`. */
export function useCellKeys(): {
  readonly table: RefObject<HTMLTableElement | null>;
  readonly move: (e: KeyboardEvent) => void;
} {
  const table = useRef<HTMLTableElement>(null);
  const move = (e: KeyboardEvent): void => {
    const step = STEPS[e.key];
    const cell = e.target instanceof HTMLElement ? e.target.closest<HTMLElement>("[data-at]") : null;
    const [row, column] = (cell?.dataset["at"] ?? "").split(" ").map(Number);
    if (!step || row === undefined || column === undefined) return;
    e.preventDefault();
    table.current?.querySelector<HTMLElement>(`[data-at="${row + step[0]} ${column + step[1]}"]`)?.focus();
  };
  return { table, move };
}
