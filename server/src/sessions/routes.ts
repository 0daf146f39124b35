import { Router } from "express";
import type { Request } from "express";
import type { Person } from "@mossy/contract/people";
import { doerOf } from "../doer.ts";
import { note } from "../record/store.ts";
import { answer } from "../answer.ts";
import type { FileAnswer } from "../answer.ts";
import { inTransaction, once } from "../transaction.ts";
import type { Pool } from "../database.ts";
import type { Files } from "../files/files.ts";
import type { Styles } from "../house/styles.ts";
import { tell } from "../news/tell.ts";
import type { Place } from "../rights.ts";
import { countAnew } from "../check/counts.ts";
import { roomWith } from "../rooms/store.ts";
import type { Crew } from "../crew/crew.ts";
import { LARGE } from "../crew/large.ts";
import { Written } from "../written.ts";
import { fitJob, fitLookJob, fitPaperJob, fitWaysJob, packageJob, sessionJob } from "./jobs.ts";
import { lastDecided } from "./fitChoices.ts";
import { writePackage } from "./packed.ts";
import { sendToStation } from "./send.ts";
import { startSession } from "./start.ts";
import { sessionCard, sessionsPage } from "./cards.ts";
import { closeSession, placeOfSession, sessionWith, tickLine } from "./store.ts";
import { documentRoutes } from "./documentRoutes.ts";
import { lifeRoutes } from "./lifeRoutes.ts";
import { checkInRoutes } from "./checkInRoutes.ts";
import { blockRoutes, earlierRoutes, forwardRoutes } from "./forwardRoutes.ts";

export function sessionRoutes(pool: Pool, styles: Styles, crew: Crew, files: Files): Router {
  const router = Router();
  documentRoutes(router, pool, styles, crew, files);
  answer(router, "sessions", async ({ query }) => {
    await countAnew(pool, styles, crew);
    return sessionsPage(pool, query);
  });
  const wholeSession = async (session: string, person: Person) => {
    const { id, tracks, title } = await sessionCard(pool, session);
    await countAnew(pool, styles, crew, id);
    if (tracks <= LARGE) return sessionWith(pool, id);
    return new Written(await crew.run(sessionJob, id, { who: person.id, what: `“${title}”` }));
  };
  answer(router, "session", ({ params, person }) => wholeSession(params.session, person));
  const here = ({ params }: { params: { session: string } }) => placeOfSession(pool, params.session);
  const whoFits = ({ id }: Person) => ({ who: id, what: "the fit" });
  answer(router, "lookAtFit", ({ body, person }) => crew.run(fitLookJob, body, whoFits(person)));
  answer(router, "fitWays", ({ body, person }) => crew.run(fitWaysJob, body, whoFits(person)));
  answer(router, "fitPaper", ({ body, person }) => crew.run(fitPaperJob, body, whoFits(person)));
  answer(router, "lastDecided", ({ params }) => lastDecided(pool, params.room, params.template));
  answer(
    router,
    "startSession",
    async ({ body, person, req, errand }) => {
      const fitted = await crew.run(fitJob, body, { who: person.id, what: `“${body.title}”` });
      const now = await styles.current(pool);
      const id = await once(pool, errand, async (db) => {
        const started = await startSession(db, body, fitted, person.id, now);
        const says = `started “${body.title}” in ${body.room}`;
        await note(db, req, { what: "sessions", who: person, says });
        await tell(db, { kind: "session", card: await sessionCard(db, started), by: doerOf(person) });
        return started;
      });
      return wholeSession(id, person);
    },
    async ({ body }) => {
      await roomWith(pool, body.room);
      return { room: body.room };
    },
  );
  packageRoute(router, { pool, crew, files }, here);
  workingRoutes(router, pool, here);
  closingRoutes(router, pool, here);
  checkInRoutes(router, pool, crew, files);
  forwardRoutes(router, pool, crew);
  earlierRoutes(router, pool, crew);
  blockRoutes(router, pool, crew);
  lifeRoutes(router, pool, styles);
  return router;
}

/** The package of a session; its sound files come from the store while it is sent. */
function packageRoute(
  router: Router,
  { pool, crew, files }: { readonly pool: Pool; readonly crew: Crew; readonly files: Files },
  here: Here,
): void {
  answer(
    router,
    "package",
    async ({ params: { session }, query, person: { id: who } }): Promise<FileAnswer> => {
      const without = query.without.split(",").filter((hash) => hash !== "");
      const made = await crew.run(packageJob, { session, who, without }, { who, what: "the package" });
      const { bytes, name, sounds } = made;
      return {
        bytes: sounds.length === 0 ? bytes : (to) => writePackage(pool, files, made, to),
        name,
        type: "application/zip",
      };
    },
    here,
  );
}

/** What is done to a session while it is worked on: ticking its list off, sending it to its room. */
function workingRoutes(router: Router, pool: Pool, here: Here): void {
  answer(
    router,
    "tickLine",
    async ({ params, body, person }) =>
      inTransaction(pool, async (db) => {
        const ticks = await tickLine(db, params.session, body, person.id);
        const { line } = body;
        const tick = ticks.find((t) => t.item === line) ?? null;
        await tell(db, { kind: "ticked", session: params.session, line, tick, by: doerOf(person) });
        return { ticks };
      }),
    here,
  );
  answer(
    router,
    "sendToStation",
    async ({ params, body, person, errand }) =>
      once(pool, errand, (db) => sendToStation(db, params.session, body.as, doerOf(person))),
    here,
  );
}

type Here = (ask: { params: { session: string } }) => Promise<Place>;

/** Closing a session, and opening it again. */
function closingRoutes(router: Router, pool: Pool, here: Here): void {
  const close = (session: string, person: Person, req: Request, at: Date | null) =>
    inTransaction(pool, async (db) => {
      const card = await closeSession(db, session, person.id, at);
      const says = at === null ? `opened “${card.title}” again` : `closed “${card.title}”`;
      await note(db, req, { what: "sessions", who: person, says });
      await tell(db, { kind: "session", card, by: doerOf(person) });
      return { done: true as const };
    });
  answer(
    router,
    "closeSession",
    ({ params, person, req }) => close(params.session, person, req, new Date()),
    here,
  );
  answer(
    router,
    "openSession",
    ({ params, person, req }) => close(params.session, person, req, null),
    here,
  );
}
