import type { Person } from "@mossy/contract/people";
import type { News } from "@mossy/contract/news";
import type { Remark } from "@mossy/contract/remarks";
import { Router } from "express";
import { answer } from "../answer.ts";
import type { Db, Pool } from "../database.ts";
import { doerOf } from "../doer.ts";
import type { Newsroom } from "../news/newsroom.ts";
import { tell } from "../news/tell.ts";
import { notFound } from "../problems.ts";
import { inTransaction, once } from "../transaction.ts";
import { isUuid } from "../uuid.ts";
import { addRemark, answerRemark, colleagues, remarksOn, setDone } from "./store.ts";

type What = Extract<News, { kind: "remark" }>["what"];

export function remarkRoutes(pool: Pool, newsroom: Newsroom): Router {
  const router = Router();
  const told = async (db: Db, person: Person, what: What, remark: Remark): Promise<Remark> => {
    const { id, of, by: from, for: to } = remark;
    await tell(db, { kind: "remark", remark: id, of, what, from, to, by: doerOf(person) });
    return remark;
  };
  answer(router, "remarks", async ({ query }) => ({ remarks: await remarksOn(pool, query) }));
  answer(router, "addRemark", ({ body, person, errand }) =>
    once(pool, errand, async (db) => told(db, person, "made", await addRemark(db, body, person.id))),
  );
  answer(router, "answerRemark", ({ params, body, person, errand }) =>
    once(pool, errand, async (db) =>
      told(db, person, "answered", await answerRemark(db, params.remark, body.text, person.id)),
    ),
  );
  answer(router, "remarkDone", ({ params, body: { done }, person }) =>
    inTransaction(pool, async (db) =>
      told(db, person, done ? "done" : "taken up", await setDone(db, params.remark, done, person.id)),
    ),
  );
  answer(router, "colleagues", async () => ({ people: await colleagues(pool) }));
  answer(router, "here", async ({ params: { document }, body, person }) => {
    if (!isUuid(document)) throw notFound("document with this id");
    const by = doerOf(person);
    await tell(pool, { kind: "here", document, ...body, by });
    return { here: newsroom.here.others(document, body.window) };
  });
  return router;
}
