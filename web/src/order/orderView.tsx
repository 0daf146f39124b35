import { movePiece } from "@mossy/core/order/edits";
import { dropIn } from "@mossy/core/order/dropIn";
import type { Drop } from "@mossy/core/order/dropIn";
import { settle } from "@mossy/core/order/settle";
import type { House } from "@mossy/core/house/house";
import { programmeFor } from "@mossy/core/house/starts";
import { apply } from "@mossy/core/session/apply";
import type { Session } from "@mossy/core/session/document";
import { MonitorPlay, Upload } from "lucide-react";
import { useMemo, useState } from "react";
import type { Workpiece } from "../documents/workpiece.ts";
import { Button } from "../ui/button.tsx";
import { Empty, Trouble } from "../ui/states.tsx";
import { Desk } from "./desk.tsx";
import { DropFiles } from "./dropFiles.tsx";
import { GapsCard } from "./gapsCard.tsx";
import type { DropOnto } from "./onward.tsx";
import { PieceForm, behind } from "./pieceForm.tsx";
import { AddPiece, Loudness, OffLine, Pills } from "./orderParts.tsx";
import { PieceTable } from "./pieceTable.tsx";
import { Print } from "./print.tsx";
import { editOrder, shownOrder } from "./shown.ts";
import { Strip } from "./strip.tsx";
import { useFacts } from "./useFacts.ts";

const NOTHING_DROPPED: readonly Drop[] = [];

/** A session with what is dropped in, as it would be; itself where nothing is. */
function useDropped(session: Session, drops: readonly Drop[]) {
  const dropped = useMemo(() => (drops.length === 0 ? null : dropIn(session, drops)), [session, drops]);
  const next = useMemo(() => (dropped ? apply(session, dropped.changes) : session), [session, dropped]);
  const { facts, error } = useFacts(next);
  const laid = useMemo(() => (dropped ? apply(next, settle(next, facts)) : next), [dropped, next, facts]);
  const order = useMemo(() => shownOrder(laid, facts), [laid, facts]);
  return { order, error, emptied: dropped?.emptied ?? [], nowhere: dropped?.nowhere ?? [] };
}

/** A programme made of pieces: along its time, as a list, what is free, how loud it is, everything of a piece. */
export function OrderView({
  session,
  work,
  house,
  document,
  name,
  shelf,
  ofJob,
  template,
}: {
  session: Session;
  work: Workpiece | null;
  house: House;
  /** By which the house knows it, to print it. */
  document: string;
  name: string;
  shelf: string | null;
  /** Whether what is put here belongs to a job unless somebody says otherwise. */
  ofJob: boolean;
  /** Where it is a template: which, and what its latest release has in its order. */
  template: { readonly id: string; readonly released: ReadonlySet<string> } | null;
}) {
  const [picked, setPicked] = useState<string | null>(null);
  const [dropping, setDropping] = useState(false);
  const [drops, setDrops] = useState(NOTHING_DROPPED);
  const [desk, setDesk] = useState(false);
  const { order, error, emptied, nowhere } = useDropped(session, drops);
  const may = drops.length === 0 ? work : null;
  const rule = programmeFor(house, shelf);
  const piece = order.pieces.find((p) => p.id === picked) ?? null;
  const leave = (): void => {
    setDropping(false);
    setDrops(NOTHING_DROPPED);
  };
  const onto: DropOnto = template
    ? { sort: "start", template: template.id, released: template.released }
    : {
        sort: "here",
        put: (these) => {
          if (work)
            editOrder(work, { ...order, session }, dropIn(session, these).changes, "this week's files");
          leave();
        },
      };
  const move = (by: 1 | -1): void => {
    const to = picked === null ? undefined : behind(order, picked, by);
    if (may && picked !== null && to !== undefined)
      editOrder(may, order, movePiece(session, picked, to), "move");
  };
  return (
    <div className="flex h-full min-h-0 flex-col gap-3 overflow-y-auto p-3">
      <div className="flex flex-wrap items-center gap-2">
        <Pills order={order} />
        <span className="ml-auto flex flex-wrap items-center gap-2">
          {may && <AddPiece order={order} work={may} rule={rule} picked={picked} onPick={setPicked} />}
          {order.pieces.length > 0 && (
            <>
              <Button small onClick={() => setDesk(true)}>
                <MonitorPlay size={14} aria-hidden /> Large view
              </Button>
              <Print document={document} name={name} />
              {(work || template) && (
                <Button small look="main" onClick={() => setDropping(true)}>
                  <Upload size={14} aria-hidden /> Drop in this week's files
                </Button>
              )}
            </>
          )}
        </span>
      </div>
      <Trouble error={error} />
      {may && order.pieces.length > 0 && <OffLine order={order} work={may} />}
      {order.pieces.length === 0 ? (
        <Empty title="No running order yet">
          {may
            ? "Add a piece: what opens, who speaks, what lies under it, what closes. Each says what it hangs on."
            : "Nothing was laid out here."}
        </Empty>
      ) : (
        <>
          <Strip order={order} picked={picked} onPick={setPicked} />
          <div className="grid min-h-64 flex-1 grid-cols-[minmax(0,1fr)_300px] gap-3 max-[900px]:grid-cols-1">
            <section aria-label="Pieces" className="card flex min-h-0 flex-col overflow-hidden">
              <PieceTable order={order} picked={picked} onPick={setPicked} onMove={may && move} />
            </section>
            <aside
              aria-label="Of the order"
              className="flex min-h-0 flex-col gap-3 overflow-y-auto max-[900px]:overflow-visible"
            >
              {dropping && (
                <DropFiles
                  order={order}
                  shelf={shelf ?? "Sounds"}
                  onto={onto}
                  onDrops={setDrops}
                  emptied={emptied}
                  nowhere={nowhere}
                  onDone={leave}
                />
              )}
              {piece && !dropping && (
                <PieceForm
                  key={piece.id}
                  order={order}
                  piece={piece}
                  work={may}
                  ofJob={ofJob}
                  onPick={setPicked}
                />
              )}
              {!dropping && <GapsCard order={order} work={may} />}
              {!dropping && <Loudness order={order} usual={rule} work={may} />}
            </aside>
          </div>
        </>
      )}
      {desk && <Desk order={order} name={name} onClose={() => setDesk(false)} />}
    </div>
  );
}
