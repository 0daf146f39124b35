import { ciede2000 } from "@mossy/core/colour/ciede2000";
import { lab } from "@mossy/core/colour/lab";
import type { House } from "@mossy/core/house/house";
import { Pill } from "../ui/pieces.tsx";

/** The nearest other colour that the house uses, with its distance (CIEDE2000). */
export function Distances({ house, colour }: { house: House; colour: string }) {
  const used = new Set([
    ...house.words.families.map((f) => f.colour),
    ...house.words.roles.flatMap((r) => (r.colour === null ? [] : [r.colour])),
  ]);
  const own = house.palette.find((c) => c.id === colour);
  if (!own) return null;
  const others = house.palette
    .filter((c) => c.id !== colour && used.has(c.id))
    .map((c) => ({ name: c.name, apart: ciede2000(lab(own.hex), lab(c.hex)) }))
    .sort((a, b) => a.apart - b.apart);
  const [nearest] = others;
  if (!nearest) return null;
  return (
    <p className="flex items-center justify-between text-sm">
      <span>Nearest in the house</span>
      <span className="flex items-center gap-2 font-mono">
        ΔE {nearest.apart.toFixed(1)}{" "}
        <Pill look={nearest.apart < house.thresholds.apart ? "look" : "ok"}>{nearest.name}</Pill>
      </span>
    </p>
  );
}
