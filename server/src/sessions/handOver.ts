import type { Forwarded } from "@mossy/contract/sessions";
import { inSetUp } from "@mossy/core/fit/room";
import type { Style } from "@mossy/core/house/style";
import { handedOver, lifted } from "@mossy/core/library/handOver";
import { diff } from "@mossy/core/session/diff";
import type { Session } from "@mossy/core/session/document";
import type { Db } from "../database.ts";
import type { Bench } from "../house/bench.ts";
import type { Styles } from "../house/styles.ts";
import { releaseWith } from "../library/store.ts";
import { HouseProblem, stale } from "../problems.ts";
import { once } from "../transaction.ts";
import { keepDecided } from "./fitChoices.ts";
import { reportOf, termsOf, wiredRoom } from "./fitted.ts";
import type { FitParts, FitWish } from "./fitted.ts";
import { changeNow, tellOf } from "./forward.ts";
import type { UndoWish } from "./forward.ts";
import { keepForward, putOn, standingOf } from "./forwardStore.ts";
import type { Footing, Standing } from "./forwardStore.ts";
import { openForWriting } from "./store.ts";

/** A running session and where it goes, as it was decided. */
export type HandWish = Omit<FitWish, "template" | "release" | "session" | "settings" | "variant">;

/** The release a session stands on, and what it is fitted by where it goes. */
async function partsFor(
  db: Db,
  s: Standing,
  wish: HandWish,
  style: Style,
): Promise<Pick<FitParts, "room" | "setUp" | "terms"> & { whole: Session }> {
  const { room, setUp } = await wiredRoom(db, wish);
  const { session: whole } = await releaseWith(db, s.template, s.release);
  const terms = await termsOf(db, { ...wish, template: s.template }, room, style, [whole, s.now]);
  return { room, setUp, terms, whole };
}

/** What fitting a running session into a room is made of: it without what was adjusted for where it stands. */
export async function handedParts(
  db: Db,
  wish: HandWish & { readonly session: string },
  style: Style,
): Promise<FitParts> {
  const s = await standingOf(db, wish.session);
  const { whole, ...parts } = await partsFor(db, s, wish, style);
  return { ...parts, session: lifted(whole, s), variant: s.variant, production: null };
}

export interface HandOver extends UndoWish {
  readonly to: HandWish;
  /** The revision that was looked at; null where nothing had come back. */
  readonly revision: number | null;
}

/**
 * Hands a running session to another room, or has the same one wired otherwise for it: what was done in it goes along,
 * what was adjusted for the room it stood in does not. It is taken back like bringing it forward.
 * @throws HouseProblem where somebody was faster, or the session stands there already
 */
export const handOver = ({ pool, styles }: Bench, wish: HandOver): Promise<Forwarded> =>
  once(pool, wish.errand, (db) => handOverIn(db, styles, wish));

async function handOverIn(db: Db, styles: Styles, wish: HandOver): Promise<Forwarded> {
  const { session, by, to } = wish;
  await openForWriting(db, session);
  const was = await standingOf(db, session, true);
  if (wish.revision !== was.revision)
    throw stale(
      "Somebody worked on the session since you looked at it. Look at it again, then hand it over.",
    );
  const { style } = await styles.current(db);
  const { whole, room, setUp, terms } = await partsFor(db, was, to, style);
  if (was.roomId === to.room && was.setUp === setUp)
    throw new HouseProblem(
      409,
      "It is there already",
      `The session stands in ${room.name}, wired like this.`,
      "room",
    );
  const there = handedOver(whole, was, inSetUp(room, setUp), terms);
  const changes = diff(was.now, there.fit.session);
  const on: Footing = {
    release: was.release,
    edition: was.edition,
    baseline: there.baseline,
    report: reportOf(there.fit),
    lowering: there.fit.lowering,
    stood: { room: to.room, setUp, choices: terms.choices },
  };
  await putOn(db, session, on);
  await changeNow(db, styles, was, changes, on, by);
  await keepDecided(
    db,
    { room: to.room, template: was.template },
    { setUp, choices: terms.choices },
    by.id,
    new Date(),
  );
  const where =
    was.roomId === to.room ? `${room.name}, wired otherwise` : `${was.room.name} to ${room.name}`;
  const what = `From ${where}`;
  const kept = await keepForward(db, {
    session,
    was,
    to: was.release,
    what,
    changes,
    choices: [],
    by: by.id,
  });
  await tellOf(db, wish, `handed “${was.now.title}” from ${where}`);
  return kept;
}
