import { later } from "../wire/laterQueries.ts";
import { setField } from "@mossy/core/session/change";
import type { Insert, Session, Track, TrackId } from "@mossy/core/session/document";
import { freeNumber } from "@mossy/core/session/freeId";
import { PROCESSORS, blankInsert, widthBehind } from "@mossy/core/session/processor";
import { putChain, standsBehind } from "@mossy/core/sheet/chains";
import { useQuery } from "@tanstack/react-query";
import { ChevronDown, ChevronUp, X } from "lucide-react";
import { useState } from "react";
import { Button } from "../ui/button.tsx";
import { PickOne } from "../ui/chooser.tsx";
import type { Workpiece } from "../documents/workpiece.ts";
import { InsertForm } from "./insertForm.tsx";
import { PutChain, SaveChain } from "./shelfChains.tsx";

/** What stands on a track: kinds, devices, values; on or bypassed; from the shelf and back to it. */
export function ChainPanel({
  session,
  track: t,
  work,
}: {
  session: Session;
  track: Track;
  work: Workpiece;
}) {
  const [open, setOpen] = useState<string | null>(null);
  const { data } = useQuery(later.chains);
  const shelf = data?.chains ?? [];
  const set = (inserts: Insert[], label: string): void => {
    work.edit([setField(t, "inserts", inserts)], label);
  };
  const change = (id: string, fields: Partial<Insert>): void =>
    set(
      t.inserts.map((i) => (i.id === id ? { ...i, ...fields } : i)),
      "processor",
    );
  const step = (at: number, by: number): void => {
    const next = [...t.inserts];
    const [one] = next.splice(at, 1);
    if (one) next.splice(at + by, 0, one);
    set(next, "order of processors");
  };
  const add = (kind: string): void => {
    const id = freeNumber("i", t.inserts);
    set([...t.inserts, blankInsert(id, kind)], `add ${kind}`);
    setOpen(id);
  };
  const out = t.format === null ? null : widthBehind(t.format, t.inserts);
  const behind = standsBehind(t, shelf);
  return (
    <>
      <ul className="flex flex-col">
        {t.inserts.map((i, at) => (
          <InsertRow
            key={i.id}
            session={session}
            track={t}
            insert={i}
            at={at}
            open={open === i.id}
            onOpen={() => setOpen(open === i.id ? null : i.id)}
            onChange={(fields) => change(i.id, fields)}
            onStep={(by) => step(at, by)}
            onTakeOut={() =>
              set(
                t.inserts.filter((x) => x.id !== i.id),
                `take out ${i.kind}`,
              )
            }
          />
        ))}
      </ul>
      {out !== null && out !== t.format && (
        <p className="text-xs text-ink-2">
          {t.format} in, {out} out.
        </p>
      )}
      <PickOne
        small
        aria-label="Add a processor"
        says="add a processor…"
        options={PROCESSORS.map((k) => [k, k])}
        onPick={add}
      />
      {behind.map((b) => (
        <BehindShelf key={b.chain.id} session={session} track={t} work={work} behind={b} />
      ))}
      <PutChain session={session} ids={[t.id]} work={work} />
      <SaveChain shelf={shelf} session={session} track={t} work={work} />
    </>
  );
}

function InsertRow({
  session,
  track: t,
  insert: i,
  at,
  open,
  onOpen,
  onChange,
  onStep,
  onTakeOut,
}: {
  session: Session;
  track: Track;
  insert: Insert;
  at: number;
  open: boolean;
  onOpen: () => void;
  onChange: (fields: Partial<Insert>) => void;
  onStep: (by: -1 | 1) => void;
  onTakeOut: () => void;
}) {
  return (
    <li className="border-b border-line last:border-0">
      <div className="flex items-center gap-1 py-1">
        <button
          type="button"
          aria-expanded={open}
          className="min-w-0 flex-1 truncate py-1 text-left text-sm"
          onClick={onOpen}
        >
          <span className={i.bypassed ? "text-ink-2" : "font-semibold"}>{i.kind}</span>
          {i.device && <span className="text-ink-2"> {i.device.name}</span>}
          {i.before && <span className="text-xs text-ink-2"> · recorded</span>}
          {i.width && <span className="text-xs text-ink-2"> → {i.width}</span>}
        </button>
        <label className="flex items-center gap-1 text-xs text-ink-2">
          <input
            type="checkbox"
            checked={!i.bypassed}
            onChange={(e) => onChange({ bypassed: !e.target.checked })}
          />{" "}
          on
        </label>
        <Button
          small
          look="quiet"
          className="px-1"
          aria-label={`${i.kind} earlier`}
          disabled={at === 0}
          onClick={() => onStep(-1)}
        >
          <ChevronUp size={13} aria-hidden />
        </Button>
        <Button
          small
          look="quiet"
          className="px-1"
          aria-label={`${i.kind} later`}
          disabled={at === t.inserts.length - 1}
          onClick={() => onStep(1)}
        >
          <ChevronDown size={13} aria-hidden />
        </Button>
        <Button small look="quiet" className="px-1" aria-label={`Take out ${i.kind}`} onClick={onTakeOut}>
          <X size={13} aria-hidden />
        </Button>
      </div>
      {open && <InsertForm session={session} track={t} insert={i} onChange={onChange} />}
    </li>
  );
}

/** A chain that is older here than on the shelf, and what was changed since. */
function BehindShelf({
  session,
  track: t,
  work,
  behind: b,
}: {
  session: Session;
  track: Track;
  work: Workpiece;
  behind: ReturnType<typeof standsBehind>[number];
}) {
  const takeUp = (ids: readonly TrackId[]): void => {
    work.edit(
      putChain(session, ids, b.latest.processors, { id: b.chain.id, version: b.latest.version }),
      `take up ${b.chain.name} ${b.latest.version}`,
    );
  };
  const all = session.tracks
    .filter((x) => x.inserts.some((i) => i.chain?.id === b.chain.id && i.chain.version < b.latest.version))
    .map((x) => x.id);

  return (
    <div className="rounded-md bg-lantern-soft px-2.5 py-1.5 text-sm">
      <p>
        {b.chain.name} is version {b.has} here, the shelf has {b.latest.version}
        {b.says.length > 0 ? `: ${b.says.join(", ")}` : ""}.
      </p>
      <p className="mt-1 flex flex-wrap gap-1.5">
        <Button small onClick={() => takeUp([t.id])}>
          Take it up
        </Button>
        {all.length > 1 && (
          <Button small onClick={() => takeUp(all)}>
            On all {all.length}
          </Button>
        )}
      </p>
    </div>
  );
}
