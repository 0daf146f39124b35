import { z } from "zod";

export const TRACK_KINDS = [
  "audio",
  "instrument",
  "midi",
  "folder",
  "bus",
  "return",
  "cue-mix",
  "main",
  "monitor",
] as const;
export const trackKind = z.enum(TRACK_KINDS);
export type TrackKind = z.infer<typeof trackKind>;

/** Kinds as people say them. */
export const KIND_WORDS: Readonly<Record<TrackKind, string>> = {
  audio: "track",
  instrument: "instrument",
  midi: "MIDI track",
  folder: "folder",
  bus: "bus",
  return: "return",
  "cue-mix": "cue mix",
  main: "main path",
  monitor: "monitor path",
};

/** Kinds that pass on what others bring: they are as wide as the session and record nothing. */
export const PATHS: ReadonlySet<TrackKind> = new Set<TrackKind>([
  "folder",
  "bus",
  "return",
  "cue-mix",
  "main",
  "monitor",
]);
