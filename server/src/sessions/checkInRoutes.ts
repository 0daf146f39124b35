import { Router } from "express";
import { safeFileName } from "@mossy/core/names/disk";
import { writeExchange } from "@mossy/core/formats/exchange/write";
import { SESSION_FILE_ENDING } from "@mossy/core/formats/package";
import { answer } from "../answer.ts";
import type { Pool } from "../database.ts";
import type { Styles } from "../house/styles.ts";
import { documentWith } from "../documents/store.ts";
import { handIn } from "./handIn.ts";
import { sessionOfCheckIn, sessionWith } from "./store.ts";
import { checkInWith } from "./checkInStore.ts";

/** What comes back from rooms, and the corrected file that goes there. */
export function checkInRoutes(router: Router, pool: Pool, styles: Styles): void {
  answer(router, "handIn", async ({ query, body, person }) =>
    handIn(pool, styles, {
      bytes: body,
      name: safeFileName(query.name ?? "", "session.dawproject"),
      session: query.session,
      sure: query.sure === "yes",
      by: person.name,
      at: new Date(),
    }),
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
  answer(router, "correctedFile", async ({ params }) => {
    const c = await checkInWith(pool, params.checkIn);
    const { session } = await documentWith(pool, c.document);
    return {
      bytes: writeExchange(session, c.session),
      name: `${safeFileName(session.title)}_put_right${SESSION_FILE_ENDING}`,
      type: "application/zip",
    };
  });
}
