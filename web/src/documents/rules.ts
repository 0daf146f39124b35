import type { Change } from "@mossy/core/session/change";
import type { Session } from "@mossy/core/session/document";

/** An edit that met somebody else's: what it would take to have it all the same. */
export interface Clash<C = Change> {
  readonly id: number;
  readonly label: string;
  /** None where nothing can bring it about any more. */
  readonly yours: readonly C[];
  /** The same in parts that can each be decided by itself: values, items of lists, paragraphs of texts. */
  readonly parts: readonly (readonly C[])[];
}

/** How documents of a kind change: sessions and the house style alike. */
export interface ChangeRules<D, C> {
  /** @throws ChangeRefused where a change no longer fits */
  apply(doc: D, changes: readonly C[]): D;
  inverse(changes: readonly C[]): C[];
  /** Changes sorted by whether they can stand in a document as they are. */
  sortOut(now: D, changes: readonly C[]): { readonly doc: D; readonly stand: C[]; readonly clash: C[] };
  /**
   * The changes that still bring about what clashing ones were to. @param mine the document as it was for
   * whoever made them
   */
  insist(now: D, mine: D, clashes: readonly C[]): C[];
  decidesTheSame(a: C, b: C): boolean;
}

/** How a workpiece talks to the house. */
export interface DocumentKeeper<D = Session, C = Change> {
  /**
   * Sends changes made to a revision. Rejects with `refused: true` where somebody else was faster, with
   * `false` where the house does not answer.
   * @param key the same when the same is sent again: it is done once
   */
  send(
    revision: number,
    changes: readonly C[],
    key: string,
  ): Promise<{ revision: number; merged: boolean }>;
  load(): Promise<{ revision: number; doc: D }>;
}
export class EditRefused extends Error {
  constructor(
    readonly refused: boolean,
    reason: string,
    /** Whether whoever waits should read the reason. */
    readonly told = false,
  ) {
    super(reason);
  }
}
