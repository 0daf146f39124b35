import { change } from "@mossy/core/session/change";
import { session } from "@mossy/core/session/document";
import { processor } from "@mossy/core/session/processor";
import { longText, oneLine } from "@mossy/core/session/text";
import { z } from "zod";
import { revision } from "./documents.ts";
import { templateKind } from "./library.ts";
import { doer } from "./people.ts";
import { stored } from "./stored.ts";

/** A chain as it should be: the next version of one of the shelf, or (null) a new one. */
const chainWish = z.object({
  chain: z.string().max(80).nullable(),
  name: oneLine(60).trim().min(1),
  processors: z.array(processor).min(1).max(64),
});
/** A word somebody types, and the role it should be read as; null where that is for the house to say. */
const wordWish = z.object({ name: oneLine(200).trim().min(1), role: oneLine(60).nullable() });

/** What is proposed: changes that lead from one session to another, a chain, a word, or a wish in words alone. */
const target = z.enum(["session", "chain", "word", "wish"]);
export const proposalState = z.enum(["open", "taken", "declined", "withdrawn"]);
export type ProposalState = z.infer<typeof proposalState>;

const reason = longText(1000).trim().min(1, "say why");
export const newProposal = z.discriminatedUnion("target", [
  z.object({
    target: z.literal("session"),
    template: z.string().max(120),
    /** The session it comes from; null for a comparison. */
    session: z.uuid().nullable(),
    base: session,
    changes: z.array(change).min(1, "choose what to propose").max(20_000),
    reason,
  }),
  chainWish.extend({ target: z.literal("chain"), session: z.uuid().nullable(), reason }),
  wordWish.extend({ target: z.literal("word"), session: z.uuid().nullable(), reason }),
  z.object({ target: z.literal("wish"), session: z.uuid().nullable(), reason }),
]);

export const proposalCard = z.object({
  id: z.uuid(),
  number: z.int(),
  target,
  /** The template or block it is for; null for what is for the house style or the chains. */
  template: z.object({ id: z.string(), name: z.string(), kind: templateKind }).nullable(),
  session: z.object({ id: z.uuid(), title: z.string(), roomName: z.string() }).nullable(),
  says: z.string(),
  reason: z.string(),
  touches: z.array(z.string()),
  by: doer,
  at: z.iso.datetime(),
  state: proposalState,
  decided: z
    .object({
      by: doer,
      at: z.iso.datetime(),
      word: z.string(),
      taken: z.array(z.string()),
      /** The release it came out with; null while it is in the draft only. */
      release: z.int().nullable(),
    })
    .nullable(),
});
export type ProposalCard = z.infer<typeof proposalCard>;
export const proposals = z.object({ proposals: z.array(proposalCard) });

/** A proposal with all that is needed to decide. */
export const wholeProposal = proposalCard.extend({
  what: z.discriminatedUnion("target", [
    z.object({
      target: z.literal("session"),
      base: stored(session),
      proposed: stored(session),
      /** The draft as it is today. */
      draft: z.object({ document: z.uuid(), revision: z.int(), session: stored(session) }),
      /** How many other sessions of the template did the same by themselves: of each change, by its key. */
      same: z.array(z.tuple([z.string(), z.int()])),
      /** So many sessions were looked at. */
      of: z.int(),
    }),
    chainWish.extend({ target: z.literal("chain") }),
    wordWish.extend({ target: z.literal("word") }),
    z.object({ target: z.literal("wish") }),
  ]),
});
export type WholeProposal = z.infer<typeof wholeProposal>;

/** Takes a proposal: into the draft what of it is taken (with what the lead changed in it), or what it asks for. */
export const takeProposal = z.object({
  /** Of the draft that was looked at, and the changes to make in it; null where the target is no session. */
  draft: z.object({ revision, changes: z.array(change).min(1).max(20_000) }).nullable(),
  word: longText(500).trim(),
});
export const declineProposal = z.object({ word: longText(500).trim().min(1, "say why not") });
