import type { StartRule, StartValues } from "./house.ts";

/** A starting value of the house that ships; where `when` says nothing, any will do. */
export const startOf = (
  id: string,
  says: string,
  when: Partial<StartRule["when"]>,
  then: StartValues,
): StartRule => ({ id, says, when: { roles: [], families: [], positions: [], kinds: [], ...when }, then });
