import type { Item } from "../session/item.ts";
import type { Profile } from "../sound/profile.ts";

/** What was measured of a sound, as far as an order needs it. */
export interface SoundFact {
  /** In seconds. */
  readonly seconds: number;
  /** In LUFS; null where there is nothing to be heard. */
  readonly integrated: number | null;
  /** In dBTP; null where there is nothing to be heard. */
  readonly truePeak: number | null;
  readonly profile: Profile | null;
}
/** By the hash of the file. */
export type Facts = ReadonlyMap<string, SoundFact>;

/** What is known of the sound an item plays; undefined where it plays none, or nobody measured it. */
export const factOf = (item: Item, facts: Facts): SoundFact | undefined =>
  item.holds.kind === "sound" && item.holds.hash !== null ? facts.get(item.holds.hash) : undefined;
