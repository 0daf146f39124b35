import { Router } from "express";
import { answer } from "../answer.ts";
import type { Crew } from "../crew/crew.ts";
import type { Pool } from "../database.ts";
import { doerOf } from "../doer.ts";
import { tell } from "../news/tell.ts";
import { once } from "../transaction.ts";
import { chainsOf, saveChain, usesOf } from "./chainStore.ts";
import { chainSheetsJob } from "./jobs.ts";

export function chainRoutes(pool: Pool, crew: Crew): Router {
  const router = Router();
  answer(router, "chains", async () => ({ chains: await chainsOf(pool) }));
  answer(router, "chainSheets", ({ query: { chain = null }, person }) =>
    crew.run(chainSheetsJob, chain, { who: person.id, what: "the chains on paper" }),
  );
  answer(router, "chainUses", async () => ({ uses: await usesOf(pool) }));
  answer(router, "saveChain", ({ body, person, errand }) =>
    once(pool, errand, async (db) => {
      const chain = await saveChain(db, body, person.id);
      await tell(db, { kind: "chain", chain: chain.id, by: doerOf(person) });
      return chain;
    }),
  );
  return router;
}
