import { calls } from "../session/calls.ts";
import type { Call, Calls } from "../session/calls.ts";
import { OUR_MIDDLE, spanInWords, spanTyped } from "../session/midiKeys.ts";
import type { Middle, Span } from "../session/midiKeys.ts";

const range = ({ low, high }: Span): string => (low === high ? `${low}` : `${low}–${high}`);

/** How an articulation is called up, as it is said and can be typed. */
export const callsInWords = (all: Calls): string =>
  all.length === 0 ? "its patch" : all.map(callInWords).join(" + ");

export function callInWords(c: Call): string {
  switch (c.by) {
    case "key":
      return spanInWords(c) + (c.held ? " held" : "");
    case "controller":
      return `controller ${c.controller} at ${range(c)}`;
    case "velocity":
      return `velocity ${range(c)}`;
    case "program":
      return `program ${c.program}${c.bank === null ? "" : `, bank ${c.bank}`}`;
    case "channel":
      return `channel ${c.channel}`;
  }
}

const RANGE = String.raw`(\d{1,3})(?:\s*(?:–|—|-|−|\.\.|to)\s*(\d{1,3}))?`;
const CONTROLLER = new RegExp(
  String.raw`^(?:controller|ctrl|cc)\s*#?\s*(\d{1,3})(?:\s*[=:,]\s*|\s+(?:at\s+)?)${RANGE}$`,
  "i",
);
const VELOCITY = new RegExp(String.raw`^(?:velocity|vel\.?)\s*${RANGE}$`, "i");
const PROGRAM = /^(?:program|prog\.?|pc)\s*(\d{1,3})(?:\s*,?\s*bank\s*(\d{1,5}))?$/i;
const CHANNEL = /^(?:channel|chan\.?|ch\.?)\s*(\d{1,2})$/i;
const PATCH = /^(?:its |own |its own )?patch$|^always$/i;
const KEY = /^(?:key(?:switch)?|ks)?\s*(.+?)(\s+held|\s*\(held\))?$/i;

/**
 * How somebody says an articulation is called up: "C0", "C0 held", "C0–D0", "controller 32 at 0–10",
 * "velocity 1–64", "program 5, bank 2", "channel 3", several of them joined by "+", or "its patch". Null where it is
 * none of these.
 * @param middle in which octave whoever typed it has middle C
 */
export function callsTyped(text: string, middle: Middle = OUR_MIDDLE): Call[] | null {
  const typed = text.trim();
  if (typed === "" || PATCH.test(typed)) return [];
  const read = calls.safeParse(typed.split(/\s*\+\s*/).map((part) => spelled(part, middle)));
  return read.success ? read.data : null;
}

function spelled(typed: string, middle: Middle): unknown {
  const between = (low: string | undefined, high: string | undefined) => {
    const [a, b] = [Number(low), Number(high ?? low)];
    return { low: Math.min(a, b), high: Math.max(a, b) };
  };
  const controller = CONTROLLER.exec(typed);
  if (controller)
    return {
      by: "controller",
      controller: Number(controller[1]),
      ...between(controller[2], controller[3]),
    };
  const velocity = VELOCITY.exec(typed);
  if (velocity) return { by: "velocity", ...between(velocity[1], velocity[2]) };
  const program = PROGRAM.exec(typed);
  if (program)
    return {
      by: "program",
      program: Number(program[1]),
      bank: program[2] === undefined ? null : Number(program[2]),
    };
  const channel = CHANNEL.exec(typed);
  if (channel) return { by: "channel", channel: Number(channel[1]) };
  const key = KEY.exec(typed);
  const span = key ? spanTyped(key[1] ?? "", middle) : null;
  return span && { by: "key", ...span, held: key?.[2] !== undefined };
}
