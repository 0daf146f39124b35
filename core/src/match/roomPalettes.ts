import type { House } from "../house/house.ts";
import { ontoLimited } from "./limited.ts";

/** The colours the families of a house use, each with the names of its families. */
export function familyColours(house: House): { id: string; hex: string; name: string }[] {
  const families = new Map<string, string[]>();
  for (const f of house.words.families) families.set(f.colour, [...(families.get(f.colour) ?? []), f.name]);
  return house.palette
    .filter((c) => families.has(c.id))
    .map((c) => ({ id: c.id, hex: c.hex, name: families.get(c.id)?.join(", ") ?? c.name }));
}

/**
 * A room whose palette tells fewer of the house's family colours apart than it did, or moves them further
 * off.
 */
export interface PaletteSuffers {
  readonly room: string;
  readonly says: string;
}

/** What a change of the house's colours does in rooms that can show only some. */
export function palettesThatSuffer(
  before: House,
  after: House,
  rooms: readonly { readonly name: string; readonly palette: readonly string[] }[],
): PaletteSuffers[] {
  return rooms.flatMap(({ name, palette }): PaletteSuffers[] => {
    if (palette.length === 0) return [];
    const was = ontoLimited(familyColours(before), palette),
      is = ontoLimited(familyColours(after), palette);
    const together = (list: typeof was): Set<string> =>
      new Set(list.flatMap((c) => c.with.map((o) => [c.id, o].sort().join(" "))));
    const old = together(was);
    const fresh = [...together(is)].filter((pair) => !old.has(pair));
    const names = new Map(familyColours(after).map((c) => [c.id, c.name]));
    const worst = (list: typeof was): number => list.reduce((most, c) => Math.max(most, c.apart), 0);
    if (fresh.length > 0)
      return [
        {
          room: name,
          says: `${fresh
            .slice(0, 3)
            .map((pair) =>
              pair
                .split(" ")
                .map((id) => names.get(id) ?? id)
                .join(" and "),
            )
            .join(
              "; ",
            )} would fall on one colour there${fresh.length > 3 ? `, and ${fresh.length - 3} more` : ""}.`,
        },
      ];
    return worst(is) > worst(was) + 1
      ? [
          {
            room: name,
            says:
              `a colour would be shown ΔE ${worst(is).toFixed(1)} off there, up to ` +
              `${worst(was).toFixed(1)} now.`,
          },
        ]
      : [];
  });
}
