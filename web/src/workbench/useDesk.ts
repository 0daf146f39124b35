import type { WorkedOn } from "@mossy/contract/documents";
import { useEffect, useMemo, useSyncExternalStore } from "react";
import type { Desk, DeskState } from "./desk.ts";
import { deskOf, heardOf } from "./desks.ts";

/** The desk of a document of the house: one for all pages of this window, kept in step with what others do to it. */
export function useDesk(document: WorkedOn): { desk: Desk; state: DeskState } {
  const { id, revision } = document;
  // Later fetches of the same document do not make another desk; it hears of them.
  // oxlint-disable-next-line react-hooks/exhaustive-deps
  const desk = useMemo(() => deskOf(document), [id]);
  useEffect(() => heardOf(id, revision), [id, revision]);
  const state = useSyncExternalStore(desk.subscribe, desk.state);
  return { desk, state };
}
