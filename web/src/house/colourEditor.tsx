import { contrast, inkOn } from "@mossy/core/colour/contrast";
import { hexFromOklch, mostChroma, oklch } from "@mossy/core/colour/oklch";
import type { Oklch } from "@mossy/core/colour/oklch";
import { usesOf, withColour } from "@mossy/core/house/edit";
import type { House, PaletteColour } from "@mossy/core/house/house";
import { useState } from "react";
import { Field, Input, Pill } from "../ui/pieces.tsx";
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
  const [text, setText] = useState<string | null>(null);
  const named = useTyped((typed) => {
    const name = typed.trim();
    if (name !== "" && name !== colour.name) onChange?.(withColour(house, colour.id, { name }));
    return true;
  });
  const hex = draft ?? colour.hex;
  const at = oklch(hex);
  const uses = usesOf(house, colour.id);
  const done = (next: string | null): void => {
    if (next !== null && next !== colour.hex) onChange?.(withColour(house, colour.id, { hex: next }));
    setDraft(null);
  };
  const slide = (
    label: string,
    value: number,
    most: number,
    step: number,
    to: (v: number) => Oklch,
    words: string,
  ) => (
    <label className="block">
      <span className="flex justify-between text-xs font-semibold text-ink-2">
        <span>{label}</span>
        <span className="font-mono">{words}</span>
      </span>
      <input
        type="range"
        disabled={!onChange}
        min={0}
        max={most}
        step={step}
        value={Math.min(most, value)}
        className="w-full accent-[var(--moss)]"
        onChange={(e) => setDraft(hexFromOklch(to(Number(e.target.value))))}
        onPointerUp={() => done(draft)}
        onKeyUp={() => done(draft)}
        onBlur={() => done(draft)}
      />
    </label>
  );
  const edge = mostChroma(at.l, at.h);
  const ratio = contrast(hex, inkOn(hex));
  const setHex = (): void => {
    const wanted = text?.trim().toLowerCase() ?? "";
    if (/^#[0-9a-f]{6}$/.test(wanted)) {
      done(wanted);
      setText(null);
    }
  };
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
        <Field
          label="Value"
          problem={
            text !== null && !/^#[0-9a-f]{6}$/i.test(text.trim()) && text.length >= 7
              ? "written #rrggbb"
              : null
          }
        >
          <Input
            small
            className="font-mono"
            readOnly={!onChange}
            maxLength={7}
            value={text ?? hex}
            onChange={(e) => setText(e.target.value)}
            onBlur={() => {
              setHex();
              setText(null);
            }}
            onKeyDown={(e) => {
              if (e.key === "Enter") setHex();
            }}
          />
        </Field>
      </div>
      {slide("Lightness", at.l, 1, 0.005, (l) => ({ ...at, l }), `${Math.round(at.l * 100)} %`)}
      {slide(
        "Strength",
        at.c,
        edge,
        0.002,
        (c) => ({ ...at, c }),
        `${at.c.toFixed(3)} of ${edge.toFixed(3)}`,
      )}
      {slide("Hue", at.h, 360, 1, (h) => ({ ...at, h }), `${Math.round(at.h)}°`)}
      <p className="flex items-center justify-between text-sm">
        <span>Icon on it</span>
        <span className="flex items-center gap-2 font-mono">
          {ratio.toFixed(1)} : 1{" "}
          <Pill look={ratio >= house.thresholds.contrast ? "ok" : "look"}>
            {inkOn(hex) === "#ffffff" ? "light ink" : "dark ink"}
          </Pill>
        </span>
      </p>
      <p className="text-sm text-ink-2">
        {uses.families.length + uses.roles === 0
          ? "Nothing uses it."
          : `Used by ${[...uses.families, ...(uses.roles > 0 ? [`${uses.roles} ${uses.roles === 1 ? "role" : "roles"}`] : [])].join(", ")}.`}
      </p>
    </section>
  );
}
