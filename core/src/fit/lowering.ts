import { z } from "zod";
import { ciede2000 } from "../colour/ciede2000.ts";
import { lab } from "../colour/lab.ts";
import { tint } from "../colour/tint.ts";
import type { House } from "../house/house.ts";
import type { Style } from "../house/style.ts";
import { ontoLimited } from "../match/limited.ts";
import { familyColours } from "../match/roomPalettes.ts";
import { CHARACTERS, keepsWithin, nameWithin } from "../names/within.ts";
import type { NameLimits } from "../names/within.ts";
import { hexColour, trackId } from "../session/document.ts";
import type { Session, TrackId } from "../session/document.ts";
import type { Reader } from "../words/reader.ts";
import type { Limits } from "./limits.ts";

/**
 * How a session is written for the software of its room, which takes shorter names, fewer colours, fewer folders in
 * folders. It is kept with the session, so that what comes back can be read under its house names whatever became of
 * the house style and the room meanwhile.
 */
export const lowering = z.object({
  nesting: z.int().min(0).max(32).nullable(),
  foldersCarry: z.boolean(),
  longestName: z.int().min(4).max(200).nullable(),
  characters: z.enum(CHARACTERS),
  /** The colours there are there; any where none is said. */
  palette: z.array(hexColour).max(256),
  /** What colours of the house are there, those of its families first. */
  colours: z.array(z.object({ own: hexColour, there: hexColour })),
  /** What tracks are called there, by id, whose own name does not suit. */
  names: z.record(trackId, z.object({ own: z.string(), there: z.string() })),
});
export type Lowering = z.infer<typeof lowering>;

/** How a session has to be written for software of these limits; null where it can stay as it is. */
export function loweringFor(
  session: Session,
  { nesting, foldersCarry, longestName, characters, palette }: Limits,
  { house, reader }: Pick<Style, "house" | "reader">,
): Lowering | null {
  const free = nesting === null && foldersCarry && longestName === null && characters === "any";
  if (free && palette.length === 0) return null;
  const limits = { nesting, foldersCarry, longestName, characters, palette };
  const own = new Map(session.tracks.map((t) => [t.id, t.name]));
  const names = [...namesThere(session, limits, reader)].map(
    ([id, there]) => [id, { own: own.get(id) ?? "", there }] as const,
  );
  return { ...limits, colours: coloursThere(session, palette, house), names: Object.fromEntries(names) };
}

/** How a session is written from now on that was written already: what has a name or a colour there keeps it. */
export function loweringAfter(before: Lowering | null, now: Lowering | null): Lowering | null {
  if (!before || !now) return now;
  const names = Object.entries(now.names).map(([id, name]) => {
    const was = before.names[id];
    return [id, was?.own === name.own && keepsWithin(was.there, now) ? was : name] as const;
  });
  const colours = new Map(before.colours.map((c) => [c.own, c.there]));
  const shown = (c: Lowering["colours"][number]): string => {
    const was = colours.get(c.own);
    return was !== undefined && now.palette.includes(was) ? was : c.there;
  };
  return {
    ...now,
    names: Object.fromEntries(names),
    colours: now.colours.map((c) => ({ own: c.own, there: shown(c) })),
  };
}

/**
 * New names for the tracks whose own do not suit, unlike all others.
 * @param known names that were given already
 */
export function namesThere(
  { tracks }: Session,
  limits: NameLimits,
  reader: Reader,
  known: ReadonlyMap<TrackId, string> = new Map(),
): Map<TrackId, string> {
  const suits = (name: string): boolean => keepsWithin(name, limits);
  const taken = new Set(
    tracks.flatMap((t) => {
      const name = known.get(t.id) ?? (suits(t.name) ? t.name : null);
      return name === null ? [] : [name.toLowerCase()];
    }),
  );
  return new Map(
    tracks.flatMap((t) =>
      known.has(t.id) || suits(t.name) ? [] : [[t.id, nameWithin(reader, t.name, limits, taken)] as const],
    ),
  );
}

/**
 * Colours of the house on a palette: each family's on one of its own at least total distance, as long as there are
 * enough, else on the nearest; steps of a family's colour go with it.
 */
function coloursThere(session: Session, palette: readonly string[], house: House): Lowering["colours"] {
  if (palette.length === 0) return [];
  const families = ontoLimited(familyColours(house), palette).map((c) => ({
    own: c.hex,
    there: c.own ?? c.nearest,
  }));
  const used = new Set(session.tracks.flatMap((t) => t.colour ?? []));
  const steps = families.flatMap(({ own, there }) =>
    [1, 2, 3, 4]
      .map((step) => tint(own, step))
      .filter((hex) => used.has(hex))
      .map((hex) => ({ own: hex, there })),
  );
  // What two families would have is the first one's.
  const first = new Map([...families, ...steps].reverse().map((c) => [c.own, c]));
  return [...first.values()].reverse();
}

/** Says of colours what they are there: those the house has by its table, others as the nearest there is. */
export function colourThere({ palette, colours }: Lowering): (hex: string) => string {
  const known = new Map(colours.map((c) => [c.own, c.there]));
  for (const hex of palette) if (!known.has(hex)) known.set(hex, hex);
  const labs = palette.map((hex) => ({ hex, at: lab(hex) }));
  return (hex) => {
    const there = known.get(hex);
    if (there !== undefined || labs.length === 0) return there ?? hex;
    const from = lab(hex);
    const [nearest] = labs
      .map((p) => ({ hex: p.hex, off: ciede2000(from, p.at) }))
      .sort((a, b) => a.off - b.off);
    known.set(hex, nearest?.hex ?? hex);
    return nearest?.hex ?? hex;
  };
}

/** Says which colour of the house one of the palette stands for: the nearest of those that are shown by it. */
export function colourOfHouse({ colours }: Lowering): (there: string) => string {
  return (hex) => {
    const at = lab(hex);
    const [nearest] = colours
      .filter((c) => c.there === hex)
      .map((c) => ({ own: c.own, off: ciede2000(at, lab(c.own)) }))
      .sort((a, b) => a.off - b.off);
    return nearest?.own ?? hex;
  };
}
