import { Router } from "express";
import { answer } from "../answer.ts";
import { inTransaction } from "../transaction.ts";
import type { Pool } from "../database.ts";
import { doerOf } from "../doer.ts";
import { shut, tell } from "../news/tell.ts";
import { note } from "../record/store.ts";
import { keepReport, makeStation, withdrawStation } from "./stations.ts";
import { roomWith } from "./store.ts";

/** The stations of rooms: made and withdrawn by leads, and what they say of themselves. */
export function stationRoutes(pool: Pool): Router {
  const router = Router();
  answer(router, "newStation", ({ params: { room }, body, person, req }) =>
    inTransaction(pool, async (db) => {
      const { name } = await roomWith(db, room);
      const made = await makeStation(db, room, body.name, person.id);
      await note(db, req, {
        what: "station",
        who: person,
        says: `made the station “${body.name}” for ${name}`,
      });
      await tell(db, { kind: "station", room, by: doerOf(person) });
      return made;
    }),
  );
  answer(router, "withdrawStation", ({ params: { room, station }, person, req }) =>
    inTransaction(pool, async (db) => {
      const name = await withdrawStation(db, room, station);
      await shut(db, { person: station });
      await note(db, req, { what: "station", who: person, says: `withdrew the station “${name}”` });
      await tell(db, { kind: "station", room, by: doerOf(person) });
      return { done: true as const };
    }),
  );
  answer(router, "report", ({ body, person }) =>
    inTransaction(pool, async (db) => {
      const at = await keepReport(db, person.id, body.says);
      await tell(db, { kind: "station", room: at.room, by: doerOf(person) });
      return { ...at, name: person.name };
    }),
  );
  return router;
}
