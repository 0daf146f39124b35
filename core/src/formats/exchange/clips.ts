import type { Session, Track } from "../../session/document.ts";
import { beyond } from "../../items/lay.ts";
import { Along } from "../../time/along.ts";
import { CLOCKS } from "../../session/item.ts";
import type { Clock, Item } from "../../session/item.ts";
import { xml } from "../xml.ts";
import type { Xml } from "../xml.ts";
import { linear } from "./plain.ts";
import { setsXml } from "./sets.ts";

/** Where the sound files of a session lie, by the hash of what they hold: beside the session file. */
export type MediaPaths = ReadonlyMap<string, string>;

/**
 * The lanes of what lies on tracks, one for each track and clock (from memory: a lane counts in one time unit).
 * @param trackId by which a track is known in the document
 */
export const lanesOf = (session: Session, trackId: (id: string) => string, media: MediaPaths): Xml[] =>
  session.tracks.flatMap((t) => CLOCKS.flatMap((clock) => laneOf(session, t, clock, trackId(t.id), media)));

function laneOf(session: Session, t: Track, clock: Clock, id: string, media: MediaPaths): Xml[] {
  const items = t.items.filter((i) => i.clock === clock);
  if (items.length === 0) return [];
  const clips = items.map((i) => clipXml(session, i, media));
  return [xml("Lanes", { track: id, timeUnit: clock }, xml("Clips", {}, ...clips))];
}

/** Numbers as a file has them: microseconds are enough. */
const tidy = (n: number): number => Math.round(n * 1e6) / 1e6;

function clipXml(session: Session, i: Item, media: MediaPaths): Xml {
  const { holds, clock, at, length, offset, fadeIn, fadeOut } = i;
  const inside: Clock = holds.kind === "pattern" ? "beats" : "seconds";
  const whole = holds.kind === "pattern" ? holds.length : holds.kind === "sound" ? holds.seconds : null;
  // How much of what it holds plays, in the unit of that.
  const along = new Along(session);
  const end = along.seconds(clock, at + length) - beyond(i, session);
  const stop =
    offset +
    (inside === "beats"
      ? along.quarters("seconds", end) - along.quarters(clock, at)
      : end - along.seconds(clock, at));
  const loop = i.loops && whole !== null ? tidy(whole) : null;
  return xml(
    "Clip",
    {
      name: i.name === "" ? null : i.name,
      color: i.colour,
      comment: i.note === "" ? null : i.note,
      time: tidy(at),
      duration: tidy(length),
      contentTimeUnit: inside,
      playStart: tidy(offset),
      playStop: loop === null ? tidy(stop) : null,
      loopStart: loop === null ? null : 0,
      loopEnd: loop,
      fadeTimeUnit: clock,
      fadeInTime: tidy(fadeIn.length),
      fadeOutTime: tidy(fadeOut.length),
    },
    withCurves(i, contentOf(i, media)),
  );
}

function contentOf({ holds, length }: Item, media: MediaPaths): Xml {
  switch (holds.kind) {
    case "sound": {
      const { hash, file, seconds, rate, channels } = holds;
      return xml(
        "Audio",
        {
          algorithm: "raw",
          channels: channels ?? 2,
          duration: tidy(seconds ?? length),
          sampleRate: rate ?? 48000,
        },
        xml("File", { path: media.get(hash ?? "") ?? file, external: true }),
      );
    }
    case "pattern":
      return xml(
        "Notes",
        {},
        ...holds.notes.map((n) =>
          xml("Note", {
            time: tidy(n.at),
            duration: tidy(n.length),
            channel: 0,
            key: n.key,
            vel: tidy(n.velocity / 127),
          }),
        ),
      );
    // What is still to come is an empty clip under its name.
    case "placeholder":
      return xml("Clips");
  }
}

/** What a clip holds, with what it sets, and with its gain and its envelope as one curve. */
function withCurves(i: Item, content: Xml): Xml {
  const curves = [...gainOf(i), ...(i.holds.kind === "pattern" ? setsXml(i.holds.sets) : [])];
  return curves.length === 0 ? content : xml("Lanes", {}, content, ...curves);
}

/** The gain of an item and its envelope as one curve of gain (linear, 1 = 0 dB). */
function gainOf({ gain, points, clock, length }: Item): Xml[] {
  if (gain === 0 && points.length === 0) return [];
  const [first, last] = [points[0], points.at(-1)];
  const at = (time: number, level: number): Xml =>
    xml("RealPoint", { time: tidy(time), value: linear(gain + level), interpolation: "linear" });
  const curve = [
    ...(first && first.at > 0 ? [at(0, first.level)] : []),
    ...points.map((p) => at(p.at, p.level)),
    ...(last ? [] : [at(0, 0)]),
    ...(last && last.at < length ? [at(length, last.level)] : []),
  ];
  return [
    xml("Points", { unit: "linear", timeUnit: clock }, xml("Target", { expression: "gain" }), ...curve),
  ];
}
