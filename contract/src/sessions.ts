import { choicesSent, fitChoices } from "@mossy/core/fit/choices";
import { chosenSettings } from "@mossy/core/fit/settings";
import { wayOut } from "@mossy/core/fit/wayOut";
import { room } from "@mossy/core/fit/room";
import { correction } from "@mossy/core/formats/exchange/correctionForm";
import { importance, session, trackId } from "@mossy/core/session/document";
import { MOST_PIECES } from "@mossy/core/session/pieces";
import { longText, oneLine } from "@mossy/core/session/text";
import { z } from "zod";
import { loadReport } from "@mossy/core/devices/load";
import { missingDevice } from "./devices.ts";
import { document } from "./documents.ts";
import { doer } from "./people.ts";
import { productionCode } from "./productions.ts";
import { ticked } from "./rooms.ts";
import { stored } from "./stored.ts";

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
  room: z.string(),
  template: z.string(),
  release: z
    .int()
    .min(1)
    .max(2 ** 31 - 1),
  /** A variant of the release; null for all of it. */
  variant: trackId.nullable().default(null),
  /** What it is recorded for; a template of a production says so by itself. */
  production: productionCode.nullable().optional(),
  /** How the room is wired for it; null as usual. */
  setUp: z.string().max(60).nullable().default(null),
  ...choicesSent.shape,
  /** What the template leaves to whoever starts it. */
  settings: chosenSettings.default({}),
  /** Blocks that are put in beside what the template has, each at its latest release. */
  blocks: z.array(z.string().min(1).max(120)).max(30).default([]),
  /** Sounds of the shelf for pieces of its running order, in the order they follow each other. */
  drops: z
    .array(z.object({ piece: trackId, sounds: z.array(z.uuid()).min(1).max(50) }))
    .max(MOST_PIECES)
    .optional(),
});

/** A fit that is looked at before anything is made. */
export const lookAtFit = startSession.omit({ title: true, production: true }).extend({
  /** A running session that is fitted as it stands, to be handed there; null for the release itself. */
  session: z.uuid().nullable().default(null),
});
/** A running session handed to another room. */
export const handOver = z.object({
  room: z.string(),
  setUp: z.string().max(60).nullable().default(null),
  ...choicesSent.shape,
  /** The revision that was looked at; null where nothing had come back. */
  revision: z
    .int()
    .min(0)
    .max(2 ** 31 - 2)
    .nullable(),
});
/** A source as the fit sees it. */
const source = z.object({
  track: trackId,
  importance,
  /** The others it goes with, or not at all. */
  with: z.array(trackId),
  /** Where the room usually has it; where it stood last time. */
  standing: z.int().nullable(),
  last: z.int().nullable(),
});
export const fitLook = z.object({
  /** The release as it would go out. */
  session: stored(session),
  report: fitReport,
  sources: z.array(source),
  /** Left out as was decided earlier, although it would fit now. */
  needless: z.array(trackId),
  /** Devices it asks for that are not installed there. */
  missing: z.array(missingDevice),
  /** What it costs there. */
  load: loadReport,
});
export type FitLook = z.infer<typeof fitLook>;
export const fitWays = z.object({ ways: z.array(wayOut) });
/** What was decided when a template was last fitted to a room. */
export const fitDecided = z.object({ setUp: z.string().nullable(), choices: fitChoices });
export const lastDecided = z.object({
  last: fitDecided.extend({ by: doer, at: z.iso.datetime() }).nullable(),
});
export type LastDecided = z.infer<typeof lastDecided>;

/** How a check-in came in and how it stands now. */
export const checkInCard = z.object({
  id: z.uuid(),
  number: z.int(),
  fileName: z.string(),
  handedInBy: doer,
  handedInAt: z.iso.datetime(),
  /** How many tracks it has: as it came in, and now. */
  tracks: z.int(),
  tracksNow: z.int(),
  /** Tracks that followed the house when it came in, and now. */
  followedThen: z.int(),
  followNow: z.int(),
  /** Findings the room brought about: when it came in, and still open now. */
  findingsThen: z.int(),
  openNow: z.int(),
  /** Open now because a later edition of the house style asks it, and because it went out like that. */
  askedNow: z.int(),
  broughtNow: z.int(),
  /** Set aside by a lead: not the session's state, whatever it holds. */
  aside: z.object({ by: doer, at: z.iso.datetime(), reason: z.string() }).nullable(),
});
export type CheckInCard = z.infer<typeof checkInCard>;

/** What goes to a room: the whole package, or (of a session that came back) the corrected file alone. */
export const sentAs = z.enum(["package", "correction"]);
export const send = z.object({ as: sentAs.default("package") }).prefault({});

export const sessionCard = z.object({
  id: z.uuid(),
  title: z.string(),
  room: z.string(),
  roomName: z.string(),
  template: z.string(),
  templateName: z.string(),
  release: z.int(),
  /** What the variant of its template it was started with is called; null for all of the template. */
  variant: z.string().nullable(),
  latestRelease: z.int(),
  /** The production it is of; null where it is of none. */
  production: z.string().nullable(),
  /** Why its release was taken back; null where it was not. */
  takenBack: z.string().nullable(),
  /** The edition of the house style it was started under. */
  edition: z.int(),
  madeBy: doer,
  madeAt: z.iso.datetime(),
  sentAt: z.iso.datetime().nullable(),
  sentAs: sentAs.nullable(),
  /** Open, and the house changed it since it was last sent to its room or handed in there, or it never was. */
  unsent: z.boolean(),
  closedAt: z.iso.datetime().nullable(),
  tracks: z.int(),
  /** Sources its room has no input for. */
  unplaced: z.int(),
  lastCheckIn: checkInCard.nullable(),
});
export type SessionCard = z.infer<typeof sessionCard>;

