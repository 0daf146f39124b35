import { z } from "zod";
import { need, sameNeed } from "../session/ensemble.ts";
import type { Need } from "../session/ensemble.ts";
import { keyName, spanInWords } from "../session/midiKeys.ts";

const seven = z.int().min(0).max(127);

/** A way of playing as the house has it, whatever the library. */
export const houseWay = need.extend({
  /** The key that calls it up, 0 to 127; null where none does. */
  key: seven.nullable(),
  /** How much louder than the reference it is to be, in dB: harmonics are played more softly. */
  beside: z.number().min(-60).max(20),
});
export type HouseWay = z.infer<typeof houseWay>;

/** What brings sampled instruments to one loudness: controller 7 with each articulation, or their own gain. */
export const BALANCES = ["volume", "gain"] as const;
/** A house has at most as many keys as there are. */
export const MOST_WAYS = 128;

/** How sampled instruments are called up, played and how loud they are: the same over all libraries. */
export const instruments = z.object({
  ways: z.array(houseWay).max(MOST_WAYS),
  /** Among which keys those that call up lie. */
  among: z.object({ low: seven, high: seven }).refine((s) => s.low <= s.high, "the lower key comes first"),
  /** The controller whose values call up, for who has controllers instead of keys. */
  switch: seven,
  /** The controller that carries how loud and bright one plays. */
  dynamics: seven,
  /** How loud an articulation is to be at velocity 100, in LUFS; null where the house does not say. */
  loudness: z.number().min(-80).max(0).nullable(),
  balance: z.enum(BALANCES),
  /** So many dB below the loudest an instrument can be stay free. */
  headroom: z.number().min(0).max(40),
});
export type HouseInstruments = z.infer<typeof instruments>;

/**
 * Modulation (1) carries dynamics: common practice, no source. Controller 20 is undefined in MIDI 1.0, so nothing else
 * answers it. Ways of playing and the reference are for the house to say.
 */
export const USUAL_INSTRUMENTS: HouseInstruments = {
  ways: [],
  among: { low: 0, high: 127 },
  switch: 20,
  dynamics: 1,
  loudness: null,
  balance: "volume",
  headroom: 3,
};

/** The way of playing as the house has it; undefined where it says nothing of it. */
export const houseWayOf = (
  { ways }: { readonly ways: readonly HouseWay[] },
  way: Need,
): HouseWay | undefined => ways.find((w) => sameNeed(w, way));

const said = (w: HouseWay): string =>
  `${w.words.join(" ")}${w.seconds === null ? "" : ` ${w.seconds} s`}` +
  (w.key === null ? " by no key" : ` by ${keyName(w.key)}`) +
  (w.beside === 0 ? "" : `, ${w.beside} dB beside`);

/** What changed of how sampled instruments are the same everywhere, one line each. */
export function instrumentDifferences(before: HouseInstruments, after: HouseInstruments): string[] {
  const lines: string[] = [];
  for (const w of after.ways) {
    const old = houseWayOf(before, w);
    if (!old) lines.push(`New house key: ${said(w)}.`);
    else if (old.key !== w.key || old.beside !== w.beside) lines.push(`House key: ${said(w)}.`);
  }
  for (const w of before.ways) if (!houseWayOf(after, w)) lines.push(`House key gone: ${said(w)}.`);
  const { low, high } = after.among;
  const each: [boolean, string][] = [
    [
      before.among.low !== low || before.among.high !== high,
      `House keys lie among ${spanInWords(after.among)}.`,
    ],
    [before.switch !== after.switch, `Controller ${after.switch} calls up where keys do not.`],
    [before.dynamics !== after.dynamics, `Controller ${after.dynamics} carries the dynamics.`],
    [
      before.loudness !== after.loudness,
      after.loudness === null
        ? "Sampled instruments are brought to no loudness."
        : `Sampled instruments are brought to ${after.loudness} LUFS.`,
    ],
    [
      before.balance !== after.balance,
      `Sampled instruments are balanced by ${after.balance === "gain" ? "their gain" : "controller 7"}.`,
    ],
    [before.headroom !== after.headroom, `Sampled instruments keep ${after.headroom} dB of headroom.`],
  ];
  return [...lines, ...each.flatMap(([changed, line]) => (changed ? [line] : []))];
}
