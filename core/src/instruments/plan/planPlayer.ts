import type { Aim, Limits } from "../../session/ensemble.ts";
import { bestOffset, evenly, halfOf, serves, within } from "../../sampled/cover.ts";
import type { Group } from "../../sampled/cover.ts";
import { fewest } from "./fewest.ts";
import type { Candidate } from "./fewest.ts";
import type { Offer, PatchOffer } from "./offers.ts";

/** A track that plays some of what a player needs. */
export interface PlannedTrack extends Group<Offer> {
  readonly library: PatchOffer["library"];
  readonly patch: PatchOffer["patch"];
  /** Whether somebody said so. */
  readonly pinned: boolean;
}

export interface PlayerTracks {
  readonly tracks: readonly PlannedTrack[];
  /** Needs, by their place, that no library that is taken plays. */
  readonly lacking: readonly number[];
  /** Whether it is proven that no other choice comes to less. */
  readonly proven: boolean;
}

/** One more of what is to be least outweighs any number of what is asked for next: further in front, then faster. */
const MUCH = 1e9;
const FURTHER = 2e5;
/** That nobody knows a lag outweighs where its library stands. */
const UNKNOWN = 1e8;
/** Seconds a patch is taken to load where nobody knows: half a minute (common practice, no source). */
const UNSAID_LOAD = 30;

/**
 * The tracks of one player: as few as can be (or of as few patches, or loaded as fast), such that one offset brings
 * every articulation of a track within the limit and none switches between more than are allowed. What has to stand
 * alone does. What is further apart by how hard it is struck than the limit allows stands alone where no library has
 * it closer. Of choices alike, that of libraries further in front, then the one that loads faster; then each patch's
 * tracks are as little off as so many tracks allow.
 * @param many how many needs the player has
 * @param offers by patch, those preferred first
 * @param pinned tracks that are as somebody said
 */
export function planPlayer(
  many: number,
  offers: readonly PatchOffer[],
  limits: Pick<Limits, "error" | "most">,
  aim: Aim,
  pinned: readonly PlannedTrack[] = [],
): PlayerTracks {
  const done = new Set(pinned.flatMap((t) => t.of.map((o) => o.need)));
  const able = usable(offers, limits.error, done);
  const open = Array.from({ length: many }, (_, n) => n).filter((n) => !done.has(n));
  const needs = open.filter((n) => able.some((p) => p.offers.some((o) => o.need === n)));
  const candidates = able.flatMap((p, kind) => {
    const held = pinned.some((t) => t.patch === p.patch);
    return candidatesOf(p, limits, { kind, ...costsOf(aim, p, kind, held) });
  });
  const { taken, proven } = fewest(needs, candidates);
  const tracks = able.flatMap((p, kind) =>
    tracksOf(
      p,
      taken.filter(({ candidate }) => candidate.kind === kind).map((t) => t.of),
      limits,
    ),
  );
  return {
    tracks: [...pinned, ...tracks],
    lacking: open.filter((n) => !needs.includes(n)),
    proven,
  };
}

/** What can be taken: within the limit where any library has it so; else what there is, by itself. */
function usable(offers: readonly PatchOffer[], error: number, done: ReadonlySet<number>): PatchOffer[] {
  const close = (o: Offer): boolean => within(halfOf(o), error);
  const closely = new Set(offers.flatMap((p) => p.offers.filter(close).map((o) => o.need)));
  return offers.map((p) => ({
    ...p,
    offers: p.offers
      .filter((o) => !done.has(o.need) && (close(o) || !closely.has(o.need)))
      .map((o) => (close(o) ? o : { ...o, alone: true })),
  }));
}

type Costs = Pick<Candidate, "cost" | "kindCost">;
function costsOf(aim: Aim, { patch }: PatchOffer, place: number, held: boolean): Costs {
  const load = patch.load ?? UNSAID_LOAD;
  const later = place * FURTHER;
  if (aim === "patches") return { cost: MUCH * 1e-3 + later * 1e-3, kindCost: held ? 0 : MUCH };
  if (aim === "load time") return { cost: load * MUCH + later + 1, kindCost: 0 };
  return { cost: MUCH + later + load, kindCost: 0 };
}

/** The offsets at which a track of a patch serves most, each with all it serves there. */
function candidatesOf(
  { offers }: PatchOffer,
  { error, most }: Pick<Limits, "error" | "most">,
  costs: Costs & Pick<Candidate, "kind">,
): Candidate[] {
  const shared = offers.filter((o) => !o.alone);
  // Of intervals that meet, some end is in all of them.
  const served = shared.map((first) =>
    shared.filter((o) => serves(first.least + error, o, error)).map((o) => o.need),
  );
  const alone = offers.filter((o) => o.alone);
  return [
    ...served.map((needs): Candidate => ({ serves: needs, takes: most, ...costs })),
    ...alone.map((o): Candidate => {
      // Where another can be brought into time, or closer, it is taken.
      const worse = (o.measured ? 0 : UNKNOWN) + (within(halfOf(o), error) ? 0 : halfOf(o));
      return { serves: [o.need], takes: 1, ...costs, cost: costs.cost + worse };
    }),
  ];
}

/** The tracks of a patch that serve what it was given, as little off as so many allow. */
function tracksOf(
  { library, patch, offers }: PatchOffer,
  given: readonly (readonly number[])[],
  { error, most }: Pick<Limits, "error" | "most">,
): PlannedTrack[] {
  const needs = new Set(given.flat());
  const own = offers.filter((o) => needs.has(o.need));
  const shared = own.filter((o) => !o.alone);
  const alone = own.filter((o) => o.alone);
  const groups = [
    ...evenly(shared, error, most, given.length - alone.length),
    ...alone.map((o) => ({ of: [o], ...bestOffset([o]) })),
  ];
  return groups.map(({ of, ...middle }) => {
    const ordered = [...of].sort((a, b) => a.need - b.need);
    return { library, patch, of: ordered, ...middle, pinned: false };
  });
}
