import type { FitReport } from "@mossy/contract/sessions";
import type { FitChoices } from "@mossy/core/fit/choices";
import { fit } from "@mossy/core/fit/fit";
import type { Fit } from "@mossy/core/fit/fit";
import { inSetUp } from "@mossy/core/fit/room";
import type { Room } from "@mossy/core/fit/room";
import { startedWith } from "@mossy/core/fit/settings";
import type { ChosenSettings } from "@mossy/core/fit/settings";
import { PLAIN_TERMS } from "@mossy/core/fit/sources";
import type { FitTerms } from "@mossy/core/fit/sources";
import type { Lowering } from "@mossy/core/fit/lowering";
import type { Style } from "@mossy/core/house/style";
import { variantOf } from "@mossy/core/library/variant";
import type { BlockRelease } from "@mossy/core/library/blockPut";
import { withStartBlocks } from "@mossy/core/library/startBlocks";
import type { Variant } from "@mossy/core/session/beside";
import type { Session } from "@mossy/core/session/document";
import type { Db } from "../database.ts";
import { sampledIn } from "../instruments/sampledIn.ts";
import { latestOfBlock } from "../library/blocks.ts";
import { releaseWith } from "../library/store.ts";
import { HouseProblem, notFound } from "../problems.ts";
import { roomInUse } from "../rooms/store.ts";
import { equipmentOf } from "../rooms/equipment.ts";
import { limitsOf } from "../rooms/software.ts";
import { solver } from "../solver.ts";
import { droppedIn } from "./dropped.ts";
import type { DropWish } from "./dropped.ts";
import { lastInputs } from "./fitChoices.ts";

export const reportOf = (f: Fit): FitReport => ({
  fits: f.fits.length,
  adjusted: [...f.adjusted],
  unplaced: [...f.unplaced],
  leftOut: f.leftOut.map(({ id, name }) => ({ id, name })),
});

/** What is to be fitted to what. */
export interface FitWish {
  room: string;
  template: string;
  release: number;
  /** A variant of the release; null, or not said, for all of it. */
  variant?: string | null;
  /** The production it is for; null, or not said, for that of its template. */
  production?: string | null | undefined;
  /** How the room is wired for it; null, or not said, as usual. */
  setUp?: string | null;
  /** What somebody decided; what is not said was decided by nobody. */
  leaveOut: readonly string[];
  keep?: readonly string[];
  without48?: readonly string[];
  plugged?: FitChoices["plugged"];
  asPair?: FitChoices["asPair"];
  devices?: FitChoices["devices"];
  withoutMachines?: FitChoices["withoutMachines"];
  settings?: ChosenSettings;
  /** Blocks that are put in beside what the template has. */
  blocks?: readonly string[];
  /** Sounds of the shelf for pieces of its running order. */
  drops?: readonly DropWish[] | undefined;
  /** A running session that is fitted as it stands; null, or not said, for the release itself. */
  session?: string | null;
}

export interface SessionWish extends FitWish {
  title: string;
}

/** What was decided in a wish. */
export const choicesOf = (wish: Omit<FitWish, "template" | "release">): FitChoices => ({
  leaveOut: [...wish.leaveOut],
  keep: [...(wish.keep ?? [])],
  without48: [...(wish.without48 ?? [])],
  plugged: [...(wish.plugged ?? [])],
  asPair: [...(wish.asPair ?? [])],
  devices: [...(wish.devices ?? [])],
  withoutMachines: wish.withoutMachines ?? false,
});

/** A release fitted to its room, before it becomes a session. */
export interface Fitted {
  readonly roomName: string;
  readonly setUp: string | null;
  readonly baseline: Session;
  readonly variant: Variant | null;
  /** The production it is of. */
  readonly production: string | null;
  readonly report: FitReport;
  /** How it is written for the software of the room; null: as it is. */
  readonly lowering: Lowering | null;
}

/** Everything a fit is made of. */
export interface FitParts {
  /** The release, or the variant of it, with the settings that were chosen. */
  readonly session: Session;
  /** The room with all its set-ups. */
  readonly room: Room;
  readonly setUp: string | null;
  readonly terms: FitTerms;
  readonly variant: Variant | null;
  readonly production: string | null;
}

/** The room of a fit, and how it is wired for it. @throws HouseProblem where there is none, or it is retired */
export async function wiredRoom(
  db: Db,
  wish: Pick<FitWish, "room" | "setUp">,
): Promise<{ room: Room; setUp: string | null }> {
  const room = await roomInUse(db, wish.room);
  const setUp = wish.setUp ?? null;
  if (setUp !== null && !room.setUps.some((s) => s.id === setUp)) throw notFound(`set-up of ${room.name}`);
  return { room, setUp };
}

/** What a fit goes by, as it was decided, and as that room has it. */
export const termsOf = async (
  db: Db,
  wish: Omit<FitWish, "release">,
  room: Room,
  style: Style,
  sessions: readonly Session[],
): Promise<FitTerms> => ({
  ...PLAIN_TERMS,
  solver: await solver(),
  choices: choicesOf(wish),
  limits: await limitsOf(db, room),
  equipment: await equipmentOf(db, wish.room),
  style,
  last: await lastInputs(db, wish.room, wish.template, wish.setUp ?? null),
  sampled: await sampledIn(db, style, {
    sessions,
    room: wish.room,
    without: wish.withoutMachines ?? false,
    stands: null,
  }),
});

/** @throws HouseProblem where the room or the release is not there, or a setting is fixed */
export async function fitParts(db: Db, wish: FitWish, style: Style): Promise<FitParts> {
  const { room, setUp } = await wiredRoom(db, wish);
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
  const blocks: BlockRelease[] = [];
  for (const block of new Set(wish.blocks)) blocks.push(await latestOfBlock(db, block));
  const filled = await droppedIn(db, chosen, wish.drops ?? []);
  const session = withStartBlocks(style, filled, blocks);
  const terms = await termsOf(db, wish, room, style, [session]);
  return { session, room, setUp, terms, variant, production };
}

/** Fits a release into a room. @throws HouseProblem as `fitParts` */
export async function fitted(db: Db, wish: SessionWish, style: Style): Promise<Fitted> {
  const { session, room, setUp, terms, variant, production } = await fitParts(db, wish, style);
  const result = fit(session, inSetUp(room, setUp), terms);
  return {
    roomName: room.name,
    setUp,
    baseline: result.session,
    variant,
    production,
    report: reportOf(result),
    lowering: result.lowering,
  };
}
