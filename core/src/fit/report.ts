import type { TrackId } from "../session/document.ts";

/** Something the room made different, in words. */
export interface Adjustment {
  readonly track: TrackId | null;
  readonly what: string;
  readonly says: string;
}
/** What is said of sample machines goes by this name, what of libraries that are not there by the other. */
export const ON_MACHINES = "Sample machines";
export const FROM_LIBRARIES = "Sample libraries";
/** Whether a room made something of sampled instruments different. */
export const ofSampled = ({ what }: Adjustment): boolean => what === ON_MACHINES || what === FROM_LIBRARIES;
/** A source the room has no input for, or a cue mix it has no output for. */
export interface HomelessSource {
  readonly track: TrackId;
  readonly says: string;
}
