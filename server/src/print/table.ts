import { LEFT } from "./paper.ts";
import type { Look, Paper } from "./paper.ts";

/** A column of a table on paper: its head, how wide it is in points, and what stands in it. */
export interface Column<L> {
  readonly head: string;
  readonly width: number;
  readonly of: (line: L) => string;
  readonly look?: Look;
}

export const MONO: Look = { face: "mono", size: 9 };
export const QUIET: Look = { size: 8, colour: "#5d5d55" };

/** A table that goes on with its heads on another page where one is full. */
export function table<L>(
  paper: Paper,
  columns: readonly Column<L>[],
  lines: readonly L[],
  height: number,
): void {
  const heads = (): void => {
    let x = LEFT;
    for (const c of columns) {
      paper.put(c.head, x, paper.y, c.width - 6, { face: "bold", size: 8 });
      x += c.width;
    }
    paper.y += 12;
    paper.rule();
  };
  heads();
  for (const line of lines) {
    if (paper.room(height)) heads();
    let x = LEFT;
    for (const c of columns) {
      paper.put(c.of(line), x, paper.y + (height - 15) / 2, c.width - 6, c.look ?? {});
      x += c.width;
    }
    paper.y += height - 4;
    paper.rule();
  }
}
