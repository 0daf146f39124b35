import { fit } from "../fit/fit.ts";
import type { Fit, Patched } from "../fit/fit.ts";
import type { Room } from "../fit/room.ts";
import { CHANNELS, SETTINGS } from "../session/document.ts";
import type { Session, Track, TrackId } from "../session/document.ts";

/** A session that began with an older release, as far as a newer one has to suit it. */
export interface Begun {
  /** As it went out. */
  readonly baseline: Session;
  /** As it stands. */
  readonly now: Session;
  /** Sources this job does without. */
  readonly leftOut: readonly TrackId[];
}

/**
 * A newer release as it would have gone out to this session: fitted to the room it stands in, without what
 * the job leaves out, with the settings it was started with where the release does not fix them. What stands
 * on inputs of the room stays there; only sources that are new get inputs, of those that are free.
 */
export function fittedFor(release: Session, { baseline, now, leftOut }: Begun, room: Room): Fit {
  const chosen = SETTINGS.filter((s) => s !== "mainFormat" && !release.fixed.includes(s));
  const begun: Session = {
    ...release,
    ...Object.fromEntries(chosen.map((setting) => [setting, baseline[setting]])),
    title: baseline.title,
  };
  return fit(begun, room, leftOut, patchedIn(begun, baseline, now));
}

function patchedIn(release: Session, baseline: Session, now: Session): Patched {
  const wanted = new Map(release.tracks.map((t) => [t.id, t]));
  const known = new Map<TrackId, number>();
  for (const t of baseline.tracks) {
    const to = wanted.get(t.id);
    if (t.input !== null && to && alikeAtInput(t, to)) known.set(t.id, t.input);
  }
  const taken = new Set([...baseline.tracks, ...now.tracks].flatMap(inputsOf));
  return { known, taken };
}

/** Whether a source is plugged in as it was. */
const alikeAtInput = (a: Track, b: Track): boolean =>
  a.kind === b.kind && a.source === b.source && a.format === b.format;

/** The inputs a track records from. */
function inputsOf({ input, format }: Track): number[] {
  return input === null ? [] : Array.from({ length: CHANNELS[format ?? "mono"] }, (_, i) => input + i);
}
