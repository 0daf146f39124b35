import { randomUUID } from "node:crypto";
import { sessionFolder } from "@mossy/core/disk/sessionFolder";
import type { Style } from "@mossy/core/house/style";
import type { Db } from "../database.ts";
import { needProduction } from "../library/productions.ts";
import { roomInUse } from "../rooms/store.ts";
import { keepDecided } from "./fitChoices.ts";
import { choicesOf } from "./fitted.ts";
import type { Fitted, SessionWish } from "./fitted.ts";
import { addSession } from "./store.ts";

/**
 * A title and a folder that no other session has: two of one name in one room on one day would share their
 * folder, and nobody could tell their packages and messages apart. The second is called "Spring tide 2".
 * @param own the session it is for, where there is one already
 */
export async function toldApart(
  db: Db,
  wanted: string,
  folderOf: (title: string) => string,
  own: string | null = null,
): Promise<{ title: string; folder: string }> {
  // Whoever starts the same at the same moment waits here.
  await db.query("select pg_advisory_xact_lock(hashtext('session folders'))");
  const plain = folderOf(wanted);
  for (let n = 1; ; n++) {
    const title = n === 1 ? wanted : `${wanted.slice(0, 74)} ${n}`;
    // A pattern of folders that leaves the title out tells nothing apart.
    const folder = n > 1 && folderOf(title) === plain ? `${plain}_${n}` : folderOf(title);
    const { rows } = await db.query("select 1 from sessions where folder = $1 and id is distinct from $2", [
      folder,
      own,
    ]);
    if (rows.length === 0) return { title, folder };
  }
}

/** Stores the session that comes of a release fitted to a room. @returns its id */
export async function startSession(
  db: Db,
  start: SessionWish,
  { roomName, setUp, baseline, variant, production, report, lowering }: Fitted,
  by: string,
  { edition, style }: { edition: number; style: Style },
  at: Date = new Date(),
): Promise<string> {
  // Retired meanwhile, it takes no session any more.
  await roomInUse(db, start.room);
  if (production !== null) await needProduction(db, production);
  const id = randomUUID();
  const { title, folder } = await toldApart(db, start.title, (said) =>
    sessionFolder(style.house, style.reader, said, roomName, at),
  );
  const adjusted = [...report.adjusted];
  if (title !== start.title)
    adjusted.unshift({
      track: null,
      what: "Name",
      says:
        `${roomName} has a “${start.title}” already; this one is called “${title}”, ` +
        "and so is its folder.",
    });
  await addSession(db, {
    id,
    title,
    room: start.room,
    template: start.template,
    release: start.release,
    edition,
    variant,
    production,
    setUp,
    choices: choicesOf(start),
    baseline: { ...baseline, title },
    report: { ...report, adjusted },
    lowering,
    folder,
    by,
    at,
  });
  await keepDecided(db, start, { setUp, choices: choicesOf(start) }, by, at);
  return id;
}
