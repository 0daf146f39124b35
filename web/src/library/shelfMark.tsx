import type { Shelf } from "@mossy/contract/library";
import { Drawing } from "../ui/tile.tsx";
import { useIcon } from "../ui/icons.ts";

/** The head of a shelf: its icon, what it is called and what it is for. */
export function ShelfMark({ shelf }: { shelf: Shelf }) {
  const paths = useIcon(shelf.icon);
  return (
    <h2 id={`shelf-${shelf.name}`} className="flex items-baseline gap-2 text-sm font-semibold text-ink-2">
      {paths && (
        <span className="self-center">
          <Drawing paths={paths} size={15} ink="currentColor" />
        </span>
      )}
      {shelf.name}
      {shelf.says !== "" && <span className="truncate font-normal">{shelf.says}</span>}
    </h2>
  );
}
