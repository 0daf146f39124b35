import { FileProblem } from "../fileProblem.ts";
import { TimeReading } from "./brought.ts";
import type { BroughtTime } from "./brought.ts";

type Json = { readonly [key: string]: unknown };
const isObject = (x: unknown): x is Json => typeof x === "object" && x !== null && !Array.isArray(x);
const list = (x: unknown): Json[] => (Array.isArray(x) ? x.filter(isObject) : []);
const schemaOf = (x: unknown): string =>
  isObject(x) ? String(x["OTIO_SCHEMA"] ?? "").replace(/\.\d+$/, "") : "";
const named = (x: Json): string => (typeof x["name"] === "string" ? x["name"] : "");

/** Seconds of a RationalTime; null where there is none. */
function seconds(time: unknown): number | null {
  if (!isObject(time)) return null;
  const [value, rate] = [Number(time["value"]), Number(time["rate"])];
  return Number.isFinite(value) && rate > 0 ? value / rate : null;
}
/** Beginning and length of a TimeRange, in seconds. */
function range(of: unknown): { from: number; long: number } | null {
  if (!isObject(of)) return null;
  const [from, long] = [seconds(of["start_time"]), seconds(of["duration"])];
  return from === null || long === null ? null : { from, long };
}
/** How much of a thing plays, and from where in it. */
function played(of: Json): { from: number; long: number } {
  const media = isObject(of["media_references"])
    ? of["media_references"][String(of["active_media_reference_key"] ?? "DEFAULT_MEDIA")]
    : of["media_reference"];
  return (
    range(of["source_range"]) ??
    range(isObject(media) ? media["available_range"] : null) ?? { from: 0, long: 0 }
  );
}

/** Deeper no document of a person nests. */
const DEEPEST = 24;
const CHILDREN = ["Stack", "Track"];

/**
 * Reads an OpenTimelineIO document (schemas from memory): its markers wherever they hang, and a region for each clip,
 * called as the clip is. Effects and transitions say nothing of places.
 * @throws FileProblem where it is no such document
 */
export function timeInOtio(text: string): BroughtTime {
  let root: unknown;
  try {
    root = JSON.parse(text);
  } catch (e) {
    throw new FileProblem(
      "It begins like a document of fields, and is none " +
        `(${e instanceof Error ? e.message : "unreadable"}). Save it again.`,
    );
  }
  const top = isObject(root) ? (schemaOf(root) === "Timeline" ? root["tracks"] : root) : null;
  if (!isObject(top) || !CHILDREN.includes(schemaOf(top)))
    throw new FileProblem("It is no OpenTimelineIO document: there is no timeline with tracks in it.");
  const reading = new TimeReading();
  /** @param at where it begins, in seconds @returns how long it is */
  const walk = (e: Json, at: number, deep: number): number => {
    const kind = schemaOf(e);
    if (deep > DEEPEST || kind === "Transition") return 0;
    const plays = played(e);
    for (const m of list(e["markers"])) {
      const marked = range(m["marked_range"]);
      const comment = m["comment"];
      if (!marked) continue;
      reading.marker({
        clock: "seconds",
        at: Math.max(0, at + marked.from - plays.from),
        length: marked.long > 0 ? marked.long : null,
        name: named(m),
        note: typeof comment === "string" ? comment : "",
      });
    }
    if (kind === "Clip") {
      if (plays.long > 0) reading.marker({ clock: "seconds", at, length: plays.long, name: named(e) });
      return plays.long;
    }
    if (!CHILDREN.includes(kind)) return plays.long;
    let [along, longest] = [at - plays.from, 0];
    for (const inside of list(e["children"])) {
      const long = walk(inside, kind === "Track" ? along : at - plays.from, deep + 1);
      if (kind === "Track") along += long;
      longest = Math.max(longest, long);
    }
    if (plays.long > 0) return plays.long;
    return kind === "Track" ? along - at : longest;
  };
  walk(top, 0, 0);
  return reading.brought("OpenTimelineIO document");
}
