import type { ForwardLook } from "@mossy/contract/forward";
import type { FitReport, Forwarded } from "@mossy/contract/sessions";
import { fittedFor } from "@mossy/core/library/forward";
import { bringBlock, withBlockAt } from "@mossy/core/library/blockForward";
import { standing } from "@mossy/core/library/blockStand";
import type { Choices } from "@mossy/core/merge/decisions";
import { merge } from "@mossy/core/merge/merge";
import { chosenInWords } from "@mossy/core/merge/words";
import type { Style } from "@mossy/core/house/style";
import type { HeldBlock } from "@mossy/core/session/beside";
import { withGiven } from "@mossy/core/session/blocks";
import { diff } from "@mossy/core/session/diff";
import type { Session } from "@mossy/core/session/document";
import type { Db } from "../database.ts";
import { loweringAfter } from "@mossy/core/fit/lowering";
import type { Lowering } from "@mossy/core/fit/lowering";
import { inSetUp } from "@mossy/core/fit/room";
import type { Bench } from "../house/bench.ts";
import type { Styles } from "../house/styles.ts";
import { blockRelease, heldIn, refuseUndecided } from "../library/blocks.ts";
import { releasesOf } from "../library/store.ts";
import { HouseProblem, notFound, stale } from "../problems.ts";
import { once } from "../transaction.ts";
import { sessionCard } from "./cards.ts";
import { equipmentOf } from "../rooms/equipment.ts";
import { limitsOf } from "../rooms/software.ts";
import { solver } from "../solver.ts";
import { reportOf } from "./fitted.ts";
import { changeNow, choicesNow, sampledHere, tellOf } from "./forward.ts";
import type { ForwardWish } from "./forward.ts";
import { keepForward, putOn, standingOf } from "./forwardStore.ts";
import type { Footing, Standing } from "./forwardStore.ts";
import { openForWriting } from "./store.ts";

/** A session with one of its blocks on another release: what is merged, and what it stands on then. */
interface BlockStep {
  readonly held: HeldBlock;
  readonly base: Session;
  readonly theirs: Session;
  readonly report: FitReport;
  /** How it is written for its room. */
  readonly lowering: Lowering | null;
  /** As it then went out, where the block went out with it; null where it was put in later. */
  readonly baseline: Session | null;
}

/**
 * What bringing a block of a session to a release is made of. Where the block went out with the session, its
 * baseline is brought to the release too, by the same choices, so that what comes is no drift; new sources get
 * free inputs of the room. One that was put in later is brought forward where it stands.
 */
export async function blockStep(
  db: Db,
  style: Style,
  s: Standing,
  wish: { held: string; release: number },
  choices: Choices = new Map(),
): Promise<BlockStep> {
  const held = heldIn(s.now, wish.held);
  if (held.release === wish.release)
    throw new HouseProblem(409, "Done already", `“${held.name}” stands there on release ${held.release}.`);
  const from = (await blockRelease(db, held.block, held.release)).session;
  const to = await blockRelease(db, held.block, wish.release);
  const base = standing(s.now, held, from).session;
  const theirs = withBlockAt(style, s.now, held, from, to);
  const out = s.baseline.blocks.find((b) => b.id === held.id && b.release === held.release);
  if (!out) return { held, base, theirs, report: s.report, baseline: null, lowering: s.lowering };
  const { merged } = bringBlock(style, s.baseline, out, from, to, choices);
  const decided = { ...choicesNow(s), leaveOut: [] };
  const begun = { baseline: s.baseline, now: s.now, choices: decided, variant: null };
  const fitted = fittedFor(merged.session, begun, inSetUp(s.room, s.setUp), {
    solver: await solver(),
    style,
    limits: await limitsOf(db, s.room),
    equipment: await equipmentOf(db, s.roomId),
    sampled: await sampledHere(db, style, s, merged.session),
  });
  return {
    held,
    base,
    theirs: asPluggedIn(theirs, s.now, fitted.session),
    report: { ...reportOf(fitted), leftOut: s.report.leftOut },
    baseline: fitted.session,
    lowering: loweringAfter(s.lowering, fitted.lowering),
  };
}

/** A session in which what is new is plugged in, or seated on a sample machine, as in another one. */
function asPluggedIn(session: Session, now: Session, other: Session): Session {
  const known = new Set(now.tracks.map((t) => t.id));
  const there = new Map(other.tracks.map((t) => [t.id, t]));
  const plugged = {
    ...session,
    tracks: session.tracks.map((t) => {
      const so = known.has(t.id) ? undefined : there.get(t.id);
      if (!so) return t;
      const { input, armed, kind, format, channel, plays } = so;
      return { ...t, input, armed, kind, format, channel, plays };
    }),
  };
  return { ...plugged, blocks: withGiven(session, plugged) };
}

/** Everything bringing a block of a session forward is made of, for whoever decides. */
export async function blockLook(
  { pool, styles }: Bench,
  { session, held: id, to }: { session: string; held: string; to: number },
): Promise<ForwardLook> {
  const card = await sessionCard(pool, session);
  const s = await standingOf(pool, session);
  const { style } = await styles.current(pool);
  const { held, base, theirs, report } = await blockStep(pool, style, s, { held: id, release: to });
  const releases = await releasesOf(pool, held.block);
  const release = releases.find((r) => r.number === to);
  if (!release) throw notFound(`release ${to} of “${held.name}”`);
  const [low, high] = [Math.min(held.release, to), Math.max(held.release, to)];
  return {
    session: card,
    release,
    notes: releases.filter((r) => r.number > low && r.number <= high),
    baseline: base,
    now: s.now,
    revision: s.revision,
    theirs,
    report,
    block: { held: held.id, block: held.block, name: held.name, from: held.release },
  };
}

export interface BlockWish extends ForwardWish {
  readonly held: string;
}

/**
 * Brings a block of a session to a release.
 * @throws HouseProblem where somebody was faster, or something is to be chosen
 */
export const bringBlockOf = ({ pool, styles }: Bench, wish: BlockWish): Promise<Forwarded> =>
  once(pool, wish.errand, (db) => bringIn(db, styles, wish));

async function bringIn(db: Db, styles: Styles, wish: BlockWish): Promise<Forwarded> {
  await openForWriting(db, wish.session);
  const was = await standingOf(db, wish.session, true);
  if (wish.revision !== was.revision)
    throw stale(
      "Somebody worked on the session since you looked at it. Look at it again, then bring the block forward.",
    );
  const { style } = await styles.current(db);
  const { held, base, theirs, report, baseline, lowering } = await blockStep(
    db,
    style,
    was,
    wish,
    wish.choices,
  );
  const merged = merge(base, was.now, theirs, wish.choices);
  refuseUndecided(merged);
  const choices = merged.clashes.map((c) =>
    chosenInWords(base, was.now, theirs, c, `release ${wish.release}`),
  );
  const changes = diff(was.now, merged.session);
  const { release, edition } = was;
  const on: Footing = {
    release,
    edition,
    baseline: baseline ?? was.baseline,
    report,
    lowering,
    stood: null,
  };
  if (baseline) await putOn(db, wish.session, on);
  await changeNow(db, styles, was, changes, on, wish.by);
  const what = `${held.name}, release ${held.release} to ${wish.release}`;
  const { by, session } = wish;
  const kept = await keepForward(db, { session, was, to: release, what, changes, choices, by: by.id });
  await tellOf(
    db,
    wish,
    `brought the block “${held.name}” of “${was.now.title}” from release ${held.release} to ${wish.release}`,
  );
  return kept;
}
