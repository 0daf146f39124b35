import { inkOn } from "@mossy/core/colour/contrast";
import type { IconPath } from "@mossy/core/house/house";
import { useIcon } from "./icons.ts";

/** A track or role as it is seen everywhere: a rounded square in the house colour, its icon inside. */
export function Tile({
  colour,
  icon,
  size = 22,
  label,
}: {
  colour: string | null;
  icon: string | null;
  size?: number;
  label?: string;
}) {
  const fill = colour ?? "#8a8f88";
  const paths = useIcon(icon);
  return (
    <span
      role={label === undefined ? undefined : "img"}
      aria-label={label}
      className="inline-grid shrink-0 place-items-center"
      style={{ width: size, height: size, borderRadius: size * 0.28, background: fill }}
    >
      {paths !== null && <Drawing paths={paths} size={size * 0.66} ink={inkOn(fill)} />}
    </span>
  );
}

/** The lines and areas of an icon in one ink. */
export function Drawing({ paths, size, ink }: { paths: readonly IconPath[]; size: number; ink: string }) {
  return (
    <svg aria-hidden width={size} height={size} viewBox="0 0 24 24">
      {paths.map((p) =>
        p.stroke === null ? (
          <path key={p.d} d={p.d} fill={ink} fillRule={p.evenOdd ? "evenodd" : "nonzero"} />
        ) : (
          <path
            key={p.d}
            d={p.d}
            fill="none"
            stroke={ink}
            strokeWidth={p.stroke}
            strokeLinecap="round"
            strokeLinejoin="round"
          />
        ),
      )}
    </svg>
  );
}
