import type { Router } from "express";
import { answer } from "../answer.ts";
import type { Pool } from "../database.ts";
import { doerOf } from "../doer.ts";
import type { Styles } from "../house/styles.ts";
import { tell } from "../news/tell.ts";
import { note } from "../record/store.ts";
import { roomInUse } from "../rooms/store.ts";
import { once } from "../transaction.ts";
import { viaOf } from "../via.ts";
import { sessionCard } from "./cards.ts";
import { lastStarted } from "./again.ts";
import { copySession, folderFor, rename, replug } from "./life.ts";
import { toldApart } from "./start.ts";
import { placeOfSession } from "./store.ts";

/** What is done to a running session as a whole. */
export function lifeRoutes(router: Router, pool: Pool, styles: Styles): void {
  const here = ({ params }: { params: { session: string } }) => placeOfSession(pool, params.session);
  answer(router, "nameLook", async ({ query: { title, room } }) => {
    const { style } = await styles.current(pool);
    const { name } = await roomInUse(pool, room);
    return toldApart(pool, title, folderFor(style, name, new Date()));
  });
  answer(router, "lastStarted", ({ params }) => lastStarted(pool, params.room));
  answer(
    router,
    "replug",
    ({ params: { session }, body, person, req, errand }) =>
      replug(pool, styles, { ...body, session, by: doerOf(person), via: viaOf(req), errand }),
    here,
  );
  answer(
    router,
    "renameSession",
    ({ params: { session }, body, person, req, errand }) =>
      rename(pool, styles, { ...body, session, by: doerOf(person), via: viaOf(req), errand }),
    here,
  );
  answer(
    router,
    "copySession",
    ({ params, body, person, req, errand }) =>
      once(pool, errand, async (db) => {
        const by = doerOf(person);
        const { title: of } = await sessionCard(db, params.session);
        const made = await copySession(db, styles, params.session, body.title, by);
        await note(db, req, {
          what: "sessions",
          who: person,
          says: `started “${made.title}” as “${of}” is`,
        });
        await tell(db, { kind: "session", card: await sessionCard(db, made.id), by });
        return made;
      }),
    here,
  );
}
