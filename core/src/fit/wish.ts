import { CHANNELS } from "../session/document.ts";
import type { Importance, Session, Source, Track, TrackId } from "../session/document.ts";
import type { RoomInput } from "./room.ts";

/** A track that wants inputs: of which kind, how many side by side, and how much it is wanted. */
export interface InputWish {
  readonly track: TrackId;
  readonly source: Source;
  readonly channels: number;
  /** Whether what is plugged in has to be fed. */
  readonly phantom: boolean;
  readonly importance: Importance;
  /** Wishes that say the same go together or not at all. */
  readonly together: string;
  /** Where the room usually has it; null where it has no say. */
  readonly standing: number | null;
  /** Where it stood last time; null where it did not. */
  readonly last: number | null;
}

/** What a fit knows of tracks beside what they say themselves. */
export interface AboutWishes {
  readonly importanceOf?: (t: Track) => Importance;
  readonly togetherOf?: (t: Track) => string;
  readonly standingOf?: (t: Track) => number | null;
  readonly lastOf?: (t: Track) => number | null;
}

/** The tracks of a session that record something from outside, in session order. */
export function wishesOf(session: Session, about: AboutWishes = {}): InputWish[] {
  return session.tracks.filter(recordsFromOutside).map((t) => ({
    track: t.id,
    source: t.source ?? "mic",
    channels: CHANNELS[t.format ?? "mono"],
    phantom: t.phantom,
    importance: about.importanceOf?.(t) ?? t.importance ?? "should",
    together: about.togetherOf?.(t) ?? t.id,
    standing: about.standingOf?.(t) ?? null,
    last: about.lastOf?.(t) ?? null,
  }));
}

/** A track with a source that is not made inside the session. */
export function recordsFromOutside(t: Track): boolean {
  return t.kind === "audio" && t.source !== null;
}

/** What of a wish an input has to suit. */
export type Need = Pick<InputWish, "source" | "phantom">;
export const suits = (w: Need, i: Pick<RoomInput, "takes" | "phantom">): boolean =>
  i.takes.includes(w.source) && (!w.phantom || i.phantom);

/** The inputs of a wish that begins on this one. */
export const inputsFrom = (w: Pick<InputWish, "channels">, first: number): number[] =>
  Array.from({ length: w.channels }, (_, k) => first + k);

/** Wishes of one kind can stand for each other. */
export const kindOf = (w: InputWish): string => `${w.source}|${w.phantom ? "48" : ""}|${w.channels}`;

/**
 * Whether the session's own numbering suits the inputs as it stands: every input there, of the right kind,
 * used once.
 */
export function suitsAsNumbered(session: Session, inputs: readonly RoomInput[]): boolean {
  const byNumber = new Map(inputs.map((i) => [i.number, i]));
  const used = new Set<number>();
  const tracks = new Map(session.tracks.map((t) => [t.id, t]));
  return wishesOf(session).every((w) => {
    const first = tracks.get(w.track)?.input ?? null;
    if (first === null) return false;
    return inputsFrom(w, first).every((n) => {
      const input = byNumber.get(n);
      const free = input !== undefined && suits(w, input) && !used.has(n);
      used.add(n);
      return free;
    });
  });
}
