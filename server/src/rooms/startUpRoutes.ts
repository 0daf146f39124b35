import type { Router } from "express";
import { plural } from "@mossy/core/session/plural";
import { answer } from "../answer.ts";
import type { Pool } from "../database.ts";
import { doerOf } from "../doer.ts";
import { tell } from "../news/tell.ts";
import { note } from "../record/store.ts";
import { inTransaction } from "../transaction.ts";
import { keepOpening, setStartUp, startUpFile, startUpOf, startUps } from "./startUp.ts";
import { roomOfStation } from "./stations.ts";
import { roomInUse } from "./store.ts";

const DONE = { done: true } as const;

/** What the stations of rooms open with. */
export function startUpRoutes(router: Router, pool: Pool): void {
  answer(router, "startUps", () => startUps(pool));
  answer(router, "setStartUp", async ({ params: { room }, body, person, req }) => {
    await inTransaction(pool, async (db) => {
      const { name } = await roomInUse(db, room);
      await setStartUp(db, room, body, person.id);
      const says = `said what the stations of ${name} open with: ${plural(body.list.length, "template")}`;
      await note(db, req, { what: "rooms", who: person, says });
      await tell(db, { kind: "start-up", room, by: doerOf(person) });
    });
    return DONE;
  });
  answer(router, "startUpHere", async ({ person }) => ({
    list: await startUpOf(pool, await roomOfStation(pool, person.id)),
  }));
  answer(router, "startUpFile", async ({ params, person }) =>
    startUpFile(pool, await roomOfStation(pool, person.id), params.template),
  );
  answer(router, "reportStartUp", async ({ body, person }) => {
    await inTransaction(pool, async (db) => {
      await keepOpening(db, person.id, body.has);
      await tell(db, { kind: "station", room: await roomOfStation(db, person.id), by: doerOf(person) });
    });
    return DONE;
  });
}