/**
 * Which sessions: open ones; of these those with something off, asked something by an edition, behind their template's
 * latest release, or not at their room as they stand; closed ones; or all there ever were.
 */
export const WHICH_SESSIONS = ["open", "look", "asked", "behind", "unsent", "closed", "all"] as const;
export type WhichSessions = (typeof WHICH_SESSIONS)[number];
export const sessionsQuery = z.object({
  which: z.enum(WHICH_SESSIONS).default("all"),
  room: z.string().max(80).optional(),
  template: z.string().max(80).optional(),
  /** A part of its title, its room's name or its template's. */
  find: z.string().max(100).optional(),
  /** Go on behind this session, the last of the page before. */
  after: z.uuid().optional(),
});
/** Some of the sessions, newest first: `of` are such sessions in all, `next` is where to go on, null at the end. */
export const sessions = z.object({
  sessions: z.array(sessionCard),
  of: z.int(),
  next: z.uuid().nullable(),
});
export type SessionsPage = z.infer<typeof sessions>;
/** A time a session was brought forward. */
export const forwarded = z.object({
  id: z.uuid(),
  number: z.int(),
  from: z.int(),
  to: z.int(),
  /** What was brought forward where that was one of its blocks; null where it was the session to a release. */
  what: z.string().nullable(),
  /** How many changes it made in the session. */
  changes: z.int(),
  /** What was chosen, in words. */
  choices: z.array(z.string()),
  by: doer,
  at: z.iso.datetime(),
  /** Taken back by somebody, or undone by a file (`byFile`) that was made from before it. */
  undone: z.object({ by: doer, at: z.iso.datetime(), byFile: z.boolean() }).nullable(),
});
export type Forwarded = z.infer<typeof forwarded>;

/** How a sample machine stands for a session. */
export const machineStanding = z.object({
  machine: z.string(),
  /** Tracks it loads as it starts, and how many of them are. */
  always: z.int(),
  loaded: z.int(),
  /** Who told last what it holds, and whether that is of this session; null: nobody did. */
  told: z.object({ by: doer, at: z.iso.datetime(), this: z.boolean() }).nullable(),
  /** What it does not have as it is asked; of no track: of the machine itself. */
  astray: z.array(z.object({ track: trackId.nullable(), name: z.string(), says: z.string() })),
});
export type MachineStanding = z.infer<typeof machineStanding>;

export const wholeSession = sessionCard.extend({
  folder: z.string(),
  /** What it and its folder were called before, the latest first. */
  earlier: z.array(z.object({ title: z.string(), folder: z.string() })),
  baseline: stored(session),
  /**
   * As it stands now: the last check-in with what was put right in it; before the first, as it was given.
   */
  now: stored(session),
  roomAs: stored(room),
  /** How the room is wired for it; null as usual. */
  setUp: z.string().nullable(),
  report: fitReport,
  /** The sample machines its tracks sit on; none where none do. */
  machines: z.array(machineStanding),
  checkIns: z.array(checkInCard),
  ticks: z.array(ticked),
  /** When it was brought to other releases, newest first. */
  forwards: z.array(forwarded),
});

/** Ticks a line of the checklist before recording, or takes the tick away. */
export const tickLine = z.object({
  line: z.string().max(400),
  done: z.boolean(),
  /** Also where that takes away what somebody else ticked off. */
  sure: z.boolean().default(false),
});

/** Sets a check-in aside with a reason, or takes that back (`reason` null). */
export const setAside = z.object({
  reason: longText(500).trim().min(1, "say why it is set aside").nullable(),
});

export const wholeCheckIn = checkInCard.extend({
  session: sessionCard,
  baseline: stored(session),
  came: stored(session),
  now: document,
  /** How its tracks were known again: by our ids in the file, or by likeness. */
  recognised: z.enum(["ids", "likeness"]),
  notices: z.array(z.string()),
});

/** What was put right in a file that came in, and what of it stays as it came. */
export const corrected = z.object({
  correction,
  /** Entries of the file that stay as they are, and their size in it, in bytes. */
  untouched: z.object({ many: z.int(), bytes: z.number() }),
  /** How many files its project speaks of did not come with it. */
  missing: z.int(),
});
export type Corrected = z.infer<typeof corrected>;

/** A file that is little like the session it was given to: nothing was taken in, and it is asked first. */
export const unlike = z.object({
  taken: z.literal(false),
  /** So many of so many tracks were known again. */
  known: z.int(),
  of: z.int(),
  /** Open sessions it is more like, the likest first. */
  better: z.array(
    z.object({ session: z.uuid(), title: z.string(), room: z.string(), known: z.int(), of: z.int() }),
  ),
});
export type UnlikeAnswer = z.infer<typeof unlike>;

/** What a hand-in answers. */
export const handedIn = z.object({
  taken: z.literal(true),
  checkIn: z.uuid(),
  session: z.uuid(),
  number: z.int(),
  findings: z.int(),
  notices: z.array(z.string()),
});
export type HandInAnswer = z.infer<typeof handedIn>;
export const handInAnswer = z.discriminatedUnion("taken", [handedIn, unlike]);

/** A package without the sounds the room has already: their hashes, parted by commas. */
export const packageQuery = z.object({
  without: z
    .string()
    .max(13_000)
    .regex(/^([0-9a-f]{64}(,|$))*$/, "hashes of 64 hex digits, parted by commas")
    .default(""),
});
