import type { TrackId } from "../../session/document.ts";
import { LATEST, MOST_NOTES, NO_FADE, blankItem, item as itemSchema } from "../../session/item.ts";
import type { Clock, Fade, Item, MidiSet, Note } from "../../session/item.ts";
import { asOneLine } from "../../session/text.ts";
import { attribute, child, children, numeric } from "../xml.ts";
import type { XmlElement } from "../xml.ts";
import { decibels } from "./plain.ts";
import { setsIn } from "./sets.ts";
import { colourIn, flag } from "./values.ts";

/** A clip of a session file as an item of ours. */
export interface FoundClip {
  readonly track: TrackId;
  readonly item: Item;
  /** The path of its sound file as the project says it; null where it is not in the session file. */
  readonly path: string | null;
  /** Whether it lies in a lane below the first of its track, or is switched off. */
  readonly take: boolean;
}

/** Nobody nests clips, or lanes, deeper. */
const CLIPS_DEEP = 16;
const LANES_DEEP = 32;
/** Of a pattern in which nothing sounds, in quarter notes. */
const LEAST_LENGTH = 0.01;

/**
 * The clips of an arrangement as items, all of this job, under no ids yet (`m`). What a clip holds is the first sound
 * or notes found in it; a clip that holds neither is passed over, as is one that makes no item of ours.
 * @param tracks by the ids of the document
 * @param tempo quarter notes a minute
 */
export function clipsIn(
  arrangement: XmlElement | undefined,
  tracks: ReadonlyMap<string, TrackId>,
  tempo: number,
): FoundClip[] {
  const found: FoundClip[] = [];
  /** Lanes with clips, by track: the first plays, the others are takes. */
  const lanes = new Map<TrackId, XmlElement>();
  const walk = (e: XmlElement, around: { track: TrackId | null; clock: Clock }, deep = 0): void => {
    if (deep > LANES_DEEP) return;
    const said = attribute(e, "track");
    const track = said === null ? around.track : (tracks.get(said) ?? null);
    const clock = clockIn(e, "timeUnit") ?? around.clock;
    if (e.name !== "Clips") {
      for (const inside of e.inside)
        if (inside.name === "Lanes" || inside.name === "Clips") walk(inside, { track, clock }, deep + 1);
      return;
    }
    if (track === null) return;
    const first = lanes.get(track) ?? e;
    lanes.set(track, first);
    // A lane in the other clock is no other take: one lane counts in one unit.
    const take =
      first !== e && attribute(first, "timeUnit") === attribute(e, "timeUnit") && !besides(e, first);
    for (const clip of children(e, "Clip")) {
      const made = itemIn(clip, clock, tempo);
      if (made) found.push({ track, ...made, take: take || flag(clip, "enable") === false });
    }
  };
  for (const lane of children(arrangement)) walk(lane, { track: null, clock: "beats" });
  return found;
}

/** Whether no clip of a lane lies at the same time as one of another. */
function besides(lane: XmlElement, other: XmlElement): boolean {
  const spans = [lane, other].flatMap((of) =>
    children(of, "Clip").map((c) => {
      const from = numeric(c, "time") ?? 0;
      return { of, from, to: from + (numeric(c, "duration") ?? 0) };
    }),
  );
  spans.sort((a, b) => a.from - b.from);
  /** Until when the clips of each lie that came so far. */
  const ends = new Map<XmlElement, number>();
  return spans.every(({ of, from, to }) => {
    const free = (ends.get(of === lane ? other : lane) ?? -Infinity) <= from;
    ends.set(of, Math.max(to, ends.get(of) ?? -Infinity));
    return free;
  });
}

function clockIn(e: XmlElement, name: string): Clock | null {
  const said = attribute(e, name);
  return said === "seconds" || said === "beats" ? said : null;
}

/** Something to be heard in a clip, and how far the clip begins into it, in its own unit. */
interface Content {
  readonly e: XmlElement;
  readonly offset: number;
}

function itemIn(clip: XmlElement, clock: Clock, tempo: number): Pick<FoundClip, "item" | "path"> | null {
  const content = contentIn(clip, clockIn(clip, "contentTimeUnit") ?? clock, tempo, 0);
  if (!content) return null;
  const held = heldIn(content.e, tempo, setsIn(clip));
  if (!held) return null;
  const { holds, path } = held;
  const inside: Clock = holds.kind === "pattern" ? "beats" : "seconds";
  const whole = holds.kind === "pattern" ? holds.length : holds.kind === "sound" ? holds.seconds : null;
  const length = numeric(clip, "duration") ?? inUnit(whole ?? 0, inside, clock, tempo);
  const fades = clockIn(clip, "fadeTimeUnit") ?? clock;
  const fade = (name: string): Fade => {
    const long = inUnit(numeric(clip, name) ?? 0, fades, clock, tempo);
    return long > 0 ? { length: Math.min(long, length), shape: "linear" } : NO_FADE;
  };
  const said = asOneLine((attribute(clip, "name") ?? "").trim(), 200);
  const { gain, points } = levelsIn(clip);
  const made = blankItem("m", said === "" && holds.kind === "sound" ? holds.file : said, holds, {
    clock,
    at: numeric(clip, "time") ?? 0,
    length,
    offset: Math.max(0, content.offset),
    loops: numeric(clip, "loopEnd") !== null,
    gain,
    points,
    fadeIn: fade("fadeInTime"),
    fadeOut: fade("fadeOutTime"),
    colour: colourIn(attribute(clip, "color")),
    note: (attribute(clip, "comment") ?? "").slice(0, 2000),
    job: true,
  });
  const checked = itemSchema.safeParse(made);
  return checked.success ? { item: checked.data, path } : null;
}

