import { pairsOf } from "@mossy/core/colour/apart";
import { contrast, inkOn } from "@mossy/core/colour/contrast";
import type { Sight } from "@mossy/core/colour/vision";
import { usesOf } from "@mossy/core/house/edit";
import { useMemo, useState } from "react";
import { Choice, Pill, Select } from "../ui/pieces.tsx";
import { Tile } from "../ui/tile.tsx";
import { ColourEditor } from "./colourEditor.tsx";
import { ColourPlot } from "./colourPlot.tsx";
import { LimitedPanel } from "./limitedPanel.tsx";
import { PaletteFiles } from "./paletteFiles.tsx";
import { WhatChanges, useSample } from "./sample.tsx";
import { SpreadPanel } from "./spreadPanel.tsx";
import { useHouseWork } from "./work.ts";

type Side = "colour" | "spread" | "limited" | "files";
const TOUCHES = ["colour"] as const;
const SIGHT_NAMES = [
  ["full", "Full"],
  ["protan", "Protan"],
  ["deutan", "Deutan"],
  ["tritan", "Tritan"],
] as const;

/** The usual choices with the one in force among them. */
const among = (usual: readonly number[], now: number): number[] =>
  [...new Set([...usual, now])].sort((a, b) => a - b);

/** The palette: how well its colours are told apart by each kind of eye, and what to do about those that are not. */
export default function ColoursPage() {
  const { house, change } = useHouseWork();
  const { session, pick } = useSample();
  const [chosen, setChosen] = useState(house.palette[0]?.id ?? "");
  const [sight, setSight] = useState<Sight>("full");
  const [side, setSide] = useState<Side>("colour");
  const [locked, setLocked] = useState<ReadonlySet<string>>(new Set());
  const { palette, thresholds } = house;
  const pairs = useMemo(() => pairsOf(palette.map((c) => c.hex)), [palette]);
  const used = useMemo(() => new Map(palette.map((c) => [c.id, usesOf(house, c.id)])), [house, palette]);
  const close = pairs.filter((p) => p.least < thresholds.apart);
  const colour = palette.find((c) => c.id === chosen) ?? palette[0];
  const worst = pairs[0];
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
            onChoose={(id) => {
              setChosen(id);
              setSide("colour");
            }}
          />
        </section>
        <section aria-label="Palette" className="card flex min-h-0 flex-1 flex-col">
          <p className="flex items-center gap-2 border-b border-line px-3.5 py-2 text-sm">
            <Pill look={close.length > 0 ? "look" : "ok"}>
              {close.length === 0
                ? "none too close"
                : `${close.length} ${close.length === 1 ? "pair" : "pairs"} too close`}
            </Pill>
            {worst && (
              <span className="min-w-0 flex-1 truncate text-ink-2">
                closest: {palette[worst.a]?.name} and {palette[worst.b]?.name}, ΔE {worst.least.toFixed(1)}{" "}
                for the eye that sees them nearest
              </span>
            )}
            {change && (
              <span className="ml-auto flex shrink-0 items-center gap-1.5">
                too close under ΔE{" "}
                <Select
                  small
                  aria-label="Too close under, ΔE"
                  value={thresholds.apart}
                  onChange={(e) =>
                    change({ ...house, thresholds: { ...thresholds, apart: Number(e.target.value) } })
                  }
                >
                  {among([3, 5, 8, 10, 12, 15, 20], thresholds.apart).map((n) => (
                    <option key={n} value={n}>
                      {n}
                    </option>
                  ))}
                </Select>{" "}
                contrast{" "}
                <Select
                  small
                  aria-label="Contrast an icon needs"
                  value={thresholds.contrast}
                  onChange={(e) =>
                    change({ ...house, thresholds: { ...thresholds, contrast: Number(e.target.value) } })
                  }
                >
                  {among([3, 4.5, 7], thresholds.contrast).map((n) => (
                    <option key={n} value={n}>
                      {n} : 1
                    </option>
                  ))}
                </Select>
              </span>
            )}
          </p>
          <div
            className="min-h-0 flex-1 overflow-y-auto"
            tabIndex={0}
            role="region"
            aria-label="Colours of the palette"
          >
            <table className="w-full">
              <thead className="sticky top-0 bg-surface text-left text-xs text-ink-2">
                <tr>
                  {["Colour", "Value", "Icon on it", "Nearest, any eye", "Used by", "Keep"].map((h) => (
                    <th key={h} scope="col" className="border-b border-line px-3.5 py-1.5 font-semibold">
                      {h}
                    </th>
                  ))}
                </tr>
              </thead>
              <tbody>
                {palette.map((c, i) => {
                  const pair = pairs.find((p) => p.a === i || p.b === i);
                  const other = pair ? palette[pair.a === i ? pair.b : pair.a] : undefined;
                  const ratio = contrast(c.hex, inkOn(c.hex));
                  const uses = used.get(c.id);
                  return (
                    <tr
                      key={c.id}
                      aria-selected={c.id === colour?.id}
                      onClick={() => {
                        setChosen(c.id);
                        setSide("colour");
                      }}
                      className={`border-b border-line ${c.id === colour?.id ? "bg-moss-soft" : "hover:bg-bg"}`}
                    >
                      <td className="px-3.5 py-1">
                        <span className="flex items-center gap-2.5">
                          <Tile colour={c.hex} icon="pan" />
                          <button
                            type="button"
                            className="font-semibold"
                            onClick={(e) => {
                              e.stopPropagation();
                              setChosen(c.id);
                              setSide("colour");
                            }}
                          >
                            {c.name}
                          </button>
                        </span>
                      </td>
                      <td className="px-3.5 font-mono text-sm">{c.hex}</td>
                      <td className="px-3.5 font-mono text-sm">
                        {ratio.toFixed(1)}
                        {ratio < thresholds.contrast && (
                          <span className="ml-2">
                            <Pill look="look">hard to see</Pill>
                          </span>
                        )}
                      </td>
                      <td className="px-3.5 text-sm">
                        {pair && other && (
                          <span className="flex items-center gap-2">
                            <span className="font-mono">{pair.least.toFixed(1)}</span>
                            {pair.least < thresholds.apart ? (
                              <Pill look="look">{other.name}</Pill>
                            ) : (
                              <span className="text-ink-2">{other.name}</span>
                            )}
                          </span>
                        )}
                      </td>
                      <td
                        className="max-w-44 truncate px-3.5 text-sm text-ink-2"
                        title={uses?.families.join(", ")}
                      >
                        {[
                          ...(uses?.families ?? []),
                          ...(uses && uses.roles > 0
                            ? [`${uses.roles} ${uses.roles === 1 ? "role" : "roles"}`]
                            : []),
                        ].join(", ") || "nothing"}
                      </td>
                      <td className="px-3.5">
                        <input
                          type="checkbox"
                          aria-label={`Keep ${c.name} as it is when spreading`}
                          checked={locked.has(c.id)}
                          onClick={(e) => e.stopPropagation()}
                          onChange={(e) => {
                            const next = new Set(locked);
                            if (e.target.checked) next.add(c.id);
                            else next.delete(c.id);
                            setLocked(next);
                          }}
                        />
                      </td>
                    </tr>
                  );
                })}
              </tbody>
            </table>
          </div>
        </section>
      </div>
      <aside aria-label="Selected" className="flex min-h-0 flex-col gap-3 overflow-y-auto">
        <Choice
          label="What to do"
          value={side}
          choices={[
            ["colour", "Colour"],
            ["spread", "Spread"],
            ["limited", "Limited"],
            ["files", "Files"],
          ]}
          onChoose={setSide}
        />
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
