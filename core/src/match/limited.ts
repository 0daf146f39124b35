import { ciede2000 } from "../colour/ciede2000.ts";
import { lab } from "../colour/lab.ts";
import { assign } from "./assign.ts";

/** Where a colour of the house falls on a palette that has fewer. */
export interface PaletteMatch {
  readonly id: string;
  readonly hex: string;
  /** The nearest of the palette and how far it is (CIEDE2000). */
  readonly nearest: string;
  readonly apart: number;
  /** Others of the house that fall on the same one. */
  readonly with: readonly string[];
  /**
   * The one it gets where no two may fall together, at least total distance; null where the palette has too
   * few.
   */
  readonly own: string | null;
  readonly ownApart: number | null;
}

/** Puts the colours of the house on a limited palette (a workstation's, a control surface's). */
export function ontoLimited(
  colours: readonly { readonly id: string; readonly hex: string }[],
  palette: readonly string[],
): PaletteMatch[] {
  if (palette.length === 0) return [];
  const there = palette.map((hex) => lab(hex));
  const costs = colours.map((c) => {
    const from = lab(c.hex);
    return there.map((to) => ciede2000(from, to));
  });
  const nearest = costs.map((row) =>
    row.reduce((best, d, i) => (d < (row[best] ?? Infinity) ? i : best), 0),
  );
  const own = colours.length <= palette.length ? assign(costs) : null;
  return colours.map((c, i): PaletteMatch => {
    const at = nearest[i] ?? 0;
    const mine = own?.[i];
    return {
      id: c.id,
      hex: c.hex,
      nearest: palette[at] ?? "",
      apart: costs[i]?.[at] ?? 0,
      with: colours.filter((_, j) => j !== i && nearest[j] === at).map((o) => o.id),
      own: mine === undefined ? null : (palette[mine] ?? null),
      ownApart: mine === undefined ? null : (costs[i]?.[mine] ?? null),
    };
  });
}
