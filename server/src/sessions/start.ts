import { randomUUID } from "node:crypto";
import type { FitReport } from "@mossy/contract/sessions";
import { sessionFolder } from "@mossy/core/disk/blueprint";
import type { Style } from "@mossy/core/house/style";
import { fit } from "@mossy/core/fit/fit";
import { startedWith } from "@mossy/core/fit/settings";
import type { ChosenSettings } from "@mossy/core/fit/settings";
import type { Db } from "../database.ts";
import { releaseWith } from "../library/store.ts";
import { HouseProblem } from "../problems.ts";
import { roomInUse } from "../rooms/store.ts";
import { addSession } from "./store.ts";

export interface SessionWish {
  title: string;
  room: string;
  template: string;
  release: number;
  leaveOut: readonly string[];
  settings?: ChosenSettings;
}

/**
 * A title and a folder that no other session has: two of one name in one room on one day would share their
 * folder, and nobody could tell their packages and messages apart. The second is called "Spring tide 2".
 */
async function toldApart(
  db: Db,
  start: SessionWish,
  folderOf: (title: string) => string,
): Promise<{ title: string; folder: string }> {
  // Whoever starts the same at the same moment waits here.
  await db.query("select pg_advisory_xact_lock(hashtext('session folders'))");
  const plain = folderOf(start.title);
  for (let n = 1; ; n++) {
    const title = n === 1 ? start.title : `${start.title.slice(0, 74)} ${n}`;
    // A pattern of folders that leaves the title out tells nothing apart.
    const folder = n > 1 && folderOf(title) === plain ? `${plain}_${n}` : folderOf(title);
    const { rows } = await db.query("select 1 from sessions where folder = $1", [folder]);
    if (rows.length === 0) return { title, folder };
  }
}

/** Fits a release into a room and stores the session that comes of it. @returns its id */
export async function startSession(
  db: Db,
  start: SessionWish,
  by: string,
  { edition, style }: { edition: number; style: Style },
  at: Date = new Date(),
): Promise<string> {
  const room = await roomInUse(db, start.room);
  const release = await releaseWith(db, start.template, start.release);
  const chosen = startedWith(release.session, start.settings ?? {});
  if ("problem" in chosen) throw new HouseProblem(422, "That setting is fixed", chosen.problem, "settings");
  const result = fit(chosen, room, start.leaveOut);
  const report: FitReport = {
    fits: result.fits.length,
    adjusted: [...result.adjusted],
    unplaced: [...result.unplaced],
    leftOut: result.leftOut.map(({ id, name }) => ({ id, name })),
  };
  const id = randomUUID();
  const { title, folder } = await toldApart(db, start, (said) =>
    sessionFolder(style.house, style.reader, said, room.name, at),
  );
  if (title !== start.title)
    report.adjusted.unshift({
      track: null,
      what: "Name",
      says:
        `${room.name} has a “${start.title}” already; this one is called “${title}”, ` +
        "and so is its folder.",
    });
  await addSession(db, {
    id,
    title,
    room: start.room,
    template: start.template,
    release: start.release,
    edition,
    baseline: { ...result.session, title },
    report,
    folder,
    by,
    at,
  });
  return id;
}
