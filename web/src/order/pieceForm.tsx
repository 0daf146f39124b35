import { changePiece, movePiece, takePieceOut } from "@mossy/core/order/edits";
import { liesUnder } from "@mossy/core/order/pieces";
import type { Piece } from "@mossy/core/order/pieces";
import { becauseOf, pieceName } from "@mossy/core/order/words";
import { PIECE_KINDS } from "@mossy/core/session/pieces";
import type { HeldPiece } from "@mossy/core/session/pieces";
import { placeIn, timeInWords } from "@mossy/core/session/time";
import { ArrowDown, ArrowUp, Trash2 } from "lucide-react";
import type { Workpiece } from "../documents/workpiece.ts";
import { Button } from "../ui/button.tsx";
import { Chooser } from "../ui/chooser.tsx";
import { NumberField } from "../ui/numberField.tsx";
import { TextField } from "../ui/textField.tsx";
import { AnchorField } from "./anchorField.tsx";
import { BedCurve } from "./bedCurve.tsx";
import { PieceParts } from "./pieceParts.tsx";
import { editOrder } from "./shown.ts";
import type { ShownOrder } from "./shown.ts";

/** The piece that one is put behind to stand so many places further down; null: first. */
export function behind(order: ShownOrder, id: string, by: 1 | -1): string | null | undefined {
  const moved = order.pieces.find((p) => p.id === id);
  if (!moved) return undefined;
  // What comes one after the other goes past its like.
  const pieces = liesUnder(moved) ? order.pieces : order.pieces.filter((p) => !liesUnder(p));
  const at = pieces.indexOf(moved);
  if (at < 0 || at + by < 0 || at + by >= pieces.length) return undefined;
  return by === 1 ? pieces[at + 1]?.id : (pieces[at - 2]?.id ?? null);
}

/** Everything of a piece, to be set. */
export function PieceForm({
  order,
  piece: p,
  work,
  ofJob,
  onPick,
}: {
  order: ShownOrder;
  piece: Piece;
  work: Workpiece | null;
  ofJob: boolean;
  onPick: (id: string | null) => void;
}) {
  const { session, names } = order;
  const name = pieceName(p);
  return (
    <section aria-label="Chosen piece" className="card flex flex-col gap-3 p-4" data-chosen>
      <header className="flex items-start gap-1">
        <span className="min-w-0 flex-1">
          <h2 className="truncate font-title text-lg font-semibold">{name}</h2>
          <span className="block text-xs text-ink-2">{becauseOf(p, names, session.fixedEnd)}</span>
        </span>
        {work && <Acts order={order} piece={p} work={work} onPick={onPick} />}
      </header>
      {p.kind === "bed" && <BedCurve piece={p} order={order} />}
      {work && <Fields order={order} piece={p} work={work} />}
      {work && <PieceParts order={order} piece={p} work={work} ofJob={ofJob} />}
    </section>
  );
}

function Acts({
  order,
  piece: p,
  work,
  onPick,
}: {
  order: ShownOrder;
  piece: Piece;
  work: Workpiece;
  onPick: (id: string | null) => void;
}) {
  const name = pieceName(p);
  const move = (by: 1 | -1): void => {
    const to = behind(order, p.id, by);
    if (to !== undefined) editOrder(work, order, movePiece(order.session, p.id, to), `move ${name}`);
  };
  const steps = [
    [-1, ArrowUp, "earlier"],
    [1, ArrowDown, "later"],
  ] as const;
  return (
    <span className="flex">
      {steps.map(([by, Sign, says]) => (
        <Button
          key={says}
          small
          look="quiet"
          className="px-1"
          aria-label={`Put ${name} ${says}`}
          disabled={behind(order, p.id, by) === undefined}
          onClick={() => move(by)}
        >
          <Sign size={14} aria-hidden />
        </Button>
      ))}
      <Button
        small
        look="quiet"
        className="px-1"
        aria-label={`Take out ${name}`}
        onClick={() => {
          editOrder(work, order, takePieceOut(order.session, p.id), `take out ${name}`);
          onPick(null);
        }}
      >
        <Trash2 size={14} aria-hidden />
      </Button>
    </span>
  );
}

const LENGTHS = [
  ["planned", "Planned"],
  ["least", "At least"],
  ["most", "At most"],
] as const;

function Fields({ order, piece: p, work }: { order: ShownOrder; piece: Piece; work: Workpiece }) {
  const { session, pieces, laid } = order;
  const place = laid.places.get(p.id);
  const set = (to: Partial<HeldPiece>, label: string): void =>
    editOrder(work, order, [changePiece(session, p.id, to)], label);
  return (
    <>
      <TextField
        label="Name"
        value={p.name}
        readOnly={false}
        onSet={(name) => set({ name: name.slice(0, 200) }, "name")}
      />
      <div className="grid grid-cols-2 gap-2">
        <Chooser
          label="Kind"
          value={p.kind}
          options={PIECE_KINDS.map((k) => [k, k])}
          onChoose={(kind) => kind && set({ kind }, "kind")}
        />
        <TextField
          label="Who"
          value={p.who}
          readOnly={false}
          onSet={(who) => set({ who: who.slice(0, 200) }, "who")}
        />
      </div>
      <AnchorField
        label="Starts by"
        none={p.ends ? "its length" : null}
        piece={p}
        pieces={pieces}
        value={p.starts}
        here={place?.from ?? 0}
        onSet={(starts) => set({ starts }, "start")}
      />
      <AnchorField
        label="Ends by"
        none={p.starts ? "its length" : null}
        piece={p}
        pieces={pieces}
        value={p.ends}
        here={place?.to ?? p.length}
        onSet={(ends) => set({ ends }, "end")}
      />
      <div className="grid grid-cols-3 gap-2">
        {LENGTHS.map(([key, label]) => (
          <NumberField
            key={key}
            text
            label={label}
            value={p[key] === null ? "" : timeInWords(p[key], 1)}
            hint="25:00, or nothing"
            onSet={(text) => {
              const to = text.trim() === "" ? null : placeIn(text);
              if (to === undefined || to === 0) return false;
              set({ [key]: to }, label.toLowerCase());
              return true;
            }}
          />
        ))}
      </div>
      <label className="flex items-center gap-2 text-sm">
        <input
          type="checkbox"
          checked={p.approved}
          disabled={p.state === "missing"}
          onChange={(e) =>
            set({ approved: e.target.checked }, e.target.checked ? "approve" : "not approved")
          }
        />
        Approved: somebody heard it, and it may go out
      </label>
    </>
  );
}
