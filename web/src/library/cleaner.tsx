import { clsx } from "clsx";
import { inSize } from "@mossy/core/formats/bytes";
import type { Cargo } from "@mossy/core/formats/foreignSession";
import type { LookedItem, LookedMarker } from "@mossy/core/items/stay";
import type { TrackId } from "@mossy/core/session/document";
import type { ForeignSort, ForeignTrack, Stay } from "@mossy/core/sheet/clean";
import { useMemo } from "react";
import { Button } from "../ui/button.tsx";
import { Pill } from "../ui/pieces.tsx";
import { ItemGroup, withItems } from "./itemGroup.tsx";
import { MarkerGroup } from "./markerGroup.tsx";
import { Tile } from "../ui/tile.tsx";

const GROUPS: readonly (readonly [ForeignSort, string, string])[] = [
  ["role", "Read as roles", "They stay."],
  ["job", "Names of the job", "Nobody can tell a role from them. Keep the ones this template needs."],
  ["unfed", "Nobody feeds them", "Buses, returns and cue mixes without a source."],
  ["empty-folder", "Empty folders", "They hold nothing."],
];

const PARTS: readonly (readonly [Exclude<keyof Stay, "tracks" | "items" | "markers">, string])[] = [
  ["processors", "processors, their values"],
  ["sends", "sends"],
  ["levels", "levels, places, widths"],
  ["inputs", "inputs"],
  ["notes", "notes"],
  ["settings", "tempo, rate, main path"],
  ["along", "tempo moves, meters, keys, sections, picture"],
  ["marks", "what is armed, a job's own, kept as it is"],
  ["dress", "names, colours and order by the house"],
];

/** What is cleaned: its tracks with what the house makes of each, and what it carries besides. */
export interface Uncleaned {
  readonly looked: readonly ForeignTrack[];
  /** What lies on its tracks, and how large the files of that are, by the keys of the items. */
  readonly items: readonly LookedItem[];
  readonly sizes: ReadonlyMap<string, number>;
  readonly markers: readonly LookedMarker[];
  readonly carried: readonly Cargo[];
  readonly notices: readonly string[];
  /** What is said where it carries nothing besides. */
  readonly nothing: string;
}

/** What stays of a session a template is begun from: track by track, and which parts of them. */
export function Cleaner({
  source,
  of,
  stay,
  onStay,
}: {
  source: Uncleaned;
  /** "the file" */
  of: string;
  stay: Stay;
  onStay: (next: Stay) => void;
}) {
  const groups = useMemo(
    () => new Map(GROUPS.map(([s]) => [s, source.looked.filter((l) => l.standing === s)])),
    [source],
  );
  return (
    <div className="beside min-h-0 flex-1 [--beside:276px]">
      <section aria-label={`Tracks of ${of}`} tabIndex={0} className="card min-h-0 overflow-y-auto">
        <ItemGroup
          items={source.items}
          sizes={source.sizes}
          stays={stay.items}
          onKeep={(items) => onStay(withItems(stay, source.items, items))}
        />
        <MarkerGroup
          markers={source.markers}
          stays={stay.markers}
          onKeep={(markers) => onStay({ ...stay, markers })}
        />
        {GROUPS.map(([standing, title, says]) => (
          <TrackGroup
            key={standing}
            standing={standing}
            title={title}
            says={says}
            list={groups.get(standing) ?? []}
            stays={stay.tracks}
            onKeep={(tracks) => onStay({ ...stay, tracks })}
          />
        ))}
      </section>
      <aside className="flex min-h-0 flex-col gap-4 overflow-y-auto">
        <LeftBehind source={source} />
        <KeptParts stay={stay} onChange={onStay} />
      </aside>
    </div>
  );
}