const inUnit = (time: number, from: Clock, to: Clock, tempo: number): number => {
  if (from === to) return time;
  return from === "beats" ? (time * 60) / tempo : (time * tempo) / 60;
};

/** The first thing to be heard in a clip; clips may stand in clips, and curves beside what they hold. */
function contentIn(clip: XmlElement, unit: Clock, tempo: number, deep: number): Content | null {
  if (deep > CLIPS_DEEP) return null;
  const starts = numeric(clip, "playStart") ?? 0;
  const look = (e: XmlElement, level: number): Content | null => {
    if (level > CLIPS_DEEP) return null;
    for (const inside of e.inside) {
      if (inside.name === "Audio") return { e: inside, offset: inUnit(starts, unit, "seconds", tempo) };
      if (inside.name === "Notes") return { e: inside, offset: inUnit(starts, unit, "beats", tempo) };
      if (inside.name === "Clip") {
        const within = contentIn(inside, clockIn(inside, "contentTimeUnit") ?? unit, tempo, deep + 1);
        if (!within) continue;
        const begins = starts - (numeric(inside, "time") ?? 0);
        const own: Clock = within.e.name === "Notes" ? "beats" : "seconds";
        return { e: within.e, offset: within.offset + inUnit(begins, unit, own, tempo) };
      }
      const further = ["Lanes", "Clips", "Warps"].includes(inside.name) ? look(inside, level + 1) : null;
      if (further) return further;
    }
    return null;
  };
  return look(clip, 0);
}

/**
 * @param sets what is set beside notes
 * @returns null where it names no file, or holds no note and sets nothing
 */
function heldIn(
  e: XmlElement,
  tempo: number,
  sets: readonly MidiSet[],
): { holds: Item["holds"]; path: string | null } | null {
  if (e.name === "Notes") {
    const notes = children(e, "Note").flatMap((n) => noteIn(n));
    if (notes.length === 0 && sets.length === 0) return null;
    const end = Math.max(LEAST_LENGTH, ...notes.map((n) => n.at + n.length), ...sets.map((s) => s.at));
    return {
      holds: {
        kind: "pattern",
        notes: notes.slice(0, MOST_NOTES),
        sets: [...sets],
        length: Math.min(LATEST, end),
        shelf: null,
      },
      path: null,
    };
  }
  const file = child(e, "File");
  const path = attribute(file, "path")?.trim() ?? "";
  if (path === "") return null;
  const [seconds, rate, channels] = [
    numeric(e, "duration"),
    numeric(e, "sampleRate"),
    numeric(e, "channels"),
  ];
  const inSeconds =
    seconds === null ? null : inUnit(seconds, clockIn(e, "timeUnit") ?? "seconds", "seconds", tempo);
  return {
    holds: {
      kind: "sound",
      hash: null,
      file: asOneLine(path.replaceAll("\\", "/").split("/").at(-1) ?? path, 255) || "sound",
      seconds: inSeconds !== null && inSeconds >= 0 && inSeconds <= LATEST ? inSeconds : null,
      rate: rate !== null && rate >= 1 && rate <= 10_000_000 ? Math.round(rate) : null,
      channels: channels !== null && channels >= 1 && channels <= 256 ? Math.round(channels) : null,
    },
    path: flag(file, "external") === true ? null : path.replaceAll("\\", "/"),
  };
}

function noteIn(e: XmlElement): Note[] {
  const [at, length, key, velocity] = ["time", "duration", "key", "vel"].map((name) => numeric(e, name));
  if (at === null || at === undefined || !length || length <= 0 || key === null || key === undefined)
    return [];
  if (at < 0 || at > LATEST || length > LATEST || key < 0 || key > 127) return [];
  const struck = Math.round((velocity ?? 0.8) * 127);
  return [{ at, length, key: Math.round(key), velocity: Math.max(1, Math.min(127, struck)) }];
}

/** The gain of a clip and its envelope, from a curve of gain in it (from memory: linear unless it says decibel). */
function levelsIn(clip: XmlElement): Pick<Item, "gain" | "points"> {
  const curve = children(clip)
    .flatMap((e) => (e.name === "Points" ? [e] : children(e, "Points")))
    .find((e) => attribute(child(e, "Target"), "expression") === "gain");
  const unit = attribute(curve, "unit");
  const points = children(curve, "RealPoint").flatMap((p) => {
    const [at, value] = [numeric(p, "time"), numeric(p, "value")];
    if (at === null || value === null || at < 0 || at > LATEST) return [];
    return [{ at, level: unit === "decibel" ? Math.max(-144, Math.min(24, value)) : decibels(value) }];
  });
  const [first] = points;
  if (!first) return { gain: 0, points: [] };
  if (points.every((p) => p.level === first.level)) return { gain: first.level, points: [] };
  return { gain: 0, points: points.slice(0, 500) };
}
