import { plural } from "../session/plural.ts";
import type { SoundSays } from "./head.ts";
import type { Measures } from "./measures.ts";
import { inClock } from "./clock.ts";

/** Something about a sound somebody should know before they use it. */
export interface Off {
  readonly id: "silent" | "clipped" | "over" | "dc" | "against" | "one-sided" | "same" | "odd";
  readonly says: string;
  /** Where, in seconds; null where it is so all along. */
  readonly at: number | null;
}

/** A steady offset from here on takes headroom and clicks at cuts: −60 dBFS, and a twentieth of the sound itself. */
const DC = 0.001;
const DC_OF_SOUND = 0.05;
/** More than this above full scale is more than rounding, in dB. */
const OVER = 0.05;
/** From here on down, what is heard from one loudspeaker alone is thinner than either side. */
const AGAINST = -0.3;
/** From here on up two sides are one. */
const SAME = 0.9999;
/** A side this far below the other one is silent beside it, in dB. */
const SILENT_BESIDE = 60;

/** What is off with a sound, the gravest first. The thresholds are this house's own (common practice, no source). */
export function offIn(of: SoundSays, m: Measures): Off[] {
  const all = (says: string, id: Off["id"]): Off => ({ id, says, at: null });
  if (m.samplePeak === null)
    return [all("There is nothing to be heard in it: every sample is zero.", "silent"), ...odd(of)];
  const found: Off[] = [];
  const [first] = m.clipped.first;
  if (first)
    found.push({
      id: "clipped",
      says:
        `It stands at full scale ${plural(m.clipped.runs, "time")}, first at ${inClock(first.at, 3)} ` +
        `on ${first.channel}: it was recorded or written too loud.`,
      at: first.at,
    });
  if (m.truePeak !== null && m.truePeak > OVER)
    found.push(
      all(
        `Between its samples it reaches ${m.truePeak.toFixed(1)} dBTP: it distorts where it is played or packed.`,
        "over",
      ),
    );
  const offset = m.channels.filter((c) => {
    const size = Math.abs(c.dc);
    return size >= DC && size >= DC_OF_SOUND * 10 ** ((c.rms ?? -Infinity) / 20);
  });
  if (offset.length > 0)
    found.push(
      all(
        `${offset.map((c) => c.name).join(", ")} ${offset.length === 1 ? "stands" : "stand"} off the middle ` +
          `(${offset.map((c) => `${(c.dc * 100).toFixed(1)} %`).join(", ")}): cuts in it will click.`,
        "dc",
      ),
    );
  return [...found, ...betweenSides(m, all), ...odd(of)];
}

function betweenSides(m: Measures, all: (says: string, id: Off["id"]) => Off): Off[] {
  const [left, right] = m.channels;
  if (m.channels.length !== 2 || !left || !right) return [];
  const [l, r] = [left.rms ?? -Infinity, right.rms ?? -Infinity];
  if (Math.abs(l - r) >= SILENT_BESIDE)
    return [
      all(`${l < r ? left.name : right.name} is silent: there is sound on one side only.`, "one-sided"),
    ];
  if (m.correlation === null) return [];
  if (m.correlation <= AGAINST)
    return [
      all(
        "Its sides work against each other: heard in mono it gets thin. Is one of them turned over?",
        "against",
      ),
    ];
  if (m.correlation >= SAME && Math.abs(l - r) < 0.1)
    return [all("Both sides are the same: it is mono in a file for two.", "same")];
  return [];
}

const odd = (of: SoundSays): Off[] => of.odd.map((says) => ({ id: "odd", says, at: null }));
