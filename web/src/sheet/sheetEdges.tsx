import type { Drop } from "./dropAt.ts";
import { INDENT } from "./sheetRow.tsx";

/** Where what is dragged would land: an edge between rows, or a folder's row around which it is drawn. */
export function DropLine({ drop, height }: { drop: Drop; height: number }) {
  const shape = drop.into ? "rounded-sm border-2 border-glow" : "border-t-[3px] border-glow";
  return (
    <div
      aria-hidden
      className={`pointer-events-none absolute z-20 w-full ${shape} ${drop.to ? "" : "opacity-40"}`}
      style={{
        top: drop.row * height - (drop.into ? 0 : 2),
        height: drop.into ? height : 3,
        left: drop.depth * INDENT,
      }}
    />
  );
}
