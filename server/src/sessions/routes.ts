import { Router } from "express";
import { makePackage } from "@mossy/core/formats/package";
import { answer } from "../answer.ts";
import type { FileAnswer } from "../answer.ts";
import { inTransaction } from "../database.ts";
import type { Pool, Db } from "../database.ts";
import type { Styles } from "../house/styles.ts";
import { tell } from "../news/tell.ts";
import { HouseProblem } from "../problems.ts";
import { countAnew } from "../check/counts.ts";
import { startSession } from "./start.ts";
import { markSent, sessionCards, sessionWith, tickLine } from "./store.ts";
import { documentRoutes } from "./documentRoutes.ts";
import { checkInRoutes } from "./checkInRoutes.ts";

export function sessionRoutes(pool: Pool, styles: Styles): Router {
  const router = Router();
  documentRoutes(router, pool, styles);
  answer(router, "sessions", async () => {
    await countAnew(pool, styles);
    return { sessions: await sessionCards(pool) };
  });
  answer(router, "session", async ({ params }) => {
    const { id } = await sessionWith(pool, params.session);
    await countAnew(pool, styles, id);
    return sessionWith(pool, id);
  });
  answer(router, "startSession", async ({ body, person }) => {
    const now = await styles.current(pool);
    return sessionWith(pool, await inTransaction(pool, (db) => startSession(db, body, person.name, now)));
  });
  answer(router, "package", async ({ params }) => packageOf(pool, styles, params.session));
  answer(router, "tickLine", async ({ params, body, person }) =>
    inTransaction(pool, async (db) => {
      const ticks = await tickLine(db, params.session, body.line, body.done, person.name);
      await tell(db, { kind: "ticked", session: params.session, by: person.name });
      return { ticks };
    }),
  );
  answer(router, "sendToStation", async ({ params, body, person }) =>
    inTransaction(pool, (db) => sendToStation(db, params.session, body.as, person.name)),
  );
  checkInRoutes(router, pool, styles);
  return router;
}

async function packageOf(pool: Pool, styles: Styles, session: string): Promise<FileAnswer> {
  const s = await sessionWith(pool, session);
  const { style } = await styles.current(pool);
  const bytes = makePackage({
    house: style.house,
    room: s.roomAs,
    session: s.now,
    id: s.id,
    folder: s.folder,
    report: s.report,
    from: `${s.templateName}, release ${s.release}`,
    stands: s.lastCheckIn ? `as it stands after check-in ${s.lastCheckIn.number}` : null,
  });
  return { bytes, name: `${s.folder}.zip`, type: "application/zip" };
}

/** Tells the station of a room that something waits for it. */
async function sendToStation(db: Db, session: string, as: "package" | "correction", by: string) {
  const s = await sessionWith(db, session);
  const [last] = s.checkIns;
  if (as === "correction" && !last)
    throw new HouseProblem(
      422,
      "Nothing to correct",
      "Nothing has come back from the room yet. Send the package.",
    );
  await markSent(db, s.id, as);
  const { id, room, title } = s;
  await tell(db, { kind: "sent", session: id, room, title, as, checkIn: last?.id ?? null, by });
  return { done: true } as const;
}
