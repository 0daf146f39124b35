import { contrast, inkOn } from "@mossy/core/colour/contrast";
import { usesOf } from "@mossy/core/house/edit";
import { useMemo } from "react";
import { Pill } from "../ui/pieces.tsx";
import { usersInWords } from "./colourUses.ts";
import { Tile } from "../ui/tile.tsx";
import type { House, PaletteColour } from "@mossy/core/house/house";
import type { Pair } from "@mossy/core/colour/apart";
import { ABOVE_LINE, OpenButton, Table, openLine } from "../ui/listPage.tsx";

const COLUMNS = [
  ["Colour", "w-[21%] px-3.5"],
  ["Value", "w-[13%] px-3.5"],
  ["Icon on it", "w-[17%] px-3.5"],
  ["Nearest, any eye", "w-[23%] px-3.5"],
  ["Used by", "px-3.5"],
  ["Keep", "w-[64px] px-3.5"],
] as const;

/**
 * The colours of the palette: how an icon reads on each, which other is nearest, what uses it, and whether
 * spreading leaves it alone.
 */
export function ColourTable({
  house,
  pairs,
  chosen,
  locked,
  onOpen,
  onLock,
}: {
  house: House;
  pairs: readonly Pair[];
  chosen: string | null;
  locked: ReadonlySet<string>;
  onOpen: (id: string) => void;
  onLock: (locked: ReadonlySet<string>) => void;
}) {
  const { palette } = house;
  const lock = (id: string, on: boolean): void => {
    const next = new Set(locked);
    if (on) next.add(id);
    else next.delete(id);
    onLock(next);
  };
  return (
    <div
      className="min-h-0 flex-1 overflow-y-auto"
      tabIndex={0}
      role="region"
      aria-label="Colours of the palette"
    >
      <Table head={COLUMNS}>
        {palette.map((c, i) => {
          const pair = pairs.find((p) => p.a === i || p.b === i);
          return (
            <ColourLine
              key={c.id}
              house={house}
              colour={c}
              nearest={pair ? { pair, other: palette[pair.a === i ? pair.b : pair.a] } : null}
              here={c.id === chosen}
              locked={locked.has(c.id)}
              onOpen={() => onOpen(c.id)}
              onLock={(on) => lock(c.id, on)}
            />
          );
        })}
      </Table>
    </div>
  );
}

function ColourLine({
  house,
  colour: c,
  nearest,
  here,
  locked,
  onOpen,
  onLock,
}: {
  house: House;
  colour: PaletteColour;
  nearest: { pair: Pair; other: PaletteColour | undefined } | null;
  here: boolean;
  locked: boolean;
  onOpen: () => void;
  onLock: (on: boolean) => void;
}) {
  const { pair, other } = nearest ?? { pair: undefined, other: undefined };
  const ratio = contrast(c.hex, inkOn(c.hex));
  const uses = useMemo(() => usesOf(house, c.id), [house, c.id]);
  const usedBy = usersInWords(uses);
  return (
    <tr className={openLine(here)}>
      <td className="px-3.5 py-1">
        <span className="flex items-center gap-2.5">
          <Tile colour={c.hex} icon="pan" />
          <OpenButton here={here} onOpen={onOpen}>
            {c.name}
          </OpenButton>
        </span>
      </td>
      <td className="px-3.5 font-mono text-sm">{c.hex}</td>
      <td className="px-3.5 font-mono text-sm">
        {ratio.toFixed(1)}
        {ratio < house.thresholds.contrast && (
          <span className="ml-2">
            <Pill look="look">hard to see</Pill>
          </span>
        )}
      </td>
      <td className="px-3.5 text-sm">
        {pair && other && (
          <span className="flex items-center gap-2">
            <span className="font-mono">{pair.least.toFixed(1)}</span>
            {pair.least < house.thresholds.apart ? (
              <Pill look="look">{other.name}</Pill>
            ) : (
              <span className="text-ink-2">{other.name}</span>
            )}
          </span>
        )}
      </td>
      <td className="max-w-44 truncate px-3.5 text-sm text-ink-2" title={usedBy}>
        {usedBy || "nothing"}
      </td>
      <td className="px-3.5">
        <input
          type="checkbox"
          className={ABOVE_LINE}
          aria-label={`Keep ${c.name} as it is when spreading`}
          checked={locked}
          onChange={(e) => onLock(e.target.checked)}
        />
      </td>
    </tr>
  );
}
