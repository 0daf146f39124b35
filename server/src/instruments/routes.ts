import { Router } from "express";
import { plural } from "@mossy/core/session/plural";
import { articulationsIn } from "@mossy/core/instruments/library";
import { answer } from "../answer.ts";
import type { Crew } from "../crew/crew.ts";
import type { Pool } from "../database.ts";
import { doerOf } from "../doer.ts";
import { tell } from "../news/tell.ts";
import { note } from "../record/store.ts";
import { inTransaction, once } from "../transaction.ts";
import { findJob } from "./jobs.ts";
import { addLibrary, changeLibrary, issueOf, putAway, sampleLibraries, wholeLibrary } from "./store.ts";

/** Sample libraries of the house: the catalogue, and what can be found in it. */
export function instrumentRoutes(pool: Pool, crew: Crew): Router {
  const router = Router();
  answer(router, "sampleLibraries", async () => ({ libraries: await sampleLibraries(pool) }));
  answer(router, "articulations", ({ query: { find = "", from }, person }) =>
    crew.run(findJob, { find, from }, { who: person.id, what: "articulations" }),
  );
  answer(router, "sampleLibrary", ({ params }) => wholeLibrary(pool, params.library));
  answer(router, "libraryIssue", ({ params }) => issueOf(pool, params.library, params.issue));
  answer(router, "newSampleLibrary", ({ body: { library }, person, req, errand }) =>
    once(pool, errand, async (db) => {
      const id = await addLibrary(db, library, person.id);
      const many = plural(articulationsIn(library), "articulation");
      const says = `took in the sample library “${library.name}”, ${many}`;
      await note(db, req, { what: "library", who: person, says });
      await tell(db, { kind: "sample-library", library: id, revision: 0, by: doerOf(person) });
      return { id };
    }),
  );
  answer(router, "editSampleLibrary", ({ params, body, person, errand }) =>
    once(pool, errand, async (db) => {
      const made = await changeLibrary(db, params.library, body.revision, body.changes, person.id);
      const by = doerOf(person);
      await tell(db, { kind: "sample-library", library: params.library, revision: made.revision, by });
      return made;
    }),
  );
  answer(router, "putAwayLibrary", ({ params, body: { gone }, person, req }) =>
    inTransaction(pool, async (db) => {
      const name = await putAway(db, params.library, gone);
      const says = `${gone ? "put away" : "brought back"} the sample library “${name}”`;
      await note(db, req, { what: "library", who: person, says });
      const { revision } = await wholeLibrary(db, params.library);
      await tell(db, { kind: "sample-library", library: params.library, revision, by: doerOf(person) });
      return { gone };
    }),
  );
  return router;
}
