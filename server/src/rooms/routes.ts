import { Router } from "express";
import { answer } from "../answer.ts";
import type { Pool } from "../database.ts";
import { roomCards } from "./store.ts";

export function roomRoutes(pool: Pool): Router {
  const router = Router();
  answer(router, "rooms", async () => ({ rooms: await roomCards(pool) }));
  return router;
}
