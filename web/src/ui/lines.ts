import type { ReactNode } from "react";

/** What stands in a list, and how. */
export interface Lines<T> {
  readonly items: readonly T[];
  readonly keyOf: (item: T) => string;
  /** About how high a line is, in pixels; each is measured when it is drawn. */
  readonly height: number;
  /** Between lines, in pixels. */
  readonly gap?: number;
  readonly label?: string;
  readonly className?: string;
  readonly itemClass?: string;
  /** Called when the last of them comes in sight. */
  readonly atEnd?: () => void;
  readonly children: (item: T, index: number) => ReactNode;
}
export const COLUMNS = { 1: "flex flex-col", 2: "grid grid-cols-2" } as const;
