import type { UnlikeAnswer } from "@mossy/contract/sessions";
import type { Person } from "@mossy/contract/people";
import { routes } from "@mossy/contract/routes";
import type { Session } from "@mossy/core/session/document";
import { openExchange } from "@mossy/core/formats/exchange/entries";
import type { ExchangeFile } from "@mossy/core/formats/exchange/entries";
import { together } from "@mossy/core/formats/exchange/together";
import { readEntries } from "@mossy/core/formats/exchange/read";
import type { ReadExchange } from "@mossy/core/formats/exchange/read";
import type { Change } from "@mossy/core/session/change";
import { diff } from "@mossy/core/session/diff";
import { factsOf } from "@mossy/core/habits/facts";
import type { SessionFacts } from "@mossy/core/habits/facts";
import { matchSession } from "@mossy/core/match/match";
import type { Style } from "@mossy/core/house/style";
import type { Pool } from "../database.ts";
import type { Bench } from "../house/bench.ts";
import { HouseProblem } from "../problems.ts";
import { mayThere } from "../rights.ts";
import { openFile } from "../files/files.ts";
import { countsOf } from "../check/counts.ts";
import type { Counts } from "../check/counts.ts";
import { olderCopyOf, olderInWords } from "./olderCopy.ts";
import { putAway } from "./fileOf.ts";
import type { Stored } from "./fileOf.ts";
import { unlike } from "./likeness.ts";
import { inHouseNames, wentOut } from "./thereAndBack.ts";
import type { WentOut } from "./thereAndBack.ts";
import { sessionWith } from "./store.ts";
import type { WholeSession } from "./store.ts";

/** A session file that came back from a room. */
export interface HandInWish {
  /** Where on the disk it lies. */
  readonly path: string;
  /** Which session it is, where somebody says so. */
  readonly session: string | undefined;
  /** Whether it is taken in however little it is like it. */
  readonly sure: boolean;
  readonly by: Person;
}

/** What the house makes of it, before anything is stored; a question where it may be another session's. */
export type HandInLook =
  | UnlikeAnswer
  | {
      readonly target: Pick<WholeSession, "id" | "title">;
      /** The session as it is stored, as JSON: it is handed on from thread to thread. */
      readonly session: string;
      /** What leads from it to how the file has it. */
      readonly there: readonly Change[];
      readonly recognised: HandInResult["recognised"];
      readonly notices: readonly string[];
      /** The times the session was brought forward that the file knows nothing of; none where it knows all. */
      readonly forwards: readonly string[];
      readonly counts: Counts;
      /** What the room did, to be found among the habits of all. */
      readonly facts: SessionFacts;
      readonly stored: Stored;
    };

/** Reads a session file, recognises its tracks and counts how it stands. @throws FileProblem, HouseProblem */
export async function lookAtHandIn(bench: Bench, wish: HandInWish): Promise<HandInLook> {
  const source = await openFile(wish.path);
  try {
    return await lookAt(bench, wish, await openExchange(source));
  } finally {
    await source.close();
  }
}

async function lookAt(
  { pool, styles, files }: Bench,
  wish: HandInWish,
  file: ExchangeFile,
): Promise<HandInLook> {
  const read = readEntries(file);
  if (wish.session !== undefined && read.of !== null && read.of !== wish.session)
    await refuseAnothers(pool, read.of);
  const target = await targetOf(pool, wish.session, read.of);
  mayThere(routes.handIn, wish.by, { room: target.room, session: target });
  const { style } = await styles.current(pool);
  const question = read.of !== target.id && !wish.sure ? await unlike(pool, style, target, read) : null;
  // A station learns of no other room's sessions.
  if (question) return wish.by.right === "station" ? { ...question, better: [] } : question;
  const taken = takeIn(style, target, read);
  const { recognised } = taken;
  const older = await olderCopyOf(pool, style, target, taken);
  const came = older?.session ?? taken.session;
  // A file that still carries a name from before is of the session as it is called now.
  const session = target.earlier.some((e) => e.title === came.title)
    ? { ...came, title: target.title }
    : came;
  const notices = [...(older ? [olderInWords(target.release, older)] : []), ...taken.notices];
  const counts = await countsOf(pool, styles, session, older ?? target);
  const { id, title } = target;
  const stored = await putAway(files, file);
  return {
    target: { id, title },
    session: JSON.stringify(session),
    there: target.lowering || older || session !== came ? diff(session, taken.came) : [],
    recognised,
    notices,
    forwards: older?.forwards ?? [],
    counts,
    facts: factsOf((older ?? target).baseline, session),
    stored,
  };
}

/** A session file as the house took it in. */
export interface HandInResult {
  /** Under its house names. */
  readonly session: Session;
  /** As the file has it. */
  readonly came: Session;
  readonly recognised: "ids" | "likeness";
  readonly notices: readonly string[];
}

/** Gives the tracks of a read session file the ids they went out with, and their house names. */
export function takeIn(style: Style, went: WentOut, read: ReadExchange): HandInResult {
  const [now, first = now] = wentOut(style, went);
  const taken = underOurIds(style, first.there, now.there, read);
  return { ...taken, session: inHouseNames(style, went, taken.came) };
}

/** The session of a file under the ids it went out with. */
function underOurIds(
  style: Style,
  baseline: Session,
  now: Session,
  read: ReadExchange,
): Omit<HandInResult, "session"> {
  if (read.untold.length === 0) return { came: read.session, recognised: "ids", notices: read.notices };
  const { session, pairs } = matchSession(style, baseline, read.session, read.untold, now);
  const wentOutWith = new Set(baseline.tracks.map((t) => t.id));
  const known = pairs.filter((p) => wentOutWith.has(p.baseline)).length;
  // What the file has no place for stays as it went out.
  const whole = together(session, { session: baseline }, true);
  const { tracks: _, ...settings } = read.settings
    ? read.session
    : { ...whole, notes: whole.notes || baseline.notes };
  const says =
    `The file carries no ids of ours: ${known} of ` +
    `${baseline.tracks.length} tracks were recognised by name, kind, place and routing. Check ` +
    "the pairs that look odd.";
  return {
    came: { ...whole, ...settings },
    recognised: "likeness",
    notices: [says, ...read.notices],
  };
}

/**
 * A file that says it is another session of this house would show everything as lost and everything as new.
 */
async function refuseAnothers(pool: Pool, of: string): Promise<void> {
  const other = await sessionWith(pool, of).catch(() => null);
  if (other)
    throw new HouseProblem(
      422,
      "Another session's file",
      `This file says it is “${other.title}” from ${other.roomName}. Open that session and ` +
        "drop it there; nothing was taken in.",
    );
}

/** The session a file belongs to: the one it was dropped on, else the one it names. */
async function targetOf(
  pool: Pool,
  session: string | undefined,
  named: string | null,
): Promise<WholeSession> {
  const of = session ?? named;
  const which = (why: string): HouseProblem => new HouseProblem(422, "Which session is this?", why);
  if (of === null)
    throw which(
      "The file does not say which session of the house it is. Open that session and drop the file there.",
    );
  return sessionWith(pool, of).catch((e: unknown) => {
    if (session === undefined && e instanceof HouseProblem)
      throw which(
        "The file names a session this house does not have. Open the session it belongs to " +
          "and drop the file there.",
      );
    throw e;
  });
}
