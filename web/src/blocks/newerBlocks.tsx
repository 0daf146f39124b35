import { Link } from "react-router";
import { isBehind } from "./useHeld.ts";
import type { Held } from "./useHeld.ts";

/** Blocks of which a newer release is out, among what is to look at. */
export function NewerBlocks({ held, to }: { held: readonly Held[]; to: string }) {
  return held.filter(isBehind).map(({ block, latest }) => (
    <div key={block.id} className="rounded-md bg-lantern-soft p-2.5">
      <p className="flex items-start gap-2 text-sm font-semibold text-lantern">
        <span className="flex-1">Newer release of a block</span>
        <Link to={to} className="rounded-sm px-1 text-ink underline underline-offset-2">
          Look
        </Link>
      </p>
      <p className="mt-0.5 text-sm">
        {block.name} stands on release {block.release}; release {latest} is out. What was changed here stays
        when it is brought forward.
      </p>
    </div>
  ));
}
