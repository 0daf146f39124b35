import type { ProposalCard } from "@mossy/contract/proposals";

/** What a proposal is for. */
export const aboutOf = ({ template, target }: Pick<ProposalCard, "template" | "target">): string =>
  template?.name ?? (target === "chain" ? "Chains" : target === "word" ? "Word list" : "House style");
