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
    const track = newTrack(
      style,
      empty,
      id,
      {
        role: ROLES[what.thing]?.[0] ?? null,
        of: null,
        positions: what.where.flatMap((w) => POSITIONS[w]?.slice(0, 1) ?? []),
        number: what.number,
      },
      what.thing,
    );
    // A section recorded as a whole is a source as well, though its role is a folder's.
    const source: Track = track.kind === "folder" ? { ...track, kind: "audio", format: "mono" } : track;
    return source.kind === "audio" ? { ...source, input: input++ } : source;
  });
  return { session: apply(empty, addDressed(style, empty, made)), said };
}
