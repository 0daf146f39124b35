import { Router } from "express";
import { safeFileName } from "@mossy/core/names/disk";
import { answer } from "../answer.ts";
import { inTransaction } from "../transaction.ts";
import { doerOf } from "../doer.ts";
import { tell } from "../news/tell.ts";
import { note } from "../record/store.ts";
import type { Pool } from "../database.ts";
import { documentWith } from "../documents/store.ts";
import type { Crew } from "../crew/crew.ts";
import { handIn } from "./handIn.ts";
import { correctedJob } from "./jobs.ts";
import { placeOfSession, sessionOfCheckIn, sessionWith } from "./store.ts";
import { checkInWith, setAside } from "./checkInStore.ts";

/** What comes back from rooms, and the corrected file that goes there. */
export function checkInRoutes(router: Router, pool: Pool, crew: Crew): void {
  answer(
    router,
    "handIn",
    async ({ query, body, person, errand }) =>
      handIn(pool, crew, {
        bytes: body,
        name: safeFileName(query.name ?? "", "session.dawproject"),
        session: query.session,
        sure: query.sure === "yes",
        by: person,
        errand,
      }),
    // Without a session in the address only the file says which it is.
    async ({ query }) => (query.session === undefined ? null : placeOfSession(pool, query.session)),
  );
  answer(router, "checkIn", async ({ params }) => {
    const c = await checkInWith(pool, params.checkIn);
    const { baseline } = await sessionWith(pool, c.session);
    return {
      ...c,
      session: await sessionOfCheckIn(pool, c),
      baseline,
      now: await documentWith(pool, c.document),
    };
  });
  const placeOfCheckIn = async ({ params }: { params: { checkIn: string } }) =>
    placeOfSession(pool, (await checkInWith(pool, params.checkIn)).session);
  answer(
    router,
    "correctedFile",
    ({ params, person }) =>
      crew.run(correctedJob, params.checkIn, { who: person.id, what: "the corrected file" }),
    placeOfCheckIn,
  );
  answer(
    router,
    "setAside",
    async ({ params, body, person, req }) => {
      await inTransaction(pool, async (db) => {
        const { session, number } = await setAside(db, params.checkIn, body.reason, person.id);
        const { title, room } = await sessionWith(db, session);
        const says =
          body.reason === null
            ? `took check-in ${number} of “${title}” in again`
            : `set check-in ${number} of “${title}” aside: ${body.reason}`;
        await note(db, req, { what: "taken-back", who: person, says });
        await tell(db, { kind: "session", session, room, by: doerOf(person) });
      });
      return { done: true as const };
    },
    placeOfCheckIn,
  );
}
