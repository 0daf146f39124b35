import { Router } from "express";
import { plural } from "@mossy/core/session/plural";
import { answer } from "../answer.ts";
import { mayEditBrought, saysOfBrought } from "../brought.ts";
import type { Crew } from "../crew/crew.ts";
import type { Pool } from "../database.ts";
import { doerOf } from "../doer.ts";
import { tell } from "../news/tell.ts";
import { note } from "../record/store.ts";
import { inTransaction, once } from "../transaction.ts";
import { patternsJob } from "./jobs.ts";
import { addPatterns, changePattern, patternsPage, wholePattern } from "./store.ts";

/** Patterns of the house: read from MIDI files, named, tagged. */
export function patternRoutes(pool: Pool, crew: Crew): Router {
  const router = Router();
  answer(router, "patterns", ({ query }) => patternsPage(pool, query));
  answer(router, "pattern", ({ params }) => wholePattern(pool, params.pattern));
  answer(router, "bringPatterns", async ({ query: { file }, body, person, req, errand }) => {
    const found = await crew.run(
      patternsJob,
      { path: body.path, file },
      { who: person.id, what: `“${file}”` },
    );
    return once(pool, errand, async (db) => {
      const patterns = await addPatterns(db, file, found, person.id);
      const says = `brought ${plural(patterns.length, "pattern")} from “${file}”`;
      await note(db, req, { what: "library", who: person, says });
      await tell(db, { kind: "patterns", by: doerOf(person) });
      return { patterns, left: found.reduce((sum, p) => sum + p.left, 0) };
    });
  });
  answer(router, "editPattern", ({ params, body, person, req }) =>
    inTransaction(pool, async (db) => {
      const was = await wholePattern(db, params.pattern);
      mayEditBrought(person, was);
      await changePattern(db, was.id, body);
      const now = await wholePattern(db, was.id);
      await note(db, req, { what: "library", who: person, says: saysOfBrought("pattern", was, now) });
      await tell(db, { kind: "patterns", by: doerOf(person) });
      return now;
    }),
  );
  return router;
}
