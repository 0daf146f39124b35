import { counted } from "@mossy/core/time/counted";
import type { Counting } from "@mossy/core/time/counted";
import { LANES } from "@mossy/core/session/lanes";
import { useMemo } from "react";
import { Heads, OpenButton, openLine } from "../ui/listPage.tsx";
import { Pill } from "../ui/pieces.tsx";
import { Empty } from "../ui/states.tsx";
import { useRows } from "../ui/useRows.ts";
import { laneName } from "./drawLane.ts";
import { samePick } from "./shown.ts";
import type { Picked, Shown } from "./shown.ts";

interface Line {
  readonly picked: Picked;
  readonly where: string;
  readonly name: string;
  readonly from: number;
  readonly to: number | null;
  readonly job: boolean;
}

/** Everything along the time of a session, line by line: lane by lane, then track by track. */
function linesOf({ session, lanes, tracks }: Shown): Line[] {
  const first = [...session.lanes, ...LANES.filter((l) => !session.lanes.includes(l))];
  return [
    ...first.flatMap((lane) =>
      lanes[lane].map((on): Line => ({
        picked: { sort: "lane", lane, id: on.id },
        where: laneName(lane),
        name: on.name,
        from: on.from,
        to: on.to,
        job: on.job,
      })),
    ),
    ...tracks.flatMap(({ track, items }) =>
      items.map(({ item, from, to }): Line => ({
        picked: { sort: "item", track: track.id, id: item.id },
        where: track.name,
        name: item.name === "" ? item.holds.kind : item.name,
        from,
        to,
        job: item.job,
      })),
    ),
  ];
}

export function TimeList({
  shown,
  counting,
  picked,
  onPick,
}: {
  shown: Shown;
  counting: Counting;
  picked: Picked | null;
  onPick: (picked: Picked) => void;
}) {
  const lines = useMemo(() => linesOf(shown), [shown]);
  const { box, row, items, before, after } = useRows(lines.length, 33);
  if (lines.length === 0) return <Empty title="Nothing along its time yet" />;
  return (
    <div
      ref={box}
      className="min-h-0 flex-1 overflow-y-auto"
      tabIndex={0}
      role="region"
      aria-label="Along the time"
    >
      <table className="w-full table-fixed text-sm">
        <Heads
          cell="border-b border-line"
          className="sticky top-0 z-20 bg-surface"
          of={[
            ["Lane or track", "w-[22%] px-3.5 py-2"],
            ["What", ""],
            ["From", "w-[16%] text-right"],
            ["To", "w-[16%] text-right pr-3.5"],
          ]}
        />
        <tbody>
          {before > 0 && <tr style={{ height: before }} />}
          {items.map(({ index }) => {
            const line = lines[index];
            if (!line) return null;
            const here = samePick(picked, line.picked);
            return (
              <tr key={index} ref={row} data-index={index} className={openLine(here)}>
                <td className="truncate px-3.5 py-1.5 text-ink-2">{line.where}</td>
                <td className="truncate">
                  <OpenButton here={here} onOpen={() => onPick(line.picked)}>
                    {line.name === "" ? "no name" : line.name}
                  </OpenButton>{" "}
                  {line.job && <Pill>of this job</Pill>}
                </td>
                <td className="text-right font-mono text-xs">{counted(line.from, counting)}</td>
                <td className="pr-3.5 text-right font-mono text-xs">
                  {line.to === null ? "" : counted(line.to, counting)}
                </td>
              </tr>
            );
          })}
          {after > 0 && <tr style={{ height: after }} />}
        </tbody>
      </table>
    </div>
  );
}
