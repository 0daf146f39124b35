import type { WorkedOn } from "@mossy/contract/documents";
import type { News } from "@mossy/contract/news";
import { useCallback, useEffect, useState, useSyncExternalStore } from "react";
import { AskProblem, ask } from "../app/ask.ts";
import { useNews } from "../app/news.ts";
import { deedBook } from "./deeds.ts";
import { Desk, NotTaken } from "./desk.ts";
import type { DeskState } from "./desk.ts";

const taken = (e: unknown): never => { throw e instanceof AskProblem ? new NotTaken(e.status !== 0 && e.status < 500, e.message) : e; };

/** A desk for a document of the house, kept in step with what others do to it. The page that uses it is keyed by the document. */
export function useDesk(document: WorkedOn): { desk: Desk; state: DeskState } {
  const { id } = document;
  // A desk outlives later fetches of the same document: it hears of changes itself.
  const [desk] = useState(() => new Desk({
    send: (revision, changes) => ask("editDocument", { document: id }, { revision, changes: [...changes] }).catch(taken),
    load: () => ask("document", { document: id }).catch(taken),
  }, { revision: document.revision, session: document.session, savedAt: new Date(document.updatedAt) }, deedBook(id, sessionStorage)));
  useNews(useCallback((news: News) => { if (news.kind === "document" && news.document === id) void desk.heard(news.revision); }, [desk, id]));
  const state = useSyncExternalStore(desk.subscribe, desk.state);
  const unsent = state.saving !== "saved";
  useEffect(() => {
    if (!unsent) return;
    // The browser asks before it closes a window whose edits have not reached the house.
    const hold = (e: BeforeUnloadEvent): void => { e.preventDefault(); };
    window.addEventListener("beforeunload", hold);
    return () => { window.removeEventListener("beforeunload", hold); };
  }, [unsent]);
  return { desk, state };
}
