import type { ForwardLook } from "@mossy/contract/forward";
import type { Doer } from "@mossy/contract/people";
import type { Forwarded } from "@mossy/contract/sessions";
import type { FitChoices } from "@mossy/core/fit/choices";
import { loweringAfter } from "@mossy/core/fit/lowering";
import { inSetUp } from "@mossy/core/fit/room";
import type { Style } from "@mossy/core/house/style";
import type { Fit } from "@mossy/core/fit/fit";
import type { FitTerms } from "@mossy/core/fit/sources";
import type { Session } from "@mossy/core/session/document";
import { fittedFor } from "@mossy/core/library/forward";
import type { Choices } from "@mossy/core/merge/decisions";
import { merge } from "@mossy/core/merge/merge";
import { chosenInWords } from "@mossy/core/merge/words";
import { inverse } from "@mossy/core/session/change";
import { diff } from "@mossy/core/session/diff";
import { countsOf, keepCounts } from "../check/counts.ts";
import type { Db } from "../database.ts";
import { changeDocument, documentWith } from "../documents/store.ts";
import type { Bench } from "../house/bench.ts";
import type { Styles } from "../house/styles.ts";
import { sampledIn } from "../instruments/sampledIn.ts";
import { refuseUndecided } from "../library/blocks.ts";
import { releaseWith, templateWith } from "../library/store.ts";
import { tell } from "../news/tell.ts";
import { HouseProblem, notFound, stale } from "../problems.ts";
import { note } from "../record/store.ts";
import type { AskedBy } from "../record/store.ts";
import { equipmentOf } from "../rooms/equipment.ts";
import { limitsOf } from "../rooms/software.ts";
import { solver } from "../solver.ts";
import { once } from "../transaction.ts";
import type { Errand } from "../transaction.ts";
import { sessionCard } from "./cards.ts";
import { reportOf } from "./fitted.ts";
import { keepForward, lastForward, markUndone, putOn, standingOf } from "./forwardStore.ts";
import type { Footing, Standing } from "./forwardStore.ts";
import { openForWriting } from "./store.ts";

/** A release as it would have gone out to a session. */
export const theirsOf = async (
  db: Db,
  release: ForwardLook["theirs"],
  s: Standing,
  style: Style,
): Promise<Fit> =>
  fittedFor(
    release,
    { baseline: s.baseline, now: s.now, choices: choicesNow(s), variant: s.variant },
    inSetUp(s.room, s.setUp),
    {
      solver: await solver(),
      style,
      limits: await limitsOf(db, s.room),
      equipment: await equipmentOf(db, s.roomId),
      sampled: await sampledHere(db, style, s, release),
    },
  );

/** What becomes of the sampled instruments of something that comes into a running session. */
export const sampledHere = (
  db: Db,
  style: Style,
  s: Standing,
  comes: Session,
): Promise<FitTerms["sampled"]> =>
  sampledIn(db, style, {
    sessions: [comes, s.now],
    room: s.roomId,
    without: s.choices.withoutMachines,
    stands: s.now,
  });

/** What was decided when a session was started, and what it left out since. */
export const choicesNow = (s: Standing): FitChoices => ({
  ...s.choices,
  leaveOut: s.report.leftOut.map((t) => t.id),
});

/** Everything bringing a session to a release is made of. */
export async function forwardLook(
  { pool, styles }: Bench,
  { session, to }: { session: string; to: number },
): Promise<ForwardLook> {
  const card = await sessionCard(pool, session);
  const standing = await standingOf(pool, session);
  const { session: released } = await releaseWith(pool, card.template, to);
  const theirs = await theirsOf(pool, released, standing, (await styles.current(pool)).style);
  const { releases } = await templateWith(pool, card.template);
  const release = releases.find((r) => r.number === to);
  if (!release) throw notFound(`release ${to} of “${card.templateName}”`);
  const [low, high] = [Math.min(card.release, to), Math.max(card.release, to)];
  return {
    session: card,
    release,
    notes: releases.filter((r) => r.number > low && r.number <= high),
    baseline: standing.baseline,
    now: standing.now,
    revision: standing.revision,
    theirs: theirs.session,
    report: reportOf(theirs),
    block: null,
  };
}

/** Of which session something is asked, by whom. */
export interface UndoWish {
  readonly session: string;
  readonly by: Doer;
  readonly via: AskedBy;
  readonly errand: Errand | null;
}

