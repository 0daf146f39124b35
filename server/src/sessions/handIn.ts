import type { HandInAnswer, UnlikeAnswer } from "@mossy/contract/sessions";
import type { Person } from "@mossy/contract/people";
import { routes } from "@mossy/contract/routes";
import type { Session } from "@mossy/core/session/document";
import { readExchange } from "@mossy/core/formats/exchange/read";
import type { ReadExchange } from "@mossy/core/formats/exchange/read";
import { matchSession } from "@mossy/core/match/match";
import type { Style } from "@mossy/core/house/style";
import { doneAlready, once } from "../transaction.ts";
import type { Deed } from "../transaction.ts";
import type { Pool } from "../database.ts";
import type { Styles } from "../house/styles.ts";
import { tell } from "../news/tell.ts";
import { doerOf } from "../doer.ts";
import { HouseProblem } from "../problems.ts";
import { mayThere } from "../rights.ts";
import { addDocument } from "../documents/store.ts";
import { unlike } from "./likeness.ts";
import { openForWriting, sessionWith } from "./store.ts";
import { addCheckIn } from "./checkInStore.ts";
import { countsOf } from "../check/counts.ts";
import type { WholeSession } from "./store.ts";

export interface HandIn {
  readonly bytes: Uint8Array;
  readonly name: string;
  /** Which session it is, where somebody says so. */
  readonly session: string | undefined;
  /** Whether it is taken in however little it is like it. */
  readonly sure: boolean;
  readonly by: Person;
  /** Null where it was handed in without a key. */
  readonly deed: Deed | null;
}

/** A session file as the house took it in. */
export interface HandInResult {
  readonly session: Session;
  readonly recognised: "ids" | "likeness";
  readonly remarks: readonly string[];
}

/** Gives the tracks of a read session file the ids they went out with. */
export function takeIn(style: Style, baseline: Session, read: ReadExchange): HandInResult {
  if (read.untold.length === 0) return { session: read.session, recognised: "ids", remarks: read.remarks };
  const { session, pairs } = matchSession(style, baseline, read.session, read.untold);
  const settings = read.settings
    ? {}
    : {
        sampleRate: baseline.sampleRate,
        bitDepth: baseline.bitDepth,
        notes: read.session.notes || baseline.notes,
      };
  const known =
    `The file carries no ids of ours: ${pairs.length} of ` +
    `${baseline.tracks.length} tracks were recognised by name, kind, place and routing. Check ` +
    "the pairs that look odd.";
  return {
    session: { ...session, ...settings },
    recognised: "likeness",
    remarks: [known, ...read.remarks],
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

/** Takes a session file in as a check-in. Nothing is stored when the file cannot be read. */
export async function handIn(
  pool: Pool,
  styles: Styles,
  what: HandIn,
): Promise<HandInAnswer | UnlikeAnswer> {
  const before = what.deed && (await doneAlready<HandInAnswer>(pool, what.deed));
  if (before) return before.answer;
  const read = readExchange(what.bytes);
  if (what.session !== undefined && read.of !== null && read.of !== what.session)
    await refuseAnothers(pool, read.of);
  const target = await targetOf(pool, what.session, read.of);
  mayThere(routes.handIn, what.by, { room: target.room, session: target });
  const { style } = await styles.current(pool);
  const question = read.of !== target.id && !what.sure ? await unlike(pool, style, target, read) : null;
  // A station learns of no other room's sessions.
  if (question) return what.by.right === "station" ? { ...question, better: [] } : question;
  const taken = takeIn(style, target.baseline, read);
  const counts = await countsOf(pool, styles, taken.session, target);
  const at = new Date();
  return once(pool, what.deed, async (db): Promise<HandInAnswer> => {
    await openForWriting(db, target.id);
    const document = await addDocument(db, taken.session, what.by.id, at);
    const added = await addCheckIn(db, {
      session: target.id,
      fileName: what.name,
      file: what.bytes,
      came: taken.session,
      document,
      recognised: taken.recognised,
      remarks: taken.remarks,
      by: what.by.id,
      at,
      counts,
    });
    await tell(db, {
      kind: "check-in",
      checkIn: added.id,
      session: target.id,
      title: target.title,
      room: target.roomName,
      findings: counts.open.room,
      by: doerOf(what.by),
    });
    return {
      taken: true,
      checkIn: added.id,
      session: target.id,
      number: added.number,
      findings: counts.open.room,
      remarks: [...taken.remarks],
    };
  });
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
