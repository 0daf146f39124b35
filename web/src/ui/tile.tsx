import { inkOn } from "@mossy/core/colour/contrast";
import { ICONS } from "./icons.ts";

/** A track or role as it is seen everywhere: a rounded square in the house colour, its icon inside. */
export function Tile({ colour, icon, size = 22, label }: { colour: string | null; icon: string | null; size?: number; label?: string }) {
  const fill = colour ?? "#8a8f88";
  return (
    <span role={label === undefined ? undefined : "img"} aria-label={label} className="inline-grid shrink-0 place-items-center" style={{ width: size, height: size, borderRadius: size * 0.28, background: fill }}>
      {icon !== null && <svg aria-hidden width={size * 0.66} height={size * 0.66} viewBox="0 0 24 24"><path d={ICONS[icon] ?? ICONS["music"]} fill={inkOn(fill)} fillRule="evenodd" /></svg>}
    </span>
  );
}
