import type { DropSent } from "@mossy/contract/drops";
import { NO_CHOICES, fitChoices } from "@mossy/core/fit/choices";
import type { FitChoices } from "@mossy/core/fit/choices";
import { chosenSettings } from "@mossy/core/fit/settings";
import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { z } from "zod";
import { later } from "../wire/laterQueries.ts";
import { useKept } from "../ui/useKept.ts";

const halfFitted = z.object({
  title: z.string(),
  variant: z.string().nullable(),
  setUp: z.string().nullable(),
  choices: fitChoices,
  settings: chosenSettings,
  /** Blocks that are put in beside what the template has. */
  blocks: z.array(z.string()),
  /** Whether what was decided last time was looked at here. */
  recalled: z.boolean(),
});
export type HalfFitted = z.infer<typeof halfFitted>;
const BEGUN: HalfFitted = {
  title: "",
  variant: null,
  setUp: null,
  choices: NO_CHOICES,
  settings: {},
  blocks: [],
  recalled: false,
};

/**
 * What is decided about a release in a room, kept over a reload, and how it fits by that.
 * @param drops sounds of this week for pieces of its running order
 * @param session a running session that is fitted as it stands, to be handed there; null for the release itself
 */
export function useFitting(
  room: string,
  template: string,
  release: number,
  session: string | null,
  drops: readonly DropSent[] = [],
) {
  const [kept, set, forget] = useKept(
    `fit-${room}-${session ?? `${template}-${release}`}`,
    BEGUN,
    halfFitted,
  );
  const { data: decided } = useQuery(later.lastDecided(room, template));
  const last = decided?.last ?? null;
  // What was decided here before holds until somebody decides otherwise.
  const begun: HalfFitted =
    kept.recalled || last === null
      ? kept
      : { ...kept, setUp: last.setUp, choices: last.choices, recalled: true };
  const wish = {
    room,
    template,
    release,
    variant: begun.variant,
    setUp: begun.setUp,
    ...begun.choices,
    settings: begun.settings,
    blocks: begun.blocks,
    session,
    ...(drops.length > 0 ? { drops: drops.map((d) => ({ ...d, sounds: [...d.sounds] })) } : {}),
  };
  const look = useQuery({
    ...later.lookAtFit(wish),
    placeholderData: keepPreviousData,
    enabled: decided !== undefined,
  });
  const homeless = look.data?.report.unplaced.length ?? 0;
  const ways = useQuery({
    ...later.fitWays(wish),
    placeholderData: keepPreviousData,
    enabled: !look.isPlaceholderData && homeless > 0,
  });
  const change = (fields: Partial<HalfFitted>): void => set({ ...begun, ...fields, recalled: true });
  const choose = (choices: Partial<FitChoices>): void =>
    change({ choices: { ...begun.choices, ...choices } });
  return { begun, wish, last, look, ways, change, choose, forget };
}
export type Fitting = ReturnType<typeof useFitting>;
