import type { Session, TrackId } from "@mossy/core/session/document";
import { levelInWords } from "@mossy/core/session/says";
import { isSource, leavingHeadroom, sumsOf } from "@mossy/core/signal/sums";
import { flowOf, reaches } from "@mossy/core/signal/ways";
import type { Reach } from "@mossy/core/signal/ways";
import { useMemo, useState } from "react";
import { Button } from "../ui/button.tsx";
import { Choice, Field, Input, Pill } from "../ui/pieces.tsx";
import { Tile } from "../ui/tile.tsx";
import { useRows } from "../ui/useRows.ts";
import type { Workpiece } from "../documents/workpiece.ts";

type As = "uncorrelated" | "identical";

/** Where every track's sound goes and how loud it sums, before anybody presses record; one gesture leaves the wanted headroom. */
export function LevelsView({
  session,
  work,
  onSelect,
}: {
  session: Session;
  work: Workpiece | null;
  onSelect: (id: TrackId) => void;
}) {
  const [source, setSource] = useState("-18");
  const [headroom, setHeadroom] = useState("6");
  const [as, setAs] = useState<As>("uncorrelated");
  const { ways, sums, circling } = useMemo(() => {
    const flow = flowOf(session);
    return { ways: reaches(flow), sums: sumsOf(flow), circling: flow.circling };
  }, [session]);
  const level = Number(source.replace("−", "-")),
    wanted = Number(headroom);
  const sound = Number.isFinite(level) && level <= 0 && Number.isFinite(wanted) && wanted >= 0;
  const changes = sound ? leavingHeadroom(session, sums, { source: level, headroom: wanted, as }) : [];
  const main = session.tracks.find((t) => t.kind === "main");
  const paths = session.tracks.filter((t) => sums.has(t.id));
  const sounding = useMemo(
    () => session.tracks.filter((t) => t.kind !== "main" && t.format !== null),
    [session],
  );
  const { box, row, items, before, after } = useRows(sounding.length, 29);
  const at = (id: TrackId): number => level + (sums.get(id)?.[as] ?? -Infinity);
  return (
    <div className="grid h-full min-h-0 grid-cols-[minmax(0,1fr)_minmax(0,300px)] max-[900px]:grid-cols-1 max-[900px]:overflow-y-auto">
      <div
        ref={box}
        className="min-h-0 overflow-y-auto border-r border-line"
        tabIndex={0}
        role="region"
        aria-label="Ways to the main path"
      >
        <table className="w-full table-fixed">
          <thead className="sticky top-0 z-10 bg-surface text-left text-xs text-ink-2">
            <tr>
              <th scope="col" className="border-b border-line px-3.5 py-2 font-semibold">
                Track
              </th>
              <th scope="col" className="w-[40%] border-b border-line font-semibold">
                Comes to the main path
              </th>
              <th scope="col" className="w-[22%] border-b border-line pr-3.5 text-right font-semibold">
                So loud
              </th>
            </tr>
          </thead>
          <tbody>
            <tr aria-hidden style={{ height: before }} />
            {items.map(({ index }) => {
              const t = sounding[index];
              if (!t) return null;
              const r = ways.get(t.id);
              return (
                <tr
                  key={t.id}
                  ref={row}
                  data-index={index}
                  className="border-b border-line hover:bg-bg"
                  onClick={() => onSelect(t.id)}
                >
                  <td className="px-3.5 py-1">
                    <span className="flex items-center gap-2">
                      <Tile colour={t.colour} icon={t.icon} size={20} />
                      <button
                        type="button"
                        className="truncate font-mono text-sm"
                        onClick={(e) => {
                          e.stopPropagation();
                          onSelect(t.id);
                        }}
                      >
                        {t.name}
                      </button>
                    </span>
                  </td>
                  <td className="text-sm">
                    {circling.has(t.id) ? (
                      <Pill look="broken">round in a circle</Pill>
                    ) : (
                      <WaysWord reach={r} />
                    )}
                  </td>
                  <td className="pr-3.5 text-right font-mono text-sm">
                    {r && r.ways > 0 && Number.isFinite(r.gain) ? `${levelInWords(r.gain)} dB` : "silent"}
                  </td>
                </tr>
              );
            })}
            <tr aria-hidden style={{ height: after }} />
          </tbody>
        </table>
      </div>
      <div
        className="flex min-h-0 flex-col gap-3 overflow-y-auto p-3.5"
        tabIndex={0}
        role="region"
        aria-label="Headroom"
      >
        <h2 className="font-semibold">Headroom</h2>
        <div className="grid grid-cols-2 gap-2">
          <Field label="Each source at, dBFS" problem={sound ? null : "0 or less"}>
            <Input
              small
              className="font-mono"
              inputMode="decimal"
              value={source}
              onChange={(e) => setSource(e.target.value)}
            />
          </Field>
          <Field label="Leave at the main, dB">
            <Input
              small
              className="font-mono"
              inputMode="decimal"
              value={headroom}
              onChange={(e) => setHeadroom(e.target.value)}
            />
          </Field>
        </div>
        <Choice
          label="How sources go together"
          value={as}
          choices={[
            ["uncorrelated", "Unlike each other"],
            ["identical", "All the same"],
          ]}
          onChoose={setAs}
        />
        <p className="text-xs text-ink-2">
          Through every feed and send, returns as if they passed sound on as it came, pan not counted. An
          ordinary mix comes near “Unlike each other”; “All the same” is the loudest there can be.
        </p>
        {main && sums.has(main.id) && (
          <p className="rounded-md bg-sunk px-3 py-2 text-sm">
            The main path sums to <strong className="font-mono">{levelInWords(at(main.id))} dBFS</strong>{" "}
            from {sums.get(main.id)?.sources} sources:{" "}
            {at(main.id) > 0 ? (
              <span className="text-brick">
                {levelInWords(at(main.id)).replace("+", "")} dB over full scale
              </span>
            ) : (
              `${levelInWords(-at(main.id)).replace("+", "")} dB of headroom`
            )}
            .
          </p>
        )}
        {work && (
          <Button
            look="main"
            className="shrink-0"
            disabled={changes.length === 0}
            onClick={() => {
              work.edit(changes, `leave ${wanted} dB of headroom`);
            }}
          >
            {changes.length === 0 ? "It leaves that already" : `Set ${changes.length} start levels for it`}
          </Button>
        )}
        <table className="w-full text-sm">
          <thead className="text-left text-xs text-ink-2">
            <tr>
              <th scope="col" className="font-semibold">
                Sums
              </th>
              <th scope="col" className="text-right font-semibold">
                Sources
              </th>
              <th scope="col" className="text-right font-semibold">
                dBFS
              </th>
            </tr>
          </thead>
          <tbody>
            {paths.map((t) => (
              <tr key={t.id} className="border-t border-line">
                <td className="max-w-0 truncate py-1 font-mono">{t.name}</td>
                <td className="w-16 text-right">{sums.get(t.id)?.sources}</td>
                <td className={`w-20 text-right font-mono ${at(t.id) > 0 ? "font-bold text-brick" : ""}`}>
                  {Number.isFinite(at(t.id)) ? levelInWords(at(t.id)) : "silent"}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
        {session.tracks.every((t) => !isSource(t)) && (
          <p className="text-sm text-ink-2">No source yet: add tracks first.</p>
        )}
      </div>
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
