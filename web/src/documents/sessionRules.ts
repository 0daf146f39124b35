import { apply } from "@mossy/core/session/apply";
import { inverse } from "@mossy/core/session/change";
import type { Change } from "@mossy/core/session/change";
import type { Session } from "@mossy/core/session/document";
import { decidesTheSame, insist, sortOut } from "@mossy/core/merge/sortOut";
import type { ChangeRules } from "./rules.ts";

/** How sessions change. */
export const SESSION_RULES: ChangeRules<Session, Change> = {
  apply,
  inverse,
  insist,
  decidesTheSame,
  sortOut: (now, changes) => {
    const { session, ...rest } = sortOut(now, changes);
    return { doc: session, ...rest };
  },
};
