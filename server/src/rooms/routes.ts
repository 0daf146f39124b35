import { Router } from "express";
import { answer } from "../answer.ts";
import { inTransaction } from "../database.ts";
import type { Pool } from "../database.ts";
import type { Styles } from "../house/styles.ts";
import { tell } from "../news/tell.ts";
import { countAnew } from "../check/counts.ts";
import { roomCards, tick } from "./store.ts";

export function roomRoutes(pool: Pool, styles: Styles): Router {
  const router = Router();
  answer(router, "rooms", async () => {
    await countAnew(pool, styles);
    return { rooms: await roomCards(pool) };
  });
  answer(router, "tick", async ({ params, body, person }) =>
    inTransaction(pool, async (db) => {
      const ticks = await tick(db, params.room, params.item.slice(0, 60), body.done, person.name);
      await tell(db, { kind: "room-ticked", room: params.room, by: person.name });
      return { ticks };
    }),
  );
  return router;
}
