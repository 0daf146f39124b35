import { z } from "zod";
import { chain, chainUses, chains, saveChain } from "./chains.ts";
import { edited } from "./documents.ts";
import {
  edition,
  houseHands,
  houseUses,
  impact,
  houseOverview,
  publishEdition,
  editHouse,
  habits,
  unreadNames,
  wholeEdition,
} from "./house.ts";
import { CREW, FILE, LEAD, route } from "./route.ts";

/** House style and chains. */
export const houseRoutes = {
  house: route({
    summary: "The draft of the house style and the list of editions",
    who: "signed-in",
    answer: houseOverview,
  }),
  currentEdition: route({
    summary: "The edition in force",
    who: "signed-in",
    answer: wholeEdition,
  }),
  houseEdition: route({
    summary: "One edition, also an earlier one",
    who: "signed-in",
    answer: wholeEdition,
  }),
  unreadNames: route({
    summary: "Names in drafts and open sessions that the current edition does not read for sure",
    who: "signed-in",
    answer: unreadNames,
  }),
  habits: route({
    summary: "What most rooms do in the same way against the edition in force",
    who: "signed-in",
    answer: habits,
  }),
  houseBook: route({
    summary: "An edition of the house style as a book on paper; the draft where none is named",
    who: "signed-in",
    query: z.object({ edition: z.coerce.number().int().min(1).optional() }),
    answer: FILE,
  }),
  houseUses: route({
    summary:
      "How many tracks of drafts, current releases and open sessions each exception of the draft speaks of",
    who: "signed-in",
    answer: houseUses,
  }),
  houseHands: route({
    summary: "Who changed each thing of the draft last, and when",
    who: "signed-in",
    answer: houseHands,
  }),
  impact: route({
    summary:
      "What publishing the draft would ask of drafts, current releases and open sessions, " +
      "some of them at a time",
    who: "signed-in",
    answer: impact,
  }),
  editHouse: route({
    summary: "Change the draft; changes that touch nothing of others' merge by themselves",
    who: LEAD,
    once: true,
    body: editHouse,
    answer: edited,
  }),
  publishEdition: route({
    summary: "Publish the draft as the next edition",
    who: LEAD,
    once: true,
    body: publishEdition,
    answer: edition,
  }),

  chains: route({
    summary: "Chains of processors on the shared shelf, with all their versions",
    who: "signed-in",
    answer: chains,
  }),
  chainSheets: route({
    summary: "Chains of the shelf on paper, the latest version of each; one of them where it is named",
    who: "signed-in",
    query: z.object({ chain: z.string().max(80).optional() }),
    answer: FILE,
  }),
  chainUses: route({
    summary: "Which drafts of the library stand on which version of each chain",
    who: "signed-in",
    answer: chainUses,
  }),
  saveChain: route({
    summary: "Put a chain on the shelf: a new one, or the next version of the one with that name",
    who: CREW,
    once: true,
    body: saveChain,
    answer: chain,
  }),
} as const;
