import { Router } from "express";
import { answer } from "../answer.ts";
import { countAnew } from "../check/counts.ts";
import type { Crew } from "../crew/crew.ts";
import type { Pool } from "../database.ts";
import { doerOf } from "../doer.ts";
import type { Styles } from "../house/styles.ts";
import { notFound } from "../problems.ts";
import { placeOfSession } from "../sessions/store.ts";
import { orDoneAlready } from "../transaction.ts";
import { viaOf } from "../via.ts";
import { driftOverJob, driftPaperJob, putRightJob, toPutRightJob, undoRunJob } from "./jobs.ts";
import { rightRuns } from "./run.ts";

/** Drift over time, and putting it right in many sessions. */
export function driftRoutes(pool: Pool, styles: Styles, crew: Crew): Router {
  const router = Router();
  answer(router, "driftOver", async ({ query, person }) => {
    await countAnew(pool, styles, crew);
    return crew.run(driftOverJob, query, { who: person.id, what: "drift over time" });
  });
  answer(router, "driftPaper", async ({ query, person }) => {
    await countAnew(pool, styles, crew);
    return crew.run(driftPaperJob, query, { who: person.id, what: "drift on paper" });
  });
  answer(router, "toPutRight", async ({ params, query, person }) => {
    const from = Number(params.from);
    if (!Number.isInteger(from) || from < 0) throw notFound(`place “${params.from}”`);
    await countAnew(pool, styles, crew);
    const { rule = null, room = null, template = null } = query;
    return crew.run(
      toPutRightJob,
      { from, rule, room, template },
      { who: person.id, what: "what is to put right" },
    );
  });
  answer(
    router,
    "putRight",
    ({ params: { session }, body, person, req, errand }) => {
      const wish = { ...body, session, by: doerOf(person), via: viaOf(req), errand };
      return orDoneAlready(pool, errand, () =>
        crew.run(putRightJob, wish, { who: person.id, what: "putting a session right" }),
      );
    },
    ({ params }) => placeOfSession(pool, params.session),
  );
  answer(router, "rightRuns", async () => ({ runs: await rightRuns(pool) }));
  answer(router, "undoRun", ({ params: { run }, person, req }) => {
    const wish = { run, by: person, via: viaOf(req) };
    return crew.run(undoRunJob, wish, { who: person.id, what: "undoing a run" });
  });
  return router;
}
