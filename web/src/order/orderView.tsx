import { addPiece, movePiece } from "@mossy/core/order/edits";
import { dropIn } from "@mossy/core/order/dropIn";
import type { Drop } from "@mossy/core/order/dropIn";
import { settle } from "@mossy/core/order/settle";
import { gapInWords } from "@mossy/core/order/words";
import type { House } from "@mossy/core/house/house";
import { programmeFor } from "@mossy/core/house/starts";
import { apply } from "@mossy/core/session/apply";
import { setSessionField } from "@mossy/core/session/change";
import type { Session } from "@mossy/core/session/document";
import { PIECE_KINDS } from "@mossy/core/session/pieces";
import type { PieceKind } from "@mossy/core/session/pieces";
import { plural } from "@mossy/core/session/plural";
import { levelInWords } from "@mossy/core/session/valueWords";
import { MonitorPlay, Upload } from "lucide-react";
import { useMemo, useState } from "react";
import type { Workpiece } from "../documents/workpiece.ts";
import { ProgrammeForm } from "../session/programmeForm.tsx";
import { Button } from "../ui/button.tsx";
import { PickOne } from "../ui/chooser.tsx";
import { AlertLine } from "../ui/listPage.tsx";
import { Pill } from "../ui/pieces.tsx";
import { Section } from "../ui/section.tsx";
import { Empty, Trouble } from "../ui/states.tsx";
import { Desk } from "./desk.tsx";
import { DropFiles } from "./dropFiles.tsx";
import type { DropOnto } from "./dropFiles.tsx";
import { GapsCard } from "./gapsCard.tsx";
import { PieceForm, behind } from "./pieceForm.tsx";
import { PieceTable } from "./pieceTable.tsx";
import { Print } from "./print.tsx";
import { editOrder, isToCome, shownOrder } from "./shown.ts";
import type { ShownOrder } from "./shown.ts";
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
  return { order, error, emptied: dropped?.emptied ?? [] };
}

/** A programme made of pieces: along its time, as a list, with what is free, how loud it is, and everything of a piece. */
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
  const { order, error, emptied } = useDropped(session, drops);
  const may = drops.length === 0 ? work : null;
  const piece = order.pieces.find((p) => p.id === picked) ?? null;
  const add = (kind: PieceKind): void => {
    const last = order.pieces.at(-1)?.id ?? null;
    const made = addPiece(session, kind, picked ?? last, programmeFor(house, shelf));
    if (!made || !may) return;
    editOrder(may, order, made.changes, `add ${kind}`);
    setPicked(made.id);
  };
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
          {may && (
            <PickOne
              small
              aria-label="Add a piece"
              className="w-32"
              says="Add a piece…"
              options={PIECE_KINDS.map((k) => [k, k])}
              onPick={(k) => add(k as PieceKind)}
            />
          )}
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
              {!dropping && <Loudness order={order} house={house} shelf={shelf} work={may} />}
            </aside>
          </div>
        </>
      )}
      {desk && <Desk order={order} name={name} onClose={() => setDesk(false)} />}
    </div>
  );
}

function Pills({ order }: { order: ShownOrder }) {
  const { gaps, laid, pieces, loud, names } = order;
  const toCome = pieces.filter(isToCome).length;
  return (
    <span role="status" className="flex flex-wrap items-center gap-1.5">
      {laid.problems.length > 0 && (
        <Pill look="broken">{plural(laid.problems.length, "contradiction")}</Pill>
      )}
      {gaps.map((g) => (
        <Pill key={`${g.sort} ${g.before}`} look="broken">
          {gapInWords(g, names)}
        </Pill>
      ))}
      {pieces.length > 0 && gaps.length === 0 && laid.problems.length === 0 && (
        <Pill look="ok">closes to the second</Pill>
      )}
      {toCome > 0 && <Pill look="look">{plural(toCome, "placeholder")}</Pill>}
      {loud.integrated !== null && (
        <span title="Of what is laid out, faders at rest; the peak is no higher than this">
          <Pill look="ok">
            programme {levelInWords(loud.integrated)} LUFS
            {loud.atMost === null ? "" : `, at most ${levelInWords(loud.atMost)} dBTP`}
          </Pill>
        </span>
      )}
      {loud.unmeasured > 0 && <Pill>{loud.unmeasured} not measured</Pill>}
      {pieces.length > 0 && <Pill>{plural(pieces.length, "piece")}</Pill>}
    </span>
  );
}

/** That something lies or sounds otherwise than the order says, and how it is put right. */
function OffLine({ order, work }: { order: ShownOrder; work: Workpiece }) {
  if (order.off.length === 0) return null;
  return (
    <div className="flex items-center gap-3">
      <span className="flex-1">
        <AlertLine look="look">
          What lies on {plural(order.off.length, "track")} is elsewhere, or as loud as before: the order
          says otherwise.
        </AlertLine>
      </span>
      <Button small onClick={() => editOrder(work, order, [], "lay out by the order")}>
        Lay it out by the order
      </Button>
    </div>
  );
}

function Loudness({
  order: { session },
  house,
  shelf,
  work,
}: {
  order: ShownOrder;
  house: House;
  shelf: string | null;
  work: Workpiece | null;
}) {
  const rule = session.programme;
  const usual = programmeFor(house, shelf);
  return (
    <section aria-label="Loudness" className="px-1 pb-3">
      <Section title="Loudness">
        {rule ? (
          <>
            <ProgrammeForm
              of={rule}
              onChange={
                work && ((to) => work.edit([setSessionField(session, "programme", to)], "loudness"))
              }
            />
            {work && (
              <Button
                small
                onClick={() => work.edit([setSessionField(session, "programme", null)], "no loudness")}
              >
                Leave levels alone
              </Button>
            )}
          </>
        ) : (
          <>
            <p className="text-sm text-ink-2">Levels stay as they were set.</p>
            {work && usual && (
              <Button
                small
                onClick={() => work.edit([setSessionField(session, "programme", usual)], "loudness")}
              >
                Bring pieces to {levelInWords(usual.target)} LUFS, as the house does
              </Button>
            )}
          </>
        )}
      </Section>
    </section>
  );
}
