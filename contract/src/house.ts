import { habit } from "@mossy/core/habits/habits";
import { house } from "@mossy/core/house/house";
import { plainChange } from "@mossy/core/plain/change";
import { longText } from "@mossy/core/session/text";
import { z } from "zod";
import { stored } from "./stored.ts";
import { revision } from "./documents.ts";
import { doer } from "./people.ts";

export const edition = z.object({
  number: z.int().min(1),
  note: z.string(),
  publishedBy: doer,
  publishedAt: z.iso.datetime(),
});
export type Edition = z.infer<typeof edition>;

export const houseDraft = z.object({
  revision: z.int().min(0),
  basedOn: z.int(),
  house: stored(house),
  updatedBy: doer,
  updatedAt: z.iso.datetime(),
});
export type HouseDraft = z.infer<typeof houseDraft>;

export const houseOverview = z.object({ draft: houseDraft, editions: z.array(edition).min(1) });

/** Who changed each thing of the draft last since its edition, by what `thingOf` calls it (core). */
export const houseHands = z.object({
  hands: z.record(z.string(), z.object({ by: doer, at: z.iso.datetime() })),
});

/** What most rooms do against the edition in force, out of so many sessions that came back. */
export const habits = z.object({ edition: z.int(), sessions: z.int(), habits: z.array(habit) });
export type Habits = z.infer<typeof habits>;

/**
 * A name no edition reads for sure, with the families of the folders around it, how often and where it
 * stands.
 */
export const unreadNames = z.object({
  names: z.array(
    z.object({
      name: z.string(),
      families: z.array(z.string()),
      count: z.int(),
      where: z.array(z.string()),
    }),
  ),
});

/** What the draft would ask of one template or session that the edition in force does not. */
export const impact = z.object({
  /** How many templates and sessions there are, and from which on to ask next; null at the end. */
  of: z.int(),
  next: z.int().nullable(),
  tracks: z.int(),
  collisions: z.array(
    z.object({ title: z.string(), to: z.string(), name: z.string(), tracks: z.array(z.string()) }),
  ),
  on: z.array(
    z.object({
      kind: z.enum(["draft", "release", "session"]),
      title: z.string(),
      to: z.string(),
      tracks: z.int(),
      touched: z.int(),
      /** The first of them; the counts are of all. */
      touches: z.array(
        z.object({
          track: z.string(),
          name: z.string(),
          what: z.enum(["name", "colour", "icon", "place", "start", "reading"]),
          before: z.string(),
          after: z.string(),
        }),
      ),
    }),
  ),
});
export type Impact = z.infer<typeof impact>;

/** Where each exception of the draft finds something to decide. */
export const houseUses = z.object({
  exceptions: z.array(z.object({ id: z.string(), tracks: z.int(), where: z.array(z.string()) })),
});

/** An edition with its whole document. */
export const wholeEdition = edition.extend({ house: stored(house) });

/** Changes made to the draft as it was at a revision. */
export const editHouse = z.object({
  revision,
  changes: z.array(plainChange).min(1).max(20_000),
});
export const publishEdition = z.object({
  revision,
  note: longText(2000).trim().min(1, "say in a few words what changed"),
});
