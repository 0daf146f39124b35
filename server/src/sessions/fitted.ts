import type { FitReport } from "@mossy/contract/sessions";
import { fit } from "@mossy/core/fit/fit";
import { startedWith } from "@mossy/core/fit/settings";
import type { ChosenSettings } from "@mossy/core/fit/settings";
import { variantOf } from "@mossy/core/library/variant";
import type { Variant } from "@mossy/core/session/beside";
import type { Session } from "@mossy/core/session/document";
import type { Db } from "../database.ts";
import { releaseWith } from "../library/store.ts";
import { HouseProblem, notFound } from "../problems.ts";
import { roomInUse } from "../rooms/store.ts";

export interface SessionWish {
  title: string;
  room: string;
  template: string;
  release: number;
  /** A variant of the release; null, or not said, for all of it. */
  variant?: string | null;
  /** The production it is for; null, or not said, for that of its template. */
  production?: string | null | undefined;
  leaveOut: readonly string[];
  settings?: ChosenSettings;
}

/** A release fitted to its room, before it becomes a session. */
export interface Fitted {
  readonly roomName: string;
  readonly baseline: Session;
  readonly variant: Variant | null;
  /** The production it is of. */
  readonly production: string | null;
  readonly report: FitReport;
}

/** Fits a release into a room. @throws HouseProblem where one of them is not there, or a setting is fixed */
export async function fitted(db: Db, wish: SessionWish): Promise<Fitted> {
  const room = await roomInUse(db, wish.room);
  const release = await releaseWith(db, wish.template, wish.release);
  if (release.kind === "block")
    throw new HouseProblem(
      422,
      "That is a block",
      `“${release.name}” is put into sessions and templates; nothing is started from it alone.`,
      "template",
    );
  const ofClosed = release.production === null ? "" : `, or production ${release.production} is closed`;
  if (release.retired)
    throw new HouseProblem(
      409,
      "Retired",
      `“${release.name}” is retired${ofClosed}: nothing is started from it any more.`,
      "template",
    );
  if (release.takenBack)
    throw new HouseProblem(
      409,
      "Taken back",
      `${release.takenBack.by.name} took release ${wish.release} of “${release.name}” back: ` +
        release.takenBack.reason,
      "release",
    );
  const production = wish.production ?? release.production;
  if (release.production !== null && production !== release.production)
    throw new HouseProblem(
      409,
      "Of another production",
      `“${release.name}” belongs to production ${release.production}; for ${production} choose another template.`,
      "production",
    );
  const variant = wish.variant ? release.session.variants.find((v) => v.id === wish.variant) : null;
  if (variant === undefined) throw notFound(`variant of release ${wish.release} with this id`);
  const part = variant === null ? release.session : variantOf(release.session, variant).session;
  const chosen = startedWith(part, wish.settings ?? {});
  if ("problem" in chosen) throw new HouseProblem(422, "That setting is fixed", chosen.problem, "settings");
  const result = fit(chosen, room, wish.leaveOut);
  return {
    roomName: room.name,
    baseline: result.session,
    variant,
    production,
    report: {
      fits: result.fits.length,
      adjusted: [...result.adjusted],
      unplaced: [...result.unplaced],
      leftOut: result.leftOut.map(({ id, name }) => ({ id, name })),
    },
  };
}