function TrackGroup({
  standing,
  title,
  says,
  list,
  stays,
  onKeep,
}: {
  standing: ForeignSort;
  title: string;
  says: string;
  list: readonly ForeignTrack[];
  stays: ReadonlySet<TrackId>;
  onKeep: (tracks: Set<TrackId>) => void;
}) {
  if (list.length === 0) return null;
  const ids = list.map((l) => l.track.id);
  const all = ids.every((id) => stays.has(id) || standing === "role");
  const keep = (which: readonly TrackId[], on: boolean): void => {
    const next = new Set(stays);
    for (const id of which)
      if (on) next.add(id);
      else next.delete(id);
    onKeep(next);
  };
  return (
    <section aria-label={title}>
      <header
        className={clsx(
          "sticky top-0 z-10 flex items-center gap-2 border-b border-line bg-surface px-4 py-2",
        )}
      >
        <h2 className="font-semibold">{title}</h2>
        <Pill look={standing === "role" ? "ok" : "look"}>{list.length}</Pill>
        <span className="flex-1 truncate text-sm text-ink-2">{says}</span>
        <Button small onClick={() => keep(ids, !(all && standing !== "role"))}>
          {all && standing !== "role" ? "Keep none" : "Keep all"}
        </Button>
      </header>
      <ul>
        {list.map((l) => (
          <Line
            key={l.track.id}
            looked={l}
            stays={stays.has(l.track.id)}
            onToggle={(id, on) => keep([id], on)}
          />
        ))}
      </ul>
    </section>
  );
}

function Line({
  looked: { track: t, says, standing },
  stays,
  onToggle,
}: {
  looked: ForeignTrack;
  stays: boolean;
  onToggle: (id: TrackId, on: boolean) => void;
}) {
  const folder = t.kind === "folder" && standing === "role";
  return (
    <li className="border-b border-line px-4 py-1">
      <label className="flex items-center gap-2.5">
        <input
          type="checkbox"
          checked={folder || stays}
          disabled={folder}
          onChange={(e) => onToggle(t.id, e.target.checked)}
        />
        <Tile colour={t.colour} icon={t.icon} size={20} />
        <span
          className={clsx(
            "min-w-0 flex-1 truncate font-mono text-sm",
            folder || stays ? "" : "text-ink-2 line-through",
          )}
        >
          {t.name === "" ? "(no name)" : t.name}
        </span>
        <span className="text-sm text-ink-2">{folder ? "stays with what it holds" : says}</span>
      </label>
    </li>
  );
}

/** What it carries that belongs to its job. */
function LeftBehind({ source }: { source: Uncleaned }) {
  return (
    <section className="card p-3.5" aria-label="Left behind">
      <h2 className="pb-1 font-semibold">Left behind</h2>
      {source.carried.length === 0 ? (
        <p className="text-sm text-ink-2">{source.nothing}</p>
      ) : (
        <>
          <p className="pb-1 text-sm text-ink-2">It belongs to the job, and stays where it is.</p>
          <ul>
            {source.carried.map((c) => (
              <li key={c.what} className="flex justify-between border-t border-line py-1 text-sm">
                <span>{c.what}</span>
                <span className="font-mono">
                  {c.many}
                  {c.bytes === null ? "" : ` · ${inSize(c.bytes)}`}
                </span>
              </li>
            ))}
          </ul>
        </>
      )}
      {source.notices.map((r) => (
        <p key={r} className="border-t border-line py-1 text-xs text-ink-2">
          {r}
        </p>
      ))}
    </section>
  );
}

function KeptParts({ stay, onChange }: { stay: Stay; onChange: (next: Stay) => void }) {
  return (
    <fieldset className="card flex flex-col gap-1.5 p-3.5">
      <legend className="contents">
        <span className="font-semibold">Of what stays, keep</span>
      </legend>
      {PARTS.map(([part, says]) => (
        <label key={part} className="flex items-center gap-2 text-sm">
          <input
            type="checkbox"
            checked={stay[part]}
            onChange={(e) => onChange({ ...stay, [part]: e.target.checked })}
          />{" "}
          {says}
        </label>
      ))}
    </fieldset>
  );
}
