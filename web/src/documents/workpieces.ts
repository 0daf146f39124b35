import type { WorkingDocument } from "@mossy/contract/documents";
import { change } from "@mossy/core/session/change";
import type { z } from "zod";
import { AskProblem } from "../ui/askProblem.ts";
import { ask } from "../wire/ask.ts";
import { hear } from "../wire/news.ts";
import { queries, queryClient } from "../wire/queries.ts";
import { bookOf, unsentIn } from "./deeds.ts";
import { Workpiece } from "./workpiece.ts";
import { EditRefused } from "./rules.ts";
import type { ChangeRules, DocumentKeeper } from "./rules.ts";
import { SESSION_RULES } from "./sessionRules.ts";

/** The house has no space left: that passes only when somebody makes room (RFC 4918). */
const NO_SPACE = 507;

/** What did not reach the house: refused by it, or (no line, or it stumbled) to be tried again. */
export const taken = (e: unknown): never => {
  if (!(e instanceof AskProblem)) throw e;
  throw new EditRefused(e.status !== 0 && e.status < 500, e.message, e.status === NO_SPACE);
};

// One owner for every document that is worked on in this window: whatever page shows it shows the same
// workpiece,
// and an edit goes on its way to the house although its page was left.
const all = new Map<
  string,
  { readonly work: Workpiece<unknown, unknown>; heard: (revision: number) => void }
>();

/**
 * What is kept in the browser of a document is kept for who is signed in: nobody finds somebody else's
 * edits.
 */
const bookKey = (id: string): string => `${queryClient.getQueryData(queries.me.queryKey)?.id ?? ""}-${id}`;

/** What is worked out from documents is asked for again when it is next shown; lists hear it by the news. */
const FOLLOW = ["session", "chain-uses", "follow"];
function follow(): void {
  for (const key of FOLLOW) void queryClient.invalidateQueries({ queryKey: [key] });
}

/** What the draft of the house style goes by among the documents. */
export const HOUSE_STYLE = "house";
/** What stands before the id of a sample library among the documents. */
export const SAMPLES = "samples-";

/** The workpiece of a document in this window, made when it is first asked for. */
export function workpieceFor<D, C>(
  id: string,
  make: {
    rules: ChangeRules<D, C>;
    house: DocumentKeeper<D, C>;
    change: z.ZodType<C>;
    start: { revision: number; doc: D; savedAt: Date };
  },
): Workpiece<D, C> {
  const there = all.get(id);
  // What is asked for under one id is one kind of document.
  if (there) return there.work as unknown as Workpiece<D, C>;
  const work = new Workpiece(
    make.rules,
    make.house,
    make.start,
    bookOf(bookKey(id), make.change, sessionStorage),
  );
  let saved = work.revision;
  work.subscribe(() => {
    if (work.state().saving !== "saved" || work.revision === saved) return;
    saved = work.revision;
    follow();
  });
  all.set(id, {
    work: work as unknown as Workpiece<unknown, unknown>,
    heard: (revision) => void work.heard(revision),
  });
  return work;
}

/**
 * The workpiece of a session that is worked on. A page may have fetched it before it was changed: the
 * workpiece knows better.
 */
export function workpieceOf(document: WorkingDocument): Workpiece {
  const { id } = document;
  const work = workpieceFor(id, {
    rules: SESSION_RULES,
    change,
    house: {
      send: (revision, changes, key) =>
        ask("editDocument", { document: id }, { revision, changes: [...changes] }, key).catch(taken),
      load: () =>
        ask("document", { document: id })
          .then(({ revision, session }) => ({ revision, doc: session }))
          .catch(taken),
    },
    start: { revision: document.revision, doc: document.session, savedAt: new Date(document.updatedAt) },
  });
  heardOf(id, document.revision);
  return work;
}

/** Somebody changed a document, as the news or a fetched page says. */
export function heardOf(id: string, revision: number): void {
  all.get(id)?.heard(revision);
}

hear((news) => {
  if (news.kind === "document") heardOf(news.document, news.revision);
});

/** Another person, or nobody, is at this window: they begin with what the house has. */
export function forgetWorkpieces(): void {
  all.clear();
}

// Before the window closes, fields give what stands in them (ui/unleft.ts), then it is asked whether to
// lose what is not saved.
window.addEventListener("beforeunload", (e) => {
  if ([...all.values()].some(({ work }) => work.state().saving !== "saved")) e.preventDefault();
});

/** The documents with edits that had not reached the house when the window was loaded anew. */
const left = (): string[] => unsentIn(sessionStorage, bookKey("")).filter((id) => !all.has(id));

/**
 * Goes on with edits of sessions that had not reached the house, whatever page shows now. @returns whether
 * the house style has some too, and which sample libraries
 */
export async function goOn(): Promise<{ house: boolean; samples: string[] }> {
  const ids = left();
  for (const id of ids) {
    if (id !== HOUSE_STYLE && !id.startsWith(SAMPLES))
      await ask("document", { document: id }).then(workpieceOf, () => undefined);
  }
  const samples = ids.filter((id) => id.startsWith(SAMPLES)).map((id) => id.slice(SAMPLES.length));
  return { house: ids.includes(HOUSE_STYLE), samples };
}
