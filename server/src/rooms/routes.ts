import { Router } from "express";
import type { Request } from "express";
import type { Person } from "@mossy/contract/people";
import { answer } from "../answer.ts";
import { inTransaction, once } from "../transaction.ts";
import type { Crew } from "../crew/crew.ts";
import type { Db, Pool } from "../database.ts";
import { doerOf } from "../doer.ts";
import type { Styles } from "../house/styles.ts";
import { tell } from "../news/tell.ts";
import { notFound } from "../problems.ts";
import { note } from "../record/store.ts";
import { letEngineers } from "./engineers.ts";
import { layoutRoutes } from "./layoutRoutes.ts";
import { startUpRoutes } from "./startUpRoutes.ts";
import { deviceRoutes } from "./deviceRoutes.ts";
import { dropSoftware, editSoftware, makeSoftware, softwareCards } from "./software.ts";
import {
  editRoom,
  makeRoom,
  orderRooms,
  retireRoom,
  roomCards,
  roomWith,
  tick as tickOff,
  wholeRoomCard,
} from "./store.ts";

const DONE = { done: true } as const;

export function roomRoutes(pool: Pool, styles: Styles, crew: Crew): Router {
  const router = Router();
  answer(router, "rooms", async () => ({ rooms: await roomCards(pool) }));
  answer(router, "room", ({ params }) => wholeRoomCard(pool, params.room));
  answer(
    router,
    "tick",
    async ({ params: { room, item }, body, person }) => {
      const { house } = (await styles.current(pool)).style;
      // What was ticked off before an edition took the line out can still be taken away.
      if (body.done && !house.checklist.some((line) => line.id === item))
        throw notFound(`line “${item.slice(0, 60)}” on the list every room goes through`);
      return inTransaction(pool, async (db) => {
        const ticks = await tickOff(db, room, item, body, person.id);
        const tick = ticks.find((t) => t.item === item) ?? null;
        await tell(db, { kind: "room-ticked", room, item, tick, by: doerOf(person) });
        return { ticks };
      });
    },
    async ({ params }) => {
      await roomWith(pool, params.room);
      return { room: params.room };
    },
  );
  keptByLeads(router, pool);
  softwareRoutes(router, pool);
  deviceRoutes(router, pool, crew);
  startUpRoutes(router, pool);
  layoutRoutes(router, pool);
  return router;
}

/** A room was changed: the record has it, and everybody hears. */
async function changed(db: Db, req: Request, by: Person, room: string, says: string): Promise<void> {
  await note(db, req, { what: "rooms", who: by, says });
  await tell(db, { kind: "room", room, by: doerOf(by) });
}

/** Rooms made, edited, ordered and retired. */
function keptByLeads(router: Router, pool: Pool): void {
  answer(router, "newRoom", ({ body, person, req, errand }) =>
    once(pool, errand, async (db) => {
      const id = await makeRoom(db, body.room);
      await changed(db, req, person, id, `made the room ${body.room.name}`);
      return { id };
    }),
  );
  answer(
    router,
    "editRoom",
    async ({ params, body, person, req }) => {
      await inTransaction(pool, async (db) => {
        if (person.right !== "lead") letEngineers(await roomWith(db, params.room), body.room);
        await editRoom(db, params.room, body.revision, body.room);
        await changed(db, req, person, params.room, `edited the room ${body.room.name}`);
      });
      return DONE;
    },
    async ({ params }) => {
      await roomWith(pool, params.room);
      return { room: params.room };
    },
  );
  answer(router, "orderRooms", async ({ body, person, req }) => {
    await inTransaction(pool, async (db) => {
      await orderRooms(db, body.rooms);
      await changed(db, req, person, body.rooms[0] ?? "", "put the rooms in another order");
    });
    return DONE;
  });
  answer(router, "retireRoom", async ({ params, body, person, req }) => {
    await inTransaction(pool, async (db) => {
      const { name } = await retireRoom(db, params.room, body.retired);
      await changed(
        db,
        req,
        person,
        params.room,
        `${body.retired ? "retired" : "brought back"} the room ${name}`,
      );
    });
    return DONE;
  });
}

/** What the software of rooms can do. */
function softwareRoutes(router: Router, pool: Pool): void {
  const told = async (db: Db, req: Request, by: Person, says: string): Promise<void> => {
    await note(db, req, { what: "rooms", who: by, says });
    await tell(db, { kind: "software", by: doerOf(by) });
  };
  answer(router, "allSoftware", async () => ({ software: await softwareCards(pool) }));
  answer(router, "newSoftware", ({ body, person, req, errand }) =>
    once(pool, errand, async (db) => {
      const id = await makeSoftware(db, body);
      await told(db, req, person, `described the software “${body.name}”`);
      return { id };
    }),
  );
  answer(router, "editSoftware", async ({ params, body: { revision, ...to }, person, req }) => {
    await inTransaction(pool, async (db) => {
      await editSoftware(db, params.software, revision, to);
      await told(db, req, person, `said what “${to.name}” can do`);
    });
    return DONE;
  });
  answer(router, "dropSoftware", async ({ params, person, req }) => {
    await inTransaction(pool, async (db) => {
      const name = await dropSoftware(db, params.software);
      await told(db, req, person, `dropped the software “${name}”`);
    });
    return DONE;
  });
}
