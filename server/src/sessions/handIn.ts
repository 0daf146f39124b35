import type { Session } from "@mossy/core/session/document";
import { check, followingTracks, open } from "@mossy/core/check/check";
import { readExchange } from "@mossy/core/formats/exchange/read";
import type { ReadExchange } from "@mossy/core/formats/exchange/read";
import { matchSession } from "@mossy/core/match/match";
import type { Style } from "@mossy/core/house/style";
import { inTransaction } from "../database.ts";
import type { Pool } from "../database.ts";
import type { Styles } from "../house/styles.ts";
import { tell } from "../news/tell.ts";
import { HouseProblem } from "../problems.ts";
import { addDocument } from "./documents.ts";
import { addCheckIn, sessionWith } from "./store.ts";
import type { Counts } from "./store.ts";

export interface HandIn { readonly bytes: Uint8Array; readonly name: string; /** Which session it is, where somebody says so. */ readonly session: string | undefined; readonly by: string; readonly at: Date }

/** A session file as the house took it in. */
export interface TakenIn { readonly session: Session; readonly recognised: "ids" | "likeness"; readonly remarks: readonly string[] }

/** Gives the tracks of a read session file the ids they went out with. */
export function takeIn(style: Style, given: Session, read: ReadExchange): TakenIn {
  if (read.untold.length === 0) return { session: read.session, recognised: "ids", remarks: read.remarks };
  const { session, pairs } = matchSession(style, given, read.session, read.untold);
  const settings = read.settings ? {} : { sampleRate: given.sampleRate, bitDepth: given.bitDepth, notes: read.session.notes || given.notes };
  const known = `The file carries no ids of ours: ${pairs.length} of ${given.tracks.length} tracks were recognised by name, kind, place and routing. Check the pairs that look odd.`;
  return { session: { ...session, ...settings }, recognised: "likeness", remarks: [known, ...read.remarks] };
}

/** How a session stands: tracks, how many follow the house, what is open against the house and what went out. */
export function countsOf(style: Style, session: Session, given: Session): Counts {
  const findings = check(style, session, given);
  return { tracks: session.tracks.length, following: followingTracks(session, findings), open: open(findings).length };
}

/** A file that says it is another session of this house would show everything as lost and everything as new. */
async function refuseAnothers(pool: Pool, of: string): Promise<void> {
  const other = await sessionWith(pool, of).catch(() => null);
  if (other) throw new HouseProblem(422, "Another session's file", `This file says it is “${other.title}” from ${other.roomName}. Open that session and drop it there; nothing was taken in.`);
}

/** Takes a session file in as a check-in. Nothing is stored when the file cannot be read. */
export async function handIn(pool: Pool, styles: Styles, what: HandIn): Promise<{ checkIn: string; session: string; number: number; findings: number; remarks: string[] }> {
  const read = readExchange(what.bytes);
  if (what.session !== undefined && read.of !== null && read.of !== what.session) await refuseAnothers(pool, read.of);
  const of = what.session ?? read.of;
  if (of === null) throw new HouseProblem(422, "Which session is this?", "The file does not say which session of the house it is. Open that session and drop the file there.");
  const target = await sessionWith(pool, of).catch((e: unknown) => {
    if (what.session === undefined && e instanceof HouseProblem) throw new HouseProblem(422, "Which session is this?", "The file names a session this house does not have. Open the session it belongs to and drop the file there.");
    throw e;
  });
  const { style } = await styles.current(pool);
  const taken = takeIn(style, target.given, read);
  const counts = countsOf(style, taken.session, target.given);
  return inTransaction(pool, async (db) => {
    const document = await addDocument(db, taken.session, what.by, what.at);
    const added = await addCheckIn(db, { session: of, fileName: what.name, file: what.bytes, came: taken.session, document, recognised: taken.recognised, remarks: taken.remarks, by: what.by, at: what.at, counts });
    await tell(db, { kind: "check-in", checkIn: added.id, session: of, title: target.title, room: target.roomName, findings: counts.open, by: what.by });
    return { checkIn: added.id, session: of, number: added.number, findings: counts.open, remarks: [...taken.remarks] };
  });
}
