import { z } from "zod";
import { deviceChoice } from "../devices/missing.ts";
import { trackId } from "../session/document.ts";

/** What somebody decided about a template in a room; kept with both, and asked again only where it no longer holds. */
export const fitChoices = z.object({
  /** Sources this job does without; returns and folders that only they fed go with them. */
  leaveOut: z.array(trackId).max(1000),
  /** Sources that get an input whatever goes for it. */
  keep: z.array(trackId).max(1000),
  /** Sources that do without 48 V here: another microphone, or a supply of its own. */
  without48: z.array(trackId).max(1000),
  /** Sources somebody put on an input. */
  plugged: z.array(z.object({ track: trackId, input: z.int().min(1).max(1024) })).max(1000),
  /** Sources that one pair of microphones records together, on the track of the first. */
  asPair: z.array(z.object({ tracks: z.array(trackId).min(2).max(1000) })).max(100),
  /** What becomes of devices that are not installed there. */
  devices: z.array(deviceChoice).max(1000),
  /** Whether it does without the sample machines of the room: what sounds is the light set. */
  withoutMachines: z.boolean(),
});
export type FitChoices = z.infer<typeof fitChoices>;

/** Choices as they are sent: what is not said is decided by nobody. */
export const choicesSent = z.object({
  leaveOut: fitChoices.shape.leaveOut.default([]),
  keep: fitChoices.shape.keep.default([]),
  without48: fitChoices.shape.without48.default([]),
  plugged: fitChoices.shape.plugged.default([]),
  asPair: fitChoices.shape.asPair.default([]),
  devices: fitChoices.shape.devices.default([]),
  withoutMachines: fitChoices.shape.withoutMachines.default(false),
});

export const NO_CHOICES: FitChoices = {
  leaveOut: [],
  keep: [],
  without48: [],
  plugged: [],
  asPair: [],
  devices: [],
  withoutMachines: false,
};

/** Choices with more sources left out; what was to get an input whatever goes for it is not any more. */
export function alsoLeftOut(was: FitChoices, ids: readonly string[]): FitChoices {
  return {
    ...was,
    leaveOut: [...new Set([...was.leaveOut, ...ids])],
    keep: was.keep.filter((id) => !ids.includes(id)),
    plugged: was.plugged.filter((p) => !ids.includes(p.track)),
  };
}
