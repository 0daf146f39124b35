import type { Session, TrackId, Track } from "@mossy/core/session/document";
import { levelInWords } from "@mossy/core/session/valueWords";
import { isSource, leavingHeadroom } from "@mossy/core/signal/sums";
import { useState } from "react";
import { Button } from "../ui/button.tsx";
import { Field, Input } from "../ui/pieces.tsx";
import { Choice } from "../ui/sideBySide.tsx";
import { Heads } from "../ui/listPage.tsx";
import type { Workpiece } from "../documents/workpiece.ts";
import type { Sum } from "@mossy/core/signal/sums";

type As = "uncorrelated" | "identical";
const KINDS = [
  ["uncorrelated", "Unlike each other"],
  ["identical", "All the same"],
] as const;

/** How loud it sums, and one gesture that leaves the wanted headroom. */
export function Headroom({
  session,
  sums,
  work,
}: {
  session: Session;
  sums: ReadonlyMap<TrackId, Sum>;
  work: Workpiece | null;
}) {
  const [source, setSource] = useState("-18");
  const [headroom, setHeadroom] = useState("6");
  const [as, setAs] = useState<As>("uncorrelated");
  const level = Number(source.replace("−", "-"));
  const wanted = Number(headroom);
  const sound = Number.isFinite(level) && level <= 0 && Number.isFinite(wanted) && wanted >= 0;
  const changes = sound ? leavingHeadroom(session, sums, { source: level, headroom: wanted, as }) : [];
  const paths = session.tracks.filter((t) => sums.has(t.id));
  const main = paths.find((t) => t.kind === "main");
  const at = (id: TrackId): number => level + (sums.get(id)?.[as] ?? -Infinity);
  return (
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
      <Choice label="How sources go together" value={as} choices={KINDS} onChoose={setAs} />
      <p className="text-xs text-ink-2">
        Through every feed and send, returns as if they passed sound on as it came, pan not counted. An
        ordinary mix comes near “Unlike each other”; “All the same” is the loudest there can be.
      </p>
      {main && <MainSum at={at(main.id)} sources={sums.get(main.id)?.sources ?? 0} />}
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
      <SumTable paths={paths} sums={sums} at={at} />
      {session.tracks.every((t) => !isSource(t)) && (
        <p className="text-sm text-ink-2">No source yet: add tracks first.</p>
      )}
    </div>
  );
}

function MainSum({ at, sources }: { at: number; sources: number }) {
  return (
    <p className="rounded-md bg-sunk px-3 py-2 text-sm">
      The main path sums to <strong className="font-mono">{levelInWords(at)} dBFS</strong> from {sources}{" "}
      sources:{" "}
      {at > 0 ? (
        <span className="text-brick">{levelInWords(at).replace("+", "")} dB over full scale</span>
      ) : (
        `${levelInWords(-at).replace("+", "")} dB of headroom`
      )}
      .
    </p>
  );
}

function SumTable({
  paths,
  sums,
  at,
}: {
  paths: readonly Track[];
  sums: ReadonlyMap<TrackId, Sum>;
  at: (id: TrackId) => number;
}) {
  return (
    <table className="w-full text-sm">
      <Heads of={[["Sums"], ["Sources", "text-right"], ["dBFS", "text-right"]]} />
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
  );
}
