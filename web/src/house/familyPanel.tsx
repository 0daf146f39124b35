import { contrast, inkOn } from "@mossy/core/colour/contrast";
import type { House } from "@mossy/core/house/house";
import type { Style } from "@mossy/core/house/style";
import type { Family } from "@mossy/core/words/wordlist";
import { Pill } from "../ui/pieces.tsx";
import { Tile } from "../ui/tile.tsx";
import { ColourPick } from "./colourPick.tsx";
import { Distances } from "./distances.tsx";
import { withFamily } from "@mossy/core/house/edit";
import { IconPick } from "./iconPick.tsx";

/** A family: its colour and icon, and how well they are told apart. */
export function FamilyPanel({ house, style, family, onChange }: { house: House; style: Style; family: Family; onChange: ((next: House) => void) | null }) {
  const hex = style.hex.get(family.colour) ?? "#888888";
  const own = house.words.roles.filter((r) => r.family === family.id && r.colour !== null).length;
  const all = house.words.roles.filter((r) => r.family === family.id).length;
  return (
    <section aria-label={`Family ${family.name}`} className="card flex flex-col gap-4 p-3.5">
      <div className="flex items-center gap-3"><Tile colour={hex} icon={family.icon} size={48} /><div><h2 className="font-title text-lg font-semibold">{family.name}</h2><p className="font-mono text-sm text-ink-2">{hex}</p></div></div>
      <p className="flex items-center justify-between text-sm"><span>Icon on it</span><span className="flex items-center gap-2 font-mono">{contrast(hex, inkOn(hex)).toFixed(1)} : 1 <Pill look={contrast(hex, inkOn(hex)) >= 4.5 ? "ok" : "look"}>{inkOn(hex) === "#ffffff" ? "light ink" : "dark ink"}</Pill></span></p>
      <Distances house={house} colour={family.colour} />
      <ColourPick label="Colour of the family" palette={house.palette} value={family.colour} family={null} onChoose={onChange ? (id) => { if (id !== null) onChange(withFamily(house, family.id, { colour: id })); } : null} />
      <IconPick value={family.icon} family={null} colour={null} onChoose={onChange ? (icon) => { if (icon !== null) onChange(withFamily(house, family.id, { icon })); } : null} />
      <p className="text-sm text-ink-2">{all - own} of {all} roles take the family's colour; {own} {own === 1 ? "has one" : "have one"} of their own.</p>
    </section>
  );
}
