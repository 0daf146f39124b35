import type { Session } from "../session/document.ts";
import type { Item } from "../session/item.ts";
import { panGains } from "../signal/panLaw.ts";
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

/**
 * How much louder than by itself a sound is in the programme, in dB: of one channel, in the middle of several, as the
 * session's pan law has it. Constant power leaves it as it is.
 */
export function middle(item: Item, { panLaw, mainFormat }: Pick<Session, "panLaw" | "mainFormat">): number {
  if (item.holds.kind !== "sound" || item.holds.channels !== 1 || mainFormat === "mono") return 0;
  const { left, right } = panGains(panLaw, 0);
  return 10 * Math.log10(left * left + right * right);
}

/** How loud an item is where it lies, without its envelope, in LUFS; null where nobody measured it. */
export function loudnessHere(item: Item, session: Session, facts: Facts): number | null {
  const integrated = factOf(item, facts)?.integrated ?? null;
  return integrated === null ? null : integrated + item.gain + middle(item, session);
}
