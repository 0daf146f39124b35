import { same } from "../session/change.ts";
import { changedBetween } from "../session/changed.ts";
import type { Session, TrackId } from "../session/document.ts";
import { namesThat } from "../session/field.ts";
import { TRACK } from "../session/trackFields.ts";
import { NOWHERE, factsOf, insideFolder } from "./facts.ts";
import type { HouseWish, Surroundings, TrackFacts } from "./facts.ts";
import { numberAll, renumber } from "./numbering.ts";
import type { Numbering } from "./numbering.ts";
import { passed, passingOn } from "./passing.ts";
import type { ColourPassing } from "./passing.ts";
import { inOrder, placeTracks } from "./placing.ts";
import type { Placing } from "./placing.ts";
import type { Style } from "./style.ts";

/** What the house style wants of a whole session. */
export interface HousePlan extends Omit<Placing, "lists"> {
  readonly wanted: ReadonlyMap<TrackId, HouseWish>;
  /** Tells this plan from all others without keeping it. */
  readonly mark: object;
  /**
   * The mark of the plan this one was mended from, and the places of the tracks for which it may want
   * something else; null for one made anew.
   */
  readonly mended: { readonly from: object; readonly at: readonly number[] } | null;
}

/** A plan with what it was made from, so that the next one can be mended from it. */
interface PlanRecord {
  readonly session: Session;
  readonly plan: HousePlan;
  readonly facts: readonly TrackFacts[];
  readonly contexts: ReadonlyMap<TrackId, Surroundings>;
  readonly numbering: Numbering;
  readonly lists: Placing["lists"];
  readonly passing: ColourPassing;
}

/** Dressing, checking and why ask for the same few sessions over and over. */
const PLANS_REMEMBERED = 4;
/** More changed tracks than these are not worth mending for. */
const FEW = 100;

/**
 * The last plans made under a style, newest first; sessions never change in place, so a plan holds as long
 * as its session.
 */
const remembered = new WeakMap<Style, PlanRecord[]>();

/**
 * What the house style wants of a session. The last few are remembered; one that follows on from them is
 * mended where it can be.
 */
export function planHouse(style: Style, session: Session): HousePlan {
  const last = remembered.get(style) ?? [];
  const there = last.find((p) => p.session === session);
  if (there) return there.plan;
  const made = follow(style, session, last) ?? makePlan(style, session);
  remembered.set(style, [made, ...last].slice(0, PLANS_REMEMBERED));
  return made.plan;
}

/** The fields of tracks a plan is made from. */
const PLANNED_BY = namesThat(TRACK, (f) => f.planned === true);

function makePlan(style: Style, session: Session): PlanRecord {
  const contexts = new Map<TrackId, Surroundings>();
  const facts = session.tracks.map((t) => {
    const around = contexts.get(t.parent ?? "") ?? NOWHERE;
    const known = factsOf(style, t, around);
    if (t.kind === "folder") contexts.set(t.id, insideFolder(style, t, known.what, around));
    return known;
  });
  const numbering = numberAll(style, session, facts);
  const { lists, ...places } = placeTracks(style, session, numbering.wanted, facts);
  const passing = passingOn(style, numbering.wanted, places.houseFolder);
  const wanted = passing.size === 0 ? numbering.wanted : new Map(numbering.wanted);
  if (passing.size > 0)
    session.tracks.forEach((t, i) => {
      const wish = passed(style, t, facts[i], numbering.wanted, places.parentOf, passing);
      if (wish) wanted.set(t.id, wish);
    });
  const plan = { wanted, ...places, mark: {}, mended: null };
  return { session, plan, facts, contexts, numbering, lists, passing };
}

/**
 * A plan from one made before that this session follows on from; null where there is none, or too much is
 * other.
 */
function follow(style: Style, session: Session, last: readonly PlanRecord[]): PlanRecord | null {
  for (const before of last) {
    const changed = changedBetween(before.session, session);
    if (changed.order || changed.session.has("mainFormat")) continue;
    if (!PLANNED_BY.some((f) => changed.fields.has(f))) return { ...before, session };
    const few = changed.at.length <= FEW && !changed.fields.has("kind");
    return few ? mend(style, session, before, changed.at) : null;
  }
  return null;
}

/**
 * A plan mended where tracks changed what they are, in names and numbers, colours and order. Where one is a
 * folder, or would stand in another, or names of different kinds meet, the whole has to be thought through
 * again: null.
 */
function mend(
  style: Style,
  session: Session,
  before: PlanRecord,
  at: readonly number[],
): PlanRecord | null {
  const facts = factsAgain(style, session, before, at);
  const again = facts && renumber(style, session, facts, { ...before, known: before.facts }, at);
  if (!again) return null;
  const { numbering } = again;
  const { parentOf, houseFolder } = before.plan;
  const wanted = before.passing.size === 0 ? numbering.wanted : new Map(before.plan.wanted);
  const stirred = new Set<TrackId | null>();
  for (const i of again.at) {
    const t = session.tracks[i];
    const bare = t && numbering.wanted.get(t.id);
    if (!t || !bare) continue;
    wanted.set(t.id, passed(style, t, facts[i], numbering.wanted, parentOf, before.passing) ?? bare);
    const order = before.plan.wanted.get(t.id)?.order ?? null;
    if (!same(bare.order, order)) stirred.add(parentOf.get(t.id) ?? null);
  }
  const inside = new Map(before.plan.inside);
  for (const parent of stirred)
    inside.set(parent, inOrder(before.lists.get(parent) ?? [], wanted, houseFolder));
  const mended = { from: before.plan.mark, at: again.at };
  const plan = { ...before.plan, wanted, inside, mark: {}, mended };
  return { ...before, session, facts, numbering, plan };
}

/**
 * What is known of the tracks after some became others; null where one of those is a folder or belongs in
 * another folder now.
 */
function factsAgain(
  style: Style,
  session: Session,
  before: PlanRecord,
  at: readonly number[],
): TrackFacts[] | null {
  const facts = [...before.facts];
  for (const i of at) {
    const t = session.tracks[i];
    if (!t || t.kind === "folder") return null;
    const known = factsOf(style, t, before.contexts.get(t.parent ?? "") ?? NOWHERE);
    if (known.home !== before.facts[i]?.home) return null;
    facts[i] = known;
  }
  return facts;
}
