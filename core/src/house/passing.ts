import { tint } from "../colour/tint.ts";
import type { Track, TrackId } from "../session/document.ts";
import { passedOn } from "./facts.ts";
import type { HouseWish, TrackFacts } from "./facts.ts";
import { colourFor } from "./style.ts";
import type { HouseFolder, Style } from "./style.ts";

/** Folders that pass their colour on, with that colour. */
export type ColourPassing = ReadonlyMap<TrackId, { readonly hex: string | null; readonly same: boolean }>;

export function passingOn(
  style: Style,
  wanted: ReadonlyMap<TrackId, HouseWish>,
  houseFolder: ReadonlyMap<TrackId, HouseFolder>,
): ColourPassing {
  return new Map(
    [...houseFolder]
      .filter(([, f]) => f.plan.passes !== "nothing")
      .map(([id, f]) => [
        id,
        {
          hex:
            wanted.get(id)?.colour ??
            colourFor(style, { role: f.role, of: null, positions: [], number: null }, "folder"),
          same: f.plan.passes === "same",
        },
      ]),
  );
}

/**
 * Members of a folder that passes its colour on take it, the same or in steps by the order of roles; an
 * exception's colour stays. Null where nothing is passed on.
 */
export function passed(
  style: Style,
  t: Track,
  known: TrackFacts | undefined,
  wanted: ReadonlyMap<TrackId, HouseWish>,
  parentOf: ReadonlyMap<TrackId, TrackId | null>,
  passing: ColourPassing,
): HouseWish | null {
  const wish = wanted.get(t.id);
  const folder = passing.get(parentOf.get(t.id) ?? "");
  if (!wish || !known || !folder || folder.hex === null) return null;
  const takes = wish.colour !== null && wish.what.sure && !wish.verdict.colour && t.kind !== "folder";
  if (!takes) return null;
  const shade = style.orderInFamily.get(wish.what.role ?? "") ?? 0;
  return passedOn(known, wish, folder.same ? folder.hex : tint(folder.hex, shade));
}
