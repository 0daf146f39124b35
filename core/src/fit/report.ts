import type { TrackId } from "../session/document.ts";

/** Something the room made different, in words. */
export interface Adjustment {
  readonly track: TrackId | null;
  readonly what: string;
  readonly says: string;
}
/** What is said of sample machines goes by this name. */
export const ON_MACHINES = "Sample machines";
/** A source the room has no input for, or a cue mix it has no output for. */
export interface HomelessSource {
  readonly track: TrackId;
  readonly says: string;
}
