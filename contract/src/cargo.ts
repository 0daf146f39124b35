import { session } from "@mossy/core/session/document";
import { oneLine } from "@mossy/core/session/text";
import { z } from "zod";
import { LEAD, route } from "./route.ts";
import { soundCard } from "./sounds.ts";
import { stored } from "./stored.ts";

/** What a session carries of its job: on its tracks, and besides. */
export const sessionCargo = z.object({
  /** As it stands, with what lies on its tracks in the file of its last check-in. */
  session: stored(session),
  /** The sound files of its items that came in with that file, by the items' keys (`core/items/stay.ts`). */
  sounds: z.array(z.object({ key: z.string(), entry: z.string(), bytes: z.number() })),
  /** The keys of items that are takes, or switched off. */
  takes: z.array(z.string()),
  /** In how many of the sessions of its template the file of an item came in, by the item's key. */
  shared: z.array(z.object({ key: z.string(), many: z.int(), of: z.int() })),
  /** Everything else: of what, how much. */
  carried: z.array(z.object({ what: z.string(), many: z.int(), bytes: z.number().nullable() })),
});
export type SessionCargo = z.infer<typeof sessionCargo>;

const shelve = z.object({
  /** Entries of the file of its last check-in. */
  entries: z.array(z.string().min(1).max(1000)).min(1).max(500),
  shelf: oneLine(60).min(1),
});

/** What a session carries, for a template that is made of it. */
export const cargoRoutes = {
  sessionCargo: route({
    summary: "What a session carries of its job, from the file of its last check-in",
    who: "signed-in",
    answer: sessionCargo,
  }),
  shelveSounds: route({
    summary:
      "Put sound files that came in with a session onto a shelf of the house; the session keeps them",
    who: LEAD,
    once: true,
    body: shelve,
    answer: z.object({ sounds: z.array(z.object({ entry: z.string(), sound: soundCard })) }),
  }),
} as const;
