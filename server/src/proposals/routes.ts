import type { Person } from "@mossy/contract/people";
import type { ProposalCard } from "@mossy/contract/proposals";
import { Router } from "express";
import type { Request } from "express";
import { answer } from "../answer.ts";
import type { Crew } from "../crew/crew.ts";
import type { Db, Pool } from "../database.ts";
import { doerOf } from "../doer.ts";
import { tell } from "../news/tell.ts";
import { HouseProblem } from "../problems.ts";
import { note } from "../record/store.ts";
import { inTransaction, once } from "../transaction.ts";
import { Written } from "../written.ts";
import { proposalJob } from "./jobs.ts";
import { decide, openProposal, proposalCards } from "./store.ts";
import { propose, take } from "./take.ts";

export function proposalRoutes(pool: Pool, crew: Crew): Router {
  const router = Router();
  const told = async (
    db: Db,
    req: Request,
    person: Person,
    says: string,
    card: ProposalCard,
  ): Promise<ProposalCard> => {
    const to = card.template === null ? "" : ` to “${card.template.name}”`;
    await note(db, req, { what: "library", who: person, says: `${says} proposal ${card.number}${to}` });
    const { id, number, by: from, state } = card;
    await tell(db, { kind: "proposal", proposal: id, number, from, state, by: doerOf(person) });
    return card;
  };
  answer(router, "proposals", async () => ({ proposals: await proposalCards(pool) }));
  answer(
    router,
    "proposal",
    async ({ params, person }) =>
      new Written(await crew.run(proposalJob, params.proposal, { who: person.id, what: "a proposal" })),
  );
  answer(router, "propose", ({ body, person, req, errand }) =>
    once(pool, errand, async (db) =>
      told(db, req, person, "made", await propose(db, body, doerOf(person))),
    ),
  );
  answer(router, "takeProposal", ({ params, body, person, req, errand }) =>
    once(pool, errand, async (db) =>
      told(db, req, person, "took", await take(db, params.proposal, body, doerOf(person))),
    ),
  );
  const decided = (
    req: Request,
    person: Person,
    id: string,
    word: string,
    state: "declined" | "withdrawn",
  ) =>
    inTransaction(pool, async (db) => {
      const card = await openProposal(db, id);
      if (state === "withdrawn" && card.by.id !== person.id)
        throw new HouseProblem(
          403,
          "Not yours",
          `${card.by.name} made this proposal; a lead can decline it.`,
        );
      return told(db, req, person, state, await decide(db, id, { state, word, taken: [] }, person.id));
    });
  answer(router, "declineProposal", ({ params, body, person, req }) =>
    decided(req, person, params.proposal, body.word, "declined"),
  );
  answer(router, "withdrawProposal", ({ params, person, req }) =>
    decided(req, person, params.proposal, "", "withdrawn"),
  );
  return router;
}
