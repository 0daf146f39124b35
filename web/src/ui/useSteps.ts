import { useState } from "react";

/** States of something that is edited in a form before it is sent, with what undoes and redoes them. */
export interface Steps<T> {
  readonly now: T;
  /** Goes on to another state, under a name for what was done. */
  readonly go: (to: T, label: string) => void;
  /** What undo would take back, and redo do again; null for nothing. */
  readonly undoes: string | null;
  readonly redoes: string | null;
  readonly undo: () => void;
  readonly redo: () => void;
  /** Begins anew from a state. */
  readonly begin: (from: T) => void;
}

interface Step<T> {
  readonly state: T;
  readonly label: string;
}
interface Past<T> {
  readonly now: T;
  readonly behind: readonly Step<T>[];
  readonly ahead: readonly Step<T>[];
}

/** Undo without limit for what stands in a form and is not sent yet. */
export function useSteps<T>(start: T, onChange: (now: T) => void = () => undefined): Steps<T> {
  const [past, setPast] = useState<Past<T>>({ now: start, behind: [], ahead: [] });
  const to = (next: Past<T>): void => {
    setPast(next);
    onChange(next.now);
  };
  const { now, behind, ahead } = past;
  const [last, next] = [behind.at(-1), ahead.at(-1)];
  return {
    now,
    go: (state, label) => to({ now: state, behind: [...behind, { state: now, label }], ahead: [] }),
    undoes: last?.label ?? null,
    redoes: next?.label ?? null,
    undo: () => {
      if (last)
        to({
          now: last.state,
          behind: behind.slice(0, -1),
          ahead: [...ahead, { state: now, label: last.label }],
        });
    },
    redo: () => {
      if (next)
        to({
          now: next.state,
          behind: [...behind, { state: now, label: next.label }],
          ahead: ahead.slice(0, -1),
        });
    },
    begin: (from) => to({ now: from, behind: [], ahead: [] }),
  };
}
