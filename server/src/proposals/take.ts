import type { Doer } from "@mossy/contract/people";
import type { BodyOf } from "@mossy/contract/routes";
import type { ProposalCard } from "@mossy/contract/proposals";
import { compare } from "@mossy/core/compare/sentences";
import { noteFrom } from "@mossy/core/compare/note";
import { likenesses } from "@mossy/core/library/proposal";
import { apply } from "@mossy/core/session/apply";
import { attempt } from "@mossy/core/session/attempt";
import { session as sessionSchema } from "@mossy/core/session/document";
import { changeDocument } from "../documents/store.ts";
import type { Db } from "../database.ts";
import { saveChain } from "../library/chainStore.ts";
import { templateCard } from "../library/cards.ts";
import { keepStand } from "../library/stands.ts";
import { templateWith } from "../library/store.ts";
import { tell } from "../news/tell.ts";
import { HouseProblem } from "../problems.ts";
import { sessionCard } from "../sessions/cards.ts";
import { addProposal, decide, openProposal, whatOf } from "./store.ts";
import type { NewProposal } from "./store.ts";

type Wish = BodyOf<"propose">;
/** So much of what a proposal does is kept to find others that do the same. */
const MOST_TOUCHES = 400;
const MOST_SENTENCES = 12;

/** Keeps a proposal. @throws HouseProblem where its changes do not fit what they are made to */
export async function propose(db: Db, wish: Wish, by: Doer): Promise<ProposalCard> {
  if (wish.session !== null) await sessionCard(db, wish.session);
  return addProposal(db, await kept(db, wish), by.id);
}

async function kept(db: Db, wish: Wish): Promise<NewProposal> {
  const common = {
    target: wish.target,
    session: wish.session,
    reason: wish.reason,
    template: null,
    touches: [],
  };
  switch (wish.target) {
    case "session": {
      const { kind, name } = await templateCard(db, wish.template);
      const made = attempt(apply, wish.base, wish.changes);
      if (!("doc" in made)) throw new HouseProblem(422, "That does not fit", made.refused, "changes");
      const whole = sessionSchema.safeParse(made.doc);
      if (!whole.success)
        throw new HouseProblem(
          422,
          "That would not hold together",
          whole.error.issues[0]?.message ?? `The ${kind} “${name}” would not be valid.`,
          "changes",
        );
      return {
        ...common,
        template: wish.template,
        says: noteFrom(compare(wish.base, made.doc).sentences),
        touches: [...likenesses(wish.base, made.doc)].slice(0, MOST_TOUCHES),
        what: { base: wish.base, changes: wish.changes },
      };
    }
    case "chain": {
      const { chain, name, processors } = wish;
      return {
        ...common,
        says: chain === null ? `A new chain “${name}”` : `The chain “${name}” as it is used there`,
        touches: [`chain ${name.toLowerCase()}`],
        what: { chain, name, processors },
      };
    }
    case "word": {
      const { name, role } = wish;
      return {
        ...common,
        says: role === null ? `The house has no word for “${name}”` : `“${name}” to be read as ${role}`,
        touches: [`word ${name.toLowerCase()}`],
        what: { name, role },
      };
    }
    case "wish":
      return { ...common, says: "A wish for the house style", what: {} };
  }
}

/** Takes a proposal: its changes go into the draft, its chain onto the shelf. */
export async function take(
  db: Db,
  id: string,
  { draft, word }: BodyOf<"takeProposal">,
  by: Doer,
): Promise<ProposalCard> {
  const card = await openProposal(db, id);
  const taken = { state: "taken", word } as const;
  if (card.target === "chain") {
    const { name, processors } = (await whatOf(db, id)) as Extract<Wish, { target: "chain" }>;
    const chain = await saveChain(db, { name, processors, note: `Proposed by ${card.by.name}` }, by.id);
    await tell(db, { kind: "chain", chain: chain.id, by });
    const saved = `${chain.name}, version ${chain.versions[0]?.version ?? 1}`;
    return decide(db, id, { ...taken, taken: [saved] }, by.id);
  }
  if (card.template === null) return decide(db, id, { ...taken, taken: [card.says] }, by.id);
  if (draft === null)
    throw new HouseProblem(
      422,
      "Nothing taken",
      "Say what is taken of it, as changes to the draft.",
      "draft",
    );
  const { draft: now } = await templateWith(db, card.template.id);
  const { document } = await changeDocument(db, now.id, draft.revision, draft.changes, by.id);
  await keepStand(db, card.template.id, document.session);
  const sentences = compare(now.session, document.session).sentences.map((s) => s.says);
  const decided = await decide(db, id, { ...taken, taken: sentences.slice(0, MOST_SENTENCES) }, by.id);
  const of = { template: await templateCard(db, card.template.id) };
  await tell(db, { kind: "document", document: now.id, revision: document.revision, of, by });
  return decided;
}
