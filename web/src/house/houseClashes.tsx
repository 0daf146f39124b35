import { clsx } from "clsx";
import type { Clash } from "@mossy/core/words/clashes";

/** What clashes in a role, each with what it does. */
export function Clashes({ clashes }: { clashes: readonly Clash[] }) {
  if (clashes.length === 0) return null;
  return (
    <ul aria-label="Clashes" className="flex flex-col gap-1 text-sm">
      {clashes.map((c) => (
        <li
          key={`${c.sort} ${c.word} ${c.with.id}`}
          className={clsx(
            "rounded-sm px-2 py-1",
            c.sort === "position" ? "bg-tide-soft text-tide" : "bg-lantern-soft text-lantern",
          )}
        >
          {c.says}
        </li>
      ))}
    </ul>
  );
}
