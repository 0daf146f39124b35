import type { Router } from "express";
import { plural } from "@mossy/core/session/plural";
import { answer } from "../answer.ts";
import type { Crew } from "../crew/crew.ts";
import type { Pool } from "../database.ts";
import { doerOf } from "../doer.ts";
import { tell } from "../news/tell.ts";
import { note } from "../record/store.ts";
import { inTransaction } from "../transaction.ts";
import { Written } from "../written.ts";
import { letEngineers } from "./engineers.ts";
import { installedIn, keepInstalled, setSubstitutes, substitutesNow } from "./equipment.ts";
import { deviceMatrixJob } from "./jobs.ts";
import { roomOfStation } from "./stations.ts";
import { roomWith } from "./store.ts";

const DONE = { done: true } as const;

/** What is installed in rooms, and what may stand for what. */
export function deviceRoutes(router: Router, pool: Pool, crew: Crew): void {
  answer(router, "installed", async ({ params }) => {
    await roomWith(pool, params.room);
    return installedIn(pool, params.room);
  });
  answer(
    router,
    "tellInstalled",
    async ({ params: { room }, body, person, req }) => {
      await inTransaction(pool, async (db) => {
        const was = await roomWith(db, room);
        if (person.right !== "lead") letEngineers(was, was);
        await keepInstalled(db, room, body, person.id);
        const says = `told what is installed in ${was.name}: ${plural(body.devices.length, "device")}`;
        await note(db, req, { what: "rooms", who: person, says });
        await tell(db, { kind: "devices", room, by: doerOf(person) });
      });
      return DONE;
    },
    async ({ params }) => {
      await roomWith(pool, params.room);
      return { room: params.room };
    },
  );
  answer(router, "reportInstalled", async ({ body, person }) => {
    await inTransaction(pool, async (db) => {
      const room = await roomOfStation(db, person.id);
      await keepInstalled(db, room, { devices: body.devices, revision: null }, person.id);
      await tell(db, { kind: "devices", room, by: doerOf(person) });
    });
    return DONE;
  });
  answer(router, "substitutes", () => substitutesNow(pool));
  answer(router, "setSubstitutes", async ({ body, person, req }) => {
    await inTransaction(pool, async (db) => {
      await setSubstitutes(db, body);
      await note(db, req, { what: "rooms", who: person, says: "said what may stand for what" });
      await tell(db, { kind: "devices", room: null, by: doerOf(person) });
    });
    return DONE;
  });
  answer(
    router,
    "deviceMatrix",
    async ({ person }) =>
      new Written(
        await crew.run(deviceMatrixJob, undefined, { who: person.id, what: "the matrix of rooms" }),
      ),
  );
}
