import {
  DndContext,
  KeyboardSensor,
  PointerSensor,
  closestCenter,
  useSensor,
  useSensors,
} from "@dnd-kit/core";
import {
  SortableContext,
  arrayMove,
  horizontalListSortingStrategy,
  sortableKeyboardCoordinates,
} from "@dnd-kit/sortable";
import { PIECE_NAMES } from "@mossy/core/names/compose";
import { PIECES, piece as pieceSchema, pieceOf } from "@mossy/core/names/pattern";
import type { NamePattern, Piece } from "@mossy/core/names/pattern";
import { useState } from "react";
import { Select } from "../ui/select.tsx";
import { AlertLine } from "../ui/listPage.tsx";
import { PieceChip } from "./pieceChip.tsx";
import { PieceSettings } from "./pieceSettings.tsx";

const MOST_PIECES = 14;

/** A pattern as a row of pieces to drag into order; the chosen one's settings stand below. */
export function PatternEditor({
  title,
  pattern,
  problem,
  onChange,
}: {
  title: string;
  pattern: NamePattern;
  problem: string | null;
  onChange: ((next: NamePattern) => void) | null;
}) {
  const [chosen, setChosen] = useState(0);
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: 4 } }),
    useSensor(KeyboardSensor, { coordinateGetter: sortableKeyboardCoordinates }),
  );
  const { pieces } = pattern;
  const at = Math.min(chosen, pieces.length - 1);
  const piece = pieces[at];
  const ids = pieces.map((_, i) => String(i + 1));
  const put = (next: Piece[]): void => {
    onChange?.({ ...pattern, pieces: next });
  };
  const set = (fields: Partial<Piece>): void => {
    const made = pieceSchema.safeParse({ ...piece, ...fields });
    if (made.success) put(pieces.map((p, i) => (i === at ? made.data : p)));
  };
  return (
    <section aria-label={`Pattern of a ${title.toLowerCase()}`} className="card flex flex-col gap-3 p-3.5">
      <div className="flex items-center gap-3">
        <h2 className="font-semibold">
          {title} <span className="font-normal text-ink-2">is made of these pieces, in this order</span>
        </h2>
        {onChange && pieces.length < MOST_PIECES && (
          <AddPiece
            pieces={pieces}
            onAdd={(piece) => {
              put([...pieces, piece]);
              setChosen(pieces.length);
            }}
          />
        )}
      </div>
      <DndContext
        sensors={sensors}
        collisionDetection={closestCenter}
        onDragEnd={({ active, over }) => {
          if (over && active.id !== over.id) {
            const from = ids.indexOf(String(active.id)),
              to = ids.indexOf(String(over.id));
            put(arrayMove(pieces, from, to));
            setChosen(to);
          }
        }}
      >
        <SortableContext items={ids} strategy={horizontalListSortingStrategy}>
          <ol className="flex flex-wrap items-center gap-y-2" aria-label="Pieces">
            {pieces.map((p, i) => (
              <PieceChip
                key={ids[i]}
                id={ids[i] ?? ""}
                piece={p}
                first={i === 0}
                chosen={i === at}
                movable={onChange !== null}
                onChoose={() => setChosen(i)}
              />
            ))}
          </ol>
        </SortableContext>
      </DndContext>
      <AlertLine>{problem}</AlertLine>
      {piece && (
        <PieceSettings
          piece={piece}
          readOnly={!onChange}
          onSet={set}
          onTakeOut={
            pieces.length === 1
              ? null
              : () => {
                  put(pieces.filter((_, n) => n !== at));
                  setChosen(Math.max(0, at - 1));
                }
          }
        />
      )}
    </section>
  );
}

function AddPiece({ pieces, onAdd }: { pieces: readonly Piece[]; onAdd: (piece: Piece) => void }) {
  const left = PIECES.filter((k) => k === "text" || !pieces.some((p) => p.piece === k));
  return (
    <Select
      small
      aria-label="Add a piece"
      className="ml-auto"
      value=""
      onChange={(e) => {
        const kind = left.find((k) => k === e.target.value);
        if (kind) onAdd(pieceOf(kind, kind === "text" ? { written: "x", optional: false } : {}));
      }}
    >
      <option value="">Add a piece…</option>
      {left.map((k) => (
        <option key={k} value={k}>
          {PIECE_NAMES[k]}
        </option>
      ))}
    </Select>
  );
}
