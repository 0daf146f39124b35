import { Router } from "express";
import { answer } from "../answer.ts";
import type { Pool } from "../database.ts";
import { roomCards, tick } from "./store.ts";

export function roomRoutes(pool: Pool): Router {
  const router = Router();
  answer(router, "rooms", async () => ({ rooms: await roomCards(pool) }));
  answer(router, "tick", async ({ params, body, person }) => ({ ticks: await tick(pool, params.room, params.item.slice(0, 60), body.done, person.name) }));
  return router;
}
