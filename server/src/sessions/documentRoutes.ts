import { Router } from "express";
import { answer } from "../answer.ts";
import type { FileAnswer } from "../answer.ts";
import { doerOf } from "../doer.ts";
import { once } from "../transaction.ts";
import type { Pool, Db } from "../database.ts";
import type { Styles } from "../house/styles.ts";
import { tell } from "../news/tell.ts";
import { changeDocument, documentWith } from "../documents/store.ts";
import { keepCounts, standing } from "../check/counts.ts";
import type { Crew } from "../crew/crew.ts";
import { inputListJob } from "./jobs.ts";
import type { ListWish } from "./jobs.ts";
import { openForWriting } from "./store.ts";
import { ownerOf } from "./checkInStore.ts";
import type { Person } from "@mossy/contract/people";
import type { Change } from "@mossy/core/session/change";

/** Documents as they are worked on, and their input lists on paper. */
export function documentRoutes(router: Router, pool: Pool, styles: Styles, crew: Crew): void {
  answer(router, "document", async ({ params }) => documentWith(pool, params.document));
  const list = (wish: ListWish, person: Person): Promise<FileAnswer> =>
    crew.run(inputListJob, wish, { who: person.id, what: "the input list" });
  answer(router, "inputListPdf", ({ params, query, person }) =>
    list({ document: params.document, title: query.title ?? null }, person),
  );
  answer(router, "sessionInputListPdf", ({ params, person }) => list({ session: params.session }, person));
  answer(
    router,
    "editDocument",
    async ({ params, body, person, errand }) =>
      once(pool, errand, (db) => editDocument(db, styles, crew, params.document, body, person)),
    async ({ params }) => {
      const owner = await ownerOf(pool, params.document);
      return owner === "draft" ? { room: null } : { room: owner.room, session: owner };
    },
  );
}

/** Changes a document; what came back from a room is counted anew with it. */
async function editDocument(
  db: Db,
  styles: Styles,
  crew: Crew,
  id: string,
  { revision, changes }: { revision: number; changes: readonly Change[] },
  person: Person,
) {
  const owner = await ownerOf(db, id);
  if (owner !== "draft") await openForWriting(db, owner.session);
  const { document, merged } = await changeDocument(db, id, revision, changes, person.id);
  if (owner !== "draft") {
    const { session } = document;
    const stand = await standing(db, styles, crew, { session, from: owner, who: person.id });
    await keepCounts(db, document.id, stand);
  }
  await tell(db, {
    kind: "document",
    document: document.id,
    revision: document.revision,
    by: doerOf(person),
  });
  return { revision: document.revision, merged, updatedAt: document.updatedAt };
}
