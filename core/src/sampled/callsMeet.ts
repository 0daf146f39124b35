import type { Call, Calls } from "../session/calls.ts";
import type { Span } from "../session/midiKeys.ts";

const what = (c: Call): string => (c.by === "controller" ? `controller ${c.controller}` : c.by);
const spanOf = (c: Call): Span =>
  c.by === "program"
    ? { low: c.program + (c.bank ?? 0) * 128, high: c.program + (c.bank ?? 0) * 128 }
    : c.by === "channel"
      ? { low: c.channel, high: c.channel }
      : c;

/** Whether two articulations of one patch are called up by the same things, so that both sound at once. */
export function callsMeet(a: Calls, b: Calls): boolean {
  if (a.length !== b.length) return false;
  return a.every((x) => {
    const y = b.find((c) => what(c) === what(x));
    if (!y) return false;
    const [mine, other] = [spanOf(x), spanOf(y)];
    return mine.low <= other.high && other.low <= mine.high;
  });
}
