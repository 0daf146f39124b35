import { patchIn } from "@mossy/core/instruments/machines/always";
import type { Sampled } from "@mossy/core/instruments/machines/always";
import type { MachineUse, Seating, TrackSeat } from "@mossy/core/instruments/machines/seating";
import { heldInWords } from "@mossy/core/instruments/machines/words";
import { byId } from "@mossy/core/session/routing";
import { LOADING } from "@mossy/core/session/plays";
import type { Loading } from "@mossy/core/session/plays";
import { plural } from "@mossy/core/session/plural";
import { clsx } from "clsx";
import { useDeferredValue, useMemo, useState } from "react";
import { Options, PickOne } from "../../ui/chooser.tsx";
import { FindField } from "../../ui/findField.tsx";
import { LongList } from "../../ui/longList.tsx";
import { Select } from "../../ui/select.tsx";
import type { OnMachines } from "./useSeatings.ts";

const WORDS: readonly (readonly [value: Loading, name: string])[] = LOADING.map((l) => [l, l] as const);
const loadingOf = (word: string): Loading => LOADING.find((l) => l === word) ?? "always";
const GRID = clsx(
  "grid items-center gap-x-2 px-3.5",
  "grid-cols-[4.75rem_minmax(9.5rem,1.3fr)_minmax(6.5rem,1fr)_3rem_minmax(6.5rem,0.8fr)_6.5rem_2.5rem]",
);

/** A machine, or a track that sits on it; null: what has no seat. */
type Line =
  | { readonly sort: "machine"; readonly use: MachineUse | null; readonly many: number }
  | { readonly sort: "track"; readonly track: Sampled; readonly seat: TrackSeat | null };

function linesOf(tracks: readonly Sampled[], { seats, machines }: Seating): Line[] {
  const on = (name: string | null): Line[] =>
    tracks
      .map((track) => ({ track, seat: seats.get(track.id) ?? null }))
      .filter(({ seat }) => (seat?.machine ?? null) === name)
      .sort(
        (a, b) =>
          (a.seat?.overall ?? 0) - (b.seat?.overall ?? 0) ||
          (a.seat?.channel ?? 0) - (b.seat?.channel ?? 0),
      )
      .map((l) => ({ sort: "track", ...l }));
  return [...machines, null].flatMap((use): Line[] => {
    const own = on(use?.machine.name ?? null);
    return own.length === 0 ? [] : [{ sort: "machine", use, many: own.length }, ...own];
  });
}

/** Who sits where, machine by machine; when each is loaded can be said here, of one or of all that are found. */
export function SeatTable({
  planning,
  catalogue,
  set,
  tracks,
  seating,
}: OnMachines & { tracks: readonly Sampled[]; seating: Seating }) {
  const [find, setFind] = useState("");
  const wanted = useDeferredValue(find.trim().toLowerCase());
  const shown = useMemo(
    () =>
      tracks.filter((t) =>
        `${t.name} ${t.plays.patch.name} ${t.plays.ways.map((w) => w.name).join(" ")}`
          .toLowerCase()
          .includes(wanted),
      ),
    [tracks, wanted],
  );
  const lines = useMemo(() => linesOf(shown, seating), [shown, seating]);
  const paths = byId(planning.session);
  return (
    <>
      <div className="flex flex-wrap items-center gap-2 border-b border-line px-3.5 py-1.5">
        <FindField label="Find a track" className="w-44" value={find} onFind={setFind} />
        {set && (
          <span className="ml-auto flex items-center gap-2 text-sm text-ink-2">
            {wanted === "" ? "All" : "The"} {plural(shown.length, "track")} shown:
            <PickOne
              small
              aria-label="When all that are shown are loaded"
              className="w-32"
              says="load…"
              disabled={shown.length === 0}
              options={WORDS}
              onPick={(to) =>
                set(
                  shown.filter((t) => t.plays.loading !== to),
                  { loading: loadingOf(to) },
                  `${shown.length} loaded ${to}`,
                )
              }
            />
          </span>
        )}
      </div>
      <div className="min-h-0 flex-1 overflow-auto">
        <div className="min-w-[696px]">
          <p className={`sticky top-0 z-10 bg-surface py-1.5 text-xs font-semibold text-ink-2 ${GRID}`}>
            <span title="Instance, port and channel">Inst·port·ch</span>
            <span>Track</span>
            <span>Patch</span>
            <span className="text-right">MB</span>
            <span>Output to</span>
            <span>Loaded</span>
            <span>Light</span>
          </p>
          {lines.length === 0 && <p className="px-3.5 py-3 text-sm text-ink-2">No track is called that.</p>}
          <LongList
            items={lines}
            label="Tracks on the machines"
            keyOf={(l) => (l.sort === "track" ? l.track.id : `machine ${l.use?.machine.name ?? ""}`)}
            height={34}
          >
            {(l) =>
              l.sort === "machine" ? (
                <MachineHead use={l.use} many={l.many} />
              ) : (
                <TrackLine
                  track={l.track}
                  seat={l.seat}
                  memory={patchIn(catalogue, l.track.plays)?.memory ?? null}
                  path={paths.get(l.track.feeds ?? "")?.name ?? "nothing"}
                  set={set}
                  onTrack={planning.onTrack}
                />
              )
            }
          </LongList>
        </div>
      </div>
    </>
  );
}

