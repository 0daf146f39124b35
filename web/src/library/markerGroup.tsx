import { clsx } from "clsx";
import type { LookedMarker } from "@mossy/core/items/stay";
import { itemTime } from "@mossy/core/session/item";
import { plural } from "@mossy/core/session/plural";
import { Button } from "../ui/button.tsx";
import { LongList } from "../ui/longList.tsx";
import { Pill } from "../ui/pieces.tsx";

/** The markers of a session that becomes a template: what stays, and what goes with the job. */
export function MarkerGroup({
  markers,
  stays,
  onKeep,
}: {
  markers: readonly LookedMarker[];
  stays: ReadonlySet<string>;
  onKeep: (markers: ReadonlySet<string>) => void;
}) {
  if (markers.length === 0) return null;
  const kept = markers.filter((m) => stays.has(m.marker.id)).length;
  // What is proposed to stay stands first, and stays there whatever is ticked.
  const inOrder = [...markers.filter((m) => m.stays), ...markers.filter((m) => !m.stays)];
  const toggle = (id: string, on: boolean): void => {
    const next = new Set(stays);
    if (on) next.add(id);
    else next.delete(id);
    onKeep(next);
  };
  return (
    <section aria-label="Its markers">
      <header className="sticky top-0 z-10 flex items-center gap-2 border-b border-line bg-surface px-4 py-2">
        <h2 className="font-semibold">Its markers</h2>
        <Pill look={kept === markers.length ? "ok" : "look"}>{plural(markers.length, "marker")}</Pill>
        <span className="flex-1 truncate text-sm text-ink-2">
          {kept === 0 ? "None stays" : `Stay: ${kept}`}
          {kept < markers.length && ` · go with the job: ${markers.length - kept}`}
        </span>
        <Button small onClick={() => onKeep(new Set(kept > 0 ? [] : markers.map((m) => m.marker.id)))}>
          {kept > 0 ? "No marker" : "All markers"}
        </Button>
      </header>
      <LongList
        items={inOrder}
        keyOf={(m) => m.marker.id}
        height={33}
        itemClass="border-b border-line px-4 py-1"
      >
        {({ marker: m, says }) => (
          <label className="flex items-center gap-2.5">
            <input
              type="checkbox"
              checked={stays.has(m.id)}
              onChange={(e) => toggle(m.id, e.target.checked)}
            />
            <span
              className={clsx(
                "min-w-0 flex-1 truncate font-mono text-sm",
                !stays.has(m.id) && "text-ink-2 line-through",
              )}
            >
              {m.name === "" ? "(no name)" : m.name}
            </span>
            <span className="w-24 shrink-0 text-right font-mono text-xs text-ink-2">
              {itemTime(m.clock, m.at)}
            </span>
            <span className="w-52 shrink-0 truncate text-right text-sm text-ink-2 max-[900px]:w-36">
              {says}
            </span>
          </label>
        )}
      </LongList>
    </section>
  );
}
