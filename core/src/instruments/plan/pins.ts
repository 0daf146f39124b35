import type { Pin } from "../../session/ensemble.ts";
import type { Offer, PatchOffer } from "./offers.ts";
import type { PlannedTrack } from "./planPlayer.ts";

/** A planned track as it would be pinned. */
export const pinOf = (player: string, { library, patch, of }: PlannedTrack): Pin => ({
  player,
  library: library.id,
  patch: patch.id,
  articulations: of.map((o) => o.articulation.id),
});

/** An articulation of a library: ids of two libraries may be alike. */
interface Played {
  readonly library: string;
  readonly articulation: string;
}

/** What is pinned without some articulations of a player; pins that hold nothing then go. */
function without(pins: readonly Pin[], player: string, gone: readonly Played[]): Pin[] {
  return pins.flatMap((p) => {
    if (p.player !== player) return [p];
    const articulations = p.articulations.filter(
      (a) => !gone.some((g) => g.library === p.library && g.articulation === a),
    );
    return articulations.length === 0 ? [] : [{ ...p, articulations }];
  });
}

const heldBy = ({ library, articulations }: Pin): Played[] =>
  articulations.map((articulation) => ({ library, articulation }));

/** Holds a track as it is planned, or lets it be planned again where it is held. */
export function heldOrNot(pins: readonly Pin[], player: string, track: PlannedTrack): Pin[] {
  const pin = pinOf(player, track);
  const left = without(pins, player, heldBy(pin));
  return track.pinned ? left : [...left, pin];
}

/** Everything of a player that plays a need, in whatever patch. */
const playing = (offers: readonly PatchOffer[], need: number): Played[] =>
  offers.flatMap((p) =>
    p.offers
      .filter((o) => o.need === need)
      .map((o) => ({ library: p.library.id, articulation: o.articulation.id })),
  );

/** Puts what plays a need on a track of its own, as a patch has it. */
export const onItsOwn = (
  pins: readonly Pin[],
  player: string,
  offers: readonly PatchOffer[],
  from: PatchOffer,
  offer: Offer,
): Pin[] => [
  ...without(pins, player, playing(offers, offer.need)),
  { player, library: from.library.id, patch: from.patch.id, articulations: [offer.articulation.id] },
];

/** Puts what plays a need on a track of the same patch, which is held as it becomes. */
export function together(
  pins: readonly Pin[],
  player: string,
  offers: readonly PatchOffer[],
  offer: Offer,
  track: PlannedTrack,
): Pin[] {
  const pin = pinOf(player, track);
  const articulations = [...pin.articulations, offer.articulation.id];
  return [
    ...without(pins, player, [...heldBy(pin), ...playing(offers, offer.need)]),
    { ...pin, articulations },
  ];
}

/** What is pinned for players that are there. */
export const pinsOf = (pins: readonly Pin[], players: readonly { readonly id: string }[]): Pin[] =>
  pins.filter((p) => players.some((x) => x.id === p.player));
