import type { FitReport } from "@mossy/contract/sessions";
import { fit } from "@mossy/core/fit/fit";
import { startedWith } from "@mossy/core/fit/settings";
import type { ChosenSettings } from "@mossy/core/fit/settings";
import type { Session } from "@mossy/core/session/document";
import type { Db } from "../database.ts";
import { releaseWith } from "../library/store.ts";
import { HouseProblem } from "../problems.ts";
import { roomInUse } from "../rooms/store.ts";

export interface SessionWish {
  title: string;
  room: string;
  template: string;
  release: number;
  leaveOut: readonly string[];
  settings?: ChosenSettings;
}

/** A release fitted to its room, before it becomes a session. */
export interface Fitted {
  readonly roomName: string;
  readonly baseline: Session;
  readonly report: FitReport;
}

/** Fits a release into a room. @throws HouseProblem where one of them is not there, or a setting is fixed */
export async function fitted(db: Db, wish: SessionWish): Promise<Fitted> {
  const room = await roomInUse(db, wish.room);
  const release = await releaseWith(db, wish.template, wish.release);
  if (release.retired)
    throw new HouseProblem(
      409,
      "Retired",
      `“${release.name}” is retired: nothing is started from it any more.`,
      "template",
    );
  if (release.takenBack)
    throw new HouseProblem(
      409,
      "Taken back",
      `${release.takenBack.by.name} took release ${wish.release} of “${release.name}” back: ${release.takenBack.reason}`,
      "release",
    );
  const chosen = startedWith(release.session, wish.settings ?? {});
  if ("problem" in chosen) throw new HouseProblem(422, "That setting is fixed", chosen.problem, "settings");
  const result = fit(chosen, room, wish.leaveOut);
  return {
    roomName: room.name,
    baseline: result.session,
    report: {
      fits: result.fits.length,
      adjusted: [...result.adjusted],
      unplaced: [...result.unplaced],
      leftOut: result.leftOut.map(({ id, name }) => ({ id, name })),
    },
  };
}
