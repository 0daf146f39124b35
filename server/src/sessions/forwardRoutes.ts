import { Router } from "express";
import { answer } from "../answer.ts";
import type { Crew } from "../crew/crew.ts";
import type { Pool } from "../database.ts";
import { doerOf } from "../doer.ts";
import { notFound } from "../problems.ts";
import { orDoneAlready } from "../transaction.ts";
import { viaOf } from "../via.ts";
import { Written } from "../written.ts";
import {
  behindJob,
  blockLookJob,
  blockPlacesJob,
  bringBlockJob,
  bringForwardJob,
  earlierJob,
  followInSessionJob,
  forwardLookJob,
  handOverJob,
  undoForwardJob,
} from "./jobs.ts";
import { placeOfSession } from "./store.ts";

/** A number in an address. @throws HouseProblem 404 where it is none */
function numberIn(text: string, what: string): number {
  const n = Number(text);
  if (!Number.isInteger(n) || n < 0) throw notFound(`${what} “${text}”`);
  return n;
}

/** Sessions that follow the releases of their templates: one, and all that are behind. */
export function forwardRoutes(router: Router, pool: Pool, crew: Crew): void {
  const here = ({ params }: { params: { session: string } }) => placeOfSession(pool, params.session);
  answer(router, "forwardLook", async ({ params, person }) => {
    const wish = { session: params.session, to: numberIn(params.release, "release") };
    return new Written(await crew.run(forwardLookJob, wish, { who: person.id, what: "a newer release" }));
  });
  answer(router, "behind", async ({ params, query, person }) => {
    const wish = { ...query, from: numberIn(params.from, "place") };
    return crew.run(behindJob, wish, { who: person.id, what: "what is behind" });
  });
  answer(
    router,
    "bringForward",
    ({ params: { session }, body, person, req, errand }) => {
      const { release, revision, choices } = body;
      const wish = {
        session,
        release,
        revision,
        choices: new Map(choices),
        by: doerOf(person),
        via: viaOf(req),
        errand,
      };
      return orDoneAlready(pool, errand, () =>
        crew.run(bringForwardJob, wish, { who: person.id, what: "bringing a session forward" }),
      );
    },
    here,
  );
  answer(
    router,
    "handOver",
    ({ params: { session }, body: { revision, ...to }, person, req, errand }) => {
      const wish = { session, to, revision, by: doerOf(person), via: viaOf(req), errand };
      return orDoneAlready(pool, errand, () =>
        crew.run(handOverJob, wish, { who: person.id, what: "handing a session over" }),
      );
    },
    here,
  );
  answer(
    router,
    "undoForward",
    ({ params: { session }, person, req, errand }) => {
      const wish = { session, by: doerOf(person), via: viaOf(req), errand };
      return orDoneAlready(pool, errand, () =>
        crew.run(undoForwardJob, wish, { who: person.id, what: "taking back what was brought forward" }),
      );
    },
    here,
  );
}

/** Sessions that follow the editions of the house style. */
export function earlierRoutes(router: Router, pool: Pool, crew: Crew): void {
  answer(router, "earlier", async ({ params, person }) => {
    const wish = { from: numberIn(params.from, "place") };
    return crew.run(earlierJob, wish, { who: person.id, what: "what an edition asks" });
  });
  answer(
    router,
    "followInSession",
    ({ params: { session }, body, person, req, errand }) => {
      const wish = { ...body, session, by: doerOf(person), via: viaOf(req), errand };
      return orDoneAlready(pool, errand, () =>
        crew.run(followInSessionJob, wish, { who: person.id, what: "bringing a session forward" }),
      );
    },
    ({ params }) => placeOfSession(pool, params.session),
  );
}

/** Blocks of sessions brought forward, and every place where a block stands. */
export function blockRoutes(router: Router, pool: Pool, crew: Crew): void {
  const here = ({ params }: { params: { session: string } }) => placeOfSession(pool, params.session);
  answer(router, "blockLook", async ({ params: { session, held, release }, person }) => {
    const wish = { session, held, to: numberIn(release, "release") };
    return new Written(await crew.run(blockLookJob, wish, { who: person.id, what: "a block's release" }));
  });
  answer(router, "blockPlaces", async ({ params, person }) => {
    const wish = { block: params.template, from: numberIn(params.from, "place") };
    return crew.run(blockPlacesJob, wish, { who: person.id, what: "where a block stands" });
  });
  answer(
    router,
    "bringBlock",
    ({ params: { session, held }, body, person, req, errand }) => {
      const choices = new Map(body.choices);
      const wish = { ...body, session, held, choices, by: doerOf(person), via: viaOf(req), errand };
      return orDoneAlready(pool, errand, () =>
        crew.run(bringBlockJob, wish, { who: person.id, what: "bringing a block forward" }),
      );
    },
    here,
  );
}
