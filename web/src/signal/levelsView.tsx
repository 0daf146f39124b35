import { clsx } from "clsx";
import type { Session, TrackId, Track } from "@mossy/core/session/document";
import { levelInWords } from "@mossy/core/session/valueWords";
import { sumsOf } from "@mossy/core/signal/sums";
import { flowOf, reaches } from "@mossy/core/signal/ways";
import type { Reach } from "@mossy/core/signal/ways";
import { useMemo } from "react";
import { Pill } from "../ui/pieces.tsx";
import { Tile } from "../ui/tile.tsx";
import { useRows } from "../ui/useRows.ts";
import type { Workpiece } from "../documents/workpiece.ts";
import { Headroom } from "./headroom.tsx";
import { Heads, OpenButton, openLine } from "../ui/listPage.tsx";

/**
 * Where every track's sound goes and how loud it sums, before anybody presses record; one gesture leaves
 * the wanted headroom.
 */
export function LevelsView({
  session,
  work,
  onSelect,
}: {
  session: Session;
  work: Workpiece | null;
  onSelect: (id: TrackId) => void;
}) {
  const { ways, sums, circling } = useMemo(() => {
    const flow = flowOf(session);
    return { ways: reaches(flow), sums: sumsOf(flow), circling: flow.circling };
  }, [session]);
  const sounding = useMemo(
    () => session.tracks.filter((t) => t.kind !== "main" && t.format !== null),
    [session],
  );
  const { box, row, items, before, after } = useRows(sounding.length, 29);
  return (
    <div
      className={clsx(
        "grid h-full min-h-0 grid-cols-[minmax(0,1fr)_minmax(0,300px)] max-[900px]:grid-cols-1",
        "max-[900px]:overflow-y-auto",
      )}
    >
      <div
        ref={box}
        className="min-h-0 overflow-y-auto border-r border-line"
        tabIndex={0}
        role="region"
        aria-label="Ways to the main path"
      >
        <table className="w-full table-fixed">
          <Heads
            cell="border-b border-line"
            className="sticky top-0 z-10 bg-surface"
            of={[
              ["Track", "px-3.5 py-2"],
              ["Comes to the main path", "w-[40%]"],
              ["So loud", "w-[22%] pr-3.5 text-right"],
            ]}
          />
          <tbody>
            <tr aria-hidden style={{ height: before }} />
            {items.map(({ index }) => {
              const t = sounding[index];
              if (!t) return null;
              return (
                <WayRow
                  key={t.id}
                  ref={row}
                  index={index}
                  track={t}
                  reach={ways.get(t.id)}
                  circling={circling.has(t.id)}
                  onSelect={() => onSelect(t.id)}
                />
              );
            })}
            <tr aria-hidden style={{ height: after }} />
          </tbody>
        </table>
      </div>
      <Headroom session={session} sums={sums} work={work} />
    </div>
  );
}

function WaysWord({ reach }: { reach: Reach | undefined }) {
  if (!reach || reach.ways === 0) return <Pill look="look">not at all</Pill>;
  if (reach.ways === 1) return <span className="text-ink-2">one way</span>;
  if (!Number.isFinite(reach.raised))
    return <Pill look="broken">{`${reach.ways} ways, which cancel`}</Pill>;
  return (
    <span>
      {reach.ways} ways{" "}
      <span className="text-ink-2">
        · {reach.raised >= 0 ? "raised by" : "lowered by"} {Math.abs(reach.raised).toFixed(1)} dB
      </span>
    </span>
  );
}

function WayRow({
  ref,
  index,
  track: t,
  reach,
  circling,
  onSelect,
}: {
  ref: (row: HTMLTableRowElement | null) => void;
  index: number;
  track: Track;
  reach: Reach | undefined;
  circling: boolean;
  onSelect: () => void;
}) {
  return (
    <tr ref={ref} data-index={index} className={openLine(false)}>
      <td className="px-3.5 py-1">
        <span className="flex items-center gap-2">
          <Tile colour={t.colour} icon={t.icon} size={20} />
          <OpenButton here={false} className="truncate font-mono text-sm font-normal" onOpen={onSelect}>
            {t.name}
          </OpenButton>
        </span>
      </td>
      <td className="text-sm">
        {circling ? <Pill look="broken">round in a circle</Pill> : <WaysWord reach={reach} />}
      </td>
      <td className="pr-3.5 text-right font-mono text-sm">
        {reach && reach.ways > 0 && Number.isFinite(reach.gain)
          ? `${levelInWords(reach.gain)} dB`
          : "silent"}
      </td>
    </tr>
  );
}
