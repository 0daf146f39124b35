import { CHANNELS } from "../session/document.ts";
import { grouped } from "../session/grouped.ts";
import { plural } from "../session/plural.ts";
import { timeInWords } from "../session/time.ts";
import type { Alike } from "../sound/alike.ts";
import { inClock } from "../sound/clock.ts";
import { offIn } from "../sound/off.ts";
import type { DeliverySort } from "./delivered.ts";
import { baseName } from "./recognise.ts";
import type { Against, Row } from "./rows.ts";

/** What can be off with a file of a delivery. */
export const OFF_SORTS = [
  "unread",
  "unknown",
  "misnamed",
  "twice",
  "rate",
  "depth",
  "channels",
  "length",
  "starts",
  "polarity",
  "sound",
] as const;
export type OffSort = (typeof OFF_SORTS)[number];

/** Something off with one file, said of it. */
export interface Off {
  readonly sort: OffSort;
  readonly says: string;
}

const kHz = (rate: number): string => `${rate / 1000} kHz`;

/** What is off with a file by itself: against its session, its name, and what was measured of it. */
export function offInFile({ session, sort }: Against, row: Row): Off[] {
  const { file, name } = row;
  const { says, measures } = file;
  const found: Off[] = [];
  const add = (of: OffSort, text: string): void => void found.push({ sort: of, says: text });
  if (!says || !measures) add("unread", file.unmeasured ?? "It was not measured.");
  found.push(...offInName(sort, row));
  if (!says || !measures) return found;
  if (says.rate !== session.sampleRate)
    add("rate", `It is at ${kHz(says.rate)}; the session is at ${kHz(session.sampleRate)}.`);
  if (says.bits === null)
    add("depth", `${says.container} packs sound with losses; the session is ${session.bitDepth} bit.`);
  else if (says.bits < session.bitDepth)
    add("depth", `It has ${says.bits} bit; the session has ${session.bitDepth}.`);
  const format = name.of?.track.format ?? null;
  if (format !== null && CHANNELS[format] !== says.channels)
    add("channels", `It has ${plural(says.channels, "channel")}; “${name.of?.track.name}” is ${format}.`);
  for (const { says: text } of offIn({ ...says, markers: [], ixml: null }, measures)) add("sound", text);
  return found;
}

function offInName(sort: DeliverySort, { file, name }: Row): Off[] {
  const what = sort === "stems" ? "stem" : "recorded file";
  if (name.of === null) return [{ sort: "unknown", says: "Its name does not say of which track it is." }];
  if (name.named) return [];
  if (name.otherRate !== null && file.says)
    return [
      { sort: "misnamed", says: `Its name says ${name.otherRate}; it is at ${kHz(file.says.rate)}.` },
    ];
  const lacks = sort === "recorded" && name.take === null ? ", and its name says no take" : "";
  return [{ sort: "misnamed", says: `Not named as a ${what}${name.right === null ? lacks : ""}.` }];
}

/** Files that differ by less than this, in seconds, are as long as each other, and begin together. */
const SAME = 0.01;

/** The length or start, in seconds, that at least half of them share; null if none is. */
function shared(values: readonly number[]): number | null {
  const [most] = [...grouped(values, (v) => Math.round(v / SAME)).values()].sort(
    (a, b) => b.length - a.length,
  );
  return most && most.length > 1 && most.length * 2 >= values.length ? most[0] : null;
}

/** What is off with files beside those they are to begin and end with. */
export function offTogether(group: readonly Row[]): [Row, Off[]][] {
  const found = new Map<Row, Off[]>(group.map((row) => [row, []]));
  const add = (row: Row, sort: OffSort, says: string): void => void found.get(row)?.push({ sort, says });
  for (const [first, ...more] of grouped(group, ({ name }) => name.of?.track.id ?? null).values())
    for (const row of more)
      add(row, "twice", `“${baseName(first.file.path)}” is of the same track${takeOf(row)}.`);
  const long = group.flatMap((row) => (row.file.measures ? [{ row, is: row.file.measures.seconds }] : []));
  const length = shared(long.map((l) => l.is)) ?? Math.max(0, ...long.map((l) => l.is));
  for (const { row, is } of long) {
    const apart = is - length;
    if (Math.abs(apart) < SAME) continue;
    const than = apart < 0 ? "shorter" : "longer";
    add(
      row,
      "length",
      `It is ${spanInWords(Math.abs(apart))} ${than} than the others (${spanInWords(is)}).`,
    );
  }
  const starts = group.flatMap((row) => {
    const is = startOf(row);
    return is === null ? [] : [{ row, is }];
  });
  const start = shared(starts.map((s) => s.is));
  if (start === null) return [...found];
  for (const { row, is } of starts)
    if (Math.abs(is - start) >= SAME)
      add(row, "starts", `It starts at ${inClock(is, 3)}; the others start at ${inClock(start, 3)}.`);
  for (const row of group)
    if (row.file.says && startOf(row) === null)
      add(row, "starts", `It does not say when it starts; the others start at ${inClock(start, 3)}.`);
  return [...found];
}

/** How long something is, for people: "0.75 s", "3:12.4". */
export const spanInWords = (seconds: number): string =>
  seconds < 60 ? `${Math.round(seconds * 100) / 100} s` : timeInWords(seconds, 2);

const takeOf = ({ name }: Row): string =>
  name.take !== null ? `, take ${name.take}` : name.version !== null ? `, version ${name.version}` : "";

/** When a file starts on the day's clock, in seconds; null where it does not say. */
export function startOf({ file: { says } }: Pick<Row, "file">): number | null {
  return says?.bext ? says.bext.timeReference / says.rate : null;
}

/** From here on two are said to work with or against each other (common practice, no source). */
const TELLS = 0.3;

/**
 * Whether two files of one source work against each other. What was recorded is heard as the session turns it; a stem
 * is heard as it is.
 */
export function polarityOf(sort: DeliverySort, first: Row, second: Row, alike: Alike): Off | null {
  const turned = (row: Row): boolean => sort === "recorded" && row.name.of?.track.polarity === "inverted";
  const [a, b] = [turned(first), turned(second)];
  const heard = a === b ? alike.correlation : -alike.correlation;
  if (heard > -TELLS) return null;
  const [other, mine] = [baseName(first.file.path), second.name.of?.track.name ?? ""];
  const said = `${alike.correlation < 0 ? "−" : ""}${Math.abs(alike.correlation).toFixed(2)}`;
  const over = b ? mine : first.name.of?.track.name;
  const why =
    a === b
      ? "One of them is turned over"
      : `The session turns “${over}” over, and they were recorded alike`;
  return {
    sort: "polarity",
    says: `It works against “${other}” (correlation ${said}): heard together they get thin. ${why}.`,
  };
}
