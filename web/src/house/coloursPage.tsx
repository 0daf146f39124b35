import { pairsOf } from "@mossy/core/colour/apart";
import type { Sight } from "@mossy/core/colour/vision";
import { useMemo, useState } from "react";
import { Pill } from "../ui/pieces.tsx";
import { Choice } from "../ui/sideBySide.tsx";
import { Select } from "../ui/select.tsx";
import { ColourEditor } from "./colourEditor.tsx";
import type { House } from "@mossy/core/house/house";
import type { Pair } from "@mossy/core/colour/apart";
import { plural } from "@mossy/core/session/plural";
import { Bar } from "../ui/listPage.tsx";
import { ColourTable } from "./colourTable.tsx";
import { ColourPlot } from "./colourPlot.tsx";
import { LimitedPanel } from "./limitedPanel.tsx";
import { PaletteFiles } from "./paletteFiles.tsx";
import { WhatChanges, useSample } from "./sample.tsx";
import { SpreadPanel } from "./spreadPanel.tsx";
import { useHouseWork } from "./work.ts";

type Side = (typeof SIDES)[number][0];
const TOUCHES = ["colour"] as const;
const SIDES = [
  ["colour", "Colour"],
  ["spread", "Spread"],
  ["limited", "Limited"],
  ["files", "Files"],
] as const;
const SIGHT_NAMES = [
  ["full", "Full"],
  ["protan", "Protan"],
  ["deutan", "Deutan"],
  ["tritan", "Tritan"],
] as const;

/**
 * The palette: how well its colours are told apart by each kind of eye, and what to do about those that are
 * not.
 */
export default function ColoursPage() {
  const { house, change } = useHouseWork();
  const { session, pick } = useSample();
  const [chosen, setChosen] = useState(house.palette[0]?.id ?? "");
  const [sight, setSight] = useState<Sight>("full");
  const [side, setSide] = useState<Side>("colour");
  const [locked, setLocked] = useState<ReadonlySet<string>>(new Set());
  const { palette, thresholds } = house;
  const pairs = useMemo(() => pairsOf(palette.map((c) => c.hex)), [palette]);
  const colour = palette.find((c) => c.id === chosen) ?? palette[0];
  const open = (id: string): void => {
    setChosen(id);
    setSide("colour");
  };
  return (
    <div className="beside h-full min-h-0 [--beside:300px]">
      <div className="flex min-h-0 flex-col gap-4">
        <section aria-label="As eyes tell them apart" className="card shrink-0 p-3.5">
          <div className="flex items-center justify-between gap-3 pb-2">
            <div>
              <h2 className="font-semibold">As eyes tell them apart</h2>
              <p className="text-sm text-ink-2">
                Lightness up, hue across. A tie marks two that are closer than ΔE {thresholds.apart} for
                this eye.
              </p>
            </div>
            <div className="min-[1024px]:shrink-0">
              <Choice label="Kind of eye" value={sight} choices={SIGHT_NAMES} onChoose={setSight} />
            </div>
          </div>
          <ColourPlot
            palette={palette}
            pairs={pairs}
            sight={sight}
            apart={thresholds.apart}
            chosen={colour?.id ?? ""}
            onChoose={open}
          />
        </section>
        <section aria-label="Palette" className="card flex min-h-0 flex-1 flex-col">
          <PaletteBar house={house} pairs={pairs} onChange={change} />
          <ColourTable
            house={house}
            pairs={pairs}
            chosen={colour?.id ?? null}
            locked={locked}
            onOpen={open}
            onLock={setLocked}
          />
        </section>
      </div>
      <aside aria-label="Selected" className="flex min-h-0 flex-col gap-3 overflow-y-auto">
        <Choice label="What to do" value={side} choices={SIDES} onChoose={setSide} />
        {side === "colour" && colour && (
          <ColourEditor key={colour.id} house={house} colour={colour} onChange={change} />
        )}
        {side === "colour" && <WhatChanges session={session} pick={pick} of={TOUCHES} />}
        {side === "spread" && <SpreadPanel house={house} locked={locked} onChange={change} />}
        {side === "limited" && <LimitedPanel house={house} />}
        {side === "files" && <PaletteFiles house={house} onChange={change} />}
      </aside>
    </div>
  );
}

/** How well the palette is told apart in one line, and from where on that counts as too close. */
function PaletteBar({
  house,
  pairs,
  onChange,
}: {
  house: House;
  pairs: readonly Pair[];
  onChange: ((next: House) => void) | null;
}) {
  const { palette, thresholds } = house;
  const close = pairs.filter((p) => p.least < thresholds.apart).length;
  const [worst] = pairs;
  const set = (fields: Partial<House["thresholds"]>): void =>
    onChange?.({ ...house, thresholds: { ...thresholds, ...fields } });
  return (
    <Bar className="text-sm">
      <Pill look={close > 0 ? "look" : "ok"}>
        {close === 0 ? "none too close" : `${plural(close, "pair")} too close`}
      </Pill>
      {worst && (
        <span className="min-w-0 flex-1 truncate text-ink-2">
          closest: {palette[worst.a]?.name} and {palette[worst.b]?.name}, ΔE {worst.least.toFixed(1)} for
          the eye that sees them nearest
        </span>
      )}
      {onChange && (
        <span className="ml-auto flex shrink-0 items-center gap-1.5">
          too close under ΔE{" "}
          <Threshold
            label="Too close under, ΔE"
            value={thresholds.apart}
            usual={[3, 5, 8, 10, 12, 15, 20]}
            onSet={(apart) => set({ apart })}
          />{" "}
          contrast{" "}
          <Threshold
            label="Contrast an icon needs"
            value={thresholds.contrast}
            usual={[3, 4.5, 7]}
            unit=" : 1"
            onSet={(contrast) => set({ contrast })}
          />
        </span>
      )}
    </Bar>
  );
}

/** A threshold out of the usual ones, with the one in force among them. */
function Threshold({
  label,
  value,
  usual,
  unit = "",
  onSet,
}: {
  label: string;
  value: number;
  usual: readonly number[];
  unit?: string;
  onSet: (value: number) => void;
}) {
  const among = [...new Set([...usual, value])].sort((a, b) => a - b);
  return (
    <Select small aria-label={label} value={value} onChange={(e) => onSet(Number(e.target.value))}>
      {among.map((n) => (
        <option key={n} value={n}>
          {n}
          {unit}
        </option>
      ))}
    </Select>
  );
}
