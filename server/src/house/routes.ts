import { Router } from "express";
import { doerOf } from "../doer.ts";
import { answer } from "../answer.ts";
import { once } from "../transaction.ts";
import type { Crew } from "../crew/crew.ts";
import type { Pool } from "../database.ts";
import { tell } from "../news/tell.ts";
import { notFound } from "../problems.ts";
import { note } from "../record/store.ts";
import { bookJob, habitsJob, impactJob, unreadJob, usesJob } from "./jobs.ts";
import { changeDraft, currentEdition, draft, editionWith, editions, hands, publish } from "./store.ts";

export function houseRoutes(pool: Pool, crew: Crew): Router {
  const router = Router();
  answer(router, "house", async () => ({ draft: await draft(pool), editions: await editions(pool) }));
  answer(router, "currentEdition", async () => editionWith(pool, await currentEdition(pool)));
  answer(router, "houseEdition", async ({ params }) => {
    const wanted = Number(params.edition);
    if (!Number.isInteger(wanted)) throw notFound(`edition “${params.edition}”`);
    return editionWith(pool, wanted);
  });
  answer(router, "unreadNames", async ({ person }) => ({
    names: await crew.run(unreadJob, null, { who: person.id, what: "the names nobody reads" }),
  }));
  answer(router, "habits", ({ person }) =>
    crew.run(habitsJob, null, { who: person.id, what: "the habits of the rooms" }),
  );
  answer(router, "impact", async ({ params, person }) => {
    const from = Number(params.from);
    if (!Number.isInteger(from) || from < 0) throw notFound(`place “${params.from}” to go on from`);
    return crew.run(impactJob, from, { who: person.id, what: "the impact of the draft" });
  });
  answer(router, "houseUses", ({ person }) =>
    crew.run(usesJob, null, { who: person.id, what: "the uses of exceptions" }),
  );
  answer(router, "houseBook", ({ query: { edition = null }, person }) =>
    crew.run(bookJob, edition, { who: person.id, what: "the house style on paper" }),
  );
  answer(router, "houseHands", async () => ({ hands: await hands(pool) }));
  answer(router, "editHouse", async ({ body, person, errand }) =>
    once(pool, errand, async (db) => {
      const edited = await changeDraft(db, body.revision, body.changes, person.id);
      await tell(db, { kind: "house-draft", revision: edited.revision, by: doerOf(person) });
      return edited;
    }),
  );
  answer(router, "publishEdition", async ({ body, person, req, errand }) =>
    once(pool, errand, async (db) => {
      const edition = await publish(db, body.revision, body.note, person.id);
      const says = `published edition ${edition.number} of the house style: ${body.note}`;
      await note(db, req, { what: "published", who: person, says });
      await tell(db, { kind: "edition", edition: edition.number, by: doerOf(person) });
      return edition;
    }),
  );
  return router;
}
