import { clsx } from "clsx";
import type { TrackId } from "@mossy/core/session/document";
import { plural } from "@mossy/core/session/plural";
import { Link } from "react-router";
import { isBehind } from "./useHeld.ts";
import type { Held } from "./useHeld.ts";

/** The block a chosen track came from, and the way to all that can be done with it. */
export function HeldCard({ held, track, to }: { held: Held; track: TrackId; to: string }) {
  const { block, own, latest } = held;
  const here = own?.filter((c) => "id" in c && c.id === track).length ?? 0;
  return (
    <section
      aria-label="Its block"
      className={clsx(
        "card mb-4 border-l-4 p-3 text-sm",
        isBehind(held) ? "border-l-glow" : "border-l-tide",
      )}
    >
      <p>
        Of the block{" "}
        <Link to={to} className="font-semibold text-moss hover:underline">
          {block.name}
        </Link>
        , release {block.release}
        {isBehind(held) ? `; release ${latest} is out` : ""}.{" "}
        <span className="text-ink-2">
          {here > 0 ? `Changed here in ${plural(here, "way")}.` : own ? "Just as the block has it." : ""}
        </span>
      </p>
    </section>
  );
}
