import { callsInWords } from "@mossy/core/instruments/call";
import type { Given } from "@mossy/core/instruments/givenBy";
import { keyName } from "@mossy/core/session/midiKeys";
import { levelInWords } from "@mossy/core/session/valueWords";

/** What is chosen in it: a player and a way of playing, by their places. */
export interface At {
  readonly row: number;
  readonly column: number;
}

/** What calls it up, as short as a cell has room for: the house's key, else the library's own. */
export const keyOf = ({ way }: Given): string =>
  way.key === null ? callsInWords(way.called) : keyName(way.key);

/** "3 ms early, 0.4 dB soft" */
export function standsInWords({ way, off, level }: Given): string {
  const struck = way.lag !== null && way.lag.least !== way.lag.most;
  const time = off === null ? "lag not known" : (struck ? "up to " : "") + offInWords(off);
  const loud =
    level === null
      ? "level not known"
      : Math.abs(level) < 0.05
        ? "as loud as the house wants"
        : `${levelInWords(Math.abs(level))} dB too ${level > 0 ? "loud" : "soft"}`;
  return `${time}, ${loud}`;
}
const offInWords = (off: number): string =>
  Math.abs(off) < 0.05
    ? "on the beat"
    : `${Math.round(Math.abs(off) * 10) / 10} ms ${off > 0 ? "late" : "early"}`;
