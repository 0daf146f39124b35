import { CHANNELS } from "../session/document.ts";
import type { Session, Source, Track, TrackId } from "../session/document.ts";
import type { Room } from "./room.ts";

/** A track that wants inputs: of which kind, and how many side by side. */
export interface Wish {
  readonly track: TrackId;
  readonly source: Source;
  readonly channels: number;
}

/** The tracks of a session that record something from outside, in session order. */
export function wishesOf(session: Session): Wish[] {
  return session.tracks
    .filter(recordsFromOutside)
    .map((t) => ({ track: t.id, source: t.source ?? "mic", channels: CHANNELS[t.format ?? "mono"] }));
}

/** A track with a source that is not made inside the session. */
export function recordsFromOutside(t: Track): boolean {
  return t.kind === "audio" && t.source !== null;
}

/** Whether the session's own numbering suits the room as it stands: every input there, of the right kind, used once. */
export function suitsAsNumbered(session: Session, room: Room): boolean {
  const byNumber = new Map(room.inputs.map((i) => [i.number, i]));
  const used = new Set<number>();
  const tracks = new Map(session.tracks.map((t) => [t.id, t]));
  return wishesOf(session).every((w) => {
    const first = tracks.get(w.track)?.input ?? null;
    if (first === null) return false;
    return Array.from({ length: w.channels }, (_, i) => first + i).every((n) => {
      const free = byNumber.get(n)?.takes.includes(w.source) === true && !used.has(n);
      used.add(n);
      return free;
    });
  });
}

/**
 * Gives every wish an input, in order, as far as the room goes. A wish takes the least versatile input that
 * suits it, then the lowest. One that finds none makes room by moving those before it to other suitable inputs
 * (augmenting paths), so of single-channel wishes as many are placed as can be, and an earlier one is
 * never left out for a later. Wishes of one kind then stand in rising order.
 * @returns the first input of each wish that has one
 */
export function patch(wishes: readonly Wish[], room: Room): Map<TrackId, number> {
  const inputs = room.inputs.toSorted((a, b) => a.number - b.number);
  const taker = new Map<number, Wish>();
  const first = new Map<Wish, number>();
  const byNumber = new Map(inputs.map((i) => [i.number, i]));
  const runs = (w: Wish): number[] =>
    inputs
      .filter((i) =>
        Array.from({ length: w.channels }, (_, k) => byNumber.get(i.number + k)).every((x) =>
          x?.takes.includes(w.source),
        ),
      )
      .toSorted(
        (a, b) =>
          a.takes.length - b.takes.length ||
          (w.channels > 1 ? ((a.number + 1) % 2) - ((b.number + 1) % 2) : 0) ||
          a.number - b.number,
      )
      .map((i) => i.number);
  const holders = (w: Wish, at: number): Wish[] => [
    ...new Set(
      Array.from({ length: w.channels }, (_, k) => taker.get(at + k)).filter((x) => x !== undefined),
    ),
  ];
  const put = (w: Wish, at: number): void => {
    first.set(w, at);
    for (let k = 0; k < w.channels; k++) taker.set(at + k, w);
  };
  const lift = (w: Wish): void => {
    const at = first.get(w);
    if (at === undefined) return;
    first.delete(w);
    for (let k = 0; k < w.channels; k++) taker.delete(at + k);
  };

  const place = (w: Wish, seen: Set<number>): boolean => {
    const suitable = runs(w);
    const free = suitable.find((at) => holders(w, at).length === 0);
    if (free !== undefined) {
      put(w, free);
      return true;
    }
    for (const at of suitable) {
      const [holder, ...more] = holders(w, at);
      if (
        !holder ||
        more.length > 0 ||
        holder.channels !== w.channels ||
        first.get(holder) !== at ||
        seen.has(at)
      )
        continue;
      seen.add(at);
      lift(holder);
      put(w, at);
      if (place(holder, seen)) return true;
      lift(w);
      put(holder, at);
    }
    return false;
  };
  for (const w of wishes) place(w, new Set());

  // Same kind, same width: interchangeable, so they stand in the order of the session.
  const kinds = new Map<string, Wish[]>();
  for (const w of wishes)
    if (first.has(w))
      kinds.set(`${w.source}|${w.channels}`, [...(kinds.get(`${w.source}|${w.channels}`) ?? []), w]);
  const result = new Map<TrackId, number>();
  for (const alike of kinds.values()) {
    const numbers = alike.map((w) => first.get(w) ?? 0).toSorted((a, b) => a - b);
    alike.forEach((w, i) => result.set(w.track, numbers[i] ?? 0));
  }
  return result;
}
