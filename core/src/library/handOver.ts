import { fit } from "../fit/fit.ts";
import type { Fit } from "../fit/fit.ts";
import type { Room } from "../fit/room.ts";
import type { FitTerms } from "../fit/sources.ts";
import { merge } from "../merge/merge.ts";
import type { Side } from "../merge/values.ts";
import type { Session } from "../session/document.ts";
import { inputsOf } from "../session/inputs.ts";
import { asBegun } from "./forward.ts";
import type { Begun } from "./forward.ts";

/** A session as it goes to another room. */
export interface HandedOver {
  /** What it goes out as there: its release, fitted to that room. */
  readonly baseline: Session;
  /** It as it stands, with what was done in it, fitted likewise. */
  readonly fit: Fit;
}

/**
 * A session without what was adjusted for the room it stands in: its release as it is, with all that was done in the
 * session since it went out. What that room could not place comes back, what was taken out there does not.
 */
export function lifted(whole: Session, begun: Pick<Begun, "baseline" | "now" | "variant">): Session {
  const { baseline, now } = begun;
  const back = asBegun(whole, begun);
  const { session, clashes } = merge(baseline, now, back);
  // That a room's adjustments are taken back is nobody's work on a track.
  const out = clashes.flatMap((c): [string, Side][] =>
    c.of === "there" && c.gone === "ours" ? [[c.key, "ours"]] : [],
  );
  return out.length === 0 ? session : merge(baseline, now, back, new Map(out)).session;
}

/**
 * A session fitted from the room it stands in to another one. Handed back, it is fitted as it was, where nothing was
 * decided otherwise: what a room adjusted is never handed on.
 */
export function handedOver(
  whole: Session,
  begun: Pick<Begun, "baseline" | "now" | "variant">,
  room: Room,
  terms: FitTerms,
): HandedOver {
  const there = fit(lifted(whole, begun), room, terms);
  const known = new Map(
    there.session.tracks.flatMap((t) => (t.input === null ? [] : [[t.id, t.input] as const])),
  );
  const taken = new Set(there.session.tracks.flatMap(inputsOf));
  const release = fit(asBegun(whole, begun), room, { ...terms, patched: { known, taken } });
  return { baseline: release.session, fit: there };
}
