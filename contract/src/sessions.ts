import { chosenSettings } from "@mossy/core/fit/settings";
import { room } from "@mossy/core/fit/room";
import { session, trackId } from "@mossy/core/session/document";
import { oneLine } from "@mossy/core/session/text";
import { z } from "zod";
import { document } from "./documents.ts";
import { ticked } from "./rooms.ts";

/** What fitting made different, as it is kept with the session. */
export const fitReport = z.object({
  fits: z.int(),
  adjusted: z.array(z.object({ track: trackId.nullable(), what: z.string(), says: z.string() })),
  unplaced: z.array(z.object({ track: trackId, says: z.string() })),
  leftOut: z.array(z.object({ id: trackId, name: z.string() })),
});
export type FitReport = z.infer<typeof fitReport>;

export const startSession = z.object({
  title: oneLine(80).trim().min(1, "give the session a name"),
  room: z.string(), template: z.string(), release: z.int().min(1),
  leaveOut: z.array(trackId).max(1000),
  /** What the template leaves to whoever starts it. */
  settings: chosenSettings.default({}),
});

/** How a check-in came in and how it stands now. */
export const checkInCard = z.object({
  id: z.uuid(), number: z.int(), fileName: z.string(), handedInBy: z.string(), handedInAt: z.iso.datetime(),
  tracks: z.int(),
  /** Tracks that followed the house when it came in, and now. */
  followedThen: z.int(), followNow: z.int(),
  /** Findings when it came in, and still open now. */
  findingsThen: z.int(), openNow: z.int(),
});
export type CheckInCard = z.infer<typeof checkInCard>;

export const sessionCard = z.object({
  id: z.uuid(), title: z.string(), room: z.string(), roomName: z.string(),
  template: z.string(), templateName: z.string(), release: z.int(), latestRelease: z.int(),
  madeBy: z.string(), madeAt: z.iso.datetime(), sentAt: z.iso.datetime().nullable(), closedAt: z.iso.datetime().nullable(),
  tracks: z.int(), lastCheckIn: checkInCard.nullable(),
});
export type SessionCard = z.infer<typeof sessionCard>;

export const sessions = z.object({ sessions: z.array(sessionCard) });
export const wholeSession = sessionCard.extend({ folder: z.string(), given: session, roomAs: room, report: fitReport, checkIns: z.array(checkInCard), ticks: z.array(ticked) });

/** Ticks a line of the checklist before recording, or takes the tick away. */
export const tickLine = z.object({ line: z.string(), done: z.boolean() });

export const wholeCheckIn = checkInCard.extend({
  session: sessionCard, given: session, came: session, now: document,
  /** How its tracks were known again: by our ids in the file, or by likeness. */
  recognised: z.enum(["ids", "likeness"]),
  remarks: z.array(z.string()),
});

/** What a hand-in answers. */
export const handedIn = z.object({ checkIn: z.uuid(), session: z.uuid(), number: z.int(), findings: z.int(), remarks: z.array(z.string()) });
