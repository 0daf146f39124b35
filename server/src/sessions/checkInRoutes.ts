import { Router } from "express";
import { diskNameWithEnding } from "@mossy/core/names/onDisk";
import { answer } from "../answer.ts";
import { inTransaction } from "../transaction.ts";
import { doerOf } from "../doer.ts";
import { tell } from "../news/tell.ts";
import { note } from "../record/store.ts";
import type { Pool } from "../database.ts";
import type { Crew } from "../crew/crew.ts";
import type { Files } from "../files/files.ts";
import { handIn } from "./handIn.ts";
import { LARGE } from "../crew/large.ts";
import { Written } from "../written.ts";
import { checkInPage } from "./checkInPage.ts";
import { writeCorrected } from "./corrected.ts";
import { checkInJob, correctedJob } from "./jobs.ts";
import { sessionCard } from "./cards.ts";
import { placeOfSession } from "./store.ts";
import { sessionOf, setAside } from "./checkInStore.ts";

/** What comes back from rooms, and the corrected file that goes there. */
export function checkInRoutes(router: Router, pool: Pool, crew: Crew, files: Files): void {
  answer(
    router,
    "handIn",
    async ({ query, body, person, errand }) =>
      handIn(pool, crew, {
        path: body.path,
        size: body.size,
        // Named as it came: it is shown, and goes back to whoever sent it.
        name: diskNameWithEnding(query.name || "session.dawproject", "as-written", "session"),
        session: query.session,
        sure: query.sure === "yes",
        by: person,
        errand,
      }),
    // Without a session in the address only the file says which it is.
    async ({ query }) => (query.session === undefined ? null : placeOfSession(pool, query.session)),
  );
  answer(router, "checkIn", async ({ params: { checkIn }, person }) => {
    const { tracks, title } = await sessionCard(pool, await sessionOf(pool, checkIn));
    if (tracks <= LARGE) return checkInPage(pool, checkIn);
    return new Written(await crew.run(checkInJob, checkIn, { who: person.id, what: `“${title}”` }));
  });
  const placeOfCheckIn = placeOf(pool);
  correctedRoutes(router, pool, crew, files);
  answer(
    router,
    "setAside",
    async ({ params, body, person, req }) => {
      await inTransaction(pool, async (db) => {
        const { session, number } = await setAside(db, params.checkIn, body.reason, person.id);
        const card = await sessionCard(db, session);
        const says =
          body.reason === null
            ? `took check-in ${number} of “${card.title}” in again`
            : `set check-in ${number} of “${card.title}” aside: ${body.reason}`;
        await note(db, req, { what: "taken-back", who: person, says });
        await tell(db, { kind: "session", card, by: doerOf(person) });
      });
      return { done: true as const };
    },
    placeOfCheckIn,
  );
}

/** The room and the session of a check-in. */
const placeOf =
  (pool: Pool) =>
  async ({ params }: { params: { checkIn: string } }) =>
    placeOfSession(pool, await sessionOf(pool, params.checkIn));

/** The corrected file, and the correction by itself. */
function correctedRoutes(router: Router, pool: Pool, crew: Crew, files: Files): void {
  const placeOfCheckIn = placeOf(pool);
  answer(
    router,
    "correctedFile",
    async ({ params: { checkIn }, person }) => {
      const made = await crew.run(correctedJob, checkIn, { who: person.id, what: "the corrected file" });
      return {
        bytes: (to) => writeCorrected(files, made, to),
        name: made.name,
        type: "application/zip",
      };
    },
    placeOfCheckIn,
  );
  answer(
    router,
    "correction",
    async ({ params: { checkIn }, person }) => {
      const made = await crew.run(correctedJob, checkIn, { who: person.id, what: "the correction" });
      return made.corrected;
    },
    placeOfCheckIn,
  );
}
