import type { Change } from "@mossy/core/session/change";
import type { Session } from "@mossy/core/session/document";
import type { Clash } from "./rules.ts";

/** Whether what was done has reached the house. */
export type Saving = "saved" | "saving" | "waiting";
export interface WorkpieceState<D = Session, C = Change> {
  readonly doc: D;
  readonly saving: Saving;
  readonly savedAt: Date;
  /** What undo and redo would do; null where there is nothing. */
  readonly undoes: string | null;
  readonly redoes: string | null;
  /** What did not go through, for the person to read. */
  readonly problem: string | null;
  /** Own edits that somebody else's change shut out, to choose between. */
  readonly clashes: readonly Clash<C>[];
  /** The document before what was done last in this window; null where that was undone or done again. */
  readonly before: D | null;
}

/** Waits so many milliseconds. */
export const lettingPass = (ms: number): Promise<void> =>
  new Promise((r) => {
    setTimeout(r, ms);
  });