function MachineHead({ use, many }: { use: MachineUse | null; many: number }) {
  if (!use)
    return (
      <p className="border-t border-line bg-sunk px-3.5 py-1.5 text-sm">
        <b>Without a seat</b> <span className="text-ink-2">{plural(many, "track")}</span>
      </p>
    );
  const share = Math.min(100, (use.memory / use.machine.memory) * 100);
  return (
    <p className="flex items-center gap-2 border-t border-line bg-sunk px-3.5 py-1.5 text-sm">
      <b>{use.machine.name}</b>
      <span className="min-w-0 flex-1 truncate text-ink-2">{heldInWords(use)}</span>
      <span aria-hidden className="h-1.5 w-28 shrink-0 overflow-hidden rounded-full bg-line">
        <span className="block h-full bg-moss" style={{ width: `${share}%` }} />
      </span>
    </p>
  );
}

function TrackLine({
  track: t,
  seat,
  memory,
  path,
  set,
  onTrack,
}: {
  track: Sampled;
  seat: TrackSeat | null;
  memory: number | null;
  path: string;
  set: OnMachines["set"];
  onTrack: (id: string) => void;
}) {
  const { loading, light, patch, library } = t.plays;
  const other = seat && seat.loading !== loading ? seat.loading : null;
  return (
    <div className={`border-t border-line py-1 text-sm ${GRID}`}>
      <span className="font-mono text-ink-2">
        {seat ? `${seat.instance}·${seat.port}·${seat.channel ?? "all"}` : "–"}
      </span>
      <button
        type="button"
        className="min-h-6 truncate text-left font-mono hover:underline"
        onClick={() => onTrack(t.id)}
      >
        {t.name}
      </button>
      <span className="truncate text-ink-2" title={`${library.name}, ${patch.name}`}>
        {patch.name} <span className="text-xs">{library.name}</span>
      </span>
      <span className="text-right font-mono text-ink-2">{memory === null ? "?" : Math.round(memory)}</span>
      <span className="truncate text-ink-2">
        {seat && <span className="font-mono">{`${seat.output * 2 - 1}–${seat.output * 2} `}</span>}
        {path}
      </span>
      {set ? (
        <Select
          small
          aria-label={`When ${t.name} is loaded`}
          title={other ? `Here ${other}: the memory does not hold all` : undefined}
          className={other ? "text-lantern" : ""}
          value={loading}
          onChange={(e) => set([t], { loading: loadingOf(e.target.value) }, `when ${t.name} is loaded`)}
        >
          <Options of={WORDS} />
        </Select>
      ) : (
        <span>{loading}</span>
      )}
      <label className="flex size-6 items-center justify-center">
        <input
          type="checkbox"
          aria-label={`${t.name} in the light set`}
          checked={light}
          disabled={!set}
          onChange={(e) => set?.([t], { light: e.target.checked }, `light set: ${t.name}`)}
        />
      </label>
    </div>
  );
}
