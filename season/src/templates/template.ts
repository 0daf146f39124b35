import { addDressed, newTrack } from "@mossy/core/house/dress";
import type { Style } from "@mossy/core/house/style";
import { apply } from "@mossy/core/session/apply";
import { blankTrack, emptySession } from "@mossy/core/session/document";
import type { Session, Track, TrackId } from "@mossy/core/session/document";
import { POSITIONS, ROLES } from "../truth/roles.ts";
import type { Said } from "../spelling/spell.ts";
import type { Plan } from "./plans.ts";

/** A session, and what each of its tracks is, as nobody in the house can know for sure. */
export interface Known {
  readonly session: Session;
  readonly said: ReadonlyMap<TrackId, Said>;
}

/** The house's template for a plan: dressed, in its folders, inputs one after the other. */
export function templateOf(style: Style, { kind, tracks }: Plan): Known {
  const main = blankTrack("main", "Main", { kind: "main", role: "main", format: "stereo" });
  const empty: Session = { ...emptySession(kind), tracks: [main] };
  const said = new Map<TrackId, Said>();
  let input = 1;
  const made = tracks.map((what, i) => {
    const id = `t${i + 1}`;
    said.set(id, what);
    const source = sourceOf(style, empty, id, what);
    return source.kind === "audio" ? { ...source, input: input++ } : source;
  });
  return { session: apply(empty, addDressed(style, empty, made)), said };
}

/** A track for a thing as the house makes one. */
export function sourceOf(style: Style, session: Session, id: TrackId, what: Said): Track {
  const { thing, where, number } = what;
  const positions = where.flatMap((w) => POSITIONS[w]?.slice(0, 1) ?? []);
  const role = ROLES[thing]?.[0] ?? null;
  const track = newTrack(style, session, id, { role, of: null, positions, number }, thing);
  // A section recorded as a whole is a source as well, though its role is a folder's.
  return track.kind === "folder" ? { ...track, kind: "audio", format: "mono" } : track;
}
