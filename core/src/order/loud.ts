import type { Session } from "../session/document.ts";
import type { Fade, Item } from "../session/item.ts";
import { loudnessOf } from "../sound/loudness.ts";
import { energiesOf } from "../sound/profile.ts";
import type { Profile } from "../sound/profile.ts";
import { Along } from "../time/along.ts";
import type { Facts } from "./facts.ts";
import { factOf, middle } from "./facts.ts";
import { levelOf } from "./underSpeech.ts";

/** How loud what is laid out is, all together. */
export interface Loud {
  /** In LUFS (ITU-R BS.1770-5); null where nothing is heard. */
  readonly integrated: number | null;
  /** No higher than this, in dBTP: the peaks of all that sounds at once, added. */
  readonly atMost: number | null;
  /** So many sounds are laid out that nobody measured, and are not counted. */
  readonly unmeasured: number;
}

/** How much of its amplitude a fade lets through. @param x from 0 to 1 */
export function fadeAt(shape: Fade["shape"], x: number): number {
  const share = Math.min(1, Math.max(0, x));
  if (shape === "equal-power") return Math.sin((share * Math.PI) / 2);
  return shape === "s-curve" ? (1 - Math.cos(share * Math.PI)) / 2 : share;
}

/** By what an item's amplitude is multiplied. @param at seconds from its start, of an item counted in seconds */
export function gainAt(i: Item, at: number): number {
  const fadeIn = i.fadeIn.length === 0 ? 1 : fadeAt(i.fadeIn.shape, at / i.fadeIn.length);
  const fadeOut = i.fadeOut.length === 0 ? 1 : fadeAt(i.fadeOut.shape, (i.length - at) / i.fadeOut.length);
  return 10 ** ((i.gain + levelOf(i.points, at)) / 20) * fadeIn * fadeOut;
}

/** In tenths of a second: longer no programme is looked at. */
const LONGEST = 24 * 36_000;

/**
 * The loudness of what is laid out, by summing the energies of its sounds tenth by tenth: of sounds that have
 * nothing in common, what measuring their sum finds. Faders and processors are not counted.
 */
export function loudOf(session: Session, facts: Facts): Loud {
  const along = new Along(session);
  const sounding: {
    readonly item: Item;
    readonly profile: Profile;
    readonly truePeak: number | null;
    readonly from: number;
    readonly to: number;
  }[] = [];
  let unmeasured = 0;
  for (const t of session.tracks)
    for (const item of t.items) {
      if (item.holds.kind !== "sound") continue;
      const fact = factOf(item, facts);
      const profile = fact?.profile;
      if (!profile) unmeasured++;
      else {
        const from = along.seconds(item.clock, item.at);
        sounding.push({
          item,
          profile,
          truePeak: fact.truePeak,
          from,
          to: along.seconds(item.clock, item.at + item.length),
        });
      }
    }
  const ends = Math.min(LONGEST, Math.ceil(Math.max(0, ...sounding.map((s) => s.to)) * 10));
  const [sum, peaks] = [new Float64Array(ends), new Float64Array(ends)];
  for (const { item, profile, truePeak, from, to } of sounding) {
    const energies = energiesOf(profile);
    const peak = truePeak === null ? 0 : 10 ** (truePeak / 20);
    const long = to - from;
    const placed = 10 ** (middle(item, session) / 20);
    for (let n = Math.floor(from * 10); n < Math.min(ends, Math.ceil(to * 10)); n++) {
      const [a, b] = [Math.max(from, n / 10), Math.min(to, (n + 1) / 10)];
      if (b <= a) continue;
      // Fades, envelope and gain as they are in the middle of the tenth.
      const gain = gainAt(item, (((a + b) / 2 - from) * item.length) / long) * placed;
      const heard = energyOf(energies, item, a - from, b - from);
      sum[n]! += heard * (b - a) * 10 * gain * gain;
      peaks[n]! += peak * gain;
    }
  }
  const most = peaks.reduce((x, y) => Math.max(x, y), 0);
  return {
    integrated: loudnessOf(sum).integrated,
    atMost: most > 0 ? 20 * Math.log10(most) : null,
    unmeasured,
  };
}

/** The energy of a stretch of what an item plays; between two tenths of the sound by how much of each is in it. */
function energyOf(energies: Float64Array, item: Item, from: number, to: number): number {
  const whole = energies.length / 10;
  if (whole === 0) return 0;
  let at = item.offset + from;
  if (item.loops) at %= whole;
  let [heard, left] = [0, to - from];
  // A stretch of a tenth of a second touches two tenths of the sound, three where it begins again.
  while (left > 1e-9) {
    const n = Math.floor(at * 10 + 1e-9);
    if (n >= energies.length) {
      if (!item.loops) break;
      at = 0;
      continue;
    }
    const here = Math.min(left, (n + 1) / 10 - at);
    if (here <= 0) {
      at = (n + 1) / 10;
      continue;
    }
    heard += energies[n]! * here;
    at += here;
    left -= here;
  }
  return heard / (to - from);
}
