import { clsx } from "clsx";
import { useSortable } from "@dnd-kit/sortable";
import { CSS } from "@dnd-kit/utilities";
import { PIECE_NAMES } from "@mossy/core/names/compose";
import type { Piece } from "@mossy/core/names/pattern";
import { GripVertical } from "lucide-react";

/** One piece of a pattern: chosen by its name, dragged by its grip. */
export function PieceChip({
  id,
  piece,
  first,
  chosen,
  movable,
  onChoose,
}: {
  id: string;
  piece: Piece;
  first: boolean;
  chosen: boolean;
  movable: boolean;
  onChoose: () => void;
}) {
  const { attributes, listeners, setNodeRef, transform, transition } = useSortable({
    id,
    disabled: !movable,
  });
  const name = piece.piece === "text" ? `“${piece.written}”` : PIECE_NAMES[piece.piece];
  return (
    <li
      ref={setNodeRef}
      className="flex items-center"
      style={{ transform: CSS.Translate.toString(transform), transition }}
    >
      {!first && (
        <span aria-hidden className="w-5 text-center font-mono text-ink-2">
          {piece.before === " " ? "␣" : piece.before}
        </span>
      )}
      <span
        className={clsx(
          "inline-flex h-8 items-center rounded-md border",
          chosen ? "border-moss bg-moss-soft" : "border-line-strong bg-surface",
          piece.optional && "border-dashed",
        )}
      >
        {movable && (
          <button
            type="button"
            {...attributes}
            {...listeners}
            aria-label={`Move ${name}`}
            className="grid h-full w-6 cursor-grab place-items-center text-ink-2"
          >
            <GripVertical size={13} aria-hidden />
          </button>
        )}
        <button
          type="button"
          aria-pressed={chosen}
          onClick={onChoose}
          className={`h-full pr-3 font-semibold ${movable ? "pl-0.5" : "pl-3"}`}
        >
          {name}
        </button>
      </span>
    </li>
  );
}
