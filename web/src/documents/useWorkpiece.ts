import type { WorkingDocument } from "@mossy/contract/documents";
import { useEffect, useMemo, useSyncExternalStore } from "react";
import type { Workpiece, WorkpieceState } from "./workpiece.ts";
import { workpieceOf, heardOf } from "./workpieces.ts";

/**
 * The workpiece of a document of the house: one for all pages of this window, kept in step with what others
 * do to it.
 */
export function useWorkpiece(document: WorkingDocument): { work: Workpiece; state: WorkpieceState } {
  const { id, revision } = document;
  // Later fetches of the same document do not make another workpiece; it hears of them.
  // oxlint-disable-next-line react-hooks/exhaustive-deps
  const work = useMemo(() => workpieceOf(document), [id]);
  useEffect(() => heardOf(id, revision), [id, revision]);
  const state = useSyncExternalStore(work.subscribe, work.state);
  return { work, state };
}
