import { Router } from "express";
import { doerOf } from "../doer.ts";
import { answer } from "../answer.ts";
import { once } from "../transaction.ts";
import type { Pool } from "../database.ts";
import { tell } from "../news/tell.ts";
import { notFound } from "../problems.ts";
import { note } from "../record/store.ts";
import type { Styles } from "./styles.ts";
import { impactOfDraft, usesOfExceptions } from "./impact.ts";
import { unreadNames } from "./unread.ts";
import { changeDraft, currentEdition, draft, editionWith, editions, hands, publish } from "./store.ts";

export function houseRoutes(pool: Pool, styles: Styles): Router {
  const router = Router();
  answer(router, "house", async () => ({ draft: await draft(pool), editions: await editions(pool) }));
  answer(router, "currentEdition", async () => editionWith(pool, await currentEdition(pool)));
  answer(router, "houseEdition", async ({ params }) => {
    const wanted = Number(params.edition);
    if (!Number.isInteger(wanted)) throw notFound(`edition “${params.edition}”`);
    return editionWith(pool, wanted);
  });
  answer(router, "unreadNames", async () => {
    const names = await unreadNames(pool, (await styles.current(pool)).style);
    return { names: names.map((n) => ({ ...n, families: [...n.families], where: [...n.where] })) };
  });
  answer(router, "impact", async ({ params }) => {
    const from = Number(params.from);
    if (!Number.isInteger(from) || from < 0) throw notFound(`place “${params.from}” to go on from`);
    return impactOfDraft(pool, (await styles.current(pool)).style, await styles.ofDraft(pool), from);
  });
  answer(router, "houseUses", async () => usesOfExceptions(pool, await styles.ofDraft(pool)));
  answer(router, "houseHands", async () => ({ hands: await hands(pool) }));
  answer(router, "editHouse", async ({ body, person, deed }) =>
    once(pool, deed, async (db) => {
      const edited = await changeDraft(db, body.revision, body.changes, person.id);
      await tell(db, { kind: "house-draft", revision: edited.revision, by: doerOf(person) });
      return edited;
    }),
  );
  answer(router, "publishEdition", async ({ body, person, req, deed }) =>
    once(pool, deed, async (db) => {
      const edition = await publish(db, body.revision, body.note, person.id);
      const says = `published edition ${edition.number} of the house style: ${body.note}`;
      await note(db, req, { what: "published", who: person, says });
      await tell(db, { kind: "edition", edition: edition.number, by: doerOf(person) });
      return edition;
    }),
  );
  return router;
}
