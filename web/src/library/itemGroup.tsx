import { clsx } from "clsx";
import { inSize } from "@mossy/core/formats/bytes";
import type { LookedItem } from "@mossy/core/items/stay";
import { itemTime } from "@mossy/core/session/item";
import { plural } from "@mossy/core/session/plural";
import type { Stay } from "@mossy/core/sheet/clean";
import { useState } from "react";
import { Button } from "../ui/button.tsx";
import { Pill } from "../ui/pieces.tsx";

/** So many lines show at first: a session may have thousands. */
const FIRST = 60;

/** What stays where other items do: a track stays with what stays on it. */
export function withItems(stay: Stay, all: readonly LookedItem[], items: ReadonlySet<string>): Stay {
  const carries = all.filter((l) => items.has(l.key)).map((l) => l.track.id);
  return { ...stay, items, tracks: new Set([...stay.tracks, ...carries]) };
}

/** What lies on the tracks of a session that becomes a template: what stays, and what goes with the job. */
export function ItemGroup({
  items,
  sizes,
  stays,
  onKeep,
}: {
  items: readonly LookedItem[];
  sizes: ReadonlyMap<string, number>;
  stays: ReadonlySet<string>;
  onKeep: (items: ReadonlySet<string>) => void;
}) {
  const [all, setAll] = useState(false);
  if (items.length === 0) return null;
  const size = (list: readonly LookedItem[]): number =>
    list.reduce((sum, l) => sum + (sizes.get(l.key) ?? 0), 0);
  const kept = items.filter((l) => stays.has(l.key));
  const left = items.filter((l) => !stays.has(l.key));
  // What is proposed to stay stands first, and stays there whatever is ticked.
  const inOrder = [...items.filter((l) => l.stays), ...items.filter((l) => !l.stays)];
  const toggle = (key: string, on: boolean): void => {
    const next = new Set(stays);
    if (on) next.add(key);
    else next.delete(key);
    onKeep(next);
  };
  const said = (list: readonly LookedItem[]): string =>
    `${list.length}${size(list) === 0 ? "" : `, ${inSize(size(list))}`}`;
  return (
    <section aria-label="What lies on its tracks">
      <header className="sticky top-0 z-10 flex items-center gap-2 border-b border-line bg-surface px-4 py-2">
        <h2 className="font-semibold">What lies on its tracks</h2>
        <Pill look={left.length === 0 ? "ok" : "look"}>{plural(items.length, "item")}</Pill>
        <span className="flex-1 truncate text-sm text-ink-2">
          {kept.length === 0 ? "Nothing stays" : `Stays: ${said(kept)}`}
          {left.length > 0 && ` · goes with the job: ${said(left)}`}
        </span>
        <Button small onClick={() => onKeep(new Set(kept.length > 0 ? [] : items.map((l) => l.key)))}>
          {kept.length > 0 ? "Carry nothing" : "Carry all"}
        </Button>
      </header>
      <ul>
        {(all ? inOrder : inOrder.slice(0, FIRST)).map((l) => (
          <Line
            key={l.key}
            looked={l}
            size={sizes.get(l.key) ?? null}
            stays={stays.has(l.key)}
            onToggle={(on) => toggle(l.key, on)}
          />
        ))}
      </ul>
      {!all && inOrder.length > FIRST && (
        <p className="border-b border-line px-4 py-2">
          <Button small onClick={() => setAll(true)}>
            Show {inOrder.length - FIRST} more
          </Button>
        </p>
      )}
    </section>
  );
}

function Line({
  looked: { item: i, track, says },
  size,
  stays,
  onToggle,
}: {
  looked: LookedItem;
  size: number | null;
  stays: boolean;
  onToggle: (on: boolean) => void;
}) {
  return (
    <li className="border-b border-line px-4 py-1">
      <label className="flex items-center gap-2.5">
        <input type="checkbox" checked={stays} onChange={(e) => onToggle(e.target.checked)} />
        <span
          className={clsx("min-w-0 flex-1 truncate font-mono text-sm", !stays && "text-ink-2 line-through")}
        >
          {i.name === "" ? `(${i.holds.kind})` : i.name}
        </span>
        <span className="max-w-40 truncate text-sm text-ink-2 max-[760px]:hidden">on {track.name}</span>
        <span className="w-20 shrink-0 text-right font-mono text-xs text-ink-2">
          {itemTime(i.clock, i.length)}
        </span>
        <span className="w-16 shrink-0 text-right font-mono text-xs text-ink-2">
          {size === null ? "" : inSize(size)}
        </span>
        <span className="w-52 shrink-0 truncate text-right text-sm text-ink-2 max-[900px]:w-36">
          {says}
        </span>
      </label>
    </li>
  );
}
