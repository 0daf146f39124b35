import type { LayoutCard, LayoutVersion } from "@mossy/contract/layouts";
import { KIND_SAYS } from "@mossy/core/devices/layouts";
import type { LayoutKind } from "@mossy/core/devices/layouts";
import { plural } from "@mossy/core/session/plural";
import { Keyboard, PanelsTopLeft, SlidersVertical } from "lucide-react";
import { Pill } from "../ui/pieces.tsx";
import type { PillLook } from "../ui/pieces.tsx";
import { fileAddress } from "../wire/ask.ts";

/** "Key map". */
export const kindInWords = (kind: LayoutKind): string =>
  KIND_SAYS[kind].replace(/^./, (first) => first.toUpperCase());

const ICONS = { windows: PanelsTopLeft, keys: Keyboard, controller: SlidersVertical } as const;

/** How it looks, as whoever gave it showed it; else what kind it is. */
export function LayoutPicture({
  of: { id, name, kind },
  version,
  large = false,
}: {
  of: Pick<LayoutCard, "id" | "name" | "kind">;
  version: Pick<LayoutVersion, "version" | "hasPicture">;
  large?: boolean;
}) {
  const Icon = ICONS[kind];
  const size = large ? "max-h-80 w-full" : "h-14 w-24";
  if (version.hasPicture)
    return (
      <img
        src={fileAddress("layoutPicture", { layout: id, version: version.version })}
        alt={`${name}, version ${version.version}`}
        loading="lazy"
        className={`${size} shrink-0 rounded-sm border border-line bg-sunk object-contain`}
      />
    );
  if (large) return null;
  return (
    <span className={`${size} grid shrink-0 place-items-center rounded-sm bg-sunk text-ink-3`}>
      <Icon size={20} aria-hidden />
    </span>
  );
}

type AtStation = LayoutCard["stations"][number];
/** How a station stands to it. */
export function standAt(s: AtStation, latest: number): { look: PillLook; says: string } {
  if (!s.wants) return { look: "quiet", says: `has version ${s.has}, not for it any more` };
  if (!s.told) return { look: "quiet", says: "never said what it has" };
  if (s.has === null) return { look: "look", says: "does not have it" };
  return s.has < latest
    ? { look: "look", says: `has version ${s.has}` }
    : { look: "ok", says: `has version ${s.has}` };
}

/** On how many of the stations that should have it the latest version is. */
export function StationsInShort({ of }: { of: LayoutCard }) {
  const wants = of.stations.filter((s) => s.wants);
  if (of.gone || wants.length === 0) return null;
  if (!wants.some((s) => s.told)) return <Pill>{plural(wants.length, "station")}, not heard of yet</Pill>;
  const right = wants.filter((s) => s.has !== null && s.has >= of.latest.version).length;
  return right === wants.length ? (
    <Pill look="ok">on {plural(right, "station")}</Pill>
  ) : (
    <Pill look="look">
      on {right} of {plural(wants.length, "station")}
    </Pill>
  );
}
