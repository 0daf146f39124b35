import { randomUUID } from "node:crypto";
import type { FitReport } from "@mossy/contract/sessions";
import { sessionFolder } from "@mossy/core/disk/folders";
import type { Style } from "@mossy/core/house/style";
import { fit } from "@mossy/core/fit/fit";
import { startedWith } from "@mossy/core/fit/settings";
import type { ChosenSettings } from "@mossy/core/fit/settings";
import type { Db } from "../database.ts";
import { releaseWith } from "../library/store.ts";
import { HouseProblem } from "../problems.ts";
import { roomWith } from "../rooms/store.ts";
import { addSession } from "./store.ts";

export interface Start { title: string; room: string; template: string; release: number; leaveOut: readonly string[]; settings?: ChosenSettings }

/** Fits a release into a room and stores the session that comes of it. @returns its id */
export async function startSession(db: Db, start: Start, by: string, style: Style, at: Date = new Date()): Promise<string> {
  const room = await roomWith(db, start.room);
  const release = await releaseWith(db, start.template, start.release);
  const chosen = startedWith(release.session, start.settings ?? {});
  if ("problem" in chosen) throw new HouseProblem(422, "That setting is fixed", chosen.problem, "settings");
  const result = fit(chosen, room, start.leaveOut);
  const report: FitReport = {
    fits: result.fits.length, adjusted: [...result.adjusted], unplaced: [...result.unplaced],
    leftOut: result.leftOut.map(({ id, name }) => ({ id, name })),
  };
  const id = randomUUID();
  await addSession(db, {
    id, title: start.title, room: start.room, template: start.template, release: start.release,
    given: { ...result.session, title: start.title }, report, folder: sessionFolder(style.house, style.reader, start.title, room.name, at), by, at,
  });
  return id;
}
