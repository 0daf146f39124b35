import { Router } from "express";
import { answer } from "../answer.ts";
import type { FileAnswer } from "../answer.ts";
import type { Pool } from "../database.ts";
import type { Files } from "../files/files.ts";
import type { Styles } from "../house/styles.ts";
import { documentWith } from "../documents/store.ts";
import type { Crew } from "../crew/crew.ts";
import { LARGE } from "../crew/large.ts";
import { doerOf } from "../doer.ts";
import { orDoneAlready } from "../transaction.ts";
import { Written } from "../written.ts";
import { edit } from "./edit.ts";
import { documentJob, editJob, inputListJob, paperJob } from "./jobs.ts";
import type { ListWish } from "./jobs.ts";
import { ownerOf } from "./checkInStore.ts";
import type { Person } from "@mossy/contract/people";

/** Documents as they are worked on, and their input lists on paper. */
export function documentRoutes(router: Router, pool: Pool, styles: Styles, crew: Crew, files: Files): void {
  answer(router, "document", async ({ params: { document }, person }) => {
    const { tracks } = await ownerOf(pool, document);
    if (tracks <= LARGE) return documentWith(pool, document);
    return new Written(await crew.run(documentJob, document, { who: person.id, what: "a large session" }));
  });
  const list = (wish: ListWish, person: Person): Promise<FileAnswer> =>
    crew.run(inputListJob, wish, { who: person.id, what: "the input list" });
  answer(router, "inputListPdf", ({ params, query, person }) =>
    list({ document: params.document, title: query.title ?? null }, person),
  );
  answer(router, "sessionInputListPdf", ({ params, person }) => list({ session: params.session }, person));
  answer(router, "paper", ({ params: { document }, query, person }) =>
    crew.run(paperJob, { document, ...query }, { who: person.id, what: "the running order" }),
  );
  answer(
    router,
    "editDocument",
    async ({ params: { document }, body, person, errand }) => {
      const wish = { document, ...body, by: doerOf(person), errand };
      const { tracks } = await ownerOf(pool, document);
      if (tracks <= LARGE) return edit({ pool, styles, files }, wish);
      return orDoneAlready(pool, errand, () =>
        crew.run(editJob, wish, { who: person.id, what: "an edit of a large session" }),
      );
    },
    async ({ params }) => {
      const owner = await ownerOf(pool, params.document);
      return "template" in owner ? { room: null } : { room: owner.room, session: owner };
    },
  );
}
