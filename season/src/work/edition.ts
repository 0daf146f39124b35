import type { House } from "@mossy/core/house/house";
import { oneOf } from "../spelling/rolls.ts";

/** A colour a little lighter or darker, as `#rrggbb`. */
function shaded(hex: string, roll: () => number): string {
  const by = (roll() < 0.5 ? -1 : 1) * (12 + Math.floor(24 * roll()));
  const part = (at: number): string =>
    Math.min(255, Math.max(0, parseInt(hex.slice(at, at + 2), 16) + by))
      .toString(16)
      .padStart(2, "0");
  return `#${part(1)}${part(3)}${part(5)}`;
}

/** The house style after a lead thought about it: colours in other shades, roles under other short forms. */
export function nextEdition(house: House, roll: () => number): House {
  const shade = new Set([oneOf(house.palette, roll).id, oneOf(house.palette, roll).id]);
  const palette = house.palette.map((c) => (shade.has(c.id) ? { ...c, hex: shaded(c.hex, roll) } : c));
  // What is heard already is read under its new form as well.
  const can = house.words.roles.filter(
    (r) => r.sort === "source" && /^[A-Z][a-z]{3,7}$/.test(r.short.full),
  );
  const { id } = oneOf(can, roll);
  const roles = house.words.roles.map((r) => {
    if (r.id !== id) return r;
    const other = r.heard.find((h) => /^[a-z]{3,8}$/.test(h.text) && !h.doubtful && h.within === null);
    if (!other) return r;
    const full = (other.text[0] ?? "").toUpperCase() + other.text.slice(1);
    return full === r.short.full ? r : { ...r, short: { ...r.short, full } };
  });
  return { ...house, palette, words: { ...house.words, roles } };
}
