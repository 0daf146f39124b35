import { setField } from "../session/change.ts";
import type { Change } from "../session/change.ts";
import { CHANNELS } from "../session/document.ts";
import type { Session, Track, TrackId } from "../session/document.ts";
import { recordsFromOutside } from "./wish.ts";

/** Interfaces are counted so far. */
const LAST = 1024;

const widthOf = (t: Track): number => CHANNELS[t.format ?? "mono"];
const sourcesOf = (session: Session): Track[] => session.tracks.filter(recordsFromOutside);
const put = (t: Track, input: number | null): Change[] =>
  t.input === input ? [] : [setField(t, "input", input)];
const fits = (t: Track, input: number): boolean => input >= 1 && input + widthOf(t) - 1 <= LAST;

/**
 * The changes that number the inputs on from a track, in track order, each source beside the one before;
 * wide ones take several. None where the track has no input.
 */
export function fillDown(session: Session, from: TrackId): Change[] {
  const sources = sourcesOf(session);
  const at = sources.findIndex((t) => t.id === from);
  const first = sources[at];
  if (!first || first.input === null) return [];
  let next = first.input;
  return sources.slice(at).flatMap((t) => {
    const input = next;
    next += widthOf(t);
    return fits(t, input) ? put(t, input) : [];
  });
}

/** The changes that give two tracks each other's input. */
export function swapInputs(session: Session, a: TrackId, b: TrackId): Change[] {
  const [one, two] = [a, b].map((id) => session.tracks.find((t) => t.id === id));
  return one && two && one !== two ? [...put(one, two.input), ...put(two, one.input)] : [];
}

/**
 * The changes that move every input from a track's on by so many: up makes a gap before it, down closes
 * one. None where one would fall off the interface or onto an input that stays.
 */
export function shiftFrom(session: Session, from: TrackId, by: number): Change[] {
  const start = session.tracks.find((t) => t.id === from)?.input ?? null;
  if (start === null) return [];
  const moving = sourcesOf(session).filter((t) => t.input !== null && t.input >= start);
  const staying = new Set(
    sourcesOf(session)
      .filter((t) => t.input !== null && t.input < start)
      .flatMap((t) => Array.from({ length: widthOf(t) }, (_, i) => (t.input ?? 0) + i)),
  );
  const off = moving.some(
    (t) =>
      !fits(t, (t.input ?? 0) + by) ||
      Array.from({ length: widthOf(t) }, (_, i) => (t.input ?? 0) + by + i).some((n) => staying.has(n)),
  );
  return off ? [] : moving.flatMap((t) => put(t, (t.input ?? 0) + by));
}

/** The changes that take tracks off their inputs. */
export function clearInputs(session: Session, ids: readonly TrackId[]): Change[] {
  const chosen = new Set(ids);
  return session.tracks.flatMap((t) => (chosen.has(t.id) ? put(t, null) : []));
}