export interface ForwardWish extends UndoWish {
  readonly release: number;
  /** The revision that was looked at; null where nothing had come back. */
  readonly revision: number | null;
  readonly choices: Choices;
}

/** Brings a session to a release. @throws HouseProblem where somebody was faster, or something is to be chosen */
export const bringForward = ({ pool, styles }: Bench, wish: ForwardWish): Promise<Forwarded> =>
  once(pool, wish.errand, (db) => bringForwardIn(db, styles, wish));

async function bringForwardIn(db: Db, styles: Styles, wish: ForwardWish): Promise<Forwarded> {
  await openForWriting(db, wish.session);
  const was = await standingOf(db, wish.session, true);
  const { name, session: released, edition } = await releaseWith(db, was.template, wish.release);
  if (wish.release === was.release)
    throw new HouseProblem(409, "Done already", `The session stands on release ${was.release} already.`);
  if (wish.revision !== was.revision)
    throw stale(
      "Somebody worked on the session since you looked at it. Look at it again, then bring it forward.",
    );
  const theirs = await theirsOf(db, released, was, (await styles.current(db)).style);
  const merged = merge(was.baseline, was.now, theirs.session, wish.choices);
  refuseUndecided(merged);
  const choices = merged.clashes.map((c) =>
    chosenInWords(was.baseline, was.now, theirs.session, c, `release ${wish.release}`),
  );
  const changes = diff(was.now, merged.session);
  const on: Footing = {
    release: wish.release,
    edition: Math.max(edition, was.edition),
    baseline: theirs.session,
    report: reportOf(theirs),
    lowering: loweringAfter(was.lowering, theirs.lowering),
    stood: null,
  };
  await putOn(db, wish.session, on);
  await changeNow(db, styles, was, changes, on, wish.by);
  const { by, session } = wish;
  const kept = await keepForward(db, {
    session,
    was,
    to: wish.release,
    what: null,
    changes,
    choices,
    by: by.id,
  });
  await tellOf(
    db,
    wish,
    `brought “${was.now.title}” of “${name}” from release ${was.release} to ${wish.release}`,
  );
  return kept;
}

/** Changes the check-in a session stands in, where there is one, and counts it anew on what it stands on now. */
export async function changeNow(
  db: Db,
  styles: Styles,
  { document, revision }: Pick<Standing, "document" | "revision">,
  changes: ReturnType<typeof diff>,
  on: Footing,
  by: Doer,
): Promise<void> {
  if (document === null || revision === null) return;
  const now =
    changes.length === 0
      ? await documentWith(db, document)
      : (await changeDocument(db, document, revision, changes, by.id)).document;
  await keepCounts(db, document, await countsOf(db, styles, now.session, on));
}

export async function tellOf(db: Db, { session, by, via }: UndoWish, says: string): Promise<void> {
  const card = await sessionCard(db, session);
  await note(db, via, { what: "sessions", who: by, says });
  await tell(db, { kind: "session", card, by });
  const { document, revision } = await standingOf(db, session);
  if (document !== null && revision !== null)
    await tell(db, { kind: "document", document, revision, of: { session: card }, by });
}

/**
 * Takes the last bringing forward of a session back; what was done since stays.
 * @throws HouseProblem 409 where there is none, or what it brought was changed since
 */
export const undoForward = ({ pool, styles }: Bench, wish: UndoWish): Promise<Forwarded> =>
  once(pool, wish.errand, (db) => undoForwardIn(db, styles, wish));

async function undoForwardIn(db: Db, styles: Styles, wish: UndoWish): Promise<Forwarded> {
  const { session, by } = wish;
  await openForWriting(db, session);
  const now = await standingOf(db, session, true);
  const last = await lastForward(db, session);
  if (last.document !== now.document)
    throw new HouseProblem(
      409,
      "It came back since",
      "The room handed the session in since it was brought forward. Bring it to the release it is to stand on instead.",
    );
  await putOn(db, session, last.from);
  await changeNow(db, styles, now, inverse(last.changes), last.from, by);
  const undone = await markUndone(db, last.id, by.id);
  const moved = last.from.stood && last.from.stood.room !== now.roomId;
  const what = moved ? `was handed to ${now.room.name}` : `was brought to release ${now.release}`;
  await tellOf(db, wish, `took back that “${now.now.title}” ${what}`);
  return undone;
}
