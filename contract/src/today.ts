import { z } from "zod";
import { doer } from "./people.ts";
import { proposalState } from "./proposals.ts";
import { remark } from "./remarks.ts";
import { checkInCard, sessionCard } from "./sessions.ts";

/** Something that waits for somebody. What comes of the open work is worked out where it is shown (`openWork.ts`). */
export const waiting = z.object({
  about: z.string(),
  weight: z.enum(["broken", "look", "note"]),
  says: z.string(),
  /** What to do, and where; `to` is null where that is outside the house's pages. */
  next: z.string(),
  to: z.string().nullable(),
});
export type WaitingItem = z.infer<typeof waiting>;

/** One step of setting a house up, done or still to do. */
export const firstStep = z.object({
  step: z.enum(["style", "room", "template", "release", "session", "people"]),
  done: z.boolean(),
});
export type FirstStep = z.infer<typeof firstStep>;

/** What Today needs of an open session: what news tell of a session is more than that. */
export const openSession = sessionCard
  .pick({
    id: true,
    title: true,
    room: true,
    roomName: true,
    template: true,
    templateName: true,
    release: true,
    latestRelease: true,
    takenBack: true,
    edition: true,
    unplaced: true,
  })
  .extend({
    lastCheckIn: checkInCard
      .pick({ id: true, number: true, tracksNow: true, followNow: true, openNow: true, askedNow: true })
      .nullable(),
  });
export type OpenSession = z.infer<typeof openSession>;

export const today = z.object({
  house: z.object({ name: z.string(), edition: z.int() }),
  rooms: z.array(z.object({ id: z.string(), name: z.string(), says: z.string(), inputs: z.int() })),
  /** Every open session, newest first. */
  open: z.array(openSession),
  /** What the edition in force asks of current releases: of how many templates, and how many things. */
  asked: z.object({ templates: z.int(), things: z.int() }),
  /** Blocks that stand somewhere on an older release: in how many places. */
  blocksBehind: z.array(
    z.object({ block: z.string(), name: z.string(), release: z.int(), places: z.int() }),
  ),
  /** Proposals that are open, and those decided within a week: for who made them. */
  proposals: z.array(
    z.object({
      id: z.uuid(),
      number: z.int(),
      about: z.string(),
      says: z.string(),
      by: doer,
      state: proposalState,
      word: z.string(),
      release: z.int().nullable(),
    }),
  ),
  /** Open remarks that are for somebody by name. */
  remarks: z.array(
    remark.pick({ id: true, of: true, on: true, text: true, by: true }).extend({
      for: doer,
      about: z.string(),
      /** What they answered last; it is for whoever asked to look at then. Null where they are asked. */
      answered: z.string().nullable(),
    }),
  ),
  /** The draft of the house style, where it says anything else than the edition it goes on from. */
  draft: z.object({ basedOn: z.int(), changedAt: z.iso.datetime() }).nullable(),
  /** What whoever runs the house sees to; of leads only. */
  upkeep: z.array(waiting),
  /** What a new house still needs, in order; empty once it is whole. */
  first: z.array(firstStep),
});
export type Today = z.infer<typeof today>;

/** How rooms followed the house over the last twelve weeks. */
export const drift = z.object({
  /** Mondays, oldest first. */
  weeks: z.array(z.iso.date()),
  /**
   * Share of tracks that followed the house as check-ins came, of each room by week; null in a week without
   * one. Rooms without any are left out.
   */
  rooms: z.array(z.object({ room: z.string(), shares: z.array(z.number().nullable()) })),
  /** The same over all rooms. */
  house: z.array(z.number().nullable()),
});
export type Drift = z.infer<typeof drift>;
