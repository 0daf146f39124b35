import { textOf, viewOf } from "./chunks.ts";
import type { Bext } from "./head.ts";

/** Its fixed fields, and where they begin. */
const FIELDS = { description: 256, originator: 32, reference: 32, date: 10, time: 8 } as const;
const [TIME_REFERENCE, VERSION, LOUDNESS, HISTORY] = [338, 346, 412, 602];
/** What stands for a value that was not measured. */
const UNSET = 0x7fff;
const SAMPLES = 2 ** 32;

/** Reads a broadcast extension; null where it is too short to be one. What is beyond its end is empty. */
export function readBext(bytes: Uint8Array): Bext | null {
  if (bytes.length < VERSION) return null;
  const whole = new Uint8Array(Math.max(bytes.length, HISTORY));
  whole.set(bytes);
  const view = viewOf(whole);
  let at = 0;
  const text: Record<string, string> = {};
  for (const [name, size] of Object.entries(FIELDS)) {
    text[name] = textOf(whole.subarray(at, at + size));
    at += size;
  }
  const version = view.getUint16(VERSION, true);
  const value = (n: number): number | null => {
    const told = view.getInt16(LOUDNESS + 2 * n, true);
    return told === UNSET ? null : told / 100;
  };
  const loudness = {
    integrated: value(0),
    range: value(1),
    truePeak: value(2),
    momentary: value(3),
    shortTerm: value(4),
  };
  const measured = version >= 2 && Object.values(loudness).some((v) => v !== null && v !== 0);
  return {
    description: text["description"] ?? "",
    originator: text["originator"] ?? "",
    reference: text["reference"] ?? "",
    date: text["date"] ?? "",
    time: text["time"] ?? "",
    timeReference:
      view.getUint32(TIME_REFERENCE, true) + view.getUint32(TIME_REFERENCE + 4, true) * SAMPLES,
    version,
    loudness: measured ? loudness : null,
    history: textOf(whole.subarray(HISTORY)),
  };
}

const encoder = new TextEncoder();

/** Writes one as version 2; what is longer than its field is cut at a whole character. */
export function writeBext(bext: Bext): Uint8Array {
  const history = encoder.encode(bext.history);
  const bytes = new Uint8Array(HISTORY + history.length);
  const view = viewOf(bytes);
  let at = 0;
  for (const [name, size] of Object.entries(FIELDS) as [keyof typeof FIELDS, number][]) {
    bytes.set(fitting(bext[name], size), at);
    at += size;
  }
  view.setUint32(TIME_REFERENCE, bext.timeReference % SAMPLES, true);
  view.setUint32(TIME_REFERENCE + 4, Math.floor(bext.timeReference / SAMPLES), true);
  view.setUint16(VERSION, 2, true);
  const {
    integrated = null,
    range = null,
    truePeak = null,
    momentary = null,
    shortTerm = null,
  } = bext.loudness ?? {};
  for (const [n, v] of [integrated, range, truePeak, momentary, shortTerm].entries())
    view.setInt16(LOUDNESS + 2 * n, v === null ? UNSET : inHundredths(v), true);
  bytes.set(history, HISTORY);
  return bytes;
}

/** So much of a text as a field has bytes for, to a whole character. */
function fitting(text: string, size: number): Uint8Array {
  let taken = "";
  let bytes = 0;
  for (const character of text) {
    bytes += encoder.encode(character).length;
    if (bytes > size) break;
    taken += character;
  }
  return encoder.encode(taken);
}

/** What a field takes, ±99.99: beyond it nothing is heard, or nothing is right. */
const inHundredths = (value: number): number => Math.round(Math.max(-99.99, Math.min(99.99, value)) * 100);
