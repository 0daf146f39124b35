import {
  declineProposal,
  newProposal,
  proposalCard,
  proposals,
  takeProposal,
  wholeProposal,
} from "./proposals.ts";
import { LEAD, TEAM, route } from "./route.ts";

/** What rooms send to the library. */
export const proposalRoutes = {
  proposals: route({
    summary: "The proposals: all that are open, and those decided lately",
    who: "signed-in",
    answer: proposals,
  }),
  proposal: route({
    summary: "A proposal with today's draft and how many sessions did the same",
    who: "signed-in",
    answer: wholeProposal,
  }),
  propose: route({
    summary: "Propose changes to a template or block, a chain, a word, or say a wish",
    who: TEAM,
    once: true,
    body: newProposal,
    answer: proposalCard,
  }),
  takeProposal: route({
    summary: "Take a proposal, or part of it, into today's draft",
    who: LEAD,
    once: true,
    body: takeProposal,
    answer: proposalCard,
  }),
  declineProposal: route({
    summary: "Decline a proposal with a word why",
    who: LEAD,
    small: true,
    body: declineProposal,
    answer: proposalCard,
  }),
  withdrawProposal: route({
    summary: "Withdraw a proposal of one's own",
    who: TEAM,
    small: true,
    answer: proposalCard,
  }),
};
