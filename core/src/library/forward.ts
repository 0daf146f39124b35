import { withPairs } from "../fit/asPair.ts";
import { fit } from "../fit/fit.ts";
import type { Fit } from "../fit/fit.ts";
import { importanceIn } from "../fit/sources.ts";
import type { FitTerms, Patched } from "../fit/sources.ts";
import type { FitChoices } from "../fit/choices.ts";
import type { Room } from "../fit/room.ts";
import type { Variant } from "../session/beside.ts";
import { SETTINGS } from "../session/document.ts";
import type { Session, Track, TrackId } from "../session/document.ts";
import { asDropped } from "../order/asDropped.ts";
import { inputsOf } from "../session/inputs.ts";
import { withBlocksFrom } from "./startBlocks.ts";
import { variantOf } from "./variant.ts";

/** A session that began with an older release, as far as a newer one has to suit it. */
export interface Begun {
  /** As it went out. */
  readonly baseline: Session;
  /** As it stands. */
  readonly now: Session;
  /** What was decided when it was fitted. */
  readonly choices: FitChoices;
  /** The variant it was started with; null for all of the template. */
  readonly variant: Variant | null;
}

/**
 * A newer release as it would have gone out to this session: fitted to the room it stands in, without what
 * the job leaves out, with the settings it was started with where the release does not fix them. What stands
 * on inputs of the room stays there; only sources that are new get inputs, of those that are free. A session
 * that was started with a variant gets that variant of it.
 */
export function fittedFor(
  whole: Session,
  { baseline, now, choices, variant }: Begun,
  room: Room,
  by: Omit<FitTerms, "choices" | "last" | "patched">,
): Fit {
  const begun = asBegun(whole, { baseline, variant });
  // One pair for several stands where it stood: it is not what the release has there.
  const about = { style: by.style, importanceOf: importanceIn(by.style) };
  const { session: paired } = withPairs(begun, choices.asPair, about);
  return fit(begun, room, { ...by, choices, patched: patchedIn(paired, baseline, now) });
}

/**
 * A release, or the variant of it, with the title, the settings, the blocks and the files in its running order
 * a session was started with.
 */
export function asBegun(
  whole: Session,
  { baseline, variant }: Pick<Begun, "baseline" | "variant">,
): Session {
  const release = withBlocksFrom(partFor(whole, variant), baseline);
  const chosen = SETTINGS.filter((s) => s !== "mainFormat" && !release.fixed.includes(s));
  return asDropped(
    {
      ...release,
      ...Object.fromEntries(chosen.map((setting) => [setting, baseline[setting]])),
      title: baseline.title,
    },
    baseline,
  );
}

/** What a session started with a variant has of a release: by the rule of that variant in it, else by its own. */
function partFor(release: Session, variant: Variant | null): Session {
  if (variant === null) return release;
  return variantOf(release, release.variants.find((v) => v.id === variant.id) ?? variant).session;
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
