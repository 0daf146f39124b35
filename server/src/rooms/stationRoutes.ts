import { Router } from "express";
import { answer } from "../answer.ts";
import { inTransaction } from "../transaction.ts";
import type { Pool } from "../database.ts";
import { doerOf } from "../doer.ts";
import { shut, tell } from "../news/tell.ts";
import { notFound } from "../problems.ts";
import { note } from "../record/store.ts";
import { keepReport, makeStation, withdrawStation } from "./stations.ts";
import { roomWith } from "./store.ts";

/** The stations of rooms: made and withdrawn by leads, and what they say of themselves. */
export function stationRoutes(pool: Pool): Router {
  const router = Router();
  answer(router, "newStation", ({ params: { room }, body, person, req }) =>
    inTransaction(pool, async (db) => {
      const { name, machines } = await roomWith(db, room);
      if (body.machine !== null && !machines.some((m) => m.name === body.machine))
        throw notFound(`sample machine of ${name} with this name`);
      const made = await makeStation(db, room, body, person.id);
      const what = body.machine === null ? "station" : `station of the sample machine ${body.machine},`;
      await note(db, req, {
        what: "station",
        who: person,
        says: `made the ${what} “${body.name}” for ${name}`,
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
      const at = await keepReport(db, person.id, body);
      await tell(db, { kind: "station", room: at.room, by: doerOf(person) });
      return { ...at, name: person.name };
    }),
  );
  return router;
}
