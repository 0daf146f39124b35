import { contrast, inkOn } from "@mossy/core/colour/contrast";
import type { House } from "@mossy/core/house/house";
import type { Style } from "@mossy/core/house/style";
import type { Family } from "@mossy/core/words/wordlist";
import { Pill } from "../ui/pieces.tsx";
import { Tile } from "../ui/tile.tsx";
import { ColourPick } from "./colourPick.tsx";
import { Distances } from "./distances.tsx";
import { removeFamily, withFamily } from "@mossy/core/house/edit";
import { houseProblems } from "@mossy/core/house/house";
import { plural } from "@mossy/core/session/plural";
import { useState } from "react";
import { useNavigate } from "react-router";
import { Button } from "../ui/button.tsx";
import { TextField } from "../ui/textField.tsx";
import { IconPick } from "../ui/iconPick.tsx";

/** A family: its colour and icon, and how well they are told apart. */
export function FamilyPanel({
  house,
  style,
  family,
  onChange,
}: {
  house: House;
  style: Style;
  family: Family;
  onChange: ((next: House) => void) | null;
}) {
  const hex = style.hex.get(family.colour) ?? "#888888";
  const own = house.words.roles.filter((r) => r.family === family.id && r.colour !== null).length;
  const [problem, setProblem] = useState<string | null>(null);
  const navigate = useNavigate();
  const rename = (name: string): void => {
    const next = withFamily(house, family.id, { name });
    const off = name === "" ? "a family needs a name" : houseProblems(next)[0]?.message;
    setProblem(off === undefined ? null : `That does not work: ${off}.`);
    if (off === undefined) onChange?.(next);
  };
  const takeOut = (): void => {
    const made = removeFamily(house, family.id);
    if ("problem" in made) {
      setProblem(made.problem);
      return;
    }
    onChange?.(made.house);
    void navigate("/house");
  };
  const all = house.words.roles.filter((r) => r.family === family.id).length;
  return (
    <section aria-label={`Family ${family.name}`} className="card flex flex-col gap-4 p-3.5">
      <div className="flex items-center gap-3">
        <Tile colour={hex} icon={family.icon} size={48} />
        <div>
          <h2 className="font-title text-lg font-semibold">{family.name}</h2>
          <p className="font-mono text-sm text-ink-2">{hex}</p>
        </div>
      </div>
      {problem !== null && (
        <p role="alert" className="rounded-md bg-brick-soft px-2.5 py-1.5 text-sm text-brick">
          {problem}
        </p>
      )}
      <TextField label="Name of the family" value={family.name} readOnly={!onChange} onSet={rename} />
      <p className="flex items-center justify-between text-sm">
        <span>Icon on it</span>
        <span className="flex items-center gap-2 font-mono">
          {contrast(hex, inkOn(hex)).toFixed(1)} : 1{" "}
          <Pill look={contrast(hex, inkOn(hex)) >= 4.5 ? "ok" : "look"}>
            {inkOn(hex) === "#ffffff" ? "light ink" : "dark ink"}
          </Pill>
        </span>
      </p>
      <Distances house={house} colour={family.colour} />
      <ColourPick
        label="Colour of the family"
        palette={house.palette}
        value={family.colour}
        family={null}
        onChoose={
          onChange
            ? (id) => {
                if (id !== null) onChange(withFamily(house, family.id, { colour: id }));
              }
            : null
        }
      />
      <IconPick
        value={family.icon}
        family={null}
        colour={null}
        onChoose={
          onChange
            ? (icon) => {
                if (icon !== null) onChange(withFamily(house, family.id, { icon }));
              }
            : null
        }
      />
      <p className="text-sm text-ink-2">
        {all - own} of {all} roles take the family's colour; {plural(own, "has one", "have one")} of their
        own.
      </p>
      {onChange && (
        <Button small className="self-start" onClick={takeOut}>
          Take the family out
        </Button>
      )}
    </section>
  );
}
