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
  useSortable,
} from "@dnd-kit/sortable";
import { CSS } from "@dnd-kit/utilities";
import { PIECE_NAMES } from "@mossy/core/names/compose";
import { PIECES, piece as pieceSchema, pieceOf } from "@mossy/core/names/pattern";
import type { NamePattern, Piece, PieceKind } from "@mossy/core/names/pattern";
import { GripVertical } from "lucide-react";
import { useState } from "react";
import { Button } from "../ui/button.tsx";
import { Field, Select } from "../ui/pieces.tsx";
import { TextField } from "../ui/textField.tsx";

const GAPS = [
  ["_", "underscore"],
  ["-", "dash"],
  [" ", "space"],
  [".", "dot"],
  ["", "nothing"],
] as const;
const WORDED: readonly PieceKind[] = [
  "positions",
  "maker",
  "articulation",
  "flag",
  "project",
  "title",
  "room",
];

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
        {onChange && pieces.length < 14 && (
          <Select
            small
            aria-label="Add a piece"
            className="ml-auto"
            value=""
            onChange={(e) => {
              const kind = PIECES.find((k) => k === e.target.value);
              if (kind) {
                put([...pieces, pieceOf(kind, kind === "text" ? { written: "x", optional: false } : {})]);
                setChosen(pieces.length);
              }
            }}
          >
            <option value="">Add a piece…</option>
            {PIECES.filter((k) => k === "text" || !pieces.some((p) => p.piece === k)).map((k) => (
              <option key={k} value={k}>
                {PIECE_NAMES[k]}
              </option>
            ))}
          </Select>
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
      {problem !== null && (
        <p role="alert" className="rounded-md bg-brick-soft px-2.5 py-1.5 text-sm text-brick">
          {problem}
        </p>
      )}
      {piece && (
        <fieldset
          disabled={!onChange}
          className="grid grid-cols-4 items-end gap-2 border-t border-line pt-3"
        >
          <legend className="sr-only">Settings of {PIECE_NAMES[piece.piece]}</legend>
          <Field label="Parted by">
            <Select small value={piece.before} onChange={(e) => set({ before: e.target.value })}>
              {GAPS.map(([v, n]) => (
                <option key={n} value={v}>
                  {n}
                </option>
              ))}
            </Select>
          </Field>
          <Field label="Letters">
            <Select
              small
              value={piece.letters}
              onChange={(e) => set({ letters: pieceSchema.shape.letters.parse(e.target.value) })}
            >
              <option value="as-written">as written</option>
              <option value="upper">capitals</option>
              <option value="lower">small letters</option>
            </Select>
          </Field>
          {(piece.piece === "role" || piece.piece === "owner") && (
            <Field label="Form">
              <Select
                small
                value={piece.form}
                onChange={(e) => set({ form: pieceSchema.shape.form.parse(e.target.value) })}
              >
                <option value="full">short form</option>
                <option value="eight">8 letters</option>
                <option value="four">4 letters</option>
                <option value="name">whole name</option>
              </Select>
            </Field>
          )}
          {WORDED.includes(piece.piece) && (
            <Field label="Words joined by">
              <Select small value={piece.join} onChange={(e) => set({ join: e.target.value })}>
                {GAPS.map(([v, n]) => (
                  <option key={n} value={v}>
                    {n}
                  </option>
                ))}
              </Select>
            </Field>
          )}
          {["number", "version", "take"].includes(piece.piece) && (
            <Field label="Digits, at least">
              <Select small value={piece.pad} onChange={(e) => set({ pad: Number(e.target.value) })}>
                {[1, 2, 3, 4].map((n) => (
                  <option key={n} value={n}>
                    {n}
                  </option>
                ))}
              </Select>
            </Field>
          )}
          {piece.piece === "date" && (
            <Field label="Written">
              <Select
                small
                value={piece.date}
                onChange={(e) => set({ date: pieceSchema.shape.date.parse(e.target.value) })}
              >
                <option value="extended">2026-09-11</option>
                <option value="basic">20260911</option>
              </Select>
            </Field>
          )}
          {piece.piece !== "date" &&
            piece.piece !== "sampleRate" &&
            !["number", "version", "take"].includes(piece.piece) && (
              <TextField
                mono
                label="Cut to, characters"
                readOnly={!onChange}
                value={piece.length === null ? "" : String(piece.length)}
                onSet={(v) => set({ length: v === "" ? null : Number(v) })}
              />
            )}
          <TextField
            mono
            label={piece.piece === "text" ? "The text" : "Written before it"}
            readOnly={!onChange}
            value={piece.written}
            onSet={(written) => set({ written })}
          />
          <label className="flex h-7 items-center gap-1.5 text-sm">
            <input
              type="checkbox"
              checked={piece.optional}
              onChange={(e) => set({ optional: e.target.checked })}
            />{" "}
            may be missing
          </label>
          {pieces.length > 1 && (
            <Button
              small
              onClick={() => {
                put(pieces.filter((_, i) => i !== at));
                setChosen(Math.max(0, at - 1));
              }}
            >
              Take piece out
            </Button>
          )}
        </fieldset>
      )}
    </section>
  );
}

function PieceChip({
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
        className={`inline-flex h-8 items-center rounded-md border ${chosen ? "border-moss bg-moss-soft" : "border-line-strong bg-surface"} ${piece.optional ? "border-dashed" : ""}`}
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
