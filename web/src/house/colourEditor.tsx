import { contrast, inkOn } from "@mossy/core/colour/contrast";
import { hexFromOklch, mostChroma, oklch } from "@mossy/core/colour/oklch";
import type { Oklch } from "@mossy/core/colour/oklch";
import { usesOf, withColour } from "@mossy/core/house/edit";
import type { House, PaletteColour } from "@mossy/core/house/house";
import { useState } from "react";
import { Field, Input, Pill } from "../ui/pieces.tsx";
import { usersInWords } from "./colourUses.ts";
import { Tile } from "../ui/tile.tsx";
import { useTyped } from "../ui/useTyped.ts";

/** One colour: name, value, lightness, strength and hue, with the edge of what a screen can show. */
export function ColourEditor({
  house,
  colour,
  onChange,
}: {
  house: House;
  colour: PaletteColour;
  onChange: ((next: House) => void) | null;
}) {
  const [draft, setDraft] = useState<string | null>(null);
  const named = useTyped((typed) => {
    const name = typed.trim();
    if (name !== "" && name !== colour.name) onChange?.(withColour(house, colour.id, { name }));
    return true;
  });
  const hex = draft ?? colour.hex;
  const at = oklch(hex);
  const users = usersInWords(usesOf(house, colour.id));
  const done = (next: string | null): void => {
    if (next !== null && next !== colour.hex) onChange?.(withColour(house, colour.id, { hex: next }));
    setDraft(null);
  };
  const slide = {
    readOnly: !onChange,
    onSlide: (to: Oklch) => setDraft(hexFromOklch(to)),
    onDone: () => done(draft),
  };
  const edge = mostChroma(at.l, at.h);
  const ratio = contrast(hex, inkOn(hex));
  return (
    <section aria-label={`Colour ${colour.name}`} className="card flex flex-col gap-3 p-3.5">
      <div className="flex items-center gap-3">
        <Tile colour={hex} icon="pan" size={48} />
        <div>
          <h2 className="font-title text-lg font-semibold">{colour.name}</h2>
          <p className="font-mono text-sm text-ink-2">{hex}</p>
        </div>
      </div>
      <div className="grid grid-cols-2 gap-2">
        <Field label="Name">
          <Input
            small
            readOnly={!onChange}
            maxLength={40}
            value={named.text ?? colour.name}
            onChange={(e) => named.type(e.target.value)}
            onBlur={() => {
              named.leave();
            }}
          />
        </Field>
        <HexField hex={hex} readOnly={!onChange} onSet={done} />
      </div>
      <Slide
        {...slide}
        label="Lightness"
        value={at.l}
        most={1}
        step={0.005}
        words={`${Math.round(at.l * 100)} %`}
        to={(l) => ({ ...at, l })}
      />
      <Slide
        {...slide}
        label="Strength"
        value={at.c}
        most={edge}
        step={0.002}
        words={`${at.c.toFixed(3)} of ${edge.toFixed(3)}`}
        to={(c) => ({ ...at, c })}
      />
      <Slide
        {...slide}
        label="Hue"
        value={at.h}
        most={360}
        step={1}
        words={`${Math.round(at.h)}°`}
        to={(h) => ({ ...at, h })}
      />
      <p className="flex items-center justify-between text-sm">
        <span>Icon on it</span>
        <span className="flex items-center gap-2 font-mono">
          {ratio.toFixed(1)} : 1{" "}
          <Pill look={ratio >= house.thresholds.contrast ? "ok" : "look"}>
            {inkOn(hex) === "#ffffff" ? "light ink" : "dark ink"}
          </Pill>
        </span>
      </p>
      <p className="text-sm text-ink-2">{users === "" ? "Nothing uses it." : `Used by ${users}.`}</p>
    </section>
  );
}

/** One of the three values of a colour; the palette changes when the slider is let go. */
function Slide({
  label,
  value,
  most,
  step,
  words,
  readOnly,
  to,
  onSlide,
  onDone,
}: {
  label: string;
  value: number;
  most: number;
  step: number;
  words: string;
  readOnly: boolean;
  to: (value: number) => Oklch;
  onSlide: (to: Oklch) => void;
  onDone: () => void;
}) {
  return (
    <label className="block">
      <span className="flex justify-between text-xs font-semibold text-ink-2">
        <span>{label}</span>
        <span className="font-mono">{words}</span>
      </span>
      <input
        type="range"
        disabled={readOnly}
        min={0}
        max={most}
        step={step}
        value={Math.min(most, value)}
        className="w-full accent-[var(--moss)]"
        onChange={(e) => onSlide(to(Number(e.target.value)))}
        onPointerUp={onDone}
        onKeyUp={onDone}
        onBlur={onDone}
      />
    </label>
  );
}

const HEX = /^#[0-9a-f]{6}$/i;

/** A colour as it is written; set where it is one. */
function HexField({
  hex,
  readOnly,
  onSet,
}: {
  hex: string;
  readOnly: boolean;
  onSet: (hex: string) => void;
}) {
  const [text, setText] = useState<string | null>(null);
  const typed = text?.trim() ?? "";
  const set = (): void => {
    if (!HEX.test(typed)) return;
    onSet(typed.toLowerCase());
    setText(null);
  };
  return (
    <Field label="Value" problem={typed.length >= 7 && !HEX.test(typed) ? "written #rrggbb" : null}>
      <Input
        small
        className="font-mono"
        readOnly={readOnly}
        maxLength={7}
        value={text ?? hex}
        onChange={(e) => setText(e.target.value)}
        onBlur={() => {
          set();
          setText(null);
        }}
        onKeyDown={(e) => {
          if (e.key === "Enter") set();
        }}
      />
    </Field>
  );
}
