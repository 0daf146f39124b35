import { z } from "zod";
import { atRest, namesOf, schemasOf } from "./field.ts";
import { trackId } from "./format.ts";
import type { TrackId } from "./format.ts";
import { SESSION } from "./sessionFields.ts";
import { TRACK } from "./trackFields.ts";

export { CHANNELS, CHANNEL_FORMATS, channelFormat, trackId } from "./format.ts";
export type { ChannelFormat, TrackId } from "./format.ts";
export { TRACK_KINDS, trackKind } from "./kind.ts";
export type { TrackKind } from "./kind.ts";
export type { Insert } from "./processor.ts";
export {
  FILE_TYPES,
  FRAME_RATES,
  PAN_LAWS,
  SETTINGS,
  SESSION_WORDS,
  kept,
  meter,
  panLaw,
  sampleRate,
} from "./sessionFields.ts";
export type { Keep, PanLaw, Setting } from "./sessionFields.ts";
export {
  IMPORTANCES,
  MONITOR,
  SOURCES,
  controller,
  decibels,
  hexColour,
  importance,
  send,
  source,
} from "./trackParts.ts";
export type { Around, Controller, Decibels, HexColour, Importance, Send, Source } from "./trackParts.ts";

export const trackFields = z.object(schemasOf(TRACK));
export type TrackFields = z.infer<typeof trackFields>;
export type TrackField = keyof TrackFields;
export const TRACK_FIELDS: readonly TrackField[] = namesOf(TRACK);

export const track = trackFields.extend({ id: trackId, parent: trackId.nullable() });
export type Track = z.infer<typeof track>;

export const sessionFields = z.object(schemasOf(SESSION));
export type SessionFields = z.infer<typeof sessionFields>;
export type SessionField = keyof SessionFields;
export const SESSION_FIELDS: readonly SessionField[] = namesOf(SESSION);

export const SESSION_FORMAT = "mossy-lantern/session";
/** Counts up when what is stored changes its shape; `versions.ts` brings older ones up. */
export const SESSION_VERSION = 16;

/**
 * A session: settings and tracks in order, each folder followed by all it holds.
 * Plain data, never changed in place; a new one comes from `apply`.
 */
export const session = sessionFields
  .extend({
    format: z.literal(SESSION_FORMAT),
    version: z.literal(SESSION_VERSION),
    tracks: z.array(track).max(10_000),
  })
  .superRefine((doc, ctx) => {
    for (const problem of treeProblems(doc.tracks)) {
      ctx.addIssue({ code: "custom", path: ["tracks", problem.index], message: problem.message });
    }
  });
export type Session = z.infer<typeof session>;

/** No session of this world has folders in folders deeper than this; what walks them may count on it. */
export const DEEPEST_FOLDER = 32;

/** What keeps a list of tracks from being a tree in depth-first order; empty when it is one. */
export function treeProblems(tracks: readonly Track[]): { index: number; message: string }[] {
  const problems: { index: number; message: string }[] = [];
  const seen = new Map<TrackId, Track>();
  const open: TrackId[] = [];
  tracks.forEach((t, index) => {
    if (seen.has(t.id)) problems.push({ index, message: `two tracks have the id “${t.id}”` });
    if (t.parent === null) open.length = 0;
    else {
      const depth = open.lastIndexOf(t.parent);
      if (!seen.has(t.parent))
        problems.push({ index, message: `“${t.name}” stands in a folder that does not come before it` });
      else if (depth < 0)
        problems.push({ index, message: `“${t.name}” stands apart from the folder that holds it` });
      else if (seen.get(t.parent)?.kind !== "folder")
        problems.push({ index, message: `“${t.name}” stands inside a track that is not a folder` });
      open.length = depth + 1;
    }
    open.push(t.id);
    if (open.length === DEEPEST_FOLDER + 2)
      problems.push({ index, message: `“${t.name}” stands in more than ${DEEPEST_FOLDER} folders` });
    seen.set(t.id, t);
  });
  return problems;
}

/** An empty session with the house's usual settings (48 kHz, 24 bit, stereo, 120, 4/4). */
export function emptySession(title: string): Session {
  return { format: SESSION_FORMAT, version: SESSION_VERSION, ...atRest(SESSION), title, tracks: [] };
}

/** A track with everything at rest: mono audio, 0 dB, centre, feeding nothing. */
export function blankTrack(
  id: TrackId,
  name: string,
  rest: Partial<Omit<Track, "id" | "name">> = {},
): Track {
  return { id, parent: null, ...atRest(TRACK), name, ...rest };
}
