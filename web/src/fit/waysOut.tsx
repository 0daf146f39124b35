import { alsoLeftOut } from "@mossy/core/fit/choices";
import type { WayOut } from "@mossy/core/fit/wayOut";
import { useState } from "react";
import { Button } from "../ui/button.tsx";
import type { Fitting } from "./useFitting.ts";

/** So many are shown unasked: those that are worth most. */
const FEW = 4;
const DO = {
  "set-up": "Wire it so",
  without: "Do without",
  "as-pair": "One pair",
  "without-48": "Do that",
} as const;

/** What would help where not everything has an input, each with its price. */
export function WaysOut({ fitting }: { fitting: Fitting }) {
  const { ways, begun, change, choose } = fitting;
  const [all, setAll] = useState(false);
  if (ways.isPending) return <p className="text-sm text-ink-2">Looking for ways out…</p>;
  const list = ways.data?.ways ?? [];
  const shown = all ? list : list.slice(0, FEW);
  const take = (way: WayOut): void => {
    const { without48 } = begun.choices;
    const also = (was: readonly string[], more: readonly string[]): string[] => [
      ...new Set([...was, ...more]),
    ];
    if (way.sort === "set-up") change({ setUp: way.setUp });
    else if (way.sort === "without") {
      const left = alsoLeftOut(begun.choices, way.leaveOut);
      choose({ ...left, keep: also(left.keep, way.keep) });
    } else if (way.sort === "as-pair")
      choose({ asPair: [...begun.choices.asPair, { tracks: [...way.tracks] }] });
    else choose({ without48: also(without48, way.tracks) });
  };
  if (list.length === 0)
    return <p className="text-sm text-ink-2">Only leaving something out makes room here.</p>;
  return (
    <ul aria-label="Ways out" className="flex flex-col text-sm">
      {shown.map((way) => (
        <li key={way.says} className="flex items-center gap-3 border-t border-line py-1.5">
          <span className="flex-1">{way.says}</span>
          <Button small onClick={() => take(way)}>
            {DO[way.sort]}
          </Button>
        </li>
      ))}
      {list.length > shown.length && (
        <li className="border-t border-line pt-1.5">
          <Button small look="quiet" onClick={() => setAll(true)}>
            {list.length - shown.length} more
          </Button>
        </li>
      )}
    </ul>
  );
}
